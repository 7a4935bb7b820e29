// What a job costs, what is asked, what is bought.

#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>

#include "core/measure/clock.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;

namespace
{

Plan at(const Demo& demo)
{
    Worked worked;
    worked.now_h = hoursOf("2026-11-27T10:00");
    return makePlan(demo.job, *demo.book.shop, nullptr, worked);
}

Habits priced(Habits habits)
{
    habits.money.hour = 50.0;
    habits.money.helper = 20.0;
    habits.money.overhead_pct = 10.0;
    habits.money.by = PriceBy::Markup;
    habits.money.pct = 25.0;
    habits.money.round = RoundPrice::None;
    habits.money.tax_pct = 20.0;
    habits.money.deposit_pct = 50.0;
    return habits;
}

} // namespace

TEST_CASE("a price waits until everything has one, and says what has none", "[money]")
{
    Demo demo(1);
    demo.job.money = {};
    Habits habits = demo.book.shop->habits;
    habits.money.hour.reset();
    demo.book = withHabits(demo.book, habits);
    const Plan without = at(demo);
    CHECK_FALSE(without.money->quote);
    REQUIRE(without.money->missing);
    CHECK(codes(without.money->findings).count("money.missing") == 1);
    CHECK_FALSE(without.figure("gross").known());
    CHECK_FALSE(without.figure("labour").known());
    CHECK_FALSE(without.figure("overhead").known()); // it is taken of the labour
    CHECK(without.money->goods.node().label == "Goods");
    CHECK(without.figure("cost").node().label == "Cost so far");
    CHECK(without.figure("cost").value() == without.figure("goods").value());
    CHECK(without.figure("goods").value() > 370.0 + 340.0); // its slabs alone

    demo.book = withHabits(demo.book, priced(habits));
    demo.slab({3}, [](Slab& s) { s.price.reset(); });
    const Plan open = at(demo);
    CHECK_FALSE(open.money->quote);
    REQUIRE(open.money->unpriced.size() == 1);
    CHECK(open.money->unpriced[0].what == "Slab A3");
    CHECK(open.money->unpriced[0].of == PriceOf{PriceOf::Said::Slab, {3}});
    CHECK(open.money->goods.node().label == "Goods so far");
    CHECK(open.figure("labour").known());
    CHECK(open.figure("overhead").value() == Approx(0.1 * open.figure("labour").value()).margin(0.006));
    CHECK(codes(open.money->findings).count("money.unpriced") == 1);
    // Overhead on goods waits for all of them.
    Habits direct = priced(habits);
    direct.money.overheadOn = OverheadOn::Direct;
    demo.book = withHabits(demo.book, direct);
    CHECK_FALSE(at(demo).figure("overhead").known());
    CHECK(at(demo).figure("cost").value() ==
          Approx(at(demo).figure("goods").value() + at(demo).figure("labour").value()));
    demo.slab({3}, [](Slab& s) { s.price = 400.0; });
    const Plan whole = at(demo);
    CHECK(whole.money->quote);
    CHECK(whole.figure("overhead").value() ==
          Approx(0.1 * (whole.figure("goods").value() + whole.figure("labour").value())).margin(0.006));
    CHECK(whole.figure("cost").node().label == "Cost");
}

TEST_CASE("where nothing has a price no sum is nought", "[money]")
{
    Demo demo(1);
    demo.job.money = {};
    demo.job.fill.price_per_L.reset();
    demo.job.base.barPrice.reset();
    Habits habits = demo.book.shop->habits;
    habits.money = {};
    habits.stock.clear();
    demo.book = withHabits(demo.book, habits);
    for (const SlabId id : {SlabId{3}, SlabId{4}}) {
        demo.slab(id, [](Slab& s) { s.price.reset(); });
    }
    const Plan plan = at(demo);
    REQUIRE(plan.money->draft.lines.empty());
    CHECK(plan.money->unpriced.size() >= 4);
    for (const char* key : {"goods", "labour", "cost"}) {
        INFO(key);
        CHECK_FALSE(plan.figure(key).known());
        CHECK(figureText(plan.figure(key), {}) == "not known");
    }
}

TEST_CASE("a fixed price tells nothing of what is left while goods have no price", "[money]")
{
    Demo demo(1);
    demo.job.money = {};
    demo.job.money.by = PriceBy::Fixed;
    demo.job.money.fixed = 9000.0;
    demo.book = withHabits(demo.book, priced(demo.book.shop->habits));
    Plan open = at(demo);
    const auto told = [&](const std::string& key) {
        return std::any_of(open.money->figures.begin(), open.money->figures.end(),
                           [&](const Entry& e) { return e.figure.known() && e.figure.node().key == key; });
    };
    CHECK(told("margin"));
    CHECK(told("hour_earns"));
    demo.slab({3}, [](Slab& s) { s.price.reset(); });
    open = at(demo);
    CHECK(open.figure("price").value() == 9000.0);
    CHECK_FALSE(open.money->whole);
    CHECK(open.figure("cost").node().label == "Cost so far");
    for (const char* key : {"margin", "markup", "hour_earns", "break_even"}) {
        INFO(key);
        CHECK_FALSE(told(key));
    }
}

TEST_CASE("sums follow from goods, hours and overhead to the cent", "[money]")
{
    Demo demo(1);
    demo.job.money = {};
    demo.job.money.lines = {{"Freight", "freight", 2.0, 70.0}};
    demo.book = withHabits(demo.book, priced(demo.book.shop->habits));
    const Plan plan = at(demo);
    REQUIRE(plan.money->quote);
    const Quote& q = *plan.money->quote;
    double goods = 0.0;
    for (const MoneyLine& line : plan.money->draft.lines) {
        goods += std::round(line.quantity * line.price * 100.0) / 100.0;
    }
    CHECK(q.goods == Approx(goods).margin(0.011));
    double labour = 0.0;
    for (const WorkLine& w : plan.money->draft.work) {
        labour += w.minutes / 60.0 * w.hour;
    }
    CHECK(q.labour == Approx(labour).margin(0.06));
    CHECK(q.overhead == Approx(0.1 * q.labour).margin(0.006));
    CHECK(q.cost == Approx(q.goods + q.labour + q.overhead).margin(0.001));
    CHECK(q.net == Approx(1.25 * q.cost).margin(0.011));
    CHECK(q.gross == Approx(1.2 * q.net).margin(0.011));
    CHECK(plan.figure("markup").value() == Approx(25.0).margin(0.01));
    CHECK(plan.figure("margin").value() == Approx(20.0).margin(0.01)); // named, not confused
    demo.job.money.by = PriceBy::Margin;
    CHECK(at(demo).figure("margin").value() == Approx(25.0).margin(0.01));
    CHECK(at(demo).figure("gross").value() > plan.figure("gross").value());
    // A second person by himself, at his own rate.
    const auto& work = plan.money->draft.work;
    REQUIRE(work.back().what == "Second person");
    CHECK(work.back().hour == 20.0);
}

TEST_CASE("a price that stands on standard minutes is about; with the maker's own word for them it is not", "[money]")
{
    Demo demo(1);
    demo.job.money = {};
    demo.book = withHabits(demo.book, priced(demo.book.shop->habits));
    const Plan plan = at(demo);
    for (const char* key : {"labour", "overhead", "cost", "gross", "hour_earns", "break_even", "deposit"}) {
        INFO(key);
        CHECK(plan.figure(key).isGuess());
    }
    CHECK(figureText(plan.figure("gross"), {}).rfind("about ", 0) == 0);
    // Its hours unfold to the steps they are made of.
    const Figure flattening = plan.figure("work_3");
    REQUIRE(flattening.node().label == "Flattening");
    double minutes = 0.0;
    std::string working;
    for (const std::string& row : wholeWorking(flattening, {})) {
        working += row + '\n';
    }
    for (const JobStep& step : plan.days->list.steps) {
        if (step.bench == "flat" && !step.skipped) {
            minutes += step.hands.value();
            INFO(working);
            CHECK(working.find(step.name) != std::string::npos);
        }
    }
    CHECK(flattening.node().terms.at(0).value() == std::round(minutes));
    CHECK(plan.money->quote->hourEarns ==
          Approx((plan.figure("price").value() - plan.figure("goods").value() - plan.figure("overhead").value()) /
                 (plan.figure("person_minutes").value() / 60.0)));

    for (const JobStep& step : plan.days->list.steps) {
        StepOverrule word;
        word.step = step.key;
        word.hands_min = 60.0;
        demo.job.days.overrules.push_back(word);
    }
    const Plan sure = at(demo);
    CHECK_FALSE(sure.figure("labour").isGuess());
    demo.job.days.overrules.clear();
    demo.job.money.by = PriceBy::Fixed;
    demo.job.money.fixed = 9000.0;
    const Plan fixed = at(demo);
    CHECK(fixed.figure("cost").isGuess());
    CHECK_FALSE(fixed.figure("price").isGuess()); // it stands
    CHECK_FALSE(fixed.figure("gross").isGuess());
    CHECK(fixed.figure("margin").isGuess());
}

TEST_CASE("a discount is in the working of the price", "[money]")
{
    Demo demo(1);
    demo.job.money = {};
    demo.job.money.discount_pct = 8.0;
    demo.book = withHabits(demo.book, priced(demo.book.shop->habits));
    const Plan plan = at(demo);
    const Figure price = plan.figure("price");
    REQUIRE(price.node().terms.size() == 2);
    CHECK(price.node().terms[0].value() == Approx(1.25 * plan.figure("cost").value()).margin(0.011));
    CHECK(price.value() == Approx(0.92 * price.node().terms[0].value()).margin(0.011));
    CHECK(price.node().terms[1].value() == 8.0);
    CHECK(plan.figure("tax").value() == Approx(0.2 * price.value()).margin(0.006));
}

TEST_CASE("a price below the cost is a warning; a fixed one stands whatever it costs", "[money]")
{
    Demo demo(1);
    demo.job.money = {};
    demo.job.money.by = PriceBy::Fixed;
    demo.job.money.fixed = 1000.0;
    demo.book = withHabits(demo.book, priced(demo.book.shop->habits));
    const Plan cheap = at(demo);
    CHECK(codes(cheap.money->findings).count("money.below_cost") == 1);
    CHECK(cheap.figure("gross").value() == Approx(1200.0));
    demo.job.money.fixed = 90000.0;
    CHECK(codes(at(demo).money->findings).count("money.below_cost") == 0);
    demo.job.money.by = PriceBy::Markup;
    demo.job.money.pct = 0.0;
    demo.job.money.discount_pct = 10.0;
    CHECK(codes(at(demo).money->findings).count("money.below_cost") == 1);
}

TEST_CASE("an accepted quote stays as it was, and tells when the cost rises", "[money]")
{
    Demo demo(1);
    const Plan before = at(demo);
    const KeptQuote kept = demo.job.money.quotes.at(0);
    const double was = quoteOf(kept).gross;
    Habits habits = demo.book.shop->habits;
    habits.money.hour = 90.0;
    demo.book = withHabits(demo.book, habits);
    const Plan after = at(demo);
    CHECK(after.figure("cost").value() > before.figure("cost").value());
    CHECK(quoteOf(demo.job.money.quotes.at(0)).gross == was);
    CHECK(codes(after.money->findings).count("money.dearer") == 1);
}

TEST_CASE("an hour really earned comes of the accepted price and the book's minutes", "[money]")
{
    Demo demo(1);
    CHECK_FALSE(at(demo).money->earnedPerHour); // not delivered yet
    demo.job.days.delivered = "2026-12-18";
    const Plan plan = at(demo);
    REQUIRE(plan.money->earnedPerHour);
    double minutes = 0.0;
    for (const DayEntry& e : demo.job.days.book) {
        minutes += e.words.minutes;
    }
    const Quote q = quoteOf(demo.job.money.quotes.at(0));
    CHECK(*plan.money->earnedPerHour == Approx((q.net - q.goods - q.overhead) / (minutes / 60.0)));
}

TEST_CASE("what is used up is needed until its step is done; the list buys whole packs less the stock", "[money]")
{
    Demo demo(1);
    const Plan plan = at(demo);
    const auto need = [](const Plan& p, const std::string& kind) -> const Need* {
        for (const Need& n : p.money->needs) {
            if (n.kind == kind) {
                return &n;
            }
        }
        return nullptr;
    };
    CHECK(need(plan, "glue") == nullptr); // glued up already
    REQUIRE(need(plan, "discs"));
    REQUIRE(need(plan, "finish"));
    const double discs = need(plan, "discs")->amount;
    const std::vector<StockItem> stock{{"discs", 10.0, 25.0, 20.0}};
    const auto list = shoppingList({{"one", plan.money->needs}, {"other", plan.money->needs}}, stock, std::nullopt);
    const auto line = std::find_if(list.begin(), list.end(), [](const ShoppingLine& l) { return l.kind == "discs"; });
    REQUIRE(line != list.end());
    CHECK(line->need == 2.0 * discs);
    const double packs = std::ceil((2.0 * discs - 10.0) / 25.0);
    CHECK(line->buy == packs * 25.0);
    CHECK(line->cost == packs * 20.0);
    CHECK(line->jobs == std::vector<std::string>{"one", "other"});
    CHECK(shoppingList({{"one", plan.money->needs}}, {{"discs", 1000.0, 25.0, 20.0}}, std::nullopt).size() ==
          plan.money->needs.size());
    // Up to a day: later needs are left out.
    CHECK(shoppingList({{"one", plan.money->needs}}, stock, *plan.money->needs.front().by_day - 100).empty());
    const std::string csv = shoppingCsv(list);
    CHECK(csv.rfind("what,unit,need", 0) == 0);
    CHECK(static_cast<size_t>(std::count(csv.begin(), csv.end(), '\n')) == list.size() + 1);
}

TEST_CASE("who uses more than planned needs more", "[money]")
{
    const Demo demo(2);
    Worked worked;
    worked.now_h = hoursOf("2026-11-27T10:00");
    worked.rates = std::make_shared<RateLogs>();
    const Plan standard = makePlan(demo.job, *demo.book.shop, nullptr, worked);
    worked.rates = std::make_shared<RateLogs>(RateLogs{{"resin", {{13.0, 10.0}, {26.0, 20.0}}}});
    const Plan more = makePlan(demo.job, *demo.book.shop, nullptr, worked);
    const auto litres = [](const Plan& plan) {
        double out = 0.0;
        for (const Need& n : plan.money->needs) {
            out += n.kind.rfind("resin:", 0) == 0 ? n.amount : 0.0;
        }
        return out;
    };
    // (10 planned litres of the standard at 1, 30 logged at 1.3) : 40
    CHECK(litres(more) == Approx(litres(standard) * (10.0 + 39.0) / 40.0));
}

TEST_CASE("what the day books say is used counts in the price as in the list of what to buy", "[money]")
{
    Demo demo(1);
    demo.job.money = {};
    demo.book = withHabits(demo.book, priced(demo.book.shop->habits));
    Worked worked;
    worked.now_h = hoursOf("2026-11-27T10:00");
    worked.rates = std::make_shared<RateLogs>();
    const Plan plain = makePlan(demo.job, *demo.book.shop, nullptr, worked);
    // Half as many discs again for the 30 planned, over the 20 that the standard is worth: 1 + 15 / 50.
    worked.rates = std::make_shared<RateLogs>(RateLogs{{"discs", {{45.0, 30.0}}}});
    const Plan learned = makePlan(demo.job, *demo.book.shop, nullptr, worked);
    const auto discs = [](const Plan& plan) {
        for (size_t i = 0; i < plan.money->draft.lines.size(); ++i) {
            if (plan.money->draftOf[i].said == PriceOf::Said::Disc) {
                return plan.money->draft.lines[i].quantity;
            }
        }
        return 0.0;
    };
    REQUIRE(discs(plain) > 5.0);
    CHECK(discs(plain) == plain.surface->discs);
    CHECK(discs(learned) == std::ceil(1.3 * plain.surface->discs));
    double sum = 0.0;
    for (const Figure& line : learned.figure("goods").node().terms) {
        sum += line.value();
    }
    CHECK(sum == Approx(learned.money->soFar.goods));
    CHECK(learned.money->soFar.goods > plain.money->soFar.goods);
}
