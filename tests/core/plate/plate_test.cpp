// The plate by what is known of it without one: beams, statics, symmetry, what lets go, real outlines.

#include <catch2/catch.hpp>

#include <cmath>
#include <numeric>

#include "core/plate/beam.h"
#include "core/plate/plate_model.h"
#include "core/plate/stiffness.h"

using namespace burl;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

constexpr double kThick = 45.0;

PlateWood walnut()
{
    return {11600.0, 649.6, 719.2, 0.0}; // without Poisson a narrow plate is a beam to the last digit
}

Ring rectangle(double left, double bottom, double right, double top)
{
    return {{left, bottom}, {right, bottom}, {right, top}, {left, top}};
}

/// A rectangle with its own weight, standing on lines across it.
PlateInput top(double long_mm, double wide_mm, const std::vector<double>& lines, bool canLift = false)
{
    PlateInput in;
    in.cells = 900;
    in.box = {0.0, 0.0, long_mm, wide_mm};
    in.zones.push_back({{rectangle(0.0, 0.0, long_mm, wide_mm)}, turned(rigidityOf(walnut(), kThick), 0.0), 2e-4, {}});
    for (const double x : lines) {
        in.supports.push_back({{x, 0.0}, {x, wide_mm}, canLift});
    }
    return in;
}

} // namespace

TEST_CASE("a plate on two lines sags as a beam does", "[plate]")
{
    const double span = 1600.0;
    const double wide = 300.0;
    const PlateModel model(top(span, wide, {0.0, span}));
    const PlateAnswer a = model.answer({});
    const double ei = 11600.0 * wide * kThick * kThick * kThick / 12.0;
    const double sag = 5.0 * 2e-4 * wide * std::pow(span, 4) / (384.0 * ei);
    CHECK_THAT(model.deflection_mm(a, {span / 2.0, wide / 2.0}), WithinRel(sag, 1e-4));
    CHECK_THAT(a.load_N, WithinRel(2e-4 * span * wide, 1e-9));
    CHECK_THAT(a.supports[0].force_N, WithinRel(a.load_N / 2.0, 1e-4));
    CHECK_THAT(a.supports[0].centre.y, WithinAbs(wide / 2.0, 0.01));
}

TEST_CASE("an overhang with somebody on it follows statics and the cantilever", "[plate]")
{
    // Lines at 400 and 1200 of 1600, 750 N at the very end of the right overhang.
    const double wide = 200.0;
    PlateInput in = top(1600.0, wide, {400.0, 1200.0});
    const PlateModel model(in);
    PlateCase load;
    load.ownWeight = 0.0;
    load.loads = {{{1599.0, 0.0, 1600.0, wide}, 750.0}};
    const PlateAnswer a = model.answer(load);
    const double arm = 399.5;
    CHECK_THAT(a.supports[1].force_N, WithinAbs(750.0 * (800.0 + arm) / 800.0, 0.1));
    CHECK_THAT(a.supports[0].force_N, WithinAbs(-750.0 * arm / 800.0, 0.1)); // bolted, it holds the top down
    const double ei = 11600.0 * wide * kThick * kThick * kThick / 12.0;
    const double tip = 750.0 * arm * arm * (800.0 + arm) / (3.0 * ei);
    CHECK_THAT(model.deflection_mm(a, {1600.0, wide / 2.0}), WithinRel(tip, 5e-3));
}

TEST_CASE("what can only press lets go, and forces add up all the same", "[plate]")
{
    PlateInput in = top(2000.0, 900.0, {400.0, 1600.0}, true);
    const PlateModel model(in);
    PlateCase load;
    load.loads = {{{0.0, 0.0, 300.0, 300.0}, 750.0}};
    const PlateAnswer a = model.answer(load);
    REQUIRE_FALSE(a.tips);
    double sum = 0.0;
    Vec2 moment;
    for (const SupportForce& s : a.supports) {
        CHECK(s.force_N >= -1e-6);
        sum += s.force_N;
        moment = moment + s.centre * s.force_N;
    }
    CHECK_THAT(sum, WithinAbs(a.load_N, 0.01));
    // About the middle of the top the weight has no moment: only the person has.
    const double weight = a.load_N - 750.0;
    CHECK_THAT(moment.x, WithinAbs(weight * 1000.0 + 750.0 * 150.0, 20.0));
    CHECK_THAT(moment.y, WithinAbs(weight * 450.0 + 750.0 * 150.0, 20.0));
    // Far from the load the near line lifts somewhere: less than nothing is no sinking in.
    for (const double y : {0.0, 300.0, 600.0, 900.0}) {
        CHECK(model.deflection_mm(a, {400.0, y}) < 1e-3);
        CHECK(model.deflection_mm(a, {1600.0, y}) < 1e-3);
    }
}

TEST_CASE("a load outside everything it stands on tips it, and that is all that is told", "[plate]")
{
    const PlateModel model(top(2000.0, 600.0, {900.0, 1100.0}, true));
    PlateCase load;
    load.loads = {{{0.0, 150.0, 300.0, 450.0}, 2000.0}};
    const PlateAnswer a = model.answer(load);
    CHECK(a.tips);
    CHECK(a.w_mm.empty());
    CHECK_FALSE(model.answer({}).tips); // its own weight stands
}

TEST_CASE("a mirrored top bends as the mirror of itself", "[plate]")
{
    PlateInput in = top(1800.0, 800.0, {300.0, 1300.0});
    in.beams.push_back({700.0, 60.0, 740.0, 2e9, {90.0, 400.0, 710.0}});
    PlateInput mirror = top(1800.0, 800.0, {1500.0, 500.0});
    mirror.beams.push_back({1100.0, 60.0, 740.0, 2e9, {90.0, 400.0, 710.0}});
    PlateCase load;
    load.loads = {{{100.0, 500.0, 300.0, 700.0}, 500.0}};
    PlateCase mirrored;
    mirrored.loads = {{{1500.0, 100.0, 1700.0, 300.0}, 500.0}}; // both ways
    const PlateModel a(in);
    const PlateModel b(mirror);
    const PlateAnswer left = a.answer(load);
    const PlateAnswer right = b.answer(mirrored);
    for (const Vec2 at : {Vec2{0.0, 0.0}, Vec2{700.0, 400.0}, Vec2{1800.0, 650.0}, Vec2{900.0, 20.0}}) {
        CHECK_THAT(a.deflection_mm(left, at), WithinAbs(b.deflection_mm(right, {1800.0 - at.x, 800.0 - at.y}), 2e-4));
    }
    for (size_t i = 0; i < 3; ++i) {
        CHECK_THAT(left.bolts_N[0][i], WithinAbs(right.bolts_N[0][2 - i], 0.05));
    }
}

TEST_CASE("a beam's forces balance, and without it nothing holds the cup", "[plate]")
{
    PlateInput in = top(1800.0, 900.0, {});
    in.zones[0].freeCurvature = {0.0, 3e-5, 0.0};
    in.supports = {{{0.0, 0.0}, {0.0, 0.0}}, {{1800.0, 0.0}, {1800.0, 0.0}}, {{0.0, 900.0}, {0.0, 900.0}}};
    in.beams.push_back({900.0, 50.0, 850.0, 5e9, {75.0, 450.0, 825.0}, true});
    const PlateModel model(in);
    PlateCase load;
    load.ownWeight = 0.0;
    const PlateAnswer held = model.answer(load);
    const auto& bolts = held.bolts_N[0];
    CHECK_THAT(std::accumulate(bolts.begin(), bolts.end(), 0.0), WithinAbs(0.0, 1e-3));
    CHECK(bolts[1] > 100.0); // a crown is pressed down in its middle
    load.removables = false;
    const PlateAnswer free = model.answer(load);
    const auto cup = [&](const PlateAnswer& a) {
        return (model.deflection_mm(a, {900.0, 0.0}) + model.deflection_mm(a, {900.0, 900.0})) / 2.0 -
               model.deflection_mm(a, {900.0, 450.0});
    };
    CHECK_THAT(cup(free), WithinAbs(3e-5 * 900.0 * 900.0 / 8.0, 2e-3));
    CHECK(cup(held) < 0.7 * cup(free));
    CHECK(cup(held) > 0.0);
}

TEST_CASE("a round and a hole weigh what they are, to a share of a cell", "[plate]")
{
    PlateInput in;
    in.cells = 1200;
    in.box = {0.0, 0.0, 800.0, 800.0};
    const Ring round = ellipse({400.0, 400.0}, 800.0, 800.0, 0.0, 96);
    const Ring hole = ellipse({400.0, 400.0}, 200.0, 200.0, 0.0, 48);
    in.zones.push_back({{round, hole}, turned(rigidityOf(walnut(), kThick), 0.0), 3e-4, {}});
    for (int k = 0; k < 3; ++k) {
        const double a = 2.0943951 * k;
        const Vec2 at{400.0 + 250.0 * std::cos(a), 400.0 + 250.0 * std::sin(a)};
        in.supports.push_back({at, at, true});
    }
    const PlateModel model(in);
    const PlateAnswer a = model.answer({});
    REQUIRE_FALSE(a.tips);
    CHECK_THAT(a.load_N, WithinRel(3e-4 * (area_mm2(round) - area_mm2(hole)), 5e-3));
    for (const SupportForce& s : a.supports) {
        CHECK_THAT(s.force_N, WithinRel(a.load_N / 3.0, 0.01));
    }
    CHECK(std::isnan(model.deflection_mm(a, {400.0, 400.0}))); // in the hole there is no wood
}

TEST_CASE("grain turned by a right angle is the same plate turned", "[plate]")
{
    const Rigidity r = rigidityOf({11600.0, 649.6, 719.2, 0.4}, kThick);
    const PlateStiffness along = turned(r, 0.0);
    const PlateStiffness across = turned(r, 90.0);
    CHECK_THAT(across.xx, WithinRel(along.yy, 1e-12));
    CHECK_THAT(across.yy, WithinRel(along.xx, 1e-12));
    CHECK_THAT(across.ss, WithinRel(along.ss, 1e-9));
    CHECK_THAT(turned(r, 30.0).xs, WithinRel(-turned(r, -30.0).xs, 1e-12));
    const auto curl = acrossGrain(1e-5, 90.0);
    CHECK_THAT(curl[0], WithinAbs(1e-5, 1e-18));
    CHECK_THAT(curl[1], WithinAbs(0.0, 1e-18));
}

TEST_CASE("tightened down, a top goes where its supports are", "[plate]")
{
    PlateInput in = top(1600.0, 700.0, {300.0, 1300.0}, true);
    in.supports[1].level_mm = 0.0;
    in.supports[1].levelTo_mm = 4.0; // its far end lies low
    const PlateModel model(in);
    PlateCase load;
    load.tightened = true;
    const PlateAnswer a = model.answer(load);
    CHECK_THAT(model.deflection_mm(a, {1300.0, 700.0}), WithinAbs(4.0, 0.01));
    CHECK_THAT(model.deflection_mm(a, {1300.0, 350.0}), WithinAbs(2.0, 0.01));
    CHECK_THAT(model.deflection_mm(a, {300.0, 700.0}), WithinAbs(0.0, 0.01));
    CHECK_THAT(model.deflection_mm(model.answer({}), {1300.0, 700.0}), WithinAbs(0.0, 0.2)); // resting it stands level
}

TEST_CASE("a beam through three points resists as the beam that it is", "[plate]")
{
    // Pushed by d in its middle over a span of two halves h: 48 EI d / (2h)^3.
    const std::vector<double> k = beamStiffness(std::vector<double>{0.0, 500.0, 1000.0});
    CHECK_THAT(k[4], WithinRel(48.0 / 1e9, 1e-12));
    CHECK_THAT(k[3], WithinRel(-24.0 / 1e9, 1e-12));
    CHECK(beamStiffness(std::vector<double>{0.0, 700.0}) == std::vector<double>(4, 0.0));
    CHECK_THAT(beamAt(std::vector<double>{0.0, 500.0, 1000.0}, std::vector<double>{0.0, 0.0, 0.0}, 1300.0),
               WithinAbs(0.0, 1e-12));
    // Beyond its last point it runs on straight.
    const std::vector<double> at{0.0, 400.0, 1000.0};
    const std::vector<double> v{1.0, -2.0, 0.5};
    const double a = beamAt(at, v, 1000.0);
    const double b = beamAt(at, v, 1100.0);
    CHECK_THAT(beamAt(at, v, 1200.0) - b, WithinAbs(b - a, 1e-12));
}

TEST_CASE("the stiffness of a plank across and along its grain, by hand", "[plate]")
{
    const Rigidity r = rigidityOf({12'000.0, 800.0, 700.0, 0.4}, 30.0); // t³ ÷ 12 is 2250 mm³
    const double planeStress = 1.0 - 0.4 * 0.4 / 15.0;
    CHECK_THAT(r.x, WithinRel(27.0e6 / planeStress, 1e-12));
    CHECK_THAT(r.y, WithinRel(1.8e6 / planeStress, 1e-12));
    CHECK_THAT(r.coupling, WithinRel(0.72e6 / planeStress, 1e-12));
    CHECK_THAT(r.twist, WithinRel(1.575e6, 1e-12));
}
