#include "core/cure/cure_rates.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kGas_J_molK = 8.314462618;
constexpr double kFreezing_K = 273.15;
constexpr double kColdest_C = -60.0, kHottest_C = 640.0; // beyond any pour; outside the ends hold
constexpr double kEach_K = 0.25;
constexpr int kAlphas = 4096;
constexpr double kSteep = 0.02;  // below, alpha^m is too steep for a table
constexpr double kStalls = 12.0; // e^-12: where a cool cure begins to stall at all

/// A place between two rows of a table: looked for once for all columns.
struct Place {
    size_t i;
    double share;
    Place(double at, size_t rows)
    {
        const double held = std::clamp(at, 0.0, static_cast<double>(rows) - 1.001);
        i = static_cast<size_t>(held);
        share = held - static_cast<double>(i);
    }
    [[nodiscard]] double of(double before, double behind) const { return before + (behind - before) * share; }
};

} // namespace

CureRates::CureRates(const CureKinetics& kinetics) : kinetics_(kinetics)
{
    const auto count = static_cast<size_t>((kHottest_C - kColdest_C) / kEach_K) + 1;
    for (size_t i = 0; i < count; ++i) {
        const double rt = kGas_J_molK * (kColdest_C + kEach_K * static_cast<double>(i) + kFreezing_K);
        warm_.push_back({kinetics.a1_per_s * std::exp(-kinetics.e1_J_mol / rt),
                         kinetics.a2_per_s * std::exp(-kinetics.e2_J_mol / rt)});
    }
    for (int i = 0; i <= kAlphas; ++i) {
        const double alpha = static_cast<double>(i) / kAlphas;
        far_.push_back({std::pow(alpha, kinetics.m), std::pow(1.0 - alpha, kinetics.n)});
    }
}

double CureRates::per_s(double alpha, double temperature_C) const
{
    const Place warm((temperature_C - kColdest_C) / kEach_K, warm_.size());
    const Warm& w0 = warm_[warm.i];
    const Warm& w1 = warm_[warm.i + 1];
    const Place far(alpha * kAlphas, far_.size());
    const Far& f0 = far_[far.i];
    const Far& f1 = far_[far.i + 1];
    const double power = alpha < kSteep ? std::pow(alpha, kinetics_.m) : far.of(f0.power, f1.power);
    const double rate = (warm.of(w0.k1, w1.k1) + warm.of(w0.k2, w1.k2) * power) * far.of(f0.left, f1.left);
    constexpr double kAt_C = 25.0;
    const double stall = kinetics_.stallSharpness *
                         (alpha - (kinetics_.stallAlpha25C + kinetics_.stallAlpha_per_K * (temperature_C - kAt_C)));
    return stall < -kStalls ? rate : rate / (1.0 + std::exp(stall));
}

} // namespace burl
