#pragma once
// How a class of resin cures: its rate and how thick it is.
// Units: J, g, mol, s as the names say; temperatures degrees Celsius; alpha is the degree of cure, 0 to 1.
// Source: docs/formulas.md#cure.   Threads: pure.

#include "core/shop/resin.h"

namespace burl
{

/// Per second.
[[nodiscard]] double cureRate_per_s(const CureKinetics& kinetics, double alpha, double temperature_C);
/// Infinite from the gel point on.
[[nodiscard]] double viscosity_Pa_s(const CureViscosity& viscosity, double alpha, double temperature_C);
/// What a whole cure without any loss warms it by.
[[nodiscard]] inline double fullRise_K(const CureResin& resin)
{
    constexpr double kGrams = 1000.0; // per kilogram
    return resin.kinetics.heatOfReaction_J_g * kGrams / resin.thermal.heatCapacity_J_kgK;
}

} // namespace burl
