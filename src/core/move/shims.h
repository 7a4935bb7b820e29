#pragma once
// What goes under the ends of the base plates that stand below the top, so that tightening does not bend it.
// Units: mm.   Threads: pure.

#include <vector>

#include "core/move/move_plan.h"

namespace burl
{

struct Shim {
    size_t plate = 0;  // of the plan's, from 0
    bool near = false; // at its near end, else at the far one
    double thick_mm = 0.0;
    Vec2 at;
};
/// The top rests on three ends of the plates; a gap that no card goes into is none.
[[nodiscard]] std::vector<Shim> shims(const MovePlan& plan);

} // namespace burl
