// Butterfly keys across checks, loose tenons along joints.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/geometry/ring.h"
#include "core/layup/joinery.h"
#include "core/plan/plan.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;
using Catch::WithinAbs;

TEST_CASE("keys lie across the check, the first near its open end, worked by hand", "[layup][joinery]")
{
    // 300 along x: at 35, 155, 275.
    const auto keys = keysAcross({{0.0, 10.0}, {300.0, 10.0}});
    REQUIRE(keys.size() == 3);
    CHECK_THAT(keys[0].at.x, WithinAbs(35.0, 1e-9));
    CHECK_THAT(keys[2].at.x, WithinAbs(275.0, 1e-9));
    for (const ButterflyKey& key : keys) {
        CHECK_THAT(key.at.y, WithinAbs(10.0, 1e-9));
        CHECK_THAT(std::abs(key.across.y), WithinAbs(1.0, 1e-9)); // square to the crack
        const Box box = boundsOf(key.outline());
        CHECK_THAT(box.height(), WithinAbs(kKeyLong_mm, 1e-9));
        CHECK_THAT(box.width(), WithinAbs(kKeyWide_mm, 1e-9));
        CHECK_FALSE(selfCrossing(key.outline()));
    }
    // Twice the area of one trapeze: (40 + 20)/2 × 40 each half.
    const Ring outline = keys[0].outline();
    CHECK_THAT(area_mm2(std::span<const Vec2>(outline)), WithinAbs(2.0 * 30.0 * 40.0, 1e-6));
}

TEST_CASE("keys follow a bent check and turn with it", "[layup][joinery]")
{
    const auto keys = keysAcross({{0.0, 0.0}, {100.0, 0.0}, {100.0, 200.0}});
    REQUIRE(keys.size() == 3);                        // at runs 35, 155, 275
    CHECK_THAT(keys[1].at.x, WithinAbs(100.0, 1e-9)); // round the corner, 55 up
    CHECK_THAT(keys[1].at.y, WithinAbs(55.0, 1e-9));
    CHECK_THAT(std::abs(keys[1].across.x), WithinAbs(1.0, 1e-9));
    CHECK(keysAcross({{0.0, 0.0}, {40.0, 0.0}}).size() == 1);
    CHECK_THAT(keysAcross({{0.0, 0.0}, {40.0, 0.0}})[0].at.x, WithinAbs(20.0, 1e-9));
    CHECK(keysAcross({{5.0, 5.0}}).empty());
    CHECK(keysAcross({}).empty());
}

TEST_CASE("tenons are evenly pitched and clear of the ends", "[layup][joinery]")
{
    const auto at = tenonsAlong(0.0, 1880.0, 200.0, {});
    REQUIRE(at.size() == 10); // 40 to 1840 in nine gaps of 200
    CHECK_THAT(at.front(), WithinAbs(40.0, 1e-9));
    CHECK_THAT(at.back(), WithinAbs(1840.0, 1e-9));
    for (size_t i = 1; i < at.size(); ++i) {
        CHECK_THAT(at[i] - at[i - 1], WithinAbs(200.0, 1e-9));
    }
    // A shorter pitch never gives fewer.
    CHECK(tenonsAlong(0.0, 1880.0, 150.0, {}).size() >= at.size());
    CHECK(tenonsAlong(0.0, 60.0, 200.0, {}).empty());
    CHECK(tenonsAlong(0.0, 500.0, 0.0, {}).empty());
}

TEST_CASE("tenons keep out of what must stay clear, and their number is no larger for it", "[layup][joinery]")
{
    const std::vector<std::pair<double, double>> avoid{{210.0, 270.0}, {1000.0, 1010.0}};
    const auto free = tenonsAlong(0.0, 1880.0, 200.0, {});
    const auto at = tenonsAlong(0.0, 1880.0, 200.0, avoid);
    CHECK(at.size() <= free.size());
    CHECK(at.size() >= free.size() - 1);
    for (const double x : at) {
        for (const auto& [a, b] : avoid) {
            CHECK((x <= a - kTenonClear_mm + 1e-6 || x >= b + kTenonClear_mm - 1e-6));
        }
    }
    CHECK(std::is_sorted(at.begin(), at.end()));
    CHECK(tenonsAlong(0.0, 1000.0, 200.0, {{-100.0, 1100.0}}).empty()); // nowhere is clear
}

TEST_CASE("a joined top has its tenons on every joint, none in the cut between two halves", "[layup][joinery][plan]")
{
    const Demo d(5);
    const Plan plan = d.plan();
    REQUIRE_FALSE(plan.tenons->places.empty());
    const auto& pieces = plan.layup->pieces;
    size_t onFirst = 0;
    for (const Vec2 t : plan.tenons->places) {
        const bool first = std::abs(t.y - *pieces[0].jointBelow_mm) < 1e-6;
        const bool second = std::abs(t.y - *pieces[1].jointBelow_mm) < 1e-6;
        CHECK((first || second));
        onFirst += first ? 1 : 0;
        CHECK(t.x > 39.0);
        CHECK(t.x < d.job.layup.length_mm - 39.0);
        CHECK(std::abs(t.x - *d.job.layup.parted_mm) >= kTenonClear_mm - 1e-6);
    }
    CHECK(onFirst > 3);
    CHECK(plan.figure("tenons").value() == static_cast<double>(plan.tenons->places.size()));
    Demo none(5);
    none.job.layup.joint.kind = JointKind::GlueOnly;
    CHECK(none.plan().tenons->places.empty());
    CHECK(Demo(2).plan().tenons->places.empty()); // a river has no joint
}

TEST_CASE("a check that is to be keyed gets its keys where it lies in the top, and they are said",
          "[layup][joinery][plan]")
{
    const Demo d(3);
    const Plan plan = d.plan();
    REQUIRE(plan.layup->keys.size() >= 2);
    for (const ButterflyKey& key : plan.layup->keys) {
        CHECK(key.slab == SlabId{18});
        CHECK(key.feature == 20);
        CHECK(length(key.at - Vec2{413.0, 0.0}) < 413.0); // inside the round
    }
    const auto said = std::find_if(plan.layup->findings.begin(), plan.layup->findings.end(),
                                   [](const Finding& f) { return f.code == "layup.keys"; });
    REQUIRE(said != plan.layup->findings.end());
    CHECK(said->figures[0].value() == static_cast<double>(plan.layup->keys.size()));
    // A third to a half of the 50 mm that are wanted.
    CHECK_THAT(said->figures[1].value(), WithinAbs(50.0 / 3.0, 1e-9));
    CHECK_THAT(said->figures[2].value(), WithinAbs(25.0, 1e-9));
}

TEST_CASE("no tenon lies where a channel is let in under the joint", "[joinery]")
{
    Demo demo(1); // two channels across the joint
    const Plan plan = demo.plan();
    REQUIRE(demo.job.move.channels.size() == 2);
    for (const Channel& c : demo.job.move.channels) {
        for (const Vec2 t : plan.tenons->places) {
            CHECK(std::abs(t.x - c.x_mm) >= c.width_mm / 2.0 + kTenonClear_mm - 1e-6);
        }
    }
    // At one pitch: with nothing in the way fewer do.
    demo.job.move.channels.clear();
    CHECK(demo.plan().tenons->places.size() <= plan.tenons->places.size());
}
