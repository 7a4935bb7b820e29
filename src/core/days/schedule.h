#pragma once
// The search for a plan: steps put into the hours of the makers so that the last is done as early as can be.
// Small questions are answered exactly (every other plan ruled out), large ones as near as the effort allows, with the
// bound below which no plan can be.
// Units: whole minutes from the midnight before day 0.   Source: docs/formulas.md#schedule.   Threads: pure.

#include <atomic>
#include <optional>
#include <vector>

#include "core/days/work_plan.h"

namespace burl
{

/// What has been done of a step.
struct StepFact {
    size_t step = 0;
    std::optional<int> start;
    std::optional<int> end;    // may lie ahead while it is under way
    std::optional<int> worked; // minutes of a step that may be cut, not ended
    std::optional<int> wait;   // instead of the planned one
    bool operator==(const StepFact&) const = default;
};

struct ScheduleQuestion {
    std::vector<WorkStep> steps;
    WorkCalendar calendar;
    int grid = 30; // work begins and stops on it
    int horizon = 0;
    int now = 0; // nothing begins sooner
    std::vector<StepFact> facts;
    bool operator==(const ScheduleQuestion&) const = default;
};

/// How long is sought: decisions that may be taken for every ten steps. Counted, so that the same question has the same
/// answer on any machine.
struct Effort {
    int quick = 200;  // for a plan that ends by a given moment
    int exact = 1000; // to rule out that any does; 0: not tried
    const std::atomic<bool>* stop = nullptr;
};

struct Schedule {
    std::optional<int> finish;     // empty: no plan was found
    std::vector<WorkPiece> pieces; // of what is still to come, by their time
    std::vector<int> start, end;   // of each step, facts included
    bool proven = false;           // no earlier finish can be; without a finish: none can be at all
    int lower = 0;                 // no plan finishes sooner
    std::vector<size_t> missed;    // steps whose window closed before now
};
/// The earliest finish.
[[nodiscard]] Schedule schedule(const ScheduleQuestion& question, const Effort& effort = {});
/// A plan that keeps all dues, as they stand in the steps; the finish is not sought.
[[nodiscard]] Schedule scheduleByDues(const ScheduleQuestion& question, const Effort& effort = {});

/// The plan with the earliest finish in which the first step ends as early as it can, then the second and so on.
[[nodiscard]] Schedule scheduleFirst(const ScheduleQuestion& question, const Effort& effort);

/// Over all plans with the earliest finish.
struct Chain {
    std::optional<int> finish;
    std::vector<int> endEarliest, endLatest;
    std::vector<size_t> critical; // without room
};
[[nodiscard]] Chain chainOf(const ScheduleQuestion& question, const Effort& effort);

/// When all work of the makers could be done were there nothing else to keep.
[[nodiscard]] int workBound(const ScheduleQuestion& question);

} // namespace burl
