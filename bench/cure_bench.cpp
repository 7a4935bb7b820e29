// Heat and cure of a section and the deepest safe layer, against a plain explicit solver at equal error.

#include <benchmark/benchmark.h>

#include <chrono>
#include <cmath>
#include <vector>

#include "core/cure/cure_resin.h"
#include "core/cure/safe_layer.h"
#include "exchange/materials.h"

namespace
{

using namespace burl;

constexpr double kPeak_C = 50.638; // of this pour, converged (tests/reference/cure.json)
constexpr double kTo_h = 24.0;     // its peak comes after 20

PourSite site()
{
    PourSite s;
    s.width_mm = 250.0;
    s.wood_mm = 50.0;
    s.board = FormBoard::Plywood;
    s.room = {21.0, 21.0, false, false};
    s.resin = standardShop().resin("deep_pour_slow")->cure;
    s.materials = standardShop().pouring;
    return s;
}

CureSection section()
{
    CureSection s = sectionOf(site(), {{50.0, 0.0, 21.0}});
    s.end_h = kTo_h;
    return s;
}

/// Even cells, forward steps as long as they stay stable.
double explicitPeak(const CureSection& s, double h_mm)
{
    const int epoxy = static_cast<int>(std::lround(s.width_mm / 2.0 / h_mm));
    const int nx = epoxy + static_cast<int>(std::lround(s.woodWidth_mm / h_mm));
    const int form = std::max(1, static_cast<int>(std::lround(s.form->thickness_mm / h_mm)));
    const int ny = form + static_cast<int>(std::lround(s.layers[0].depth_mm / h_mm));
    const double h = h_mm / 1000.0;
    const auto n = static_cast<size_t>(nx) * static_cast<size_t>(ny);
    const auto at = [nx](int i, int j) {
        return static_cast<size_t>(j) * static_cast<size_t>(nx) + static_cast<size_t>(i);
    };
    const auto material = [&](int i, int j) -> const CureMaterial& {
        return j < form ? s.form->material : i < epoxy ? s.resin.thermal : s.wood;
    };
    std::vector<double> t(n, 21.0), next(n), alpha(n, 0.0), k(n), c(n);
    double dt = 1e9;
    for (int j = 0; j < ny; ++j) {
        for (int i = 0; i < nx; ++i) {
            const CureMaterial& m = material(i, j);
            k[at(i, j)] = m.conductivity_W_mK;
            c[at(i, j)] = m.density_kg_m3 * m.heatCapacity_J_kgK;
            dt = std::min(dt, 0.24 * c[at(i, j)] * h * h / k[at(i, j)]);
        }
    }
    const auto over = [&](double ka, double kb) { return 1.0 / (h / 2.0 / ka + h / 2.0 / kb) / h; };
    const auto open = [&](double ka, double to) { return 1.0 / (h / 2.0 / ka + 1.0 / to) / h; };
    double peak = 21.0;
    for (double at_s = 0.0; at_s < kTo_h * 3600.0; at_s += dt) {
        for (int j = 0; j < ny; ++j) {
            for (int i = 0; i < nx; ++i) {
                const size_t o = at(i, j);
                double q = 0.0;
                q += i > 0 ? over(k[o], k[o - 1]) * (t[o - 1] - t[o]) : 0.0;
                q += i + 1 < nx ? over(k[o], k[o + 1]) * (t[o + 1] - t[o])
                                : open(k[o], s.room.side_W_m2K) * (21.0 - t[o]);
                q += j > 0 ? over(k[o], k[at(i, j - 1)]) * (t[at(i, j - 1)] - t[o])
                           : open(k[o], s.room.bottom_W_m2K) * (21.0 - t[o]);
                q += j + 1 < ny ? over(k[o], k[at(i, j + 1)]) * (t[at(i, j + 1)] - t[o])
                                : open(k[o], s.room.top_W_m2K) * (21.0 - t[o]);
                double warms = q / c[o] * dt;
                if (j >= form && i < epoxy) {
                    const double cures = cureRate_per_s(s.resin.kinetics, alpha[o], t[o]) * dt;
                    alpha[o] = std::min(1.0, alpha[o] + cures);
                    warms += fullRise_K(s.resin) * cures;
                    peak = std::max(peak, t[o]);
                }
                next[o] = t[o] + warms;
            }
        }
        t.swap(next);
    }
    return peak;
}

/// Budget: 150 ms for a whole section. Beside it how many times longer the explicit solver takes to come as near.
void cureSection(benchmark::State& state)
{
    const CureSection s = section();
    const double ours = std::abs(cured(s)->peak_C - kPeak_C);
    double explicit_s = 0.0;
    double error = 1e9;
    for (const double h : {6.25, 3.125, 2.0}) {
        const auto start = std::chrono::steady_clock::now();
        error = std::abs(explicitPeak(s, h) - kPeak_C);
        explicit_s = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
        if (error <= ours) {
            break;
        }
    }
    const auto start = std::chrono::steady_clock::now();
    benchmark::DoNotOptimize(cured(s));
    const double once = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
    CureSection whole = s;
    whole.end_h = 96.0;
    for (auto _ : state) {
        benchmark::DoNotOptimize(cured(whole));
    }
    state.counters["error_K"] = ours;
    state.counters["explicit_error_K"] = error;
    state.counters["explicit_over_ours"] = explicit_s / once;
}
BENCHMARK(cureSection)->Unit(benchmark::kMillisecond);

/// Budget: 2 s, the range among it.
void deepestLayer(benchmark::State& state)
{
    PourSite s = site();
    s.resin = standardShop().resin("medium_casting")->cure;
    for (auto _ : state) {
        benchmark::DoNotOptimize(safeLayer({s, 400.0, 80.0, false}));
    }
}
BENCHMARK(deepestLayer)->Unit(benchmark::kMillisecond);

} // namespace
