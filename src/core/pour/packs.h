#pragma once
// What to buy in whole packs.   Units: litres, money.   Source: docs/formulas.md#packs.   Threads: pure.

#include <vector>

#include "core/shop/resin.h"

namespace burl
{

struct PacksToBuy {
    std::vector<int> count; // of each pack, in the order of the shelf
    double litres = 0.0;
    double left_L = 0.0;         // over, with what is in stock
    std::optional<double> price; // where every pack that is bought has one
};

/// The packs that cost least, and of those that cost alike the ones that leave least over; without prices the ones
/// that leave least. Nothing to buy where the stock is enough; empty when there are no packs.
[[nodiscard]] PacksToBuy packsFor(double needed_L, double inStock_L, const std::vector<ResinPack>& packs);

} // namespace burl
