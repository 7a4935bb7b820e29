#pragma once
// The second half of inspectLayup(): findings of the whole top.   Threads: pure.

#include "core/layup/layup_plan.h"

namespace burl
{

/// Its way into the room, its outline, rods, halves and keys; appended.
void inspectWhole(const LayupInput& in, LayupPlan& plan);

} // namespace burl
