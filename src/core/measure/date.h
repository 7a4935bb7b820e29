#pragma once
// Days as whole numbers, so that they can be reckoned with.
// Units: days since 1970-01-01.   Errors: nothing for what is no day.   Threads: pure.

#include <optional>
#include <string>
#include <string_view>

namespace burl
{

/// Days since 1970-01-01 of an ISO date ("2026-11-03"); nothing when it is no day of the calendar.
[[nodiscard]] std::optional<int> dayOf(std::string_view iso);
/// "2026-11-03".
[[nodiscard]] std::string isoDate(int day);
/// "3 Nov 2026", as figures show it.
[[nodiscard]] std::string dateText(int day);

} // namespace burl
