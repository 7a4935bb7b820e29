#pragma once
// A picture as plain bytes: the boundary between whoever decodes pictures and the tracer.

#include <cstdint>
#include <vector>

namespace burl
{

/// Blue, green, red, one byte each, rows without gaps. Upright: the camera's turn is already undone.
/// Pixel (i, j) covers [i, i + 1) x [j, j + 1); its middle lies at (i + 1/2, j + 1/2).
struct Pixels {
    int width = 0;
    int height = 0;
    std::vector<std::uint8_t> bgr;
    [[nodiscard]] bool empty() const { return width <= 0 || height <= 0; }
};

} // namespace burl
