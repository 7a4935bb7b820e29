// Offers from a large yard: the quick search against looking at every layup of a part of it.

#include <benchmark/benchmark.h>

#include <chrono>

#include "core/offers/offers.h"
#include "demo/demo_shop.h"
#include "demo/sawn_log.h"

namespace
{

using namespace burl;

/// Logs of four slabs each, all different.
Shop yardOfLogs(int slabs)
{
    Shop shop = *demoBook().shop;
    shop.slabs.clear();
    shop.logs.clear();
    for (int l = 0; l * 4 < slabs; ++l) {
        SawnLog log;
        log.log = {{l + 1}, "L" + std::to_string(l + 1), "", l % 3 == 0 ? "black_walnut" : "american_elm", 4.0};
        log.length_mm = 2200.0 + 37.0 * (l % 23);
        log.radius_mm = 190.0 + 7.0 * (l % 19);
        log.taper_mm = 20.0 + l % 11;
        log.waves = {{8.0 + l % 7, 1500.0 + 90.0 * (l % 9), 0.3 * l, 1.0},
                     {4.0, 410.0 + 13.0 * (l % 17), 0.7 * l, 2.0}};
        log.branches = {{500.0 + 61.0 * (l % 21), 60.0, 50.0, l % 2 == 0}, {1500.0, 110.0, 40.0, false}};
        log.slabs = 4;
        log.thickness_mm = 52.0 + l % 9;
        shop.logs.push_back(log.log);
        for (int n = 1; n <= 4; ++n) {
            Slab slab = sawn(log, n);
            slab.id = {l * 4 + n};
            slab.price = 150.0 + 11.0 * ((l * 7 + n) % 31);
            slab.mc_pct = 9.0;
            shop.slabs.push_back(std::make_shared<const Slab>(std::move(slab)));
        }
    }
    return shop;
}

Job wanted(TopKind kind)
{
    Job job;
    job.layup.kind = kind;
    job.layup.length_mm = 1900.0;
    job.layup.thickness_mm = 44.0;
    if (kind == TopKind::Pair) {
        job.layup.width_mm = 620.0;
    }
    return job;
}

/// Budget: all pairs of 1,000 slabs in 2 s on one core, and at least twenty times quicker than looking at
/// everything. `times_exhaustive` is measured on 120 slabs, where looking at everything can be waited for.
void offersOfYard(benchmark::State& state)
{
    const TopKind kind = state.range(1) == 0 ? TopKind::Pair : TopKind::River;
    const Shop shop = yardOfLogs(static_cast<int>(state.range(0)));
    const OfferInput in = offerInput(wanted(kind), shop);
    std::size_t compared = 0;
    for (auto _ : state) {
        const OfferAnswer answer = bestOffers(in);
        compared = answer.compared;
        if (answer.offers.empty()) {
            state.SkipWithError("no offers");
        }
    }
    const Shop small = yardOfLogs(120);
    const OfferInput part = offerInput(wanted(kind), small);
    const auto secondsOf = [&](auto search) {
        const auto start = std::chrono::steady_clock::now();
        benchmark::DoNotOptimize(search(part));
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
    };
    const double all = secondsOf([](const OfferInput& i) { return exhaustiveOffers(i); });
    const double quick = secondsOf([](const OfferInput& i) { return bestOffers(i); });
    state.counters["times_exhaustive"] = all / quick;
    state.counters["compared"] = static_cast<double>(compared);
}
BENCHMARK(offersOfYard)
    ->Args({1000, 0})
    ->Args({1000, 1})
    ->ArgNames({"slabs", "river"})
    ->Unit(benchmark::kMillisecond)
    ->Iterations(3);

} // namespace
