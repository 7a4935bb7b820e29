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

double between(const std::vector<double>& table, double at)
{
    const double held = std::clamp(at, 0.0, static_cast<double>(table.size()) - 1.001);
    const auto i = static_cast<size_t>(held);
    const double share = held - static_cast<double>(i);
    return table[i] + (table[i + 1] - table[i]) * share;
}

} // namespace

CureRates::CureRates(const CureKinetics& kinetics) : kinetics_(kinetics)
{
    const auto count = static_cast<size_t>((kHottest_C - kColdest_C) / kEach_K) + 1;
    for (size_t i = 0; i < count; ++i) {
        const double rt = kGas_J_molK * (kColdest_C + kEach_K * static_cast<double>(i) + kFreezing_K);
        k1_.push_back(kinetics.a1_per_s * std::exp(-kinetics.e1_J_mol / rt));
        k2_.push_back(kinetics.a2_per_s * std::exp(-kinetics.e2_J_mol / rt));
    }
    for (int i = 0; i <= kAlphas; ++i) {
        const double alpha = static_cast<double>(i) / kAlphas;
        power_.push_back(std::pow(alpha, kinetics.m));
        left_.push_back(std::pow(1.0 - alpha, kinetics.n));
    }
}

double CureRates::per_s(double alpha, double temperature_C) const
{
    const double at = (temperature_C - kColdest_C) / kEach_K;
    const double power = alpha < kSteep ? std::pow(alpha, kinetics_.m) : between(power_, alpha * kAlphas);
    const double rate = (between(k1_, at) + between(k2_, at) * power) * between(left_, alpha * kAlphas);
    constexpr double kAt_C = 25.0;
    const double stall = kinetics_.stallSharpness *
                         (alpha - (kinetics_.stallAlpha25C + kinetics_.stallAlpha_per_K * (temperature_C - kAt_C)));
    return stall < -kStalls ? rate : rate / (1.0 + std::exp(stall));
}

} // namespace burl
