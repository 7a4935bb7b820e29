// Plans that are found: against every plan there is, by the rules, mirrored jobs, several makers, a whole shop.

#include <catch2/catch.hpp>

#include <functional>
#include <random>

#include "core/days/schedule.h"
#include "core/days/shop_schedule.h"
#include "core/days/step_bounds.h"
#include "core/days/working_time.h"

using namespace burl;

namespace
{

constexpr int kGrid = 60;
constexpr Effort kExact{2000, 2'000'000, nullptr};

WorkStep step(const char* name, int hands, int wait, std::vector<StepLink> after = {}, bool split = false)
{
    WorkStep out;
    out.name = name;
    out.hands = hands;
    out.wait = wait;
    out.after = std::move(after);
    out.split = split;
    return out;
}

/// Three hours a day, every day.
WorkCalendar shortDays()
{
    WorkCalendar out;
    out.hours.fill({{480, 660}});
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

/// Every way to give the hours to the steps is tried; the best finish of those that keep the rules.
std::optional<int> bestOfAll(const std::vector<WorkStep>& steps, const WorkCalendar& calendar, int days)
{
    std::vector<int> slots;
    for (int day = 0; day < days; ++day) {
        for (const auto& [from, to] : sessionsOf(calendar, day)) {
            for (int t = from; t < to; t += kGrid) {
                slots.push_back(t);
            }
        }
    }
    std::vector<int> left;
    for (const WorkStep& s : steps) {
        left.push_back(s.hands / kGrid);
    }
    std::vector<WorkPiece> pieces;
    std::optional<int> best;
    const std::function<void(size_t)> fill = [&](size_t at) {
        if (std::all_of(left.begin(), left.end(), [](int n) { return n == 0; })) {
            const JudgedPlan plan = judged(steps, calendar, pieces);
            if (plan.broken.empty() && (!best || *plan.finish < *best)) {
                best = plan.finish;
            }
            return;
        }
        if (at == slots.size()) {
            return;
        }
        fill(at + 1); // nobody works
        for (size_t i = 0; i < steps.size(); ++i) {
            if (left[i] == 0) {
                continue;
            }
            --left[i];
            const std::vector<WorkPiece> was = pieces;
            const auto mine = std::find_if(pieces.rbegin(), pieces.rend(),
                                           [&](const WorkPiece& p) { return p.step == i && p.to == slots[at]; });
            if (mine != pieces.rend()) {
                mine->to += kGrid;
            } else {
                pieces.push_back({i, slots[at], slots[at] + kGrid});
            }
            fill(at + 1);
            pieces = was;
            ++left[i];
        }
    };
    fill(0);
    return best;
}

std::vector<WorkStep> someSteps(std::mt19937& random, int count)
{
    const auto upTo = [&](int n) { return static_cast<int>(random() % static_cast<unsigned>(n + 1)); };
    std::vector<WorkStep> out;
    for (int i = 0; i < count; ++i) {
        WorkStep s = step("step", kGrid * (1 + upTo(1)), kGrid * upTo(20));
        s.split = upTo(1) == 0;
        if (i > 0 && upTo(2) > 0) {
            StepLink link{static_cast<size_t>(upTo(i - 1))};
            if (upTo(2) == 0 && !out[link.step].split) {
                link.from = LinkFrom::Start;
                link.least = kGrid * (1 + upTo(2));
                link.most = link.least + kGrid * upTo(23);
            }
            s.after.push_back(link);
        }
        if (!s.split && upTo(4) == 0) {
            s.holds = {"form table"};
        }
        out.push_back(s);
    }
    return out;
}

/// A table's worth of steps, thirty of them.
std::vector<WorkStep> tableSteps(std::mt19937& random)
{
    std::vector<WorkStep> out;
    for (size_t i = 0; i < 30; ++i) {
        const int hands = 30 * (1 + static_cast<int>(random() % 8));
        WorkStep s = step("step", hands, random() % 3 == 0 ? 1440 : 0, {}, random() % 2 == 0);
        if (i > 0 && i != 12) { // the base begins by itself
            s.after.push_back({i - 1});
        }
        if (i == 20) {
            s.after.push_back({11});
        }
        out.push_back(s);
    }
    return out;
}

} // namespace

TEST_CASE("no plan is better than the one that is found", "[days]")
{
    std::mt19937 random(7);
    int possible = 0;
    for (int round = 0; round < 32; ++round) {
        const std::vector<WorkStep> steps = someSteps(random, round % 16 == 0 ? 4 : 3);
        WorkCalendar calendar = shortDays();
        calendar.hours[1].clear();
        const std::optional<int> best = bestOfAll(steps, calendar, 4);
        ScheduleQuestion question{steps, calendar, kGrid, 5 * kMinutesOfDay, 0, {}};
        const Schedule found = schedule(question, kExact);
        INFO("round " << round);
        REQUIRE(found.proven);
        if (best) { // within four days of work
            ++possible;
            REQUIRE(found.finish == best);
            const JudgedPlan plan = judged(steps, calendar, found.pieces);
            CHECK(plan.broken.empty());
            CHECK(plan.finish == found.finish);
            CHECK(found.lower <= *found.finish);
        }
    }
    CHECK(possible > 20);
}

TEST_CASE("a plan of thirty steps keeps every rule and stands near the bound", "[days]")
{
    std::mt19937 random(3);
    for (int round = 0; round < 5; ++round) {
        ScheduleQuestion question{tableSteps(random), weekdays(), 30, 120 * kMinutesOfDay, 0, {}};
        const Schedule found = schedule(question);
        REQUIRE(found.finish);
        CHECK(judged(question.steps, question.calendar, found.pieces).broken.empty());
        CHECK(*found.finish <= 1.05 * found.lower);
    }
}

TEST_CASE("a second maker shortens what the first cannot do alone, and may be the second person", "[days]")
{
    const std::vector<WorkStep> steps{step("top", 480, 0), step("base", 480, 0)};
    ScheduleQuestion question{steps, weekdays(), 30, 30 * kMinutesOfDay, 0, {}};
    CHECK(schedule(question).finish == kMinutesOfDay + 480 + 480);
    question.calendar.others.push_back({question.calendar.hours, {}});
    const Schedule two = schedule(question);
    CHECK(two.finish == 480 + 480);
    CHECK(judged(steps, question.calendar, two.pieces).broken.empty());
    question.calendar.others[0].off = {0}; // has Monday off
    CHECK(schedule(question).finish == kMinutesOfDay + 480 + 480);

    question.steps = {step("turn over", 60, 0)};
    question.steps[0].persons = 2;
    const Schedule turned = schedule(question);
    REQUIRE(turned.finish == kMinutesOfDay + 540); // on Tuesday both are there
    CHECK(turned.pieces[0].with.has_value());
    CHECK(judged(question.steps, question.calendar, turned.pieces).broken.empty());
    question.calendar.others.clear();
    CHECK_FALSE(schedule(question).finish); // and a maker alone never turns it
    CHECK(schedule(question).proven);
}

TEST_CASE("one sled is not under two makers at once, and free again between two pieces", "[days]")
{
    std::vector<WorkStep> steps{step("flatten a", 480, 0, {}, true), step("flatten b", 480, 0, {}, true)};
    ScheduleQuestion question{steps, weekdays(), 30, 30 * kMinutesOfDay, 0, {}};
    question.calendar.others.push_back({question.calendar.hours, {}});
    CHECK(schedule(question).finish == 480 + 480); // two sleds
    for (WorkStep& s : question.steps) {
        s.holds = {"router sled"};
    }
    const Schedule one = schedule(question);
    CHECK(one.finish == kMinutesOfDay + 480 + 420); // both take their turn: 540 on Monday, 420 on Tuesday
    CHECK(judged(question.steps, question.calendar, one.pieces).broken.empty());
    CHECK(judged(question.steps, question.calendar, {{0, 480, 960, 0}, {1, 480, 960, 1}}).broken ==
          std::vector<std::string>{"shared"});
}

TEST_CASE("days that are all later by a week give the same plan, later by a week", "[days]")
{
    std::mt19937 random(11);
    const ScheduleQuestion question{tableSteps(random), weekdays(), 30, 120 * kMinutesOfDay, 0, {}};
    ScheduleQuestion later = question;
    later.now = 7 * kMinutesOfDay;
    later.horizon += 7 * kMinutesOfDay;
    const Schedule a = schedule(question);
    const Schedule b = schedule(later);
    REQUIRE(a.pieces.size() == b.pieces.size());
    for (size_t i = 0; i < a.pieces.size(); ++i) {
        CHECK(a.pieces[i].from + 7 * kMinutesOfDay == b.pieces[i].from);
    }
}

TEST_CASE("what was done is not planned again, and what is under way needs only what is left", "[days]")
{
    const std::vector<WorkStep> steps{step("flatten", 240, 1440, {}, true), step("glue", 60, 0, {{0}})};
    ScheduleQuestion question{steps, weekdays(), 30, 30 * kMinutesOfDay, 600, {}};
    question.facts.push_back({0, 480, std::nullopt, 120, std::nullopt});
    const Schedule half = schedule(question);
    CHECK(half.pieces.front().step == 0);
    CHECK(half.pieces.front().to - half.pieces.front().from == 120);
    question.facts[0] = {0, 480, 600, std::nullopt, 60};
    const Schedule done = schedule(question);
    REQUIRE(done.pieces.size() == 1);
    CHECK(done.pieces[0].from == 660);                             // the wait that was measured, not the planned one
    question.facts[0] = {1, 480, 540, std::nullopt, std::nullopt}; // out of its order: the fact stands
    CHECK(schedule(question).finish);
}

TEST_CASE("two jobs share one maker and one form table; promises that can be kept are kept", "[days]")
{
    WorkStep pour = step("pour", 60, 2880);
    pour.holds = {"form table"};
    const JobToDo quick{{pour, step("sand", 240, 0, {{0}}, true)}, {}, std::nullopt};
    JobToDo urgent = quick;
    ShopQuestion question{{quick, urgent}, weekdays(), 30, 60 * kMinutesOfDay, 0};
    const ShopSchedule alike = shopSchedule(question);
    REQUIRE(alike.found);
    CHECK(alike.jobs[0].alone == alike.jobs[1].alone);
    CHECK(std::max(*alike.jobs[0].finish, *alike.jobs[1].finish) > *alike.jobs[0].alone); // the table is one

    question.jobs[1].promise = *alike.jobs[1].alone;
    const ShopSchedule promised = shopSchedule(question);
    CHECK(promised.jobs[1].finish <= *question.jobs[1].promise);
    CHECK(promised.late.empty());
    question.jobs[0].promise = question.jobs[1].promise; // both cannot be
    const ShopSchedule both = shopSchedule(question);
    CHECK(both.found);
    CHECK(both.late.size() == 1);
}

TEST_CASE("the plan of a shop keeps the rules of every job", "[days]")
{
    std::mt19937 random(5);
    ShopQuestion question{{}, weekdays(), 30, 300 * kMinutesOfDay, 0};
    for (int i = 0; i < 4; ++i) {
        question.jobs.push_back({tableSteps(random), {}, std::nullopt});
    }
    const ShopSchedule found = shopSchedule(question);
    REQUIRE(found.found);
    std::vector<WorkStep> all;
    std::vector<WorkPiece> pieces;
    for (size_t k = 0; k < question.jobs.size(); ++k) {
        const size_t first = all.size();
        for (WorkStep s : question.jobs[k].steps) {
            for (StepLink& link : s.after) {
                link.step += first;
            }
            all.push_back(s);
        }
        for (WorkPiece piece : found.jobs[k].pieces) {
            piece.step += first;
            pieces.push_back(piece);
        }
        CHECK(*found.jobs[k].alone <= *found.jobs[k].finish);
    }
    CHECK(judged(all, question.calendar, pieces).broken.empty());
}

TEST_CASE("work begins on the grid and never before its hours, also where these begin off it", "[days]")
{
    WorkCalendar calendar;
    calendar.hours.fill({{490, 720}}); // 8:10 to 12:00
    const WorkingTime time(calendar, 3 * 1440, 30);
    const HoursKind one{};
    CHECK(time.nextBlock(one, 0, 60) == 510);          // 8:30, not 8:00
    CHECK(time.nextBlock(one, 515, 60) == 540);        // on, not back
    CHECK(time.nextBlock(one, 0, 210) == 510);         // just to noon
    CHECK(time.nextBlock(one, 0, 211) == kNever);      // nor does it begin at 8:10
    CHECK(time.nextBlock(one, 661, 60) == 1440 + 510); // the next morning
    CHECK(time.lastBlock(one, 1440, 60) == 660);
    CHECK(time.lastBlock(one, 520, 60) == 510);
    CHECK(time.lastBlock(one, 505, 60) == -1);
}
