// Pots, what the scale says of them, whole packs, the form and its boards.

#include <catch2/catch.hpp>

#include <random>

#include "core/pour/form.h"
#include "core/pour/packs.h"
#include "core/pour/pots.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

const MixRatio kTwoToOne{false, 2.0, 1.15, 0.98};

} // namespace

TEST_CASE("pots are alike and add up to the pour, none larger than the bucket or a third of the chamber", "[pour]")
{
    const double litres = GENERATE(0.05, 2.9, 5.0, 5.01, 31.2);
    Mixing mixing;
    mixing.chamber_L = GENERATE(std::optional<double>(), std::optional(9.0), std::optional(60.0));
    const Pots pots = potsFor(litres, kTwoToOne, 1.5, 5.0, mixing);
    const double most = mixing.chamber_L ? std::min(5.0, *mixing.chamber_L / 3.0) : 5.0;
    CHECK(pots.each.volume_L <= most + 1e-9);
    CHECK_THAT(pots.each.volume_L * pots.count, WithinAbs(litres, 1e-9));
    CHECK((pots.count - 1) * most < litres);
    CHECK_THAT(pots.each.a_L, WithinAbs(2.0 * pots.each.b_L, 1e-12));
    CHECK_THAT(pots.each.pigment_g, WithinAbs(15.0 * (pots.each.a_kg + pots.each.b_kg), 1e-9));
    CHECK(pots.byChamber == (mixing.chamber_L && *mixing.chamber_L == 9.0));
}

TEST_CASE("a pour takes as long as its slowest station", "[pour]")
{
    Mixing mixing;
    mixing.mix_min = 5.0;
    mixing.carry_min = 1.0;
    mixing.pour_L_min = 2.0;
    // One pot of 4 L: 5 to mix, 1 to carry, 2 to pour.
    CHECK_THAT(pouringTime_min(1, 4.0, mixing, 1), WithinAbs(8.0, 1e-12));
    CHECK_THAT(pouringTime_min(4, 4.0, mixing, 1), WithinAbs(32.0, 1e-12)); // alone: one after the other
    CHECK_THAT(pouringTime_min(4, 4.0, mixing, 2), WithinAbs(23.0, 1e-12)); // the mixer is the slowest: 4 x 5 + 3
    mixing.chamber_L = 20.0;
    mixing.degas_min = 9.0;
    CHECK_THAT(pouringTime_min(1, 4.0, mixing, 1), WithinAbs(17.0, 1e-12));
    CHECK_THAT(pouringTime_min(4, 4.0, mixing, 1), WithinAbs(17.0 + 3 * 9.0, 1e-12)); // now the chamber is
    CHECK(pouringTime_min(0, 4.0, mixing, 1) == 0.0);
}

TEST_CASE("too much of one part is put right by the other, and the pigment follows", "[pour]")
{
    const Parts wanted = potsFor(4.0, kTwoToOne, 2.0, 5.0, {}).each;
    const double a = wanted.a_kg * 1000.0;
    const double b = wanted.b_kg * 1000.0;
    CHECK(correctionFor(wanted, a, b).right);
    CHECK(correctionFor(wanted, a, b * 1.019).right);
    const Correction much = correctionFor(wanted, a, b * 1.10);
    CHECK_FALSE(much.right);
    CHECK_THAT(much.off, WithinAbs(0.10, 1e-12));
    CHECK_THAT(much.addA_g, WithinAbs(a * 0.10, 1e-9));
    CHECK(much.addB_g == 0.0);
    CHECK_THAT((b * 1.10) / (a + much.addA_g), WithinAbs(b / a, 1e-12));
    CHECK_THAT(wanted.pigment_g + much.pigmentAdd_g, WithinAbs(wanted.pigment_g * 1.10, 1e-9));
    const Correction little = correctionFor(wanted, a, b * 0.8);
    CHECK_THAT(little.addB_g, WithinAbs(b * 0.2, 1e-9));
    CHECK(correctionFor(wanted, 0.0, b).right); // nothing weighed yet is nothing wrong
}

TEST_CASE("whole packs cost least, proven by trying all", "[pour]")
{
    const std::vector<ResinPack> packs{{1.5, 32.0}, {4.0, 79.0}, {9.0, 160.0}};
    std::mt19937 random(7);
    for (int n = 0; n < 60; ++n) {
        const double needed = std::uniform_real_distribution(0.1, 38.0)(random);
        const double stock = n % 3 == 0 ? 2.2 : 0.0;
        double best = 1e18;
        for (int i = 0; i < 30; ++i) {
            for (int j = 0; j < 12; ++j) {
                for (int k = 0; k < 6; ++k) {
                    if (i * 1.5 + j * 4.0 + k * 9.0 + stock >= needed - 1e-9) {
                        best = std::min(best, i * 32.0 + j * 79.0 + k * 160.0);
                    }
                }
            }
        }
        const PacksToBuy bought = packsFor(needed, stock, packs);
        INFO(needed << " with " << stock);
        CHECK_THAT(bought.price.value_or(0.0), WithinAbs(needed <= stock ? 0.0 : best, 1e-9));
        CHECK_THAT(bought.litres + stock - needed, WithinAbs(bought.left_L, 1e-9));
        CHECK(bought.left_L >= -1e-9);
    }
    const PacksToBuy unpriced = packsFor(5.0, 0.0, {{4.0, {}}, {1.5, {}}});
    CHECK_FALSE(unpriced.price);
    CHECK_THAT(unpriced.litres, WithinAbs(5.5, 1e-9)); // 4 and 1.5 leave least over
    // A quart is 0.946 L and no 0.95: four of them are not enough for 3.79.
    const PacksToBuy quarts = packsFor(3.79, 0.0, {{0.946, 20.0}});
    CHECK(quarts.count == std::vector<int>{5});
    CHECK(packsFor(3.784, 0.0, {{0.946, 20.0}}).count == std::vector<int>{4});
    CHECK(packsFor(1000.0, 0.0, {{18.0, 300.0}, {4.0, 89.0}}).litres >= 1000.0); // more than is tried one by one
    CHECK(packsFor(5.0, 0.0, {}).count.empty());
}

TEST_CASE("every board of a form lies on its sheet and none over another", "[pour]")
{
    std::mt19937 random(11);
    for (int n = 0; n < 80; ++n) {
        FormInput in;
        in.long_mm = std::uniform_real_distribution(400.0, 5200.0)(random);
        in.wide_mm = std::uniform_real_distribution(200.0, 1700.0)(random);
        in.deep_mm = std::uniform_real_distribution(20.0, 90.0)(random);
        in.area_mm2 = 3e5;
        in.board_kg_m3 = 690.0;
        if (n % 2 == 0) {
            in.choices.sheetLong_mm = 2800.0;
            in.choices.sheetWide_mm = 2070.0;
        }
        const auto form = formFor(in);
        INFO(in.long_mm << " x " << in.wide_mm);
        REQUIRE(form);
        CHECK(liesSound(*form, in.choices));
        // The boards make the form: its bottom covers what is outside, its sides run all round.
        double bottom = 0.0;
        double sides = 0.0;
        for (const FormBoardPiece& piece : form->pieces) {
            (piece.name.rfind("bottom", 0) == 0 ? bottom : sides) += piece.long_mm * piece.wide_mm;
        }
        const double outerLong = form->insideLong_mm + 2 * in.choices.board_mm;
        const double outerWide = form->insideWide_mm + 2 * in.choices.board_mm;
        CHECK_THAT(bottom, WithinAbs(outerLong * outerWide, 1e-3));
        CHECK_THAT(sides, WithinAbs(2 * (outerLong + form->insideWide_mm) * form->high_mm, 1e-3));
        const double sheets = static_cast<double>(form->sheets) * in.choices.sheetLong_mm * in.choices.sheetWide_mm;
        CHECK_THAT(form->waste, WithinAbs(1.0 - (bottom + sides) / sheets, 1e-9));
        CHECK((form->waste >= 0.0 && form->waste < 1.0));
    }
}

TEST_CASE("a form out of level costs a wedge, one that no sheet makes is refused", "[pour]")
{
    FormInput in;
    in.long_mm = 2000.0;
    in.wide_mm = 900.0;
    in.deep_mm = 50.0;
    in.area_mm2 = 400'000.0;
    in.choices.slope_mm_m = 2.0;
    // 2 mm in a metre over 2 m is 4 mm at the low end, 2 mm in the mean: 0.8 litres.
    CHECK_THAT(formFor(in)->extra_L, WithinAbs(0.8, 1e-9));
    in.choices.sheetLong_mm = 700.0;
    in.choices.sheetWide_mm = 500.0;
    CHECK(formFor(in).error().code == "form.sheet");
}
