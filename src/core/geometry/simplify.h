#pragma once
// Lines with fewer points.   Units: mm.   Threads: pure.

#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

/// The points that a line cannot do without: leaving out the others moves it by no more than `stray_mm`.
/// Both ends stay.   Source: Douglas and Peucker, 1973.
[[nodiscard]] std::vector<Vec2> simplified(const std::vector<Vec2>& line, double stray_mm);

} // namespace burl
