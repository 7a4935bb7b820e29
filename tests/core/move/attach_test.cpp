// Fasteners of every kind, base plates, pads, rounds: worked by hand, and what is said when they are wrong.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/move/hazards.h"
#include "core/move/lay_out.h"
#include "core/move/top_year.h"
#include "core/plan/plan.h"
#include "core/shop/room.h"
#include "support/demo.h"
#include "support/laid.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;
using burl::test::Laid;
using Catch::WithinAbs;

namespace
{

/// Flat-sawn walnut 700 wide, 40 thick, in the first room of the shop; one fastener 300 mm off the held line.
struct OneFastener {
    Laid laid{TopKind::Single, {burl::test::board(1, 350, 350, 350, 350)}};
    Fastener& fastener;

    OneFastener() : fastener(laid.job.move.fasteners.emplace_back())
    {
        fastener.at = {900.0, 300.0};
        fastener.washer_mm = 60.0;
    }
    [[nodiscard]] FastenerPlan planned() const { return laid.plan().move->fasteners[0]; }
    [[nodiscard]] std::set<std::string> said() const { return codes(laid.plan().move->findings); }
    [[nodiscard]] double most() const
    {
        const FastenerPlan f = planned();
        return std::max(f.travel.out_mm, f.travel.in_mm);
    }
};

} // namespace

TEST_CASE("an oversize hole is as wide as the wood goes to its worse side, twice", "[move][fastener]")
{
    OneFastener one;
    const double slot = one.planned().slot.value();
    one.fastener.hole = HoleKind::Oversize;
    const FastenerPlan f = one.planned();
    CHECK_THAT(f.slot.value(), WithinAbs(8.0 + 2.0 * (one.most() + 0.5), 1e-9));
    CHECK(f.slot.value() >= slot);
    CHECK(f.bolt.value() == 0.0);
    one.fastener.turn_deg = 90.0; // it has no way to be wrong
    CHECK(one.said().count("move.slot_wrong_way") == 0);
}

TEST_CASE("a slot that runs the wrong way, or is too short, stops the work", "[move][fastener]")
{
    OneFastener one;
    CHECK(one.said().count("move.slot_wrong_way") == 0);
    one.fastener.turn_deg = 90.0;
    CHECK(one.said().count("move.slot_wrong_way") == 1);
    CHECK_THAT(one.planned().astray_mm, WithinAbs(one.most(), 1e-9));
    one.fastener.turn_deg = 180.0; // the same way as straight
    CHECK(one.said().count("move.slot_wrong_way") == 0);
    one.fastener.turn_deg.reset();
    one.fastener.slot_mm = one.planned().slot.value() - 0.2;
    CHECK(one.said().count("move.fixed_tight") == 1);
    one.fastener.slot_mm = one.planned().slot.value() + 0.01;
    CHECK(one.said().count("move.fixed_tight") == 0);
}

TEST_CASE("tongues, arms and their room", "[move][fastener]")
{
    OneFastener one;
    const double most = one.most();
    one.fastener.kind = FastenerKind::ZClip;
    one.fastener.reach_mm = 10.0;
    CHECK_THAT(one.planned().slot.value(), WithinAbs(10.0 + most + 0.5, 1e-9)); // how deep its groove is
    CHECK(one.said().count("move.tongue_short") == 0);
    one.fastener.slot_mm = 10.0 + most; // a groove that is there, half a millimetre too shallow
    CHECK(one.said().count("move.groove_shallow") == 1);
    one.fastener.slot_mm = 10.0 + most + 0.5;
    CHECK(one.said().count("move.groove_shallow") == 0);
    one.fastener.slot_mm.reset();
    one.fastener.reach_mm = most + 2.9; // three must stay in
    CHECK(one.said().count("move.tongue_short") == 1);
    one.fastener.kind = FastenerKind::FigureEight;
    one.fastener.turn_deg = 90.0; // along the grain: it swings
    one.fastener.reach_mm = 2.0 * most + 0.01;
    CHECK(one.said().count("move.fixed_tight") == 0);
    CHECK(one.said().count("move.slot_wrong_way") == 0);
    one.fastener.reach_mm = 2.0 * most - 0.1;
    CHECK(one.said().count("move.fixed_tight") == 1);
    one.fastener.turn_deg = 0.0; // it points where the wood goes
    CHECK(one.said().count("move.slot_wrong_way") == 1);
}

TEST_CASE("the reach of bolts and screws", "[move][fastener]")
{
    OneFastener one;
    one.fastener.insert_mm = 16.0;
    one.fastener.pilotOverrun_mm = 2.0;
    one.fastener.through_mm = 8.0;
    one.fastener.screw_mm = 20.0; // twelve of the insert
    CHECK(one.said().count("move.bolt_long") == 0);
    CHECK(one.said().count("move.screw_short") == 0);
    one.fastener.screw_mm = 26.1;
    CHECK(one.said().count("move.bolt_long") == 1);
    one.fastener.screw_mm = 15.9; // less than its diameter
    CHECK(one.said().count("move.screw_short") == 1);
    one.fastener.kind = FastenerKind::ScrewAndWasher;
    one.fastener.screw_mm = 35.0;
    CHECK_THAT(one.planned().deep.value(), WithinAbs(35.0 - 8.0 + 2.0, 1e-9));
    CHECK_THAT(one.planned().remaining.value(), WithinAbs(40.0 - 29.0, 1e-9));
    one.fastener.screw_mm = 8.0;
    CHECK(one.said().count("move.screw_short") == 1);
    // 108.25 × 0.55² × 8 × 27 ÷ 5
    one.fastener.screw_mm = 35.0;
    CHECK_THAT(one.planned().holds.value(), WithinAbs(108.25 * 0.55 * 0.55 * 8.0 * 27.0 / 5.0, 1e-6));
}

TEST_CASE("a knock-in insert and end grain are told with what they bear", "[move][fastener]")
{
    OneFastener one;
    const double screwed = one.planned().holds.value();
    one.fastener.kind = FastenerKind::KnockInInsert;
    CHECK(one.said().count("move.knock_in") == 1);
    CHECK_THAT(one.planned().holds.value(), WithinAbs(screwed / 4.0, 1e-9));
    Demo round(3);
    Fastener f;
    f.at = {250.0, 120.0};
    round.job.move.fasteners = {f};
    CHECK(codes(round.plan().move->findings).count("move.end_grain") == 1);
}

TEST_CASE("a cross-cut round goes every way from its held point", "[move]")
{
    Demo round(3);
    Fastener f;
    f.at = {413.0 + 120.0, 90.0};
    round.job.move.fasteners = {f};
    const Plan plan = round.plan();
    const FastenerPlan& there = plan.move->fasteners[0];
    const double c_t = plan.move->rings[0].change.tangential;
    CHECK_THAT(there.perPct.x, WithinAbs(120.0 * c_t, 1e-9));
    CHECK_THAT(there.perPct.y, WithinAbs(90.0 * c_t, 1e-9));
    CHECK_THAT(length(there.outward), WithinAbs(1.0, 1e-12));
    CHECK_THAT(
        there.travel.out_mm + there.travel.in_mm,
        WithinAbs(150.0 * c_t *
                      (std::max(plan.move->mc.wettest_pct, plan.move->mc.assembly_pct) - plan.move->mc.driest_pct),
                  1e-9));
    round.job.move.fixedX_mm = 533.0; // held under it: only across is left
    CHECK_THAT(round.plan().move->fasteners[0].perPct.x, WithinAbs(0.0, 1e-12));
}

TEST_CASE("a pocket leaves room for the wood that comes in, and its depth is missed above the insert", "[move][plate]")
{
    OneFastener one;
    BasePlate plate;
    plate.x_mm = 900.0;
    plate.long_mm = 640.0;
    plate.letIn = true;
    plate.thick_mm = 6.0;
    plate.room_mm = 2.0;
    const double before = one.planned().remaining.value();
    one.laid.job.move.plates = {plate};
    const Plan plan = one.laid.plan();
    const BasePlatePlan& p = plan.move->plates[0];
    const double c_t = plan.move->rings[0].change.tangential;
    const double in = 320.0 * c_t * (plan.move->mc.assembly_pct - plan.move->mc.driest_pct);
    CHECK_THAT(p.pocketLong.value(), WithinAbs(640.0 + 2.0 * (2.0 + in), 1e-9));
    CHECK_THAT(p.to_mm - p.from_mm, WithinAbs(p.pocketLong.value(), 1e-9));
    CHECK_THAT(p.woodLeft.value(), WithinAbs(34.0, 1e-9));
    CHECK_THAT(plan.move->fasteners[0].remaining.value(), WithinAbs(before - 6.0, 1e-9));
}

TEST_CASE("pads out of plane: three carry, a card goes under the fourth", "[move][plate]")
{
    // Of the reference: feet in order round, how much shorter each leg is, less how much the floor is higher.
    const std::vector<Pad> legs{{{0.0, 0.0}, 0.0}, {{1600.0, 0.0}, 0.0}, {{1600.0, 700.0}, 2.4}, {{0.0, 700.0}, 0.0}};
    const std::vector<double> gaps = gapsUnder(legs, {820.0, 340.0});
    REQUIRE(gaps.size() == 4);
    CHECK_THAT(gaps[2], WithinAbs(2.4, 1e-9));
    CHECK(gaps[0] + gaps[1] + gaps[3] == 0.0);
    const std::vector<Pad> floor{
        {{100.0, 80.0}, 0.5}, {{1700.0, 100.0}, 1.2 - 3.0}, {{1650.0, 820.0}, -1.0}, {{150.0, 790.0}, 0.8}};
    CHECK_THAT(gapsUnder(floor, {900.0, 500.0})[0], WithinAbs(0.3676837725, 1e-9));
    CHECK(gapsUnder(legs, {820.0, -50.0}).empty()); // it tips
    CHECK(gapsUnder({legs[0], legs[1]}, {800.0, 0.0}).empty());
}

TEST_CASE("what is laid out by rule keeps clear of everything there is", "[move][layout]")
{
    for (const int number : {1, 2, 4, 5, 6, 7}) {
        Demo demo(number);
        demo.job.move.channels.clear();
        demo.job.move.plates = twoPlates(*demo.plan().layup);
        const Plan plan = demo.plan();
        REQUIRE(demo.job.move.plates.size() == 2);
        const Vec2 middle = middleOfMass(*plan.layup);
        CHECK(demo.job.move.plates[0].x_mm < middle.x);
        CHECK(demo.job.move.plates[1].x_mm > middle.x);
        demo.job.move.fasteners = laidOut(*plan.move.input, *plan.move, Fastener{});
        CHECK(demo.job.move.fasteners.size() >= 4);
        const Plan after = demo.plan();
        const auto said = codes(after.move->findings);
        INFO("job " << number);
        for (const char* code : {"move.fastener_off_wood", "move.fastener_in_way", "move.fastener_near_edge",
                                 "move.fastener_no_plate", "move.slot_wrong_way"}) {
            INFO(code);
            CHECK(said.count(code) == 0);
        }
        for (const FastenerPlan& f : after.move->fasteners) {
            CHECK(seatAt(undersideOf(*after.move.input, *after.move), f.fastener.at).spare_mm >= 0.0);
            CHECK(f.plate);
        }
    }
}

TEST_CASE("a channel under a plate is told with where it may go, and is clear there", "[move][channel]")
{
    Demo demo(1);
    demo.job.move.channels[0].x_mm = demo.job.move.plates[0].x_mm - 40.0;
    const Plan plan = demo.plan();
    const auto at = std::find_if(plan.move->findings.begin(), plan.move->findings.end(),
                                 [](const Finding& f) { return f.code == "move.plate_on_channel"; });
    REQUIRE(at != plan.move->findings.end());
    demo.job.move.channels[0].x_mm = at->figures[2].value();
    CHECK(codes(demo.plan().move->findings).count("move.plate_on_channel") == 0);
}

TEST_CASE("the slots of a channel grow from its round middle, and its outer bolts stand in from its ends",
          "[move][channel]")
{
    const Plan plan = Demo(1).plan();
    const ChannelPlan& c = plan.move->channels[0];
    REQUIRE(c.bolts_mm.size() == 5);
    CHECK_THAT(c.bolts_mm.front(), WithinAbs(-320.0, 1e-9));
    CHECK_THAT(c.bolts_mm[2], WithinAbs(0.0, 1e-9));
    CHECK_THAT(c.slots[2].value(), WithinAbs(9.0, 1e-9));
    CHECK(c.slots[0].value() > c.slots[1].value());
    CHECK(c.slots[1].value() > c.slots[2].value());
}

TEST_CASE("a coat and thickness slow the wood, and months of one's own are taken as they are", "[move][year]")
{
    double before = 0.0;
    for (const MoistureCoat coat : {MoistureCoat::Bare, MoistureCoat::Oil, MoistureCoat::Film, MoistureCoat::Epoxy}) {
        const TopLag lag = lagOf(45.0, coat);
        CHECK(lag.tau_days() > before);
        CHECK(lagOf(60.0, coat).tau_days() > lag.tau_days());
        before = lag.tau_days();
    }
    CHECK_THAT(lagOf(90.0, MoistureCoat::Bare).wood_days,
               WithinAbs(4.0 * lagOf(45.0, MoistureCoat::Bare).wood_days, 1e-9));
    // A panel of 8.5 mm under varnish takes up half of what the air offers within a fortnight.
    const double tau = lagOf(8.5, MoistureCoat::Film).tau_days();
    CHECK_THAT(1.0 - std::exp(-14.0 / tau), WithinAbs(0.47, 0.02));
    Climate room;
    room.winter_degC = 18.0;
    room.winter_rh_pct = 30.0;
    room.summer_degC = 24.0;
    room.summer_rh_pct = 60.0;
    CHECK(monthsOf(room)[0] == RoomMonth{18.0, 30.0});
    CHECK_THAT(monthsOf(room)[6].rh_pct, WithinAbs(60.0, 1e-9));
    CHECK_THAT(monthsOf(room)[3].degC, WithinAbs(21.0, 1e-9));
    room.months.emplace();
    (*room.months)[4] = {30.0, 80.0};
    CHECK(monthsOf(room)[4] == RoomMonth{30.0, 80.0});
}

TEST_CASE("the top goes less far than its room, and from the day it is put there", "[move][year]")
{
    Demo demo(1);
    demo.job.move.assembled.clear();
    const Plan cycle = demo.plan();
    CHECK(cycle.figure("top_driest").value() > cycle.figure("mc_driest").value());
    CHECK(cycle.figure("top_wettest").value() < cycle.figure("mc_wettest").value());
    demo.job.move.assembled = "2026-12-14";
    demo.job.move.assembly_mc_pct = 12.5;
    const Plan wet = demo.plan();
    REQUIRE(wet.move->year.first);
    CHECK_THAT(wet.figure("top_wettest").value(), WithinAbs(12.5, 1e-9)); // the day it came
    CHECK(wet.move->year.assembled_day == 347.0);
    CHECK_THAT(wet.move->year.mc_pct(0.0, 12.5), WithinAbs(12.5, 1e-12));
    CHECK(codes(wet.move->findings).count("move.assembled_outside") == 1);
    // A film finish lets it swing less.
    demo.job.move.assembled.clear();
    demo.job.move.coat = MoistureCoat::Film;
    const Plan film = demo.plan();
    CHECK(film.figure("top_wettest").value() - film.figure("top_driest").value() <
          cycle.figure("top_wettest").value() - cycle.figure("top_driest").value());
}
