#include "core/flatten/packers.h"

#include <algorithm>
#include <cmath>

namespace burl
{

double packerUnit_mm(PackerStock stock)
{
    switch (stock) {
    case PackerStock::Any:
        return 0.0;
    case PackerStock::Millimetre:
        return 1.0;
    case PackerStock::ThirtySecond:
        return 25.4 / 32.0;
    case PackerStock::Veneer:
        return 0.6;
    case PackerStock::Card:
        return 0.3;
    }
    return 0.0;
}

int packerPieces(double height_mm, PackerStock stock)
{
    const double unit = packerUnit_mm(stock);
    return unit > 0.0 ? static_cast<int>(std::lround(height_mm / unit)) : 0;
}

double thicknessAtSlopes(std::span<const Point3> top, std::span<const Point3> bottom, double slopeX, double slopeY)
{
    double lowest = 1e300;
    double highest = -1e300;
    for (const Point3& p : top) {
        lowest = std::min(lowest, p.z - slopeX * p.x - slopeY * p.y);
    }
    for (const Point3& p : bottom) {
        highest = std::max(highest, p.z - slopeX * p.x - slopeY * p.y);
    }
    return (lowest - highest) / std::sqrt(1.0 + slopeX * slopeX + slopeY * slopeY);
}

RoundedPackers roundedPackers(std::span<const Point3> top, std::span<const Point3> bottom, const Plane& plane,
                              const std::vector<Packer>& packers, PackerStock stock)
{
    const double unit = packerUnit_mm(stock);
    if (!(unit > 0.0) || packers.size() < 3 || top.empty() || bottom.empty()) {
        return {};
    }
    // The plane that the rounding errors lean by: least squares over the bearing points.
    double n = 0.0;
    double mx = 0.0;
    double my = 0.0;
    double me = 0.0;
    const auto error = [&](const Packer& p) {
        return packerPieces(p.squareToBench_mm, stock) * unit - p.squareToBench_mm;
    };
    for (const Packer& p : packers) {
        n += 1.0;
        mx += p.at.x;
        my += p.at.y;
        me += error(p);
    }
    mx /= n;
    my /= n;
    me /= n;
    double xx = 0.0;
    double xy = 0.0;
    double yy = 0.0;
    double xe = 0.0;
    double ye = 0.0;
    for (const Packer& p : packers) {
        const double x = p.at.x - mx;
        const double y = p.at.y - my;
        const double e = error(p) - me;
        xx += x * x;
        xy += x * y;
        yy += y * y;
        xe += x * e;
        ye += y * e;
    }
    const double det = xx * yy - xy * xy;
    if (!(std::abs(det) > 1e-9)) {
        return {}; // in one line: nothing leans
    }
    const double leanX = (xe * yy - ye * xy) / det;
    const double leanY = (ye * xx - xe * xy) / det;
    // Raised there, the slab is cut lower there: in its own frame the level plane leans the other way.
    return {thicknessAtSlopes(top, bottom, plane.slopeX, plane.slopeY),
            thicknessAtSlopes(top, bottom, plane.slopeX - leanX, plane.slopeY - leanY)};
}

} // namespace burl
