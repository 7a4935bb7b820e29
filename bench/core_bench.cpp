#include <benchmark/benchmark.h>

#include <chrono>
#include <cmath>

#include <coin/ClpSimplex.hpp>

#include "core/face/planes.h"
#include "core/plan/plan.h"
#include "demo/demo_shop.h"

namespace
{

using namespace burl;

/// Budget: 20 ms, so that a figure follows the hand.
void fullPlan(benchmark::State& state)
{
    const Book book = demoBook();
    const Job& job = *book.jobs[static_cast<size_t>(state.range(0))];
    for (auto _ : state) {
        benchmark::DoNotOptimize(makePlan(job, *book.shop));
    }
}
BENCHMARK(fullPlan)->Arg(0)->Arg(1)->ArgName("job")->Unit(benchmark::kMillisecond);

std::vector<Point3> face(int along, int across, double lift, double phase)
{
    std::vector<Point3> out;
    for (int j = 0; j < across; ++j) {
        for (int i = 0; i < along; ++i) {
            const double x = 2800.0 * i / (along - 1);
            const double y = 950.0 * j / (across - 1);
            out.push_back({x, y,
                           lift + 3.0 * std::sin(0.0018 * x + phase) + 0.7 * std::sin(0.016 * x + 0.028 * y + phase) +
                               0.1 * std::sin(0.66 * x + 0.44 * y)});
        }
    }
    return out;
}

/// The general solver's time for the same planes, once.
double clpSeconds(const std::vector<Point3>& top, const std::vector<Point3>& bottom, double& thickness)
{
    const auto start = std::chrono::steady_clock::now();
    ClpSimplex model;
    model.setLogLevel(0);
    model.resize(0, 4);
    model.setOptimizationDirection(-1.0);
    for (int k = 0; k < 4; ++k) {
        model.setColumnBounds(k, -COIN_DBL_MAX, COIN_DBL_MAX);
        model.setObjectiveCoefficient(k, k == 2 ? 1.0 : k == 3 ? -1.0 : 0.0);
    }
    std::vector<CoinBigIndex> starts;
    std::vector<int> columns;
    std::vector<double> elements;
    std::vector<double> upper;
    const auto add = [&](double x, double y, int column, double sign, double z) {
        starts.push_back(static_cast<CoinBigIndex>(columns.size()));
        columns.insert(columns.end(), {0, 1, column});
        elements.insert(elements.end(), {sign * x, sign * y, sign});
        upper.push_back(sign * z);
    };
    for (const Point3& p : top) {
        add(p.x / 1000.0, p.y / 1000.0, 2, 1.0, p.z);
    }
    for (const Point3& p : bottom) {
        add(p.x / 1000.0, p.y / 1000.0, 3, -1.0, p.z);
    }
    starts.push_back(static_cast<CoinBigIndex>(columns.size()));
    model.addRows(static_cast<int>(upper.size()), nullptr, upper.data(), starts.data(), columns.data(),
                  elements.data());
    model.dual();
    thickness = model.objectiveValue();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
}

/// Readings per face: the argument squared, halved across. `times_clp` is Clp's time over ours.
void planesOfManyReadings(benchmark::State& state)
{
    const int along = static_cast<int>(state.range(0));
    const auto top = face(along, along / 2, 62.0, 0.3);
    const auto bottom = face(along, along / 2, 3.0, 1.7);
    double byClp = 0.0;
    const double clp = clpSeconds(top, bottom, byClp);
    double ours = 0.0;
    int runs = 0;
    for (auto _ : state) {
        const auto start = std::chrono::steady_clock::now();
        const auto planes = thickestSlab(top, bottom);
        ours += std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
        ++runs;
        if (!planes || std::abs(planes->vertical_mm - byClp) > 1e-4) {
            state.SkipWithError("not the same thickness as Clp");
            break;
        }
    }
    state.counters["times_clp"] = runs > 0 ? clp / (ours / runs) : 0.0;
    state.counters["points"] = static_cast<double>(top.size() + bottom.size());
}
BENCHMARK(planesOfManyReadings)->Arg(20)->Arg(100)->Arg(400)->Unit(benchmark::kMillisecond);

/// Budget: a million points in 0.3 s. Clp takes minutes for them, so the ratio stands above, at fewer.
void planesOfAMillion(benchmark::State& state)
{
    const auto top = face(1000, 500, 62.0, 0.3);
    const auto bottom = face(1000, 500, 3.0, 1.7);
    for (auto _ : state) {
        benchmark::DoNotOptimize(thickestSlab(top, bottom));
    }
    state.counters["points"] = static_cast<double>(top.size() + bottom.size());
}
BENCHMARK(planesOfAMillion)->Unit(benchmark::kMillisecond);

/// Budget: 15 ms for each pass of a slab of 3 m by 1 m at 1 mm. The limit is a plain copy of the field.
void passesAtOneMillimetre(benchmark::State& state)
{
    RemovalMap map;
    map.length_mm = 3000.0;
    map.width_mm = 1000.0;
    map.cellsAlong = 3000;
    map.cellsAcross = 1000;
    map.height_mm.resize(3'000'000);
    for (int j = 0; j < 1000; ++j) {
        for (int i = 0; i < 3000; ++i) {
            map.height_mm[static_cast<size_t>(j) * 3000 + static_cast<size_t>(i)] =
                5.0 + 3.0 * std::sin(i / 700.0) * std::cos(j / 260.0) + 0.3 * std::sin(i / 9.0);
        }
    }
    double ours = 0.0;
    double copies = 0.0;
    size_t passes = 1;
    int runs = 0;
    for (auto _ : state) {
        const auto start = std::chrono::steady_clock::now();
        const PassPlan plan = passPlan(map, {50.0, 0.5, 2.0, 40.0});
        const auto middle = std::chrono::steady_clock::now();
        std::vector<double> copy = map.height_mm;
        benchmark::DoNotOptimize(copy.data());
        copies += std::chrono::duration<double>(std::chrono::steady_clock::now() - middle).count();
        ours += std::chrono::duration<double>(middle - start).count();
        passes = std::max<size_t>(1, plan.passes.size());
        ++runs;
    }
    state.counters["ms_a_pass"] = 1000.0 * ours / runs / static_cast<double>(passes);
    state.counters["times_a_copy"] = ours / copies;
}
BENCHMARK(passesAtOneMillimetre)->Unit(benchmark::kMillisecond);

} // namespace
