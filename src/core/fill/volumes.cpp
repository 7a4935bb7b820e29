#include "core/fill/volumes.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/measure/units.h"

namespace burl
{
namespace
{

}

VoidAmount throughVoid(const Ring& ring, double depth_mm)
{
    return {area_mm2(std::span<const Vec2>(ring)) * depth_mm / kMm3PerL, perimeter_mm(ring) * depth_mm};
}

VoidAmount pocket(const Ring& ring, double depth_mm)
{
    const double area = area_mm2(std::span<const Vec2>(ring));
    return {area * depth_mm / kMm3PerL, perimeter_mm(ring) * depth_mm + area};
}

VoidAmount conicalKnot(double diameter_mm, double depth_mm, double foot_mm)
{
    const double squares = diameter_mm * diameter_mm + diameter_mm * foot_mm + foot_mm * foot_mm;
    return {std::numbers::pi / 12.0 * squares * depth_mm / kMm3PerL,
            std::numbers::pi / 2.0 * (diameter_mm + foot_mm) * std::hypot((diameter_mm - foot_mm) / 2.0, depth_mm)};
}

VoidAmount vCrack(double length_mm, double width_mm, double depth_mm, double foot_mm)
{
    return {length_mm * (width_mm + foot_mm) * depth_mm / 2.0 / kMm3PerL,
            2.0 * length_mm * std::hypot((width_mm - foot_mm) / 2.0, depth_mm)};
}

VoidAmount wormHoles(int count, double diameter_mm, double depth_mm)
{
    const double floor = std::numbers::pi / 4.0 * diameter_mm * diameter_mm;
    return {count * floor * depth_mm / kMm3PerL, count * (std::numbers::pi * diameter_mm * depth_mm + floor)};
}

VoidAmount riverVoid(const Ring& ring, double depth_mm, const std::vector<bool>& woodEdges)
{
    double wood = 0.0;
    for (size_t i = 0; i < ring.size() && i < woodEdges.size(); ++i) {
        if (woodEdges[i]) {
            wood += length(ring[(i + 1) % ring.size()] - ring[i]);
        }
    }
    return {area_mm2(std::span<const Vec2>(ring)) * depth_mm / kMm3PerL, wood * depth_mm};
}

namespace
{

/// Share of the mixed volume that is part A.
double volumeShareA(const MixRatio& mix)
{
    const double a = mix.byMass ? mix.aToB / mix.densityA_kg_L : mix.aToB;
    const double b = mix.byMass ? 1.0 / mix.densityB_kg_L : 1.0;
    return a / (a + b);
}

Parts partsOf(double volume_L, const MixRatio& mix, double pigment_pct)
{
    Parts parts;
    parts.volume_L = volume_L;
    parts.a_L = volume_L * volumeShareA(mix);
    parts.b_L = volume_L - parts.a_L;
    parts.a_kg = parts.a_L * mix.densityA_kg_L;
    parts.b_kg = parts.b_L * mix.densityB_kg_L;
    parts.pigment_g = (parts.a_kg + parts.b_kg) * 1000.0 * pigment_pct / 100.0;
    return parts;
}

} // namespace

double mixedDensity_kg_L(const MixRatio& mix)
{
    const double a = volumeShareA(mix);
    return a * mix.densityA_kg_L + (1.0 - a) * mix.densityB_kg_L;
}

double largestPot_L(double bucket_L, const Mixing& mixing)
{
    return mixing.chamber_L ? std::min(bucket_L, *mixing.chamber_L * kOfChamber) : bucket_L;
}

Order orderFor(const OrderInput& input)
{
    Order out;
    out.mixedDensity_kg_L = mixedDensity_kg_L(input.mix);
    out.overpour_L = input.overpour_mm * input.overpourArea_mm2 / kMm3PerL;
    out.soak_g = input.soakIn_g_m2 * input.wetted_mm2 / 1e6;
    out.soak_L = out.soak_g / 1000.0 / out.mixedDensity_kg_L;
    out.reserve_L = input.reserve * input.voids_L;
    out.needed_L = input.voids_L + out.overpour_L + input.wedge_L + out.soak_L + out.reserve_L;
    const double mixed = out.needed_L / (1.0 - input.potResidue);
    out.total = partsOf(mixed, input.mix, input.pigment_pct);
    out.batches = mixed > 0.0 ? std::max(1, static_cast<int>(std::ceil(mixed / input.bucket_L - 1e-9))) : 0;
    if (out.batches > 0) {
        out.batch = partsOf(mixed / out.batches, input.mix, input.pigment_pct);
    }
    return out;
}

Layers layersFor(double depth_mm, double maxLayer_mm, double areaTop_mm2, double areaBottom_mm2)
{
    Layers out;
    if (!(depth_mm > 0.0) || !(maxLayer_mm > 0.0)) {
        return out;
    }
    out.count = std::max(1, static_cast<int>(std::ceil(depth_mm / maxLayer_mm - 1e-9)));
    out.thickness_mm = depth_mm / out.count;
    for (int k = 0; k < out.count; ++k) {
        const double middle = (k + 0.5) / out.count;
        const double area = areaBottom_mm2 + (areaTop_mm2 - areaBottom_mm2) * middle;
        out.volumes_L.push_back(area * out.thickness_mm / kMm3PerL);
        out.volume_L += out.volumes_L.back();
    }
    return out;
}

void asCone(Layers& layers, double volume_L)
{
    const double n = layers.count;
    for (size_t k = 0; k < layers.volumes_L.size(); ++k) {
        const auto low = static_cast<double>(k);
        layers.volumes_L[k] = volume_L * (std::pow(low + 1.0, 3) - std::pow(low, 3)) / (n * n * n);
    }
    layers.volume_L = volume_L;
}

Uplift upliftOf(double area_mm2, double thickness_mm, double resinDepth_mm, double wood_kg_m3, double resin_kg_m3,
                double safety, double clamp_N)
{
    Uplift out;
    out.net_N = (resin_kg_m3 * resinDepth_mm - wood_kg_m3 * thickness_mm) * area_mm2 * 1e-9 * kGravity_m_s2;
    out.uplift_N = std::max(0.0, out.net_N);
    out.clamps = static_cast<int>(std::ceil(out.uplift_N * safety / clamp_N - 1e-9));
    out.floatDepth_mm = std::min(thickness_mm, wood_kg_m3 * thickness_mm / resin_kg_m3);
    out.floats = wood_kg_m3 < resin_kg_m3;
    return out;
}

TiltedForm tiltedForm(const Ring& ring, double depthAtHighEnd_mm, double slope_mm_m, bool lowAtRight)
{
    TiltedForm out;
    const Box box = boundsOf(ring);
    const double area = area_mm2(std::span<const Vec2>(ring));
    const double middle = centroid(ring).x;
    out.length_mm = box.width();
    out.extraDepth_mm = slope_mm_m / 1000.0 * out.length_mm;
    out.level_L = area * depthAtHighEnd_mm / kMm3PerL;
    const double fromHighEnd = lowAtRight ? middle - box.left : box.right - middle;
    out.extra_L = slope_mm_m / 1000.0 * area * fromHighEnd / kMm3PerL;
    return out;
}

} // namespace burl
