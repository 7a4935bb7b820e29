// Wood, resin and air of a top make what its outline holds, for every kind of top.

#include <catch2/catch.hpp>

#include "core/plan/plan.h"
#include "core/wood/density.h"
#include "demo/demo_shop.h"
#include "support/demo.h"
#include "support/laid.h"

using namespace burl;
using Catch::WithinAbs;
using Catch::WithinRel;
using test::Laid;

namespace
{

void addsUp(const Plan& plan)
{
    const FillPlan& fill = *plan.fill;
    REQUIRE(fill.outline_L);
    CHECK(fill.wood_L.value() > 0.0);
    CHECK_THAT(fill.wood_L.value() + fill.resin_L.value() + fill.air_L.value(),
               WithinAbs(fill.outline_L.value(), 1e-9 * fill.outline_L.value()));
}

Feature hole(int id, Intention intention, Vec2 at)
{
    Feature f;
    f.id = id;
    f.kind = FeatureKind::ThroughVoid;
    f.intention = intention;
    f.points = {at, at + Vec2{200, 0}, at + Vec2{200, 100}, at + Vec2{0, 100}};
    return f;
}

} // namespace

TEST_CASE("wood, resin and air add up in every demo job and under every school", "[fill][plan]")
{
    const Book book = demoBook();
    for (const auto& job : book.jobs) {
        for (const FlattenSchool school :
             {FlattenSchool::BothFaces, FlattenSchool::ShowFace, FlattenSchool::Underside}) {
            INFO(job->name << ", school " << static_cast<int>(school));
            Job other = *job;
            other.flatten.school = school;
            addsUp(makePlan(other, *book.shop));
        }
    }
}

TEST_CASE("a hole takes its wood away, filled or open; the edges below count as much as those above", "[fill][plan]")
{
    Slab whole = test::board(1, 300, 300, 300, 300);
    const auto plan = [](Slab slab) { return Laid(TopKind::Single, {std::move(slab)}).plan(); };
    const Plan without = plan(whole);
    // 1.8 m by 0.6 m, 40 thick of 50 as the face is not read.
    CHECK_THAT(without.fill->wood_L.value(), WithinRel(1.8 * 0.6 * 40.0, 1e-9));
    Slab open = whole;
    open.features = {hole(1, Intention::Keep, {500, 0})};
    const Plan withOpen = plan(open);
    addsUp(withOpen);
    CHECK_THAT(withOpen.fill->air_L.value(), WithinRel(0.2 * 0.1 * 40.0, 1e-9));
    CHECK_THAT(without.fill->mass.value() - withOpen.fill->mass.value(),
               WithinRel(0.8e-3 * density_kg_m3(0.55, 9.0), 0.05)); // walnut's own gravity, about
    Slab filled = whole;
    filled.features = {hole(1, Intention::Fill, {500, 0})};
    const Plan withResin = plan(filled);
    addsUp(withResin);
    CHECK_THAT(withResin.fill->resin_L.value(), WithinRel(0.8, 1e-9));
    CHECK(withResin.fill->mass.value() > withOpen.fill->mass.value() + 0.8); // a litre of resin weighs more than one kg
    Slab bevelled = whole;
    bevelled.bevelNear_mm = 30.0;
    bevelled.bevelFar_mm = 10.0;
    const Plan sloped = plan(bevelled);
    addsUp(sloped);
    // Five millimetres come off each rough face, so the finished ones lie a tenth inside: the mean is half of both.
    CHECK_THAT(sloped.fill->wood_L.value() - without.fill->wood_L.value(), WithinRel(1.8 * 0.02 * 40.0, 1e-6));
}

TEST_CASE("a notch in the outline takes river and wood out of the weight, not out of the pour", "[fill][plan]")
{
    Laid river(TopKind::River, {test::board(1, 300, 300, 100, 100), test::board(2, 100, 100, 300, 300)});
    river.job.layup.width_mm = 900.0;
    river.job.layup.edges = OuterEdges::Straight;
    const Plan before = river.plan();
    addsUp(before);
    const double half = before.layup->finalBox.top;
    river.job.layup.shape = TopShape::Drawn;
    river.job.layup.outline = {{0, -half},   {1800, -half}, {1800, half}, {1000, half},
                               {1000, -200}, {600, -200},   {600, half},  {0, half}};
    const Plan notched = river.plan();
    addsUp(notched);
    CHECK_THAT(notched.figure("river_volume").value(), WithinRel(before.figure("river_volume").value(), 1e-6));
    CHECK(notched.fill->resin_L.value() < before.fill->resin_L.value());
    CHECK_THAT(notched.fill->outline_L.value(),
               WithinRel(before.fill->outline_L.value() - 0.4 * (half + 200.0) / 1000.0 * 40.0, 1e-3));
}
