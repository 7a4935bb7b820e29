#include <catch2/catch.hpp>

#include "core/wood/density.h"
#include "core/wood/moisture.h"
#include "core/wood/movement.h"

using namespace burl;
using Catch::WithinAbs;
using Catch::WithinRel;

TEST_CASE("twice the width moves twice as far", "[wood]")
{
    const double width = GENERATE(100.0, 450.0, 900.0);
    CHECK_THAT(widthChange_mm(2.0 * width, 0.0025, 8.0, 11.0),
               WithinRel(2.0 * widthChange_mm(width, 0.0025, 8.0, 11.0), 1e-12));
}

TEST_CASE("rooms that the wood handbook tabulates", "[wood]")
{
    // Wood Handbook, table 4-2: percent moisture at a temperature and a humidity, to one decimal.
    struct Row {
        double t, rh, mc;
    };
    for (const Row row : {Row{21.1, 30.0, 6.2},
                          {21.1, 50.0, 9.2},
                          {21.1, 65.0, 12.0},
                          {21.1, 80.0, 16.0},
                          {4.4, 50.0, 9.5},
                          {37.8, 50.0, 8.7}}) {
        CAPTURE(row.t, row.rh);
        CHECK_THAT(emc_pct(row.t, row.rh), WithinAbs(row.mc, 0.15));
    }
}

TEST_CASE("damper air, wetter wood; warmer air, a little drier", "[wood]")
{
    for (double rh = 5.0; rh < 95.0; rh += 5.0) {
        CHECK(emc_pct(20.0, rh + 5.0) > emc_pct(20.0, rh));
        CHECK(emc_pct(30.0, rh) < emc_pct(10.0, rh));
    }
    for (const double mc : {5.0, 8.0, 12.0, 18.0}) {
        CHECK_THAT(emc_pct(20.0, humidityForEmc_pct(20.0, mc).value()), WithinAbs(mc, 1e-9));
    }
}

TEST_CASE("the coefficient lies between radial and tangential, and mirrors about the pith", "[wood]")
{
    const ChangeCoefficients c{0.0019, 0.00274};
    for (const double z : {5.0, 40.0, 120.0, 400.0}) {
        const double mean = meanCoefficient(500.0, {z, 30.0}, c);
        CHECK(mean > c.radial);
        CHECK(mean < c.tangential);
        CHECK_THAT(meanCoefficient(500.0, {-z, 30.0}, c), WithinAbs(mean, 1e-15));
        CHECK_THAT(meanCoefficient(500.0, {z, -30.0}, c), WithinAbs(mean, 1e-15));
    }
    // Far from the pith a slab is flat-sawn, through the pith it is quarter-sawn.
    CHECK_THAT(meanCoefficient(400.0, {20'000.0, 0.0}, c), WithinAbs(c.tangential, 1e-6));
    CHECK_THAT(meanCoefficient(400.0, {0.0, 0.0}, c), WithinAbs(c.radial, 1e-15));
}

TEST_CASE("the mean coefficient is the mean of the local ones", "[wood]")
{
    const ChangeCoefficients c{0.0013, 0.0025};
    double sum = 0.0;
    constexpr int n = 200'000;
    for (int i = 0; i < n; ++i) {
        const double y = 60.0 - 250.0 + 500.0 * (i + 0.5) / n;
        sum += (c.radial * y * y + c.tangential * 70.0 * 70.0) / (y * y + 70.0 * 70.0) / n;
    }
    CHECK_THAT(meanCoefficient(500.0, {70.0, 60.0}, c), WithinAbs(sum, 1e-10));
}

TEST_CASE("the face nearer the bark goes hollow on drying", "[wood]")
{
    const CupForecast cup = cupBetween(500.0, 50.0, {90.0, 0.0}, {0.0019, 0.00274}, 12.0, 7.0);
    CHECK(cup.depth_mm < 0.0); // top face is the bark side: its edges rise
    CHECK_THAT(cupBetween(500.0, 50.0, {-90.0, 0.0}, {0.0019, 0.00274}, 12.0, 7.0).depth_mm,
               WithinAbs(-cup.depth_mm, 1e-12));
}

TEST_CASE("a mirrored top moves mirrored, and resin does not move", "[wood][move]")
{
    const std::vector<Strip> strips{{300.0, 0.0025}, {120.0, 0.0}, {260.0, 0.0019}};
    const std::vector<Strip> mirrored{{260.0, 0.0019}, {120.0, 0.0}, {300.0, 0.0025}};
    const MoistureRange mc{9.0, 6.0, 12.0};
    const double width = 680.0;
    for (const double y : {10.0, 200.0, 350.0, 420.0, 600.0}) {
        const FastenerTravel a = travelOf(strips, 360.0, {y, 8.0, 0.5}, mc);
        const FastenerTravel b = travelOf(mirrored, width - 360.0, {width - y, 8.0, 0.5}, mc);
        CHECK_THAT(a.moveWettest_mm, WithinAbs(-b.moveWettest_mm, 1e-12));
        CHECK_THAT(a.slotLength_mm, WithinAbs(b.slotLength_mm, 1e-12));
    }
    CHECK_THAT(moveAt_mm(strips, 300.0, 420.0, 9.0, 14.0), WithinAbs(0.0, 1e-15));
}

TEST_CASE("wood is heavier wet", "[wood]")
{
    for (double mc = 4.0; mc < 60.0; mc += 4.0) {
        CHECK(density_kg_m3(0.6, mc + 4.0) > density_kg_m3(0.6, mc));
    }
    CHECK_THAT(density_kg_m3(0.55, 12.0), WithinAbs(616.0, 1e-9)); // 0.55 x 1000 x 1.12
}
