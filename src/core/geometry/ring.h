#pragma once
// Areas, centroids and regions of rings.   Units: mm, mm2.   Threads: pure.

#include <optional>
#include <span>
#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

/// Positive when the corners run anticlockwise.
[[nodiscard]] double signedArea_mm2(std::span<const Vec2> ring);
[[nodiscard]] double area_mm2(std::span<const Vec2> ring);
[[nodiscard]] double perimeter_mm(std::span<const Vec2> ring);
/// Centre of gravity of the area; the mean of the corners when there is no area.
[[nodiscard]] Vec2 centroid(std::span<const Vec2> ring);
[[nodiscard]] Box boundsOf(std::span<const Vec2> ring);
/// Even-odd; points on the edge may go either way.
[[nodiscard]] bool contains(std::span<const Vec2> ring, Vec2 point);
/// Where the level line at y runs inside: sorted x in pairs, in and out. The quick way to ask for
/// many points of one row.
[[nodiscard]] std::vector<double> crossingsAt(std::span<const Vec2> ring, double y);
/// Distance to the edge, positive inside.
[[nodiscard]] double signedDistance_mm(std::span<const Vec2> ring, Vec2 point);
/// Where two edges that are not neighbours cross, if any do.
[[nodiscard]] std::optional<Vec2> selfCrossing(std::span<const Vec2> ring);
[[nodiscard]] Ring anticlockwise(Ring ring);
/// A ring round an ellipse of `long_mm` by `wide_mm`, its long axis turned by `angle_deg`.
[[nodiscard]] Ring ellipse(Vec2 centre, double long_mm, double wide_mm, double angle_deg, int corners = 24);

/// Regions, snapped to a micrometre grid inside.
using Region = std::vector<Ring>;
[[nodiscard]] Region intersection(const Region& a, const Region& b);
[[nodiscard]] Region difference(const Region& a, const Region& b);
[[nodiscard]] Region unionOf(const Region& a);
/// Even-odd over all its rings: a ring inside another is a hole.
[[nodiscard]] bool contains(const Region& region, Vec2 point);
[[nodiscard]] std::vector<double> crossingsAt(const Region& region, double y);
/// Distance to the nearest edge of any ring, positive inside; -infinity where there is no ring.
[[nodiscard]] double signedDistance_mm(const Region& region, Vec2 point);
/// The ring round the largest area; empty where there is none.
[[nodiscard]] Ring largestRing(const Region& region);
/// The parts of a line that lie inside, in its order.
[[nodiscard]] std::vector<std::vector<Vec2>> partsInside(const std::vector<Vec2>& line, const Region& region);
/// Area with holes (rings that run clockwise) taken away.
[[nodiscard]] double area_mm2(const Region& region);
enum class Corners { Sharp, Round };
/// Larger by this all round, or smaller when it is negative.
[[nodiscard]] Region grown(const Region& region, double by_mm, Corners corners = Corners::Sharp);

} // namespace burl
