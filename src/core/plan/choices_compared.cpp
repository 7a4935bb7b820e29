#include "core/plan/choices_compared.h"

namespace burl
{
namespace
{

ChoiceCompared told(const std::string& name, const Plan& plan)
{
    ChoiceCompared out;
    out.name = name;
    const bool lies = !plan.layup->missing && !plan.layup->pieces.empty() && plan.layup->meanWidth.known();
    out.width_mm = lies ? plan.layup->meanWidth.value() : 0.0;
    if (plan.days->found) {
        out.done_day = plan.days->dayOfMinute(plan.days->finish > 0 ? plan.days->finish - 1 : 0);
    }
    out.cost = plan.money->cost.known() ? std::optional(plan.money->cost.value()) : std::nullopt;
    if (plan.money->quote) {
        out.gross = plan.money->quote->gross;
    }
    return out;
}

} // namespace

std::vector<ChoiceCompared> compareKept(const Job& job, const Shop& shop, const Worked& worked,
                                        const std::function<bool(double)>& goOn)
{
    std::vector<ChoiceCompared> out;
    const Worked plain{nullptr, nullptr, worked.rates, worked.now_h}; // all by the same sheets, none by a model
    const Plan now = makePlan(job, shop, nullptr, plain);
    out.push_back(told("as it lies", now));
    out.back().whole = now.money->quote.has_value();
    for (size_t i = 0; i < job.kept.size(); ++i) {
        if (goOn && !goOn(static_cast<double>(i + 1) / static_cast<double>(job.kept.size() + 1))) {
            return out;
        }
        Job other = job;
        other.layup = job.kept[i].layup;
        const Plan plan = makePlan(other, shop, nullptr, plain);
        ChoiceCompared c = told(job.kept[i].name, plan);
        c.change = changeOf(now.money->soFar, plan.money->soFar);
        c.whole = now.money->quote.has_value() && plan.money->quote.has_value();
        out.push_back(std::move(c));
    }
    return out;
}

} // namespace burl
