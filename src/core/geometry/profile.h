#pragma once
// A profile: a value along the length, straight between its stations (a live edge, a width).
// Units: mm; areas mm2.   REQUIRES: stations that rise.   Source: docs/formulas.md#outline.   Threads: pure.

#include <span>
#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

/// Stations (x, value), x strictly rising. Straight between stations.
using Profile = std::vector<Vec2>;

/// Value at x; beyond the ends the end value. REQUIRES: not empty.
[[nodiscard]] double valueAt(std::span<const Vec2> profile, double x);
/// The part between x0 and x1, with stations added at both. REQUIRES: x0 < x1.
[[nodiscard]] Profile cutTo(std::span<const Vec2> profile, double x0, double x1);
/// All x of both profiles, rising, without doubles.
[[nodiscard]] std::vector<double> mergedStations(std::span<const Vec2> a, std::span<const Vec2> b);
/// a(x) + factor * b(x) at the stations of both, over the range where both stand.
[[nodiscard]] Profile combined(std::span<const Vec2> a, double factor, std::span<const Vec2> b);
/// Exact integral of the straight segments.
[[nodiscard]] double integral(std::span<const Vec2> profile);
/// The ring between a lower and an upper profile: anticlockwise from the lower left.
[[nodiscard]] Ring ringBetween(std::span<const Vec2> lower, std::span<const Vec2> upper);

struct Extreme {
    double x = 0.0;
    double value = 0.0;
};
[[nodiscard]] Extreme least(std::span<const Vec2> profile);
[[nodiscard]] Extreme most(std::span<const Vec2> profile);

} // namespace burl
