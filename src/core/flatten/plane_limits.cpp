#include "core/flatten/plane_limits.h"

#include <algorithm>

namespace burl
{
namespace
{

constexpr double kRim_mm = 0.5;      // a reading on the rim counts: no tape tells its place better than this
constexpr double kRimStep_mm = 50.0; // carried places along the rim: closer than any grid of readings

/// For each row of the grid the columns that lie inside are marked.
template <typename Inside> void markRows(const HeightGrid& grid, const Inside& inside, std::vector<char>& marks)
{
    const size_t along = grid.xs_mm.size();
    for (size_t j = 0; j < grid.ys_mm.size(); ++j) {
        const std::vector<double> cuts = crossingsAt(inside, grid.ys_mm[j]);
        for (size_t k = 0; k + 1 < cuts.size(); k += 2) {
            const auto from = std::lower_bound(grid.xs_mm.begin(), grid.xs_mm.end(), cuts[k]) - grid.xs_mm.begin();
            const auto to = std::upper_bound(grid.xs_mm.begin(), grid.xs_mm.end(), cuts[k + 1]) - grid.xs_mm.begin();
            std::fill(marks.begin() + static_cast<std::ptrdiff_t>(j * along) + from,
                      marks.begin() + static_cast<std::ptrdiff_t>(j * along) + to, 1);
        }
    }
}

} // namespace

std::vector<Ring> mayStayLow(const Slab& slab, Face face)
{
    std::vector<Ring> out;
    for (const Feature& feature : slab.features) {
        // A hole or hollow holds nothing up whether it is filled or left as it is.
        const bool hollow = feature.kind == FeatureKind::ThroughVoid || feature.kind == FeatureKind::BlindVoid;
        const bool gone = hollow || feature.intention == Intention::Fill || feature.intention == Intention::CutOff;
        const bool onFace = feature.kind == FeatureKind::ThroughVoid || feature.face == face;
        if (feature.points.size() >= 3 && gone && onFace) {
            out.push_back(feature.points);
        }
    }
    return out;
}

PlaneLimits planeLimits(const std::vector<SurfacePoint>& all, const FaceField& field, const HeightGrid& grid,
                        const Region& inside, const Slab& slab, Face face)
{
    const std::vector<Ring> low = mayStayLow(slab, face);
    std::vector<char> counts(grid.xs_mm.size() * grid.ys_mm.size(), 0);
    markRows(grid, grown(inside, kRim_mm), counts);
    std::vector<char> gone(counts.size(), 0);
    const Box lines{grid.xs_mm.front(), grid.ys_mm.front(), grid.xs_mm.back(), grid.ys_mm.back()};
    for (const Ring& ring : low) {
        const Box box = boundsOf(ring);
        if (box.right >= lines.left && box.left <= lines.right && box.top >= lines.bottom && box.bottom <= lines.top) {
            markRows(grid, std::span<const Vec2>(ring), gone);
        }
    }
    PlaneLimits out;
    for (const SurfacePoint& point : all) {
        const size_t node = static_cast<size_t>(point.row) * grid.xs_mm.size() + static_cast<size_t>(point.column);
        if (counts[node] != 0 && gone[node] == 0) {
            out.among.push_back(static_cast<std::ptrdiff_t>(out.points.size()));
            out.points.push_back(point.p);
        } else {
            out.among.push_back(-1);
        }
    }
    out.read = out.points.size();
    for (const Point3& p : field.carriedIn(inside, kRimStep_mm)) {
        const Vec2 at{p.x, p.y};
        if (std::any_of(low.begin(), low.end(), [at](const Ring& ring) { return contains(ring, at); })) {
            continue;
        }
        out.points.push_back(p);
        if (const double beyond = field.beyond_mm(at); beyond > out.furthest_mm) {
            out.furthest_mm = beyond;
            out.furthestAt = at;
        }
    }
    return out;
}

} // namespace burl
