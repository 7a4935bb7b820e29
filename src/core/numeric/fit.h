#pragma once
// Planes and bent sheets of least squares through points.
// Units: mm; slopes mm per mm.   Source: docs/formulas.md#surfaces.   Threads: pure.

#include <array>
#include <optional>
#include <span>
#include <vector>

#include "core/geometry/plane.h"
#include "core/geometry/vec2.h"

namespace burl
{

/// The plane from which the points' heights lie least far, by squares. Nothing for fewer than three points, and for
/// points on one line as seen from above.
[[nodiscard]] std::optional<Plane> fittedPlane(std::span<const Point3> points);

/// z = c0 + c1 u + c2 v + c3 u v + c4 u^2 + c5 v^2, with u and v from the middle, in units of the half extents: of any
/// extent the numbers stay near one.
struct BentSheet {
    double middleX = 0.0;
    double middleY = 0.0;
    double halfX = 1.0;
    double halfY = 1.0;
    std::array<double, 6> c{};
    [[nodiscard]] double at(double x, double y) const
    {
        const double u = (x - middleX) / halfX;
        const double v = (y - middleY) / halfY;
        return c[0] + c[1] * u + c[2] * v + c[3] * u * v + c[4] * u * u + c[5] * v * v;
    }
};

/// The bent sheet of least squares over the points' own extent. Nothing when they do not tell all six coefficients.
[[nodiscard]] std::optional<BentSheet> fittedSheet(std::span<const Point3> points);

/// Takes the straight line of least squares off a shape: how it lies is another question than how it bends.
void levelled(std::vector<Vec2>& shape);

} // namespace burl
