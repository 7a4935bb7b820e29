#pragma once
// Days, weekly hours and stretches of time as a maker writes them.
// Units: days since 1970-01-01; minutes.   Errors: "when.*", each a sentence that says how to write it.   Threads:
// pure.

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/measure/outcome.h"

namespace burl
{

inline constexpr int kMinutesOfDay = 24 * 60;

/// `2026-12-18`, `18 Dec`, `Fri 18 Dec 2026`, `18.12.2026`, `18.12.`, `today`, `tomorrow`, `Fri` (the next one).
/// Without a year the nearest that is not long past.   Errors: "when.no_day" (31 February), "when.unreadable".
[[nodiscard]] Expected<int> parseDay(std::string_view text, int today);
/// Days and stretches of days: `24 Dec - 1 Jan, 5 Apr 2027`. In order, each once.
[[nodiscard]] Expected<std::vector<int>> parseDays(std::string_view text, int today);
/// The same written: "24 Dec 2026 - 1 Jan 2027, 5 Apr 2027"; without years that `today` leaves no doubt of.
[[nodiscard]] std::string daysText(const std::vector<int>& days, std::optional<int> today = std::nullopt);

/// Sessions of a week, Monday first, minutes after midnight.
using WeekSessions = std::array<std::vector<std::pair<int, int>>, 7>;
/// `Mon-Fri 8-17`, `Mon-Thu 7:30-12 13-16; Fri 8-12`, `Mon, Wed 18-21`; `none`.
/// Errors: "when.hours" with what was not understood.
[[nodiscard]] Expected<WeekSessions> parseWeek(std::string_view text);
/// The same written as short as can be: "Mon-Fri 8-17".
[[nodiscard]] std::string weekText(const WeekSessions& week);

/// A time of a day, in hours since 1970: `Tue 3 Nov, 8:20`, `tomorrow 8:00`, `2026-11-03T08:20`.
/// Errors: "when.no_hour" (a day without a time), those of parseDay.
[[nodiscard]] Expected<double> parseMoment(std::string_view text, int today);

/// Minutes: `65`, `65 min`, `1 h 5`, `1:05`, `1.5 h`. A bare number takes `bare` (minutes by default).
[[nodiscard]] Expected<double> parseMinutes(std::string_view text, double bare = 1.0);
/// "3 h 30 min", "45 min".
[[nodiscard]] std::string durationText(double minutes);
/// "Fri 18 Dec": a day as a calendar shows it.
[[nodiscard]] std::string shortDayText(int day);
/// 0 for Monday.
[[nodiscard]] int weekdayOf(int day);

} // namespace burl
