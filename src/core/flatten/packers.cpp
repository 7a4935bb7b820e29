#include "core/flatten/packers.h"
#include "core/numeric/fit.h"

#include "core/measure/units.h"
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
        return kInch_mm / 32.0;
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
    std::vector<Point3> errors;
    for (const Packer& p : packers) {
        errors.push_back({p.at.x, p.at.y, packerPieces(p.squareToBench_mm, stock) * unit - p.squareToBench_mm});
    }
    const auto lean = fittedPlane(errors);
    if (!lean) {
        return {}; // in one line: nothing leans
    }
    // Raised there, the slab is cut lower there: in its own frame the level plane leans the other way.
    return {thicknessAtSlopes(top, bottom, plane.slopeX, plane.slopeY),
            thicknessAtSlopes(top, bottom, plane.slopeX - lean->slopeX, plane.slopeY - lean->slopeY)};
}

} // namespace burl
