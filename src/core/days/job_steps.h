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

struct StepAfter {
    std::string key;
    LinkFrom from = LinkFrom::Done;
    double least_h = 0.0;
    std::optional<double> most_h{};        // a window
    std::optional<double> lateHands_min{}; // that may be missed, at this price
    double lateLeast_h = 0.0;
};

struct JobStep {
    std::string key;   // "flatten_1": the same as long as the choice behind it stands
    std::string name;  // "Flatten, first milling"
    std::string bench; // that gives it
    Figure hands;      // minutes, with their working
    double low_min = 0.0;
    double high_min = 0.0; // nine times in ten between both, by what was logged
    Figure wait;           // hours after it; not known: none
    bool waitGuessed = false;
    double waitSpread = 0.0; // standard deviation of that wait, as a share of it; 0: a rule that is kept
    bool waitStays = false;  // skipped or not: it is of what was done before
    std::string tooSoon;     // what comes of it when the next does not wait: "the line sinks"
    bool split = true;
    int people = 1;
    int turners = 1; // people for the moments in which it is turned over
    bool daylight = false;
    std::vector<std::string> holds;
    std::vector<StepAfter> after;
    std::string ready; // what is to be at hand
    std::vector<PlannedWork> planned;
    double byBench_min = 0.0; // for one of what is planned, where the bench and not the standard says; 0: it does not
    std::string pour;         // id of the pour it is
    std::string resin;        // and of what is poured
    int milling = 0;          // that it is, from 1
    int own = 0;              // id of the maker's own step
    bool overruled = false;
    bool skipped = false;
    std::string fixed;   // moment it is fixed to
    std::string fixedBy; // bench that said it; empty: the maker, among the days
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
    std::optional<double> roomMc_pct;
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
