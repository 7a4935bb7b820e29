#pragma once
// The tightest ring without a hollow corner round points.   Units: mm.   Source: Andrew's monotone chain, 1979.
// Threads: pure.

#include <cstddef>
#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

/// Which of the points are its corners, anticlockwise; points on a side are not. Of points on one line its two ends.
[[nodiscard]] std::vector<size_t> hullOf(const std::vector<Vec2>& points);
[[nodiscard]] Ring hullRing(const std::vector<Vec2>& points);

} // namespace burl
