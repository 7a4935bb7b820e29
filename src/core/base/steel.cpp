#include "core/base/steel.h"

#include "core/measure/units.h"

#include <algorithm>
#include <numbers>

namespace burl
{

SteelWeight weightOf(const SteelPiece& p, double density_kg_m3)
{
    constexpr double kPi = std::numbers::pi;
    const double t = p.thickness_mm;
    SteelWeight out;
    double along = p.length_mm;
    switch (p.kind) {
    case SteelKind::Hollow: {
        const double inner = std::max(0.0, p.outerRadius_mm - t);
        out.area_mm2 = p.width_mm * p.height_mm - (p.width_mm - 2.0 * t) * (p.height_mm - 2.0 * t) -
                       (4.0 - kPi) * (p.outerRadius_mm * p.outerRadius_mm - inner * inner);
        break;
    }
    case SteelKind::Flat:
    case SteelKind::Plate:
        out.area_mm2 = p.width_mm * t;
        break;
    case SteelKind::Disc:
        out.area_mm2 = kPi * p.diameter_mm * p.diameter_mm / 4.0;
        along = t;
        break;
    case SteelKind::Tube:
        out.area_mm2 = kPi * (p.diameter_mm - t) * t;
        break;
    case SteelKind::Round:
        out.area_mm2 = kPi * p.diameter_mm * p.diameter_mm / 4.0;
        break;
    case SteelKind::Angle:
        out.area_mm2 = t * (p.width_mm + p.height_mm - t);
        break;
    }
    const double holes = p.holes * kPi * p.hole_mm * p.hole_mm / 4.0 * t;
    out.each_kg = (out.area_mm2 * along - holes) * density_kg_m3 / kMm3PerM3;
    return out;
}

} // namespace burl
