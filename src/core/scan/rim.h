#pragma once
// The outline of a scanned face: where the density of its points has fallen to half, whatever their spacing.
// Units: mm.   Source: docs/formulas.md#scan.   Threads: pure.

#include <functional>
#include <vector>

#include "core/geometry/plane.h"
#include "core/geometry/ring.h"
#include "core/measure/outcome.h"

namespace burl
{

struct Rim {
    Ring outline;              // anticlockwise
    std::vector<Vec2> bridged; // where something on the slab hid it: the outline runs straight there
    double spacing_mm = 0.0;   // of the points
};

/// Errors: "scan.no_slab" (too thin a cloud, or too wide).   REQUIRES: points
/// Errors, too: "scan.stopped", when `goOn` is asked and says no.
[[nodiscard]] Expected<Rim> rimOf(const std::vector<Point3>& face, const std::vector<Point3>& clutter,
                                  const std::function<bool()>& goOn = {});

} // namespace burl
