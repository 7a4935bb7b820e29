// The days of a job: steps from the benches, what is done, the promise, findings.

#include <catch2/catch.hpp>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;

namespace
{

constexpr const char* kNow = "2026-11-27T10:00";

Plan at(const Demo& demo, const char* now = kNow)
{
    Worked worked;
    worked.now_h = hoursOf(now);
    return makePlan(demo.job, *demo.book.shop, nullptr, worked);
}

const JobStep& stepOf(const Plan& plan, const char* key)
{
    const auto at = plan.days->list.find(key);
    INFO(key);
    REQUIRE(at);
    return plan.days->list.steps[*at];
}

/// Nothing written down, nothing promised.
Demo fresh(int number)
{
    Demo demo(number);
    demo.job.days = {};
    demo.job.fill.log.clear();
    demo.job.flatten.rests.clear();
    demo.job.surface.sanded.clear();
    demo.job.surface.firstCoat.clear();
    demo.job.fill.starts.clear();
    Habits habits = demo.book.shop->habits; // somebody can be called on any working day, and none is free
    habits.work = WorkHabits{};
    demo.book = withHabits(demo.book, habits);
    return demo;
}

DayEntry entry(int id, const char* when, const char* step, double minutes, bool ends = true)
{
    DayEntry e;
    e.id = id;
    e.at = when;
    e.words.text = step;
    e.words.step = step;
    e.words.minutes = minutes;
    e.words.ends = ends;
    return e;
}

} // namespace

TEST_CASE("every bench gives its steps, and the plan of them keeps every rule", "[days]")
{
    for (int number = 1; number <= 8; ++number) {
        const Demo demo = fresh(number);
        const Plan plan = at(demo);
        const DaysPlan& d = *plan.days;
        INFO(demo.job.name);
        REQUIRE(d.found);
        CHECK(d.list.find("rough_cut"));
        CHECK(d.list.find("flatten_1"));
        CHECK(d.list.find("sand_0"));
        CHECK(d.list.find("show_1"));
        CHECK(d.list.find("deliver"));
        CHECK(d.list.find("glue").has_value() == !plan.surface->joints.empty());
        CHECK(d.list.find("form").has_value() == (demo.job.layup.kind == TopKind::River));
        std::vector<WorkPiece> pieces;
        for (const PlannedStep& p : d.planned) {
            pieces.insert(pieces.end(), p.pieces.begin(), p.pieces.end());
        }
        const JudgedPlan judgedPlan = judged(d.question.steps, d.question.calendar, pieces);
        CHECK(judgedPlan.broken.empty());
        CHECK(judgedPlan.finish == d.finish);
        CHECK(d.likelyFrom <= d.finish);
        CHECK(d.finish <= d.likelyTo);
        double sum = 0.0;
        for (const JobStep& step : d.list.steps) {
            sum += step.hands.value();
            CHECK(step.low_min <= step.hands.value());
            CHECK(step.hands.value() <= step.high_min);
        }
        CHECK(plan.figure("hands").value() == Approx(sum));
        CHECK(d.left_min == Approx(sum));
    }
}

TEST_CASE("a choice on a bench changes the days", "[days]")
{
    Demo demo = fresh(1);
    const Plan before = at(demo);
    CHECK_FALSE(before.days->list.find("flatten_2"));
    demo.job.flatten.millings = 2;
    const Plan twice = at(demo);
    REQUIRE(twice.days->list.find("flatten_2"));
    CHECK(stepOf(twice, "flatten_1").wait.value() >= 1440.0); // a rest of a day at least
    CHECK(twice.days->plannedStep("joint")->start > before.days->plannedStep("joint")->start);
    // Both millings together take what one does, setting up and stops apart.
    CHECK(stepOf(twice, "flatten_1").hands.value() + stepOf(twice, "flatten_2").hands.value() >
          0.8 * stepOf(before, "flatten_1").hands.value());

    demo = fresh(1);
    demo.job.base.coater_days = 40.0;
    CHECK(at(demo).days->finish > before.days->finish + 15 * kMinutesOfDay); // the coater holds it now
    demo.job.base.coat = MetalCoat::Raw;
    CHECK_FALSE(at(demo).days->list.find("base_coater"));
    demo.job.surface.finish = FinishKind::Film;
    CHECK(at(demo).days->list.find("show_4"));
}

TEST_CASE("the first day is that of the job; without a clock and a day it is asked", "[days]")
{
    Demo demo = fresh(1);
    const Plan plain = demo.plan(); // no clock
    REQUIRE(plain.days->found);
    CHECK(plain.days->firstDay == *dayOf("2026-11-03"));
    demo.job.started.clear();
    const Plan lost = demo.plan();
    REQUIRE(lost.days->missing);
    CHECK(lost.days->missing->where.page == "promise");
    CHECK_FALSE(lost.days->found);
}

TEST_CASE("what days and price do without is said, by its name and place", "[days]")
{
    Demo demo(1);
    CHECK(codes(at(demo, "2026-11-27T10:00").days->findings).count("days.does_without") == 0);
    demo.slab({4}, [](Slab& s) {
        s.thickness_mm.reset();
        s.thicknesses.clear();
        s.topHeights.reset();
        s.bottomHeights.reset();
    });
    const auto said = [&] {
        const Plan plan = at(demo, "2026-11-27T10:00");
        for (const Finding& f : plan.days->findings) {
            if (f.code == "days.does_without") {
                return f;
            }
        }
        return Finding{};
    };
    CHECK(said().text == "Days and price do without what is not known yet: surface readings of A4.");
    CHECK(said().remedy == "surface readings of A4");
    CHECK(said().leadsTo.bench == "yard");
    CHECK(said().leadsTo.slab == 4);
    demo.job.base.kind = BaseKind::None;
    CHECK(said().text == "Days and price do without what is not known yet: surface readings of A4, a kind of base.");
    demo.job.days.delivered = "2026-11-26";
    CHECK(said().code.empty());
}

TEST_CASE("what is done is not planned again; what comes before it is taken as done", "[days]")
{
    Demo demo = fresh(1);
    demo.job.days.book = {entry(1, "2026-11-24T16:00", "flatten_1", 200.0)};
    const Plan plan = at(demo);
    const PlannedStep& cut = *plan.days->plannedStep("rough_cut");
    CHECK(cut.progress.done);
    CHECK(cut.progress.implied);
    CHECK(cut.pieces.empty());
    const PlannedStep& flat = *plan.days->plannedStep("flatten_1");
    CHECK(flat.progress.done);
    CHECK_FALSE(flat.progress.implied);
    CHECK(codes(plan.days->findings).count("days.taken_as_done") == 1);
    CHECK(plan.days->left_min < plan.days->hands_min);
    CHECK(plan.days->next() != nullptr);
    for (const PlannedStep& p : plan.days->planned) {
        for (const WorkPiece& piece : p.pieces) {
            CHECK(piece.from >= *plan.days->now); // nothing in the past
        }
    }
    // Half of it: only what is left.
    demo.job.days.book[0].words.ends = false;
    const Plan half = at(demo);
    int work = 0;
    for (const WorkPiece& piece : half.days->plannedStep("flatten_1")->pieces) {
        work += piece.to - piece.from;
    }
    const double left = stepOf(half, "flatten_1").hands.value() - 200.0;
    CHECK(work >= left);
    CHECK(work < left + 2 * kDaysGrid_min);
    demo.job.days.book[0].struck = true;
    CHECK_FALSE(at(demo).days->plannedStep("flatten_1")->progress.begun);
}

TEST_CASE("pours and rests that are written down elsewhere count as done", "[days]")
{
    Demo demo(2);
    demo.job.days = {};
    const Plan plan = at(demo);
    CHECK(plan.days->plannedStep("pour_river-1")->progress.done);
    CHECK_FALSE(plan.days->plannedStep("pour_river-2")->progress.done);
    CHECK(plan.days->plannedStep("flatten_1")->progress.done);
    CHECK(plan.days->plannedStep("read_2")->progress.done);
    CHECK(plan.days->plannedStep("flatten_1")->progress.wait == 2 * kMinutesOfDay);
}

TEST_CASE("minutes, waits and days of the maker's own word stand against the plan", "[days]")
{
    Demo demo = fresh(1);
    const int finish = at(demo).days->finish;
    StepOverrule longer;
    longer.step = "show_1";
    longer.wait_h = 20.0 * 24.0;
    demo.job.days.overrules = {longer};
    const Plan waits = at(demo);
    CHECK(waits.days->finish > finish + 10 * kMinutesOfDay);
    CHECK(stepOf(waits, "show_1").overruled);
    StepOverrule fixed;
    fixed.step = "rough_cut";
    fixed.notBefore = "2026-12-07T13:00";
    demo.job.days.overrules = {fixed};
    const Plan later = at(demo);
    CHECK(later.days->hoursAt(later.days->plannedStep("rough_cut")->start) >= *hoursOf("2026-12-07T13:00"));
    StepOverrule none;
    none.step = "sample";
    none.skip = true;
    demo.job.days.overrules = {none};
    const Plan without = at(demo);
    for (const WorkPiece& piece : without.days->plannedStep("sample")->pieces) {
        CHECK(piece.from == piece.to);
    }
    CHECK(without.days->hands_min == Approx(at(fresh(1)).days->hands_min - 30.0));
    demo.job.days.overrules[0].step = "no_such_step"; // waits for the choice behind it
    CHECK(at(demo).days->finish == finish);
}

TEST_CASE("own steps take their place; a circle is answered in words and loses its links", "[days]")
{
    Demo demo = fresh(1);
    OwnStep sign;
    sign.id = 1;
    sign.name = "Carve a sign";
    sign.hands_min = 120.0;
    sign.wait_h = 48.0;
    sign.after = "trim";
    sign.before = "sand_0";
    demo.job.days.own = {sign};
    const Plan plan = at(demo);
    const PlannedStep& own = *plan.days->plannedStep("own_1");
    CHECK(own.start >= plan.days->plannedStep("trim")->ready);
    CHECK(plan.days->plannedStep("sand_0")->start >= own.ready);
    CHECK(own.ready - own.end == 48 * 60);

    demo.job.days.own[0].after = "deliver";
    demo.job.days.own[0].before = "rough_cut";
    const Plan circle = at(demo);
    REQUIRE(circle.days->found);
    CHECK(codes(circle.days->findings).count("days.circle") == 1);
    CHECK(circle.days->list.circle == std::vector<int>{1});
    demo.job.days.own[0].after = "form"; // a step this job does not have
    demo.job.days.own[0].before.clear();
    CHECK(codes(at(demo).days->findings).count("days.lost_step") == 1);
}

TEST_CASE("a promise that does not hold is said with what holds it and what brings it back", "[days]")
{
    Demo demo = fresh(1);
    demo.job.days.promised = "2026-12-11";
    const Plan late = at(demo);
    CHECK(codes(late.days->findings).count("days.late") == 1);
    CHECK(late.figure("spare").value() > 0.0);
    REQUIRE_FALSE(late.days->waysBack.empty());
    for (const WayBack& way : late.days->waysBack) {
        CHECK(way.finish < late.days->finish);
    }
    CHECK(std::is_sorted(late.days->waysBack.begin(), late.days->waysBack.end(),
                         [](const WayBack& a, const WayBack& b) { return a.finish < b.finish; }));
    demo.job.days.promised = "2027-03-01";
    const Plan fine = at(demo);
    CHECK(codes(fine.days->findings).count("days.late") == 0);
    CHECK(fine.days->waysBack.empty());
    demo.job.days.promised = isoDate(fine.days->dayOfMinute(fine.days->finish - 1)); // to the day
    CHECK(codes(at(demo).days->findings).count("days.late") == 0);
}

TEST_CASE("hours of the shop carry the plan: none, too short, nobody to help", "[days]")
{
    Demo demo = fresh(1);
    Habits habits = demo.book.shop->habits;
    habits.work.helper = {};
    demo.book = withHabits(demo.book, habits);
    CHECK(codes(at(demo).days->findings).count("days.nobody_helps") == 1);
    CHECK(at(demo).days->found);
    habits.work.makers[0].week = WeekHours{};
    demo.book = withHabits(demo.book, habits);
    const Plan never = at(demo);
    CHECK_FALSE(never.days->found);
    CHECK(codes(never.days->findings) == std::set<std::string>{"days.no_hours"}); // and nothing that follows from it
    for (auto& day : habits.work.makers[0].week.days) {
        day = {{18 * 60, 18 * 60 + 45}};
    }
    demo.book = withHabits(demo.book, habits);
    const Plan evenings = at(demo);
    CHECK(evenings.days->found);
    CHECK(codes(evenings.days->findings).count("days.too_long") == 1); // mounting takes an hour in one go
}

TEST_CASE("holidays move the finish, and nothing lies on them", "[days]")
{
    Demo demo = fresh(1);
    Habits habits = demo.book.shop->habits;
    for (int day = *dayOf("2026-11-30"); day <= *dayOf("2026-12-04"); ++day) {
        habits.work.holidays.push_back(isoDate(day));
    }
    const int before = at(demo).days->finish;
    demo.book = withHabits(demo.book, habits);
    const Plan plan = at(demo);
    CHECK(plan.days->finish >= before + 3 * kMinutesOfDay);
    for (const PlannedStep& p : plan.days->planned) {
        for (const WorkPiece& piece : p.pieces) {
            const int day = plan.days->dayOfMinute(piece.from);
            CHECK((day < *dayOf("2026-11-30") || day > *dayOf("2026-12-04")));
        }
    }
}

TEST_CASE("rests skipped, cures shortened, steps out of order and a clock set back are said", "[days]")
{
    Demo demo = fresh(2);
    demo.job.flatten.millings = 2;
    demo.job.days.book = {entry(1, "2026-11-20T12:00", "flatten_1", 100.0),
                          entry(2, "2026-11-20T16:00", "flatten_2", 60.0)};
    CHECK(codes(at(demo).days->findings).count("days.rest_skipped") == 1);
    demo.job.days.book = {entry(1, "2026-11-20T12:00", "flatten_1", 60.0), entry(2, "2026-11-18T16:00", "read_2", 30.0),
                          entry(3, "2026-11-17T16:00", "flatten_2", 60.0)};
    CHECK(codes(at(demo).days->findings).count("days.out_of_order") == 1);
    demo.job.days.book = {entry(1, "2026-11-29T12:00", "flatten_1", 60.0)}; // the day after tomorrow
    CHECK(codes(at(demo).days->findings).count("days.clock_back") == 1);
    CHECK(codes(at(demo, "2026-11-30T08:00").days->findings).count("days.clock_back") == 0);
    // Written just now: a window's plan stands at the quarter of an hour that has begun.
    demo.job.days.book = {entry(1, "2026-11-27T10:14", "flatten_1", 60.0)};
    CHECK(codes(at(demo, "2026-11-27T10:00").days->findings).count("days.clock_back") == 0);
}

TEST_CASE("a window that closed is said, and the plan goes on scuffed", "[days]")
{
    Demo demo = fresh(3);
    demo.job.days.book = {entry(1, "2026-11-20T12:00", "under_1", 30.0)};
    const Plan plan = at(demo);
    CHECK(codes(plan.days->findings).count("days.window_missed") == 1);
    CHECK(plan.days->found);
    const PlannedStep& next = *plan.days->plannedStep("under_2");
    int work = 0;
    for (const WorkPiece& piece : next.pieces) {
        work += piece.to - piece.from;
    }
    CHECK(work > stepOf(plan, "under_2").hands.value() + 10.0); // with the scuffing
}

TEST_CASE("alarms tell what opens, closes and is over, from now on", "[days]")
{
    Demo demo(2);
    const Plan plan = at(demo, "2026-11-21T09:00");
    REQUIRE_FALSE(plan.days->alarms.empty());
    bool looks = false;
    for (const DayAlarm& alarm : plan.days->alarms) {
        CHECK(alarm.at > *plan.days->now);
        looks = looks || (alarm.text.find("hour 7") != std::string::npos && alarm.step == "pour_river-1");
    }
    CHECK(looks);
}

TEST_CASE("what was logged changes the minutes of the next plan", "[days]")
{
    const Demo demo = fresh(1);
    Worked worked;
    worked.now_h = hoursOf(kNow);
    const Plan standard = makePlan(demo.job, *demo.book.shop, nullptr, worked);
    auto logs = std::make_shared<RateLogs>();
    (*logs)["sand"] = {{200.0, 10.0}, {190.0, 10.0}, {210.0, 10.0}}; // far slower
    worked.rates = logs;
    const Plan learned = makePlan(demo.job, *demo.book.shop, nullptr, worked);
    CHECK(stepOf(learned, "sand_0").hands.value() > 1.5 * stepOf(standard, "sand_0").hands.value());
    CHECK(stepOf(learned, "rough_cut").hands.value() == Approx(stepOf(standard, "rough_cut").hands.value()));
    CHECK_FALSE(stepOf(learned, "sand_0").hands.isGuess());
    CHECK(stepOf(standard, "sand_0").hands.isGuess());
}

TEST_CASE("a wait is over when what waited for it was begun", "[days]")
{
    Demo demo = fresh(3); // a round that is said to dry for weeks
    demo.job.days.book = {entry(1, "2026-11-16T09:00", "stack", 25.0), entry(2, "2026-11-18T12:00", "flatten_1", 60.0)};
    const Plan plan = at(demo);
    const PlannedStep& stack = *plan.days->plannedStep("stack");
    CHECK(stack.ready <= plan.days->plannedStep("flatten_1")->start);
    demo.job.days.book.pop_back();
    const Plan waits = at(demo);
    CHECK(waits.days->plannedStep("stack")->ready > *waits.days->now);
}
