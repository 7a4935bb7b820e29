#pragma once
// The steps of a job as its benches give them, and the maker's own: minutes, waits, windows, what comes before, what is
// to be ready. Compiled for the search into whole minutes of the shop's grid.
// Units: minutes, hours.   Source: docs/formulas.md#steps.   Threads: values.

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/base/base_plan.h"
#include "core/days/rates.h"
#include "core/days/work_plan.h"
#include "core/fill/fill_plan.h"
#include "core/flatten/flatten_plan.h"
#include "core/layup/tenon_plan.h"
#include "core/pour/pour_plan.h"
#include "core/surface/surface_plan.h"

namespace burl
{

constexpr int kDaysGrid_min = 15; // work is planned in quarters of an hour

/// Work with its minutes, in its place among the days.
struct JobStep : Work {
    Figure hands; // minutes, with their working
    double low_min = 0.0;
    double high_min = 0.0;            // nine times in ten between both, by what was logged
    int turners = 1;                  // people for the moments in which it is turned over
    std::vector<PlannedWork> planned; // of its rate, and what it uses beside
    double byBench_min = 0.0; // for one of what is planned, where the bench and not the standard says; 0: it does not
    int own = 0;              // id of the maker's own step
    bool overruled = false;
    bool skipped = false;
    [[nodiscard]] double wait_h() const { return wait.known() ? wait.value() : 0.0; }
    /// "two people", "3 people to turn it"; empty: the maker alone.
    [[nodiscard]] std::string peopleWords() const;
};

/// The step with this key; null: there is none.
[[nodiscard]] const JobStep* stepCalled(const std::vector<JobStep>& steps, const std::string& key);

struct StepsInput {
    DaysChoices choices;
    FlattenChoices flattenChoices;
    std::shared_ptr<const LayupPlan> layup;
    std::shared_ptr<const TenonPlan> tenons;
    std::shared_ptr<const FlattenPlan> flatten;
    std::shared_ptr<const FillInput> fillInput;
    std::shared_ptr<const FillPlan> fill;
    std::shared_ptr<const PourPlan> pour;
    std::shared_ptr<const MovePlan> move;
    std::shared_ptr<const BasePlan> base;
    std::shared_ptr<const SurfacePlan> surface;
    std::vector<std::shared_ptr<const Slab>> slabs;
    RateLogs logs;
};

/// In the order of the work. Steps of the maker's own that wait for each other in a circle lose their links: their ids
/// stand in `circle`; those that name a step that is not there, in `lost`.
struct StepList {
    std::vector<JobStep> steps;
    std::vector<int> circle;
    std::vector<int> lost;
    bool neverHard = false; // what is poured does not harden in this room: nothing after it has a day
    [[nodiscard]] std::optional<size_t> find(const std::string& key) const;
};
[[nodiscard]] StepList jobSteps(const StepsInput& input);

/// For the search: quarters of an hour, links by their place in the list. `midnight_h`: of day 0, hours since 1970.
[[nodiscard]] std::vector<WorkStep> compiled(const std::vector<JobStep>& steps, double midnight_h);

} // namespace burl
