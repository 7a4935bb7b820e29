// Steps of the maker's own, and what he says of those that the plan gave.

#include <algorithm>

#include "core/days/steps_made.h"

namespace burl
{
namespace
{

bool isOwn(const StepsInput& in, const std::string& key)
{
    return std::any_of(in.choices.own.begin(), in.choices.own.end(),
                       [&](const OwnStep& own) { return key == "own_" + std::to_string(own.id); });
}

/// Own steps that close a circle lose their links, the last written first.
void cutCircles(StepsMade& list)
{
    for (auto own = list.in.choices.own.rbegin(); own != list.in.choices.own.rend(); ++own) {
        if (!networkOf(compiled(list.out.steps, 0.0)).circle) {
            return;
        }
        const std::string key = "own_" + std::to_string(own->id);
        for (JobStep& step : list.out.steps) {
            if (step.key == key) {
                step.after.clear();
            } else {
                std::erase_if(step.after, [&](const StepAfter& after) { return after.key == key; });
            }
        }
        list.out.circle.push_back(own->id);
    }
}

} // namespace

void addOwnSteps(StepsMade& list)
{
    for (const OwnStep& own : list.in.choices.own) {
        JobStep step;
        step.key = "own_" + std::to_string(own.id);
        step.name = own.name.empty() ? "Step of your own" : withoutTerms(own.name);
        step.bench = "days";
        step.hands = given("hands_" + step.key, step.name, own.hands_min, Unit::Minutes, "your own");
        step.low_min = step.high_min = own.hands_min;
        if (own.wait_h > 0.0) {
            step.wait = given("wait_" + step.key, "wait", own.wait_h * 60.0, Unit::Minutes, "your own");
        }
        step.split = own.split;
        step.people = own.people;
        step.daylight = own.daylight;
        step.own = own.id;
        if (!own.after.empty()) {
            list.out.find(own.after) || isOwn(list.in, own.after) ? step.after.push_back({own.after})
                                                                  : list.out.lost.push_back(own.id);
        }
        list.out.steps.push_back(std::move(step));
    }
    for (const OwnStep& own : list.in.choices.own) {
        if (own.before.empty()) {
            continue;
        }
        if (const auto at = list.out.find(own.before)) {
            list.out.steps[*at].after.push_back({"own_" + std::to_string(own.id)});
        } else {
            list.out.lost.push_back(own.id);
        }
    }
    cutCircles(list);
}
void overruleSteps(StepsMade& list)
{
    for (const StepOverrule& own : list.in.choices.overrules) {
        const auto at = list.out.find(own.step);
        if (!at) {
            continue; // of a choice that no longer stands: it waits for it
        }
        JobStep& step = list.out.steps[*at];
        step.overruled = own.hands_min || own.wait_h || own.skip;
        if (!own.notBefore.empty()) { // over what a bench said
            step.fixed = own.notBefore;
            step.fixedBy.clear();
        }
        step.skipped = own.skip;
        if (own.hands_min) {
            step.hands = given(step.hands.node().key, step.name, *own.hands_min, Unit::Minutes, "your own word");
            step.low_min = step.high_min = *own.hands_min;
        }
        if (own.wait_h) {
            step.wait = given("wait_" + step.key, "wait", *own.wait_h * 60.0, Unit::Minutes, "your own word");
            step.waitGuessed = false;
        }
    }
}

} // namespace burl
