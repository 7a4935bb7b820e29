#include "app/shop_days_run.h"

namespace burl
{

ShopDays shopDaysOf(const ShopDaysAsked& asked, const std::function<bool(double)>& goOn)
{
    ShopDays out;
    std::vector<const DaysPlan*> plans;
    for (size_t i = 0; i < asked.book.jobs.size(); ++i) {
        if (goOn && !goOn(static_cast<double>(i) / static_cast<double>(asked.book.jobs.size() + 1))) {
            return out;
        }
        ShopDays::One one;
        one.job = asked.book.jobs[i];
        Worked worked = asked.worked; // what the slow models said is of the job on the wall
        worked.heat.reset();
        worked.hold.reset();
        one.plan = makePlan(*one.job, *asked.book.shop, nullptr, worked);
        out.jobs.push_back(std::move(one));
    }
    for (const ShopDays::One& one : out.jobs) {
        plans.push_back(one.job->days.delivered.empty() ? &*one.plan.days : nullptr);
    }
    const ShopDaysQuestion question = shopQuestionOf(plans, asked.book.shop->habits.work);
    out.firstDay = question.firstDay;
    const ShopSchedule schedule = shopSchedule(question.question);
    out.found = schedule.found;
    for (size_t i = 0; i < out.jobs.size() && i < schedule.jobs.size(); ++i) {
        out.jobs[i].together = schedule.jobs[i];
    }
    return out;
}

} // namespace burl
