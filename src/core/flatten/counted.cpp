#include "core/flatten/counted.h"

#include <algorithm>

namespace burl
{
namespace
{

constexpr double kRim_mm = 0.5; // a reading on the rim counts: no tape tells its place better than this

}

std::vector<Ring> mayStayLow(const Slab& slab, Face face)
{
    std::vector<Ring> out;
    for (const Feature& feature : slab.features) {
        const bool gone = feature.intention == Intention::Fill || feature.intention == Intention::CutOff;
        const bool onFace = feature.kind == FeatureKind::ThroughVoid || feature.face == face;
        if (feature.points.size() >= 3 && gone && onFace) {
            out.push_back(feature.points);
        }
    }
    return out;
}

Counted countedIn(const std::vector<SurfacePoint>& all, const Ring& outline, const Slab& slab, Face face)
{
    const std::vector<Ring> low = mayStayLow(slab, face);
    Counted out;
    for (const SurfacePoint& point : all) {
        const Vec2 at{point.p.x, point.p.y};
        const bool gone = std::any_of(low.begin(), low.end(), [at](const Ring& ring) { return contains(ring, at); });
        if (!gone && (contains(outline, at) || signedDistance_mm(outline, at) > -kRim_mm)) {
            out.among.push_back(static_cast<std::ptrdiff_t>(out.points.size()));
            out.points.push_back(point.p);
        } else {
            out.among.push_back(-1);
        }
    }
    return out;
}

} // namespace burl
