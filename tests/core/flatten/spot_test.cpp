// A flaw at one place must not set the whole top.

#include <catch2/catch.hpp>

#include "support/laid.h"

using namespace burl;
using burl::test::board;
using burl::test::Laid;

namespace
{

/// 50 thick and read on both faces every 100 mm, but for one place of the underside that is 27 thick.
Slab withSpot(Vec2 at)
{
    Slab s = board(1, 100.0, 100.0, 600.0, 600.0);
    HeightGrid top;
    HeightGrid bottom;
    for (double x = 100.0; x < 2000.0; x += 100.0) {
        top.xs_mm.push_back(x);
    }
    for (double y = 110.0; y < 600.0; y += 96.0) {
        top.ys_mm.push_back(y);
    }
    top.from = bottom.from = HeightsFrom::BenchUp;
    bottom.xs_mm = top.xs_mm;
    bottom.ys_mm = top.ys_mm;
    for (const double y : top.ys_mm) {
        for (const double x : top.xs_mm) {
            top.readings_mm.push_back(80.0);
            bottom.readings_mm.push_back(length(Vec2{x, y} - at) < 60.0 ? 53.0 : 30.0);
        }
    }
    s.topHeights = top;
    s.bottomHeights = bottom;
    return s;
}

} // namespace

TEST_CASE("a spot that holds a whole piece is named, with what the slab gives without it", "[flatten][spot]")
{
    Laid laid(TopKind::Single, {withSpot({1000.0, 590.0})});
    laid.job.layup.thickness_mm = 45.0;
    const Plan plan = laid.plan();
    INFO(plan.flatten->thickness.value());
    REQUIRE(plan.flatten->thickness.known());
    CHECK(plan.flatten->thickness.value() < 45.0 - 8.0);
    REQUIRE(plan.flatten->spot);
    CHECK_FALSE(plan.flatten->spot->onTop);
    CHECK(length(plan.flatten->spot->at - Vec2{1000.0, 590.0}) < 60.0);
    CHECK(plan.flatten->spot->without_mm == Approx(50.0).margin(0.5));
    CHECK(std::any_of(plan.flatten->findings.begin(), plan.flatten->findings.end(),
                      [](const Finding& f) { return f.code == "flatten.spot"; }));

    // Marked as a hollow that is left it holds nothing: the rest of the slab decides.
    Slab marked = withSpot({1000.0, 590.0});
    Feature hollow;
    hollow.id = 1;
    hollow.kind = FeatureKind::BlindVoid;
    hollow.face = Face::Bottom;
    hollow.intention = Intention::Keep;
    hollow.depth_mm = 23.0;
    for (const Vec2 corner : {Vec2{900.0, 500.0}, {1100.0, 500.0}, {1100.0, 610.0}, {900.0, 610.0}}) {
        hollow.points.push_back(corner);
    }
    marked.features = {hollow};
    Laid left(TopKind::Single, {marked});
    left.job.layup.thickness_mm = 45.0;
    CHECK(left.plan().flatten->thickness.value() == 45.0);
    CHECK_FALSE(left.plan().flatten->spot);
}

TEST_CASE("a slab that is thin as a whole has no spot", "[flatten][spot]")
{
    Slab thin = withSpot({-5000.0, 0.0});
    Laid laid(TopKind::Single, {thin});
    laid.job.layup.thickness_mm = 60.0;
    const Plan plan = laid.plan();
    CHECK(plan.flatten->thickness.value() == Approx(50.0).margin(0.5));
    CHECK_FALSE(plan.flatten->spot);
}
