#pragma once
// The money stage: what a job costs, what is asked for it, what an hour of it earns.
// Units: money without a currency.   Source: docs/formulas.md#money.   Threads: pure.

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/money/needs.h"
#include "core/money/pricing.h"
#include "core/shop/money_choices.h"

namespace burl
{

/// Where the price of a line of the plan is said.
struct PriceOf {
    enum class Said { Slab, Litre, Pack, Bar, Finish, Disc, Glue, BoughtBase, OwnLine, Stock };
    Said said = Said::OwnLine;
    SlabId slab{};
    std::string stock{}; // kind of the shop's stock, of what is priced there
    bool operator==(const PriceOf&) const = default;
};
/// What has no price yet.
struct Unpriced {
    std::string what;
    PriceOf of;
};

struct MoneyPlan : StageAnswer {
    KeptQuote draft;                      // as it would be given today
    std::vector<PriceOf> draftOf;         // of each line
    std::vector<Figure> hands;            // of each line of work: its minutes, to the minute
    std::optional<Quote> quote;           // of it; empty: something has no price, or an hour none
    Quote soFar;                          // with what has a price
    bool whole = false;                   // everything has a price, and an hour too
    Figure goods, labour, overhead, cost; // as far as they are known: NaN where nothing is
    std::vector<Figure> bill;             // what is asked, as it is read down: price, tax, to pay, deposit, left over
    std::vector<Unpriced> unpriced;
    std::vector<Need> needs;
    std::optional<double> earnedPerHour; // by the accepted quote and the minutes of the day book
    double written_min = 0.0;            // of the day book
};

struct MoneyInput {
    MoneyChoices choices;
    MoneyHabits habits;
    std::vector<StockItem> stock;
    std::string jobName, jobNote, promised;
    std::optional<double> resin_per_L;
    StepsInput steps;
    std::shared_ptr<const DaysPlan> days;
};
[[nodiscard]] bool sameInput(const MoneyInput& a, const MoneyInput& b);
[[nodiscard]] MoneyPlan moneyPlan(const MoneyInput& input);
/// Why a quote is not handed out: it promises a day on which the table is not done, with the day that is possible.
/// Empty: nothing is against it; what was accepted or delivered is not asked.
[[nodiscard]] std::string impossiblePromise(const KeptQuote& quote, const DaysPlan& days, const DaysChoices& choices);

/// Its place in the list of stages (core/plan/plan.h).
struct MoneyStage {
    using Input = MoneyInput;
    using Answer = MoneyPlan;
    static constexpr const char* kName = "money";
    static constexpr const char* kBench = "days"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        MoneyInput out;
        out.choices = in.job.money;
        out.habits = in.shop.habits.money;
        out.stock = in.shop.habits.stock;
        out.jobName = in.job.name;
        out.jobNote = in.job.note;
        out.promised = in.job.days.promised;
        out.resin_per_L = in.job.fill.price_per_L;
        out.steps = before.days.input->steps;
        out.days = before.days.answer;
        return out;
    }
    static Answer answer(const Input& input) { return moneyPlan(input); }
};

/// Of one piece, litre or kilogram of what the shop has in stock; empty: no price is said there.
[[nodiscard]] std::optional<double> priceInStock(const std::vector<StockItem>& stock, const std::string& kind);

} // namespace burl
