#pragma once
// The element: a rectangle whose deflection is a product of cubics, four freedoms at a corner: w, w_x, w_y, w_xy.
// Corners in the order (left, near), (left, far), (right, near), (right, far).
// Units: mm.   Threads: pure.

#include <array>

#include <Eigen/Dense>

#include "core/plate/stiffness.h"

namespace burl
{

constexpr int kFreedoms = 4; // at a corner
constexpr int kElement = 16;
using ElementMatrix = Eigen::Matrix<double, kElement, kElement>;
using ElementVector = Eigen::Matrix<double, kElement, 1>;

/// Shapes or their derivatives at a place of the element, 0 to 1 each way.
[[nodiscard]] ElementVector shapesAt(double wide_mm, double high_mm, double u, double v, int alongX, int alongY);
/// Exactly, of an element that is one material.
[[nodiscard]] ElementMatrix stiffnessOf(double wide_mm, double high_mm, const PlateStiffness& d);
/// At one place, per area.
[[nodiscard]] ElementMatrix stiffnessAt(double wide_mm, double high_mm, double u, double v, const PlateStiffness& d);
/// Of a unit pressure over all of it.
[[nodiscard]] ElementVector pressureOn(double wide_mm, double high_mm);
/// What a free curvature asks of it, per area at one place.
[[nodiscard]] ElementVector curvatureAt(double wide_mm, double high_mm, double u, double v, const PlateStiffness& d,
                                        const std::array<double, 3>& free);
/// And of an element that is one material.
[[nodiscard]] ElementVector curvatureOf(double wide_mm, double high_mm, const PlateStiffness& d,
                                        const std::array<double, 3>& free);

} // namespace burl
