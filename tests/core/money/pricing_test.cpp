// Money: to the cent, whole packs, cheapest kits against trying everything, quotes that add up.

#include <catch2/catch.hpp>

#include <cmath>
#include <numeric>
#include <random>

#include "core/money/exact.h"
#include "core/money/pricing.h"

using namespace burl;

TEST_CASE("decimals are what is written, and half a cent goes away from zero", "[money]")
{
    CHECK(exactOf(12.35) == Exact(1235) / 100);
    CHECK(exactOf(0.1) + exactOf(0.2) == exactOf(0.3));
    CHECK(exactOf(-0.07) == Exact(-7) / 100);
    CHECK(exactOf(0.0) == 0);
    CHECK(exactOf(1e-7) == Exact(1) / 10000000);
    CHECK(plain(cents(exactOf(1.005))) == 1.01); // as a binary fraction it would be a cent less
    CHECK(plain(cents(exactOf(-1.005))) == -1.01);
    CHECK(plain(cents(exactOf(2.675))) == 2.68);
    CHECK(ceiling(Exact(7, 2)) == 4);
    CHECK(ceiling(Exact(4)) == 4);
    CHECK(ceiling(Exact(-7, 2)) == -3);
}

TEST_CASE("packs that come out even are not one more", "[money]")
{
    CHECK(wholePacks({0.9, 0.0, 100.0, 0.0, 0.3, 14.95}).packs == 3);
    CHECK(wholePacks({2.1, 0.0, 100.0, 0.0, 0.7, 9.99}).packs == 3);
    CHECK(wholePacks({5.0, 0.0, 100.0, 9.0, 1.0, 1.0}).packs == 0); // enough is at hand
}

TEST_CASE("kits are the cheapest there are: every count tried", "[money]")
{
    std::mt19937 random(5);
    const auto any = [&](int from, int to) {
        return from + static_cast<int>(random() % static_cast<unsigned>(to - from + 1));
    };
    for (int n = 0; n < 60; ++n) {
        std::vector<KitSize> kits;
        for (int k = any(1, 3); k > 0; --k) {
            kits.push_back({0.5 * any(1, 12), 1.0 * any(10, 200)});
        }
        const double need = 0.1 * any(1, 150);
        const KitAnswer a = kitsFor(need, kits);
        double bought = 0.0;
        double cost = 0.0;
        for (size_t i = 0; i < kits.size(); ++i) {
            bought += static_cast<double>(a.counts[i]) * kits[i].size_L;
            cost += static_cast<double>(a.counts[i]) * kits[i].price;
        }
        CHECK(bought >= need - 1e-9);
        CHECK(cost == Approx(a.cost));
        double best = 1e18;
        for (int x = 0; x <= 31; ++x) {
            for (int y = 0; y <= (kits.size() > 1 ? 31 : 0); ++y) {
                for (int z = 0; z <= (kits.size() > 2 ? 31 : 0); ++z) {
                    const double has = x * kits[0].size_L + (kits.size() > 1 ? y * kits[1].size_L : 0.0) +
                                       (kits.size() > 2 ? z * kits[2].size_L : 0.0);
                    const double costs = x * kits[0].price + (kits.size() > 1 ? y * kits[1].price : 0.0) +
                                         (kits.size() > 2 ? z * kits[2].price : 0.0);
                    best = has >= need - 1e-9 ? std::min(best, costs) : best;
                }
            }
        }
        CHECK(a.cost == Approx(best));
    }
}

TEST_CASE("a quote's parts add up, and at the break-even rate nothing is earned", "[money]")
{
    QuoteInput in;
    in.lines = {{"slab", "slab", 2.0, 310.0}, {"discs", "consumable", 34.0, 0.79}};
    in.work = {{"flattening", 225.0, 1, 42.0}, {"carrying", 35.0, 2, 42.0}};
    in.overhead_pct = 12.5;
    in.by = PriceBy::Fixed;
    in.fixed = 1500.0;
    in.tax_pct = 19.0;
    in.deposit_pct = 40.0;
    for (const OverheadOn on : {OverheadOn::Labour, OverheadOn::Direct}) {
        in.overheadOn = on;
        const Quote q = quoteOf(in);
        CHECK(q.cost == Approx(q.goods + q.labour + q.overhead));
        CHECK(q.gross == Approx(q.net + q.tax));
        CHECK(q.deposit + q.balance == Approx(q.gross));
        CHECK(q.byKind.at("slab") + q.byKind.at("consumable") == Approx(q.goods));
        REQUIRE(q.breakEvenRate);
        QuoteInput even = in;
        for (WorkLine& w : even.work) {
            w.hour = *q.breakEvenRate;
        }
        CHECK(quoteOf(even).profit == Approx(0.0).margin(0.03)); // each line is rounded
    }
    const std::vector<double> parts = instalments(2599.99, {33.3, 33.3, 33.4});
    CHECK(std::accumulate(parts.begin(), parts.end(), 0.0) == Approx(2599.99));
    CHECK_FALSE(marginAndMarkup(100.0, 100.0).atMargin);
}

TEST_CASE("forty per cent as margin and as markup, worked by hand", "[money]")
{
    const MarginMarkup both = marginAndMarkup(600.0, 40.0);
    CHECK(both.atMarkup == 840.0); // 600 and two fifths of it
    CHECK(both.marginOfMarkup_pct == Approx(240.0 / 840.0 * 100.0));
    CHECK(both.atMargin == 1000.0); // of which two fifths are left
    CHECK(both.markupOfMargin_pct == Approx(400.0 / 600.0 * 100.0));
}
