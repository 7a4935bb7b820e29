#include "core/cure/cure_resin.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace burl
{
namespace
{

constexpr double kGas_J_molK = 8.314462618;
constexpr double kKelvin = 273.15;
constexpr double kRoom_K = 298.15; // of values "at 25 C"

} // namespace

double cureRate_per_s(const CureKinetics& k, double alpha, double temperature_C)
{
    const double per = -1.0 / (kGas_J_molK * (temperature_C + kKelvin));
    const double a = std::clamp(alpha, 0.0, 1.0);
    const double k1 = k.a1_per_s * std::exp(k.e1_J_mol * per);
    const double k2 = k.a2_per_s * std::exp(k.e2_J_mol * per);
    const double stall = k.stallAlpha25C + k.stallAlpha_per_K * (temperature_C + kKelvin - kRoom_K);
    const double fd = 1.0 / (1.0 + std::exp(k.stallSharpness * (a - stall)));
    return (k1 + k2 * std::pow(a, k.m)) * std::pow(1.0 - a, k.n) * fd;
}

double viscosity_Pa_s(const CureViscosity& v, double alpha, double temperature_C)
{
    if (alpha >= v.gelAlpha) {
        return std::numeric_limits<double>::infinity();
    }
    const double warm = std::exp(v.e_J_mol / kGas_J_molK * (1.0 / (temperature_C + kKelvin) - 1.0 / kRoom_K));
    return v.mixed25C_Pa_s * warm * std::pow(v.gelAlpha / (v.gelAlpha - alpha), v.a + v.b * alpha);
}

} // namespace burl
