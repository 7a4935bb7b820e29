#pragma once
// The days stage: what is to be done when, what is done, when it will be ready, whether the promise holds.
// Units: minutes from the midnight before day 0; that day as days since 1970.   Source: docs/formulas.md#days.
// Threads: pure.

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/days/day_facts.h"
#include "core/days/job_steps.h"
#include "core/days/schedule.h"
#include "core/shop/work_habits.h"

namespace burl
{

struct PlannedStep {
    size_t step = 0; // of the list
    StepProgress progress;
    std::vector<WorkPiece> pieces; // still to come
    int start = 0;
    int end = 0;
    int ready = 0;      // its wait is over
    bool chain = false; // what holds the finish: a day here is a day there
};

/// Something to look at or to do at a moment.
struct DayAlarm {
    int at = 0;
    std::string text;
    std::string step; // its key
};

/// What would bring a late job back.
struct WayBack {
    enum class How { WarmNights, Saturdays, LongerDays, HelperAlways };
    How how = How::WarmNights;
    std::string text;
    int finish = 0;
};

struct DaysPlan : StageAnswer {
    int firstDay = 0;       // day 0 of all minutes here
    std::optional<int> now; // as far as the clock is known
    StepList list;
    std::vector<PlannedStep> planned; // one for each step
    ScheduleQuestion question;        // of the steps as they were sought
    bool found = false;
    bool proven = false;
    int lower = 0;
    int finish = 0; // all done
    int likelyFrom = 0;
    int likelyTo = 0;
    std::optional<int> promise;    // end of that day
    std::vector<WayBack> waysBack; // the best first
    std::vector<DayAlarm> alarms;  // from now on, by their time
    double hands_min = 0.0;        // of all steps
    double left_min = 0.0;         // not done yet

    [[nodiscard]] int dayOfMinute(int minute) const; // days since 1970
    [[nodiscard]] double hoursAt(int minute) const;  // since 1970
    [[nodiscard]] const PlannedStep* plannedStep(const std::string& key) const;
    /// When the show face gets this coat, from 0; empty: it is not planned.
    [[nodiscard]] std::optional<double> coatAt_h(size_t coat) const;
    /// When a pour that is still to come begins, by the id of its event; empty: it is done, or not planned.
    [[nodiscard]] std::optional<double> pourAt_h(const std::string& event) const;
    /// The step to do at `now`: the first piece that is not over; null: nothing is left.
    [[nodiscard]] const PlannedStep* next() const;
};

struct DaysInput {
    StepsInput steps;
    WorkHabits work;
    std::string started;
    std::optional<double> now_h; // empty: it is not asked what o'clock it is
    double night_C = 18.0;
};
[[nodiscard]] bool sameInput(const DaysInput& a, const DaysInput& b);
[[nodiscard]] DaysInput daysInput(const JobInShop& in);

[[nodiscard]] DaysPlan daysPlan(const DaysInput& input);

/// Hours of the shop from that day on, for so many days.
[[nodiscard]] WorkCalendar calendarOf(const WorkHabits& habits, int firstDay, int days);
/// How far a plan looks.
constexpr int kHorizon_days = 500;

/// Parts of daysPlan.
void measureDays(const DaysInput& input, DaysPlan& plan);
void inspectDays(const DaysInput& input, DaysPlan& plan);
void seekWaysBack(const DaysInput& input, DaysPlan& plan);

/// Its place in the list of stages (core/plan/plan.h).
struct DaysStage {
    using Input = DaysInput;
    using Answer = DaysPlan;
    static constexpr const char* kName = "days";
    static constexpr const char* kBench = "days"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        Input out = daysInput(in);
        out.steps.layup = before.layup.answer;
        out.steps.tenons = before.tenons.answer;
        out.steps.flatten = before.flatten.answer;
        out.steps.fillInput = before.fill.input;
        out.steps.fill = before.fill.answer;
        out.steps.pour = before.pour.answer;
        out.steps.move = before.move.answer;
        out.steps.base = before.base.answer;
        out.steps.surface = before.surface.answer;
        return out;
    }
    static Answer answer(const Input& input) { return daysPlan(input); }
};

} // namespace burl
