#pragma once
// What wants attention in how a top is held and in its channels.   Units: mm.   Threads: pure.

#include "core/move/move_plan.h"

namespace burl
{

/// Appended to the plan's findings; its fasteners and channels are planned already.
void inspectMove(const MoveInput& input, const Figure& thickness, MovePlan& plan);

} // namespace burl
