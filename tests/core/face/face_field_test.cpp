// A face between its readings and beyond them; what the two faces of a slab are in one frame.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/face/face_field.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

template <typename Height> HeightGrid gridOf(int columns, int rows, const Height& height)
{
    HeightGrid grid;
    for (int i = 0; i < columns; ++i) {
        grid.xs_mm.push_back(100.0 + 200.0 * i);
    }
    for (int j = 0; j < rows; ++j) {
        grid.ys_mm.push_back(-150.0 + 100.0 * j);
    }
    for (const double y : grid.ys_mm) {
        for (const double x : grid.xs_mm) {
            grid.readings_mm.push_back(height(x, y));
        }
    }
    grid.from = HeightsFrom::BenchUp;
    return grid;
}

double leaning(double x, double y)
{
    return 40.0 + 0.004 * x - 0.012 * y;
}
double bent(double x, double y)
{
    const double u = (x - 1000.0) / 900.0;
    const double v = y / 150.0;
    return 45.0 + 6.0 * u * u - 3.0 * v * v + 1.5 * u * v;
}

} // namespace

TEST_CASE("a face that leans goes on as it leans, everywhere", "[face]")
{
    const HeightGrid grid = gridOf(6, 4, leaning);
    const FaceField field(grid, pointsOf(grid));
    for (const Vec2 place :
         {Vec2{100.0, -150.0}, Vec2{333.0, 12.5}, Vec2{1100.0, 150.0}, Vec2{-60.0, 240.0}, Vec2{1400.0, -300.0}}) {
        INFO(place.x << ", " << place.y);
        CHECK_THAT(field.at(place), WithinAbs(leaning(place.x, place.y), 1e-6));
    }
}

TEST_CASE("a bent face keeps its readings, and carries its bend on", "[face]")
{
    const HeightGrid grid = gridOf(10, 4, bent);
    const FaceField field(grid, pointsOf(grid));
    for (const SurfacePoint& read : pointsOf(grid)) {
        CHECK_THAT(field.at({read.p.x, read.p.y}), WithinAbs(read.p.z, 1e-6));
    }
    CHECK_THAT(field.at({2000.0, 190.0}), WithinAbs(bent(2000.0, 190.0), 0.15));
    // A straight line between two readings lies below a sheet that is hollow there, by the eighth of its second
    // difference.
    CHECK(field.at({800.0, 0.0}) > bent(800.0, 0.0) - 0.5);
}

TEST_CASE("a reading that was missed is told by its neighbours", "[face]")
{
    HeightGrid grid = gridOf(9, 4, bent);
    const double was = *grid.readings_mm[9 + 4];
    grid.readings_mm[9 + 4].reset();
    const auto points = pointsOf(grid);
    CHECK(points.size() == 9 * 4 - 1);
    const FaceField field(grid, points);
    CHECK_THAT(field.at({900.0, -50.0}), WithinAbs(was, 0.4));
    // And it counts where a plane is laid: its place is among those that no reading tells.
    const Region wood{{{100.0, -150.0}, {1700.0, -150.0}, {1700.0, 150.0}, {100.0, 150.0}}};
    const auto carried = field.carriedIn(wood, 100.0);
    CHECK(std::any_of(carried.begin(), carried.end(),
                      [](const Point3& p) { return std::hypot(p.x - 900.0, p.y + 50.0) < 1e-6; }));
}

TEST_CASE("the rim beyond the readings is carried on, no more than a step apart", "[face]")
{
    const HeightGrid grid = gridOf(6, 4, leaning);
    const FaceField field(grid, pointsOf(grid));
    const Region wood{{{0.0, -220.0}, {1200.0, -220.0}, {1200.0, 220.0}, {0.0, 220.0}}};
    const auto carried = field.carriedIn(wood, 60.0);
    CHECK(carried.size() >= static_cast<size_t>(2.0 * (1200.0 + 440.0) / 60.0));
    for (const Point3& p : carried) {
        CHECK_THAT(p.z, WithinAbs(leaning(p.x, p.y), 1e-6));
        CHECK(signedDistance_mm(wood, {p.x, p.y}) >= -1e-3);
    }
    CHECK(field.beyond_mm({500.0, 0.0}) == 0.0);
    CHECK_THAT(field.beyond_mm({1200.0, 0.0}), WithinAbs(100.0, 1e-9));
    CHECK_THAT(field.beyond_mm({1130.0, 190.0}), WithinAbs(50.0, 1e-9)); // 30 along, 40 across
}

TEST_CASE("a place between lines is found with its share, and held at the outermost", "[face]")
{
    const std::vector<double> lines{0.0, 100.0, 400.0};
    CHECK(cellAt(lines, 250.0).first == 1);
    CHECK_THAT(cellAt(lines, 250.0).share, WithinAbs(0.5, 1e-12));
    CHECK(cellAt(lines, -30.0).first == 0);
    CHECK(cellAt(lines, -30.0).share == 0.0);
    CHECK(cellAt(lines, 900.0).first == 1);
    CHECK(cellAt(lines, 900.0).share == 1.0);
    const FaceField none(HeightGrid{}, {});
    CHECK(none.at({10.0, 10.0}) == 0.0);
}

TEST_CASE("both faces of a slab in one frame: the weaker its source, the more is said", "[face][surfaces]")
{
    Slab slab;
    slab.thickness_mm = 52.0;
    slab.topHeights = gridOf(5, 4, leaning);
    // Never read below: parallel to the top at the tape's thickness.
    const auto parallel = surfacesOf(slab);
    REQUIRE(parallel);
    CHECK(parallel->under == UnderSource::Parallel);
    REQUIRE(parallel->bottom.size() == parallel->top.size());
    for (size_t i = 0; i < parallel->top.size(); ++i) {
        CHECK_THAT(parallel->top[i].p.z - parallel->bottom[i].p.z, WithinAbs(52.0, 1e-9));
    }

    // Turned over and read down from rails: tied by the one thickness.
    slab.topHeights->from = HeightsFrom::RailsDown;
    slab.bottomHeights = gridOf(5, 4, [](double, double) { return 80.0; });
    slab.bottomHeights->from = HeightsFrom::RailsDown;
    const auto mean = surfacesOf(slab);
    REQUIRE(mean);
    CHECK(mean->under == UnderSource::MeanThickness);
    double between = 0.0;
    for (size_t i = 0; i < mean->top.size(); ++i) {
        between += (mean->top[i].p.z - mean->bottom[i].p.z) / static_cast<double>(mean->top.size());
    }
    CHECK_THAT(between, WithinAbs(52.0, 0.01));

    // Three places of thickness say how it lies; one that disagrees is told by how much.
    slab.thicknesses = {{{150.0, -100.0}, 52.0}, {{850.0, -100.0}, 52.0}, {{500.0, 120.0}, 52.0}};
    const auto tied = surfacesOf(slab);
    REQUIRE(tied);
    CHECK(tied->under == UnderSource::ThicknessPlaces);
    slab.thicknesses.push_back({{500.0, 0.0}, 57.0});
    const auto off = surfacesOf(slab);
    REQUIRE(off);
    CHECK(off->tieMisfit_mm > 1.0);

    slab.topHeights.reset();
    const auto unread = surfacesOf(slab);
    REQUIRE_FALSE(unread);
    CHECK(unread.error().code == "flatten.no_readings");
}

TEST_CASE("a twist read on two or three lines goes on beyond them", "[face]")
{
    const auto twisted = [](double x, double y) { return 50.0 + 0.00002 * (x - 500.0) * y; };
    for (int rows = 2; rows <= 4; ++rows) {
        const HeightGrid grid = gridOf(5, rows, twisted);
        const FaceField field(grid, pointsOf(grid));
        INFO(rows << " lines");
        // 150 mm beyond the outermost lines: held level the corner would stand 1.35 mm too high or too low.
        for (const Vec2 corner : {Vec2{-50.0, -300.0}, Vec2{1050.0, -300.0}, Vec2{1050.0, 300.0}}) {
            CHECK_THAT(field.at(corner), WithinAbs(twisted(corner.x, corner.y), 1e-6));
        }
    }
    // One mistyped reading does not turn it.
    HeightGrid grid = gridOf(5, 3, twisted);
    grid.readings_mm[7] = 44.0;
    CHECK_THAT(FaceField(grid, pointsOf(grid)).at({1050.0, 300.0}), WithinAbs(twisted(1050.0, 300.0), 0.05));
}
