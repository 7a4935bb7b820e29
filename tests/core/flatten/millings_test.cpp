// Millings with a rest between: where each ends, how long a piece lies, what it did.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/flatten/after_cut.h"
#include "core/flatten/millings.h"
#include "core/flatten/pass_map.h"
#include "core/measure/date.h"
#include "core/router/removal.h"
#include "support/demo.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

/// Readings on a grid whose surface is bow, wind and a tilt, all told in mm.
Rest rest(HeightsFrom from, double bow_mm, double wind_mm, double tilt_mm)
{
    Rest r;
    r.slab = {3};
    r.cut = "2026-11-10";
    r.measured = "2026-11-13";
    r.thickness_mm = 53.0;
    HeightGrid grid;
    grid.from = from;
    for (int i = 0; i <= 8; ++i) {
        grid.xs_mm.push_back(250.0 * i);
    }
    grid.ys_mm = {0.0, 200.0, 400.0};
    const double sign = from == HeightsFrom::RailsDown ? -1.0 : 1.0;
    for (int j = 0; j < 3; ++j) {
        for (int i = 0; i <= 8; ++i) {
            const double u = (i - 4) / 4.0;
            const double v = j - 1.0;
            grid.readings_mm.emplace_back(30.0 + sign * (bow_mm * (1.0 - u * u) + wind_mm * u * v / 4.0 + tilt_mm * u));
        }
    }
    r.readings = grid;
    return r;
}

} // namespace

TEST_CASE("a milling ends on its allowance, and its passes are told apart", "[flatten][millings]")
{
    FlattenChoices choices;
    choices.millings = 3;
    choices.allowance_mm = 1.5;
    CHECK(millingStops_mm(choices) == std::vector<double>{3.0, 1.5});
    choices.millings = 1;
    CHECK(millingStops_mm(choices).empty());

    RemovalMap map{1000.0, 400.0, 20, 8, std::vector<double>(160, 5.0)};
    PassInput in{50.0, 0.5, 2.0, 30.0, false, {3.0, 1.5}};
    const PassPlan plan = passPlan(map, in);
    std::vector<std::pair<double, int>> got;
    double litres = 0.0;
    for (const Pass& p : plan.passes) {
        got.emplace_back(p.floor_mm, p.milling);
        litres += p.removed_L;
    }
    // 5 down to 3 is one pass of 2, then 1.5 and the last 1.5: each milling ends where it shall.
    CHECK(got == std::vector<std::pair<double, int>>{{3.0, 1}, {1.5, 2}, {0.0, 3}});
    CHECK_THAT(litres, WithinAbs(5.0 * 1000.0 * 400.0 / 1e6, 1e-9));

    in.stops_mm = {0.95}; // 4.05 at 2 a pass: two passes and a bit, not two and a shaving
    const PassPlan even = passPlan(map, in);
    REQUIRE(even.passes.size() == 3);
    CHECK_THAT(even.passes[0].floor_mm, WithinAbs(5.0 - 4.05 / 2.0, 1e-6));
    CHECK(even.passes[1].floor_mm == 0.95);

    in.stops_mm = {9.0, 4.0}; // an allowance over the highest wood: that milling has nothing to do
    const PassPlan few = passPlan(map, in);
    CHECK(few.passes.front().milling == 2);
    CHECK(few.passes.front().floor_mm == 4.0);
    CHECK(few.passes.size() == 3);
}

TEST_CASE("strokes along a slab are counted over its width", "[flatten][passes]")
{
    RemovalMap map{3000.0, 500.0, 300, 50, std::vector<double>(15000, -1.0)};
    for (int i = 0; i < 300; ++i) {
        map.height_mm[static_cast<size_t>(25 * 300 + i)] = 1.0; // a ridge along its middle
    }
    PassInput in{50.0, 0.5, 2.0, 40.0, true, {}};
    const PassPlan along = passPlan(map, in);
    REQUIRE(along.passes.size() == 1);
    CHECK(along.strokes.strokes == 19);
    CHECK(along.passes[0].strokesTouching <= 3);
    CHECK(along.passes[0].path_mm >= along.passes[0].strokesTouching * 3080.0);
    in.along = false;
    CHECK(passPlan(map, in).passes[0].strokesTouching == passPlan(map, in).strokes.strokes);
}

TEST_CASE("the rest is longer for a deep cut and for wet wood", "[flatten][millings]")
{
    CHECK(restDays("A", 1.0, 9.0).value() == 1.0);
    CHECK(restDays("A", 5.0, 9.0).value() == 2.0);
    CHECK(restDays("A", 40.0, 10.0).value() == 3.0);
    CHECK(restDays("A", 1.0, 11.5).value() == 3.0);
    CHECK(restDays("A", 40.0, 30.0).value() == 7.0);
    CHECK(restDays("A", 1.0, std::nullopt).isGuess());
}

TEST_CASE("a rest tells what flattening again takes, whichever way it was read", "[flatten][millings]")
{
    for (const HeightsFrom from : {HeightsFrom::RailsDown, HeightsFrom::BenchUp}) {
        const auto flat = inspectRest(rest(from, 0.0, 0.0, 9.0)); // it leans on the bench: no movement
        REQUIRE(flat);
        CHECK_THAT(flat->moved_mm, WithinAbs(53.0 - 53.0 / std::sqrt(1.0 + 0.009 * 0.009), 1e-9));
        const auto bowed = inspectRest(rest(from, 2.0, 0.0, 0.0));
        REQUIRE(bowed);
        CHECK_THAT(bowed->moved_mm, WithinAbs(2.0, 1e-6)); // an even sheet loses its bow once
        CHECK_THAT(bowed->leaves_mm, WithinAbs(51.0, 1e-6));
        CHECK_THAT(*bowed->bow_mm, WithinAbs(2.0, 1e-6));
        const auto wound = inspectRest(rest(from, 0.0, 4.0, 0.0));
        REQUIRE(wound);
        CHECK_THAT(*wound->wind_mm, WithinAbs(4.0, 1e-6));
        CHECK_THAT(wound->moved_mm, WithinAbs(2.0, 1e-6)); // half of the wind on each face
    }
    Rest bad = rest(HeightsFrom::BenchUp, 1.0, 0.0, 0.0);
    bad.thickness_mm = 0.0;
    CHECK(inspectRest(bad).error().code == "rest.thickness");
    bad = rest(HeightsFrom::BenchUp, 1.0, 0.0, 0.0);
    for (size_t k = 2; k < bad.readings->readings_mm.size(); ++k) {
        bad.readings->readings_mm[k].reset();
    }
    CHECK(inspectRest(bad).error().code == "flatten.too_few");
    bad.readings.reset();
    CHECK(inspectRest(bad).error().code == "rest.not_read");
}

TEST_CASE("what a rest means for the table is said", "[flatten][millings]")
{
    test::Demo d(1);
    d.job.flatten.millings = 2;
    const auto codesOf = [&] { return test::codes(d.plan().flatten->findings); };
    d.job.flatten.rests = {rest(HeightsFrom::RailsDown, 1.0, 0.0, 0.0)};
    CHECK(codesOf().count("rest.within") == 1);
    d.job.flatten.rests = {rest(HeightsFrom::RailsDown, 2.5, 0.0, 0.0)};
    CHECK(codesOf().count("rest.again") == 1);
    d.job.flatten.rests[0].agreed = "by telephone on 13 November, as it stands";
    CHECK(codesOf().count("rest.agreed") == 1);
    d.job.flatten.rests = {rest(HeightsFrom::RailsDown, 4.5, 0.0, 0.0)}; // 48.5 are left of 50
    CHECK(codesOf().count("rest.too_thin") == 1);
    d.job.flatten.rests[0].covered = true;
    CHECK(codesOf().count("rest.covered") == 1);
    Rest lies; // milled again: only the latest counts
    lies.slab = {3};
    lies.cut = "2026-11-20";
    d.job.flatten.rests.push_back(lies);
    const Plan plan = d.plan();
    CHECK(test::codes(plan.flatten->findings).count("rest.lies") == 1);
    CHECK(test::codes(plan.flatten->findings).count("rest.too_thin") == 0);
    const auto days = plan.figure("rest_days_A3").value();
    CHECK(plan.figure("rest_until_A3").value() == dayOf("2026-11-20").value() + days);
    d.job.flatten.allowance_mm = 0.5;
    CHECK_THAT(d.plan().figure("first_milling_A3").value(), WithinAbs(51.0, 1e-9));
    CHECK(codesOf().count("flatten.millings_no_wood") == 0);
    d.job.flatten.allowance_mm = 5.0; // 60 are not there: the first milling cannot leave more than the slab gives
    const Plan thin = d.plan();
    CHECK(test::codes(thin.flatten->findings).count("flatten.millings_no_wood") == 1);
    CHECK(thin.figure("first_milling_A3").value() == thin.flatten->pieces[0].thickest.value());
}

TEST_CASE("one deep milling is questioned, two are not", "[flatten][millings]")
{
    test::Demo d(1);
    d.slab({3}, [](Slab& s) { s.mc_pct = 12.0; });
    CHECK(test::codes(d.plan().flatten->findings).count("flatten.one_go") == 1);
    d.job.flatten.millings = 2;
    CHECK(test::codes(d.plan().flatten->findings).count("flatten.one_go") == 0);
    d.job.flatten.spare = SpareFrom::Underside; // all that is spare off one face
    CHECK(test::codes(d.plan().flatten->findings).count("flatten.unequal_faces") == 1);
}

TEST_CASE("a flat-sawn slab that dries cups away from the pith, a quarter-sawn one does not", "[flatten][wood]")
{
    AfterCutInput in;
    in.name = "A1";
    in.width_mm = 500.0;
    in.length_mm = 2500.0;
    in.thickness_mm = 50.0;
    in.wood = {0.0015, 0.0032};
    in.mcNow_pct = 12.0;
    in.mcRoom_pct = 8.0;
    in.pith = {120.0, 0.0};
    const AfterCut bark = afterCut(in);
    CHECK_THAT(bark.ringCup_mm, WithinAbs(-0.626, 1e-3)); // docs/formulas.md#after-the-cut
    CHECK(bark.ringCup_mm < 0.0); // the bark face shrinks more: its edges rise, the middle is hollow
    in.pith = {-120.0, 0.0};
    CHECK_THAT(afterCut(in).ringCup_mm, WithinAbs(-bark.ringCup_mm, 1e-9)); // mirrored
    in.pith = {0.0, 0.0};
    CHECK_THAT(afterCut(in).ringCup_mm, WithinAbs(0.0, 1e-9));
    in.pith = {120.0, 0.0};
    in.mcRoom_pct = 12.0;
    const AfterCut still = afterCut(in);
    CHECK_THAT(still.cup_mm, WithinAbs(0.0, 1e-12));
    CHECK(still.cupUnsure_mm > 0.0); // the meter may be out by a per cent
    in.offTop_mm = in.offBottom_mm = 4.0;
    in.length_mm = 2700.0;
    CHECK_THAT(afterCut(in).bowUnsure_mm, WithinAbs(0.4e-3 * 0.3 / 50.0 * 2700.0 * 2700.0 / 8.0, 1e-12)); // 2.2 mm
    in.offTop_mm = 8.0;
    in.offBottom_mm = 2.0;
    in.wetter_pct_per_mm = 0.2;
    CHECK(afterCut(in).bareCup_mm < 0.0); // the deeper cut lays wetter wood bare: that face shrinks, its edges rise
    std::swap(in.offTop_mm, in.offBottom_mm);
    CHECK(afterCut(in).bareCup_mm > 0.0);
}

TEST_CASE("how much wetter it is inside comes from one day's readings at two depths", "[flatten][wood]")
{
    CHECK_FALSE(wetterInside_pct_per_mm({}));
    CHECK_FALSE(wetterInside_pct_per_mm({{"2026-11-01", 5.0, 9.0}, {"2026-11-08", 20.0, 12.0}}));
    CHECK_THAT(
        *wetterInside_pct_per_mm({{"2026-11-01", 5.0, 30.0}, {"2026-11-08", 5.0, 9.0}, {"2026-11-08", 25.0, 12.0}}),
        WithinAbs(0.15, 1e-12));
}

TEST_CASE("fine cells tell the same passes as coarse ones, and each cell its first", "[flatten][passes]")
{
    test::Demo d(1);
    d.job.flatten.millings = 2;
    const Plan plan = d.plan();
    for (const Face face : {Face::Top, Face::Bottom}) {
        const PassMap map = passMapOf(*plan.flatten.input, *plan.flatten, 0, face);
        const FacePasses& coarse = face == Face::Top ? plan.flatten->pieces[0].top : plan.flatten->pieces[0].bottom;
        REQUIRE(map.passes.passes.size() == coarse.passes.passes.size());
        for (size_t k = 0; k < map.passes.passes.size(); ++k) {
            CHECK(map.passes.passes[k].floor_mm == coarse.passes.passes[k].floor_mm);
            CHECK(map.passes.passes[k].milling == coarse.passes.passes[k].milling);
        }
        CHECK_THAT(map.map.length_mm / map.map.cellsAlong, WithinAbs(1.0, 1e-3));
        CHECK_THAT(map.passes.removed_L, WithinAbs(coarse.passes.removed_L, 0.02 * coarse.passes.removed_L));
        for (size_t k = 0; k < map.firstMet.size(); k += 997) {
            const double h = map.map.height_mm[k];
            if (!std::isfinite(h)) {
                CHECK(map.firstMet[k] == PassMap::kNoWood);
                continue;
            }
            const size_t first = map.firstMet[k];
            if (first == 0) {
                CHECK(h <= 0.0);
                continue;
            }
            CHECK(h > map.passes.passes[first - 1].floor_mm);
            CHECK((first == 1 || h <= map.passes.passes[first - 2].floor_mm));
        }
        for (size_t p = 0; p < map.needed.size(); ++p) {
            CHECK(std::count(map.needed[p].begin(), map.needed[p].end(), true) == map.passes.passes[p].strokesTouching);
        }
    }
    CHECK(passMapOf(*plan.flatten.input, *plan.flatten, 9, Face::Top).firstMet.empty());
}
