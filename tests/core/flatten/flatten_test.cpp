#include <catch2/catch.hpp>

#include <random>

#include "core/face/face_field.h"
#include "core/flatten/flatten_plan.h"
#include "core/router/passes.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

std::vector<Point3> twisted(int seed, double lift, double side)
{
    std::mt19937 random(static_cast<unsigned>(seed));
    std::uniform_real_distribution<double> noise(-0.6, 0.6);
    std::vector<Point3> out;
    for (int i = 0; i <= 8; ++i) {
        for (int j = 0; j <= 4; ++j) {
            const double x = i * 300.0;
            const double y = j * 200.0;
            out.push_back({x, y, lift + 4.0e-6 * (x - 1200.0) * (y - 400.0) + 0.002 * x + side * noise(random)});
        }
    }
    return out;
}

} // namespace

TEST_CASE("the planes stay inside the wood and touch it", "[flatten]")
{
    const int seed = GENERATE(range(1, 12));
    const auto top = twisted(seed, 60.0, 1.0);
    const auto bottom = twisted(seed + 100, 0.0, 1.0);
    const auto planes = thickestSlab(top, bottom);
    REQUIRE(planes.has_value());
    double closestTop = 1e9;
    double closestBottom = 1e9;
    for (const Point3& p : top) {
        closestTop = std::min(closestTop, p.z - planes->top.at(p.x, p.y));
    }
    for (const Point3& p : bottom) {
        closestBottom = std::min(closestBottom, planes->bottom.at(p.x, p.y) - p.z);
    }
    CHECK_THAT(closestTop, WithinAbs(0.0, 1e-9));
    CHECK_THAT(closestBottom, WithinAbs(0.0, 1e-9));
    // The binding readings prove it: their shares on each face add up to one.
    double topShare = 0.0;
    double bottomShare = 0.0;
    for (const BindingPoint& b : planes->binding) {
        (b.onTop ? topShare : bottomShare) += b.share;
    }
    CHECK_THAT(topShare, WithinAbs(bottomShare, 1e-9));
}

TEST_CASE("a slab turned over or moved about is as thick", "[flatten]")
{
    const auto top = twisted(7, 60.0, 1.0);
    const auto bottom = twisted(9, 0.0, 1.0);
    const double before = thickestSlab(top, bottom)->vertical_mm;
    std::vector<Point3> newTop;
    std::vector<Point3> newBottom;
    for (const Point3& p : bottom) {
        newTop.push_back({p.x + 5000.0, -p.y, -p.z + 30.0});
    }
    for (const Point3& p : top) {
        newBottom.push_back({p.x + 5000.0, -p.y, -p.z + 30.0});
    }
    CHECK_THAT(thickestSlab(newTop, newBottom)->vertical_mm, WithinAbs(before, 1e-9));
}

TEST_CASE("one more reading never makes a slab thicker", "[flatten]")
{
    auto top = twisted(3, 60.0, 1.0);
    const auto bottom = twisted(4, 0.0, 1.0);
    const double before = thickestSlab(top, bottom)->vertical_mm;
    top.push_back({1234.0, 321.0, 58.0});
    CHECK(thickestSlab(top, bottom)->vertical_mm <= before + 1e-9);
}

TEST_CASE("too few readings, one line, not a number: each in words", "[flatten]")
{
    const auto grid = twisted(1, 60.0, 1.0);
    const std::vector<Point3> two{{0, 0, 1}, {100, 0, 1}};
    const std::vector<Point3> line{{0, 0, 1}, {100, 0, 2}, {200, 0, 1}, {900, 0, 4}};
    std::vector<Point3> broken = grid;
    broken[3].z = std::nan("");
    CHECK(thickestSlab(two, grid).error().code == "flatten.too_few");
    CHECK(thickestSlab(grid, line).error().code == "flatten.one_line");
    CHECK(thickestSlab(broken, grid).error().code == "flatten.not_a_number");
    CHECK(leastRemoval(line).error().code == "flatten.one_line");
    CHECK(faceShape(two).error().code == "flatten.too_few");
}

TEST_CASE("down from rails and up from the bench tell the same surface", "[flatten][surfaces]")
{
    Slab slab;
    slab.thickness_mm = 60.0;
    HeightGrid up{HeightsFrom::BenchUp, {0, 500, 1000}, {-100, 100}, {62, 61, 60, 60, 61, 63}};
    HeightGrid under{HeightsFrom::BenchUp, {0, 500, 1000}, {-100, 100}, {2, 1, 0, 0, 1, 3}};
    slab.topHeights = up;
    slab.bottomHeights = under;
    const auto bench = surfacesOf(slab);
    REQUIRE(bench.has_value());
    CHECK(bench->under == UnderSource::SameSetting);

    // The same slab from rails 100 above the bench, turned over for the underside on a slope,
    // its thickness read at three corners.
    Slab rails = slab;
    rails.topHeights->from = HeightsFrom::RailsDown;
    rails.bottomHeights->from = HeightsFrom::RailsDown;
    for (size_t i = 0; i < 6; ++i) {
        const double x = up.xs_mm[i % 3];
        const double y = up.ys_mm[i / 3];
        rails.topHeights->readings_mm[i] = 100.0 - *up.readings_mm[i];
        rails.bottomHeights->readings_mm[i] = 40.0 + *under.readings_mm[i] + 0.003 * x - 0.01 * y;
    }
    rails.thicknesses = {{{0, -100}, 60.0}, {{1000, -100}, 60.0}, {{1000, 100}, 60.0}};
    const auto turned = surfacesOf(rails);
    REQUIRE(turned.has_value());
    CHECK(turned->under == UnderSource::ThicknessPlaces);
    CHECK_THAT(turned->tieMisfit_mm, WithinAbs(0.0, 1e-6));
    for (size_t i = 0; i < 6; ++i) {
        CHECK_THAT(turned->top[i].p.z - turned->bottom[i].p.z,
                   WithinAbs(bench->top[i].p.z - bench->bottom[i].p.z, 1e-9));
    }
    rails.thicknesses.clear();
    CHECK(surfacesOf(rails)->under == UnderSource::MeanThickness);
    rails.bottomHeights.reset();
    CHECK(surfacesOf(rails)->under == UnderSource::Parallel);
    rails.thickness_mm.reset();
    CHECK(surfacesOf(rails).error().code == "flatten.no_thickness");
    rails.topHeights.reset();
    CHECK(surfacesOf(rails).error().code == "flatten.no_readings");
}

TEST_CASE("a grid that is out of order is refused", "[flatten][surfaces]")
{
    Slab slab;
    slab.thickness_mm = 50.0;
    slab.topHeights =
        HeightGrid{HeightsFrom::BenchUp, {0, 500, 400}, {0, 100}, std::vector<std::optional<double>>(6, 50.0)};
    CHECK(surfacesOf(slab).error().code == "flatten.grid");
    slab.topHeights->xs_mm = {0, 500};
    CHECK(surfacesOf(slab).error().code == "flatten.grid");
}

namespace
{

/// Heights of a sheet on a grid of 4 by 4, one node and more left out.
FaceField sheetWithout(const std::vector<size_t>& missed, double bend)
{
    HeightGrid grid{HeightsFrom::BenchUp, {0, 100, 200, 300}, {0, 80, 160, 240}, {}};
    for (size_t node = 0; node < 16; ++node) {
        const double x = grid.xs_mm[node % 4];
        const double y = grid.ys_mm[node / 4];
        const bool gone = std::find(missed.begin(), missed.end(), node) != missed.end();
        grid.readings_mm.push_back(gone ? std::nullopt
                                        : std::optional(40.0 + 0.02 * x - 0.03 * y + bend * (y - 120.0) * (y - 120.0)));
    }
    return {grid, pointsOf(grid)};
}

} // namespace

TEST_CASE("a face goes on straight where a reading is missed and beyond the outermost", "[flatten][surfaces]")
{
    const auto truth = [](Vec2 p) { return 40.0 + 0.02 * p.x - 0.03 * p.y; };
    for (const std::vector<size_t>& missed : {std::vector<size_t>{}, {5}, {0, 15}, {3, 7, 11, 15}, {5, 6, 9, 10}}) {
        const FaceField leaning = sheetWithout(missed, 0.0);
        for (const Vec2 p : {Vec2{50, 40}, {100, 80}, {0, 0}, {300, 240}, {-60, 120}, {150, 300}, {400, -50}}) {
            INFO(missed.size() << " missed, at " << p.x << ", " << p.y);
            CHECK_THAT(leaning.at(p), WithinAbs(truth(p), 1e-6));
        }
    }
    // Four lines each way tell how it bends, and it goes on bending to its rim.
    const FaceField cupped = sheetWithout({}, 2e-4);
    CHECK_THAT(cupped.at({150, 290}), WithinAbs(40.0 + 3.0 - 8.7 + 2e-4 * 170.0 * 170.0, 1e-3));
    CHECK(cupped.beyond_mm({150, 290}) == 50.0);
    CHECK(cupped.beyond_mm({150, 100}) == 0.0);
}

TEST_CASE("a stub does not lean the face it stands on", "[flatten][surfaces]")
{
    HeightGrid grid{HeightsFrom::BenchUp, {0, 100, 200}, {0, 80, 160}, std::vector<std::optional<double>>(9, 50.0)};
    grid.readings_mm[8] = 58.0;
    const FaceField field(grid, pointsOf(grid));
    CHECK_THAT(field.at({-50, -40}), WithinAbs(50.0, 1e-4)); // least squares would tip it by millimetres here
    CHECK_THAT(field.at({200, 160}), WithinAbs(58.0, 1e-9));
}

TEST_CASE("of planes as far apart the one that takes least is found from either end", "[flatten][planes]")
{
    std::vector<Point3> top;
    std::vector<Point3> bottom;
    for (const double y : {-180.0, 0.0, 180.0}) {
        for (const double x : {100.0, 700.0, 1300.0}) {
            top.push_back({x, y, x == 100.0 && y == -180.0 ? 76.0 : 70.0});
            bottom.push_back({x, y, x == 100.0 && y == 180.0 ? 12.0 : 10.0});
        }
    }
    const auto turned = [](std::vector<Point3> points) {
        for (Point3& p : points) {
            p.x = 1400.0 - p.x;
        }
        return points;
    };
    const auto here = thickestSlabTakingLeast(top, bottom);
    const auto there = thickestSlabTakingLeast(turned(top), turned(bottom));
    REQUIRE(here);
    REQUIRE(there);
    CHECK_THAT(here->vertical_mm, WithinAbs(58.0, 1e-6));
    CHECK_THAT(there->vertical_mm, WithinAbs(58.0, 1e-6));
    CHECK_THAT(here->top.slopeX, WithinAbs(-there->top.slopeX, 1e-6));
    CHECK_THAT(here->top.at(700.0, 0.0), WithinAbs(there->top.at(700.0, 0.0), 1e-6));
    // Of one face: what is left at its thinnest place, as much as any plane that takes no more could leave.
    bottom[3].z = 14.0;
    const auto one = leastRemovalOver(top, bottom);
    REQUIRE(one);
    CHECK_THAT(one->mostRemoved_mm, WithinAbs(leastRemoval(top)->mostRemoved_mm, 1e-6));
    double left = 1e300;
    for (const Point3& p : bottom) {
        left = std::min(left, one->plane.at(p.x, p.y) - p.z);
    }
    const auto other = leastRemovalOver(turned(top), turned(bottom));
    double leftThere = 1e300;
    for (const Point3& p : turned(bottom)) {
        leftThere = std::min(leftThere, other->plane.at(p.x, p.y) - p.z);
    }
    CHECK_THAT(left, WithinAbs(leftThere, 1e-6));
}

TEST_CASE("what all passes take off adds up to the wood above the plane", "[flatten][passes]")
{
    std::mt19937 random(5);
    std::uniform_real_distribution<double> height(-1.0, 7.0);
    RemovalMap map{1000.0, 400.0, 20, 8, {}};
    double above = 0.0;
    for (int i = 0; i < 160; ++i) {
        map.height_mm.push_back(i % 17 == 0 ? std::nan("") : height(random));
        above +=
            std::isfinite(map.height_mm.back()) ? std::max(0.0, map.height_mm.back()) * map.cellArea_mm2() / 1e6 : 0.0;
    }
    const PassPlan plan = passPlan(map, {50.0, 0.5, 1.7, 30.0});
    double sum = 0.0;
    double contact = 0.0;
    for (const Pass& pass : plan.passes) {
        sum += pass.removed_L;
        CHECK(pass.contact_mm2 >= contact); // each pass reaches at least as much as the one before
        contact = pass.contact_mm2;
        CHECK(pass.strokesTouching <= plan.strokes.strokes);
    }
    CHECK_THAT(sum, WithinAbs(above, 1e-9));
    CHECK_THAT(plan.removed_L, WithinAbs(above, 1e-9));
}

TEST_CASE("only strokes that touch wood count", "[flatten][passes]")
{
    RemovalMap map{1000.0, 300.0, 100, 1, std::vector<double>(100, -1.0)};
    map.height_mm[50] = 1.0; // one high place, 10 mm long
    const PassPlan plan = passPlan(map, {50.0, 0.5, 2.0, 0.0});
    REQUIRE(plan.passes.size() == 1);
    CHECK(plan.passes[0].strokesTouching >= 2);
    CHECK(plan.passes[0].strokesTouching <= 4);
    CHECK(plan.strokes.strokes == 39);
}

TEST_CASE("no last pass is left for a shaving", "[passes]")
{
    CHECK_THAT(depthToSet_mm(6.04, 2.0), Catch::WithinAbs(6.04 / 3.0, 1e-6));
    CHECK(passCount(6.04, depthToSet_mm(6.04, 2.0)) == 3);
    CHECK(depthToSet_mm(6.3, 2.0) == 2.0); // three tenths of a pass are worth one
    CHECK(depthToSet_mm(6.0, 2.0) == 2.0);
    CHECK(depthToSet_mm(0.1, 2.0) == 2.0);
    CHECK(depthToSet_mm(0.0, 2.0) == 2.0);
}

TEST_CASE("passes counted in one sweep are those counted one by one", "[passes]")
{
    RemovalMap map;
    map.length_mm = 600.0;
    map.width_mm = 300.0;
    map.cellsAlong = 60;
    map.cellsAcross = 30;
    for (int j = 0; j < 30; ++j) {
        for (int i = 0; i < 60; ++i) {
            const double h = 3.0 + 3.5 * std::sin(i / 7.0) * std::cos(j / 5.0) - 0.01 * i;
            map.height_mm.push_back((i + j) % 17 == 0 ? std::nan("") : h);
        }
    }
    const PassPlan plan = passPlan(map, {50.0, 0.5, 1.3, 20.0});
    double above = plan.highest_mm;
    double all = 0.0;
    for (const Pass& pass : plan.passes) {
        double contact = 0.0;
        double litres = 0.0;
        for (const double h : map.height_mm) {
            if (h > pass.floor_mm) {
                contact += map.cellArea_mm2();
                litres += (std::min(h, above) - pass.floor_mm) * map.cellArea_mm2() / 1e6;
            }
        }
        CHECK_THAT(pass.contact_mm2, Catch::WithinRel(contact, 1e-12));
        CHECK_THAT(pass.removed_L, Catch::WithinRel(litres, 1e-9));
        above = pass.floor_mm;
        all += litres;
    }
    CHECK_THAT(plan.removed_L, Catch::WithinRel(all, 1e-9));
}
