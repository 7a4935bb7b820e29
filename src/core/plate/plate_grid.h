#pragma once
// The grid a plate is cut into: lines through what stands on it, and which zone each cell, or part of a cell, belongs
// to. Units: mm.   Threads: pure.

#include <vector>

#include "core/plate/plate_model.h"

namespace burl
{

constexpr int kParts = 8;    // a cell that an edge crosses is told apart so finely, each way
constexpr int kOutside = -1; // no zone

/// Where a part of a cell stands among its parts.
[[nodiscard]] constexpr size_t partAt(int row, int column)
{
    return static_cast<size_t>(row) * kParts + static_cast<size_t>(column);
}

struct PlateCell {
    int zone = kOutside;    // of all of it
    std::vector<int> parts; // zones of its parts, row by row; empty where all are alike
};

struct PlateGrid {
    std::vector<double> xs;
    std::vector<double> ys;
    std::vector<PlateCell> cells; // row by row of y

    [[nodiscard]] size_t columns() const { return xs.size() - 1; }
    [[nodiscard]] size_t rows() const { return ys.size() - 1; }
    [[nodiscard]] const PlateCell& cell(size_t column, size_t row) const { return cells[row * columns() + column]; }
    /// The column or row that a place lies in.
    [[nodiscard]] size_t columnOf(double x) const;
    [[nodiscard]] size_t rowOf(double y) const;
};
[[nodiscard]] PlateGrid gridOf(const PlateInput& input);

} // namespace burl
