#include "core/cure/pot_life.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/cure/cure_resin.h"

namespace burl
{
namespace
{

constexpr double kKilo = 1000.0;
constexpr double kMinute_s = 60.0;
constexpr double kWeek_s = 7.0 * 24.0 * 3600.0;
constexpr double kOver_W_m2K = 8.0; // still air about a pot, its wall counted
constexpr double kWarms_K = 1.0;    // in one step
constexpr double kCures = 0.01;
constexpr double kShortest_s = 0.05, kLongest_s = 600.0;

} // namespace

PotCure potCure(const CureResin& resin, double mass_g, double at_C)
{
    const double volume_m3 = mass_g / kKilo / resin.thermal.density_kg_m3;
    const double wide_m = std::cbrt(4.0 * volume_m3 / std::numbers::pi);
    const double area_m2 = 1.5 * std::numbers::pi * wide_m * wide_m; // its side and both ends
    const double capacity_J_K = mass_g / kKilo * resin.thermal.heatCapacity_J_kgK;
    const double cools_per_s = kOver_W_m2K * area_m2 / capacity_J_K;
    const double rise = fullRise_K(resin);
    PotCure out;
    out.peak_C = at_C;
    double alpha = 0.0;
    double heat = at_C;
    double at_s = 0.0;
    while (at_s < kWeek_s) {
        const double rate = cureRate_per_s(resin.kinetics, alpha, heat);
        const double step = std::clamp(
            std::min(kWarms_K / std::max(1e-12, rate * rise), kCures / std::max(1e-12, rate)), kShortest_s, kLongest_s);
        // Midpoint; cooling in closed form, so that a small pot in a long step stays sound.
        const double middle = std::min(1.0, alpha + rate * step / 2.0);
        const double then = cureRate_per_s(resin.kinetics, middle, heat + rise * (middle - alpha));
        const double next = std::min(1.0, alpha + then * step);
        heat = at_C + (heat + rise * (next - alpha) - at_C) * std::exp(-cools_per_s * step);
        alpha = next;
        at_s += step;
        out.peak_C = std::max(out.peak_C, heat);
        if (!out.gel_min && alpha >= resin.viscosity.gelAlpha) {
            out.gel_min = at_s / kMinute_s;
        }
        if (out.gel_min && heat < out.peak_C - 1.0) {
            break;
        }
    }
    return out;
}

std::optional<double> potLife_min(const ResinClass& resin, double mass_g, double at_C)
{
    if (!(resin.potLife_min > 0.0) || !(resin.potLifeMass_g > 0.0)) {
        return std::nullopt;
    }
    const auto sheet = potCure(resin.cure, resin.potLifeMass_g, resin.potLifeAt_C).gel_min;
    const auto here = potCure(resin.cure, mass_g, at_C).gel_min;
    if (!sheet || !here) {
        return resin.potLife_min;
    }
    // Longer than its sheet says is not promised.
    return resin.potLife_min * std::min(1.0, *here / *sheet);
}

} // namespace burl
