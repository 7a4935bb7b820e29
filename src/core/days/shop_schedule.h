#pragma once
// All jobs of a shop in one plan: the same makers, and things that exist once. Promises that can be kept are; the other
// jobs take what they would take alone, all stretched alike.
// Units: whole minutes from the midnight before day 0.   Source: docs/formulas.md#schedule.   Threads: pure.

#include <optional>
#include <vector>

#include "core/days/schedule.h"

namespace burl
{

struct JobToDo {
    std::vector<WorkStep> steps;
    std::vector<StepFact> facts;
    std::optional<int> promise;
    bool operator==(const JobToDo&) const = default;
};
struct ShopQuestion {
    std::vector<JobToDo> jobs;
    WorkCalendar calendar;
    int grid = 30;
    int horizon = 0;
    int now = 0;
    bool operator==(const ShopQuestion&) const = default;
};
struct ShopSchedule {
    struct JobPlan {
        std::optional<int> alone;      // its finish were there no other job
        std::optional<int> finish;     // in this plan
        std::vector<WorkPiece> pieces; // steps count within the job
        std::vector<int> start, end;
    };
    bool found = false;
    std::vector<JobPlan> jobs;
    std::vector<size_t> late; // jobs whose promise is not kept
    double stretch = 1.0;     // of the other jobs, against what each would take alone
};
[[nodiscard]] ShopSchedule shopSchedule(const ShopQuestion& question, const Effort& effort = {});

} // namespace burl
