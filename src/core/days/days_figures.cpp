// The figures of the days, each with its working.

#include <algorithm>
#include <cmath>

#include "core/days/days_plan.h"
#include "core/measure/clock.h"
#include "core/measure/when.h"

namespace burl
{
namespace
{

/// The last minute of a finish is still of the day it lies in.
int dayOfFinish(const DaysPlan& plan, int finish)
{
    return plan.dayOfMinute(std::max(0, finish - 1));
}

const PlannedStep* lastCoat(const DaysPlan& plan)
{
    const PlannedStep* out = nullptr;
    for (const PlannedStep& p : plan.planned) {
        const JobStep& step = plan.list.steps[p.step];
        if (step.key.rfind("show_", 0) == 0 && !step.skipped) {
            out = &p;
        }
    }
    return out;
}

} // namespace

void measureDays(const DaysInput& /*input*/, DaysPlan& plan)
{
    if (!plan.found) {
        return;
    }
    std::string chain;
    std::vector<const PlannedStep*> onChain;
    for (const PlannedStep& p : plan.planned) {
        if (p.chain) {
            onChain.push_back(&p);
        }
    }
    std::stable_sort(onChain.begin(), onChain.end(),
                     [](const PlannedStep* a, const PlannedStep* b) { return a->start < b->start; });
    constexpr size_t kTold = 6;
    std::vector<Figure> terms;
    for (const PlannedStep* p : onChain) {
        const JobStep& step = plan.list.steps[p->step];
        if (terms.size() < kTold) {
            terms.push_back(step.hands);
            chain += (chain.empty() ? "" : ", then ") + termOf(terms.size() - 1);
        }
    }
    if (onChain.size() > terms.size()) {
        chain += ", and " + std::to_string(onChain.size() - terms.size()) + " more steps that wait for each other";
    }
    const double day = dayOfFinish(plan, plan.finish);
    plan.figures.push_back(
        {terms.empty()
             ? workedOut("done_by", "Done by", day, Unit::Date, "all steps are done")
             : made("done_by", "Done by",
                    chain + ", through the hours of the shop and every wait: " + timeText(plan.hoursAt(plan.finish)),
                    terms, day, Unit::Date),
         Prominence::Headline});
    if (const auto second = plan.coatAt_h(1)) {
        plan.figures.push_back({workedOut("second_coat", "Second coat on", std::floor(*second / kDay_h), Unit::Date,
                                          "from " + timeText(*second) + ", in the hours of the shop")});
    }
    if (const PlannedStep* coat = lastCoat(plan)) {
        plan.figures.push_back({made("cured", "Cured, and in use from", "{0} after the last coat",
                                     {plan.list.steps[coat->step].wait}, dayOfFinish(plan, coat->ready), Unit::Date)});
    }
    const Figure from = workedOut("likely_from", "Likely not before", dayOfFinish(plan, plan.likelyFrom), Unit::Date,
                                  "minutes and waits together as few as nine times in ten");
    const Figure to = workedOut("likely_to", "Likely not after", dayOfFinish(plan, plan.likelyTo), Unit::Date,
                                "minutes and waits together as many as nine times in ten");
    plan.figures.push_back({from});
    plan.figures.push_back({to});
    if (plan.promise) {
        const double promised = plan.dayOfMinute(*plan.promise - 1);
        plan.figures.push_back(
            {made("spare", promised >= day ? "Spare" : "Late", promised >= day ? "{0} − {1}" : "{1} − {0}",
                  {given("promised", "promised", promised, Unit::Date, "chosen"),
                   workedOut("done", "done", day, Unit::Date, "the plan")},
                  std::abs(promised - day), Unit::Days)});
    }
    std::vector<Figure> hands;
    const PlannedStep* longest = nullptr;
    for (const PlannedStep& p : plan.planned) {
        const JobStep& step = plan.list.steps[p.step];
        if (!step.skipped) {
            hands.push_back(step.hands);
        }
        if (!p.progress.done && p.ready > p.end &&
            (longest == nullptr || p.ready - p.end > longest->ready - longest->end)) {
            longest = &p;
        }
    }
    plan.figures.push_back({sumFigure("hands", "Hands on, all steps", hands, Unit::Minutes)});
    plan.figures.push_back({workedOut("hands_left", "Of that still to do", plan.left_min, Unit::Minutes,
                                      "less what is done and written down")});
    if (longest != nullptr) {
        const JobStep& step = plan.list.steps[longest->step];
        plan.figures.push_back({made("longest_wait", "Longest wait", "{0}, after " + step.name, {step.wait},
                                     step.wait.value() / kMinutesOfDay, Unit::Days)});
    }
    if (!plan.proven) {
        plan.figures.push_back({workedOut("not_before", "No plan is done before", dayOfFinish(plan, plan.lower),
                                          Unit::Date, "with a maker for every step"),
                                Prominence::Folded});
    }
}

} // namespace burl
