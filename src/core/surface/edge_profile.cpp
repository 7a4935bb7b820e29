#include "core/surface/edge_profile.h"

#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kPi = std::numbers::pi;
constexpr double kMm3PerMl = 1e3;

double onEdge(const EdgeCorner& c)
{
    return c.kind == CornerCut::Round ? c.radius_mm : c.kind == CornerCut::Chamfer ? c.onEdge_mm : 0.0;
}

/// What one corner gives: cut off, new face. Round a disc by the way of the middle of each.
struct Cut {
    double removed_mm3 = 0.0;
    double face_mm2 = 0.0;
};
Cut cutOf(const EdgeCorner& c, double length, double radius)
{
    const auto round = [&](double in) { return radius > 0.0 ? 2.0 * kPi * (radius - in) : length; };
    const double r = c.radius_mm;
    switch (c.kind) {
    case CornerCut::None:
        break;
    case CornerCut::Round: {
        const double area = r * r * (1.0 - kPi / 4.0);
        const double middle = r * (5.0 / 6.0 - kPi / 4.0) / (1.0 - kPi / 4.0); // of it, in from the rim
        return {area * round(middle), kPi / 2.0 * r * round(r - 2.0 * r / kPi)};
    }
    case CornerCut::Chamfer:
        return {c.onFace_mm * c.onEdge_mm / 2.0 * round(c.onFace_mm / 3.0),
                std::hypot(c.onFace_mm, c.onEdge_mm) * round(c.onFace_mm / 2.0)};
    }
    return {};
}

} // namespace

EdgeProfile edgeProfile(const EdgeInput& in)
{
    EdgeProfile out;
    const double radius = in.diameter_mm / 2.0;
    const double outline = radius > 0.0 ? kPi * in.diameter_mm : in.length_mm;
    out.flat_mm = in.thickness_mm - onEdge(in.top) - onEdge(in.bottom);
    out.meets = out.flat_mm < 0.0;
    out.bearingRuns = out.flat_mm >= in.bearing_mm;
    out.square_mm2 = in.thickness_mm * outline;
    if (!out.meets) {
        const Cut a = cutOf(in.top, outline, radius);
        const Cut b = cutOf(in.bottom, outline, radius);
        out.removed_mL = (a.removed_mm3 + b.removed_mm3) / kMm3PerMl;
        out.area_mm2 = a.face_mm2 + b.face_mm2 + out.flat_mm * outline;
    }
    return out;
}

} // namespace burl
