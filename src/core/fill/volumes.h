#pragma once
// Volumes of voids, what resin to buy and mix for them, layers and uplift.
// Units: mm, mm2, litres; masses kg, pigment and soak-in g.
// Source: docs/formulas.md#resin.   Threads: pure.

#include <vector>

#include "core/geometry/ring.h"
#include "core/shop/fill_choices.h"
#include "core/shop/mix_ratio.h"

namespace burl
{

struct VoidAmount {
    double volume_L = 0.0;
    double wetted_mm2 = 0.0; // wood the resin touches: for soak-in
};
[[nodiscard]] VoidAmount throughVoid(const Ring& ring, double depth_mm);
[[nodiscard]] VoidAmount pocket(const Ring& ring, double depth_mm);
/// A cone down to its tip; with `foot_mm` one that is cut off at that width, as where it comes out below.
[[nodiscard]] VoidAmount conicalKnot(double diameter_mm, double depth_mm, double foot_mm = 0.0);
[[nodiscard]] VoidAmount vCrack(double length_mm, double width_mm, double depth_mm, double foot_mm = 0.0);
[[nodiscard]] VoidAmount wormHoles(int count, double diameter_mm, double depth_mm);
/// `woodEdges[i]` tells whether the edge from corner i to the next is wood.
[[nodiscard]] VoidAmount riverVoid(const Ring& ring, double depth_mm, const std::vector<bool>& woodEdges);

[[nodiscard]] double mixedDensity_kg_L(const MixRatio& mix);

/// The most that is mixed at once: the bucket, and of a vacuum chamber a third, as foam wants the rest.
constexpr double kOfChamber = 1.0 / 3.0;
[[nodiscard]] double largestPot_L(double bucket_L, const Mixing& mixing);

struct OrderInput {
    double voids_L = 0.0;
    double wetted_mm2 = 0.0;
    double overpour_mm = 0.0;
    double overpourArea_mm2 = 0.0;
    double wedge_L = 0.0; // more where the form is out of level, planed off
    double soakIn_g_m2 = 0.0;
    double reserve = 0.0;    // share of the voids kept for leaks
    double potResidue = 0.0; // share that stays in the pots
    MixRatio mix;
    double bucket_L = 1.0; // the most that is mixed at once
    double pigment_pct = 0.0;
    bool operator==(const OrderInput&) const = default;
};

struct Parts {
    double volume_L = 0.0;
    double a_L = 0.0;
    double b_L = 0.0;
    double a_kg = 0.0;
    double b_kg = 0.0;
    double pigment_g = 0.0;
};

struct Order {
    double overpour_L = 0.0;
    double soak_g = 0.0;
    double soak_L = 0.0;
    double reserve_L = 0.0;
    double needed_L = 0.0;
    double mixedDensity_kg_L = 0.0;
    Parts total;
    int batches = 0;
    Parts batch; // all batches are alike, so every pot has the same colour
};
[[nodiscard]] Order orderFor(const OrderInput& input);

struct Layers {
    int count = 0;
    double thickness_mm = 0.0;
    std::vector<double> volumes_L; // from the bottom
    double volume_L = 0.0;
};
[[nodiscard]] Layers layersFor(double depth_mm, double maxLayer_mm, double areaTop_mm2, double areaBottom_mm2);

/// The layers of a cone that points down: the uppermost takes most.
void asCone(Layers& layers, double volume_L);

struct Uplift {
    double net_N = 0.0; // negative: the slab stays down by itself
    double uplift_N = 0.0;
    int clamps = 0;
    double floatDepth_mm = 0.0;
    bool floats = false;
};
[[nodiscard]] Uplift upliftOf(double area_mm2, double thickness_mm, double resinDepth_mm, double wood_kg_m3,
                              double resin_kg_m3, double safety, double clamp_N);

struct TiltedForm {
    double length_mm = 0.0;
    double extraDepth_mm = 0.0;
    double level_L = 0.0;
    double extra_L = 0.0;
};
/// A form whose floor falls by `slope` mm per m towards one end takes this much more.
[[nodiscard]] TiltedForm tiltedForm(const Ring& ring, double depthAtHighEnd_mm, double slope_mm_m, bool lowAtRight);

} // namespace burl
