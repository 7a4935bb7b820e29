#include "core/money/needs.h"

#include <algorithm>
#include <cmath>

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

class NeedFinder
{
public:
    NeedFinder(const StepsInput& in, const DaysPlan& days) : in_(in), days_(days) {}

    std::vector<Need> find()
    {
        resin();
        discs();
        finish();
        glue();
        steel();
        goods();
        return std::move(out_);
    }

private:
    /// The first step with such a key that is not done; null when all are.
    [[nodiscard]] const PlannedStep* open(const std::string& begins) const
    {
        const PlannedStep* out = nullptr;
        for (const PlannedStep& p : days_.planned) {
            const JobStep& step = days_.list.steps[p.step];
            if (step.key.rfind(begins, 0) == 0 && !p.progress.done && !step.skipped &&
                (out == nullptr || p.start < out->start)) {
                out = &p;
            }
        }
        return out;
    }
    [[nodiscard]] std::optional<int> dayOf(const PlannedStep& p) const
    {
        return days_.found ? std::optional(days_.dayOfMinute(std::max(p.start, days_.question.now))) : std::nullopt;
    }

    void resin()
    {
        if (!in_.pour) {
            return;
        }
        for (const PourEvent& event : in_.pour->events) {
            const PlannedStep* p = days_.plannedStep("pour_" + event.id);
            if (p == nullptr || p->progress.done || !event.litres.known()) {
                continue;
            }
            const ResinClass* r = resinCalled(in_.fillInput->resins, event.resin);
            const double litres = event.litres.value() * usedForPlanned("resin", in_.logs);
            const std::string kind = "resin:" + event.resin;
            const auto mine = std::find_if(out_.begin(), out_.end(), [&](const Need& n) { return n.kind == kind; });
            if (mine != out_.end()) {
                mine->amount += litres;
                continue;
            }
            Need need{kind, r != nullptr ? r->name : event.resin, "L", litres, dayOf(*p), {}, {}};
            if (r != nullptr) {
                need.packs = r->packs;
                need.inStock = r->inStock_L;
            }
            out_.push_back(std::move(need));
        }
    }

    void discs()
    {
        const PlannedStep* first = open("sand_");
        double count = 0.0;
        for (const PlannedStep& p : days_.planned) {
            for (const PlannedWork& planned : days_.list.steps[p.step].planned) {
                count += planned.rate == "discs" && !p.progress.done ? planned.quantity : 0.0;
            }
        }
        if (first != nullptr && count > 0.0) {
            out_.push_back({"discs",
                            "Sanding discs",
                            "",
                            std::ceil(count * usedForPlanned("discs", in_.logs) - 1e-9),
                            dayOf(*first),
                            {},
                            {}});
        }
    }

    void finish()
    {
        const PlannedStep* under = open("under_");
        const PlannedStep* show = open("show_");
        const PlannedStep* first = under != nullptr ? under : show;
        if (first == nullptr || !in_.surface) {
            return;
        }
        // By the coats that are still to come.
        double all = 0.0;
        double left = 0.0;
        for (const PlannedStep& p : days_.planned) {
            const std::string& key = days_.list.steps[p.step].key;
            if (key.rfind("under_", 0) == 0 || key.rfind("show_", 0) == 0) {
                all += 1.0;
                left += p.progress.done ? 0.0 : 1.0;
            }
        }
        const double litres = in_.surface->flood ? in_.surface->flood->all.volume_L : in_.surface->amount.all.volume_L;
        if (all > 0.0 && litres > 0.0) {
            out_.push_back({"finish",
                            std::string("Finish: ") + finishClass(in_.surface->choices.finish).name,
                            "L",
                            litres * left / all,
                            dayOf(*first),
                            {},
                            {}});
        }
    }

    void glue()
    {
        const PlannedStep* p = open("glue");
        constexpr double kGrams = 1000.0;
        if (p != nullptr && in_.surface && in_.surface->glueAll) {
            out_.push_back({"glue",
                            std::string("Glue: ") + glueClass(in_.surface->choices.glue).name,
                            "kg",
                            in_.surface->glueAll->grams / kGrams,
                            dayOf(*p),
                            {},
                            {}});
        }
    }

    void steel()
    {
        const PlannedStep* p = open("base_w");
        if (p == nullptr || p->progress.begun || !in_.base) { // what is being welded is there
            return;
        }
        for (const StockCut& cut : in_.base->stock) {
            if (cut.list.bars > 0) {
                out_.push_back({(cut.wood ? "board:" : "steel:") + cut.name,
                                (cut.wood ? "Boards " : "Steel ") + cut.name,
                                cut.wood ? "boards" : "bars",
                                static_cast<double>(cut.list.bars),
                                dayOf(*p),
                                {},
                                {}});
            }
        }
    }

    /// While the step that uses them is to come.
    void goods()
    {
        for (const Goods& g : goodsOf(in_)) {
            const PlannedStep* p = open(g.step);
            if (p != nullptr && !p->progress.begun && g.amount.known() && g.amount.value() > 0.0) {
                out_.push_back({g.kind, g.name, g.unit, g.amount.value(), dayOf(*p), {}, {}});
            }
        }
    }

    const StepsInput& in_;
    const DaysPlan& days_;
    std::vector<Need> out_;
};

} // namespace

std::vector<Goods> goodsOf(const StepsInput& in)
{
    std::vector<Goods> out;
    const auto take = [&](const auto& answer) {
        if (answer) {
            out.insert(out.end(), answer->goods.begin(), answer->goods.end());
        }
    };
    take(in.layup);
    take(in.tenons);
    take(in.flatten);
    take(in.fill);
    take(in.pour);
    take(in.move);
    take(in.base);
    take(in.surface);
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
