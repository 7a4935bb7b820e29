// The holding stage: questions asked, answers taken, whether channels are worth it.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/move/cup_across.h"
#include "core/plan/plan.h"
#include "support/demo.h"
#include "support/laid.h"

using namespace burl;
using burl::test::board;
using burl::test::codes;
using burl::test::Demo;
using burl::test::Laid;
using Catch::WithinAbs;

namespace
{

/// One slab of walnut 900 wide, its pith 60 mm below its middle, on two plates; three channels across it.
Laid cupping(double thickness, const std::string& section)
{
    Slab slab = board(1, 450, 450, 450, 450);
    slab.pith = PithPlace{60.0, 0.0};
    slab.thickness_mm = thickness + 4.0;
    Laid l(TopKind::Single, {slab});
    l.job.layup.thickness_mm = thickness;
    l.job.move.assembly_mc_pct = 17.0; // fastened too early: it cups much
    for (const double x : {400.0, 1400.0}) {
        BasePlate plate;
        plate.x_mm = x;
        plate.long_mm = 300.0; // the cup is not held by them
        l.job.move.plates.push_back(plate);
        Fastener f;
        f.at = {x, 0.0};
        l.job.move.fasteners.push_back(f);
    }
    for (const double x : {225.0, 900.0, 1575.0}) {
        Channel c;
        c.x_mm = x;
        c.length_mm = 800.0;
        c.section = section;
        c.depth_mm = 20.0;
        l.job.move.channels.push_back(c);
    }
    return l;
}

double value(const Plan& plan, const char* key)
{
    return plan.figure(key).value();
}

const Finding* said(const Plan& plan, const std::string& code)
{
    for (const Finding& f : plan.hold->findings) {
        if (f.code == code) {
            return &f;
        }
    }
    return nullptr;
}

} // namespace

TEST_CASE("channels: a high one is worth it, a flat bar has little effect, and the figures add up", "[move][hold]")
{
    const Laid high = cupping(45.0, "steel_c_50_25_5");
    const Plan worth = planWorkedOut(high.job, high.shop);
    REQUIRE(worth.hold->fresh);
    CHECK_THAT(value(worth, "channels_hold"), WithinAbs(value(worth, "cup_free") - value(worth, "cup_left"), 1e-9));
    const Finding* verdict = said(worth, "move.channels");
    REQUIRE(verdict != nullptr);
    INFO(verdict->text << " " << value(worth, "cup_free") << " " << value(worth, "cup_left"));
    CHECK(verdict->text.find("worth it") != std::string::npos);
    // Its range holds it, and softer wood is held more.
    CHECK(verdict->figures[2].value() <= value(worth, "channels_hold"));
    CHECK(verdict->figures[3].value() >= value(worth, "channels_hold"));
    CHECK(verdict->figures[3].value() > verdict->figures[2].value());
    const Laid flat = cupping(60.0, "steel_flat_50_6");
    const Plan little = planWorkedOut(flat.job, flat.shop);
    REQUIRE(said(little, "move.channels") != nullptr);
    INFO(said(little, "move.channels")->text << " " << value(little, "cup_free") << " " << value(little, "cup_left"));
    CHECK(said(little, "move.channels")->text.find("little effect") != std::string::npos);
    CHECK(value(little, "bolt_force") < value(worth, "bolt_force"));
}

TEST_CASE("what is not known is asked for, not guessed", "[move][hold]")
{
    Laid l = cupping(45.0, "");
    CHECK(said(planWorkedOut(l.job, l.shop), "move.channel_unknown") != nullptr);
    Slab slab = *l.shop.slabs[0];
    slab.pith.reset();
    l.shop.slabs[0] = std::make_shared<const Slab>(slab);
    const Plan unknown = planWorkedOut(l.job, l.shop);
    CHECK(said(unknown, "move.cup_unknown") != nullptr);
    CHECK_FALSE(unknown.figure("cup_driest"));
    CHECK(unknown.figure("sag_end").known()); // bending does not hang on the rings
    l.job.move.plates.clear();
    l.job.move.fasteners.clear();
    CHECK_FALSE(planWorkedOut(l.job, l.shop).hold->question);
}

TEST_CASE("a plan goes on by the last answer until the new one is there", "[move][hold]")
{
    Laid l = cupping(45.0, "steel_c_50_25_5");
    const Plan first = makePlan(l.job, l.shop);
    REQUIRE(first.hold->asks() != nullptr);
    CHECK_FALSE(first.figure("channels_hold"));
    Worked worked;
    worked.hold =
        std::make_shared<const HoldAnswers>(HoldAnswers{*first.hold->asks(), holdAnswer(*first.hold->asks())});
    const Plan told = makePlan(l.job, l.shop, &first, worked);
    CHECK(told.hold->fresh);
    CHECK(told.figure("channels_hold").known());
    l.job.move.channels[0].x_mm += 30.0;
    const Plan moved = makePlan(l.job, l.shop, &told, worked);
    CHECK_FALSE(moved.hold->fresh);
    CHECK(moved.hold->answer == told.hold->answer); // shown until the new one is there
    CHECK_FALSE(moved.figure("channels_hold"));     // but no figure of it is told as this top's
    // What does not change the plate asks nothing new.
    l.job.move.channels[0].x_mm -= 30.0;
    l.job.fill.bucket_L = 7.0;
    CHECK(makePlan(l.job, l.shop, &told, worked).hold->fresh);
    CHECK(holdAnswer(*first.hold->asks(), [](double) { return false; }) == nullptr);
}

TEST_CASE("a slab with its bark side up goes hollow as it dries, turned over it crowns", "[move][hold]")
{
    Laid l = cupping(45.0, "");
    l.job.move.channels.clear();
    const Plan plan = makePlan(l.job, l.shop);
    const auto dry = cupAcross(*plan.move, *plan.hold, *plan.layup, 900.0, plan.move->mc.driest_pct);
    REQUIRE_FALSE(dry.shape.empty());
    CHECK_FALSE(dry.held);
    CHECK(cupOf(dry) < -0.5); // the face nearer the bark goes hollow
    CHECK_THAT(cupOf(cupAcross(*plan.move, *plan.hold, *plan.layup, 900.0, plan.move->mc.assembly_pct)),
               WithinAbs(0.0, 1e-9));
    l.job.layup.pieces[0].show = Face::Bottom;
    const Plan over = makePlan(l.job, l.shop);
    const double crown = cupOf(cupAcross(*over.move, *over.hold, *over.layup, 900.0, over.move->mc.driest_pct));
    CHECK_THAT(crown, WithinAbs(-cupOf(dry), 0.02));
    // The plate model says the same of it, but that its own weight takes some where only its middle is held.
    const Plan worked = planWorkedOut(l.job, l.shop);
    const double free =
        crown * worked.hold->question->driest_pct / (over.move->mc.driest_pct - over.move->mc.assembly_pct);
    const double stands = worked.hold->answer->shape(HoldCase::Driest, true).cup_mm;
    CHECK(stands > 0.0);
    CHECK(std::abs(stands) < std::abs(free));
    CHECK(std::abs(stands) > 0.6 * std::abs(free));
}

TEST_CASE("a base out of true bends the top when it is tightened, and a level one does not", "[move][hold]")
{
    Laid l = cupping(40.0, "");
    l.job.move.channels.clear();
    for (BasePlate& p : l.job.move.plates) {
        p.long_mm = 700.0;
        p.nearLow_mm = 0.0;
        p.farLow_mm = 0.0;
    }
    const Plan level = planWorkedOut(l.job, l.shop);
    CHECK(value(level, "pads_bend") < 0.05);
    l.job.move.plates[1].farLow_mm = 3.0;
    const Plan low = planWorkedOut(l.job, l.shop);
    CHECK(value(low, "pads_bend") > 0.5);
    CHECK(said(low, "move.pads_bend") != nullptr);
    const auto pads = codes(low.move->findings);
    CHECK(pads.count("move.pad_low") == 1);
    CHECK_THAT(low.move->plates[1].farGap_mm + low.move->plates[1].nearGap_mm + low.move->plates[0].farGap_mm +
                   low.move->plates[0].nearGap_mm,
               WithinAbs(3.0, 0.01));
}

TEST_CASE("what pulls at the fasteners when a table is lifted is half of its heavier part, twice", "[move][hold]")
{
    Laid l = cupping(45.0, "");
    l.job.move.baseMass_kg = 200.0;
    const Plan plan = planWorkedOut(l.job, l.shop);
    CHECK_THAT(value(plan, "pull_each"), WithinAbs(2.0 * 9.80665 * 200.0 / 1.0, 1e-6)); // two: half of them is one
    CHECK(said(plan, "move.pulls_out") != nullptr);
    l.job.move.baseMass_kg = 5.0; // the top is heavier
    CHECK(value(planWorkedOut(l.job, l.shop), "pull_each") > 2.0 * 9.80665 * 5.0);
}

TEST_CASE("leaving the channels out leaves the rods of a gap and the rails of a base where they are", "[move][hold]")
{
    Demo gap(4);
    Channel c;
    c.x_mm = 850.0;
    c.middle_mm = 190.0;
    c.length_mm = 200.0;
    c.section = "steel_c_40_20_4";
    gap.job.move.channels = {c};
    const Plan plan = planWorkedOut(gap.job, *gap.book.shop);
    REQUIRE(plan.hold->fresh);
    const HoldAnswer& a = *plan.hold->answer;
    const HoldShape& without = a.shape(HoldCase::AtEnd, false);
    REQUIRE_FALSE(without.tips);
    size_t rods = 0;
    for (const auto& bolts : without.bolts_N) { // what is left out pulls at nothing
        rods += std::any_of(bolts.begin(), bolts.end(), [](double f) { return std::abs(f) > 1.0; }) ? 1 : 0;
    }
    CHECK(rods == plan.layup->rods.size());
}
