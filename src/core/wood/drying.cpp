#include "core/wood/drying.h"

// Method: for a given τ the curve is linear in (rest, start), so a least-squares line gives both; τ is
// searched on a logarithmic scale, coarse and then by golden section. Nothing is iterated to a guess.

#include <algorithm>
#include <cmath>
#include <limits>
#include <set>

namespace burl
{
namespace
{

constexpr double kShortest_days = 2.0;
constexpr double kLongest_days = 4000.0;
constexpr double kDriest_pct = 2.0;
constexpr double kDampest_pct = 24.0;
constexpr int kLeastSpan_days = 7;     // two readings nearer together differ by the meter
constexpr size_t kDatesForRest = 5;    // where it comes to rest is told by so many dates
constexpr int kSpanForRest_days = 60;  // over so long
constexpr double kLeastFall_pct = 0.2; // a meter reads no finer
constexpr double kAtTheEnd = 0.98;     // of the longest time looked at: no end was found
constexpr int kHalvings = 60;          // of the golden section: to the last digit of a double

struct Fit {
    double rest = 0.0;
    double rise = 0.0; // start less rest
    double squares = std::numeric_limits<double>::infinity();
};

Fit fitAt(std::span<const DryingReading> readings, int first, double tau, double rest, bool fitRest)
{
    double n = 0.0;
    double se = 0.0;
    double see = 0.0;
    double sm = 0.0;
    double sem = 0.0;
    for (const DryingReading& r : readings) {
        const double e = std::exp(-(r.day - first) / tau);
        n += 1.0;
        se += e;
        see += e * e;
        sm += r.mc_pct;
        sem += e * r.mc_pct;
    }
    Fit fit;
    fit.rest = rest;
    const double det = n * see - se * se;
    if (fitRest && det > 1e-9 * n * see) {
        fit.rest = std::clamp((sm * see - se * sem) / det, kDriest_pct, kDampest_pct);
    }
    fit.rise = (sem - fit.rest * se) / see;
    fit.squares = 0.0;
    for (const DryingReading& r : readings) {
        const double miss = fit.rest + fit.rise * std::exp(-(r.day - first) / tau) - r.mc_pct;
        fit.squares += miss * miss;
    }
    return fit;
}

} // namespace

double DryingCurve::at(double day) const
{
    return equilibrium_pct + (start_pct - equilibrium_pct) * std::exp(-(day - firstDay) / tau_days);
}

std::optional<double> DryingCurve::dayOf(double mc_pct) const
{
    const double left = (mc_pct - equilibrium_pct) / (start_pct - equilibrium_pct);
    if (!(left > 0.0)) {
        return std::nullopt;
    }
    return left >= 1.0 ? firstDay : firstDay - tau_days * std::log(left);
}

Expected<DryingCurve> dryingCurve(std::vector<DryingReading> readings, double equilibrium_pct)
{
    std::set<int> dates;
    for (const DryingReading& r : readings) {
        if (!std::isfinite(r.mc_pct) || r.mc_pct < 0.0) {
            return refuse("drying.not_a_number", "a moisture reading is not a number; correct it");
        }
        dates.insert(r.day);
    }
    if (dates.size() < 2 || *dates.rbegin() - *dates.begin() < kLeastSpan_days) {
        return refuse("drying.too_few", "two readings at least a week apart are needed to tell how it dries");
    }
    std::stable_sort(readings.begin(), readings.end(), [](const auto& a, const auto& b) { return a.day < b.day; });
    const int first = readings.front().day;
    const int span = *dates.rbegin() - first;
    const bool fitRest = dates.size() >= kDatesForRest && span >= kSpanForRest_days;
    const auto squares = [&](double logTau) {
        return fitAt(readings, first, std::exp(logTau), equilibrium_pct, fitRest).squares;
    };
    const double low = std::log(kShortest_days);
    const double high = std::log(kLongest_days);
    constexpr int kSteps = 80;
    int best = 0;
    for (int i = 1; i <= kSteps; ++i) {
        if (squares(low + (high - low) * i / kSteps) < squares(low + (high - low) * best / kSteps)) {
            best = i;
        }
    }
    double a = low + (high - low) * std::max(0, best - 1) / kSteps;
    double b = low + (high - low) * std::min(kSteps, best + 1) / kSteps;
    constexpr double kGolden = 0.6180339887498949;
    for (int i = 0; i < kHalvings; ++i) {
        const double c = b - kGolden * (b - a);
        const double d = a + kGolden * (b - a);
        (squares(c) < squares(d) ? b : a) = squares(c) < squares(d) ? d : c;
    }
    DryingCurve curve;
    curve.tau_days = std::exp((a + b) / 2.0);
    const Fit fit = fitAt(readings, first, curve.tau_days, equilibrium_pct, fitRest);
    curve.firstDay = first;
    curve.equilibrium_pct = fit.rest;
    curve.start_pct = fit.rest + fit.rise;
    curve.rms_pct = std::sqrt(fit.squares / static_cast<double>(readings.size()));
    curve.restFitted = fitRest;
    if (!(fit.rise > kLeastFall_pct) || curve.tau_days > kAtTheEnd * kLongest_days) {
        return refuse("drying.not_drying", "the readings do not fall; it is not drying where it stands");
    }
    return curve;
}

} // namespace burl
