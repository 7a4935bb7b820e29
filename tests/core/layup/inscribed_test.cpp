// What fits into an outline: rectangles, circles, rip lines.

#include <catch2/catch.hpp>

#include "core/geometry/ring.h"
#include "core/layup/inscribed.h"
#include "core/layup/rip.h"
#include "support/shapes.h"

using namespace burl;
using burl::test::areaOf;
using Catch::WithinAbs;

namespace
{
const Ring kL{{0, 0}, {1500, 0}, {1500, 400}, {700, 400}, {700, 900}, {0, 900}};
} // namespace

TEST_CASE("a turned rectangle is found again inside a slanted outline", "[geometry][layup]")
{
    // Edges rise by 0.02: the best rectangle lies along them, a level one is narrower.
    const Profile near{{0, 0}, {2000, 40}};
    const Profile far{{0, 500}, {2000, 540}};
    const auto found = largestRectangle(near, far, 1900, 5.0);
    REQUIRE(found.has_value());
    CHECK_THAT(found->angle_deg, WithinAbs(std::atan(0.02) * 180.0 / 3.14159265358979, 0.02));
    CHECK(found->width_mm > 499.0);
    CHECK(found->width_mm <= 500.0 * std::cos(std::atan(0.02)) + 1e-6);
    CHECK(largestRectangle(near, far, 2500, 5.0).error().code == "inscribed.too_short");
}

TEST_CASE("the largest circle lies inside", "[geometry][layup]")
{
    const InscribedCircle c = largestCircle(kL);
    CHECK(signedDistance_mm(kL, c.centre) >= c.radius_mm - 1e-9);
    // It touches the left, the lower side and the inner corner (700, 400): r = 1100 - sqrt(2*700*400).
    CHECK_THAT(c.radius_mm, WithinAbs(1100.0 - std::sqrt(2.0 * 700.0 * 400.0), 0.01));
}

TEST_CASE("a rectangle as long as its outline is found at the one angle that it fits", "[geometry][inscribed]")
{
    // A board of 1400 by 400 that was measured askew: edges as profiles over x.
    for (const double angle_deg : {0.0, 1.237, -3.371}) {
        const double a = angle_deg * std::acos(-1.0) / 180.0;
        const auto turned = [a](Vec2 p) {
            return Vec2{p.x * std::cos(a) - p.y * std::sin(a), p.x * std::sin(a) + p.y * std::cos(a)};
        };
        Ring corners{turned({0, -200}), turned({1400, -200}), turned({1400, 200}), turned({0, 200})};
        // Lower chain and upper chain from the leftmost to the rightmost corner.
        const Vec2 nearLeft = corners[0];
        const Vec2 nearRight = corners[1];
        const Vec2 farRight = corners[2];
        const Vec2 farLeft = corners[3];
        Profile near;
        Profile far;
        if (a == 0.0) {
            near = {nearLeft, nearRight};
            far = {farLeft, farRight};
        } else if (a > 0.0) {
            near = {farLeft, nearLeft, nearRight};
            far = {farLeft, farRight, nearRight};
        } else {
            near = {nearLeft, nearRight, farRight};
            far = {nearLeft, farLeft, farRight};
        }
        const auto found = largestRectangle(near, far, 1400.0, 10.0);
        INFO(angle_deg);
        REQUIRE(found);
        CHECK_THAT(found->angle_deg, Catch::WithinAbs(angle_deg, 1e-3));
        CHECK_THAT(found->width_mm, Catch::WithinAbs(400.0, 0.1));
        CHECK_FALSE(largestRectangle(near, far, 1500.0, 10.0));
        CHECK(largestRectangle(near, far, 1399.0, 10.0)->width_mm > 399.0);
    }
}

TEST_CASE("a slab that is bent like a banana has no straight rip line, and a thin sliver a small circle",
          "[geometry][rip]")
{
    Profile near;
    Profile far;
    for (int i = 0; i <= 20; ++i) {
        const double x = 100.0 * i;
        const double bend = 500.0 * std::sin(x / 2000.0 * std::acos(-1.0));
        near.push_back({x, bend - 150.0});
        far.push_back({x, bend + 150.0});
    }
    CHECK(bestFarRip(near, far, 5.0, 0.0, 2000.0).error().code == "rip.no_line");
    CHECK(bestNearRip(near, far, 5.0, 0.0, 2000.0).error().code == "rip.no_line");
    CHECK(bestFarRip(near, far, 5.0, 900.0, 200.0)); // a short piece of it is straight enough
    const InscribedCircle c = largestCircle({{0, 0}, {3000, 0}, {3000, 0.02}, {0, 0.02}});
    CHECK(c.radius_mm <= 0.0101);
}
