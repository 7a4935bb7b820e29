// The flattening stage on slabs made for it: schools, spare, ties, packers, what comes off.

#include <catch2/catch.hpp>

#include <random>

#include "core/flatten/flatten_plan.h"
#include "core/plan/plan.h"
#include "core/router/methods.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

/// A 1000 by 300 board, its top z = shape(x, y), its bottom flat at 0, read up from the bench.
Slab board(const std::function<double(double, double)>& top, const std::function<double(double, double)>& bottom)
{
    Slab s;
    s.id = {1};
    s.name = "board";
    s.species = "black_walnut";
    for (const double x : {0.0, 500.0, 1000.0}) {
        s.top.readings.push_back({x, -150.0, 150.0});
    }
    s.top.from = TapeFrom::StraightEdge;
    s.thickness_mm = 50.0;
    HeightGrid up;
    HeightGrid gap;
    up.from = gap.from = HeightsFrom::BenchUp;
    for (double x = 0.0; x <= 1000.0; x += 125.0) {
        up.xs_mm.push_back(x);
    }
    for (double y = -150.0; y <= 150.0; y += 75.0) {
        up.ys_mm.push_back(y);
    }
    gap.xs_mm = up.xs_mm;
    gap.ys_mm = up.ys_mm;
    for (const double y : up.ys_mm) {
        for (const double x : up.xs_mm) {
            up.readings_mm.push_back(top(x, y));
            gap.readings_mm.push_back(bottom(x, y));
        }
    }
    s.topHeights = up;
    s.bottomHeights = gap;
    return s;
}

Plan planOf(const Slab& slab, const std::function<void(Job&)>& change = {})
{
    Book book;
    Shop shop = *demoBook().shop;
    shop.slabs = {std::make_shared<const Slab>(slab)};
    shop.logs.clear();
    Job job;
    job.layup.kind = TopKind::Single;
    job.layup.length_mm = 1000.0;
    job.layup.trim_mm = 0.0;
    job.layup.thickness_mm = 0.0;
    job.layup.pieces = {Piece{slab.id, Face::Top, false, 0.0, std::nullopt}};
    job.flatten.method = flattenMethods().front();
    if (change) {
        change(job);
    }
    return makePlan(job, shop);
}

} // namespace

TEST_CASE("a parallel board is as thick as it is", "[flatten][plan]")
{
    const Plan plan = planOf(board([](double, double) { return 50.0; }, [](double, double) { return 0.0; }));
    REQUIRE_FALSE(plan.flatten->pieces[0].missing);
    CHECK_THAT(plan.figure("thickness").value(), WithinAbs(50.0, 1e-9));
    CHECK(plan.flatten->pieces[0].top.most_mm < 1e-9);
    CHECK(plan.flatten->pieces[0].top.passes.passes.empty());
}

TEST_CASE("wind costs its half, worked by hand", "[flatten][plan]")
{
    // Both faces twisted: corners 2 mm above and 2 mm below the middle, in turn. No tilt helps against
    // a twist, so the planes lie level: 2 mm off the top of two corners and 2 mm off below the others.
    const auto twist = [](double x, double y) { return 8.0 * (x / 1000.0 - 0.5) * (y / 300.0); };
    const Slab s = board([&](double x, double y) { return 50.0 + twist(x, y); }, twist);
    const Plan plan = planOf(s);
    CHECK_THAT(plan.figure("thickness").value(), WithinAbs(50.0 - 4.0, 1e-6));
    CHECK_THAT(plan.flatten->pieces[0].shape->wind_mm, WithinAbs(8.0, 1e-6));
    CHECK_THAT(plan.flatten->pieces[0].shape->bow_mm, WithinAbs(0.0, 1e-6));
    CHECK_THAT(plan.flatten->pieces[0].shape->cup_mm, WithinAbs(0.0, 1e-6));
    CHECK_THAT(plan.flatten->pieces[0].top.most_mm, WithinAbs(4.0, 1e-6));
}

TEST_CASE("a round's wind is what its rim stands out, not the corners it has not", "[flatten][plan]")
{
    // Twisted by 8 mm over 1000 x 300; on the rim of 280 the highest and lowest places lie at 45 degrees: four times
    // 8 / (1000 x 300) x 99 x 99.
    const auto twist = [](double x, double y) { return 8.0 * (x / 1000.0 - 0.5) * (y / 300.0); };
    const Slab s = board([&](double x, double y) { return 50.0 + twist(x, y); }, twist);
    const Plan plan = planOf(s, [](Job& j) {
        j.layup.shape = TopShape::Round;
        j.layup.length_mm = 280.0;
        j.layup.pieces[0].left_mm = -360.0;
    });
    const double at = 140.0 * std::sqrt(0.5);
    CHECK_THAT(plan.figure("wind_board").value(), WithinAbs(4.0 * 8.0 / (1000.0 * 300.0) * at * at, 1e-3));
}

TEST_CASE("a bow costs its rise on both faces", "[flatten][plan]")
{
    const auto bow = [](double x, double) { return 6.0 * (1.0 - std::pow(x / 500.0 - 1.0, 2.0)); };
    const Slab s = board([&](double x, double y) { return 50.0 + bow(x, y); }, bow);
    const Plan both = planOf(s);
    CHECK_THAT(both.figure("thickness").value(), WithinAbs(44.0, 1e-6));
    CHECK_THAT(both.flatten->pieces[0].shape->bow_mm, WithinAbs(6.0, 1e-6));
    // The school that flattens the show face only loses it once, at the thinnest place.
    const Plan show = planOf(s, [](Job& j) { j.flatten.school = FlattenSchool::ShowFace; });
    CHECK(show.figure("thickness").value() >= both.figure("thickness").value() - 1e-9);
    CHECK(show.flatten->pieces[0].bottom.passes.passes.empty());
    CHECK_FALSE(show.flatten->pieces[0].top.passes.passes.empty());
}

TEST_CASE("the underside alone is the show face of the slab turned over", "[flatten][plan]")
{
    const auto bow = [](double x, double y) {
        return 6.0 * (1.0 - std::pow(x / 500.0 - 1.0, 2.0)) + 0.004 * x * y / 100.0;
    };
    const Slab s = board([&](double x, double y) { return 50.0 + bow(x, y); }, bow);
    const auto school = [&](FlattenSchool which, Face show) {
        return planOf(s, [&](Job& j) {
            j.flatten.school = which;
            j.layup.pieces[0].show = show;
        });
    };
    const Plan under = school(FlattenSchool::Underside, Face::Top);
    const Plan turned = school(FlattenSchool::ShowFace, Face::Bottom);
    CHECK_THAT(under.figure("thickness").value(), WithinAbs(turned.figure("thickness").value(), 1e-9));
    CHECK(under.flatten->pieces[0].top.passes.passes.empty());
    CHECK(turned.flatten->pieces[0].top.passes.passes.empty());
    CHECK_THAT(under.flatten->pieces[0].bottom.most_mm, WithinAbs(turned.flatten->pieces[0].bottom.most_mm, 1e-9));
    CHECK(school(FlattenSchool::ShowFace, Face::Top).flatten->pieces[0].bottom.passes.passes.empty());
}

TEST_CASE("heights read the other way are said, not planned", "[flatten][plan]")
{
    const auto level = [](double, double) { return 0.0; };
    Slab s = board([](double, double) { return 50.0; }, level);
    REQUIRE_FALSE(planOf(s).flatten->pieces[0].missing);
    std::swap(s.topHeights, s.bottomHeights); // typed for the other face
    const Plan swapped = planOf(s);
    REQUIRE(swapped.flatten->pieces[0].missing);
    CHECK(swapped.flatten->pieces[0].missing->what.find("below its underside") != std::string::npos);
    // Down from rails, typed as if up from the bench: much thinner than the tape says.
    Slab rails = board([](double, double) { return 20.0; }, level);
    rails.thickness_mm = 50.0;
    CHECK(test::codes(planOf(rails).flatten->findings).count("flatten.swapped") == 1);
}

TEST_CASE("a machine that is too narrow is a stop, a carrier is asked for", "[flatten][plan]")
{
    const auto bow = [](double x, double) { return 6.0 * (1.0 - std::pow(x / 500.0 - 1.0, 2.0)); };
    const Slab s = board([&](double x, double y) { return 50.0 + bow(x, y); }, bow);
    const auto with = [&](const char* id, double wide) {
        return test::codes(planOf(s, [&](Job& j) {
                               for (const FlattenMethod& m : flattenMethods()) {
                                   if (m.id == id) {
                                       j.flatten.method = m;
                                   }
                               }
                               j.flatten.method.bit_mm = wide;
                           }).flatten->findings);
    };
    CHECK(with("planer", 250.0).count("flatten.too_wide") == 1);
    CHECK(with("drum_sander", 250.0).count("flatten.too_wide") == 1);
    const auto wide = with("planer", 600.0);
    CHECK(wide.count("flatten.too_wide") == 0);
    CHECK(wide.count("flatten.carrier") == 1);
    CHECK(with("hand_planer", 82.0).count("flatten.by_eye") == 1);
    CHECK(with("router_sled", 50.0).count("flatten.carrier") == 0);
}

TEST_CASE("cup is named by its side", "[flatten][plan]")
{
    const auto crown = [](double, double y) { return 3.0 * (1.0 - std::pow(y / 150.0, 2.0)); };
    const Slab up = board([&](double x, double y) { return 50.0 + crown(x, y); }, [](double, double) { return 0.0; });
    const Slab down = board([&](double x, double y) { return 50.0 - crown(x, y); }, [](double, double) { return 0.0; });
    CHECK_THAT(planOf(up).flatten->pieces[0].shape->cup_mm, WithinAbs(3.0, 1e-6));
    CHECK_THAT(planOf(down).flatten->pieces[0].shape->cup_mm, WithinAbs(-3.0, 1e-6));
}

TEST_CASE("what comes off, what is left and what was there add up over the slab", "[flatten][plan]")
{
    std::mt19937 random(7);
    std::uniform_real_distribution<double> rough(-1.5, 1.5);
    std::vector<double> noise(64);
    for (double& n : noise) {
        n = rough(random);
    }
    const auto top = [&](double x, double y) {
        return 50.0 + noise[static_cast<size_t>(x / 125.0) + 9 * static_cast<size_t>((y + 150.0) / 75.0)];
    };
    const Plan plan =
        planOf(board(top, [](double, double) { return 0.0; }), [](Job& j) { j.layup.thickness_mm = 40.0; });
    const FlattenedPiece& piece = plan.flatten->pieces[0];
    CHECK_THAT(piece.topPlane.at(500, 0) - piece.bottomPlane.at(500, 0), WithinAbs(40.0, 0.01));
    for (const ReadingDot& dot : piece.dots) {
        CHECK(dot.removal_mm > -1e-6); // no reading lies inside the finished slab's air
    }
    double map = 0.0;
    const RemovalMap& m = piece.top.map;
    for (const double h : m.height_mm) {
        map += std::isfinite(h) ? h * m.cellArea_mm2() / 1e6 : 0.0;
    }
    CHECK_THAT(piece.top.passes.removed_L, WithinAbs(map, map * 0.02));
    double passes = 0.0;
    for (const Pass& pass : piece.top.passes.passes) {
        passes += pass.removed_L;
        CHECK(pass.strokesTouching <= piece.top.passes.strokes.strokes);
        CHECK(pass.path_mm <= piece.top.passes.strokes.path_mm + 1e-6);
    }
    CHECK_THAT(passes, WithinAbs(piece.top.passes.removed_L, 1e-9));
}

TEST_CASE("spare goes where the maker sends it, to the tenth", "[flatten][plan]")
{
    const Slab s = board([](double, double) { return 50.0; }, [](double, double) { return 0.0; });
    const auto off = [&](SpareFrom from) {
        const Plan plan = planOf(s, [&](Job& j) {
            j.layup.thickness_mm = 42.0;
            j.flatten.spare = from;
        });
        return std::pair{plan.flatten->pieces[0].top.most_mm, plan.flatten->pieces[0].bottom.most_mm};
    };
    CHECK_THAT(off(SpareFrom::BothAlike).first, WithinAbs(4.0, 1e-9));
    CHECK_THAT(off(SpareFrom::BothAlike).second, WithinAbs(4.0, 1e-9));
    CHECK_THAT(off(SpareFrom::ShowFace).first, WithinAbs(8.0, 1e-9));
    CHECK_THAT(off(SpareFrom::Underside).second, WithinAbs(8.0, 1e-9));
    CHECK_THAT(off(SpareFrom::Underside).first, WithinAbs(0.0, 1e-9));
}

TEST_CASE("packers bring a tilted underside level and the lowest corner stands on the bench", "[flatten][plan]")
{
    const auto tilt = [](double x, double y) { return 5.0 + x * 0.004 + y * 0.01; };
    const Slab s = board([&](double x, double y) { return 50.0 + tilt(x, y); }, tilt);
    const Plan plan = planOf(s);
    const auto& packers = plan.flatten->pieces[0].packers;
    REQUIRE(packers.size() == 4);
    double least = 1e9;
    for (const Packer& p : packers) {
        least = std::min(least, p.height_mm);
        CHECK(p.height_mm > -1e-9);
    }
    CHECK_THAT(least, WithinAbs(0.0, 1e-9));
    // The slab is a parallel one lying crooked: as thick as a calliper says, thinner than straight up.
    CHECK_THAT(plan.figure("thickness").value(), WithinAbs(50.0 / std::sqrt(1.0 + 0.004 * 0.004 + 0.01 * 0.01), 1e-6));
}

TEST_CASE("readings outside the rough outline do not count", "[flatten][plan]")
{
    Slab s = board([](double, double) { return 50.0; }, [](double, double) { return 0.0; });
    const double whole = planOf(s).figure("thickness").value();
    s.topHeights->readings_mm[0] = 20.0; // a corner broken off
    const double broken = planOf(s).figure("thickness").value();
    CHECK(broken < whole - 5.0);
    const double shorter = planOf(s,
                                  [](Job& j) {
                                      j.layup.length_mm = 700.0;
                                      j.layup.pieces[0].left_mm = -200.0; // the broken end is cut off
                                  })
                               .figure("thickness")
                               .value();
    CHECK_THAT(shorter, WithinAbs(50.0, 1e-6));
}

TEST_CASE("a reading that is no number is said and nothing is computed from it", "[flatten][plan]")
{
    Slab s = board([](double, double) { return 50.0; }, [](double, double) { return 0.0; });
    s.topHeights->readings_mm[7] = std::nan("");
    const Plan plan = planOf(s);
    for (const Entry& entry : plan.flatten->figures) {
        CHECK(std::isfinite(entry.figure.value()));
    }
    const auto& piece = plan.flatten->pieces[0];
    const bool saidOrLeftOut = piece.missing.has_value() || std::abs(plan.figure("thickness").value() - 50.0) < 1e-6;
    CHECK(saidOrLeftOut);
}

TEST_CASE("a pair comes to one thickness, the thinner piece decides", "[flatten][plan]")
{
    const Demo demo(1);
    const Plan plan = demo.plan();
    double thinner = 1e9;
    for (const FlattenedPiece& piece : plan.flatten->pieces) {
        thinner = std::min(thinner, piece.thickest.value());
    }
    CHECK(plan.figure("thickness_possible").value() == thinner);
    for (const FlattenedPiece& piece : plan.flatten->pieces) {
        const double tilt = std::sqrt(1.0 + piece.topPlane.slopeX * piece.topPlane.slopeX +
                                      piece.topPlane.slopeY * piece.topPlane.slopeY);
        const double apart = (piece.topPlane.height_mm - piece.bottomPlane.height_mm) / tilt;
        CHECK_THAT(apart, WithinAbs(plan.figure("thickness").value(), 1e-6));
    }
}

TEST_CASE("thickness places tie a slab turned over, and a place that disagrees is said", "[flatten][plan]")
{
    Demo demo(1);
    const double before = demo.plan().figure("thickest_A4").value();
    demo.slab({4}, [](Slab& s) {
        REQUIRE(s.thicknesses.size() >= 3);
        s.thicknesses[0].thickness_mm += 9.0; // a slip of the calliper
    });
    const Plan slip = demo.plan();
    CHECK(slip.figure("thickest_A4").value() != before);
    CHECK_FALSE(codes(slip.flatten->findings).empty());
    demo.slab({4}, [](Slab& s) { s.thicknesses.clear(); });
    const Plan loose = demo.plan();
    CHECK(loose.flatten->pieces[1].under == UnderSource::MeanThickness);
    CHECK(loose.figure("thickest_A4").isGuess());
}

TEST_CASE("a wider bit takes fewer strokes, more overlap more", "[flatten][passes]")
{
    int last = 1 << 30;
    for (const double bit : {20.0, 35.0, 50.0, 75.0}) {
        const int strokes = strokePlan(2000.0, 600.0, bit, 0.4, 30.0).strokes;
        CHECK(strokes <= last);
        last = strokes;
    }
    last = 0;
    for (const double overlap : {0.0, 0.2, 0.4, 0.6, 0.8}) {
        const int strokes = strokePlan(2000.0, 600.0, 50.0, overlap, 30.0).strokes;
        CHECK(strokes >= last);
        last = strokes;
    }
    CHECK(passCount(0.0, 2.0) == 0);
    CHECK(passCount(2.0, 2.0) == 1);
    CHECK(passCount(2.01, 2.0) == 2);
}
