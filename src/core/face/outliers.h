#pragma once
// Readings of a grid that do not fit their neighbours: mistyped, or the probe stood on a chip.
// Units: mm.   Source: docs/formulas.md#odd-readings.   Threads: pure.

#include <cstddef>
#include <vector>

#include "core/shop/slab.h"

namespace burl
{

struct OddReading {
    std::size_t column = 0;
    std::size_t row = 0;
    double reading_mm = 0.0;
    double expected_mm = 0.0; // by its neighbours
};

/// The readings that neither their row, nor their column, nor a smooth surface through their neighbours explains, off
/// by far more than the others are; worst first. Nothing in grids too small to judge, and never more than a tenth of
/// the readings: a grid of wild ones is not a few mistakes.
[[nodiscard]] std::vector<OddReading> oddReadings(const HeightGrid& grid);
/// Of a slab's face, without those that a drawn knot explains: a stub stands proud there.
[[nodiscard]] std::vector<OddReading> oddReadings(const Slab& slab, Face face);

} // namespace burl
