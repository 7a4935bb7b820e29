// What is said in two places is equal: litres, minutes, goods, dates of every demo job.

#include <catch2/catch.hpp>

#include <functional>
#include <map>
#include <set>

#include "core/measure/clock.h"
#include "core/money/needs.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;

namespace
{

Plan planNow(const Demo& demo)
{
    Worked worked;
    worked.now_h = hoursOf("2026-11-27T10:00");
    return makePlan(demo.job, *demo.book.shop, nullptr, worked);
}

constexpr int kDemos = 8;

/// Whether a line of the money is that of these goods: those with a price in a field of their own have their own words.
bool isOf(const Goods& goods, const std::string& what)
{
    const auto begins = [&](const char* kind) { return goods.kind.rfind(kind, 0) == 0; };
    if (begins("resin:")) { // in packs, or by the litre
        return what.rfind(goods.name + ", ", 0) == 0;
    }
    if (begins("steel:") || begins("board:")) {
        const std::string section = goods.kind.substr(goods.kind.find(':') + 1);
        return what == "Steel bars " + section || what == "Boards " + section;
    }
    return what == (goods.kind == "finish" ? "Finish, litres" : goods.kind == "glue" ? "Glue, kg" : goods.name);
}

/// All work that the stages of a plan ask for.
std::map<std::string, Work> workOf(const Plan& plan)
{
    std::map<std::string, Work> out;
    for (const NamedAnswer& stage : plan.answers()) {
        for (const Work& work : stage.answer->work) {
            INFO(stage.stage << " asks for " << work.key);
            CHECK(out.emplace(work.key, work).second); // each by one stage, once
        }
    }
    return out;
}

std::map<std::string, double> goodsByKind(const Plan& plan)
{
    std::map<std::string, double> out;
    for (const Goods& goods : goodsOf(plan.days.input->steps)) {
        out[goods.kind] += goods.amount.value();
    }
    return out;
}

} // namespace

TEST_CASE("litres of the pours are those that are bought, whatever else is said of them", "[plan][law]")
{
    for (int number = 1; number <= kDemos; ++number) {
        const Plan plan = planNow(Demo(number));
        double bought = 0.0;
        for (const Purchase& purchase : plan.pour->purchases) {
            bought += purchase.litres.value();
        }
        INFO("job " << number);
        CHECK(plan.pour->litres() == Approx(bought).margin(1e-9));
        if (!plan.pour->events.empty()) {
            CHECK(plan.figure("poured").value() == Approx(bought).margin(1e-9));
        }
        // Voids and river alone are no more than all pours; pinholes and films come to them.
        CHECK(plan.pour->litres() + 1e-9 >= plan.fill->litres.value());
    }
}

TEST_CASE("minutes of the steps are the hours that are charged", "[plan][law]")
{
    for (int number = 1; number <= kDemos; ++number) {
        const Plan plan = planNow(Demo(number));
        double steps = 0.0;
        for (const JobStep& step : plan.days->list.steps) {
            steps += step.skipped ? 0.0 : step.hands.value();
        }
        double charged = 0.0;
        double lines = 0.0;
        for (const WorkLine& line : plan.money->draft.work) {
            charged += line.what == "Second person" ? 0.0 : line.minutes;
            lines += 1.0;
        }
        INFO("job " << number);
        CHECK(charged == Approx(steps).margin(0.5 * lines + 1e-6)); // each line to the minute
        CHECK(plan.days->hands_min == Approx(steps));
    }
}

TEST_CASE("every material is named once, and is priced or missed", "[plan][law]")
{
    for (int number = 1; number <= kDemos; ++number) {
        const Demo demo(number);
        const Plan plan = planNow(demo);
        std::set<std::string> kinds;
        for (const Goods& goods : goodsOf(plan.days.input->steps)) {
            INFO("job " << number << ", " << goods.kind);
            CHECK(kinds.insert(goods.kind).second);
            CHECK(goods.amount.value() > 0.0);
            const auto named = [&](const std::string& what) { return isOf(goods, what); };
            const auto& lines = plan.money->draft.lines;
            const bool priced =
                std::any_of(lines.begin(), lines.end(), [&](const MoneyLine& l) { return named(l.what); });
            const auto& open = plan.money->unpriced;
            const bool missed = std::any_of(open.begin(), open.end(), [&](const Unpriced& u) { return named(u.what); });
            const auto& own = demo.job.money.lines; // "Powder coat"
            const bool said = std::any_of(own.begin(), own.end(), [&](const MoneyLine& l) {
                return l.kind == goods.kind || goods.name.rfind(l.what, 0) == 0;
            });
            CHECK(int(priced) + int(missed) + int(said) == 1);
        }
    }
}

TEST_CASE("the days hold the work of the stages and the maker's own, each once", "[plan][law]")
{
    for (int number = 1; number <= kDemos; ++number) {
        const Plan plan = planNow(Demo(number));
        std::map<std::string, Work> asked = workOf(plan);
        for (const JobStep& step : plan.days->list.steps) {
            INFO("job " << number << ", " << step.key);
            if (step.own > 0) {
                continue;
            }
            const auto work = asked.find(step.key);
            REQUIRE(work != asked.end());
            CHECK(step.bench == work->second.bench);
            CHECK(step.quantity == work->second.quantity);
            CHECK(step.people >= work->second.people);
            asked.erase(work);
        }
        CHECK(asked.empty());
    }
}

TEST_CASE("what each step uses adds up to the goods, and its step is there", "[plan][law]")
{
    for (int number = 1; number <= kDemos; ++number) {
        const Plan plan = planNow(Demo(number));
        for (const Goods& goods : goodsOf(plan.days.input->steps)) {
            INFO("job " << number << ", " << goods.kind);
            double sum = 0.0;
            for (const GoodsUse& use : goods.uses) {
                CHECK(plan.days->list.find(use.step));
                sum += use.amount;
            }
            if (!goods.uses.empty()) {
                CHECK(sum == Approx(goods.amount.value()));
            } else {
                const auto& steps = plan.days->list.steps;
                CHECK(std::any_of(steps.begin(), steps.end(),
                                  [&](const JobStep& s) { return s.key.rfind(goods.step, 0) == 0; }));
            }
        }
    }
}

TEST_CASE("a choice that is taken back takes its work and its goods along, and nothing else", "[plan][law]")
{
    struct Choice {
        int demo;
        std::function<void(Job&)> takeBack;
        std::set<std::string> work, goods;
    };
    const std::vector<Choice> choices{
        {1, [](Job& j) { j.base.coat = MetalCoat::Raw; }, {"base_coater"}, {"coat:powder"}},
        {1, [](Job& j) { j.base.feet = BaseFeet::None; }, {}, {"feet:adjustable", "feet:felt"}},
        {1, [](Job& j) { j.fill.pinholeRounds = 0; }, {"pour_pinholes-1", "pour_pinholes-2"}, {"resin:table_top"}},
    };
    for (const Choice& choice : choices) {
        Demo demo(choice.demo);
        const Plan with = planNow(demo);
        choice.takeBack(demo.job);
        const Plan without = planNow(demo);
        const auto compare = [](auto before, const auto& after, const std::set<std::string>& gone) {
            for (const auto& [key, value] : after) {
                INFO(key);
                CHECK(before.erase(key) == 1);
            }
            for (const auto& [key, value] : before) {
                INFO(key);
                CHECK(gone.count(key) == 1);
            }
        };
        compare(workOf(with), workOf(without), choice.work);
        compare(goodsByKind(with), goodsByKind(without), choice.goods);
    }
}

TEST_CASE("a moment that a bench says is a moment of the days, and no step of it begins sooner", "[plan][law]")
{
    for (int number = 1; number <= kDemos; ++number) {
        Demo demo(number);
        demo.job.days.book.clear();
        demo.job.fill.log.clear();
        demo.job.surface.firstCoat = "2027-02-01T08:00";
        const Plan plan = planNow(demo);
        if (!plan.days->found || plan.surface->work.empty()) {
            continue;
        }
        INFO("job " << number);
        for (const PlannedStep& p : plan.days->planned) {
            const std::string& key = plan.days->list.steps[p.step].key;
            if (key.rfind("under_", 0) == 0 || key.rfind("show_", 0) == 0) {
                CHECK(plan.days->hoursAt(p.start) >= *hoursOf("2027-02-01T08:00"));
            }
        }
        CHECK(plan.figure("cured").value() > *hoursOf("2027-02-01T08:00") / 24.0);
    }
}

TEST_CASE("the range of the finish holds the finish, and a guessed drying widens it", "[plan][days]")
{
    for (int number = 1; number <= kDemos; ++number) {
        Demo demo(number);
        const Plan plan = planNow(demo);
        if (!plan.days->found) {
            continue;
        }
        INFO("job " << number);
        CHECK(plan.days->likelyFrom <= plan.days->finish);
        CHECK(plan.days->likelyTo >= plan.days->finish);
    }
    Demo dry(1);
    dry.job.days = {};
    dry.job.fill.log.clear();
    dry.job.surface.firstCoat.clear();
    for (const int id : {3, 4}) {
        dry.slab({id}, [](Slab& s) {
            s.mc_pct = 14.0;
            s.moisture.clear();
        });
    }
    const Plan plan = planNow(dry);
    const PlannedStep* stack = plan.days->plannedStep("stack");
    REQUIRE(stack != nullptr);
    const int wait = plan.days->question.steps[stack->step].wait;
    REQUIRE(wait > 10 * 24 * 60);
    // 1.645 standard deviations of 30 %: half the wait either way, and a day or two of the shop's hours.
    CHECK(plan.days->likelyTo - plan.days->finish == Approx(1.645 * 0.3 * wait).margin(4.0 * 24 * 60));
    CHECK(plan.days->finish - plan.days->likelyFrom > 10 * 24 * 60); // sooner the other waits hold it
}

TEST_CASE("a day book that says the top was flattened again makes the surface anew", "[plan][days]")
{
    Demo demo(1);
    demo.job.layup.kind = TopKind::Single;
    demo.job.layup.pieces.resize(1);
    demo.job.days.book.clear();
    const Plan old = makePlan(demo.job, *demo.book.shop);
    REQUIRE(old.days->list.find("flush")); // small fills of one slab are scraped
    CHECK_FALSE(old.days->list.find("plane_again"));
    DayEntry entry;
    entry.words.step = "plane_again";
    entry.words.minutes = 90;
    demo.job.days.book.push_back(entry);
    const Plan taken = makePlan(demo.job, *demo.book.shop, &old);
    CHECK(taken.days->list.find("plane_again"));
    CHECK_FALSE(taken.days->list.find("flush"));
}
