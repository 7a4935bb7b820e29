#pragma once
// The movement stage: how far the wood travels in its room, slots, grooves, wood left over inserts.
// Units: mm, % MC.   Source: docs/formulas.md#movement.   Threads: pure.

#include <memory>
#include <optional>
#include <vector>

#include "core/fill/fill_plan.h"
#include "core/shop/job_in_shop.h"
#include "core/wood/movement.h"

namespace burl
{

struct FastenerPlan {
    Fastener fastener;
    FastenerTravel travel;
    Figure outward, inward; // how far the wood travels there
    Figure slot;            // length
    Figure remaining;       // wood above the insert
    double clear_mm = 0.0;  // from the nearest hole or punky wood; less than nothing: in it, or off the wood
    bool inWood = true;
    bool slotted = true; // false: sits on the held line, a round hole
};

struct ChannelPlan {
    Channel channel;
    Figure groove;          // length of the groove
    Figure woodLeft;        // above the groove
    double travel_mm = 0.0; // of the wood at the channel's ends, out and in together
    bool overResin = false; // it crosses the river
};

/// How the wood of a piece moves across the top.
struct Rings {
    double coefficient = 0.0;      // mean over its width
    ChangeCoefficients change;     // of its species
    std::optional<PithPlace> pith; // where it is known: then the coefficient differs from place to place
    double besideAtZero_mm = 0.0;  // beside the pith at (0, 0) of the top
    double besidePerX = 0.0;       // and how that changes along and across the top
    double besidePerY = 0.0;
};

/// While what the movement hangs on was not said, slots, grooves and travel are "not known".
struct MovePlan : StageAnswer {
    MoistureRange mc;
    Figure driest, wettest, assembly;
    Figure edgeTravel;                // the larger of the two outer edges, out or in
    Figure widthDriest, widthWettest; // change of the whole width from the day of assembly
    std::vector<Rings> rings;         // of each piece
    std::vector<FastenerPlan> fasteners;
    std::vector<ChannelPlan> channels;
};

struct MoveInput {
    MoveChoices choices;
    std::shared_ptr<const LayupPlan> layup;
    Figure thickness;
    std::vector<std::shared_ptr<const Slab>> slabs;
    std::vector<Species> species;
    std::optional<Climate> climate;
    double leastWoodOverInsert_mm = 6.0;
};
[[nodiscard]] bool sameInput(const MoveInput& a, const MoveInput& b);

[[nodiscard]] MovePlan movePlan(const MoveInput& input);

/// Strips across the top at x, from its lower outer edge; `from_mm` is that edge's y on the top.
struct StripsAt {
    double from_mm = 0.0;
    std::vector<Strip> strips;
};
[[nodiscard]] StripsAt stripsAt(const LayupPlan& layup, const std::vector<Rings>& rings, double x_mm);

[[nodiscard]] MoveInput moveInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup, const Figure& thickness);

/// Where four fasteners sit to begin with: a fifth of the length from both ends, a fifth of the width inside the
/// narrowest place there.   REQUIRES: a layup that stands
[[nodiscard]] std::vector<Fastener> fourFasteners(const LayupPlan& layup);

/// Its place in the list of stages (core/plan/plan.h).
struct MoveStage {
    using Input = MoveInput;
    using Answer = MovePlan;
    static constexpr const char* kName = "move";
    static constexpr const char* kBench = "move"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        return moveInput(in, before.layup.answer, before.flatten->thickness);
    }
    static Answer answer(const Input& input) { return movePlan(input); }
};

} // namespace burl
