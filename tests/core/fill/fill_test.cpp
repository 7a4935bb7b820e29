#include <catch2/catch.hpp>

#include "core/fill/fill_plan.h"
#include "core/fill/volumes.h"

using namespace burl;
using Catch::WithinAbs;

TEST_CASE("batches add up to the mix and none is over the bucket", "[fill]")
{
    OrderInput in;
    in.voids_L = GENERATE(0.02, 3.7, 17.2, 40.0);
    in.bucket_L = GENERATE(0.5, 2.0, 5.0);
    in.overpour_mm = 1.5;
    in.overpourArea_mm2 = 300'000.0;
    in.soakIn_g_m2 = 150.0;
    in.wetted_mm2 = 250'000.0;
    in.reserve = 0.05;
    in.potResidue = 0.03;
    in.mix = {false, 2.0, 1.15, 0.98};
    in.pigment_pct = 1.5;
    const Order o = orderFor(in);
    CHECK_THAT(o.batch.volume_L * o.batches, WithinAbs(o.total.volume_L, 1e-9));
    CHECK(o.batch.volume_L <= in.bucket_L + 1e-9);
    CHECK_THAT(o.total.a_L + o.total.b_L, WithinAbs(o.total.volume_L, 1e-12));
    CHECK_THAT(o.total.a_L / o.total.b_L, WithinAbs(2.0, 1e-9));
    CHECK_THAT((o.total.a_kg + o.total.b_kg) / o.total.volume_L, WithinAbs(o.mixedDensity_kg_L, 1e-9));
    // What is left after the pots is what was needed.
    CHECK_THAT(o.total.volume_L * 0.97, WithinAbs(o.needed_L, 1e-9));
    CHECK_THAT(o.needed_L, WithinAbs(in.voids_L + o.overpour_L + o.soak_L + o.reserve_L, 1e-12));
}

TEST_CASE("by mass and by volume are the same mix when the ratios correspond", "[fill]")
{
    const MixRatio volume{false, 2.0, 1.15, 0.98};
    const MixRatio mass{true, 2.0 * 1.15 / 0.98, 1.15, 0.98};
    CHECK_THAT(mixedDensity_kg_L(volume), WithinAbs(mixedDensity_kg_L(mass), 1e-12));
}

TEST_CASE("layers fill the whole depth and none is too thick", "[fill]")
{
    const double depth = GENERATE(4.0, 25.0, 50.0, 50.0001, 120.0);
    const Layers l = layersFor(depth, 25.0, 330'000.0, 290'000.0);
    CHECK(l.thickness_mm <= 25.0 + 1e-6);
    CHECK_THAT(l.thickness_mm * l.count, WithinAbs(depth, 1e-9));
    CHECK_THAT(l.volume_L, WithinAbs(depth * 310'000.0 / 1e6, 1e-9));
    CHECK(layersFor(0.0, 25.0, 1.0, 1.0).count == 0);
}

TEST_CASE("the resin rule, with its reason", "[fill]")
{
    CHECK(resinsFor(true, FeatureKind::ThroughVoid, 20.0, 150.0, 50.0).front().resin == "deep_pour_slow");
    CHECK(resinsFor(false, FeatureKind::BlindVoid, 2.5, 140.0, 30.0).front().resin == "deep_pour_slow");
    CHECK(resinsFor(false, FeatureKind::BlindVoid, 2.5, 300.0, 6.0).front().resin ==
          "table_top"); // too shallow to cure deep-pour
    CHECK(resinsFor(false, FeatureKind::ThroughVoid, 0.2, 30.0, 50.0).front().resin ==
          "medium_casting"); // two fills, not nine
    CHECK(resinsFor(false, FeatureKind::ThroughVoid, 0.2, 30.0, 11.0).front().resin == "table_top");
    CHECK(resinsFor(false, FeatureKind::ThroughVoid, 0.2, 12.0, 50.0).front().resin ==
          "table_top"); // narrow: its wood cools it
    CHECK(resinsFor(false, FeatureKind::WormHoles, 0.02, 5.0, 15.0).front().resin == "table_top");
    CHECK(resinsFor(false, FeatureKind::Check, 0.05, 4.0, 30.0).front().resin == "table_top");
    CHECK(resinsFor(false, FeatureKind::Check, 0.001, 0.5, 30.0).front().resin.empty());
    CHECK(resinsFor(false, FeatureKind::WormHoles, 0.01, 1.5, 15.0).front().resin.empty());
    CHECK(sealFor().resin == "penetrating_sealer");
    CHECK(resinsFor(false, FeatureKind::Inclusion, 0.1, 30.0, 10.0).front().resin ==
          "table_top"); // what fills it once it is sealed
    CHECK_FALSE(resinsFor(false, FeatureKind::Inclusion, 0.1, 30.0, 10.0).front().reason.empty());
}
