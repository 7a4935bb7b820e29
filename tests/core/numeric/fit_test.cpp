// Planes and bent sheets of least squares.

#include <catch2/catch.hpp>

#include <vector>

#include "core/numeric/fit.h"

using namespace burl;
using Catch::WithinAbs;

TEST_CASE("a plane through points on it is that plane, wherever they lie", "[fit]")
{
    std::vector<Point3> points;
    for (const double x : {90'000.0, 91'200.0, 93'000.0}) {
        for (const double y : {-400.0, 10.0, 350.0}) {
            points.push_back({x, y, 0.004 * x - 0.013 * y + 7.0});
        }
    }
    const auto plane = fittedPlane(points);
    REQUIRE(plane);
    CHECK_THAT(plane->slopeX, WithinAbs(0.004, 1e-12));
    CHECK_THAT(plane->slopeY, WithinAbs(-0.013, 1e-12));
    CHECK_THAT(plane->height_mm, WithinAbs(7.0, 1e-7));
}

TEST_CASE("points on one line, or a hair off it, tell no plane", "[fit]")
{
    CHECK_FALSE(fittedPlane(std::vector<Point3>{{0, 0, 50}, {1500, 0, 51}, {3000, 0, 50}}));
    // A hundredth of a millimetre beside the line would make it lean by 45 degrees across.
    CHECK_FALSE(fittedPlane(std::vector<Point3>{{0, 0, 50}, {1500, 0.01, 51}, {3000, 0, 50}}));
    CHECK_FALSE(fittedPlane(std::vector<Point3>{{0, 0, 50}, {1500, 300, 51}}));
    CHECK_FALSE(fittedPlane(std::vector<Point3>{{5, 5, 50}, {5, 5, 51}, {5, 5, 52}}));
    CHECK(fittedPlane(std::vector<Point3>{{0, 0, 50}, {1500, 300, 51}, {3000, 0, 50}}));
}

TEST_CASE("a sheet needs lines enough each way", "[fit]")
{
    std::vector<Point3> two; // two lines across tell no cup
    std::vector<Point3> three;
    for (const double x : {0.0, 1000.0, 2000.0}) {
        for (const double y : {0.0, 250.0, 500.0}) {
            const Point3 p{x, y, 1e-6 * x * y + 2e-6 * x * x - 3e-6 * y * y};
            three.push_back(p);
            if (y != 250.0) {
                two.push_back(p);
            }
        }
    }
    CHECK_FALSE(fittedSheet(two));
    const auto sheet = fittedSheet(three);
    REQUIRE(sheet);
    for (const Point3& p : three) {
        CHECK_THAT(sheet->at(p.x, p.y), WithinAbs(p.z, 1e-9));
    }
}
