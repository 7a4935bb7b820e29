// The whole path on the demo shop: laws that hold between stages, and what is computed again.

#include <catch2/catch.hpp>

#include <set>
#include <string>

#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

void everyFigureIsSound(const Figure& f)
{
    REQUIRE(f);
    CHECK(f.known());
    CHECK_FALSE(f.node().label.empty());
    CHECK_FALSE(f.node().key.empty());
    CHECK((!f.node().formula.empty() || !f.node().source.empty()));
    for (const std::string& line : wholeWorking(f, {})) {
        INFO(line);
        CHECK(line.find('{') == std::string::npos); // every place of the formula was filled
        CHECK(line.find("nan") == std::string::npos);
    }
}

/// The names of the stages that were computed, in their order.
std::string stagesMade(const Plan& plan)
{
    std::string out;
    for (const NamedAnswer& stage : plan.answers()) {
        out += stage.computed ? (out.empty() ? "" : " ") + std::string(stage.stage) : "";
    }
    return out;
}

} // namespace

TEST_CASE("a first table: two slabs, one joint, one pour", "[plan]")
{
    const Demo demo(1);
    const Plan plan = demo.plan();
    REQUIRE_FALSE(plan.layup->missing);
    REQUIRE(plan.layup->pieces.size() == 2);
    CHECK(plan.figure("thickness").value() == 50.0);
    CHECK(plan.figure("thickness_possible").value() > 50.0);
    CHECK(plan.figure("figure_drift").value() > 4.0); // at least the kerf
    for (const NamedAnswer& stage : plan.answers()) {
        CHECK_FALSE((stage.answer->figures.empty() && stage.stage != "tenons"));
        for (const Entry& entry : stage.answer->figures) {
            everyFigureIsSound(entry.figure);
        }
    }
}

TEST_CASE("every number of the river desk has its working too", "[plan]")
{
    const Plan plan = Demo(2).plan();
    for (const NamedAnswer& stage : plan.answers()) {
        for (const Entry& entry : stage.answer->figures) {
            everyFigureIsSound(entry.figure);
        }
    }
    CHECK(plan.figure("litres").isGuess()); // an underside is not read, so the litres are a guess
}

TEST_CASE("a pair's wood lies on its own side of the joint, and adds up", "[plan][layup]")
{
    const Plan plan = Demo(1).plan();
    double wood = 0.0;
    for (size_t i = 0; i < 2; ++i) {
        for (const Ring& ring : plan.layup->pieces[i].kept) {
            for (const Vec2 p : ring) {
                CHECK((i == 0 ? p.y : -p.y) > -0.01);
            }
        }
        wood += plan.layup->pieces[i].keptArea_mm2;
    }
    CHECK_THAT(wood, WithinAbs(integral(plan.layup->width), 50.0)); // mm2, of three square metres
    CHECK_THAT(plan.figure("width_mean").value() * 2700.0, WithinAbs(wood, 100.0));
}

TEST_CASE("river and wood fill the top between its straight edges", "[plan][layup]")
{
    const Plan plan = Demo(2).plan();
    REQUIRE(plan.layup->gap);
    double wood = 0.0;
    for (const PlacedPiece& piece : plan.layup->pieces) {
        wood += piece.keptArea_mm2;
    }
    CHECK_THAT(wood + plan.layup->gap->areaTop_mm2, WithinAbs(1800.0 * 860.0, 60.0));
}

TEST_CASE("both pieces turned over and swapped make the mirrored plan", "[plan][layup]")
{
    Demo demo(2);
    const Plan before = demo.plan();
    for (Piece& p : demo.job.layup.pieces) {
        p.show = p.show == Face::Top ? Face::Bottom : Face::Top;
    }
    std::swap(demo.job.layup.pieces[0], demo.job.layup.pieces[1]);
    const Plan after = demo.plan();
    // The other face's outline lets other readings count, so the thickness is only nearly the same.
    // Looked at from below: what was the river's underside is its show face now.
    CHECK_THAT(after.layup->gap->areaTop_mm2, WithinAbs(before.layup->gap->areaBottom_mm2, 50.0));
    CHECK_THAT(after.layup->gap->areaBottom_mm2, WithinAbs(before.layup->gap->areaTop_mm2, 50.0));
    CHECK_THAT(after.figure("thickness_possible").value(), WithinAbs(before.figure("thickness_possible").value(), 0.6));
}

TEST_CASE("the best rip line keeps its margin on both faces", "[plan][layup]")
{
    const Plan plan = Demo(1).plan();
    for (size_t i = 0; i < 2; ++i) {
        const PlacedPiece& piece = plan.layup->pieces[i];
        for (const Profile* edge : i == 0 ? std::vector<const Profile*>{&piece.lower, &piece.lowerUnder}
                                          : std::vector<const Profile*>{&piece.upper, &piece.upperUnder}) {
            for (const Vec2 p : cutTo(*edge, piece.ripFrom_mm, piece.ripTo_mm)) {
                const double inside = i == 0 ? -p.y : p.y;
                CHECK(inside > 6.0 - 0.02);
            }
        }
    }
}

TEST_CASE("a rip line by hand that leaves the wood stops the work", "[plan][layup]")
{
    Demo demo(1);
    RipLine line = demo.plan().layup->pieces[1].rip;
    line.at0_mm += 40.0; // out through the far edge of the lower piece
    demo.job.layup.pieces[1].rip = line;
    CHECK(codes(demo.plan().layup->findings).count("layup.rip_in_bark") == 1);
    line.at0_mm -= 41.0 - 1.0;
    line.at0_mm += 3.0; // three of the six millimetres of margin are gone
    demo.job.layup.pieces[1].rip = line;
    CHECK(codes(demo.plan().layup->findings).count("layup.rip_near_bark") == 1);
}

TEST_CASE("a piece slid too far, a top too wide: findings with places", "[plan][layup]")
{
    Demo demo(1);
    demo.job.layup.pieces[0].left_mm = 50.0;
    CHECK(codes(demo.plan().layup->findings).count("layup.too_short") == 1);
    demo = Demo(1);
    demo.job.layup.width_mm = 1400.0;
    CHECK(codes(demo.plan().layup->findings).count("layup.width_not_met") == 1); // live edges stay as they grew
    demo.job.layup.edges = OuterEdges::Straight;
    CHECK(codes(demo.plan().layup->findings).count("layup.too_wide") == 1);
    demo = Demo(1);
    demo.job.layup.pieces[0].left_mm = -5.0;
    CHECK(codes(demo.plan().layup->findings).count("layup.no_trim") == 1);
}

TEST_CASE("the slab with the pith in it is named", "[plan][layup]")
{
    Demo demo(1);
    demo.job.layup.pieces[0].slab = {5}; // the middle slab of the log
    CHECK(codes(demo.plan().layup->findings).count("layup.pith_slab") == 1);
}

TEST_CASE("a thinner wanted top takes more off, and a too thick one stops", "[plan][flatten]")
{
    Demo demo(1);
    const Plan thick = demo.plan();
    demo.job.layup.thickness_mm = 40.0;
    const Plan thin = demo.plan();
    CHECK(thin.flatten->pieces[0].top.mean_mm > thick.flatten->pieces[0].top.mean_mm + 4.0);
    CHECK(thin.figure("figure_drift").value() > thick.figure("figure_drift").value() + 8.0);
    demo.job.layup.thickness_mm = 58.0;
    const Plan impossible = demo.plan();
    CHECK(impossible.figure("thickness").value() < 56.0);
    CHECK(codes(impossible.flatten->findings).count("flatten.too_thin") == 1);
}

TEST_CASE("spare comes off where the maker chose", "[plan][flatten]")
{
    Demo demo(1);
    demo.job.layup.thickness_mm = 46.0;
    demo.job.flatten.spare = SpareFrom::Underside;
    const Plan under = demo.plan();
    demo.job.flatten.spare = SpareFrom::ShowFace;
    const Plan show = demo.plan();
    // Piece 0 shows its bottom face.
    CHECK(under.flatten->pieces[0].top.mean_mm > show.flatten->pieces[0].top.mean_mm + 4.0);
    CHECK(show.flatten->pieces[0].bottom.mean_mm > under.flatten->pieces[0].bottom.mean_mm + 4.0);
    CHECK(under.figure("figure_drift").value() < show.figure("figure_drift").value() - 8.0);
}

TEST_CASE("without readings the thickness is a guess and the plan goes on", "[plan][flatten]")
{
    Demo demo(1);
    demo.slab({3}, [](Slab& s) { s.topHeights.reset(); });
    const Plan plan = demo.plan();
    CHECK(plan.figure("thickness").isGuess());
    CHECK(plan.flatten->pieces[0].missing.has_value());
    CHECK_FALSE(plan.flatten->pieces[1].missing.has_value());
    CHECK(codes(plan.flatten->findings).count("flatten.missing") == 1);
    CHECK(plan.figure("litres").isGuess());
    CHECK(plan.move->fasteners.size() == 6);
}

TEST_CASE("a thinner slab decides the thickness of both", "[plan][flatten]")
{
    Demo demo(1);
    demo.job.layup.thickness_mm = 80.0;
    const Plan plan = demo.plan();
    const double a = plan.flatten->pieces[0].thickest.value();
    const double b = plan.flatten->pieces[1].thickest.value();
    CHECK_THAT(plan.figure("thickness").value(), WithinAbs(std::min(a, b), 1e-12));
}

TEST_CASE("dragging a void changes the litres only when it leaves the top", "[plan][fill]")
{
    Demo demo(1);
    const auto litres = [&] { return demo.plan().figure("litres").value(); };
    const double before = litres();
    const auto shift = [&](double by) {
        demo.slab({4}, [by](Slab& s) {
            for (Feature& f : s.features) {
                if (f.id == 21) {
                    for (Vec2& p : f.points) {
                        p.x += by;
                    }
                }
            }
        });
    };
    shift(50.0);
    CHECK_THAT(litres(), WithinAbs(before, 0.002)); // litres: the mean of the face is used
    shift(1500.0);
    CHECK(litres() < before - 0.1);
}

TEST_CASE("a pocket shallower than what is planed off needs nothing", "[plan][fill]")
{
    Demo demo(1);
    demo.slab({4}, [](Slab& s) {
        for (Feature& f : s.features) {
            if (f.id == 21) {
                f.depth_mm = 2.0;
            }
        }
    });
    const Plan plan = demo.plan();
    CHECK(codes(plan.fill->findings).count("fill.planed_away") == 1);
    for (const FillItem& item : plan.fill->items) {
        if (item.feature == 21) {
            CHECK(item.volume.value() == 0.0);
        }
    }
}

TEST_CASE("the maker overrules the resin and the reason says so", "[plan][fill]")
{
    Demo demo(2);
    demo.job.fill.overrules.push_back({{}, 0, "table_top"});
    const Plan plan = demo.plan();
    CHECK(plan.fill->items.front().overruled);
    CHECK(plan.fill->items.front().resin == "table_top");
    CHECK(codes(plan.fill->findings).count("fill.overruled_hot") == 1);
}

TEST_CASE("a wider gap takes more resin and leaves less wood", "[plan][fill]")
{
    Demo demo(2);
    const Plan before = demo.plan();
    demo.job.layup.width_mm = 900.0;
    const Plan after = demo.plan();
    // 40 mm more gap over 1800 mm and 40 mm of trim at both ends, 52 mm deep: 3.910 litres.
    CHECK_THAT(after.figure("river_volume").value() - before.figure("river_volume").value(), WithinAbs(3.910, 0.01));
}

TEST_CASE("inserts that come through the show face stop the work", "[plan][move]")
{
    Demo demo(1);
    demo.job.move.fasteners[0].insert_mm = 49.0;
    CHECK(codes(demo.plan().move->findings).count("move.insert_through") == 1);
    demo.job.move.fasteners[0].insert_mm = 38.0; // its plate lies in a pocket of 6
    CHECK(codes(demo.plan().move->findings).count("move.insert_deep") == 1);
    CHECK_THAT(demo.plan().move->fasteners[0].remaining.value(), WithinAbs(4.0, 1e-9));
    demo.job.move.fasteners[0].at = {-500.0, 0.0};
    CHECK(codes(demo.plan().move->findings).count("move.fastener_off_wood") == 1);
}

TEST_CASE("the held line needs no slot, and slots grow away from it", "[plan][move]")
{
    const Plan plan = Demo(1).plan();
    for (const FastenerPlan& f : plan.move->fasteners) {
        if (f.fastener.at.y == 0.0) {
            CHECK_FALSE(f.slotted);
            CHECK_THAT(f.travel.slotLength_mm, WithinAbs(9.0, 1e-9));
        } else {
            CHECK(f.travel.slotLength_mm > 10.0);
        }
    }
    CHECK(plan.move->channels[0].groove.value() > 700.0 + 2 * 10.0);
}

TEST_CASE("the edge's travel can be worked out again from its own working", "[plan][move]")
{
    const Plan plan = Demo(GENERATE(1, 2)).plan();
    const std::vector<Figure>& terms = plan.figure("edge_travel").node().terms;
    REQUIRE(terms.size() == 4);
    const double again = terms[0].value() * terms[1].value() * std::abs(terms[3].value() - terms[2].value());
    CHECK_THAT(plan.figure("edge_travel").value(), WithinAbs(again, 1e-9));
    // The wood's own coefficient lies between those along and across its rings.
    const auto [low, high] = std::minmax(plan.move->rings[0].change.radial, plan.move->rings[0].change.tangential);
    CHECK(terms[1].value() > low - 1e-9);
    CHECK(terms[1].value() < high + 1e-9);
}

TEST_CASE("a stage whose inputs did not change is not computed again", "[plan][memo]")
{
    Demo demo(1);
    const Plan first = demo.plan();
    CHECK(stagesMade(first) == "layup tenons flatten fill pour move base hold surface days money");

    const Plan same = makePlan(demo.job, *demo.book.shop, &first);
    CHECK(stagesMade(same) == "");
    CHECK(same.layup.answer == first.layup.answer);
    CHECK(same.move.answer == first.move.answer);

    demo.job.move.fasteners[0].bolt_mm = 10.0;
    const Plan moved = makePlan(demo.job, *demo.book.shop, &first);
    CHECK(stagesMade(moved) == "move base hold surface days money");

    // A channel nudged moves tenons out of its way, and computes no layup, flattening or fill again.
    demo.job.layup.joint.kind = JointKind::LooseTenons;
    const Plan joined = demo.plan();
    demo.job.move.channels[0].x_mm += 5.0;
    CHECK(stagesMade(makePlan(demo.job, *demo.book.shop, &joined)) == "tenons move base hold surface days money");
    demo.job.move.channels[0].x_mm -= 5.0;
    demo.job.layup.joint = Demo(1).job.layup.joint;

    demo.job.fill.bucket_L = 3.0;
    const Plan filled = makePlan(demo.job, *demo.book.shop, &moved);
    CHECK(stagesMade(filled) == "fill pour hold surface days money");

    demo.job.flatten.method.depth_mm = 1.0;
    CHECK(stagesMade(makePlan(demo.job, *demo.book.shop, &filled)) ==
          "flatten fill pour move base hold surface days money");

    // A slab that this job does not use may change as it likes.
    demo.slab({12}, [](Slab& s) { s.thickness_mm = 99.0; });
    CHECK(stagesMade(makePlan(demo.job, *demo.book.shop, &filled)).find("layup") == std::string::npos);
    demo.job.name = "another name";
    CHECK(stagesMade(makePlan(demo.job, *demo.book.shop, &filled)).find("layup") == std::string::npos);
}

TEST_CASE("taking over a stage gives the same plan as computing it", "[plan][memo]")
{
    Demo demo(2);
    const Plan first = demo.plan();
    demo.job.layup.pieces[0].left_mm -= 12.0;
    const Plan fresh = demo.plan();
    const Plan reused = makePlan(demo.job, *demo.book.shop, &first);
    const auto a = fresh.answers();
    const auto b = reused.answers();
    for (size_t k = 0; k < a.size(); ++k) {
        REQUIRE(a[k].answer->figures.size() == b[k].answer->figures.size());
        for (size_t i = 0; i < a[k].answer->figures.size(); ++i) {
            CHECK(a[k].answer->figures[i].figure.value() == b[k].answer->figures[i].figure.value());
        }
    }
}

TEST_CASE("a job of nothing says what is missing instead of a number", "[plan]")
{
    const Book book = demoBook();
    Job job;
    CHECK(makePlan(job, *book.shop).layup->missing.has_value());
    job.layup.pieces = {{{999}, Face::Top, false, 0.0, std::nullopt}, {{4}, Face::Top, false, 0.0, std::nullopt}};
    const Plan gone = makePlan(job, *book.shop);
    REQUIRE(gone.layup->missing.has_value());
    CHECK(gone.move->figures.empty());
    job.layup.pieces.clear();
    job.layup.length_mm = -5.0;
    CHECK(makePlan(job, *book.shop).layup->missing.has_value());
}

TEST_CASE("a single slab with straight edges is as wide as its straight middle", "[plan][layup]")
{
    Demo demo(1);
    demo.job.layup.kind = TopKind::Single;
    demo.job.layup.edges = OuterEdges::Straight;
    demo.job.layup.pieces.resize(1);
    const Plan plan = demo.plan();
    REQUIRE_FALSE(plan.layup->missing);
    CHECK_THAT(plan.figure("width_least").value(), WithinAbs(plan.figure("width_mean").value(), 0.01));
    CHECK(plan.layup->pieces[0].keptArea_mm2 > 2700.0 * 400.0);
}

TEST_CASE("two pieces of one slab have their own names, and no figure's key stands twice", "[layup]")
{
    Book book = demoBook();
    Job job = *book.jobs.front();
    REQUIRE(job.layup.pieces.size() == 2);
    job.layup.pieces[1].slab = job.layup.pieces[0].slab;
    const Plan plan = makePlan(job, *book.shop);
    REQUIRE(plan.layup->pieces.size() == 2);
    CHECK(plan.layup->pieces[0].name == "A3 (1)");
    CHECK(plan.layup->pieces[1].name == "A3 (2)");
    for (const NamedAnswer& stage : plan.answers()) {
        std::set<std::string> keys;
        for (const Entry& entry : stage.answer->figures) {
            INFO(entry.figure.node().key);
            CHECK(keys.insert(entry.figure.node().key).second);
        }
    }
}
