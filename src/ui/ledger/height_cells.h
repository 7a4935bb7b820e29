#pragma once
// A grid of heights in a table: columns along the slab, rows across with the far side up, as on the board.

#include <cstddef>
#include <optional>

#include <QString>

#include "core/measure/units.h"
#include "core/shop/ranges.h"
#include "core/shop/slab.h"

namespace burl::ui
{

class ReadingTable;

/// A column holds one unit, so a cell leaves it to the heading.
[[nodiscard]] QString cellText(double value, Unit unit, const UnitChoice& units);

/// What was typed into a cell: a number in its range, nothing for a cell that was emptied, or why it is refused.
struct CellEntry {
    std::optional<double> value;
    QString refused;
};
[[nodiscard]] CellEntry readCell(const QString& text, Unit unit, Range range, const UnitChoice& units);

void fillHeights(ReadingTable& table, const HeightGrid& grid, const UnitChoice& units);

/// Where the reading of a cell stands in the grid; nothing for a cell beyond it.
[[nodiscard]] std::optional<std::size_t> heightIndex(const HeightGrid& grid, int row, int column);

} // namespace burl::ui
