#include "core/wood/density.h"

#include <algorithm>

namespace burl
{
namespace
{

// The line of the wood handbooks between specific gravity and how far wood swells: 26.5 % of its basic gravity from
// oven-dry to fibre saturation at 30 %; at 12 % it has gone 0.6 of the way.
constexpr double kSwells = 0.265;
constexpr double kSaturated_pct = 30.0;
constexpr double kAt12 = 0.6;

} // namespace

double basicGravity(double g12)
{
    return g12 / (1.0 + kSwells * kAt12 * g12);
}

double gravityAt(double g12, double mc_pct)
{
    const double basic = basicGravity(g12);
    const double below = std::max(0.0, (kSaturated_pct - mc_pct) / kSaturated_pct); // share of the way to oven-dry
    return basic / (1.0 - kSwells * below * basic);
}

double density_kg_m3(double g12, double mc_pct)
{
    return 1000.0 * gravityAt(g12, mc_pct) * (1.0 + mc_pct / 100.0);
}

} // namespace burl
