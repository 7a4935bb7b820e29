#pragma once
// What a base asks for besides its members, line by line: joints alike counted together, thick parts glued up, finish
// and the coater.   Threads: pure.

#include <vector>

#include "core/base/base_plan.h"

namespace burl
{

/// `layup`: whose slabs' offcuts are looked through; null: they are not.
[[nodiscard]] std::vector<BaseJoint> jointLines(const BasePlan& plan, const LayupPlan* layup = nullptr);

} // namespace burl
