#pragma once
// Days of several jobs brought onto one calendar.
// Units: minutes from the midnight before the first day.   Threads: pure.

#include <vector>

#include "core/days/days_plan.h"
#include "core/days/shop_schedule.h"

namespace burl
{

struct ShopDaysQuestion {
    int firstDay = 0; // days since 1970
    ShopQuestion question;
};
/// Of plans that have steps and a first day; null plans and those without are given no steps.
[[nodiscard]] ShopDaysQuestion shopQuestionOf(const std::vector<const DaysPlan*>& plans, const WorkHabits& habits);

} // namespace burl
