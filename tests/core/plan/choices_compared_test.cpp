// Kept layups against the one that lies: width, days and money.

#include <catch2/catch.hpp>

#include "core/measure/clock.h"
#include "core/plan/choices_compared.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;

namespace
{

Worked atTen()
{
    Worked worked;
    worked.now_h = hoursOf("2026-11-27T10:00");
    return worked;
}

std::vector<ChoiceCompared> compared(const Demo& demo)
{
    return compareKept(demo.job, *demo.book.shop, atTen());
}

} // namespace

TEST_CASE("a kept layup that is the one that lies changes nothing", "[plan][kept]")
{
    Demo demo(1);
    demo.job.kept = {{"the same", demo.job.layup}};
    const auto rows = compared(demo);
    REQUIRE(rows.size() == 2);
    CHECK(rows[0].name == "as it lies");
    CHECK(rows[0].whole);
    CHECK(rows[1].name == "the same");
    CHECK(rows[1].width_mm == rows[0].width_mm);
    CHECK(rows[1].done_day == rows[0].done_day);
    CHECK(rows[1].cost == rows[0].cost);
    CHECK(rows[1].change.cost == 0.0);
    CHECK(rows[1].change.personMinutes == 0.0);
    CHECK(rows[1].gross == rows[0].gross);
}

TEST_CASE("a narrower one is as wide as it says, and its change is one price less the other", "[plan][kept]")
{
    Demo demo(1);
    demo.job.money.by = PriceBy::Markup;
    KeptLayup narrow{"narrow", demo.job.layup};
    narrow.layup.width_mm = 800.0;
    narrow.layup.edges = OuterEdges::Straight;
    KeptLayup nothing{"no slab", demo.job.layup};
    nothing.layup.pieces.clear();
    demo.job.kept = {narrow, nothing};
    const auto rows = compared(demo);
    REQUIRE(rows.size() == 3);
    CHECK(rows[1].width_mm == Approx(800.0).margin(0.5));
    REQUIRE(rows[0].cost);
    REQUIRE(rows[1].cost);
    CHECK(rows[1].change.cost == Approx(*rows[1].cost - *rows[0].cost).margin(0.001));
    CHECK(rows[1].change.cost < 0.0); // less to sand and to finish
    CHECK(*rows[1].gross < *rows[0].gross);
    CHECK(rows[2].width_mm == 0.0);
    CHECK_FALSE(rows[2].whole);

    // It is what a plan of that layup says by itself.
    Job other = demo.job;
    other.layup = narrow.layup;
    const Plan plan = makePlan(other, *demo.book.shop, nullptr, atTen());
    CHECK(rows[1].cost == plan.money->cost.value());
}

TEST_CASE("where no hour has a price the costs are so far, and a comparison can be stopped", "[plan][kept]")
{
    Demo demo(1);
    demo.job.kept = {{"one", demo.job.layup}, {"two", demo.job.layup}, {"three", demo.job.layup}};
    Habits habits = demo.book.shop->habits;
    habits.money.hour.reset();
    demo.book = withHabits(demo.book, habits);
    const auto rows = compared(demo);
    REQUIRE(rows.size() == 4);
    for (const ChoiceCompared& row : rows) {
        CHECK_FALSE(row.whole);
        CHECK_FALSE(row.gross);
        CHECK(row.cost);
    }
    int asked = 0;
    const auto some = compareKept(demo.job, *demo.book.shop, atTen(), [&](double share) {
        CHECK(share > 0.0);
        CHECK(share <= 1.0);
        return ++asked < 2;
    });
    CHECK(some.size() == 2);
}
