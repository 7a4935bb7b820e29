#include "core/days/pour_times.h"

#include <algorithm>
#include <cmath>

#include "core/measure/clock.h"

namespace burl
{
namespace
{

/// The link to the pour whose resin it goes on; null: it goes on none.
const StepAfter* pourBefore(const JobStep& step)
{
    const auto found = std::find_if(step.after.begin(), step.after.end(), [](const StepAfter& a) {
        return a.from == LinkFrom::Start && a.key.rfind("pour_", 0) == 0;
    });
    return found != step.after.end() ? &*found : nullptr;
}

PourTimes byTheDays(const DaysPlan& days, const PlannedStep& planned, const PourEvent& event)
{
    PourTimes out;
    out.ofTheClock = true;
    out.at_h = days.hoursAt(planned.start);
    const StepAfter* link = pourBefore(days.list.steps[planned.step]);
    const PlannedStep* before = link != nullptr ? days.plannedStep(link->key) : nullptr;
    if (before != nullptr && event.earliest_h) { // else the link holds what is taken while nothing is known
        out.notBefore_h = days.hoursAt(before->start) + link->least_h;
        if (link->most_h) {
            out.closes_h = days.hoursAt(before->start) + *link->most_h;
        }
    }
    return out;
}

} // namespace

PourTimes pourTimes(const PourPlan& pours, const DaysPlan& days, const PourEvent& event)
{
    if (!event.done && days.pourAt_h(event.id)) {
        return byTheDays(days, *days.plannedStep("pour_" + event.id), event);
    }
    PourTimes out;
    const PlannedStep* step = days.found && !event.done ? days.plannedStep("pour_" + event.id) : nullptr;
    if (step != nullptr && step->progress.done) {
        out.takenAsDone = true;
        return out;
    }
    out.ofTheClock = pours.starts.has_value();
    const double first_h = pours.starts.value_or(0.0);
    const auto moment = [&](const std::optional<double>& h) { return h ? std::optional(first_h + *h) : std::nullopt; };
    out.at_h = moment(event.at_h);
    if (event.earliest_h && *event.earliest_h > 0.0) {
        out.notBefore_h = moment(event.earliest_h);
    }
    out.closes_h = moment(event.latest_h);
    return out;
}

std::string pourWhen(const PourTimes& times)
{
    return times.takenAsDone ? "taken as done" : pourMoment(times, times.at_h);
}

std::string pourMoment(const PourTimes& times, const std::optional<double>& at_h)
{
    return !at_h ? "waits" : times.ofTheClock ? timeText(*at_h) : "hour " + std::to_string(std::lround(*at_h));
}

} // namespace burl
