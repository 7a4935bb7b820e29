#pragma once
// A plan as a maker would write it down: the steps one after the other in some order, each as early as it may, nothing
// moved again. Quick, and often good: the search never ends later than the best of these.
// Units: whole minutes from the midnight before day 0.   Source: docs/formulas.md#schedule.   Threads: pure.

#include <optional>
#include <vector>

#include "core/days/schedule.h"
#include "core/days/working_time.h"

namespace burl
{

struct PlainList {
    std::vector<WorkPiece> pieces; // of what is still to come
    std::vector<int> start, end;   // of each step, facts included
    int finish = 0;
};
/// The best of two orders: as the steps are listed, and longest way to the end first. Empty: neither can be kept.
/// `time` is of the question's calendar.
[[nodiscard]] std::optional<PlainList> plainList(const ScheduleQuestion& question, const WorkingTime& time);
/// The best of so many orders, each a step away from the best before it; no more once one finishes by `goodEnough`.
[[nodiscard]] std::optional<PlainList> sampledList(const ScheduleQuestion& question, const WorkingTime& time, int tries,
                                                   int goodEnough);

} // namespace burl
