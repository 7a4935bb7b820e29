#pragma once
// Times of the day as hours, so that they can be reckoned with. Local time of the shop; no zones, no summer time.
// Units: hours since 1970-01-01 00:00.   Errors: nothing for what is no time.   Threads: pure.

#include <optional>
#include <string>
#include <string_view>

namespace burl
{

/// Of "2026-11-03T08:20".
[[nodiscard]] std::optional<double> hoursOf(std::string_view iso);
/// "2026-11-03T08:20", to the minute.
[[nodiscard]] std::string isoTime(double hours);
/// "Tue 3 Nov, 08:20".
[[nodiscard]] std::string timeText(double hours);
/// "Tue 08:20".
[[nodiscard]] std::string shortTimeText(double hours);
/// 8.33 of Tuesday 08:20.
[[nodiscard]] double hourOfDay(double hours);

} // namespace burl
