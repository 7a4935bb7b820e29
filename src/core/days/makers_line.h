#pragma once
// Other makers as a line: "Ada: Tue-Fri 9-15 off 24 Dec - 31 Dec | Sat 8-12".
// Errors: those of core/measure/when.h.   Threads: pure.

#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outcome.h"
#include "core/shop/work_habits.h"

namespace burl
{

/// Makers parted by "|"; a name before a colon, hours, days off after "off". Nothing, or "none": nobody.
[[nodiscard]] Expected<std::vector<ShopMaker>> parseMakers(std::string_view text, int today);
[[nodiscard]] std::string makersText(const std::vector<ShopMaker>& makers, int today);

} // namespace burl
