#include "core/shop/metered.h"

#include <algorithm>
#include <string>

namespace burl
{

std::optional<double> latestMc_pct(const std::vector<MoistureReading>& log)
{
    std::string latest;
    for (const MoistureReading& m : log) {
        latest = std::max(latest, m.date);
    }
    double sum = 0.0;
    int count = 0;
    for (const MoistureReading& m : log) {
        if (m.date == latest) {
            sum += m.mc_pct;
            ++count;
        }
    }
    return count > 0 ? std::optional(sum / count) : std::nullopt;
}

std::vector<ThicknessReading> calliperReadings(const Slab& slab)
{
    std::vector<ThicknessReading> out = slab.thicknesses;
    for (const PartThickness& t : slab.partThicknesses) {
        if (t.whole()) {
            out.push_back({{*t.x_mm, *t.y_mm}, *t.thickness_mm});
        }
    }
    return out;
}

std::optional<double> meteredMc_pct(const Slab& slab)
{
    return slab.mc_pct ? slab.mc_pct : latestMc_pct(slab.moisture);
}

} // namespace burl
