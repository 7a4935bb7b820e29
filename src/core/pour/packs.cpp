#include "core/pour/packs.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace burl
{
namespace
{

constexpr double kStep_L = 0.05;     // packs are told apart by so much
constexpr size_t kMostSteps = 40000; // 2,000 litres

} // namespace

PacksToBuy packsFor(double needed_L, double inStock_L, const std::vector<ResinPack>& packs)
{
    PacksToBuy out;
    out.count.assign(packs.size(), 0);
    const double short_L = needed_L - inStock_L;
    if (!(short_L > 1e-9)) {
        out.left_L = -short_L;
        return out;
    }
    const bool priced = std::all_of(packs.begin(), packs.end(), [](const ResinPack& p) { return p.price.has_value(); });
    double largest = 0.0;
    for (const ResinPack& p : packs) {
        largest = std::max(largest, p.litres);
    }
    if (!(largest > 0.0)) {
        out.count.clear();
        out.left_L = -short_L;
        return out;
    }
    // The least cost of exactly so many steps; a purchase never needs more than one largest pack over.
    const auto steps = std::min(kMostSteps, static_cast<size_t>(std::ceil((short_L + largest) / kStep_L)) + 1);
    constexpr double kNone = std::numeric_limits<double>::infinity();
    std::vector<double> cost(steps + 1, kNone);
    std::vector<int> last(steps + 1, -1);
    cost[0] = 0.0;
    for (size_t at = 0; at <= steps; ++at) {
        for (size_t p = 0; p < packs.size(); ++p) {
            const auto size = static_cast<size_t>(std::lround(packs[p].litres / kStep_L));
            if (size == 0 || size > at || std::isinf(cost[at - size])) {
                continue;
            }
            const double price = priced ? *packs[p].price : packs[p].litres;
            if (cost[at - size] + price < cost[at] - 1e-9) {
                cost[at] = cost[at - size] + price;
                last[at] = static_cast<int>(p);
            }
        }
    }
    size_t best = 0;
    for (auto at = static_cast<size_t>(std::ceil(short_L / kStep_L - 1e-9)); at <= steps; ++at) {
        if (!std::isinf(cost[at]) && (best == 0 || cost[at] < cost[best] - 1e-9)) {
            best = at;
        }
    }
    if (best == 0) {
        // More than the table holds: the largest packs, as many as it takes.
        const auto p = static_cast<size_t>(
            std::max_element(packs.begin(), packs.end(),
                             [](const ResinPack& a, const ResinPack& b) { return a.litres < b.litres; }) -
            packs.begin());
        out.count[p] = static_cast<int>(std::ceil(short_L / packs[p].litres));
    }
    while (best > 0) {
        const auto p = static_cast<size_t>(last[best]);
        ++out.count[p];
        best -= static_cast<size_t>(std::lround(packs[p].litres / kStep_L));
    }
    double price = 0.0;
    for (size_t p = 0; p < packs.size(); ++p) {
        out.litres += out.count[p] * packs[p].litres;
        price += out.count[p] * packs[p].price.value_or(0.0);
    }
    if (priced) {
        out.price = price;
    }
    out.left_L = out.litres - short_L;
    return out;
}

} // namespace burl
