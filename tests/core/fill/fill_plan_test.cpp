// Every kind of void in a top, against volumes worked by hand.

#include <catch2/catch.hpp>

#include <numbers>

#include "core/geometry/ring.h"
#include "core/plan/plan.h"
#include "core/shop/edit.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

constexpr SlabId kNear{4}; // shows its top face on the near side of the reading-room table

/// The near piece without features of its own, and its thickness settled.
Demo bare()
{
    Demo demo(1);
    for (const SlabId id : {SlabId{3}, kNear}) {
        demo.slab(id, [](Slab& s) { s.features.clear(); });
    }
    return demo;
}

/// The item of feature 90 after it was put at a place of the top.
FillItem itemOf(Demo& demo, Feature f, Vec2 onTable)
{
    const Vec2 at = demo.plan().layup->pieces[1].place.toSlab(onTable);
    f.id = 90;
    f.intention = Intention::Fill;
    for (Vec2& p : f.points) {
        p = p + at;
    }
    demo.slab(kNear, [&](Slab& s) { s.features = {f}; });
    const Plan plan = demo.plan();
    REQUIRE(plan.fill->items.size() == 1);
    return plan.fill->items.front();
}

Feature feature(FeatureKind kind, std::vector<Vec2> points, double width = 0.0, double depth = 0.0, int count = 0)
{
    Feature f;
    f.kind = kind;
    f.points = std::move(points);
    f.width_mm = width;
    f.depth_mm = depth;
    f.count = count;
    return f;
}

} // namespace

TEST_CASE("a through void is its area times the finished thickness", "[fill][plan]")
{
    Demo demo = bare();
    const FillItem item =
        itemOf(demo, feature(FeatureKind::ThroughVoid, {{-50, -20}, {50, -20}, {50, 20}, {-50, 20}}), {1300, -150});
    CHECK_THAT(item.volume.value(), WithinRel(100.0 * 40.0 * 50.0 / 1e6, 1e-9));
    CHECK(item.depth_mm == 50.0);
    CHECK_THAT(item.wetted_mm2, WithinRel(280.0 * 50.0, 1e-9));
    CHECK(item.onShow);
    CHECK(item.onUnder);
}

TEST_CASE("a pocket loses what flattening takes off at its own place", "[fill][plan]")
{
    Demo demo = bare();
    const Feature pocket = feature(FeatureKind::BlindVoid, {{-50, -20}, {50, -20}, {50, 20}, {-50, 20}}, 0.0, 20.0);
    const FillItem item = itemOf(demo, pocket, {1300, -150});
    CHECK(item.depth_mm < 20.0);
    CHECK_THAT(item.volume.value(), WithinRel(100.0 * 40.0 * item.depth_mm / 1e6, 1e-9));
    CHECK(item.onShow);
    CHECK_FALSE(item.onUnder);
    // The depth lost is the height above the plane there, read off the slab's own readings.
    const FlattenedPiece flat = demo.plan().flatten->pieces[1];
    const Vec2 at = demo.plan().layup->pieces[1].place.toSlab({1300, -150});
    double nearest = 1e9;
    double removal = 0.0;
    for (const ReadingDot& dot : flat.dots) {
        if (dot.onTop && length(dot.slab - at) < nearest) {
            nearest = length(dot.slab - at);
            removal = dot.removal_mm;
        }
    }
    CHECK_THAT(20.0 - item.depth_mm, WithinAbs(removal, 1.2));
    // Elsewhere on a wound slab something else comes off.
    const FillItem corner = itemOf(demo, pocket, {150, -330});
    CHECK(std::abs(corner.depth_mm - item.depth_mm) > 0.2);
}

TEST_CASE("a pocket in the face below is filled from below", "[fill][plan]")
{
    Demo demo = bare();
    Feature pocket = feature(FeatureKind::BlindVoid, {{-50, -20}, {50, -20}, {50, 20}, {-50, 20}}, 0.0, 20.0);
    pocket.face = Face::Bottom;
    const FillItem item = itemOf(demo, pocket, {1300, -150});
    CHECK_FALSE(item.onShow);
    CHECK(item.onUnder);
}

TEST_CASE("a knot is a cone whose mouth narrows as the face goes down", "[fill][plan]")
{
    Demo demo = bare();
    const FillItem item = itemOf(demo, feature(FeatureKind::Knot, {{0, 0}}, 60.0, 30.0), {1300, -150});
    const double mouth = 60.0 * item.depth_mm / 30.0;
    CHECK(mouth < 60.0);
    CHECK_THAT(item.volume.value(), WithinRel(std::numbers::pi / 12.0 * mouth * mouth * item.depth_mm / 1e6, 1e-9));
}

TEST_CASE("a check is a wedge along its line", "[fill][plan]")
{
    Demo demo = bare();
    const FillItem item =
        itemOf(demo, feature(FeatureKind::Check, {{-150, 0}, {0, 0}, {0, 80}}, 6.0, 30.0), {1300, -200});
    const double mouth = 6.0 * item.depth_mm / 30.0;
    CHECK_THAT(item.volume.value(), WithinRel(230.0 * mouth * item.depth_mm / 2.0 / 1e6, 1e-9));
    CHECK(item.width_mm == 6.0);
}

TEST_CASE("worm holes are counted one by one", "[fill][plan]")
{
    Demo demo = bare();
    const FillItem item =
        itemOf(demo, feature(FeatureKind::WormHoles, {{-60, -40}, {60, -40}, {60, 40}, {-60, 40}}, 3.0, 20.0, 25),
               {1300, -150});
    CHECK_THAT(item.volume.value(), WithinRel(25.0 * std::numbers::pi / 4.0 * 9.0 * item.depth_mm / 1e6, 1e-9));
}

TEST_CASE("pith and what is not meant to be filled take no resin", "[fill][plan]")
{
    Demo demo = bare();
    const Vec2 at = demo.plan().layup->pieces[1].place.toSlab({1300, -150});
    demo.slab(kNear, [&](Slab& s) {
        Feature pith = feature(FeatureKind::Pith, {at, at + Vec2{200, 0}});
        pith.id = 1;
        pith.intention = Intention::Fill;
        s.features.push_back(pith);
        for (const Intention other : {Intention::CutOff, Intention::Key, Intention::Keep, Intention::Carve}) {
            Feature f = feature(FeatureKind::ThroughVoid, ellipse(at, 100, 40, 0));
            f.id = 2 + static_cast<int>(other);
            f.intention = other;
            s.features.push_back(f);
        }
    });
    const Plan plan = demo.plan();
    CHECK(plan.fill->items.empty());
    CHECK(plan.fill->orders.empty());
    CHECK(plan.figure("litres").value() == 0.0);
}

TEST_CASE("a void over the edge counts with the part inside the top", "[fill][plan]")
{
    Demo demo = bare();
    const Feature f = feature(FeatureKind::ThroughVoid, {{-60, -20}, {60, -20}, {60, 20}, {-60, 20}});
    const double whole = itemOf(demo, f, {1300, -150}).volume.value();
    const FillItem half = itemOf(demo, f, {2700, -150}); // the end of the top runs through its middle
    // It is filled before the end is trimmed: 60 mm of it in the top, 40 mm more in the trim, of 120.
    CHECK_THAT(half.volume.value(), WithinRel(whole * 100.0 / 120.0, 0.01));
    CHECK_THAT(half.inTop_L, WithinRel(whole / 2.0, 0.01));
    const auto lines = wholeWorking(half.volume, {});
    CHECK(std::any_of(lines.begin(), lines.end(),
                      [](const std::string& l) { return l.find("of it in the rough piece") != std::string::npos; }));
}

TEST_CASE("orders hold every item, batches fit the bucket, parts keep their ratio", "[fill][plan]")
{
    for (const int number : {1, 2}) {
        const Demo demo(number);
        const Plan plan = demo.plan();
        double ordered = 0.0;
        double mixed = 0.0;
        for (const ResinOrder& order : plan.fill->orders) {
            ordered += order.order.needed_L - order.order.overpour_L - order.order.soak_L - order.order.reserve_L;
            mixed += order.order.total.volume_L;
            CHECK(order.order.batch.volume_L <= demo.job.fill.bucket_L + 1e-9);
            CHECK_THAT(order.mixed.value(), WithinAbs(order.order.total.volume_L, 1e-12));
            const ResinClass* resin = demo.book.shop->resin(order.resin);
            REQUIRE(resin != nullptr);
            CHECK(order.maxLayer_mm == resin->maxLayer_mm);
        }
        double voids = 0.0;
        for (const FillItem& item : plan.fill->items) {
            voids += item.resin.empty() ? 0.0 : item.volume.value();
            if (item.layers.count > 0 && !item.river && isNarrow(item.width_mm)) {
                CHECK(item.layers.count <= 2); // its wood cools it
            } else if (item.layers.count > 0) {
                CHECK(item.layers.thickness_mm <= demo.book.shop->resin(item.resin)->maxLayer_mm + 1e-6);
            }
        }
        CHECK_THAT(ordered, WithinAbs(voids, 1e-9));
        CHECK_THAT(plan.figure("litres").value(), WithinAbs(mixed, 1e-9));
    }
}

TEST_CASE("a river is poured in the fewest layers that its class allows", "[fill][plan]")
{
    Demo demo(2);
    const auto fewest = [&](double thickness_mm) {
        demo.job.layup.thickness_mm = thickness_mm;
        const Plan plan = demo.plan();
        for (const FillItem& item : plan.fill->items) {
            if (item.river) {
                const double most_mm = demo.book.shop->resin(item.resin)->maxLayer_mm;
                INFO(item.resin << ", " << item.depth_mm << " deep, " << most_mm << " a layer");
                CHECK(item.layers.count * most_mm >= item.depth_mm - 1e-9);
                CHECK((item.layers.count - 1) * most_mm < item.depth_mm);
                CHECK(item.layers.thickness_mm <= most_mm + 1e-9);
                return item.layers.count;
            }
        }
        return -1;
    };
    CHECK(fewest(20.0) == 1);
    const int ofTheRule = fewest(52.0);
    demo.job.fill.overrules = {{{}, 0, "table_top"}}; // a class for thin coats
    CHECK(fewest(52.0) > ofTheRule);
}

TEST_CASE("a finished top weighs its wood and its resin", "[fill][plan]")
{
    const Demo demo(2);
    const Plan plan = demo.plan();
    const double mass = plan.figure("mass").value();
    double wood_m3 = 0.0;
    for (const PlacedPiece& piece : plan.layup->pieces) {
        wood_m3 += piece.keptArea_mm2 * plan.figure("thickness").value() / 1e9;
    }
    CHECK(mass > wood_m3 * 350.0);
    CHECK(mass < wood_m3 * 900.0 + 1.3 * plan.figure("litres").value());
}
