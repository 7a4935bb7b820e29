#pragma once
// The days of a job as an iCalendar file: work as appointments, waits as notes beside them, windows with an alarm.
// Local time of the shop, without zones.   Threads: pure.

#include <string>

#include "core/days/days_plan.h"

namespace burl
{

/// `job` and `id` name the appointments: the same step keeps its name from file to file, so that a calendar moves it.
/// `made_h`: hours since 1970, of the file.
[[nodiscard]] std::string calendarFile(const DaysPlan& plan, const std::string& job, int id, double made_h);

} // namespace burl
