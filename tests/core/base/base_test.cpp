// Members of a base and how it stands: plans that can be sawn, forces that balance, mirrors.

#include <catch2/catch.hpp>

#include <cmath>
#include <numeric>
#include <random>

#include "core/base/cut_list.h"
#include "core/base/members.h"
#include "core/base/standing.h"
#include "core/base/steel.h"

using namespace burl;
using Catch::WithinAbs;
using Catch::WithinRel;

TEST_CASE("any plan of bars gives every member, fits its bars, and costs what it says", "[base][cut]")
{
    std::mt19937 random(7);
    std::uniform_real_distribution<double> size(180.0, 2600.0);
    for (int n = 0; n < 25; ++n) {
        std::vector<BarMember> members;
        for (int m = 0; m < 4; ++m) {
            members.push_back({"m" + std::to_string(m), 1 + static_cast<int>(random() % 3), std::round(size(random)),
                               MeasuredAlong::Centre, 40.0, m % 2 == 0 ? 45.0 : 0.0, 0.0});
        }
        const std::vector<BarStock> stocks{{6000.0, 60.0, std::nullopt}, {3100.0, 0.0, 1}};
        const double kerf = 3.0;
        const double trim = 10.0;
        const CutList list = cutList(members, stocks, kerf, trim);
        REQUIRE(list.price);
        CHECK(list.proven);
        std::vector<int> given(members.size(), 0);
        double price = 0.0;
        int bars = 0;
        int offcuts = 0;
        for (const BarPlan& bar : list.plan) {
            double used = -kerf;
            for (size_t m = 0; m < members.size(); ++m) {
                used += bar.pieces[m] * (list.blanks_mm[m] + kerf);
                given[m] += bar.pieces[m] * bar.times;
            }
            CHECK(used <= stocks[bar.stock].length_mm - trim + 1e-6);
            price += stocks[bar.stock].price * bar.times;
            bars += bar.times;
            offcuts += bar.stock == 1 ? bar.times : 0;
        }
        for (size_t m = 0; m < members.size(); ++m) {
            CHECK(given[m] == members[m].count);
        }
        CHECK_THAT(*list.price, WithinAbs(price, 1e-9));
        CHECK(list.bars == bars);
        CHECK(offcuts <= 1); // there is but one
        CHECK(bars * 6000.0 >= list.total_mm);
        // Without the offcut it can only cost more.
        CHECK(*cutList(members, {stocks[0]}, kerf, trim).price >= *list.price);
    }
}

TEST_CASE("a blank by its long, middle and short side is one blank", "[base][cut]")
{
    const BarMember along{"a", 1, 700.0, MeasuredAlong::Long, 50.0, 45.0, 30.0};
    const double mitres = 50.0 * (1.0 + std::tan(std::acos(-1.0) / 6.0));
    BarMember centre = along;
    centre.measured = MeasuredAlong::Centre;
    centre.length_mm = 700.0 - mitres / 2.0;
    BarMember inside = along;
    inside.measured = MeasuredAlong::Short;
    inside.length_mm = 700.0 - mitres;
    CHECK_THAT(blankOf_mm(centre), WithinAbs(blankOf_mm(along), 1e-9));
    CHECK_THAT(blankOf_mm(inside), WithinAbs(700.0, 1e-9));
}

TEST_CASE("sheets: turning helps, a saw's width counts, and many parts are not claimed as proven", "[base][cut]")
{
    // Two of 1000 x 600 on a sheet of 1200 x 1000: only when they turn, and the kerf is spared.
    std::vector<SheetPart> two{{1000.0, 600.0, 2, false}};
    CHECK(sheetList(two, 1200.0, 1000.0, 0.0).sheets == 2);
    two[0].turns = true;
    CHECK(sheetList(two, 1200.0, 1000.0, 0.0).sheets == 1);
    CHECK(sheetList(two, 1200.0, 1000.0, 3.0).sheets == 2);
    CHECK_FALSE(sheetList({{100.0, 100.0, 40, true}}, 1000.0, 1000.0, 3.0).proven);
}

TEST_CASE("feet bear the weight about its middle, however many they are", "[base][standing]")
{
    const std::vector<Vec2> feet{{0.0, 0.0}, {1500.0, 40.0}, {1600.0, 700.0}, {800.0, 900.0}, {-50.0, 650.0}};
    const Vec2 middle{760.0, 380.0};
    const std::vector<double> forces = footForces_N(80.0, middle, feet);
    Vec2 moment;
    for (size_t i = 0; i < feet.size(); ++i) {
        moment = moment + feet[i] * forces[i];
    }
    const double weight = 80.0 * 9.80665;
    CHECK_THAT(std::accumulate(forces.begin(), forces.end(), 0.0), WithinRel(weight, 1e-12));
    CHECK_THAT(moment.x, WithinRel(weight * middle.x, 1e-9));
    CHECK_THAT(moment.y, WithinRel(weight * middle.y, 1e-9));
}

TEST_CASE("what tips a table tips its mirror, and a middle of mass outside its feet is said", "[base][standing]")
{
    const std::vector<Vec2> feet{{300.0, 150.0}, {1500.0, 150.0}, {1500.0, 750.0}, {300.0, 750.0}};
    const Ring top{{0.0, 0.0}, {1900.0, 0.0}, {1900.0, 900.0}, {0.0, 900.0}};
    std::vector<Vec2> mirroredFeet;
    for (const Vec2 f : feet) {
        mirroredFeet.push_back({1900.0 - f.x, f.y});
    }
    const Tipping a = tippingOf({70.0, 850.0, 440.0, 600.0}, feet, top);
    const Tipping b = tippingOf({70.0, 1050.0, 440.0, 600.0}, mirroredFeet, top);
    REQUIRE(a.least_N);
    CHECK_THAT(*a.least_N, WithinRel(*b.least_N, 1e-12));
    const Tipping over = tippingOf({70.0, 1700.0, 440.0, 600.0}, feet, top);
    CHECK(over.least_N == 0.0);
    CHECK(std::any_of(over.edges.begin(), over.edges.end(), [](const TippingEdge& e) { return e.tilt_deg < 0.0; }));
}

TEST_CASE("a leg that leans no way is its rise, and mirrored leans mirror its angles", "[base][members]")
{
    const SplayedLeg straight = splayed({0.0, 0.0, 690.0, 50.0, 50.0});
    CHECK(straight.blank_mm == 690.0);
    const SplayedLeg a = splayed({12.0, 7.0, 690.0, 50.0, 40.0});
    const SplayedLeg b = splayed({-12.0, 7.0, 690.0, 50.0, 40.0});
    CHECK_THAT(a.blank_mm, WithinRel(b.blank_mm, 1e-12));
    CHECK_THAT(a.onFace2.mitre_deg, WithinAbs(-b.onFace2.mitre_deg, 1e-12));
    CHECK_THAT(a.foot.x, WithinAbs(-b.foot.x, 1e-12));
}

TEST_CASE("a corner of equal corridors is passed at half a right angle", "[base][carry]")
{
    const auto pass = roundCorner(1100.0, 1100.0, 50.0);
    REQUIRE(pass);
    CHECK_THAT(pass->angle_deg, WithinAbs(45.0, 1e-4));
    CHECK_THAT(pass->longest_mm, WithinAbs(2.0 * (1100.0 * std::sqrt(2.0) - 50.0), 1e-6));
    CHECK_FALSE(roundCorner(900.0, 60.0, 60.0));
    CHECK_THAT(roundCorner(900.0, 1300.0, 40.0)->longest_mm,
               WithinRel(roundCorner(1300.0, 900.0, 40.0)->longest_mm, 1e-9));
}

TEST_CASE("a hole takes its own weight off a plate, and a tube weighs as its wall", "[base][members]")
{
    SteelPiece plate{SteelKind::Plate, 200.0, 100.0, 0.0, 0.0, 8.0, 0.0, 0, 0.0};
    const double whole = weightOf(plate).each_kg;
    CHECK_THAT(whole, WithinRel(200.0 * 100.0 * 8.0 * 7850e-9, 1e-12));
    plate.holes = 2;
    plate.hole_mm = 20.0;
    CHECK_THAT(whole - weightOf(plate).each_kg, WithinRel(2.0 * std::acos(-1.0) * 100.0 * 8.0 * 7850e-9, 1e-9));
}

TEST_CASE("a top on two supports sags as the handbooks' beam does, by hand", "[base][sag]")
{
    SagInput in;
    in.span_mm = 2000.0;
    in.width_mm = 1000.0;
    in.thickness_mm = 40.0;
    in.e_N_mm2 = 10'000.0;
    in.density_kg_m3 = 650.0;
    // 26 g on each millimetre; I = 1000 × 40³ ÷ 12; five 384ths of w L⁴ ÷ E I, and a 48th of P L³ ÷ E I.
    CHECK_THAT(sagOf(in).spanAlone_mm, WithinAbs(0.99599, 1e-5));
    in.middle_N = 100.0;
    CHECK_THAT(sagOf(in).spanAlone_mm, WithinAbs(0.99599 + 0.3125, 1e-5));
}
