#pragma once
// The plan of days as blocks on a wall calendar.   Threads: pure.

#include "core/days/days_plan.h"
#include "drawing/wall_calendar.h"

namespace burl
{

/// Work, waits and what is done of a job; its promise as a flag.
void addBlocks(CalendarSheet& sheet, const DaysPlan& plan);
/// What part of a day the columns show, and the days of the sheet on which nobody works.
void addShopHours(CalendarSheet& sheet, const WorkHabits& work);

} // namespace burl
