// Steel and wooden sections by hand; the months of a room; what stands on the shelf.

#include <catch2/catch.hpp>

#include <algorithm>

#include "core/shop/resin.h"
#include "core/shop/room.h"
#include "core/shop/section.h"

using namespace burl;
using Catch::WithinAbs;
using Catch::WithinRel;

TEST_CASE("a flat bar lying and on edge", "[section]")
{
    Section bar;
    bar.kind = SectionKind::Flat;
    bar.width_mm = 60.0;
    bar.height_mm = 10.0;
    const SectionValues lying = valuesOf(bar);
    CHECK_THAT(lying.area_mm2, WithinAbs(600.0, 1e-9));
    CHECK_THAT(lying.inertia_mm4, WithinRel(60.0 * 1000.0 / 12.0, 1e-12));
    CHECK_THAT(lying.inertiaSide_mm4, WithinRel(10.0 * 216'000.0 / 12.0, 1e-12));
    CHECK_THAT(lying.modulus_mm3, WithinRel(60.0 * 100.0 / 6.0, 1e-12));
    CHECK_THAT(lying.mass_kg_m, WithinRel(600e-6 * 7850.0, 1e-12));
    CHECK_THAT(lying.ei_N_mm2, WithinRel(205'000.0 * 5'000.0, 1e-12));
    std::swap(bar.width_mm, bar.height_mm);
    CHECK_THAT(valuesOf(bar).inertia_mm4, WithinRel(lying.inertiaSide_mm4, 1e-12));
}

TEST_CASE("a hollow section is the full one less its hollow; one turned is the other", "[section]")
{
    Section tube;
    tube.kind = SectionKind::Hollow;
    tube.width_mm = 80.0;
    tube.height_mm = 40.0;
    tube.thickness_mm = 3.0;
    const SectionValues v = valuesOf(tube);
    CHECK_THAT(v.area_mm2, WithinRel(80.0 * 40.0 - 74.0 * 34.0, 1e-12));
    CHECK_THAT(v.inertia_mm4, WithinRel((80.0 * 64'000.0 - 74.0 * 34.0 * 34.0 * 34.0) / 12.0, 1e-12));
    CHECK_THAT(v.centroid_mm, WithinAbs(20.0, 1e-9));
    std::swap(tube.width_mm, tube.height_mm);
    CHECK_THAT(valuesOf(tube).inertia_mm4, WithinRel(v.inertiaSide_mm4, 1e-12));
    CHECK(standsUp(tube));
    tube.thickness_mm = 20.0;
    CHECK_FALSE(standsUp(tube));
}

TEST_CASE("a channel by its three rectangles", "[section]")
{
    const Section channel; // 50 by 25 by 5, its web level
    const SectionValues v = valuesOf(channel);
    // Web 50 × 5, two flanges 5 × 20 below it.
    const double area = 250.0 + 2.0 * 100.0;
    CHECK_THAT(v.area_mm2, WithinRel(area, 1e-12));
    const double centroid = (250.0 * 2.5 + 200.0 * 15.0) / area;
    CHECK_THAT(v.centroid_mm, WithinRel(centroid, 1e-12));
    const double inertia = 50.0 * 125.0 / 12.0 + 250.0 * (centroid - 2.5) * (centroid - 2.5) +
                           2.0 * (5.0 * 8000.0 / 12.0 + 100.0 * (15.0 - centroid) * (15.0 - centroid));
    CHECK_THAT(v.inertia_mm4, WithinRel(inertia, 1e-12));
    CHECK_THAT(v.modulus_mm3, WithinRel(inertia / std::max(centroid, 25.0 - centroid), 1e-12));
}

TEST_CASE("twice the wall of a section is more of everything, and scaled by two it grows by its powers", "[section]")
{
    for (const SectionKind kind : {SectionKind::Channel, SectionKind::Hollow, SectionKind::Flat}) {
        Section s;
        s.kind = kind;
        const SectionValues v = valuesOf(s);
        Section large = s;
        large.width_mm *= 2.0;
        large.height_mm *= 2.0;
        large.thickness_mm *= 2.0;
        const SectionValues w = valuesOf(large);
        CHECK_THAT(w.area_mm2, WithinRel(4.0 * v.area_mm2, 1e-9));
        CHECK_THAT(w.inertia_mm4, WithinRel(16.0 * v.inertia_mm4, 1e-9));
        CHECK_THAT(w.modulus_mm3, WithinRel(8.0 * v.modulus_mm3, 1e-9));
        CHECK_THAT(w.mass_kg_m, WithinRel(4.0 * v.mass_kg_m, 1e-9));
    }
}

TEST_CASE("a room that says its two seasons goes smoothly between them", "[room]")
{
    Climate climate;
    climate.winter_degC = 20.0;
    climate.winter_rh_pct = 30.0;
    climate.summer_degC = 24.0;
    climate.summer_rh_pct = 60.0;
    const auto months = monthsOf(climate);
    const auto rh = [&](size_t month) { return months[month].rh_pct; };
    const auto [least, most] = std::minmax_element(months.begin(), months.end(),
                                                   [](const auto& a, const auto& b) { return a.rh_pct < b.rh_pct; });
    CHECK(least == months.begin());    // January
    CHECK(most == months.begin() + 6); // July
    CHECK_THAT(rh(0), WithinAbs(30.0, 0.2));
    CHECK_THAT(rh(6), WithinAbs(60.0, 0.2));
    CHECK_THAT(rh(3), WithinAbs(45.0, 1.0));
    for (size_t k = 1; k < 6; ++k) { // as fast up as down
        CHECK(rh(k) > rh(k - 1));
        CHECK_THAT(rh(6 + k), WithinAbs(rh(6 - k), 1e-6));
    }
    // Wetter air, wetter wood; the mean lies between the seasons.
    Climate wetter = climate;
    wetter.winter_rh_pct = 45.0;
    CHECK(meanRest_pct(wetter) > meanRest_pct(climate));
}

TEST_CASE("the maker's own product stands before its class, and goes by its rule", "[resin]")
{
    std::vector<ResinClass> resins(2);
    resins[0].id = "deep_pour_slow";
    resins[1].id = "table_top";
    CHECK(onShelf(resins, "deep_pour_slow")->id == "deep_pour_slow");
    CHECK(onShelf(resins, "no_such") == nullptr);
    ResinClass own;
    own.id = "own_1";
    own.basedOn = "deep_pour_slow";
    resins.push_back(own);
    CHECK(onShelf(resins, "deep_pour_slow")->id == "own_1");
    CHECK(onShelf(resins, "table_top")->id == "table_top");
    CHECK(resinCalled(resins, "own_1")->kind() == "deep_pour_slow");
    CHECK(resinCalled(resins, "own_2") == nullptr);
}
