#pragma once
// The bench under a scanned slab: the plane that most points lie on, with next to nothing below it.
// Units: mm.   Source: docs/formulas.md#scan.   Threads: pure.

#include <optional>
#include <span>
#include <vector>

#include "core/geometry/plane.h"

namespace burl
{

/// From the scanner's frame to the bench's: x, y, z rows and a shift.
struct ScanPose {
    double rows[3][3] = {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
    double shift[3] = {0, 0, 0};
    [[nodiscard]] Point3 toBench(const Point3& p) const;
};

struct BenchPlane {
    ScanPose pose;
    double noise_mm = 0.0; // rms of the bench's points about it
};

/// Nothing when no plane holds enough of the points.   REQUIRES: points that are numbers
[[nodiscard]] std::optional<BenchPlane> findBench(const std::vector<Point3>& cloud);

} // namespace burl
