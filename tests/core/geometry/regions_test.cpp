// Regions: what is joined, cut, grown and asked of them by hand and by laws.

#include <catch2/catch.hpp>

#include <cmath>
#include <limits>

#include "core/geometry/hull.h"
#include "core/geometry/profile.h"
#include "core/geometry/region_index.h"
#include "core/geometry/ring.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

constexpr double kPi = 3.14159265358979323846;

Ring square(double left, double bottom, double side)
{
    return {{left, bottom}, {left + side, bottom}, {left + side, bottom + side}, {left, bottom + side}};
}

/// A ring of waves that no straight band fits.
Ring wavy(int corners, double radius, double wave, int waves)
{
    Ring out;
    for (int i = 0; i < corners; ++i) {
        const double a = 2.0 * kPi * i / corners;
        const double r = radius + wave * std::sin(waves * a);
        out.push_back({r * std::cos(a), r * std::sin(a)});
    }
    return out;
}

} // namespace

TEST_CASE("of two squares that lap, what is common, left and joined is known by hand", "[geometry][region]")
{
    const Region a{square(0.0, 0.0, 100.0)};
    const Region b{square(60.0, 70.0, 100.0)};
    CHECK_THAT(area_mm2(intersection(a, b)), WithinAbs(40.0 * 30.0, 1e-3));
    CHECK_THAT(area_mm2(difference(a, b)), WithinAbs(10'000.0 - 1'200.0, 1e-3));
    CHECK_THAT(area_mm2(unionOf({a[0], b[0]})), WithinAbs(20'000.0 - 1'200.0, 1e-3));
    CHECK(intersection(a, {square(200.0, 0.0, 50.0)}).empty());
    CHECK(difference(a, {square(-10.0, -10.0, 200.0)}).empty());
}

TEST_CASE("a hole is outside, and its area is taken away", "[geometry][region]")
{
    const Region frame = difference({square(0.0, 0.0, 300.0)}, {square(100.0, 100.0, 100.0)});
    CHECK_THAT(area_mm2(frame), WithinAbs(90'000.0 - 10'000.0, 1e-2));
    CHECK(contains(frame, {50.0, 50.0}));
    CHECK_FALSE(contains(frame, {150.0, 150.0}));
    CHECK_FALSE(contains(frame, {350.0, 150.0}));
    CHECK_THAT(signedDistance_mm(frame, {150.0, 150.0}), WithinAbs(-50.0, 1e-3));
    CHECK_THAT(signedDistance_mm(frame, {50.0, 150.0}), WithinAbs(50.0, 1e-3));
    CHECK_THAT(signedDistance_mm(frame, {330.0, 150.0}), WithinAbs(-30.0, 1e-3));
    CHECK(signedDistance_mm(Region{}, {0.0, 0.0}) == -std::numeric_limits<double>::infinity());
    const auto through = crossingsAt(frame, 150.0);
    REQUIRE(through.size() == 4);
    CHECK_THAT(through[1], WithinAbs(100.0, 1e-3));
    CHECK_THAT(through[2], WithinAbs(200.0, 1e-3));
    CHECK_THAT(area_mm2(Region{largestRing(frame)}), WithinAbs(90'000.0, 1e-2));
    CHECK(largestRing({}).empty());
}

TEST_CASE("a region grown by as much as it is shrunk holds the first, and round corners lose a little",
          "[geometry][region]")
{
    const Region plate{square(0.0, 0.0, 200.0)};
    CHECK_THAT(area_mm2(grown(plate, 10.0)), WithinAbs(220.0 * 220.0, 0.1));
    CHECK_THAT(area_mm2(grown(plate, 10.0, Corners::Round)),
               WithinAbs(200.0 * 200.0 + 4.0 * 10.0 * 200.0 + kPi * 100.0, 4.0));
    CHECK_THAT(area_mm2(grown(plate, -30.0)), WithinAbs(140.0 * 140.0, 0.1));
    CHECK(grown(plate, -100.5).empty());
    const Region wave{wavy(240, 300.0, 40.0, 7)};
    const Region back = grown(grown(wave, -15.0, Corners::Round), 15.0, Corners::Round);
    CHECK(area_mm2(difference(back, grown(wave, 0.5))) < 1.0); // opened: never more than it was
    CHECK(area_mm2(back) < area_mm2(wave));
}

TEST_CASE("the parts of a line inside a region, in its order", "[geometry][region]")
{
    const Region frame = difference({square(0.0, 0.0, 300.0)}, {square(100.0, 100.0, 100.0)});
    const auto parts = partsInside({{350.0, 150.0}, {-50.0, 150.0}}, frame);
    REQUIRE(parts.size() == 2);
    CHECK_THAT(parts[0].front().x, WithinAbs(300.0, 1e-3)); // it runs from the right
    CHECK_THAT(parts[0].back().x, WithinAbs(200.0, 1e-3));
    CHECK_THAT(parts[1].front().x, WithinAbs(100.0, 1e-3));
    CHECK_THAT(parts[1].back().x, WithinAbs(0.0, 1e-3));
    CHECK(partsInside({{-20.0, -20.0}, {-20.0, 400.0}}, frame).empty());
}

TEST_CASE("the index by bands answers as asking everything does", "[geometry][region]")
{
    Region region = difference({wavy(3000, 500.0, 60.0, 11)}, {wavy(900, 120.0, 20.0, 5)});
    const RegionIndex index(region);
    int inside = 0;
    int outside = 0;
    int across = 0;
    for (int i = -14; i < 14; ++i) {
        for (int j = -14; j < 14; ++j) {
            const Box box{i * 40.0, j * 40.0, i * 40.0 + 40.0, j * 40.0 + 40.0};
            const Ring cell{{box.left, box.bottom}, {box.right, box.bottom}, {box.right, box.top}, {box.left, box.top}};
            const double part = area_mm2(intersection({cell}, region));
            switch (index.sideOf(box)) {
            case RegionIndex::Side::Inside:
                CHECK_THAT(part, WithinAbs(1600.0, 0.01));
                ++inside;
                break;
            case RegionIndex::Side::Outside:
                CHECK_THAT(part, WithinAbs(0.0, 0.01));
                ++outside;
                break;
            case RegionIndex::Side::Across:
                ++across;
                break;
            }
            CHECK_THAT(area_mm2(index.partOf(cell)), WithinAbs(part, 0.01));
        }
    }
    CHECK(inside > 100);
    CHECK(outside > 50);
    CHECK(across > 50); // and not everything is clipped
    CHECK(across < 300);
    for (const double y : {-480.0, -60.0, 0.0, 333.3}) {
        const std::vector<Vec2> line{{-700.0, y}, {0.0, y + 5.0}, {700.0, y}};
        const auto one = index.partsOf(line);
        const auto all = partsInside(line, region);
        REQUIRE(one.size() == all.size());
        for (size_t k = 0; k < one.size(); ++k) {
            CHECK_THAT(length(one[k].front() - all[k].front()), WithinAbs(0.0, 0.01));
            CHECK_THAT(length(one[k].back() - all[k].back()), WithinAbs(0.0, 0.01));
        }
    }
}

TEST_CASE("an ellipse has its area, its box and its turn", "[geometry]")
{
    const Ring level = ellipse({100.0, 50.0}, 800.0, 300.0, 0.0, 720);
    CHECK(area_mm2(level) == Approx(kPi * 400.0 * 150.0).epsilon(0.0005));
    CHECK(signedArea_mm2(level) > 0.0);
    CHECK_THAT(boundsOf(level).width(), WithinAbs(800.0, 0.1));
    const Ring upright = ellipse({100.0, 50.0}, 800.0, 300.0, 90.0, 720);
    CHECK_THAT(boundsOf(upright).height(), WithinAbs(800.0, 0.1));
    CHECK_THAT(centroid(upright).x, WithinAbs(100.0, 1e-6));
    CHECK(signedArea_mm2(anticlockwise({level.rbegin(), level.rend()})) > 0.0);
}

TEST_CASE("a hull has no hollow corner and leaves no point outside", "[geometry]")
{
    std::vector<Vec2> points = wavy(77, 90.0, 30.0, 5);
    points.push_back({0.0, 0.0});
    const Ring hull = hullRing(points);
    CHECK(hull.size() < points.size());
    for (size_t i = 0; i < hull.size(); ++i) {
        const Vec2 a = hull[i];
        const Vec2 b = hull[(i + 1) % hull.size()];
        const Vec2 c = hull[(i + 2) % hull.size()];
        CHECK(cross(b - a, c - b) > 0.0);
        for (const Vec2 p : points) {
            CHECK(cross(b - a, p - a) >= -1e-9);
        }
    }
    // Points on a side are no corners; those of one line are its ends.
    CHECK(hullOf({{0, 0}, {5, 0}, {10, 0}, {10, 10}, {0, 10}}).size() == 4);
    const auto ends = hullOf({{3, 3}, {1, 1}, {2, 2}, {9, 9}});
    REQUIRE(ends.size() == 2);
    CHECK(ends[0] + ends[1] == 1 + 3);
}

TEST_CASE("profiles combine at the stations of both, over where both stand", "[geometry]")
{
    const Profile near{{0.0, 10.0}, {100.0, 30.0}, {300.0, 10.0}};
    const Profile far{{50.0, 200.0}, {150.0, 220.0}, {400.0, 170.0}};
    CHECK(mergedStations(near, far) == std::vector<double>{0.0, 50.0, 100.0, 150.0, 300.0, 400.0});
    const Profile width = combined(far, -1.0, near);
    REQUIRE(width.size() == 4);
    CHECK(width.front().x == 50.0);
    CHECK(width.back().x == 300.0);
    CHECK_THAT(valueAt(width, 100.0), WithinAbs(210.0 - 30.0, 1e-9));
    CHECK_THAT(valueAt(width, 200.0), WithinAbs(210.0 - 20.0, 1e-9));
    CHECK_THAT(area_mm2(ringBetween(cutTo(near, 50.0, 300.0), cutTo(far, 50.0, 300.0))),
               WithinAbs(integral(width), 1e-6));
    CHECK(most(far).x == 150.0);
    CHECK(least(far).x == 400.0);
}
