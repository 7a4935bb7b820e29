#pragma once
// How far each place of a top travels as its wood takes up and gives off water.
// Frame of the top.   Units: mm, % MC.   Source: docs/formulas.md#movement.   Threads: pure.

#include <optional>
#include <vector>

#include "core/layup/layup_plan.h"
#include "core/wood/movement.h"

namespace burl
{

/// How the wood of a piece moves across the top.
struct Rings {
    double coefficient = 0.0;      // mean over its width
    ChangeCoefficients change;     // of its species
    std::optional<PithPlace> pith; // where it is known: then the coefficient differs from place to place
    double besideAtZero_mm = 0.0;  // beside the pith at (0, 0) of the top
    double besidePerX = 0.0;       // and how that changes along and across the top
    double besidePerY = 0.0;
    bool endGrain = false; // a cross-cut round: it moves every way
    Vec2 across{0.0, 1.0}; // of its grain, on the top
};

/// Strips across the top at x, from its lower outer edge; `from_mm` is that edge's y on the top.
struct StripsAt {
    double from_mm = 0.0;
    std::vector<Strip> strips;
    std::vector<int> pieces; // that each strip is of; -1: resin or an open gap
    [[nodiscard]] double width_mm() const;
};
[[nodiscard]] StripsAt stripsAt(const LayupPlan& layup, const std::vector<Rings>& rings, double x_mm);

/// From, to, from, to of the wood of a piece across the top at x.
[[nodiscard]] std::vector<double> woodAt(const PlacedPiece& piece, double x_mm);

/// What stays put.
struct WhatIsHeld {
    double line_mm = 0.0; // y
    double x_mm = 0.0;    // of a round, its point
};

/// A place's travel between two moistures: along the top and across it.
struct PlaceTravel {
    Vec2 by;                // for 1 % MC more
    WoodBetween between;    // it and what is held
    Vec2 outward{0.0, 1.0}; // unit, away from what is held
};
[[nodiscard]] PlaceTravel travelAt(const LayupPlan& layup, const std::vector<Rings>& rings, const WhatIsHeld& held,
                                   Vec2 at);

} // namespace burl
