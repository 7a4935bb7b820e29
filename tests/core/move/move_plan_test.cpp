// The movement stage: rooms, slots, grooves, inserts, against the formulas worked by hand.

#include <catch2/catch.hpp>

#include "core/plan/plan.h"
#include "core/wood/moisture.h"
#include "support/demo.h"
#include "support/laid.h"

using namespace burl;
using burl::test::board;
using burl::test::codes;
using burl::test::Demo;
using burl::test::Laid;
using Catch::WithinAbs;

TEST_CASE("the room's two seasons give the driest and the wettest wood", "[move][plan]")
{
    Demo demo(1);
    for (const Climate& climate : demo.book.shop->climates) {
        demo.job.move.climate = climate.id;
        const Plan plan = demo.plan();
        const double winter = emc_pct(climate.winter_degC, climate.winter_rh_pct);
        const double summer = emc_pct(climate.summer_degC, climate.summer_rh_pct);
        CHECK_THAT(plan.figure("mc_driest").value(), WithinAbs(std::min(winter, summer), 1e-9));
        CHECK_THAT(plan.figure("mc_wettest").value(), WithinAbs(std::max(winter, summer), 1e-9));
    }
}

TEST_CASE("a room that is not in the shop is said", "[move][plan]")
{
    Demo demo(1);
    demo.job.move.climate = "moon";
    const Plan plan = demo.plan();
    CHECK_FALSE(plan.move->driest.known());
    CHECK(plan.move->missing);
    CHECK_FALSE(codes(plan.move->findings).empty());
    for (const FastenerPlan& f : plan.move->fasteners) {
        CHECK_FALSE(f.slot.known());
    }
}

TEST_CASE("a slot worked by hand: bolt 8, wood 300 from the held line, walnut from 9 to 6.2 and to 10.8 percent",
          "[move][plan]")
{
    // Flat-sawn, as nobody knows its pith: 300 x C_T x 2.8 in, 300 x C_T x 1.8 out, and half a millimetre each end.
    Laid l(TopKind::Single, {board(1, 350, 350, 350, 350)});
    l.shop.climates = {{"by_hand", "by hand", 20.0, 0.0, 20.0, 0.0}};
    // Humidities that give these moistures, by halving: the table of rest is proven elsewhere.
    const auto humidityFor = [](double mc_pct) {
        double low = 5.0;
        double high = 95.0;
        for (int i = 0; i < 60; ++i) {
            (emc_pct(20.0, (low + high) / 2.0) < mc_pct ? low : high) = (low + high) / 2.0;
        }
        return (low + high) / 2.0;
    };
    l.shop.climates[0].winter_rh_pct = humidityFor(6.2);
    l.shop.climates[0].summer_rh_pct = humidityFor(10.8);
    l.job.move.climate = "by_hand";
    Fastener fastener;
    fastener.at = {900.0, 300.0};
    fastener.bolt_mm = 8.0;
    fastener.clearance_mm = 0.5;
    l.job.move.fasteners = {fastener};
    const Plan plan = l.plan();
    const double c_t = l.shop.speciesOf(*l.shop.slabs[0])->change.tangential;
    REQUIRE(plan.move->fasteners.size() == 1);
    const double in = 300.0 * c_t * (9.0 - 6.2);
    const double out = 300.0 * c_t * (10.8 - 9.0);
    CHECK_THAT(plan.move->fasteners[0].slot.value(), WithinAbs(8.0 + in + out + 2.0 * 0.5, 1e-6));
    CHECK_THAT(plan.move->fasteners[0].travel.boltOffset_mm, WithinAbs((in - out) / 2.0, 1e-6));
}

TEST_CASE("a slot is the bolt, both ways of travel and both clearances", "[move][plan]")
{
    const Plan plan = Demo(1).plan();
    for (const FastenerPlan& f : plan.move->fasteners) {
        if (!f.slotted) {
            continue;
        }
        CHECK_THAT(
            f.travel.slotLength_mm,
            WithinAbs(f.fastener.bolt_mm + f.travel.out_mm + f.travel.in_mm + 2.0 * f.fastener.clearance_mm, 1e-9));
        CHECK_THAT(f.slot.value(), WithinAbs(f.travel.slotLength_mm, 1e-9));
        CHECK(f.travel.out_mm >= 0.0);
        CHECK(f.travel.in_mm >= 0.0);
    }
}

TEST_CASE("wood that comes wet into a dry room needs its room inwards", "[move][plan]")
{
    Demo demo(1);
    demo.job.move.assembly_mc_pct = 16.0; // wetter than the room ever is
    const Plan wet = demo.plan();
    for (const FastenerPlan& f : wet.move->fasteners) {
        CHECK(f.travel.out_mm < 1e-9);
    }
    demo.job.move.assembly_mc_pct = 3.0;
    const Plan dry = demo.plan();
    for (const FastenerPlan& f : dry.move->fasteners) {
        CHECK(f.travel.in_mm < 1e-9);
    }
    CHECK_FALSE(wet.figure("mc_assembly").value() == dry.figure("mc_assembly").value());
}

TEST_CASE("a fastener moves with its distance from the held line, whichever line that is", "[move][plan]")
{
    Demo demo(1);
    demo.job.move.fasteners.resize(1);
    const auto slotAt = [&](double y, double held) {
        demo.job.move.fasteners[0].at = {620.0, y};
        demo.job.move.fixedLine_mm = held;
        return demo.plan().move->fasteners[0].travel;
    };
    const double there = slotAt(-260.0, 0.0).out_mm + slotAt(-260.0, 0.0).in_mm;
    // The rings stand otherwise under each millimetre: both halves of the way together make the whole.
    const auto way = [&](double y, double held) { return slotAt(y, held).out_mm + slotAt(y, held).in_mm; };
    CHECK_THAT(way(-130.0, 0.0) + way(-260.0, -130.0), WithinAbs(there, 1e-6));
    const auto other = slotAt(0.0, -260.0); // held at the side: the joint moves as much
    CHECK_THAT(other.out_mm + other.in_mm, WithinAbs(there, 1e-6));
    CHECK(slotAt(-260.0, -260.0).slotLength_mm == Approx(9.0)); // on the held line: bolt and clearances
}

TEST_CASE("resin between the pieces does not move", "[move][plan]")
{
    Demo demo(2);
    const Plan plan = demo.plan();
    REQUIRE(plan.layup->gap);
    const StripsAt across = stripsAt(*plan.layup, plan.move->rings, 900.0);
    REQUIRE(across.strips.size() == 3);
    CHECK(across.strips[1].coefficient == 0.0);
    double width = 0.0;
    for (const Strip& s : across.strips) {
        width += s.width_mm;
    }
    CHECK_THAT(width, WithinAbs(860.0, 0.1));
    CHECK_THAT(across.from_mm, WithinAbs(-430.0, 0.1));
    CHECK_THAT(across.strips[1].width_mm, WithinAbs(valueAt(plan.layup->gap->top, 900.0), 1.0));
}

TEST_CASE("a groove is the bar, the travel and room at both ends", "[move][plan]")
{
    const Plan plan = Demo(1).plan();
    REQUIRE(plan.move->channels.size() == 2);
    // Worked by hand: the farther end of the bar, from its centre hole, assembly to driest.
    const auto inwards = [&](const ChannelPlan& c) {
        const StripsAt here = stripsAt(*plan.layup, plan.move->rings, c.channel.x_mm);
        const double middle = c.channel.middle_mm - here.from_mm;
        double in = 0.0;
        for (const double side : {-1.0, 1.0}) {
            const double end = middle + side * c.channel.length_mm / 2.0;
            in = std::max(
                in, -side * moveAt_mm(here.strips, middle, end, plan.move->mc.assembly_pct, plan.move->mc.driest_pct));
        }
        return in;
    };
    for (const ChannelPlan& c : plan.move->channels) {
        CHECK(c.travel_mm > 0.5);
        CHECK_THAT(c.groove.value(), WithinAbs(c.channel.length_mm + 2.0 * (inwards(c) + c.channel.endRoom_mm), 1e-6));
        CHECK_THAT(c.woodLeft.value(), WithinAbs(50.0 - c.channel.depth_mm, 1e-9));
    }
}

TEST_CASE("a bolt in the resin, off the top, or through a thin top is said", "[move][plan]")
{
    Demo demo(2);
    demo.job.move.fasteners[0].at = {900.0, 0.0}; // in the river
    const Plan plan = demo.plan();
    CHECK_FALSE(plan.move->fasteners[0].inWood);
    CHECK(plan.move->fasteners[1].inWood);
    Demo thin(1);
    thin.job.layup.thickness_mm = 20.0;
    const auto before = codes(Demo(1).plan().move->findings);
    const auto after = codes(thin.plan().move->findings);
    CHECK(after.size() > before.size());
}

TEST_CASE("species that moves more needs longer slots", "[move][plan]")
{
    Demo demo(1);
    const double sycamore = demo.plan().figure("slot_longest").value();
    for (const SlabId id : {SlabId{3}, SlabId{4}}) {
        demo.slab(id, [](Slab& s) { s.species = "western_redcedar"; });
    }
    const Plan cedar = demo.plan();
    REQUIRE(demo.book.shop->speciesOf(*demo.book.shop->slab({3})) != nullptr);
    CHECK(cedar.figure("slot_longest").value() < sycamore);
}

TEST_CASE("a species nobody knows gives no slot at all", "[move][plan]")
{
    Demo demo(1);
    for (const SlabId id : {SlabId{3}, SlabId{4}}) {
        demo.slab(id, [](Slab& s) { s.species = "moonwood"; });
    }
    const Plan plan = demo.plan();
    for (const FastenerPlan& f : plan.move->fasteners) {
        CHECK_FALSE(f.slot.known());
    }
    CHECK_FALSE(plan.figure("mass").known());
    CHECK(plan.figure("remaining_least").known()); // that does not hang on the wood
    CHECK(codes(plan.move->findings).count("move.missing") == 1);
    CHECK(figureText(plan.figure("edge_travel"), {}) == "not known");
}
