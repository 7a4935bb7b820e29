// Kinds of top and poses of pieces, on outlines whose answers can be worked by hand.

#include <catch2/catch.hpp>

#include "core/layup/layup_plan.h"
#include "core/plan/plan.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

/// A slab from tape stations (x, near, far) off a string.
Slab taped(int id, const std::vector<std::array<double, 3>>& stations)
{
    Slab s;
    s.id = {id};
    s.name = "S" + std::to_string(id);
    s.species = "black_walnut";
    s.thickness_mm = 50.0;
    s.top.from = TapeFrom::StraightEdge;
    for (const auto& [x, near, far] : stations) {
        s.top.readings.push_back({x, near, far});
    }
    return s;
}

Slab plank(int id, double length, double width)
{
    return taped(id, {{0.0, -width / 2, width / 2}, {length, -width / 2, width / 2}});
}

struct Bench {
    Shop shop = *demoBook().shop;
    Job job;
    explicit Bench(std::vector<Slab> slabs, TopKind kind)
    {
        shop.slabs.clear();
        job.layup.kind = kind;
        job.layup.trim_mm = 0.0;
        job.layup.ripMargin_mm = 0.0;
        job.layup.length_mm = 1000.0;
        job.layup.thickness_mm = 40.0;
        for (Slab& s : slabs) {
            job.layup.pieces.push_back(Piece{s.id, Face::Top, false, 0.0, std::nullopt});
            shop.slabs.push_back(std::make_shared<const Slab>(std::move(s)));
        }
    }
    [[nodiscard]] Plan plan() const { return makePlan(job, shop); }
};

} // namespace

TEST_CASE("a plank alone is as wide as it is", "[layup][plan]")
{
    const Plan plan = Bench({plank(1, 1000, 400)}, TopKind::Single).plan();
    REQUIRE_FALSE(plan.layup->missing);
    CHECK_THAT(plan.figure("width_mean").value(), WithinAbs(400.0, 1e-6));
    CHECK_THAT(plan.figure("width_least").value(), WithinAbs(400.0, 1e-6));
    CHECK_THAT(plan.layup->woodArea.value(), WithinAbs(400'000.0, 1.0));
}

TEST_CASE("a wedge alone has its mean width in the middle", "[layup][plan]")
{
    const Plan plan = Bench({taped(1, {{0, -100, 100}, {1000, -200, 200}})}, TopKind::Single).plan();
    CHECK_THAT(plan.figure("width_mean").value(), WithinAbs(300.0, 0.01));
    CHECK_THAT(plan.figure("width_least").value(), WithinAbs(200.0, 0.01));
    CHECK_THAT(plan.layup->finalBox.height(), WithinAbs(400.0, 0.01));
}

TEST_CASE("two planks joined are as wide as both less what the rip lines take", "[layup][plan]")
{
    Bench bench({plank(1, 1000, 300), plank(2, 1000, 250)}, TopKind::Pair);
    CHECK_THAT(bench.plan().figure("width_mean").value(), WithinAbs(550.0, 1e-6));
    bench.job.layup.ripMargin_mm = 6.0;
    CHECK_THAT(bench.plan().figure("width_mean").value(), WithinAbs(538.0, 1e-6));
    CHECK_THAT(bench.plan().figure("halves_differ").value(), WithinAbs(50.0, 1e-6));
}

TEST_CASE("a slanted edge is ripped along its slant and the piece turned to lie straight", "[layup][plan]")
{
    // The far edge of the near piece runs 20 mm over 1000: the rip line takes the slant, so no wood is lost.
    Bench bench({plank(1, 1200, 300), taped(2, {{0, -150, 150}, {1200, -150, 174}})}, TopKind::Pair);
    bench.job.layup.pieces[0].left_mm = bench.job.layup.pieces[1].left_mm = -100.0;
    const Plan plan = bench.plan();
    const PlacedPiece& near = plan.layup->pieces[1];
    CHECK_THAT(near.rip.slope, WithinAbs(0.02, 1e-6));
    for (const double x : {0.0, 500.0, 1000.0}) {
        CHECK_THAT(near.place.toTable({x, near.rip.at(x)}).y, WithinAbs(0.0, 1e-6)); // on the joint
    }
}

TEST_CASE("a piece end for end lies the other way round, the same wood", "[layup][plan]")
{
    const auto wedge = taped(2, {{0, -100, 150}, {1000, -200, 150}});
    Bench bench({plank(1, 1000, 300), wedge}, TopKind::Pair);
    const Plan one = bench.plan();
    bench.job.layup.pieces[1].endForEnd = true;
    const Plan other = bench.plan();
    CHECK_THAT(one.layup->woodArea.value(), WithinAbs(1000.0 * (300.0 + 300.0), 5.0));
    // End for end the live edge comes to the joint, and the straight edge becomes the outer one.
    const Profile& lower = other.layup->pieces[1].lower;
    CHECK(std::abs(valueAt(lower, 100.0) - valueAt(lower, 900.0)) > 50.0);
    CHECK_FALSE(other.layup->pieces[1].place.mirrored());
    bench.job.layup.pieces[1].show = Face::Bottom;
    CHECK(bench.plan().layup->pieces[1].place.mirrored());
}

TEST_CASE("sliding a piece carries its width along", "[layup][plan]")
{
    const auto wedge = taped(2, {{0, -100, 150}, {2000, -300, 150}});
    Bench bench({plank(1, 2000, 300), wedge}, TopKind::Pair);
    bench.job.layup.pieces[0].left_mm = -500.0;
    bench.job.layup.pieces[1].left_mm = -500.0;
    const Plan before = bench.plan();
    bench.job.layup.pieces[1].left_mm = -600.0;
    const Plan after = bench.plan();
    for (const double x : {0.0, 250.0, 1000.0}) {
        CHECK_THAT(valueAt(after.layup->width, x) - valueAt(before.layup->width, x), WithinAbs(10.0, 1e-6));
    }
}

TEST_CASE("the least gap of a river is kept, and the width follows", "[layup][plan]")
{
    Bench bench({taped(1, {{0, -150, 150}, {500, -120, 150}, {1000, -150, 150}}), plank(2, 1000, 300)}, TopKind::River);
    bench.job.layup.edges = OuterEdges::Straight;
    bench.job.layup.leastGap_mm = 60.0;
    const Plan narrow = bench.plan();
    REQUIRE(narrow.layup->gap);
    CHECK_THAT(narrow.layup->gap->leastTop.value, WithinAbs(60.0, 0.05));
    CHECK_THAT(narrow.layup->gap->mostTop.value, WithinAbs(90.0, 0.05));
    CHECK_THAT(narrow.layup->gap->areaTop_mm2, WithinAbs(1000.0 * 75.0, 60.0));
    bench.job.layup.leastGap_mm = 90.0;
    const Plan wide = bench.plan();
    CHECK_THAT(wide.layup->outerUpper_mm - wide.layup->outerLower_mm -
                   (narrow.layup->outerUpper_mm - narrow.layup->outerLower_mm),
               WithinAbs(30.0, 0.05));
    CHECK_THAT(wide.figure("litres").value(),
               WithinAbs(narrow.figure("litres").value() * 105.0 / 75.0, narrow.figure("litres").value() * 0.05));
}

TEST_CASE("a river with live outer edges keeps them", "[layup][plan]")
{
    Demo demo(2);
    demo.job.layup.edges = OuterEdges::Live;
    demo.job.layup.width_mm.reset();
    demo.job.layup.leastGap_mm = 50.0;
    const Plan plan = demo.plan();
    REQUIRE_FALSE(plan.layup->missing);
    REQUIRE(plan.layup->gap);
    CHECK_THAT(plan.layup->gap->leastTop.value, WithinAbs(50.0, 0.5));
    CHECK(most(plan.layup->width).value - least(plan.layup->width).value > 5.0); // live, not straight
    double wood = 0.0;
    for (const PlacedPiece& piece : plan.layup->pieces) {
        wood += piece.keptArea_mm2;
    }
    CHECK_THAT(wood + plan.layup->gap->areaTop_mm2, WithinAbs(integral(plan.layup->width), 400.0));
}

TEST_CASE("trim and margin are the job's, else the shop's habit", "[layup][plan]")
{
    Bench bench({plank(1, 1200, 300), plank(2, 1200, 300)}, TopKind::Pair);
    bench.job.layup.trim_mm.reset();
    bench.job.layup.ripMargin_mm.reset();
    for (Piece& p : bench.job.layup.pieces) {
        p.left_mm = -100.0;
    }
    bench.shop.habits.trimEachEnd_mm = 55.0;
    bench.shop.habits.ripMargin_mm = 4.0;
    const Plan plan = bench.plan();
    CHECK_THAT(plan.figure("rough_length").value(), WithinAbs(1110.0, 1e-9));
    CHECK_THAT(plan.figure("width_mean").value(), WithinAbs(592.0, 1e-6));
    bench.job.layup.trim_mm = 30.0;
    CHECK_THAT(bench.plan().figure("rough_length").value(), WithinAbs(1060.0, 1e-9));
}

TEST_CASE("a slab that is gone, or has no outline, is said and nothing is drawn from it", "[layup][plan]")
{
    Bench bench({plank(1, 1000, 300), plank(2, 1000, 300)}, TopKind::Pair);
    Bench gone = bench;
    gone.job.layup.pieces[1].slab = {99};
    CHECK(gone.plan().layup->missing);
    Bench bare = bench;
    Slab empty = *bare.shop.slabs[1];
    empty.top.readings.clear();
    bare.shop.slabs[1] = std::make_shared<const Slab>(empty);
    const Plan plan = bare.plan();
    REQUIRE(plan.layup->missing);
    CHECK(plan.layup->missing->what.find("S2") != std::string::npos);
    for (const NamedAnswer& stage : plan.answers()) {
        for (const Entry& entry : stage.answer->figures) {
            CHECK(std::isfinite(entry.figure.value()));
        }
    }
}

TEST_CASE("offcuts and the top are together the rough wood", "[layup][plan]")
{
    const Plan plan = Demo(1).plan();
    for (const PlacedPiece& piece : plan.layup->pieces) {
        const double whole = area_mm2(std::span<const Vec2>(piece.showRing));
        CHECK(piece.keptArea_mm2 < whole);
        CHECK_THAT(area_mm2(intersection({piece.showRing}, piece.kept)), WithinAbs(piece.keptArea_mm2, 5.0));
        CHECK_THAT(area_mm2(difference({piece.showRing}, piece.kept)), WithinAbs(whole - piece.keptArea_mm2, 5.0));
    }
}

TEST_CASE("placing a slab and looking it up again are each other's inverse", "[layup]")
{
    for (const int number : {1, 2}) {
        const Plan plan = Demo(number).plan();
        for (const PlacedPiece& piece : plan.layup->pieces) {
            for (const Vec2 p : {Vec2{0, 0}, Vec2{1234, -210}, Vec2{-50, 333}}) {
                const Vec2 back = piece.place.toSlab(piece.place.toTable(p));
                CHECK_THAT(back.x, WithinAbs(p.x, 1e-9));
                CHECK_THAT(back.y, WithinAbs(p.y, 1e-9));
                const Vec2 q{p.x + 300.0, p.y - 40.0}; // lengths are kept
                CHECK_THAT(length(piece.place.toTable(p) - piece.place.toTable(q)), WithinAbs(length(p - q), 1e-9));
            }
        }
    }
}
