// Minimal jobs where one bench meets another: what one knows the other must say too.

#include <catch2/catch.hpp>

#include "core/plan/plan.h"
#include "exchange/job_file.h"
#include "support/files.h"

using namespace burl;

namespace
{

JobFile jointJob(const std::string& name)
{
    auto file = readJobFile(test::reference("cases/joints/" + name + ".json"));
    REQUIRE(file);
    return std::move(*file);
}

/// Begun on a day that is said: no clock is asked.
Plan plannedOn(JobFile file)
{
    file.job.started = "2026-12-07";
    return planWorkedOut(file.job, file.shop);
}

std::set<std::string> codesOf(const Plan& plan)
{
    std::set<std::string> out;
    for (const NamedAnswer& stage : plan.answers()) {
        for (const Finding& f : stage.answer->findings) {
            out.insert(f.code);
        }
    }
    return out;
}

std::set<std::string> codesOf(const std::string& name)
{
    return codesOf(plannedOn(jointJob(name)));
}

/// Hours that the last pour before the planing waits; nothing when the days are not planned.
std::optional<double> waitAfterPour_h(const Plan& plan)
{
    if (plan.days->missing) {
        return std::nullopt;
    }
    double most = 0.0;
    for (const JobStep& step : plan.days->list.steps) {
        if (step.pour.rfind("river", 0) == 0) {
            most = std::max(most, step.wait ? step.wait.value() / 60.0 : 0.0);
        }
    }
    return most;
}

} // namespace

TEST_CASE("the colder the shop, the later what was poured may be planed, and never sooner by a guess", "[cases][days]")
{
    JobFile file = jointJob("cold-days-20");
    int before = 1'000'000;
    for (double room = 10.0; room <= 30.0; room += 4.0) {
        file.job.fill.room.night_C = file.job.fill.room.day_C = room;
        const Plan plan = plannedOn(file);
        INFO(room << " degrees");
        REQUIRE_FALSE(plan.days->missing);
        const PlannedStep* out = plan.days->plannedStep("demould");
        REQUIRE(out != nullptr);
        CHECK(out->start / (24 * 60) <= before);
        before = out->start / (24 * 60);
    }
    // At 12 degrees a week is not enough: 108 hours, by the class of the resin, were a guess that was too soon.
    const Plan cold = plannedOn(jointJob("cold-days-12"));
    CHECK(*waitAfterPour_h(cold) > 168.0);
    CHECK(codesOf(cold).count("pour.stalls") == 1);
}

TEST_CASE("of resins that may be poured the one is taken that is hard first, tried by the cure model", "[cases][fill]")
{
    // At 24 degrees the rule's own order took extra-deep resin, which then was not hard within a week.
    JobFile file = jointJob("cold-days-20");
    file.job.fill.room.night_C = file.job.fill.room.day_C = 24.0;
    const Plan plan = plannedOn(file);
    REQUIRE_FALSE(plan.fill->items.empty());
    CHECK(plan.fill->items.front().resin == "deep_pour_slow");
    CHECK(plan.fill->items.front().layers.count == 2);
    CHECK(codesOf(plan).count("pour.stalls") == 0);
    CHECK(codesOf(plan).count("pour.runs_away") == 0);
}

TEST_CASE("what never hardens in its room is given no day after it", "[cases][days]")
{
    JobFile file = jointJob("cold-days-20");
    file.job.fill.room.night_C = file.job.fill.room.day_C = -10.0;
    const Plan plan = plannedOn(file);
    REQUIRE(plan.days->missing);
    CHECK(plan.days->missing->what.find("does not harden") != std::string::npos);
    CHECK(plan.days->missing->where.bench == "fill");
}

TEST_CASE("rough slabs go into the form as they are, and are flattened with the resin", "[cases][days]")
{
    const Plan plan = plannedOn(jointJob("uplift-rough"));
    std::vector<std::string> keys;
    for (const JobStep& step : plan.days->list.steps) {
        keys.push_back(step.key);
    }
    const auto at = [&](const std::string& key) { return std::find(keys.begin(), keys.end(), key) - keys.begin(); };
    CHECK(at("form") < at("demould"));
    CHECK(at("demould") < at("flatten_1"));
    CHECK(std::count(keys.begin(), keys.end(), "plane_again") == 0); // once is enough
}

TEST_CASE("scattered fills move the wood beside them by their own width", "[cases][move]")
{
    // Ten worm holes of 3 mm, and a check 3 mm wide, stand in a box of 300 mm: wood moves between them as it does
    // anywhere.
    CHECK(codesOf("worm").count("move.resin_opens") == 0);
    CHECK(codesOf("check").count("move.resin_opens") == 0);
    const Plan worm = plannedOn(jointJob("worm"));
    CHECK(worm.fill->items.front().across_mm == 3.0);
    // The check runs 800 along and 300 across: cut across it is 3 x 854 / 800 wide.
    const Plan check = plannedOn(jointJob("check"));
    CHECK(check.fill->items.front().across_mm == Approx(3.0 * std::hypot(800.0, 300.0) / 800.0));
}

TEST_CASE("what one bench sees is said where it matters", "[cases]")
{
    CHECK(codesOf("haze").count("surface.resin_dull") == 1);
    CHECK(codesOf("haze-320").count("surface.resin_dull") == 1);
    CHECK(codesOf("incl").count("layup.inclusion_shows") == 1);
    CHECK(codesOf("bow").count("flatten.hollow_down") == 1);
    // Nobody sits at a console: no word of it.
    for (const char* code : {"base.tall", "base.low", "base.knee", "base.tips_end", "base.tips_side"}) {
        INFO(code);
        CHECK(codesOf("console").count(code) == 0);
    }
    // An open gap is not a river.
    const Plan gap = plannedOn(jointJob("gap-bolt"));
    for (const Finding& f : gap.move->findings) {
        INFO(f.text);
        CHECK(f.text.find("resin") == std::string::npos);
    }
    // A wedge backs out, or stays: the joint and the finding tell the same.
    const Plan wedge = plannedOn(jointJob("wedge"));
    const bool warned = codesOf(wedge).count("base.wedge") == 1;
    const bool stays = std::any_of(wedge.base->shape->joints.begin(), wedge.base->shape->joints.end(),
                                   [](const auto& j) { return j.note.find("stays by itself") != std::string::npos; });
    CHECK(warned != stays);
}

TEST_CASE("a name with a bracket of ours in it keeps the figures of its sentences", "[cases][names]")
{
    JobFile file = jointJob("worm");
    const Plan plain = makePlan(file.job, file.shop);
    Slab slab = *file.shop.slabs.front();
    const std::string was = slab.name;
    slab.name = "Q{0} {1}";
    file.shop.slabs.front() = std::make_shared<const Slab>(slab);
    const Plan named = makePlan(file.job, file.shop);
    int told = 0;
    const auto before = plain.answers();
    const auto after = named.answers();
    for (size_t s = 0; s < before.size(); ++s) {
        const auto& a = before[s].answer->findings;
        const auto& b = after[s].answer->findings;
        REQUIRE(a.size() == b.size());
        for (size_t i = 0; i < a.size(); ++i) {
            std::string expected = sentence(a[i], {});
            const bool hasName = expected.find(was) != std::string::npos;
            for (size_t at = expected.find(was); at != std::string::npos;
                 at = expected.find(was, at + slab.name.size())) {
                expected.replace(at, was.size(), slab.name);
            }
            told += hasName ? 1 : 0;
            CHECK(sentence(b[i], {}) == expected);
        }
    }
    CHECK(told > 0);
}
