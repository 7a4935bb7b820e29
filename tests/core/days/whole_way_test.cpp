// Tables from the first step to the door: each step written down as it was planned, nothing left over.

#include <catch2/catch.hpp>

#include "core/days/day_entry.h"
#include "core/measure/clock.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;

namespace
{

struct Way {
    Book book;
    int planned = 0; // minutes from the first midnight, as the first plan said
    int done = 0;
    int steps = 0;
    double written_min = 0.0;
    Plan last{};
};

/// Every step is written down at the end of its last piece.
Way walked(const Demo& start, JobId id, double from_h)
{
    Way way{start.book};
    const auto rates = std::make_shared<const RateLogs>(); // the standard, all the way
    double now = from_h;
    std::optional<double> first;
    constexpr int kMost = 80;
    for (way.steps = 0; way.steps < kMost; ++way.steps) {
        const Job& job = *way.book.job(id);
        way.last = makePlan(job, *way.book.shop, way.steps > 0 ? &way.last : nullptr, {nullptr, nullptr, rates, now});
        const DaysPlan& days = *way.last.days;
        REQUIRE(days.found);
        if (!first) {
            first = days.hoursAt(days.finish);
        }
        // The step that is done first, not the one begun first: work in pieces goes on beside others.
        const PlannedStep* next = nullptr;
        for (const PlannedStep& p : days.planned) {
            if (!p.pieces.empty() && (next == nullptr || p.end < next->end)) {
                next = &p;
            }
        }
        if (next == nullptr) {
            break;
        }
        const JobStep& step = days.list.steps[next->step];
        DayLine line;
        line.words.text = step.name;
        line.words.step = step.key;
        line.words.minutes = days.question.steps[next->step].hands;
        way.written_min += line.words.minutes;
        now = days.hoursAt(next->end);
        way.book = withDayEntry(way.book, id, line, now, days.list.steps);
    }
    CHECK(way.steps < kMost);
    way.planned = static_cast<int>(std::lround(*first * 60.0));
    way.done = static_cast<int>(std::lround(now * 60.0));
    return way;
}

} // namespace

TEST_CASE("done as planned, every table is delivered when it was planned", "[days]")
{
    for (const int number : {1, 3, 4, 6, 7}) {
        Demo demo(number);
        demo.job.days = {};
        demo.job.surface.sanded.clear();
        demo.job.surface.repairs.clear();
        Habits habits = demo.book.shop->habits;
        habits.work = WorkHabits{};
        demo.book = withJob(withHabits(demo.book, habits), demo.job);
        INFO(demo.job.name);
        const Way way = walked(demo, demo.job.id, *hoursOf("2026-11-30T08:00"));
        const Job& job = *way.book.job(demo.job.id);
        CHECK(job.days.delivered == isoTime(way.done / 60.0).substr(0, 10));
        CHECK(way.last.days->left_min == 0.0);
        CHECK(way.last.days->next() == nullptr);
        CHECK(way.last.money->needs.empty()); // nothing is used up any more
        // Work in pieces that began early may let others go first: half a day; a pour that is written down moves its
        // windows to when it was.
        const bool poured = !way.last.pour->events.empty();
        CHECK(std::abs(way.done - way.planned) <= (poured ? 3 : 1) * kMinutesOfDay);
        for (const Finding& f : way.last.days->findings) {
            INFO(f.code);
            CHECK(f.severity != Severity::Stop);
            CHECK(f.code != "days.out_of_order");
            CHECK(f.code != "days.rest_skipped");
            CHECK(f.code != "days.cure_shortened");
        }
    }
}

TEST_CASE("a delivered table tells what an hour of it earned", "[days][money]")
{
    Demo demo(3);
    demo.job.days = {};
    demo.job.surface.sanded.clear();
    KeptQuote quote = demo.plan().money->draft;
    quote.on = quote.accepted = "2026-11-20";
    demo.job.money.quotes = {quote};
    demo.book = withJob(demo.book, demo.job);
    const Way way = walked(demo, demo.job.id, *hoursOf("2026-11-30T08:00"));
    const Plan plan = makePlan(*way.book.job(demo.job.id), *way.book.shop);
    REQUIRE(plan.money->earnedPerHour);
    const Quote q = quoteOf(quote);
    CHECK(*plan.money->earnedPerHour == Approx((q.net - q.goods - q.overhead) / (way.written_min / 60.0)));
}
