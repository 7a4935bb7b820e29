#pragma once
// The way into the room: what passes a door, a turn, stairs, a lift and the van; who lifts it, where it is held.
// Units: mm, kg.   Source: docs/formulas.md#carrying.   Threads: pure.

#include <optional>
#include <string>
#include <vector>

#include "core/layup/top_pieces.h"
#include "core/shop/base_choices.h"
#include "core/shop/job.h"

namespace burl
{

/// A box that is carried: its length, width and height as it stands on its feet.
struct Carried {
    double long_mm = 0.0;
    double wide_mm = 0.0;
    double high_mm = 0.0;
};

enum class PassAnswer { NotMeasured, Passes, TopAlone, Never };
/// One narrow place.
struct NarrowPlace {
    std::string name; // "door"
    PassAnswer answer = PassAnswer::NotMeasured;
    std::string how;                // "on its edge", in words; of what passes
    std::optional<double> spare_mm; // of the way it passes best
    bool operator==(const NarrowPlace&) const = default;
};
struct WayThrough {
    DoorWay door;
    WayIn way;
    std::optional<double> van_mm; // long
};
/// Every place that may be narrow, in the order of the way: door last. `whole` is empty when there is no base yet.
[[nodiscard]] std::vector<NarrowPlace> narrowPlaces(const Carried& top, const std::optional<Carried>& whole,
                                                    const WayThrough& way);

constexpr double kHoistMargin = 2.0; // a load that jerks weighs twice
/// A crate of plywood and battens round a box.
struct Crate {
    Carried outside;
    double mass_kg = 0.0;
};
[[nodiscard]] Crate crateFor(const Carried& box);

} // namespace burl
