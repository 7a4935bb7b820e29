#include "core/money/needs.h"

#include <algorithm>
#include <cmath>

#include "core/days/steps_made.h"
#include "core/measure/date.h"
#include "core/measure/format.h"

namespace burl
{
namespace
{

std::string quoted(const std::string& text)
{
    if (text.find_first_of(",\"\n\r") == std::string::npos) {
        return text;
    }
    std::string out = "\"";
    for (const char c : text) {
        out += c == '"' ? "\"\"" : std::string(1, c);
    }
    return out + '"';
}

/// What is still to be there of goods: for their steps that are not done, or for what is there when work begins, not
/// begun.
class NeedFinder
{
public:
    NeedFinder(const StepsInput& in, const DaysPlan& days) : in_(in), days_(days) {}

    std::vector<Need> find()
    {
        for (const Goods& goods : goodsOf(in_)) {
            need(goods);
        }
        return std::move(out_);
    }

private:
    [[nodiscard]] const JobStep& stepOf(const PlannedStep& p) const { return days_.list.steps[p.step]; }
    [[nodiscard]] bool open(const PlannedStep& p, bool along) const
    {
        return !p.progress.done && (along || !p.progress.begun) && !stepOf(p).skipped;
    }
    [[nodiscard]] std::optional<int> dayOf(const PlannedStep& p) const
    {
        return days_.found ? std::optional(days_.dayOfMinute(std::max(p.start, days_.question.now))) : std::nullopt;
    }

    void need(const Goods& goods)
    {
        double amount = 0.0;
        const PlannedStep* first = nullptr;
        const auto uses = [&](const PlannedStep& p, double of) {
            if (open(p, goods.along)) {
                amount += of;
                first = first == nullptr || p.start < first->start ? &p : first;
            }
        };
        if (goods.uses.empty()) { // all of it, as long as one of its steps is to come
            for (const PlannedStep& p : days_.planned) {
                if (stepOf(p).key.rfind(goods.step, 0) == 0) {
                    uses(p, 0.0);
                }
            }
            amount = goods.amount.known() ? goods.amount.value() : 0.0;
        }
        for (const GoodsUse& use : goods.uses) {
            if (const PlannedStep* p = days_.plannedStep(use.step)) {
                uses(*p, use.amount);
            }
        }
        if (first == nullptr || !(amount > 0.0)) {
            return;
        }
        const std::string kind = goods.kind.substr(0, goods.kind.find(':'));
        amount *= usedForPlanned(kind.c_str(), in_.logs);
        amount = goods.unit.empty() ? std::ceil(amount - 1e-9) : amount; // pieces are whole
        Need need{goods.kind, goods.name, goods.unit, amount, dayOf(*first), {}, {}};
        if (kind == "resin") {
            if (const ResinClass* r = resinCalled(in_.fillInput->resins, goods.kind.substr(kind.size() + 1))) {
                need.packs = r->packs;
                need.inStock = r->inStock_L;
            }
        }
        out_.push_back(std::move(need));
    }

    const StepsInput& in_;
    const DaysPlan& days_;
    std::vector<Need> out_;
};

} // namespace

std::vector<Goods> goodsOf(const StepsInput& in)
{
    std::vector<Goods> out;
    for (const StageAnswer* stage : answersOf(in)) {
        out.insert(out.end(), stage->goods.begin(), stage->goods.end());
    }
    return out;
}

std::vector<Need> needsOf(const StepsInput& input, const DaysPlan& days)
{
    return NeedFinder(input, days).find();
}

std::vector<ShoppingLine> shoppingList(const std::vector<JobNeeds>& jobs, const std::vector<StockItem>& stock,
                                       std::optional<int> untilDay)
{
    std::vector<ShoppingLine> out;
    std::vector<std::vector<ResinPack>> packs;
    for (const JobNeeds& job : jobs) {
        for (const Need& need : job.needs) {
            if (untilDay && need.by_day && *need.by_day > *untilDay) {
                continue;
            }
            auto line = std::find_if(out.begin(), out.end(),
                                     [&](const ShoppingLine& l) { return l.kind == need.kind && l.name == need.name; });
            if (line == out.end()) {
                ShoppingLine fresh;
                fresh.kind = need.kind;
                fresh.name = need.name;
                fresh.unit = need.unit;
                fresh.inStock = need.inStock.value_or(0.0);
                out.push_back(fresh);
                packs.push_back(need.packs);
                line = out.end() - 1;
            }
            line->need += need.amount;
            if (need.by_day && (!line->by_day || *need.by_day < *line->by_day)) {
                line->by_day = need.by_day;
            }
            if (std::find(line->jobs.begin(), line->jobs.end(), job.job) == line->jobs.end()) {
                line->jobs.push_back(job.job);
            }
        }
    }
    for (size_t i = 0; i < out.size(); ++i) {
        ShoppingLine& line = out[i];
        if (!packs[i].empty()) {
            const PacksToBuy buy = packsFor(line.need, line.inStock, packs[i]);
            line.buy = buy.litres;
            line.cost = buy.price;
            for (size_t k = 0; k < buy.count.size(); ++k) {
                if (buy.count[k] > 0) {
                    line.packs += (line.packs.empty() ? "" : " + ") + std::to_string(buy.count[k]) + " × " +
                                  formatNumber(packs[i][k].litres, 2, true) + " L";
                }
            }
            continue;
        }
        double pack = line.unit == "L" || line.unit == "kg" ? 0.0 : 1.0;
        std::optional<double> price;
        for (const StockItem& item : stock) {
            if (item.kind == line.kind) {
                line.inStock = item.amount;
                pack = item.pack;
                price = item.price;
            }
        }
        const double lacks = std::max(0.0, line.need - line.inStock);
        if (pack > 0.0) {
            const double count = std::ceil(lacks / pack - 1e-9);
            line.buy = count * pack;
            const std::string one = pack == 1.0 ? "" : " × " + formatNumber(pack, 2, true);
            line.packs = count > 0.0 ? formatNumber(count, 0) + one + (line.unit.empty() ? "" : ' ' + line.unit) : "";
            line.cost = price ? std::optional(count * *price) : std::nullopt;
        } else {
            line.buy = lacks;
        }
    }
    std::stable_sort(out.begin(), out.end(), [](const ShoppingLine& a, const ShoppingLine& b) {
        return a.by_day.value_or(INT32_MAX) < b.by_day.value_or(INT32_MAX);
    });
    return out;
}

std::string shoppingCsv(const std::vector<ShoppingLine>& lines)
{
    std::string out = "what,unit,need,in stock,to buy,packs,cost,by,jobs\n";
    for (const ShoppingLine& line : lines) {
        std::string jobs;
        for (const std::string& job : line.jobs) {
            jobs += (jobs.empty() ? "" : "; ") + job;
        }
        out += quoted(line.name) + ',' + quoted(line.unit) + ',' + formatNumber(line.need, 2, true) + ',' +
               formatNumber(line.inStock, 2, true) + ',' + formatNumber(line.buy, 2, true) + ',' + quoted(line.packs) +
               ',' + (line.cost ? formatNumber(*line.cost, 2) : "") + ',' + (line.by_day ? isoDate(*line.by_day) : "") +
               ',' + quoted(jobs) + '\n';
    }
    return out;
}

} // namespace burl
