#include "core/pour/packs.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace burl
{
namespace
{

// Reckoned in whole millilitres: a pack holds as many as are full, the need takes one that is begun. So a quart of
// 0.946 L is no 0.95, and what is bought is never less than what is needed.
constexpr double kStep_L = 0.001;
constexpr double kMost_L = 400.0; // more than that: the largest packs, and the rest as below

size_t stepsIn(const ResinPack& pack)
{
    return static_cast<size_t>(std::floor(pack.litres / kStep_L + 1e-6));
}

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
    const auto big = static_cast<size_t>(
        std::max_element(packs.begin(), packs.end(),
                         [](const ResinPack& a, const ResinPack& b) { return a.litres < b.litres; }) -
        packs.begin());
    double rest_L = short_L;
    if (rest_L > kMost_L) {
        out.count[big] = static_cast<int>(std::floor((rest_L - kMost_L / 2.0) / largest));
        rest_L -= out.count[big] * largest;
    }
    // The least cost of exactly so many steps; a purchase never needs more than one largest pack over.
    const auto steps = static_cast<size_t>(std::ceil((rest_L + largest) / kStep_L)) + 1;
    constexpr double kNone = std::numeric_limits<double>::infinity();
    std::vector<double> cost(steps + 1, kNone);
    std::vector<int> last(steps + 1, -1);
    cost[0] = 0.0;
    for (size_t at = 0; at <= steps; ++at) {
        for (size_t p = 0; p < packs.size(); ++p) {
            const size_t size = stepsIn(packs[p]);
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
    for (auto at = static_cast<size_t>(std::ceil(rest_L / kStep_L - 1e-6)); at <= steps; ++at) {
        if (!std::isinf(cost[at]) && (best == 0 || cost[at] < cost[best] - 1e-9)) {
            best = at;
        }
    }
    while (best > 0) {
        const auto p = static_cast<size_t>(last[best]);
        ++out.count[p];
        best -= stepsIn(packs[p]);
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
