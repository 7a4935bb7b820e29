#pragma once
// A stand-in for an instrument: it plays readings one after another, with noise and drop-outs, as a real one would.
// The same seed plays the same.   Threads: none shared.

#include <cstdint>
#include <functional>
#include <random>
#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outcome.h"
#include "core/shop/slab.h"
#include "instruments/line.h"

namespace burl
{

struct PlayerHabits {
    InstrumentKind kind = InstrumentKind::Depth;
    double noise = 0.0;   // standard deviation, in the kind's unit
    double dropOut = 0.0; // share of readings that are lost, cut short or garbled
    std::uint32_t seed = 1;
};

class InstrumentPlayer
{
public:
    /// Plays `values` in their order and begins again after the last.
    InstrumentPlayer(PlayerHabits habits, std::vector<double> values);

    /// What it answers to a line from the program: a reading, its name, an error, or nothing when it drops out.
    [[nodiscard]] std::string answer(std::string_view line);
    /// Its own button pressed: the next reading, unasked.
    [[nodiscard]] std::string button();

private:
    [[nodiscard]] std::string next(bool button);
    PlayerHabits habits_;
    std::vector<double> values_;
    size_t at_ = 0;
    std::mt19937 random_;
};

/// Readings of a file: one number a line, `#` begins a comment. Errors name the line.
[[nodiscard]] Expected<std::vector<double>> playedFrom(std::string_view text);

/// Readings of a slab's face in the order in which Enter walks its table: down each column, from the far side.
/// Errors: "player.no_heights".
[[nodiscard]] Expected<std::vector<double>> playedFrom(const Slab& slab, Face face);

} // namespace burl
