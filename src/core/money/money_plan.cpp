#include "core/money/money_plan.h"

#include <algorithm>
#include <cmath>
#include <string_view>

#include "core/measure/date.h"
#include "core/measure/format.h"

namespace burl
{
namespace
{

class MoneyPlanner
{
public:
    explicit MoneyPlanner(const MoneyInput& in) : in_(in), h_(in.habits), c_(in.choices) {}

    MoneyPlan run()
    {
        if (in_.days->list.steps.empty()) {
            return std::move(plan_);
        }
        plan_.needs = needsOf(in_.steps, *in_.days);
        terms();
        goods();
        work();
        sums();
        earned();
        figures();
        findings();
        sortBySeverity(plan_.findings);
        return std::move(plan_);
    }

private:
    using Said = PriceOf::Said;

    void terms()
    {
        KeptQuote& q = plan_.draft;
        q.table = in_.jobName; // the note is the maker's own
        q.delivery = in_.promised;
        q.overhead_pct = h_.overhead_pct;
        q.overheadOn = h_.overheadOn;
        q.by = c_.by.value_or(h_.by);
        q.pct = c_.pct.value_or(h_.pct);
        q.fixed = c_.fixed;
        q.round = q.by == PriceBy::Fixed ? RoundPrice::None : h_.round;
        q.roundTo = h_.roundTo;
        q.discount_pct = c_.discount_pct;
        q.tax_pct = c_.tax_pct.value_or(h_.tax_pct);
        q.deposit_pct = c_.deposit_pct.value_or(h_.deposit_pct);
    }

    /// `used`: for one that was planned, by the day books. `from`: the figure it is counted by, where there is one.
    void line(const std::string& what, const std::string& kind, double planned, std::optional<double> price, PriceOf of,
              double used = 1.0, const Figure& from = {})
    {
        const double quantity = planned * used;
        if (quantity <= 0.0) {
            return;
        }
        if (!price || !std::isfinite(quantity)) { // or how much of it is not known
            plan_.unpriced.push_back({what, of});
            return;
        }
        const double rounded = std::ceil(quantity * 1000.0 - 1e-6) / 1000.0; // to a gram or a millilitre
        plan_.draft.lines.push_back({what, kind, rounded, *price});
        plan_.draftOf.push_back(of);
        used_.push_back(used);
        from_.push_back(from);
    }

    void goods()
    {
        std::vector<SlabId> seen;
        for (const auto& slab : in_.steps.slabs) {
            if (!slab || std::find(seen.begin(), seen.end(), slab->id) != seen.end()) {
                continue;
            }
            seen.push_back(slab->id);
            line("Slab " + slab->name, "slab", 1.0, slab->price, {Said::Slab, slab->id});
        }
        resin();
        fieldPriced();
        for (const Goods& g : goodsOf(in_.steps)) {
            if (hasField(g.kind)) {
                continue;
            }
            const bool own = std::any_of(c_.lines.begin(), c_.lines.end(), [&](const MoneyLine& l) {
                // The maker's own line says it, by its kind or as its name begins: "Powder coat".
                return l.kind == g.kind || (!l.what.empty() && g.name.rfind(l.what, 0) == 0);
            });
            if (!own) {
                const std::string kind = g.kind.substr(0, g.kind.find(':'));
                line(g.name, kind, g.amount.value(), priceInStock(in_.stock, g.kind), {Said::Stock, {}, g.kind}, 1.0,
                     g.amount);
            }
        }
        for (const MoneyLine& own : c_.lines) {
            line(own.what, own.kind, own.quantity, own.price, {Said::OwnLine});
        }
        const bool bought = in_.steps.base && in_.steps.base->choices.kind == BaseKind::Bought;
        if (bought &&
            std::none_of(c_.lines.begin(), c_.lines.end(), [](const MoneyLine& l) { return l.kind == "base"; })) {
            plan_.unpriced.push_back({"Bought base", {Said::BoughtBase}});
        }
    }

    /// Goods whose price stands in a field of its own; all others stand in the shop's list of stock and prices.
    static bool hasField(const std::string& kind)
    {
        for (const char* begins : {"resin:", "steel:", "board:", "finish", "discs", "glue"}) {
            if (kind.rfind(begins, 0) == 0) {
                return true;
            }
        }
        return false;
    }

    void fieldPriced()
    {
        for (const Goods& g : goodsOf(in_.steps)) {
            const double amount = g.amount.value();
            if (g.kind.rfind("steel:", 0) == 0 || g.kind.rfind("board:", 0) == 0) {
                const bool wood = g.kind.rfind("board:", 0) == 0;
                line((wood ? "Boards " : "Steel bars ") + g.kind.substr(g.kind.find(':') + 1), wood ? "wood" : "steel",
                     amount, in_.steps.base->choices.barPrice, {Said::Bar});
            } else if (g.kind == "finish") {
                line("Finish, litres", "finish", amount, h_.finish_L, {Said::Finish});
            } else if (g.kind == "discs") {
                const double used = usedForPlanned("discs", in_.steps.logs);
                line("Sanding discs", "consumables", std::ceil(amount * used - 1e-9) / used, h_.disc, {Said::Disc},
                     used);
            } else if (g.kind == "glue") {
                line("Glue, kg", "consumables", amount, h_.glue_kg, {Said::Glue});
            }
        }
    }

    /// In whole packs where the shelf says what it comes in, else by the litre.
    void resin()
    {
        const double used = usedForPlanned("resin", in_.steps.logs);
        constexpr std::string_view kResin = "resin:";
        for (const Goods& goods : goodsOf(in_.steps)) {
            if (goods.kind.rfind(kResin, 0) != 0) {
                continue;
            }
            if (!goods.amount.known()) {
                plan_.unpriced.push_back({goods.name + ", how many litres", {Said::Litre}});
                continue;
            }
            const ResinClass* r = resinCalled(in_.steps.fillInput->resins, goods.kind.substr(kResin.size()));
            const bool packed =
                r != nullptr && !r->packs.empty() &&
                std::all_of(r->packs.begin(), r->packs.end(), [](const ResinPack& p) { return p.price.has_value(); });
            if (packed) {
                // What stands on the shelf was bought as well: the whole need, in packs.
                const PacksToBuy buy = packsFor(goods.amount.value() * used, 0.0, r->packs);
                for (size_t k = 0; k < buy.count.size(); ++k) {
                    line(goods.name + ", " + formatNumber(r->packs[k].litres, 2, true) + " L", "resin", buy.count[k],
                         r->packs[k].price, {Said::Pack}, 1.0, goods.amount);
                }
            } else {
                line(goods.name + ", litres", "resin", goods.amount.value(), in_.resin_per_L, {Said::Litre}, used,
                     goods.amount);
            }
        }
    }

    /// By bench; a second person by himself.
    void work()
    {
        const char* kBenches[] = {"yard", "layup", "flat", "fill", "move", "base", "surface", "days"};
        std::vector<Figure> second;
        for (const char* bench : kBenches) {
            std::vector<Figure> hands;
            for (const JobStep& step : in_.days->list.steps) {
                if (step.bench != bench || step.skipped) {
                    continue;
                }
                hands.push_back(step.hands);
                if (step.people > 1) {
                    second.push_back(besides(step));
                }
            }
            workLine(workName(bench), hands, h_.hour.value_or(0.0));
        }
        workLine("Second person", second, h_.helper.value_or(h_.hour.value_or(0.0)));
    }
    /// What the others do while the maker is at a step.
    static Figure besides(const JobStep& step)
    {
        const int others = step.people - 1;
        return others == 1 ? step.hands
                           : made("others_" + step.key, step.name, "{0} × {1}",
                                  {step.hands, given("others", "people besides", others, Unit::None, "steps")},
                                  step.hands.value() * others, Unit::Minutes);
    }
    /// To the minute.
    void workLine(const std::string& what, const std::vector<Figure>& hands, double hour)
    {
        const Figure sum = sumFigure("hands", "hands on", hands, Unit::Minutes);
        if (sum.value() <= 0.0) {
            return;
        }
        const double minutes = std::round(sum.value());
        plan_.draft.work.push_back({what, minutes, 1, hour});
        plan_.hands.push_back(minutes == sum.value()
                                  ? relabelled(sum, "minutes", "hands on")
                                  : made("minutes", "hands on", "{0}, to the minute", {sum}, minutes, Unit::Minutes));
    }
    static std::string workName(const std::string& bench)
    {
        return bench == "yard"      ? "Wood brought in"
               : bench == "layup"   ? "Sawing and jointing"
               : bench == "flat"    ? "Flattening"
               : bench == "fill"    ? "Resin"
               : bench == "move"    ? "Underside"
               : bench == "base"    ? "Base, packing, delivery"
               : bench == "surface" ? "Gluing, sanding, finish"
                                    : "Other work";
    }

    void sums()
    {
        plan_.soFar = quoteOf(plan_.draft);
        plan_.whole = allGoods() && allHours();
        if (plan_.whole) {
            plan_.quote = plan_.soFar;
        } else if (h_.hour && plan_.draft.by == PriceBy::Fixed && plan_.draft.fixed > 0.0) {
            plan_.quote = plan_.soFar; // the price stands whatever it costs
        }
        if (!h_.hour) {
            plan_.missing = Missing{"What an hour is worth is not said", "the price of an hour", {"days", "money"}};
        }
    }

    [[nodiscard]] bool allGoods() const { return plan_.unpriced.empty(); }
    [[nodiscard]] bool allHours() const { return h_.hour.has_value(); }

    [[nodiscard]] const KeptQuote* accepted() const
    {
        const KeptQuote* out = nullptr;
        for (const KeptQuote& q : c_.quotes) {
            out = !q.accepted.empty() ? &q : out;
        }
        return out;
    }

    void earned()
    {
        for (const DayEntry& entry : in_.steps.choices.book) {
            plan_.written_min += entry.struck ? 0.0 : entry.words.minutes;
        }
        const KeptQuote* q = accepted();
        if (q != nullptr && plan_.written_min > 0.0 && !in_.steps.choices.delivered.empty()) {
            const Quote sums = quoteOf(*q);
            plan_.earnedPerHour = (sums.net - sums.goods - sums.overhead) / (plan_.written_min / 60.0);
        }
    }

    void add(const Figure& f, Prominence p = Prominence::Plain) { plan_.figures.push_back({f, p}); }
    static Figure sum(const char* key, const char* label, double value, const char* source)
    {
        return workedOut(key, label, value, Unit::Money, source);
    }

    /// What the plan says, and what by the day books really goes for it.
    static Figure quantity(double all, double used, const Figure& from, bool packs)
    {
        if (used == 1.0) {
            return from ? made("quantity", "how much", packs ? "of the packs that hold {0}" : "{0}", {from}, all,
                               Unit::None)
                        : given("quantity", "how much", all, Unit::None, "plan");
        }
        return made("quantity", "how much", "{0} × {1}",
                    {from ? from : given("planned", "planned", all / used, Unit::None, "plan"),
                     workedOut("used", "used for one planned", used, Unit::None, "learned from the day books")},
                    all, Unit::None);
    }

    /// What it costs, as far as that is known.
    void costs()
    {
        const Quote& q = plan_.soFar;
        std::vector<Figure> lines;
        for (size_t i = 0; i < plan_.draft.lines.size(); ++i) {
            const MoneyLine& l = plan_.draft.lines[i];
            lines.push_back(made("line_" + std::to_string(i + 1), l.what, "{0} × {1}",
                                 {quantity(l.quantity, used_[i], from_[i], plan_.draftOf[i].said == Said::Pack),
                                  given("of_one", "price of one", l.price, Unit::Money, "said")},
                                 q.lines[i], Unit::Money));
        }
        plan_.goods = made("goods", allGoods() ? "Goods" : "Goods so far", sumOf(lines.size()), lines,
                           allGoods() || !lines.empty() ? q.goods : kNotKnown, Unit::Money);
        std::vector<Figure> works;
        for (size_t i = 0; i < plan_.draft.work.size(); ++i) {
            const WorkLine& w = plan_.draft.work[i];
            const bool said = w.hour > 0.0 || h_.hour;
            works.push_back(
                made("work_" + std::to_string(i + 1), w.what, "{0} at {1} an hour",
                     {plan_.hands[i], given("hour", "an hour", said ? w.hour : kNotKnown, Unit::Money, "shop")},
                     said ? q.work[i] : kNotKnown, Unit::Money));
        }
        plan_.labour =
            made("labour", "Labour", sumOf(works.size()), works, allHours() ? q.labour : kNotKnown, Unit::Money);
        const bool onLabour = plan_.draft.overheadOn == OverheadOn::Labour;
        const Figure pct = given("overhead_pct", "overhead", plan_.draft.overhead_pct, Unit::Percent, "shop");
        const bool overheadKnown = pct.value() == 0.0 || (allHours() && (onLabour || allGoods()));
        plan_.overhead = made("overhead", "Overhead", onLabour ? "{0} of {1}" : "{0} of {1} and {2}",
                              onLabour ? std::vector<Figure>{pct, plan_.labour}
                                       : std::vector<Figure>{pct, plan_.goods, plan_.labour},
                              overheadKnown ? q.overhead : kNotKnown, Unit::Money);
        std::vector<Figure> known;
        double cost = 0.0;
        for (const Figure& part : {plan_.goods, plan_.labour, plan_.overhead}) {
            if (part.known()) {
                known.push_back(part);
                cost += part.value();
            }
        }
        const bool nothing = !plan_.whole && cost == 0.0;
        plan_.cost = made("cost", plan_.whole ? "Cost" : "Cost so far", sumOf(known.size()), known,
                          plan_.whole ? q.cost
                          : nothing   ? kNotKnown
                                      : cost,
                          Unit::Money);
    }

    /// What is asked for it.
    void asked()
    {
        const Quote& q = *plan_.quote;
        const Figure pct = given("price_pct", plan_.draft.by == PriceBy::Margin ? "margin" : "markup", plan_.draft.pct,
                                 Unit::Percent, "chosen");
        const char* formula =
            plan_.draft.by == PriceBy::Margin ? "{0} ÷ (100 % − {1}), rounded" : "{0} × (100 % + {1}), rounded";
        // Whatever it costs, a price that was fixed stands.
        const Figure full = plan_.draft.by == PriceBy::Fixed
                                ? given("price_full", "price", q.price, Unit::Money, "fixed")
                                : made("price_full", "price", formula, {plan_.cost, pct}, q.price, Unit::Money);
        const Figure price =
            plan_.draft.discount_pct > 0.0
                ? made("price", "Price before tax", "{0} less {1}",
                       {full, given("discount_pct", "discount", plan_.draft.discount_pct, Unit::Percent, "chosen")},
                       q.net, Unit::Money)
                : relabelled(full, "price", "Price before tax");
        const bool taxed = plan_.draft.tax_pct > 0.0;
        const Figure tax =
            made("tax", "Tax", "{0} of {1}, to the cent",
                 {given("tax_pct", "tax", plan_.draft.tax_pct, Unit::Percent, "chosen"), price}, q.tax, Unit::Money);
        const KeptQuote* kept = accepted();
        const char* label = kept != nullptr ? "As it would be today" : "Price";
        const Figure gross = taxed ? made("gross", label, "{0} + {1}", {price, tax}, q.gross, Unit::Money)
                                   : relabelled(price, "gross", label);
        if (kept != nullptr) { // what was agreed is the price, whatever the job becomes
            add(given("gross_accepted", "Price, as accepted", quoteOf(*kept).gross, Unit::Money,
                      "the quote accepted on " + kept->accepted),
                Prominence::Headline);
        }
        add(gross, kept != nullptr ? Prominence::Plain : Prominence::Headline);
        plan_.bill.push_back(price);
        if (taxed) {
            plan_.bill.push_back(tax);
            plan_.bill.push_back(relabelled(gross, "to_pay", "To pay"));
        }
        add(price, taxed ? Prominence::Plain : Prominence::Folded);
        if (plan_.draft.deposit_pct > 0.0) {
            plan_.bill.push_back(
                made("deposit", "Deposit", "{0} of {1}",
                     {given("deposit_pct", "deposit", plan_.draft.deposit_pct, Unit::Percent, "chosen"), gross},
                     q.deposit, Unit::Money));
            add(plan_.bill.back());
        }
        if (plan_.whole) {
            left(price);
        }
    }

    /// What of the price is left, and what an hour earns by it.
    void left(const Figure& price)
    {
        const Quote& q = *plan_.quote;
        plan_.bill.push_back(made("profit", "Left over", "{0} − {1}", {price, plan_.cost}, q.profit, Unit::Money));
        if (q.margin_pct) {
            add(made("margin", "Margin: of the price", "({0} − {1}) ÷ {0}", {price, plan_.cost}, *q.margin_pct,
                     Unit::Percent));
        }
        if (q.markup_pct) {
            add(made("markup", "Markup: on the cost", "({0} − {1}) ÷ {1}", {price, plan_.cost}, *q.markup_pct,
                     Unit::Percent));
        }
        const Figure hours = sumFigure("person_minutes", "hours of all hands", plan_.hands, Unit::Minutes);
        if (q.hourEarns) {
            add(made("hour_earns", "An hour earns", "({0} − {1} − {2}) ÷ {3}",
                     {price, plan_.goods, plan_.overhead, hours}, *q.hourEarns, Unit::Money));
        }
        if (q.breakEvenRate) {
            const Figure pct = given("overhead_pct", "overhead", plan_.draft.overhead_pct, Unit::Percent, "shop");
            add(made("break_even", "Break-even: an hour may cost",
                     plan_.draft.overheadOn == OverheadOn::Direct ? "({0} ÷ (100 % + {3}) − {1}) ÷ {2}"
                                                                  : "({0} − {1}) ÷ (100 % + {3}) ÷ {2}",
                     {price, plan_.goods, hours, pct}, *q.breakEvenRate, Unit::Money));
        }
    }

    void figures()
    {
        costs();
        if (plan_.quote) {
            asked();
        }
        add(plan_.cost);
        add(plan_.goods);
        add(plan_.labour);
        add(plan_.overhead, Prominence::Folded);
        if (plan_.earnedPerHour) {
            add(made("earned", "An hour really earned",
                     "accepted price less goods and overhead, over {0} of the day book",
                     {workedOut("written", "minutes", plan_.written_min, Unit::Minutes, "day book")},
                     *plan_.earnedPerHour, Unit::Money));
        }
    }

    void findings()
    {
        if (plan_.missing) {
            addMissing(plan_.findings, "money.missing", *plan_.missing);
        }
        if (!plan_.unpriced.empty() && !plan_.missing) {
            constexpr size_t kTold = 4;
            std::string names;
            for (size_t i = 0; i < std::min(kTold, plan_.unpriced.size()); ++i) {
                names += (i == 0 ? "" : ", ") + plan_.unpriced[i].what;
            }
            names +=
                plan_.unpriced.size() > kTold ? " and " + std::to_string(plan_.unpriced.size() - kTold) + " more" : "";
            addFinding(plan_.findings, "money.unpriced", Severity::ToDo,
                       "Not priced yet: " + names + "; the price waits for it.", {}, "say what it costs")
                .leadsTo = {"days", "money"};
        }
        const Quote& q = plan_.soFar;
        if (plan_.quote && q.net < q.cost - 0.005) {
            addFinding(plan_.findings, "money.below_cost", Severity::Warn, "The price of {0} is below the cost of {1}.",
                       {sum("price", "price", q.net, "chosen"), sum("cost", "cost", q.cost, "goods, labour, overhead")},
                       "ask more, or leave something out")
                .leadsTo = {"days", "money"};
        } else if (plan_.whole && q.hourEarns && *q.hourEarns < *h_.hour - 0.005) {
            addFinding(plan_.findings, "money.hour_earns_less", Severity::Caution,
                       "An hour of this job earns {0}, less than the {1} it is worth.",
                       {sum("hour_earns", "an hour earns", *q.hourEarns, "price less goods and overhead"),
                        sum("hour", "an hour", *h_.hour, "shop")},
                       "look at the price")
                .leadsTo = {"days", "money"};
        }
        // While something has no price yet both are what they are so far: more goods only widen the gap.
        if (allHours() && plan_.draft.deposit_pct > 0.0 && plan_.goods.known() && q.deposit < q.goods - 0.005) {
            addFinding(plan_.findings, "money.deposit_low", Severity::Caution,
                       plan_.whole ? "The deposit of {0} does not pay the goods of {1}, which are bought before."
                                   : "The deposit, {0} by what has a price so far, does not pay the goods of {1}, "
                                     "which are bought before.",
                       {sum("deposit", "deposit", q.deposit, "chosen"), plan_.goods}, "ask for a larger deposit")
                .leadsTo = {"days", "money"};
        }
        const KeptQuote* kept = accepted();
        if (kept != nullptr && plan_.quote) {
            const Quote was = quoteOf(*kept);
            constexpr double kMoved = 0.03; // of the cost: below it prices breathe
            if (q.cost > was.cost * (1.0 + kMoved)) {
                addFinding(
                    plan_.findings, "money.dearer", Severity::Caution,
                    "Since the quote was accepted the cost rose from {0} to {1}; the price stays as accepted.",
                    {sum("was_cost", "then", was.cost, "the accepted quote"), relabelled(plan_.cost, "cost", "now")},
                    "see what changed")
                    .leadsTo = {"days", "money"};
            }
        }
    }

    const MoneyInput& in_;
    const MoneyHabits& h_;
    const MoneyChoices& c_;
    std::vector<double> used_; // of each line: what goes for one planned
    std::vector<Figure> from_; // of each line: what it is counted by, if anything
    MoneyPlan plan_;
};

} // namespace

bool sameInput(const MoneyInput& a, const MoneyInput& b)
{
    // All that the steps stand on is in the days' answer, which is the same object when they are.
    return a.choices == b.choices && a.habits == b.habits && a.stock == b.stock && a.jobName == b.jobName &&
           a.jobNote == b.jobNote && a.promised == b.promised && a.resin_per_L == b.resin_per_L && a.days == b.days;
}

std::string impossiblePromise(const KeptQuote& quote, const DaysPlan& days, const DaysChoices& choices)
{
    const auto promised = dayOf(quote.delivery);
    if (!promised || !days.found || !quote.accepted.empty() || !choices.delivered.empty()) {
        return {};
    }
    const int done = days.dayOfMinute(std::max(0, days.finish - 1));
    return done <= *promised
               ? std::string()
               : "The quote promises " + dateText(*promised) + ", too late for the plan, which is done by " +
                     dateText(done) + ": promise that day or a later one, or change the hours";
}

MoneyPlan moneyPlan(const MoneyInput& input)
{
    return MoneyPlanner(input).run();
}

std::optional<double> priceInStock(const std::vector<StockItem>& stock, const std::string& kind)
{
    for (const StockItem& item : stock) {
        if (item.kind == kind && item.price && item.pack > 0.0) {
            return *item.price / item.pack;
        }
    }
    return std::nullopt;
}

} // namespace burl
