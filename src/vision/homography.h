#pragma once
// The map between two pictures of one plane, and the bend of a lens.   Threads: pure.

#include <array>

#include "core/geometry/vec2.h"

namespace burl
{

/// Row by row; (x, y) goes to (h0 x + h1 y + h2, h3 x + h4 y + h5) / (h6 x + h7 y + h8).
using Homography = std::array<double, 9>;

/// The one that takes four places to four others; false when they do not tell one (three in a line).
[[nodiscard]] bool homography(const std::array<Vec2, 4>& from, const std::array<Vec2, 4>& to, Homography& out);

/// False when there is none.
[[nodiscard]] bool inverse(const Homography& h, Homography& out);

[[nodiscard]] Vec2 through(const Homography& h, Vec2 p);

/// Where the pixel would lie had the lens not bent the picture.
/// `bend`: per square pixel about `middle`, r' = r (1 + bend r^2); below 0 a barrel.
[[nodiscard]] Vec2 straightened(Vec2 pixel, Vec2 middle, double bend);

/// The corners of a rectangle that begins at nought, mm, anticlockwise from the lower left.
[[nodiscard]] std::array<Vec2, 4> rectangleCorners(double width_mm, double height_mm);

} // namespace burl
