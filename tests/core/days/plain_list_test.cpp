// Plans written down step by step: they keep every rule, and the search never ends later.

#include <catch2/catch.hpp>

#include <random>

#include "core/days/plain_list.h"

using namespace burl;

namespace
{

ScheduleQuestion randomQuestion(std::mt19937& dice)
{
    const auto upTo = [&](int most) { return static_cast<int>(dice() % static_cast<unsigned>(most + 1)); };
    ScheduleQuestion q;
    q.grid = 15;
    q.horizon = 60 * 24 * 60;
    for (size_t day = 0; day < 5; ++day) {
        q.calendar.hours[day] = {{480, 720}, {780, 1020}};
    }
    if (upTo(2) == 0) {
        q.calendar.others.push_back({q.calendar.hours, {}});
    }
    for (int day = 0; day < 60; ++day) {
        if (upTo(1) == 0) {
            q.calendar.helper.emplace_back(day * 1440 + 600, day * 1440 + 900);
        }
    }
    q.calendar.daylight = std::pair{540, 960};
    const int n = 3 + upTo(6);
    for (int i = 0; i < n; ++i) {
        WorkStep step;
        step.hands = 15 * (1 + upTo(10));
        step.wait = upTo(2) == 0 ? 60 * upTo(40) : 0;
        step.split = upTo(2) != 0;
        step.persons = upTo(4) == 0 ? 2 : 1;
        step.daylight = upTo(5) == 0;
        if (upTo(3) == 0) {
            step.holds.push_back("sled");
        }
        if (i > 0) {
            StepLink link{static_cast<size_t>(upTo(i - 1)), upTo(3) == 0 ? LinkFrom::Start : LinkFrom::Done,
                          upTo(2) == 0 ? 60 * upTo(8) : 0};
            if (upTo(2) == 0) {
                link.most = link.least + 60 * upTo(12);
                link.lateHands = 15;
                link.lateLeast = *link.most + 60;
            }
            step.after.push_back(link);
        }
        q.steps.push_back(step);
    }
    return q;
}

} // namespace

TEST_CASE("a plain list keeps every rule, and the search is never later", "[days][plain]")
{
    std::mt19937 dice(20261201);
    int found = 0;
    for (int round = 0; round < 300; ++round) {
        const ScheduleQuestion q = randomQuestion(dice);
        const WorkingTime time(q.calendar, q.horizon, q.grid);
        const auto list = plainList(q, time);
        if (!list) {
            continue;
        }
        ++found;
        const JudgedPlan judge = judged(q.steps, q.calendar, list->pieces);
        INFO("round " << round);
        CHECK(judge.broken == std::vector<std::string>{});
        CHECK(judge.finish == list->finish);
        const Schedule sought = schedule(q, {150, 0, nullptr});
        REQUIRE(sought.finish);
        CHECK(*sought.finish <= list->finish);
        CHECK(judged(q.steps, q.calendar, sought.pieces).broken == std::vector<std::string>{});
    }
    CHECK(found > 200);
}

namespace
{

/// Tables side by side, each a chain of steps with waits and windows, that share one maker, a sled and a form table.
ScheduleQuestion tables(std::mt19937& dice, int count)
{
    const auto upTo = [&](int most) { return static_cast<int>(dice() % static_cast<unsigned>(most + 1)); };
    ScheduleQuestion q;
    q.grid = 15;
    q.horizon = 200 * 24 * 60;
    for (size_t day = 0; day < 5; ++day) {
        q.calendar.hours[day] = {{480, 720}, {780, 1020}};
    }
    for (int day = 0; day < 200; ++day) {
        if (day % 7 == 1 || day % 7 == 3) {
            q.calendar.helper.emplace_back(day * 1440 + 480, day * 1440 + 720);
        }
    }
    for (int table = 0; table < count; ++table) {
        const size_t first = q.steps.size();
        for (int i = 0; i < 22; ++i) {
            WorkStep step;
            step.hands = 15 * (1 + upTo(12));
            step.wait = upTo(2) == 0 ? 60 * (4 + upTo(60)) : 0;
            step.split = upTo(2) == 0;
            step.persons = upTo(9) == 0 ? 2 : 1;
            step.hands = step.persons > 1 ? std::min(step.hands, 180) : step.hands;
            if (upTo(4) == 0) {
                step.holds.push_back(upTo(1) == 0 ? "sled" : "form table");
            }
            if (i > 0) {
                const size_t before = first + static_cast<size_t>(i - 1 - (i > 2 ? upTo(2) : 0));
                StepLink link{before, LinkFrom::Done, 0};
                if (step.wait > 0 && upTo(2) == 0) {
                    link = {before, LinkFrom::Start, 60 * (2 + upTo(6))};
                    link.most = link.least + 60 * (4 + upTo(40));
                    link.lateHands = 15;
                    link.lateLeast = *link.most;
                }
                step.after.push_back(link);
            }
            q.steps.push_back(step);
        }
    }
    return q;
}

} // namespace

TEST_CASE("many tables at once end within a twentieth of the best that patience finds", "[days][plain]")
{
    std::mt19937 dice(7);
#ifdef BURL_SANITIZED
    constexpr int kQuestions = 1;
#else
    constexpr int kQuestions = 4;
#endif
    for (int round = 0; round < kQuestions; ++round) {
        const ScheduleQuestion q = tables(dice, 3);
        const WorkingTime time(q.calendar, q.horizon, q.grid);
        const auto plain = plainList(q, time);
        constexpr int kPatience = 3000;
        const auto patient = sampledList(q, time, kPatience, 0);
        const Schedule sought = schedule(q, {150, 60, nullptr});
        REQUIRE(plain);
        REQUIRE(patient);
        REQUIRE(sought.finish);
        INFO("round " << round << ": plain " << plain->finish << ", patient " << patient->finish << ", sought "
                      << *sought.finish << ", bound " << sought.lower);
        CHECK(judged(q.steps, q.calendar, patient->pieces).broken == std::vector<std::string>{});
        CHECK(judged(q.steps, q.calendar, sought.pieces).broken == std::vector<std::string>{});
        CHECK(patient->finish <= plain->finish);
        constexpr double kTwentieth = 1.05;
        CHECK(*sought.finish <= kTwentieth * patient->finish);
    }
}

TEST_CASE("what is done and what is begun stand in a plain list as they were written down", "[days][plain]")
{
    ScheduleQuestion q;
    q.grid = 15;
    q.horizon = 30 * 24 * 60;
    q.calendar.hours.fill({{480, 1020}});
    WorkStep a;
    a.hands = 60;
    a.wait = 600;
    WorkStep b;
    b.hands = 120;
    b.split = true;
    b.after = {{0}};
    q.steps = {a, b};
    q.now = 600;
    q.facts = {{0, 480, 540, std::nullopt, 30}, {1, 585, std::nullopt, 45, std::nullopt}};
    const auto list = plainList(q, WorkingTime(q.calendar, q.horizon, q.grid));
    REQUIRE(list);
    CHECK(list->start == std::vector<int>{480, 585});
    CHECK(list->end[1] == 600 + 75); // 120 less 45, from now on
    REQUIRE(list->pieces.size() == 1);
    CHECK(list->pieces[0].step == 1);
}

TEST_CASE("a window that cannot be missed and is closed leaves no plain list", "[days][plain]")
{
    ScheduleQuestion q;
    q.grid = 15;
    q.horizon = 30 * 24 * 60;
    q.calendar.hours[0] = {{480, 540}}; // an hour on Mondays
    WorkStep a;
    a.hands = 60;
    WorkStep b;
    b.hands = 60;
    b.after = {{0, LinkFrom::Done, 0, 24 * 60}};
    q.steps = {a, b};
    CHECK_FALSE(plainList(q, WorkingTime(q.calendar, q.horizon, q.grid)));
    q.steps[1].after[0].lateHands = 0;
    const auto late = plainList(q, WorkingTime(q.calendar, q.horizon, q.grid));
    REQUIRE(late);
    CHECK(late->start[1] == 7 * 24 * 60 + 480);
}
