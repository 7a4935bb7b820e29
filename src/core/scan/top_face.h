#pragma once
// The top face of a slab told from its bevelled edge, a clamp on it and points mixed from edge and bench.
// Units: mm, over the bench.   Source: docs/formulas.md#scan.   Threads: pure.

#include <functional>
#include <optional>
#include <vector>

#include "core/geometry/plane.h"

namespace burl
{

struct TopFace {
    std::vector<Point3> points;                      // on the face
    std::vector<Point3> clutter;                     // that lies on the slab
    std::function<double(double, double)> height_mm; // of the face, smoothed, at x and y
};

/// Nothing when no face of a slab is found among what stands over the bench.   REQUIRES: points
/// Nothing, too, when `goOn` is asked and says no.
[[nodiscard]] std::optional<TopFace> findTopFace(const std::vector<Point3>& over,
                                                 const std::function<bool()>& goOn = {});

} // namespace burl
