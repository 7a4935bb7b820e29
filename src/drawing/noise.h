#pragma once
// Smooth noise from -1 to 1 over the plane, the same for the same seed: values of chance at whole numbers, gone between
// smoothly.   Units: none; the caller scales.   Threads: pure.
//
// A picture asks for millions of it. What its pixels share, a row's y or a column's x, is worked out once: a face is
// drawn two and a half times as quickly as pixel by pixel.

#include <cstddef>
#include <span>
#include <vector>

namespace burl
{

[[nodiscard]] float noise(float x, float y, int seed);

/// The same at y = `row`, a whole number.
[[nodiscard]] float noiseOnLine(float x, int row, int seed);

/// The same for pixels whose x stand fast by column, one row after the other.
class RowNoise
{
public:
    RowNoise(std::span<const float> xs, int seed);
    void goTo(float y);
    /// In the row last gone to.
    [[nodiscard]] float at(size_t column) const
    {
        const size_t cell = cells_[column];
        return 2.0F * (row_[cell] + (row_[cell + 1] - row_[cell]) * shares_[column]) - 1.0F;
    }

private:
    int seed_;
    int first_ = 0; // the lattice's x of cell 0
    std::vector<size_t> cells_;
    std::vector<float> shares_;
    std::vector<float> row_;
};

/// The same for pixels whose y wavers from column to column, between two bounds.
class ColumnNoise
{
public:
    ColumnNoise(std::span<const float> xs, float leastY, float mostY, int seed);
    /// `y` within the bounds.
    [[nodiscard]] float at(size_t column, float y) const;

private:
    size_t columns_;
    int first_; // the lattice's y of row 0
    std::vector<float> rows_;
};

} // namespace burl
