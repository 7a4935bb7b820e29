#include "core/wood/movement.h"

#include <algorithm>
#include <cmath>

namespace burl
{

double widthChange_mm(double width_mm, double coefficient, double mcFrom_pct, double mcTo_pct)
{
    return width_mm * coefficient * (mcTo_pct - mcFrom_pct);
}

double meanCoefficient(double width_mm, PithPlace pith, ChangeCoefficients c)
{
    const double z = pith.distance_mm;
    if (z == 0.0 || !(width_mm > 0.0)) {
        return z == 0.0 ? c.radial : c.tangential;
    }
    const double y1 = pith.offset_mm - width_mm / 2.0;
    const double y2 = pith.offset_mm + width_mm / 2.0;
    return c.radial + (c.tangential - c.radial) * (z / width_mm) * (std::atan(y2 / z) - std::atan(y1 / z));
}

CupForecast cupBetween(double width_mm, double thickness_mm, PithPlace pith, ChangeCoefficients c, double mcFrom_pct,
                       double mcTo_pct)
{
    CupForecast out;
    const double half = thickness_mm / 2.0;
    out.upperCoefficient = meanCoefficient(width_mm, {pith.distance_mm + half, pith.offset_mm}, c);
    out.lowerCoefficient = meanCoefficient(width_mm, {pith.distance_mm - half, pith.offset_mm}, c);
    out.curvature_per_mm = (mcTo_pct - mcFrom_pct) * (out.upperCoefficient - out.lowerCoefficient) / thickness_mm;
    out.depth_mm = out.curvature_per_mm * width_mm * width_mm / 8.0;
    return out;
}

double coefficientOf(const Strip& strip, double from_mm, double to_mm)
{
    if (!strip.rings || !(strip.width_mm > 0.0)) {
        return strip.coefficient;
    }
    const RingsAcross& r = *strip.rings;
    const auto beside = [&](double at) { return r.from_mm + (r.to_mm - r.from_mm) * at / strip.width_mm; };
    const double a = beside(from_mm);
    const double b = beside(to_mm);
    return meanCoefficient(std::abs(b - a), {r.distance_mm, (a + b) / 2.0}, r.change);
}

WoodBetween woodBetween(std::span<const Strip> strips, double from_mm, double to_mm)
{
    WoodBetween out;
    double start = 0.0;
    for (const Strip& strip : strips) {
        const double end = start + strip.width_mm;
        const double a = std::max(start, std::min(from_mm, to_mm));
        const double b = std::min(end, std::max(from_mm, to_mm));
        if (b > a && (strip.coefficient > 0.0 || strip.rings)) {
            out.wood_mm += b - a;
            out.growth_mm_per_pct += (b - a) * coefficientOf(strip, a - start, b - start);
        }
        start = end;
    }
    return out;
}

double moveAt_mm(std::span<const Strip> strips, double fixedLine_mm, double y_mm, double mcFrom_pct, double mcTo_pct)
{
    return (y_mm >= fixedLine_mm ? 1.0 : -1.0) * woodBetween(strips, fixedLine_mm, y_mm).growth_mm_per_pct *
           (mcTo_pct - mcFrom_pct);
}

FastenerTravel travelOf(std::span<const Strip> strips, double fixedLine_mm, const Fastener1d& fastener,
                        const MoistureRange& mc)
{
    FastenerTravel out;
    out.moveWettest_mm = moveAt_mm(strips, fixedLine_mm, fastener.y_mm, mc.assembly_pct, mc.wettest_pct);
    out.moveDriest_mm = moveAt_mm(strips, fixedLine_mm, fastener.y_mm, mc.assembly_pct, mc.driest_pct);
    const double outward = fastener.y_mm >= fixedLine_mm ? 1.0 : -1.0;
    for (const double move : {out.moveWettest_mm * outward, out.moveDriest_mm * outward}) {
        out.out_mm = std::max(out.out_mm, move);
        out.in_mm = std::max(out.in_mm, -move);
    }
    out.slotLength_mm = fastener.bolt_mm + out.out_mm + out.in_mm + 2.0 * fastener.clearance_mm;
    out.boltOffset_mm = (out.in_mm - out.out_mm) / 2.0;
    return out;
}

} // namespace burl
