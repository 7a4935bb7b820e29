// Steps in their network, plans judged, rates learned.

#include <catch2/catch.hpp>

#include "core/days/learned_rate.h"
#include "core/days/work_plan.h"

using namespace burl;

namespace
{

WorkStep step(const char* name, int hands, int wait, std::vector<StepLink> after = {})
{
    WorkStep out;
    out.name = name;
    out.hands = hands;
    out.wait = wait;
    out.after = std::move(after);
    return out;
}

WorkCalendar weekdays()
{
    WorkCalendar out;
    for (size_t day = 0; day < 5; ++day) {
        out.hours[day] = {{480, 1020}};
    }
    return out;
}

} // namespace

TEST_CASE("the longest way through the steps is the finish, and it alone has no room", "[days]")
{
    const std::vector<WorkStep> steps{step("glue", 60, 1440), step("legs", 300, 0), step("sand", 240, 0, {{0}}),
                                      step("mount", 60, 0, {{1}, {2}})};
    const Network n = networkOf(steps);
    CHECK(n.finish == 60 + 1440 + 240 + 60);
    CHECK(n.critical == std::vector<size_t>{0, 2, 3});
    CHECK(n.totalFloat[1] == 1440);
    CHECK(n.freeFloat[1] == 1440);
}

TEST_CASE("steps that wait for each other are told, not reckoned", "[days]")
{
    const std::vector<WorkStep> steps{step("a", 10, 0, {{2}}), step("b", 10, 0, {{0}}), step("c", 10, 0, {{1}})};
    CHECK(networkOf(steps).circle);
}

TEST_CASE("a plan is judged by every rule", "[days]")
{
    std::vector<WorkStep> steps{step("pour", 60, 600), step("again", 60, 0, {{0, LinkFrom::Start, 240, 480}})};
    const WorkCalendar calendar = weekdays();
    CHECK(judged(steps, calendar, {{0, 480, 540}, {1, 720, 780}}).broken.empty());
    CHECK(judged(steps, calendar, {{0, 480, 540}, {1, 720, 780}}).finish == 1140);
    CHECK(judged(steps, calendar, {{0, 480, 540}, {1, 600, 660}}).broken == std::vector<std::string>{"link"});
    CHECK(judged(steps, calendar, {{0, 480, 540}, {1, 1020, 1080}}).broken ==
          std::vector<std::string>{"hours", "window"});
    CHECK(judged(steps, calendar, {{0, 480, 540}}).broken == std::vector<std::string>{"work"});
    CHECK_FALSE(judged(steps, calendar, {{0, 480, 540}}).finish);
    CHECK(judged(steps, calendar, {{0, 480, 500}, {0, 510, 550}, {1, 720, 780}}).broken ==
          std::vector<std::string>{"split"});
    // Saturday.
    CHECK(judged(steps, calendar, {{0, 5 * 1440 + 480, 5 * 1440 + 540}, {1, 5 * 1440 + 720, 5 * 1440 + 780}}).broken ==
          std::vector<std::string>{"hours"});
    steps[1].after[0].lateHands = 30; // late, it is scuffed first
    steps[1].after[0].lateLeast = 500;
    CHECK(judged(steps, calendar, {{0, 480, 540}, {1, 1440 + 480, 1440 + 570}}).broken.empty());
    CHECK(judged(steps, calendar, {{0, 480, 540}, {1, 1440 + 480, 1440 + 540}}).broken ==
          std::vector<std::string>{"work"});
}

TEST_CASE("without a log the standard stands; logs draw it to them and make it surer", "[days]")
{
    const RatePrior prior{6.0, 4.0, 2.4, 4.0};
    const LearnedRate none = learnedRate(prior, {});
    CHECK(none.rate == 6.0);
    CHECK(none.spread == Approx(2.4));
    std::vector<RateLog> logs;
    double width = none.high - none.low;
    for (int n = 0; n < 20; ++n) {
        logs.push_back({8.0 * 3.0, 3.0});
        const LearnedRate now = learnedRate(prior, logs);
        CHECK(now.rate > none.rate);
        CHECK(now.rate < 8.0);
        CHECK(now.high - now.low < width * 1.05);
        width = now.high - now.low;
        CHECK(now.next(2.0).used == Approx(2.0 * now.rate));
        CHECK(now.next(2.0).low <= now.next(2.0).used);
    }
    CHECK(learnedRate(prior, logs).rate == Approx((4.0 * 6.0 + 20 * 24.0) / 64.0));
}
