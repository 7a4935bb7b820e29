// What any pour obeys, whatever its class: heat is kept account of, thick is hot, warm is quick, wood cools.

#include <catch2/catch.hpp>

#include "core/cure/cure_section.h"
#include "core/cure/pour_site.h"
#include "exchange/materials.h"

using namespace burl;

namespace
{

/// A river of the class between two flanks of ash, in a room of 21 degrees that stays so.
CureSection river(const char* resin, double width_mm, double depth_mm)
{
    PourSite s;
    s.width_mm = width_mm;
    s.wood_mm = depth_mm;
    s.board = FormBoard::Plywood;
    s.room = {21.0, 21.0, false, false};
    s.resin = standardShop().resin(resin)->cure;
    s.materials = standardShop().pouring;
    return sectionOf(s, {{depth_mm, 0.0, 21.0}});
}

CureAnswer curedOf(const CureSection& section, CureFineness fineness = {})
{
    auto answer = cured(section, fineness);
    REQUIRE(answer);
    return std::move(*answer);
}

std::string refusedWith(const CureSection& section, const CureFineness& fineness = {})
{
    const auto answer = cured(section, fineness);
    return answer ? std::string() : answer.error().code;
}

} // namespace

TEST_CASE("the heat that was made is in the pour or has left it", "[cure][laws]")
{
    for (const ResinClass& r : standardShop().resins) {
        for (const CureShape shape : {CureShape::River, CureShape::Round, CureShape::Slab}) {
            INFO(r.id << ", shape " << static_cast<int>(shape));
            CureSection section = river(r.id.c_str(), 90.0, std::min(25.0, r.maxLayer_mm));
            section.shape = shape;
            CureFineness coarse;
            coarse.across = 8;
            coarse.deep = 10;
            const CureAnswer answer = curedOf(section, coarse);
            CHECK(std::abs(answer.energyError) < 1e-6);
            CHECK(answer.peak_C > 21.0);
            CHECK(answer.peakAt_h > 0.0);
            // Cure goes on and never back.
            double before = 0.0;
            for (const CureInstant& at : answer.instants) {
                CHECK(at.middleAlpha[0] >= before - 1e-12);
                CHECK(at.middleAlpha[0] <= 1.0);
                before = at.middleAlpha[0];
            }
        }
    }
}

TEST_CASE("a resin that makes no heat stays as warm as its room", "[cure][laws]")
{
    CureSection section = river("deep_pour_slow", 120.0, 40.0);
    section.resin.kinetics.heatOfReaction_J_g = 0.0;
    const CureAnswer answer = curedOf(section);
    CHECK(answer.peak_C == Approx(21.0).margin(1e-6));
    CHECK(answer.mostSpread_K == Approx(0.0).margin(1e-6));
    // Poured warm it cools to the room, and is nowhere warmer than it was poured.
    section.layers[0].resin_C = 35.0;
    const CureAnswer warm = curedOf(section);
    CHECK(warm.peak_C == Approx(35.0).margin(0.01));
    CHECK(warm.instants.back().warmest_C == Approx(21.0).margin(0.5));
}

TEST_CASE("thick is hotter than thin, a warm room hotter and sooner than a cool one", "[cure][laws]")
{
    double before = 0.0;
    for (const double depth : {15.0, 25.0, 40.0, 60.0}) {
        const double peak_C = curedOf(river("deep_pour_slow", 150.0, depth)).peak_C;
        INFO(depth);
        CHECK(peak_C > before + 1.0);
        before = peak_C;
    }
    const CureAnswer mild = curedOf(river("deep_pour_slow", 150.0, 40.0));
    CureSection section = river("deep_pour_slow", 150.0, 40.0);
    section.room.air_C = [](double) { return 27.0; };
    section.wood_C = 27.0;
    section.layers[0].resin_C = 27.0;
    const CureAnswer warm = curedOf(section);
    CHECK(warm.peak_C > mild.peak_C + 6.0);
    CHECK(*warm.layers[0].gelMiddle_h < *mild.layers[0].gelMiddle_h);
    CHECK(*warm.layers[0].demould_h < *mild.layers[0].demould_h);
    // A fan takes heat away over the top.
    section = river("deep_pour_slow", 150.0, 40.0);
    section.room.top_W_m2K *= 3.0;
    CHECK(curedOf(section).peak_C < mild.peak_C);
}

TEST_CASE("a wide river is the slab of its depth, and a round of that width is cooler than a river", "[cure][laws]")
{
    CureSection section = river("medium_casting", 1200.0, 30.0);
    const double wide = curedOf(section).peak_C;
    section.shape = CureShape::Slab;
    CHECK(wide == Approx(curedOf(section).peak_C).margin(0.7));
    const double narrow = curedOf(river("medium_casting", 60.0, 30.0)).peak_C;
    CHECK(narrow < wide - 1.0);
    section = river("medium_casting", 60.0, 30.0);
    section.shape = CureShape::Round;
    CHECK(curedOf(section).peak_C < narrow);
}

TEST_CASE("what happens first is told first: honey, gel, out of the form, flattened", "[cure][laws]")
{
    for (const char* resin : {"deep_pour_slow", "medium_casting", "table_top"}) {
        INFO(resin);
        CureSection section = river(resin, 80.0, std::min(20.0, standardShop().resin(resin)->maxLayer_mm));
        section.end_h = 240.0;
        const CuredLayer layer = curedOf(section).layers.at(0);
        REQUIRE(layer.honeyMiddle_h);
        REQUIRE(layer.gelAll_h);
        REQUIRE(layer.demould_h);
        CHECK(*layer.honeyMiddle_h < *layer.gelMiddle_h);
        CHECK(*layer.gelMiddle_h <= *layer.gelAll_h);
        CHECK(*layer.gelTop_h <= *layer.gelAll_h);
        CHECK(*layer.gelAll_h < *layer.demould_h);
        if (layer.recoatOpen_h && layer.recoatClose_h) {
            CHECK(*layer.recoatOpen_h < *layer.recoatClose_h);
        }
        if (layer.flatten_h) {
            CHECK(*layer.demould_h <= *layer.flatten_h);
        }
    }
}

TEST_CASE("finer cells and steps change the peak by less than a thermometer sees", "[cure][laws]")
{
    const CureSection section = river("deep_pour_slow", 140.0, 45.0);
    CureFineness fine;
    fine.across = 28;
    fine.deep = 40;
    fine.step_K = 0.25;
    const CureAnswer usual = curedOf(section);
    const CureAnswer finer = curedOf(section, fine);
    CHECK(finer.cells > usual.cells);
    CHECK(finer.peak_C == Approx(usual.peak_C).margin(0.6));
    CHECK(finer.peakAt_h == Approx(usual.peakAt_h).epsilon(0.03));
    CureFineness untilPeak;
    untilPeak.untilPeak = true;
    const CureAnswer early = curedOf(section, untilPeak);
    CHECK(early.peak_C == Approx(usual.peak_C).margin(1e-9));
    CHECK(early.steps < usual.steps);
    CHECK_FALSE(early.layers[0].flatten_h);
}

TEST_CASE("nothing to pour, a class without numbers and a stop are answered in words", "[cure][laws]")
{
    CureSection section = river("deep_pour_slow", 100.0, 30.0);
    section.layers.clear();
    CHECK(refusedWith(section) == "cure.size");
    section = river("deep_pour_slow", 100.0, 30.0);
    section.layers[0].depth_mm = 0.0;
    CHECK(refusedWith(section) == "cure.size");
    section = river("deep_pour_slow", 0.0, 30.0);
    CHECK(refusedWith(section) == "cure.size");
    section = river("deep_pour_slow", 100.0, 30.0);
    section.resin = {};
    CHECK(refusedWith(section) == "cure.resin");
    CureFineness stop;
    stop.goOn = [](double) { return false; };
    CHECK(refusedWith(river("deep_pour_slow", 100.0, 30.0), stop) == "cure.stopped");
}
