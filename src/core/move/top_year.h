#pragma once
// The room of a top month by month, and how late and how far the top follows it.
// Units: days, degrees Celsius, % RH, % MC, mm.   Source: docs/formulas.md#year.   Threads: pure.

#include <array>

#include "core/shop/move_choices.h"
#include "core/shop/shop.h"
#include "core/wood/year.h"

namespace burl
{

/// The months of a room: those it says, or a smooth way between its winter (mid-January) and its summer (mid-July).
[[nodiscard]] std::array<RoomMonth, kMonths> monthsOf(const Climate& climate);

/// How long a top takes to come two thirds of the way to its room: the wood's own, and its coat's.
struct TopLag {
    double wood_days = 0.0;
    double coat_days = 0.0;
    [[nodiscard]] double tau_days() const { return wood_days + coat_days; }
};
/// REQUIRES: thickness above 0
[[nodiscard]] TopLag lagOf(double thickness_mm, MoistureCoat coat);

} // namespace burl
