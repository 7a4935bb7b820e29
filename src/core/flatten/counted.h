#pragma once
// Which readings the planes must keep under: inside the rough outline, not where it is filled or cut off.

#include <cstddef>
#include <vector>

#include "core/flatten/surfaces.h"
#include "core/geometry/ring.h"

namespace burl
{

struct Counted {
    std::vector<Point3> points;
    /// Of each of the surface's points its place in `points`, -1 when it does not count.
    std::vector<std::ptrdiff_t> among;
};
/// `outline` in the slab's frame.
[[nodiscard]] Counted countedIn(const std::vector<SurfacePoint>& all, const Ring& outline, const Slab& slab, Face face);

/// Areas of a face that may stay low, as they will be filled or cut off anyway.
[[nodiscard]] std::vector<Ring> mayStayLow(const Slab& slab, Face face);

} // namespace burl
