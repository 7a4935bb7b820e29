#pragma once
// What the planes must keep under: the face inside the final outline, read or carried to its rim, not where it is
// filled or cut off.   Units: mm.   Source: docs/formulas.md#surface-between-readings.   Threads: pure.

#include <cstddef>
#include <vector>

#include "core/face/face_field.h"
#include "core/geometry/ring.h"

namespace burl
{

struct PlaneLimits {
    std::vector<Point3> points; // the readings first, then what is carried between and beyond them
    std::size_t read = 0;       // so many of them are readings
    /// Of each of the surface's readings its place in `points`, -1 when it does not count.
    std::vector<std::ptrdiff_t> among;
    double furthest_mm = 0.0; // that a counted place lies beyond the outermost readings
    Vec2 furthestAt;
};
/// `inside` in the slab's frame: the wood that the final top keeps of this face.
[[nodiscard]] PlaneLimits planeLimits(const std::vector<SurfacePoint>& all, const FaceField& field,
                                      const HeightGrid& grid, const Region& inside, const Slab& slab, Face face);

/// Areas of a face that may stay low: they will be filled or cut off anyway, or are holes that are left.
[[nodiscard]] std::vector<Ring> mayStayLow(const Slab& slab, Face face);

} // namespace burl
