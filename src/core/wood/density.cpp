#include "core/wood/density.h"

#include <algorithm>

namespace burl
{

double basicGravity(double g12)
{
    return g12 / (1.0 + 0.265 * 0.6 * g12);
}

double gravityAt(double g12, double mc_pct)
{
    const double basic = basicGravity(g12);
    const double below = std::max(0.0, (30.0 - mc_pct) / 30.0); // share of the way to oven-dry
    return basic / (1.0 - 0.265 * below * basic);
}

double density_kg_m3(double g12, double mc_pct)
{
    return 1000.0 * gravityAt(g12, mc_pct) * (1.0 + mc_pct / 100.0);
}

} // namespace burl
