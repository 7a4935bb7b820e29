#pragma once
// Fewer points that still tell the same surface.   Threads: pure.

#include <algorithm>
#include <cstddef>
#include <vector>

#include "core/geometry/plane.h"

namespace burl
{

/// More points than these tell a plane or a bent sheet no better: noise of 1 mm leaves less than a hundredth.
constexpr std::size_t kEnoughToFit = 200'000;

/// Every so manieth point, so that no more than about `most` are left.
[[nodiscard]] inline std::vector<Point3> thinned(const std::vector<Point3>& points, std::size_t most)
{
    const std::size_t every = std::max<std::size_t>(1, points.size() / most);
    std::vector<Point3> out;
    for (std::size_t i = 0; i < points.size(); i += every) {
        out.push_back(points[i]);
    }
    return out;
}

} // namespace burl
