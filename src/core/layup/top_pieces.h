#pragma once
// What a top leaves the shop as: one piece, or two halves that a cross cut parts and bolts join in the room.
// Units: mm; shares of the whole.   Threads: pure.

#include <string>
#include <vector>

#include "core/layup/layup_plan.h"

namespace burl
{

constexpr double kEach_kg = 25.0; // a caution, not a limit of what anybody may lift
/// How many carry it, as a caution.
[[nodiscard]] int peopleFor(double mass_kg);

struct TopPiece {
    std::string key;    // "top", "left_half"
    std::string name;   // "top", "left half"
    Box box;            // over its widest place
    double share = 1.0; // of the whole top's mass, wood and resin alike
    Vec2 middle;        // where its weight acts
};

/// From the left on.   REQUIRES: a layup that stands
[[nodiscard]] std::vector<TopPiece> topPieces(const LayupPlan& layup);
/// The heavier of two halves, or the top.   REQUIRES: a layup that stands
[[nodiscard]] TopPiece heaviestPiece(const LayupPlan& layup);
/// Where the top's weight acts, wood and resin alike.   REQUIRES: a layup that stands
[[nodiscard]] Vec2 middleOfMass(const LayupPlan& layup);

} // namespace burl
