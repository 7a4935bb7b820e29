// Outer edges tapered or made unlike, drawn outlines, islands in a river, the way through shop, van and door.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/layup/door.h"
#include "core/layup/layup_edit.h"
#include "support/demo.h"
#include "support/laid.h"

using namespace burl;
using burl::test::board;
using burl::test::codes;
using burl::test::Demo;
using burl::test::Laid;
using burl::test::woodOf;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

const Finding* findingOf(const Plan& plan, const std::string& code)
{
    for (const Finding& f : plan.layup->findings) {
        if (f.code == code) {
            return &f;
        }
    }
    return nullptr;
}

} // namespace

TEST_CASE("tapered edges run between the wanted widths of both ends", "[layup][tapered]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    l.job.layup.edges = OuterEdges::Tapered;
    l.job.layup.width_mm = 560.0;
    l.job.layup.endWidth_mm = 400.0;
    const Plan plan = l.plan();
    REQUIRE_FALSE(plan.layup->missing);
    CHECK_THAT(valueAt(plan.layup->width, 0.0), WithinAbs(560.0, 1e-6));
    CHECK_THAT(valueAt(plan.layup->width, 1800.0), WithinAbs(400.0, 1e-6));
    CHECK_THAT(valueAt(plan.layup->width, 900.0), WithinAbs(480.0, 1e-6));
    CHECK_THAT(woodOf(*plan.layup), WithinAbs(480.0 * 1800.0, 1.0));
    CHECK_THAT(plan.figure("top_area") ? plan.figure("top_area").value() : plan.layup->topArea.value(),
               WithinAbs(480.0 * 1800.0, 1.0));
    CHECK(findingOf(plan, "layup.side_off_wood") == nullptr);
    l.job.layup.width_mm = 640.0; // the wood has 600
    const Plan wide = l.plan();
    REQUIRE(findingOf(wide, "layup.side_off_wood") != nullptr);
    CHECK_THAT(findingOf(wide, "layup.side_off_wood")->figures.front().value(), WithinAbs(20.0, 1e-6));
}

TEST_CASE("tapered edges without wanted widths run as the wood does", "[layup][tapered]")
{
    // 250 to each side at the butt end, 150 at the top end; the top lies from 100 to 1900.
    Laid l(TopKind::Single, {board(1, 250, 150, 250, 150)});
    l.job.layup.edges = OuterEdges::Tapered;
    const Plan plan = l.plan();
    CHECK_THAT(valueAt(plan.layup->width, 0.0), WithinAbs(490.0, 0.01));
    CHECK_THAT(valueAt(plan.layup->width, 1800.0), WithinAbs(310.0, 0.01));
    // Straight ones lose the wedge.
    l.job.layup.edges = OuterEdges::Straight;
    CHECK_THAT(woodOf(*plan.layup) - woodOf(*l.plan().layup), WithinAbs(90.0 * 1800.0, 20.0));
}

TEST_CASE("the near edge may be made otherwise than the far one", "[layup][edges]")
{
    Laid l(TopKind::Single, {board(1, 250, 150, 250, 150)});
    l.job.layup.edges = OuterEdges::Straight;
    l.job.layup.nearEdge = OuterEdges::Live;
    const Plan plan = l.plan();
    REQUIRE(plan.layup->upperSide);
    CHECK_FALSE(plan.layup->lowerSide);
    const double straight = valueAt(plan.layup->width, 1800.0) / 2.0; // of the narrow end, both alike
    CHECK_THAT(plan.layup->finalBox.top, WithinAbs(straight, 0.01));
    CHECK_THAT(plan.layup->finalBox.bottom, WithinAbs(-245.0, 0.01));
    Laid mirrored = l; // the same seen from the other side
    mirrored.job.layup.edges = OuterEdges::Live;
    mirrored.job.layup.nearEdge = OuterEdges::Straight;
    CHECK_THAT(woodOf(*mirrored.plan().layup), WithinAbs(woodOf(*plan.layup), 2.0));
}

TEST_CASE("a drawn outline keeps what lies in it, and live edges where the wood ends first", "[layup][drawn]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    l.job.layup.shape = TopShape::Drawn;
    l.job.layup.outline = {{0.0, -200.0}, {1800.0, -100.0}, {1800.0, 100.0}, {900.0, 280.0}, {0.0, 200.0}};
    const Plan plan = l.plan();
    REQUIRE_FALSE(plan.layup->missing);
    CHECK_THAT(woodOf(*plan.layup), WithinAbs(area_mm2(std::span<const Vec2>(l.job.layup.outline)), 2.0));
    CHECK_THAT(plan.layup->topArea.value(), WithinAbs(woodOf(*plan.layup), 2.0));
    CHECK_THAT(plan.layup->finalBox.top, WithinAbs(280.0, 0.5));
    CHECK_THAT(valueAt(plan.layup->width, 1800.0), WithinAbs(200.0, 0.5));
    CHECK(findingOf(plan, "layup.shape_keeps_edge") == nullptr);
    l.job.layup.outline[3].y = 340.0; // beyond the wood: the live edge stays there
    const Plan live = l.plan();
    REQUIRE(findingOf(live, "layup.shape_keeps_edge") != nullptr);
    CHECK_THAT(live.layup->finalBox.top, WithinAbs(300.0, 0.5));
    l.job.layup.edges = OuterEdges::Straight;
    CHECK(findingOf(l.plan(), "layup.shape_off_wood") != nullptr);
}

TEST_CASE("outer corners of a drawn outline are rounded by what is asked", "[layup][drawn]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    l.job.layup.shape = TopShape::Drawn;
    l.job.layup.outline = {{0.0, -250.0}, {1800.0, -250.0}, {1800.0, 250.0}, {0.0, 250.0}};
    const double square = woodOf(*l.plan().layup);
    l.job.layup.corner_mm = 80.0;
    const double rounded = woodOf(*l.plan().layup);
    CHECK_THAT(square - rounded, WithinAbs((4.0 - std::acos(-1.0)) * 80.0 * 80.0, 60.0));
}

TEST_CASE("an outline that crosses itself or has two corners leaves the top as it lies, and is named", "[layup][drawn]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    const double asLaid = woodOf(*l.plan().layup);
    l.job.layup.shape = TopShape::Drawn;
    for (const Ring& bad : {Ring{}, Ring{{0, 0}, {100, 0}}, Ring{{0, -100}, {1800, 100}, {1800, -100}, {0, 100}}}) {
        l.job.layup.outline = bad;
        const Plan plan = l.plan();
        CHECK_THAT(woodOf(*plan.layup), WithinAbs(asLaid, 1.0));
        CHECK(findingOf(plan, "layup.outline_crossed") != nullptr);
    }
}

TEST_CASE("a drawn outline begins as the top lies and moves the top's end with its corners", "[layup][drawn][edit]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    l.job.move.fasteners = {{{500.0, 100.0}}};
    l.job.layup.parted_mm = 900.0;
    const Ring begun = outlineToDraw(*l.plan().layup);
    REQUIRE(begun.size() == 4);
    CHECK_THAT(area_mm2(std::span<const Vec2>(begun)), WithinAbs(600.0 * 1800.0, 1.0));
    Ring moved = begun;
    for (Vec2& p : moved) {
        p.x = p.x < 900.0 ? p.x + 50.0 : p.x - 20.0;
    }
    const Job next = withOutline(l.job, moved);
    CHECK(next.layup.length_mm == 1730.0);
    CHECK(boundsOf(next.layup.outline).left == 0.0);
    CHECK(next.layup.pieces[0].left_mm == -150.0); // the wood stays
    CHECK(next.move.fasteners[0].at.x == 450.0);
    CHECK(*next.layup.parted_mm == 850.0);
    const Job longer = withLength(next, 3460.0);
    CHECK(boundsOf(longer.layup.outline).right == 3460.0);
}

TEST_CASE("a round is shifted until it kisses an edge, and no further", "[layup][round][edit]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    l.job.layup.shape = TopShape::Round;
    l.job.layup.length_mm = 500.0;
    l.job.layup.pieces[0].left_mm = -700.0;
    const auto far = tangentToEdge(l.job, *l.plan().layup, true);
    REQUIRE(far);
    CHECK_THAT(far->layup.pieces[0].across_mm, WithinAbs(-50.0, 0.01));
    const auto near = tangentToEdge(l.job, *l.plan().layup, false);
    REQUIRE(near);
    CHECK_THAT(near->layup.pieces[0].across_mm, WithinAbs(50.0, 0.01));
    l.job = *far;
    const Plan kissed = l.plan();
    CHECK(findingOf(kissed, "layup.shape_keeps_edge") == nullptr);
    CHECK_THAT(least(cutTo(kissed.layup->pieces[0].upper, 200.0, 300.0)).value, WithinAbs(250.0, 0.01));
    const auto largest = withLargestRound(l.job, *kissed.layup);
    REQUIRE(largest);
    CHECK(largest->layup.length_mm == 600.0);
    l.job = *largest;
    const Plan whole = l.plan();
    CHECK_THAT(woodOf(*whole.layup), WithinRel(std::acos(-1.0) * 300.0 * 300.0, 1e-3));
    l.job.layup.kind = TopKind::Pair;
    CHECK_FALSE(tangentToEdge(l.job, *whole.layup, true));
}

TEST_CASE("an island takes its area out of the river, above and below, and moves with the hand",
          "[layup][river][island]")
{
    Laid l(TopKind::River, {board(1, 150, 150, 150, 150), board(2, 150, 150, 150, 150), board(3, 60, 60, 60, 60)});
    l.job.layup.edges = OuterEdges::Straight;
    l.job.layup.width_mm = 900.0;
    l.job.layup.pieces.pop_back();
    const Plan without = l.plan();
    REQUIRE(without.layup->gap);
    const double river = without.figure("gap_area").value();
    CHECK_THAT(river, WithinAbs(300.0 * 1800.0, 1.0));
    Piece island;
    island.slab = {3};
    island.left_mm = 200.0;
    island.across_mm = 30.0;
    l.job.layup.pieces.push_back(island);
    Plan plan = l.plan();
    REQUIRE(plan.layup->pieces.size() == 3);
    REQUIRE(plan.layup->pieces[2].island);
    CHECK_THAT(centroid(plan.layup->pieces[2].showRing).y, WithinAbs(30.0, 1e-6));
    const double inside = 1600.0 * 120.0; // it reaches beyond the right end
    CHECK_THAT(plan.figure("gap_area").value(), WithinAbs(river - inside, 2.0));
    CHECK_THAT(plan.figure("gap_least").value(), WithinAbs(150.0 - 30.0 - 60.0, 0.01));
    CHECK_THAT(without.figure("river_volume").value() - plan.figure("river_volume").value(),
               WithinRel(inside * plan.figure("thickness").value() / 1e6, 1e-3));
    CHECK(codes(plan.layup->findings).count("layup.island_overlap") == 0);
    // Resin, wood, resin, wood across the middle of it.
    const Job moved = withPieceMoved(l.job, *plan.layup, 2, -40.0, 25.0);
    CHECK(moved.layup.pieces[2].left_mm == 160.0);
    CHECK(moved.layup.pieces[2].across_mm == 55.0);
    l.job.layup.pieces[2].turn_deg = 30.0;
    plan = l.plan();
    CHECK_THAT(area_mm2(std::span<const Vec2>(plan.layup->pieces[2].showRing)), WithinRel(2000.0 * 120.0, 1e-9));
    CHECK(codes(plan.layup->findings).count("layup.island_overlap") == 1);
    CHECK(piecesOf(TopKind::River).most == 5);
    CHECK(piecesOf(TopKind::Gap).most == 2);
}

TEST_CASE("a top too wide for its door, too long for van and shop, is named with what would pass", "[layup][door]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    l.job.layup.trim_mm = 40.0;
    CHECK(findingOf(l.plan(), "layup.too_wide_for_door") == nullptr); // nothing measured, nothing said
    l.job.door = {80.0, 500.0};
    const Plan plan = l.plan();
    const Finding* door = findingOf(plan, "layup.too_wide_for_door");
    REQUIRE(door != nullptr);
    CHECK(door->severity == Severity::Stop);
    CHECK_THAT(door->figures[0].value(), WithinAbs(600.0, 1e-6));
    CHECK_THAT(door->figures[1].value(), WithinAbs(500.0, 1e-6)); // upright; so narrow a door gains nothing tilted
    l.job.door = {800.0, 2000.0};
    CHECK(findingOf(l.plan(), "layup.too_wide_for_door") == nullptr);
    l.shop.habits.longest_mm = 1850.0;
    l.shop.habits.van_mm = 1700.0;
    CHECK(findingOf(l.plan(), "layup.too_long_for_shop") != nullptr);
    CHECK(findingOf(l.plan(), "layup.too_long_for_van") != nullptr);
    l.job.layup.parted_mm = 900.0; // two halves go in
    CHECK(findingOf(l.plan(), "layup.too_long_for_van") == nullptr);
}

TEST_CASE("the widest through a door, flat, upright or tilted", "[door]")
{
    CHECK_THAT(widestThroughDoor(50.0, 800.0, 2000.0), WithinAbs(2120.53603, 1e-4));
    CHECK_THAT(widestThroughDoor(60.0, 760.0, 2000.0), WithinAbs(2101.169223, 1e-4));
    CHECK_THAT(widestThroughDoor(45.0, 900.0, 950.0), WithinAbs(1263.698376, 1e-4));
    CHECK_THAT(widestThroughDoor(100.0, 90.0, 2000.0), WithinAbs(90.0, 1e-6));
    CHECK_THAT(widestThroughDoor(0.0, 3.0, 4.0), WithinAbs(5.0, 1e-9)); // no thickness: the diagonal
    CHECK(widestThroughDoor(2500.0, 800.0, 2000.0) >= 0.0);
}

TEST_CASE("thin spots, punk at the joint and a check that runs into it are found", "[layup][findings]")
{
    Laid l(TopKind::Pair, {board(1, 150, 150, 150, 150), board(2, 150, 150, 150, 150)});
    CHECK(codes(l.plan().layup->findings).count("layup.thin_spot") == 0);
    Slab s = *l.shop.slabs[0];
    s.thicknesses = {{{1000.0, 0.0}, 37.5}, {{1200.0, 20.0}, 44.0}};
    Feature bark;
    bark.id = 1;
    bark.kind = FeatureKind::Inclusion;
    bark.points = {{900.0, -150.0}, {980.0, -150.0}, {980.0, -120.0}, {900.0, -120.0}};
    Feature crack;
    crack.id = 2;
    crack.kind = FeatureKind::Check;
    crack.points = {{400.0, -148.0}, {700.0, -80.0}};
    crack.width_mm = 3.0;
    s.features = {bark, crack};
    l.shop.slabs[0] = std::make_shared<const Slab>(s);
    const Plan plan = l.plan();
    REQUIRE(findingOf(plan, "layup.thin_spot") != nullptr);
    CHECK(findingOf(plan, "layup.thin_spot")->figures[0].value() == 37.5);
    REQUIRE(findingOf(plan, "layup.joint_in_punk") != nullptr);
    CHECK_THAT(findingOf(plan, "layup.joint_in_punk")->place_mm->x, WithinAbs(800.0, 100.0));
    CHECK(findingOf(plan, "layup.check_tension") != nullptr);
    // In the wood away from the joint neither is said.
    for (Feature& f : s.features) {
        for (Vec2& p : f.points) {
            p.y += 160.0;
        }
    }
    l.shop.slabs[0] = std::make_shared<const Slab>(s);
    const auto found = codes(l.plan().layup->findings);
    CHECK(found.count("layup.joint_in_punk") == 0);
    CHECK(found.count("layup.check_tension") == 0);
}
