// Panels of several pieces, open gaps with rods, rounds and ovals, tops in two halves.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/plan/plan.h"
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

TEST_CASE("three planks joined are as wide as all three, and their wood meets at the joints", "[layup][panel]")
{
    Laid l(TopKind::Panel, {board(1, 150, 150, 150, 150), board(2, 100, 100, 120, 120), board(3, 140, 140, 160, 160)});
    const Plan plan = l.plan();
    REQUIRE_FALSE(plan.layup->missing);
    CHECK_THAT(plan.figure("width_mean").value(), WithinAbs(300.0 + 220.0 + 300.0, 1e-6));
    CHECK_THAT(woodOf(*plan.layup), WithinAbs(820.0 * 1800.0, 1.0));
    const auto& p = plan.layup->pieces;
    REQUIRE(p.size() == 3);
    CHECK_THAT(*p[0].jointBelow_mm, WithinAbs(*p[1].jointAbove_mm, 1e-9));
    CHECK_THAT(*p[1].jointBelow_mm, WithinAbs(*p[2].jointAbove_mm, 1e-9));
    CHECK_THAT(*p[0].jointBelow_mm, WithinAbs(110.0, 1e-9)); // the inner piece lies about the middle
    CHECK_FALSE(p[0].jointAbove_mm.has_value());
    CHECK_FALSE(p[2].jointBelow_mm.has_value());
    // No two kept pieces lie on each other.
    CHECK(area_mm2(intersection(p[0].kept, p[1].kept)) < 1.0);
    CHECK(area_mm2(intersection(p[1].kept, p[2].kept)) < 1.0);
}

TEST_CASE("an inner piece gives the widest strip between parallel lines", "[layup][panel][rip]")
{
    // Both edges rise by 100 over 2000: a slanted board of 300, square to its slant 300·cos.
    Laid l(TopKind::Panel, {board(1, 150, 150, 150, 150), board(2, 150, 50, 150, 250), board(3, 140, 140, 160, 160)});
    const Plan plan = l.plan();
    REQUIRE_FALSE(plan.layup->missing);
    const PlacedPiece& inner = plan.layup->pieces[1];
    const double strip = *inner.jointAbove_mm - *inner.jointBelow_mm;
    CHECK_THAT(strip, WithinAbs(300.0 * std::cos(std::atan(0.05)), 0.05));
    // A wedge gives less: 200 at one end, 400 at the other, ripped alongside each other at the narrow end.
    Laid w(TopKind::Panel, {board(1, 150, 150, 150, 150), board(2, 100, 200, 100, 200), board(3, 140, 140, 160, 160)});
    const auto best = bestStrip({{0, -100}, {2000, -200}}, {{0, 100}, {2000, 200}}, 5.0, 0.0, 2000.0);
    REQUIRE(best);
    CHECK_THAT(best->leastWidth_mm, WithinAbs(190.0, 1e-6));
    CHECK(bestStrip({{0, -10}, {1000, -10}}, {{0, 10}, {1000, 10}}, 12.0, 0.0, 1000.0).error().code == "rip.no_line");
    CHECK(bestStrip({{0, -10}, {1000, -10}}, {{0, 10}, {1000, 10}}, 1.0, 0.0, 1200.0).error().code == "rip.window");
}

TEST_CASE("a panel wants three pieces, and says so", "[layup][panel]")
{
    Laid l(TopKind::Panel, {board(1, 150, 150, 150, 150), board(2, 150, 150, 150, 150)});
    const Plan plan = l.plan();
    REQUIRE(plan.layup->missing);
    CHECK(plan.layup->missing->what.find("Three to five") != std::string::npos);
    CHECK(piecesOf(TopKind::Panel).most == 5);
}

TEST_CASE("a panel moves as its widths do, all of it wood", "[layup][panel][move]")
{
    Laid l(TopKind::Panel, {board(1, 150, 150, 150, 150), board(2, 100, 100, 120, 120), board(3, 140, 140, 160, 160)});
    l.job.move.fasteners = {{{900.0, 300.0}}, {{900.0, -300.0}}};
    const Plan plan = l.plan();
    REQUIRE(plan.move->fasteners.size() == 2);
    CHECK_THAT(plan.move->fasteners[0].travel.out_mm, WithinRel(plan.move->fasteners[1].travel.out_mm, 1e-6));
    CHECK(plan.move->fasteners[0].travel.slotLength_mm > 9.0);
}

TEST_CASE("an open gap takes no resin and its rods are cut to the gap and what is in the wood", "[layup][gap]")
{
    Laid l(TopKind::Gap, {board(1, 200, 200, 200, 200), board(2, 200, 200, 200, 200)});
    l.job.layup.width_mm = 880.0; // 400 + 80 + 400
    l.job.layup.edges = OuterEdges::Straight;
    l.job.layup.rods = {16.0, 400.0, 100.0, 60.0, 90.0};
    const Plan plan = l.plan();
    REQUIRE(plan.layup->gap);
    CHECK_THAT(plan.figure("gap_least").value(), WithinAbs(80.0, 1e-6));
    REQUIRE(plan.layup->rods.size() == 5); // at 100, 500, 900, 1300, 1700
    for (const Rod& rod : plan.layup->rods) {
        CHECK_THAT(rod.gap_mm, WithinAbs(80.0, 1e-6));
        CHECK_THAT(rod.cut_mm, WithinAbs(80.0 + 2.0 * 60.0, 1e-6));
    }
    CHECK_THAT(plan.figure("rod_stock").value(), WithinAbs(5 * 200.0, 1e-6));
    CHECK(plan.fill->items.empty());
    CHECK_THAT(plan.figure("mass").value() > 0.0 ? 1.0 : 0.0, WithinAbs(1.0, 0.0));
    // The same as a river takes resin.
    l.job.layup.kind = TopKind::River;
    const Plan river = l.plan();
    CHECK(river.fill->items.size() == 1);
    CHECK(river.layup->rods.empty());
    CHECK(river.figure("mass").value() > plan.figure("mass").value());
}

TEST_CASE("rods that cannot be drilled, are too thick, or do not exist are said", "[layup][gap]")
{
    Laid l(TopKind::Gap, {board(1, 200, 200, 200, 200), board(2, 200, 200, 200, 200)});
    l.job.layup.leastGap_mm = 60.0;
    l.job.layup.rods = {20.0, 400.0, 100.0, 120.0, 90.0};
    auto found = codes(l.plan().layup->findings);
    CHECK(found.count("layup.drill_short") == 1);
    CHECK(found.count("layup.rod_thick") == 1);           // 20 of 40
    l.job.layup.rods = {10.0, 400.0, 2500.0, 60.0, 90.0}; // the first beyond the end
    CHECK(codes(l.plan().layup->findings).count("layup.no_rods") == 1);
    l.job.layup.rods = RodChoices{12.0};
    found = codes(l.plan().layup->findings);
    CHECK(found.count("layup.drill_short") + found.count("layup.rod_thick") + found.count("layup.no_rods") == 0);
}

TEST_CASE("a round has the area of its circle, an oval of its ellipse", "[layup][shape]")
{
    Laid l(TopKind::Single, {board(1, 500, 500, 500, 500)});
    l.job.layup.length_mm = 900.0;
    l.job.layup.shape = TopShape::Round;
    const Plan round = l.plan();
    const double pi = std::acos(-1.0);
    CHECK_THAT(woodOf(*round.layup), WithinRel(pi / 4.0 * 900.0 * 900.0, 1e-3));
    CHECK_THAT(round.figure("top_area").value(), WithinRel(pi / 4.0 * 900.0 * 900.0, 1e-3));
    CHECK_THAT(round.layup->finalBox.height(), WithinAbs(900.0, 0.5));
    CHECK(codes(round.layup->findings).count("layup.shape_off_wood") == 0);
    CHECK(codes(round.layup->findings).count("layup.shape_keeps_edge") == 0);

    l.job.layup.shape = TopShape::Oval;
    l.job.layup.length_mm = 1500.0;
    l.job.layup.width_mm = 800.0;
    CHECK_THAT(woodOf(*l.plan().layup), WithinRel(pi / 4.0 * 1500.0 * 800.0, 1e-3));
    l.job.layup.width_mm.reset(); // as wide as the wood
    CHECK_THAT(l.plan().layup->finalBox.height(), WithinAbs(1000.0, 0.5));
}

TEST_CASE("a round larger than its slab leaves the wood or keeps the live edge", "[layup][shape]")
{
    Laid l(TopKind::Single, {board(1, 300, 300, 300, 300)});
    l.job.layup.length_mm = 700.0; // the slab is 600 wide: out by 50 on both sides
    l.job.layup.shape = TopShape::Round;
    l.job.layup.edges = OuterEdges::Straight;
    const Plan plan = l.plan();
    const auto off = std::find_if(plan.layup->findings.begin(), plan.layup->findings.end(),
                                  [](const Finding& f) { return f.code == "layup.shape_off_wood"; });
    REQUIRE(off != plan.layup->findings.end());
    CHECK(off->severity == Severity::Stop);
    CHECK_THAT(off->figures[0].value(), WithinAbs(50.0, 0.5));
    l.job.layup.edges = OuterEdges::Live;
    const auto found = codes(l.plan().layup->findings);
    CHECK(found.count("layup.shape_off_wood") == 0);
    CHECK(found.count("layup.shape_keeps_edge") == 1);
    // Shifted across until its near side just kisses the live edge, it is whole there and short by 100 opposite.
    l.job.layup.edges = OuterEdges::Straight;
    l.job.layup.pieces[0].across_mm = -50.0;
    const Plan shifted = l.plan();
    const auto still = std::find_if(shifted.layup->findings.begin(), shifted.layup->findings.end(),
                                    [](const Finding& f) { return f.code == "layup.shape_off_wood"; });
    REQUIRE(still != shifted.layup->findings.end());
    CHECK_THAT(still->figures[0].value(), WithinAbs(100.0, 0.5));
    CHECK(still->place_mm->y > 0.0);
}

TEST_CASE("a top in two halves has bolts where they meet, inside its edges", "[layup][parted]")
{
    Laid l(TopKind::Single, {board(1, 400, 400, 400, 400)});
    l.job.layup.parted_mm = 700.0;
    const Plan plan = l.plan();
    REQUIRE(plan.layup->parted_mm);
    CHECK_THAT(plan.figure("left_half").value(), WithinAbs(700.0, 1e-9));
    CHECK_THAT(plan.figure("right_half").value(), WithinAbs(1100.0, 1e-9));
    REQUIRE(plan.layup->meetingBolts_mm.size() == 4); // 640 between the outermost, no further than 300 apart
    CHECK_THAT(plan.layup->meetingBolts_mm.front(), WithinAbs(-320.0, 1e-6));
    CHECK_THAT(plan.layup->meetingBolts_mm.back(), WithinAbs(320.0, 1e-6));
    CHECK(plan.figure("meeting_bolts").value() == 8.0); // near both faces
    CHECK(codes(plan.layup->findings).count("layup.parted") == 1);
    l.job.layup.parted_mm = 5000.0; // beyond the top: there is nothing to part
    CHECK_FALSE(l.plan().layup->parted_mm.has_value());
}

TEST_CASE("the demo's round, gap and panel stand without a stop", "[layup][demo]")
{
    const Book book = demoBook();
    REQUIRE(book.jobs.size() == 8);
    for (const auto& job : book.jobs) {
        INFO(job->name);
        const Plan plan = makePlan(*job, *book.shop);
        CHECK_FALSE(plan.layup->missing);
        for (const Finding& f : plan.layup->findings) {
            INFO(f.code);
            CHECK(f.severity != Severity::Stop);
        }
    }
}

TEST_CASE("slabs that do not suit each other are told: thickness, moisture, species, widths", "[layup][findings]")
{
    Slab a = board(1, 150, 150, 150, 150);
    Slab b = board(2, 150, 150, 150, 150);
    Slab c = board(3, 150, 150, 150, 150);
    CHECK(codes(Laid(TopKind::Panel, {a, b, c}).plan().layup->findings).count("layup.mc_alike") == 1);
    c.thickness_mm = 58.0;
    c.mc_pct = 12.0;
    c.species = "white_oak";
    const auto found = codes(Laid(TopKind::Panel, {a, b, c}).plan().layup->findings);
    CHECK(found.count("layup.unequal_thickness") == 1);
    CHECK(found.count("layup.mc_apart") == 1);
    CHECK(found.count("layup.two_species") == 1);
    CHECK(found.count("layup.mc_alike") == 0);
    // Half as wide as the other: said, with what can be done.
    Slab narrow = board(4, 60, 60, 60, 60);
    CHECK(codes(Laid(TopKind::Pair, {a, narrow}).plan().layup->findings).count("layup.uneven") == 1);
    CHECK(codes(Laid(TopKind::Pair, {a, b}).plan().layup->findings).count("layup.uneven") == 0);
    // What nobody metered is not compared.
    a.mc_pct.reset();
    const auto unmetered = codes(Laid(TopKind::Pair, {a, b}).plan().layup->findings);
    CHECK(unmetered.count("layup.mc_alike") + unmetered.count("layup.mc_apart") == 0);
}

TEST_CASE("a cross-cut round in a top is warned of", "[layup][findings]")
{
    Slab round = board(1, 300, 300, 300, 300);
    round.endGrain = true;
    CHECK(codes(Laid(TopKind::Single, {round}).plan().layup->findings).count("layup.end_grain") == 1);
    round.endGrain = false;
    CHECK(codes(Laid(TopKind::Single, {round}).plan().layup->findings).count("layup.end_grain") == 0);
}

TEST_CASE("a cross-cut round moves less across its rings than along them", "[move][round]")
{
    Slab slab = board(1, 400, 400, 400, 400);
    slab.endGrain = true;
    Laid l(TopKind::Single, {slab});
    l.job.layup.shape = TopShape::Round;
    l.job.layup.length_mm = 600.0;
    const Plan plan = l.plan();
    REQUIRE_FALSE(plan.move->missing);
    const double across = plan.figure("moves_across_rings_" + plan.layup->pieces[0].name).value();
    const double along = plan.figure("moves_along_rings_" + plan.layup->pieces[0].name).value();
    const double change = plan.figure("mc_wettest").value() - plan.figure("mc_driest").value();
    const Species& wood = *l.shop.speciesOf(slab);
    CHECK_THAT(across, WithinAbs(600.0 * wood.change.radial * change, 1e-9));
    CHECK_THAT(along, WithinAbs(600.0 * wood.change.tangential * change, 1e-9));
    CHECK(along > across);
    slab.endGrain = false;
    Laid sawn(TopKind::Single, {slab});
    CHECK_FALSE(sawn.plan().figure("moves_across_rings_" + plan.layup->pieces[0].name).known());
}

TEST_CASE("a mirrored panel is the mirrored plan", "[layup][panel]")
{
    // Turned over and listed from the other side, end for end not: the widths along the length are the same.
    std::vector<Slab> slabs{board(1, 150, 130, 160, 150), board(2, 100, 110, 120, 115), board(3, 140, 150, 160, 140)};
    Laid l(TopKind::Panel, slabs);
    Laid m(TopKind::Panel, {slabs[2], slabs[1], slabs[0]});
    for (Piece& p : m.job.layup.pieces) {
        p.show = Face::Bottom;
    }
    const Plan a = l.plan();
    const Plan b = m.plan();
    CHECK_THAT(a.figure("width_mean").value(), WithinAbs(b.figure("width_mean").value(), 0.005));
    CHECK_THAT(a.figure("width_least").value(), WithinAbs(b.figure("width_least").value(), 0.005));
    // A piece is turned about its upper rip line, which is the lower one of the mirrored: a thousandth is left over.
    for (size_t i = 0; i < 3; ++i) {
        CHECK_THAT(a.layup->pieces[i].keptArea_mm2, WithinRel(b.layup->pieces[2 - i].keptArea_mm2, 2e-5));
    }
    CHECK_THAT(*a.layup->pieces[0].jointBelow_mm, WithinAbs(-*b.layup->pieces[2].jointAbove_mm, 0.005));
}
