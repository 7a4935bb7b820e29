#pragma once
// How a class of resin cures, and what it and its surroundings are made of.
// Units: J, g, mol, s as the names say; temperatures degrees Celsius; alpha is the degree of cure, 0 to 1.
// Source: docs/formulas.md#cure.   Threads: pure.

namespace burl
{

struct CureMaterial {
    double density_kg_m3 = 0.0;
    double heatCapacity_J_kgK = 0.0;
    double conductivity_W_mK = 0.0;
    bool operator==(const CureMaterial&) const = default;
};

/// d alpha / dt = (k1 + k2 alpha^m) (1 - alpha)^n fd, k = A exp(-E / R T); fd stalls a cool cure below full conversion.
struct CureKinetics {
    double heatOfReaction_J_g = 0.0;
    double m = 0.0;
    double n = 0.0;
    double e1_J_mol = 0.0;
    double e2_J_mol = 0.0;
    double a1_per_s = 0.0;
    double a2_per_s = 0.0;
    double stallSharpness = 0.0; // C of fd = 1 / (1 + exp(C (alpha - alpha_c)))
    double stallAlpha25C = 0.0;
    double stallAlpha_per_K = 0.0;
    bool operator==(const CureKinetics&) const = default;
};

struct CureViscosity {
    double mixed25C_Pa_s = 0.0;
    double e_J_mol = 0.0;
    double a = 0.0;
    double b = 0.0;
    double gelAlpha = 1.0;
    double honeyStart_Pa_s = 0.0; // thick enough for a second colour to keep its shape
    double honeyEnd_Pa_s = 0.0;
    bool operator==(const CureViscosity&) const = default;
};

/// When things may be done.
struct CureLimits {
    double peak_C = 0.0;
    double crackSpread_K = 0.0;
    double demouldMean = 0.0;
    double demouldLeast = 0.0;
    double flattenLeast = 0.0;
    double aboveRoom_K = 0.0; // for de-moulding and flattening
    double recoatOpen = 0.0;
    double recoatAboveRoom_K = 0.0;
    double recoatClose = 0.0;
    bool operator==(const CureLimits&) const = default;
};

struct CureResin {
    CureMaterial thermal;
    CureKinetics kinetics;
    CureViscosity viscosity;
    CureLimits limits;
    double shrinkage = 0.0; // share of the volume, liquid to solid
    bool operator==(const CureResin&) const = default;
};

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
