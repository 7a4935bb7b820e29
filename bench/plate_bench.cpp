// A top of two thousand elements on two base plates with three channels, whole, against the sparse factor of its
// equations alone.

#include <benchmark/benchmark.h>

#include <vector>

#include <Eigen/Sparse>

#include "core/plate/plate_element.h"
#include "core/plate/plate_model.h"

namespace
{

using namespace burl;

constexpr double kLong_mm = 2000.0;
constexpr double kWide_mm = 900.0;
constexpr int kColumns = 67;
constexpr int kRows = 30;

PlateStiffness walnut()
{
    return turned(rigidityOf({11600.0, 649.6, 719.2, 0.632}, 45.0), 0.0);
}

PlateInput top()
{
    PlateInput in;
    in.box = {0.0, 0.0, kLong_mm, kWide_mm};
    in.cells = static_cast<size_t>(kColumns) * kRows;
    in.zones.push_back({{Ring{{0.0, 0.0}, {kLong_mm, 0.0}, {kLong_mm, kWide_mm}, {0.0, kWide_mm}}},
                        walnut(),
                        2.7e-4,
                        {0.0, 3e-5, 0.0}});
    for (const double x : {400.0, 1600.0}) {
        in.supports.push_back({{x, 100.0}, {x, 800.0}, true});
    }
    for (const double x : {225.0, 1000.0, 1775.0}) {
        in.beams.push_back({x, 60.0, 840.0, 5e9, {80.0, 450.0, 820.0}});
    }
    return in;
}

void wholeAnswer(benchmark::State& state)
{
    PlateCase person;
    person.loads = {{{0.0, 0.0, 300.0, 300.0}, 750.0}};
    for (auto _ : state) {
        const PlateModel model(top());
        benchmark::DoNotOptimize(model.answer(person));
    }
}
BENCHMARK(wholeAnswer)->Name("plate/whole")->Unit(benchmark::kMillisecond);

void sparseFactor(benchmark::State& state)
{
    const double wide = kLong_mm / kColumns;
    const double high = kWide_mm / kRows;
    const ElementMatrix k = stiffnessOf(wide, high, walnut());
    std::vector<Eigen::Triplet<double>> all;
    for (int c = 0; c < kColumns; ++c) {
        for (int r = 0; r < kRows; ++r) {
            const auto freedom = [&](int i) {
                return ((c + i / 8) * (kRows + 1) + r + i / 4 % 2) * kFreedoms + i % kFreedoms;
            };
            for (int i = 0; i < kElement; ++i) {
                for (int j = 0; j < kElement; ++j) {
                    all.emplace_back(freedom(i), freedom(j), k(i, j));
                }
            }
        }
    }
    const int n = (kColumns + 1) * (kRows + 1) * kFreedoms;
    for (int i = 0; i < n; ++i) {
        all.emplace_back(i, i, 1e-3); // it floats otherwise
    }
    Eigen::SparseMatrix<double> m(n, n);
    m.setFromTriplets(all.begin(), all.end());
    for (auto _ : state) {
        Eigen::SimplicialLLT<Eigen::SparseMatrix<double>> factor(m);
        benchmark::DoNotOptimize(factor.info());
    }
}
BENCHMARK(sparseFactor)->Name("plate/sparse_factor_alone")->Unit(benchmark::kMillisecond);

} // namespace
