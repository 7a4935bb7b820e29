#include "core/face/surfaces.h"

// Method: a reading down from rails is a height with its sign changed; a gap above the bench is a
// height as it is. A face read after turning the slab over has heights that are right up to a plane
// (the slab rests on other points): that plane is fitted so that top minus bottom gives the
// thickness readings, by least squares.

#include <algorithm>
#include <cmath>

#include "core/face/face_field.h"
#include "core/numeric/fit.h"
#include "core/shop/metered.h"

namespace burl
{
namespace
{

Expected<void> checkGrid(const HeightGrid& grid, const char* face)
{
    const auto rises = [](const std::vector<double>& v) {
        for (size_t i = 0; i + 1 < v.size(); ++i) {
            if (!(v[i + 1] > v[i])) {
                return false;
            }
        }
        return !v.empty();
    };
    if (!rises(grid.xs_mm) || !rises(grid.ys_mm) || grid.readings_mm.size() != grid.xs_mm.size() * grid.ys_mm.size()) {
        return refuse("flatten.grid", std::string("The grid of the ") + face +
                                          " is not in order: its lines must rise and every cell be there.");
    }
    return {};
}

/// Least squares plane through points; where they do not tell how it leans, level through their mean.
Plane fitted(const std::vector<Point3>& points)
{
    if (const auto plane = fittedPlane(points)) {
        return *plane;
    }
    Plane level;
    for (const Point3& p : points) {
        level.height_mm += p.z / static_cast<double>(points.size());
    }
    return level;
}

std::vector<Point3> bare(const std::vector<SurfacePoint>& points)
{
    std::vector<Point3> out;
    out.reserve(points.size());
    for (const SurfacePoint& p : points) {
        out.push_back(p.p);
    }
    return out;
}

} // namespace

std::vector<SurfacePoint> pointsOf(const HeightGrid& grid, double sign)
{
    std::vector<SurfacePoint> out;
    const auto across = static_cast<int>(grid.ys_mm.size());
    const auto along = static_cast<int>(grid.xs_mm.size());
    for (int j = 0; j < across; ++j) {
        for (int i = 0; i < along; ++i) {
            const auto& reading = grid.readings_mm[static_cast<size_t>(j) * grid.xs_mm.size() + static_cast<size_t>(i)];
            if (reading && std::isfinite(*reading)) {
                out.push_back({{grid.xs_mm[i], grid.ys_mm[j], sign * *reading}, i, j});
            }
        }
    }
    return out;
}

Expected<Surfaces> surfacesOf(const Slab& slab)
{
    if (!slab.topHeights) {
        return refuse("flatten.no_readings",
                      "no surface readings of " + slab.name + ": how thick it becomes is not known");
    }
    if (auto good = checkGrid(*slab.topHeights, "top face"); !good) {
        return tl::unexpected(good.error());
    }
    const double topSign = slab.topHeights->from == HeightsFrom::RailsDown ? -1.0 : 1.0;
    Surfaces out;
    out.top = pointsOf(*slab.topHeights, topSign);

    std::vector<Point3> ties; // z: thickness wanted
    for (const ThicknessReading& t : calliperReadings(slab)) {
        ties.push_back({t.at.x, t.at.y, t.thickness_mm});
    }

    if (!slab.bottomHeights) {
        if (!slab.thickness_mm && ties.empty()) {
            return refuse("flatten.no_thickness",
                          "no thickness of " + slab.name + ": read it at the edge, better at four corners");
        }
        out.under = UnderSource::Parallel;
        Plane thickness = fitted(ties);
        if (ties.empty()) {
            thickness = {0.0, 0.0, *slab.thickness_mm};
        }
        for (const SurfacePoint& p : out.top) {
            SurfacePoint q = p;
            q.p.z -= thickness.at(p.p.x, p.p.y);
            out.bottom.push_back(q);
        }
        return out;
    }

    if (auto good = checkGrid(*slab.bottomHeights, "bottom face"); !good) {
        return tl::unexpected(good.error());
    }
    out.bottom = pointsOf(*slab.bottomHeights, 1.0); // down when turned over is up as it lay
    const bool sameSetting =
        slab.topHeights->from == HeightsFrom::BenchUp && slab.bottomHeights->from == HeightsFrom::BenchUp;

    // What must be added to the bottom so that top - bottom is the thickness read.
    std::vector<Point3> gaps;
    if (!ties.empty() && !out.top.empty() && !out.bottom.empty()) {
        const FaceField top(*slab.topHeights, out.top);
        const FaceField bottom(*slab.bottomHeights, out.bottom);
        for (const Point3& t : ties) {
            gaps.push_back({t.x, t.y, top.at({t.x, t.y}) - bottom.at({t.x, t.y}) - t.z});
        }
    }
    Plane lift;
    if (sameSetting) {
        out.under = UnderSource::SameSetting;
        const double apart = fitted(bare(out.top)).at(0.0, 0.0) - fitted(bare(out.bottom)).at(0.0, 0.0);
        if (!out.top.empty() && !out.bottom.empty() && !(apart > 0.0)) {
            return refuse("flatten.swapped", "the top of " + slab.name +
                                                 " lies below its underside by these readings: were heights of one "
                                                 "face read down from rails, or typed for the other face");
        }
    } else if (gaps.size() >= 3) {
        out.under = UnderSource::ThicknessPlaces;
        lift = fitted(gaps);
    } else {
        if (!slab.thickness_mm && gaps.empty()) {
            return refuse("flatten.no_thickness", slab.name + " was turned over to read its underside: read its "
                                                              "thickness at three places to join both faces");
        }
        out.under = UnderSource::MeanThickness;
        const Plane top = fitted(bare(out.top));
        const Plane bottom = fitted(bare(out.bottom));
        lift = {top.slopeX - bottom.slopeX, top.slopeY - bottom.slopeY, top.height_mm - bottom.height_mm};
        double mean = 0.0;
        for (const Point3& g : gaps) {
            mean += (g.z - lift.at(g.x, g.y)) / static_cast<double>(gaps.size());
        }
        lift.height_mm += gaps.empty() ? -*slab.thickness_mm : mean;
    }
    for (SurfacePoint& p : out.bottom) {
        p.p.z += lift.at(p.p.x, p.p.y);
    }
    for (const Point3& g : gaps) {
        out.tieMisfit_mm = std::max(out.tieMisfit_mm, std::abs(g.z - lift.at(g.x, g.y)));
    }
    return out;
}

const HeightGrid& gridOfFace(const Slab& slab, Face face)
{
    return face == Face::Top || !slab.bottomHeights ? *slab.topHeights : *slab.bottomHeights;
}

} // namespace burl
