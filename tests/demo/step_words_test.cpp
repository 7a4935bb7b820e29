// Every step of every demo job is known by its name in the day book, and has a short word on the wall.

#include <catch2/catch.hpp>

#include <algorithm>

#include "core/book/book_context.h"
#include "core/measure/clock.h"
#include "core/plan/plan.h"
#include "support/demo.h"

using namespace burl;

TEST_CASE("a line that begins with a step's name is of that step", "[demo][book]")
{
    size_t steps = 0;
    for (int number = 1; number <= 8; ++number) {
        test::Demo demo(number);
        demo.job.days = {};
        demo.job.fill.log.clear();
        demo.job.flatten.rests.clear();
        demo.job.surface.sanded.clear();
        Worked worked;
        worked.now_h = *hoursOf("2026-11-27T10:10");
        const Plan plan = makePlan(demo.job, *demo.book.shop, nullptr, worked);
        const BookContext in = bookContext(demo.job, *demo.book.shop, *plan.days, *worked.now_h);
        for (const JobStep& step : in.steps) {
            const std::string line = step.name + ", done, 45 min";
            INFO(number << ": " << line);
            const auto read = readBookLine(line, in);
            REQUIRE(read);
            const bool open = std::any_of(read->asks.begin(), read->asks.end(),
                                          [](const BookAsk& a) { return a.is == BookAsk::Is::Step; });
            CHECK_FALSE(open);
            CHECK(read->entries.size() == 1);
            CHECK(read->entries.front().line.words.step == step.key);
            CHECK(read->entries.front().line.words.minutes == 45.0);
            ++steps;
        }
    }
    CHECK(steps > 100);
}
