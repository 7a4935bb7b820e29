#pragma once
// Curves made straight: cubic and quadratic pieces, elliptical arcs, splines with knots.
// Units: whatever the points are in; `tolerance` is the most a chord may stand off its curve.

#include <span>

#include "core/geometry/vec2.h"

namespace burl
{

/// How far a drawing's curves may be cut by their chords: less than a pencil line.
inline constexpr double kCurveTolerance_mm = 0.05;

/// Each appends the points after the first; the last is the exact end.
void addCubic(Ring& out, Vec2 from, Vec2 c1, Vec2 c2, Vec2 to, double tolerance);
void addQuadratic(Ring& out, Vec2 from, Vec2 c, Vec2 to, double tolerance);
/// An arc of an ellipse round `centre`, axes `a` (as a vector) and `b` (as a vector), angles in radians.
void addEllipse(Ring& out, Vec2 centre, Vec2 a, Vec2 b, double from_rad, double to_rad, double tolerance);
/// A B-spline of `degree` (1 to 5) over its knots; nothing is added when they do not fit the points.
[[nodiscard]] bool addSpline(Ring& out, int degree, std::span<const double> knots, std::span<const Vec2> points,
                             double tolerance);

} // namespace burl
