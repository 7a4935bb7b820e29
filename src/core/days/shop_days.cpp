#include "core/days/shop_days.h"

#include <algorithm>

namespace burl
{

ShopDaysQuestion shopQuestionOf(const std::vector<const DaysPlan*>& plans, const WorkHabits& habits)
{
    ShopDaysQuestion out;
    std::optional<int> first;
    for (const DaysPlan* plan : plans) {
        if (plan != nullptr && !plan->question.steps.empty()) {
            first = std::min(first.value_or(plan->firstDay), plan->firstDay);
        }
    }
    out.firstDay = first.value_or(0);
    out.question.grid = kDaysGrid_min;
    for (const DaysPlan* plan : plans) {
        JobToDo job;
        if (plan != nullptr && !plan->question.steps.empty()) {
            const int shift = (plan->firstDay - out.firstDay) * kMinutesOfDay;
            job.steps = plan->question.steps;
            job.facts = plan->question.facts;
            for (WorkStep& step : job.steps) {
                step.notBefore = step.notBefore ? std::optional(*step.notBefore + shift) : std::nullopt;
            }
            for (StepFact& fact : job.facts) {
                fact.start = fact.start ? std::optional(*fact.start + shift) : std::nullopt;
                fact.end = fact.end ? std::optional(*fact.end + shift) : std::nullopt;
            }
            job.promise = plan->promise ? std::optional(*plan->promise + shift) : std::nullopt;
            out.question.now = std::max(out.question.now, plan->question.now + shift);
        }
        out.question.jobs.push_back(std::move(job));
    }
    const int days = kHorizon_days + out.question.now / kMinutesOfDay; // from now on
    out.question.calendar = calendarOf(habits, out.firstDay, days);
    out.question.horizon = days * kMinutesOfDay;
    return out;
}

} // namespace burl
