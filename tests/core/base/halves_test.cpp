// A top in two halves: what each weighs, who lifts it, what passes, what the days do with it.

#include <catch2/catch.hpp>

#include "core/layup/top_pieces.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

Ring rectangle(double left, double bottom, double right, double top)
{
    return {{left, bottom}, {right, bottom}, {right, top}, {left, top}};
}

/// 2000 × 800, of one board; a quarter of it is cut off.
LayupPlan boardCutAt(double x_mm)
{
    LayupPlan plan;
    PlacedPiece piece;
    piece.kept = {rectangle(0.0, -400.0, 2000.0, 400.0)};
    plan.pieces = {piece};
    plan.finalBox = {0.0, -400.0, 2000.0, 400.0};
    plan.parted_mm = x_mm;
    return plan;
}

size_t placeOf(const Plan& plan, const std::string& key)
{
    const auto at = plan.days->list.find(key);
    return at ? *at : plan.days->list.steps.size();
}

} // namespace

TEST_CASE("halves share the top by what they cover, and weigh in their own middle", "[base][halves]")
{
    const auto pieces = topPieces(boardCutAt(500.0));
    REQUIRE(pieces.size() == 2);
    CHECK_THAT(pieces[0].share, WithinAbs(0.25, 1e-6)); // 500 of 2000
    CHECK_THAT(pieces[1].share, WithinAbs(0.75, 1e-6));
    CHECK_THAT(pieces[0].middle.x, WithinAbs(250.0, 0.1));
    CHECK_THAT(pieces[1].middle.x, WithinAbs(1250.0, 0.1)); // between 500 and 2000
    CHECK_THAT(pieces[1].box.width(), WithinAbs(1500.0, 1e-9));
    CHECK(heaviestPiece(boardCutAt(500.0)).key == "right_half");
    LayupPlan whole = boardCutAt(500.0);
    whole.parted_mm.reset();
    REQUIRE(topPieces(whole).size() == 1);
    CHECK_THAT(topPieces(whole)[0].middle.x, WithinAbs(1000.0, 0.1));
}

TEST_CASE("four hands for 90 kg, three for the heavier half of it", "[base][halves]")
{
    CHECK(peopleFor(90.0) == 4);
    CHECK(peopleFor(0.75 * 90.0) == 3); // 67.5 ÷ 25
    CHECK(peopleFor(25.0) == 1);
}

TEST_CASE("what is carried weighs what the table weighs, in one piece and in two", "[base][halves][law]")
{
    for (int number = 1; number <= 8; ++number) {
        for (const double share : {0.0, 0.3, 0.5}) {
            Demo demo(number);
            demo.job.layup.parted_mm = share > 0.0 ? std::optional(share * demo.job.layup.length_mm) : std::nullopt;
            const Plan plan = demo.plan();
            if (plan.base->carried.empty() || !plan.base->topMass.known()) {
                continue;
            }
            INFO("job " << number << ", cut at " << share);
            double top = 0.0;
            size_t pieces = 0;
            for (const TablePiece& p : plan.base->carried) {
                top += p.ofBase ? 0.0 : p.mass.value();
                pieces += p.ofBase ? 0 : 1;
                CHECK(p.middle.x >= plan.layup->finalBox.left);
                CHECK(p.middle.x <= plan.layup->finalBox.right);
            }
            CHECK(pieces == (plan.layup->parted_mm ? 2U : 1U));
            CHECK_THAT(top, WithinAbs(plan.base->topMass.value(), 1e-6));
        }
    }
}

TEST_CASE("a long top that does not pass as one passes as halves, and asks for fewer hands", "[base][halves]")
{
    Demo demo(2); // 1800 long
    demo.job.layup.parted_mm.reset();
    demo.job.base.way.stairs_mm = 900.0;
    demo.job.base.way.landing_mm = 900.0;
    demo.book = withJob(demo.book, demo.job);
    const auto landing = [](const Plan& plan) {
        for (const NarrowPlace& p : plan.base->places) {
            if (p.name == "landing of the stairs") {
                return p;
            }
        }
        return NarrowPlace{};
    };
    const Plan whole = demo.plan();
    demo.job.layup.parted_mm = 900.0;
    const Plan halves = demo.plan();
    REQUIRE(landing(whole).spare_mm);
    REQUIRE(landing(halves).spare_mm);
    // The turn takes the same length of either; the halves are 900 shorter.
    CHECK_THAT(*landing(halves).spare_mm - *landing(whole).spare_mm, WithinAbs(900.0, 1e-6));
    CHECK_FALSE(halves.base->wholeBox);
    CHECK(halves.figure("hoist").value() < 0.6 * whole.figure("hoist").value());
    CHECK(halves.figure("carry_left_half").value() <= whole.figure("carry_top").value());
}

TEST_CASE("halves are cut before they are poured, fitted when trimmed, joined on the base", "[base][halves][days]")
{
    Demo demo(2);
    demo.job.layup.parted_mm = 900.0;
    const Plan plan = demo.plan();
    const size_t cut = placeOf(plan, "cross_cut");
    const size_t fit = placeOf(plan, "fit_halves");
    REQUIRE(cut < plan.days->list.steps.size());
    CHECK(cut < placeOf(plan, "form"));
    CHECK(placeOf(plan, "trim") < fit);
    CHECK(fit < placeOf(plan, "mount"));
    CHECK(plan.days->list.steps[placeOf(plan, "mount")].name == "Mount both halves, bolt them together");
    // Bolts near both faces, and as many are bought.
    const double bolts = 2.0 * static_cast<double>(plan.layup->meetingBolts_mm.size());
    CHECK(plan.figure("meeting_bolts").value() == bolts);
    double bought = 0.0;
    for (const Goods& g : plan.layup->goods) {
        bought += g.kind == "bolt:meeting" ? g.amount.value() : 0.0;
    }
    CHECK(bought == bolts);
    CHECK_THAT(plan.days->list.steps[fit].hands.value(), WithinAbs(9.0 * bolts, 1e-9));

    demo.job.layup.parted_mm.reset();
    const Plan whole = demo.plan();
    CHECK(placeOf(whole, "cross_cut") == whole.days->list.steps.size());
    CHECK(placeOf(whole, "fit_halves") == whole.days->list.steps.size());
}

TEST_CASE("a cut said beyond the top is told, and parts nothing", "[halves][layup]")
{
    Demo demo(1); // 2700 long
    for (const double at : {2700.0, 4000.0}) {
        demo.job.layup.parted_mm = at;
        const Plan plan = demo.plan();
        CHECK(burl::test::codes(plan.layup->findings).count("layup.parted_outside") == 1);
        CHECK_FALSE(plan.layup->parted_mm);
        CHECK(placeOf(plan, "cross_cut") == plan.days->list.steps.size());
    }
    demo.job.layup.parted_mm = 1350.0;
    CHECK(burl::test::codes(demo.plan().layup->findings).count("layup.parted_outside") == 0);
}

TEST_CASE("a form of two halves has a wall across", "[pour][halves]")
{
    FormInput in;
    in.long_mm = 1800.0;
    in.wide_mm = 900.0;
    in.deep_mm = 50.0;
    const Form one = *formFor(in);
    in.dividers = 1;
    const Form two = *formFor(in);
    const double wide = 900.0 + 2.0 * in.choices.room_mm;
    const double high = 50.0 + in.choices.above_mm;
    CHECK_THAT(two.insideLong_mm - one.insideLong_mm, WithinAbs(in.choices.board_mm, 1e-9));
    CHECK(two.pieces.size() == one.pieces.size() + 1);
    // Both faces of it meet the bottom and both sides; the form is longer by its board all round.
    CHECK_THAT(two.bead_mm - one.bead_mm, WithinAbs(2.0 * (wide + 2.0 * high) + 2.0 * in.choices.board_mm, 1e-6));
    CHECK_THAT(two.release_m2 - one.release_m2,
               WithinAbs((2.0 * wide * high + in.choices.board_mm * (wide + 2.0 * high)) / 1e6, 1e-9));
    CHECK(liesSound(two, in.choices));
}
