#pragma once
// Base plates and fasteners laid out by rule: under the weight, three to a plate, clear of what a hole must not meet.
// Frame of the top.   Units: mm.   Source: docs/formulas.md#layout-of-fasteners.   Threads: pure.

#include <vector>

#include "core/move/move_plan.h"

namespace burl
{

/// Two plates, as far apart as three fifths of the length, about the middle of the mass, as long as the top allows
/// there. REQUIRES: a layup that stands
[[nodiscard]] std::vector<BasePlate> twoPlates(const LayupPlan& layup);

/// Three fasteners on each plate of the base (on a broad one five: its corners and its middle), one of them on the line
/// that stays put where there is sound wood; without plates four, a fifth of length and width from the rims. Each is as
/// `like` is made. REQUIRES: a layup that stands
[[nodiscard]] std::vector<Fastener> laidOut(const MoveInput& input, const MovePlan& plan, const Fastener& like);

/// The nearest place to a fastener's that keeps clear of everything, on its plate where it has one; its own where there
/// is none within reach.
[[nodiscard]] Vec2 movedClear(const MoveInput& input, const MovePlan& plan, const FastenerPlan& fastener);

} // namespace burl
