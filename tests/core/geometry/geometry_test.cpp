#include <catch2/catch.hpp>

#include "core/geometry/profile.h"
#include "core/geometry/ring.h"
#include "core/geometry/simplify.h"
#include "support/shapes.h"

using namespace burl;
using burl::test::areaOf;
using Catch::WithinAbs;

namespace
{

const Ring kL{{0, 0}, {1500, 0}, {1500, 400}, {700, 400}, {700, 900}, {0, 900}};

} // namespace

TEST_CASE("area, centroid and perimeter of an L worked by hand", "[geometry]")
{
    // 1500 x 400 = 600 000 at (750, 200); 700 x 500 = 350 000 at (350, 650).
    CHECK_THAT(areaOf(kL), WithinAbs(950'000.0, 1e-6));
    CHECK_THAT(centroid(kL).x, WithinAbs((600.0 * 750.0 + 350.0 * 350.0) / 950.0, 1e-9));
    CHECK_THAT(centroid(kL).y, WithinAbs((600.0 * 200.0 + 350.0 * 650.0) / 950.0, 1e-9));
    CHECK_THAT(perimeter_mm(kL), WithinAbs(4800.0, 1e-9));
    CHECK(contains(kL, {1400, 100}));
    CHECK_FALSE(contains(kL, {1400, 800}));
    CHECK(crossingsAt(kL, 650.0) == std::vector<double>{0.0, 700.0});
    CHECK(crossingsAt(kL, 100.0) == std::vector<double>{0.0, 1500.0});
    CHECK(crossingsAt(kL, 1000.0).empty());
    CHECK_THAT(signedDistance_mm(kL, {100, 450}), WithinAbs(100.0, 1e-9));
    CHECK_THAT(signedDistance_mm(kL, {1000, 700}), WithinAbs(-300.0, 1e-9));
}

TEST_CASE("far from the origin an area loses nothing", "[geometry]")
{
    Ring far = kL;
    for (Vec2& p : far) {
        p = p + Vec2{4.0e7, -3.0e7};
    }
    CHECK_THAT(areaOf(far), WithinAbs(950'000.0, 1e-3));
}

TEST_CASE("what is cut and what is left add up to the whole", "[geometry]")
{
    const double turn = GENERATE(0.0, 13.0, 47.0, 90.0);
    const Ring knife = ellipse({700, 420}, 900, 300, turn, 40);
    const double inside = area_mm2(intersection({kL}, {knife}));
    const double outside = area_mm2(difference({kL}, {knife}));
    CHECK_THAT(inside + outside, WithinAbs(950'000.0, 5.0));
    CHECK(inside > 10'000.0);
}

TEST_CASE("a ring that crosses itself is found, with the place", "[geometry]")
{
    CHECK_FALSE(selfCrossing(kL).has_value());
    const auto at = selfCrossing(Ring{{0, 0}, {100, 100}, {100, 0}, {0, 100}});
    REQUIRE(at.has_value());
    CHECK_THAT(at->x, WithinAbs(50.0, 1e-9));
    CHECK_THAT(at->y, WithinAbs(50.0, 1e-9));
}

TEST_CASE("profiles: cutting keeps the integral of the part", "[geometry]")
{
    const Profile p{{0, 10}, {100, 30}, {250, 20}, {400, 40}};
    CHECK_THAT(valueAt(p, 50), WithinAbs(20.0, 1e-12));
    CHECK_THAT(valueAt(p, -5), WithinAbs(10.0, 1e-12));
    const double whole = integral(p);
    const double parts = integral(cutTo(p, 0, 130)) + integral(cutTo(p, 130, 400));
    CHECK_THAT(parts, WithinAbs(whole, 1e-9));
    CHECK_THAT(least(cutTo(p, 90, 310)).value, WithinAbs(20.0, 1e-12));
}

TEST_CASE("a line simplified strays no further than allowed and keeps its ends", "[geometry]")
{
    std::vector<Vec2> line;
    for (int i = 0; i <= 400; ++i) {
        const double x = i * 5.0;
        line.push_back({x, 30.0 * std::sin(x / 160.0) + 0.3 * std::sin(x / 7.0)});
    }
    for (const double stray : {0.1, 1.0, 5.0}) {
        const auto less = simplified(line, stray);
        CHECK(less.front() == line.front());
        CHECK(less.back() == line.back());
        CHECK(less.size() < line.size());
        size_t k = 0;
        for (const Vec2 p : line) { // each left-out point lies within the stray of its chord
            while (k + 2 < less.size() && less[k + 1].x < p.x) {
                ++k;
            }
            const Vec2 along = less[k + 1] - less[k];
            CHECK(std::abs(cross(along, p - less[k])) / length(along) <= stray + 1e-9);
        }
    }
    CHECK(simplified(line, 0.1).size() > simplified(line, 5.0).size());
    CHECK(simplified({{0, 0}, {1, 0}, {2, 0}, {3, 0}}, 0.01).size() == 2);
    CHECK(simplified({{0, 0}}, 1.0).size() == 1);
}
