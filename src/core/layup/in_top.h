#pragma once
// What of a slab's knots, checks and voids lies in the final top: looked at along its whole line and over its whole
// area, not at the corners it was drawn by.   Units: mm.   Threads: pure.

#include <optional>
#include <vector>

#include "core/geometry/ring.h"
#include "core/layup/layup_plan.h"

namespace burl
{

/// True for what is a line on its face: checks, pith, sapwood; and areas of which only two corners are drawn.
[[nodiscard]] bool isLine(const Feature& feature);

/// The area that a feature takes on its face, in the slab's frame: a void's ring, a knot's round, a check as wide as it
/// is open. Empty where nothing tells it.
[[nodiscard]] Ring footprint(const Feature& feature);

/// The part of a profile along the top that the final top uses; beyond the wood the end value stands.
[[nodiscard]] Profile overTop(const Profile& profile, const LayupChoices& choices);

/// A part of a feature that is kept, on the top.
struct InTop {
    bool inside = false;
    Vec2 innermost;                       // of what is inside the point furthest from both ends of the top
    double into_mm = 0.0;                 // how far from the nearer end that is
    std::vector<std::vector<Vec2>> lines; // parts of a line
    Region area;                          // part of an area
};
/// REQUIRES: a piece of a layup that stands.
[[nodiscard]] InTop inTop(const PlacedPiece& piece, const Feature& feature, double topLength_mm);

} // namespace burl
