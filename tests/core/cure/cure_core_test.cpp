// What is built on the section: sloping walls, the deepest safe layer, pots, calibration, the room over the day.

#include <catch2/catch.hpp>

#include "core/cure/calibrate.h"
#include "core/cure/cure_rates.h"
#include "core/cure/heat_answers.h"
#include "core/cure/pot_life.h"
#include "exchange/materials.h"

using namespace burl;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

PourSite site(const char* resin, double width_mm)
{
    PourSite s;
    s.width_mm = width_mm;
    s.wood_mm = 50.0;
    s.board = FormBoard::Plywood;
    s.room = {21.0, 21.0, false, false};
    s.resin = standardShop().resin(resin)->cure;
    s.materials = standardShop().pouring;
    return s;
}

double peak(const PourSite& s, double depth_mm, double warmer_K = 0.0, double quicker = 1.0)
{
    CureSection section = sectionOf(s, {{depth_mm, 0.0, meanAir_C(s.room)}}, warmer_K, quicker);
    return cured(section)->peak_C;
}

} // namespace

TEST_CASE("tabulated rates are those of the formula", "[cure]")
{
    for (const ResinClass& r : standardShop().resins) {
        const CureRates rates(r.cure.kinetics);
        for (const double alpha : {0.0, 1e-4, 0.015, 0.03, 0.3, 0.62, 0.86, 0.97}) {
            for (const double t : {-12.3, 5.0, 21.7, 63.1, 140.0}) {
                INFO(r.id << " " << alpha << " " << t);
                CHECK_THAT(rates.per_s(alpha, t), WithinRel(cureRate_per_s(r.cure.kinetics, alpha, t), 2e-4));
            }
        }
    }
}

TEST_CASE("a sloping wall lies between its narrow and its wide place", "[cure]")
{
    PourSite s = site("deep_pour_slow", 60.0);
    const double narrow = peak(s, 50.0);
    s.widthAbove_mm = 120.0;
    const double sloping = peak(s, 50.0);
    s.widthAbove_mm = 0.0;
    s.width_mm = 120.0;
    const double wide = peak(s, 50.0);
    CHECK(narrow + 0.3 < sloping);
    CHECK(sloping + 0.3 < wide);
    s.widthAbove_mm = 120.0; // said to slope, but upright
    CHECK_THAT(peak(s, 50.0), WithinAbs(wide, 1e-9));
    // Its heat is kept account of like that of an upright one.
    s.width_mm = 60.0;
    const auto answer = cured(sectionOf(s, {{50.0, 0.0, 21.0}}));
    CHECK(std::abs(answer->energyError) < 1e-9);
}

TEST_CASE("the deepest safe layer is where the peak meets what the class bears", "[cure]")
{
    LayerQuestion q{site("medium_casting", 200.0), 400.0, 80.0, false};
    const SafeLayer answer = *safeLayer(q);
    const double bears = q.site.resin.limits.peak_C;
    CHECK(answer.sure_mm < answer.likely_mm);
    CHECK(answer.likely_mm < answer.most_mm);
    PourSite deep = q.site;
    deep.wood_mm = std::max(50.0, answer.likely_mm);
    CHECK(peak(deep, answer.likely_mm) < bears + 1.5);
    CHECK(peak(deep, answer.likely_mm * 1.06) > bears);
    // The sure one stays cool in the warmer room with the quicker resin.
    deep.wood_mm = std::max(50.0, answer.sure_mm);
    CHECK(peak(deep, answer.sure_mm, 1.0, 1.1) < bears + 1.5);

    q.sheet_mm = answer.sure_mm / 2.0;
    const SafeLayer bySheet = *safeLayer(q);
    CHECK(bySheet.bySheet);
    CHECK(bySheet.most_mm == q.sheet_mm); // whatever the model says
    // A crack is cooled by its wood: it bears more than a wide pour.
    const LayerQuestion crack{site("table_top", 6.0), 6.0, 40.0, true};
    CHECK(safeLayer(crack)->sure_mm > 15.0);
}

TEST_CASE("a search that is stopped gives nothing", "[cure]")
{
    int asked = 0;
    const LayerQuestion q{site("deep_pour_slow", 250.0), 50.0, 50.0, false};
    CHECK_FALSE(safeLayer(q, [&](double) { return ++asked < 3; }));
    CHECK(asked <= 4);
    HeatQuestions questions;
    questions.ask(q);
    CHECK(answered(questions, nullptr, [](double) { return false; }) == nullptr);
}

TEST_CASE("a larger pot gels sooner, a cooler one later, and none is promised longer than its sheet", "[cure]")
{
    const ResinClass& r = *standardShop().resin("table_top");
    const double small = *potCure(r.cure, 100.0, 22.0).gel_min;
    CHECK(*potCure(r.cure, 1000.0, 22.0).gel_min < small);
    CHECK(*potCure(r.cure, 100.0, 15.0).gel_min > small);
    CHECK_THAT(*potLife_min(r, r.potLifeMass_g, r.potLifeAt_C), WithinAbs(r.potLife_min, 1e-9));
    CHECK(*potLife_min(r, 2000.0, 25.0) < r.potLife_min);
    CHECK(*potLife_min(r, 20.0, 10.0) == r.potLife_min);
    CHECK_FALSE(potLife_min(ResinClass{}, 100.0, 20.0));
}

TEST_CASE("a class is brought to the numbers of a sheet", "[cure]")
{
    const ResinClass& like = *standardShop().resin("deep_pour_slow");
    CHECK(calibrated(like, {}).cure == like.cure); // a sheet that says nothing changes nothing
    SheetNumbers sheet;
    sheet.potLife_min = like.potLife_min / 2.0;
    sheet.potLifeMass_g = like.potLifeMass_g;
    const Calibrated quick = calibrated(like, sheet);
    CHECK(quick.quicker > 1.5);
    CHECK(quick.strained.empty());
    const double open_K = leftOpen_K(like, sheet, quick.cure);
    CHECK(open_K > 1.0); // heat of reaction and activation are not said
    const double own = *potCure(like.cure, like.potLifeMass_g, 25.0).gel_min;
    CHECK_THAT(*potCure(quick.cure, like.potLifeMass_g, 25.0).gel_min, WithinRel(own / 2.0, 0.02));

    sheet.peak_C = potCure(quick.cure, like.potLifeMass_g, 25.0).peak_C;
    CHECK(leftOpen_K(like, sheet, quick.cure) < open_K); // the more a sheet says, the less is left open
    sheet.peak_C = *sheet.peak_C + 8.0;
    const Calibrated hot = calibrated(like, sheet);
    CHECK_THAT(potCure(hot.cure, like.potLifeMass_g, 25.0).peak_C, WithinAbs(*sheet.peak_C, 0.7));
    CHECK(hot.hotter > 1.0);

    sheet.peak_C.reset();
    sheet.potLife_min = 1.0; // of a kilogram of a slow class
    CHECK_FALSE(calibrated(like, sheet).strained.empty());
}

TEST_CASE("the room is coldest towards morning and its mean is the mean", "[cure]")
{
    const PourRoom room{12.0, 20.0, false, false};
    CHECK_THAT(airAt_C(room, 5.0), WithinAbs(12.0, 1e-12));
    CHECK_THAT(airAt_C(room, 17.0), WithinAbs(20.0, 1e-12));
    CHECK_THAT(airAt_C(room, 29.0), WithinAbs(12.0, 1e-12));
    CHECK(meanAir_C(room) == 16.0);
}

TEST_CASE("layers are poured by day, when the one below bears them", "[cure]")
{
    HeatQuestion q;
    q.site = site("deep_pour_slow", 200.0);
    q.depths_mm = {25.0, 25.0};
    const auto heat = pourHeat(q);
    REQUIRE(heat);
    REQUIRE(heat->layers.size() == 2);
    const double opens = *heat->layers[0].times.recoatOpen_h;
    CHECK(heat->layers[1].pouredAt_h >= opens);
    const double hour = std::fmod(q.site.starts_hour + heat->layers[1].pouredAt_h, 24.0);
    CHECK((hour >= q.opens_hour - 1e-9 && hour <= q.closes_hour + 1e-9));
    CHECK(heat->least_C < heat->peak_C);
    CHECK(heat->peak_C < heat->most_C);
    REQUIRE(heat->pictures.size() > 20);
    CHECK(heat->pictures.front().heat_C.size() == (heat->x_mm.size() - 1) * (heat->y_mm.size() - 1));
    // Poured later than its window, it is to be scuffed.
    q.poured_h = {0.0, *heat->layers[0].times.recoatClose_h + 5.0};
    CHECK(pourHeat(q)->layers[1].scuff);
}
