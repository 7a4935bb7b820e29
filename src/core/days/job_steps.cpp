#include "core/days/job_steps.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include "core/days/steps_made.h"
#include "core/measure/clock.h"

namespace burl
{
namespace
{

int quarters(double minutes)
{
    return static_cast<int>(std::ceil(minutes / kDaysGrid_min - 1e-9)) * kDaysGrid_min;
}

} // namespace

std::string JobStep::peopleWords() const
{
    const int most = std::max(people, turners);
    const std::string many = most == 2 ? "two people" : std::to_string(most) + " people";
    return most <= 1 ? std::string() : turners > people ? many + " to turn it" : many;
}

const JobStep* stepCalled(const std::vector<JobStep>& steps, const std::string& key)
{
    const auto found = std::find_if(steps.begin(), steps.end(), [&](const JobStep& s) { return s.key == key; });
    return found != steps.end() ? &*found : nullptr;
}

std::optional<size_t> StepList::find(const std::string& key) const
{
    for (size_t i = 0; i < steps.size(); ++i) {
        if (steps[i].key == key) {
            return i;
        }
    }
    return std::nullopt;
}

namespace
{

/// Slabs and resin that are flattened together are milled once the resin is hard, and nothing is glued before.
void addTop(StepsMade& list, bool fromRough)
{
    list.add(WorkPhase::Stacking);
    list.add(WorkPhase::Rough);
    if (!fromRough) {
        list.add(WorkPhase::Milling);
        list.add(WorkPhase::Joining);
    }
    list.add(WorkPhase::CrossCut);
    list.part();
    list.add(WorkPhase::Pouring);
    if (fromRough) {
        const size_t first = list.out.steps.size();
        list.add(WorkPhase::Milling);
        for (size_t i = first; i < list.out.steps.size(); ++i) {
            list.out.steps[i].name += list.out.steps[i].milling > 0 ? ", resin with it" : "";
        }
    }
    for (const WorkPhase phase : {WorkPhase::Levelling, WorkPhase::Films, WorkPhase::Trimming, WorkPhase::EndSeal,
                                  WorkPhase::Fitting, WorkPhase::Repairing, WorkPhase::Edges, WorkPhase::Sanding,
                                  WorkPhase::Looking, WorkPhase::Underside, WorkPhase::Flooding, WorkPhase::Coating}) {
        list.add(phase);
    }
}

} // namespace

StepList jobSteps(const StepsInput& input)
{
    StepsMade list(input);
    if (input.layup && !input.layup->missing && !input.layup->pieces.empty()) {
        addTop(list, input.fillInput->choices.fromRough);
        list.addBaseAndEnding();
        list.out.neverHard = input.pour && isPoured(*input.pour) &&
                             std::any_of(input.pour->places.begin(), input.pour->places.end(),
                                         [](const PlaceHeat& place) { return place.heat && place.heat->neverHard; });
        addOwnSteps(list);
        overruleSteps(list);
    } else {
        addOwnSteps(list);
    }
    return std::move(list.out);
}

std::vector<WorkStep> compiled(const std::vector<JobStep>& steps, double midnight_h)
{
    std::vector<WorkStep> out;
    const auto indexOf = [&](const std::string& key) -> std::optional<size_t> {
        for (size_t i = 0; i < steps.size(); ++i) {
            if (steps[i].key == key) {
                return i;
            }
        }
        return std::nullopt;
    };
    // What a skipped step waited for is still waited for, as long as something was done before it.
    const std::function<bool(const JobStep&)> waits = [&](const JobStep& step) {
        return !step.skipped ||
               (step.waitStays &&
                (step.after.empty() || std::any_of(step.after.begin(), step.after.end(), [&](const StepAfter& after) {
                     const auto at = indexOf(after.key);
                     return at && waits(steps[*at]);
                 })));
    };
    for (const JobStep& step : steps) {
        WorkStep w;
        w.name = step.name;
        if (waits(step)) {
            w.wait = static_cast<int>(std::lround(step.wait.known() ? step.wait.value() : 0.0));
        }
        if (!step.skipped) {
            w.hands = quarters(step.hands.value());
            w.persons = step.people > 1 ? 2 : 1;
            w.daylight = step.daylight;
            w.holds = step.holds;
        }
        w.split = step.split;
        if (const auto fixed = hoursOf(step.fixed)) {
            w.notBefore = static_cast<int>(std::lround((*fixed - midnight_h) * 60.0));
        }
        for (const StepAfter& after : step.after) {
            const auto at = indexOf(after.key);
            if (!at) {
                continue;
            }
            if (step.skipped) { // nothing is done that would have to keep a window
                w.after.push_back({*at, LinkFrom::Done});
                continue;
            }
            StepLink link{*at, after.from, static_cast<int>(std::ceil(after.least_h * 60.0 - 1e-6))};
            if (after.most_h) {
                link.most = static_cast<int>(std::floor(*after.most_h * 60.0 + 1e-6));
                if (after.lateHands_min) {
                    link.lateHands = quarters(*after.lateHands_min);
                    link.lateLeast = static_cast<int>(std::ceil(after.lateLeast_h * 60.0));
                }
            }
            w.after.push_back(link);
        }
        out.push_back(std::move(w));
    }
    return out;
}

} // namespace burl
