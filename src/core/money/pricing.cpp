#include "core/money/pricing.h"

#include <algorithm>
#include <functional>
#include <numeric>

#include "core/measure/units.h"
#include "core/money/exact.h"

namespace burl
{
namespace
{

Exact percent(double pct)
{
    return exactOf(pct) / 100;
}

long whole(const Exact& value)
{
    return static_cast<long>(plain(value));
}

Exact exactSum(const std::vector<Exact>& values)
{
    return std::accumulate(values.begin(), values.end(), Exact(0));
}

} // namespace

PackAnswer wholePacks(const PackInput& in)
{
    PackAnswer out;
    const Exact gross = exactOf(in.need) * (1 + percent(in.allowance_pct)) / percent(in.yield_pct);
    const Exact missing = gross - exactOf(in.onHand);
    const Exact packs = missing > 0 ? ceiling(missing / exactOf(in.pack)) : Exact(0);
    out.gross = plain(gross);
    out.packs = whole(packs);
    out.cost = plain(cents(packs * exactOf(in.price)));
    out.leftOver = plain(exactOf(in.onHand) + packs * exactOf(in.pack) - gross);
    out.valueUsed = plain(cents(gross * exactOf(in.price) / exactOf(in.pack)));
    return out;
}

KitAnswer kitsFor(double need_L, const std::vector<KitSize>& kits)
{
    struct Kit {
        Exact size, price;
        size_t listed = 0;
    };
    std::vector<Kit> bySize;
    for (size_t i = 0; i < kits.size(); ++i) {
        bySize.push_back({exactOf(kits[i].size_L), exactOf(kits[i].price), i});
    }
    std::stable_sort(bySize.begin(), bySize.end(), [](const Kit& a, const Kit& b) { return a.size > b.size; });
    const Exact need = exactOf(need_L);
    std::vector<long> counts(kits.size(), 0);
    std::vector<long> best;
    Exact bestCost = 0;
    Exact bestBought = 0;
    long bestNumber = 0;
    // The largest first, most of it first: of what is alike the first found has more of the largest.
    const std::function<void(size_t, Exact, Exact, long)> fill = [&](size_t k, Exact bought, Exact cost, long number) {
        if (!best.empty() && cost > bestCost) {
            return;
        }
        if (bought >= need || k == bySize.size()) {
            if (bought >= need && (best.empty() || cost < bestCost || (cost == bestCost && bought < bestBought) ||
                                   (cost == bestCost && bought == bestBought && number < bestNumber))) {
                best = counts;
                bestCost = cost;
                bestBought = bought;
                bestNumber = number;
            }
            return;
        }
        const long most = whole(ceiling((need - bought) / bySize[k].size));
        for (long n = most; n >= 0; --n) {
            counts[bySize[k].listed] = n;
            fill(k + 1, bought + n * bySize[k].size, cost + n * bySize[k].price, number + n);
        }
        counts[bySize[k].listed] = 0;
    };
    fill(0, 0, 0, 0);
    KitAnswer out;
    out.counts = best;
    out.cost = plain(bestCost);
    out.bought_L = plain(bestBought);
    out.leftOver_L = plain(bestBought - need);
    if (need > 0) {
        out.perLitre = plain(bestCost / need);
    }
    bool first = true;
    for (const Kit& kit : bySize) {
        const Exact cost = ceiling(need / kit.size) * kit.price;
        if (first || plain(cost) < out.oneSize) {
            out.oneSize = plain(cost);
            first = false;
        }
    }
    return out;
}

WoodPrice woodPrice(const WoodPriceInput& in)
{
    WoodPrice out;
    const Exact mm3 = exactOf(in.length_mm) * exactOf(in.width_mm) * exactOf(in.billed_mm.value_or(in.thickness_mm));
    const Exact feet = mm3 / (exactOf(kBoardFoot_L) * exactOf(kMm3PerL));
    const Exact litres = mm3 / exactOf(kMm3PerL);
    const Exact m3 = mm3 / exactOf(kMm3PerM3);
    const Exact measure = in.per == WoodPer::BoardFoot    ? feet
                          : in.per == WoodPer::CubicMetre ? m3
                          : in.per == WoodPer::Litre      ? litres
                          : in.per == WoodPer::Kilogram   ? exactOf(in.mass_kg)
                                                          : Exact(1);
    const Exact cost = cents(exactOf(in.price) * measure);
    out.boardFeet = plain(feet);
    out.m3 = plain(m3);
    out.cost = plain(cost);
    if (mm3 > 0) {
        out.perBoardFoot = plain(cost / feet);
        out.perLitre = plain(cost / litres);
        if (in.finished_L && *in.finished_L > 0.0) {
            const Exact finished = exactOf(*in.finished_L);
            out.yield_pct = plain(finished / litres * 100);
            out.perFinishedLitre = plain(cost / finished);
        }
    }
    return out;
}

Quote quoteOf(const QuoteInput& in)
{
    Quote out;
    std::map<std::string, Exact> kinds;
    Exact goods = 0;
    for (const MoneyLine& line : in.lines) {
        const Exact amount = cents(exactOf(line.quantity) * exactOf(line.price));
        out.lines.push_back(plain(amount));
        kinds[line.kind] += amount;
        goods += amount;
    }
    for (const auto& [kind, amount] : kinds) {
        out.byKind[kind] = plain(amount);
    }
    Exact labour = 0;
    Exact minutes = 0;
    for (const WorkLine& work : in.work) {
        const Exact amount = cents(exactOf(work.minutes) * work.persons * exactOf(work.hour) / 60);
        out.work.push_back(plain(amount));
        labour += amount;
        minutes += exactOf(work.minutes) * work.persons;
    }
    const bool direct = in.overheadOn == OverheadOn::Direct;
    const Exact share = percent(in.overhead_pct);
    const Exact overhead = cents(share * (direct ? goods + labour : labour));
    const Exact cost = goods + labour + overhead;
    Exact before = exactOf(in.fixed);
    if (in.by == PriceBy::Margin) {
        before = cents(cost / (1 - percent(in.pct)));
    } else if (in.by == PriceBy::Markup) {
        before = cents(cost * (1 + percent(in.pct)));
    }
    Exact price = before;
    const Exact step = exactOf(in.roundTo);
    if (in.round == RoundPrice::Up) {
        price = ceiling(before / step) * step;
    } else if (in.round == RoundPrice::Nearest) {
        price = nearest(before / step) * step;
    }
    const Exact discount = cents(percent(in.discount_pct) * price);
    const Exact net = price - discount;
    const Exact tax = cents(percent(in.tax_pct) * net);
    const Exact gross = net + tax;
    const Exact deposit = cents(percent(in.deposit_pct) * gross);
    const Exact profit = net - cost;
    out.goods = plain(goods);
    out.personMinutes = plain(minutes);
    out.labour = plain(labour);
    out.overhead = plain(overhead);
    out.cost = plain(cost);
    out.beforeRounding = plain(before);
    out.price = plain(price);
    out.discount = plain(discount);
    out.net = plain(net);
    out.tax = plain(tax);
    out.gross = plain(gross);
    out.deposit = plain(deposit);
    out.balance = plain(gross - deposit);
    out.profit = plain(profit);
    if (net != 0) {
        out.margin_pct = plain(100 * profit / net);
    }
    if (cost != 0) {
        out.markup_pct = plain(100 * profit / cost);
    }
    if (minutes > 0) {
        const Exact hours = minutes / 60;
        out.hourEarns = plain((net - goods - overhead) / hours);
        out.breakEvenRate = plain((direct ? net / (1 + share) - goods : (net - goods) / (1 + share)) / hours);
    }
    return out;
}

ChoiceChange changeOf(const Quote& a, const Quote& b)
{
    const auto less = [](double x, double y) { return plain(exactOf(y) - exactOf(x)); };
    ChoiceChange out;
    for (const auto* side : {&a, &b}) {
        for (const auto& line : side->byKind) {
            const std::string& kind = line.first;
            const auto of = [&](const Quote& q) { return q.byKind.count(kind) != 0 ? q.byKind.at(kind) : 0.0; };
            out.byKind[kind] = less(of(a), of(b));
        }
    }
    out.personMinutes = less(a.personMinutes, b.personMinutes);
    out.goods = less(a.goods, b.goods);
    out.labour = less(a.labour, b.labour);
    out.overhead = less(a.overhead, b.overhead);
    out.cost = less(a.cost, b.cost);
    out.net = less(a.net, b.net);
    out.tax = less(a.tax, b.tax);
    out.gross = less(a.gross, b.gross);
    out.profit = less(a.profit, b.profit);
    std::map<std::string, double> all = out.byKind;
    all["labour"] = out.labour;
    double most = 0.0;
    for (const auto& [kind, amount] : all) { // by the alphabet: of two alike the first
        if (std::abs(amount) > most) {
            most = std::abs(amount);
            out.largest = kind;
        }
    }
    if (a.net != 0.0) {
        out.net_pct = plain(100 * (exactOf(b.net) - exactOf(a.net)) / exactOf(a.net));
    }
    return out;
}

MarginMarkup marginAndMarkup(double cost, double pct)
{
    MarginMarkup out;
    const Exact c = exactOf(cost);
    const Exact p = percent(pct);
    const Exact markup = cents(c * (1 + p));
    out.atMarkup = plain(markup);
    out.marginOfMarkup_pct = plain(100 * p / (1 + p));
    if (p < 1) {
        const Exact margin = cents(c / (1 - p));
        out.atMargin = plain(margin);
        out.markupOfMargin_pct = plain(100 * p / (1 - p));
        out.missing = plain(margin - markup);
    }
    return out;
}

HourRate hourRate(const HourRateInput& in)
{
    HourRate out;
    std::vector<Exact> fixed{exactOf(in.pay)};
    for (const double f : in.fixed) {
        fixed.push_back(exactOf(f));
    }
    const Exact total = exactSum(fixed) * (1 + percent(in.reserve_pct));
    const Exact hours = exactOf(in.weeks) * exactOf(in.hours_week) * percent(in.billable_pct);
    out.year = plain(cents(total));
    out.billable_h = plain(hours);
    out.exact = plain(total / hours);
    out.rate = plain(ceiling(total / hours * 100) / 100);
    return out;
}

std::vector<double> instalments(double gross, const std::vector<double>& percents)
{
    std::vector<double> out;
    const Exact all = exactOf(gross);
    Exact left = all;
    for (size_t i = 0; i < percents.size(); ++i) {
        const Exact part = i + 1 == percents.size() ? left : cents(percent(percents[i]) * all);
        left -= part;
        out.push_back(plain(part));
    }
    return out;
}

} // namespace burl
