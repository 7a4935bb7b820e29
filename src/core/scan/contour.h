#pragma once
// The line along which a field on a grid has one value: marching squares.
// Units: mm; values are the field's own.   Source: docs/formulas.md#scan.   Threads: pure.

#include <vector>

#include "core/geometry/ring.h"

namespace burl
{

/// Values at (i, j), i along x: index j * columns + i. Place of a value: origin + cell * (i, j).
struct Field {
    int columns = 0;
    int rows = 0;
    double cell_mm = 1.0;
    Vec2 origin;
    std::vector<double> values;
    [[nodiscard]] double at(int i, int j) const
    {
        return i < 0 || j < 0 || i >= columns || j >= rows
                   ? 0.0
                   : values[static_cast<size_t>(j) * columns + static_cast<size_t>(i)];
    }
};

/// Closed rings round what is above the level, anticlockwise; holes run clockwise.
[[nodiscard]] Region contours(const Field& field, double level);

/// Smoothed by three box means each way: near enough a bell of this sigma.
void blur(Field& field, double sigma_cells);

} // namespace burl
