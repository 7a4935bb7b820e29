#pragma once
// The shape of a top across its width on a day: what its rings make of it, and what plates and channels leave.
// Units: mm, % MC; up positive.   Source: docs/formulas.md#plate.   Threads: pure.

#include <optional>
#include <vector>

#include "core/move/hold_plan.h"

namespace burl
{

struct CupAcross {
    std::vector<Vec2> shape; // y of the top, and how far it stands up there
    bool held = false;       // by what it stands on and its channels; else as it would lie free
};
/// At x, at a moisture. Empty while the rings of a piece are not known.
[[nodiscard]] CupAcross cupAcross(const MovePlan& move, const HoldPlan& hold, const LayupPlan& layup, double x_mm,
                                  double mc_pct);

/// How much higher its middle stands than the mean of both edges: less than nothing is hollow.
[[nodiscard]] double cupOf(const CupAcross& across);

} // namespace burl
