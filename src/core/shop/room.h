#pragma once
// The room a top will live in, month by month.
// Units: degrees Celsius, % RH, % MC.   Source: docs/formulas.md#year.   Threads: pure.

#include <array>

#include "core/shop/shop.h"
#include "core/wood/year.h"

namespace burl
{

/// The months of a room: those it says, or a smooth way between its winter (mid-January) and its summer (mid-July).
[[nodiscard]] std::array<RoomMonth, kMonths> monthsOf(const Climate& climate);

/// What wood comes to rest at there over a year: the mean of its months, or of its winter and its summer where only
/// they are said.
[[nodiscard]] double meanRest_pct(const Climate& climate);

} // namespace burl
