#include "ui/ledger/height_cells.h"

#include "core/measure/parse.h"
#include "ui/ledger/measure_field.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/text.h"

namespace burl::ui
{

QString cellText(double value, Unit unit, const UnitChoice& units)
{
    const QString text = editText(value, unit, units);
    return isInches(units.length) ? text : text.section(QLatin1Char(' '), 0, 0);
}

CellEntry readCell(const QString& text, Unit unit, Range range, const UnitChoice& units)
{
    if (text.trimmed().isEmpty()) {
        return {};
    }
    const auto read =
        unit == Unit::Count ? parseNumber(text.toStdString()) : parseLength_mm(text.toStdString(), units.length);
    if (!read) {
        return {std::nullopt, fromCore(read.error().sentence)};
    }
    if (!range.holds(*read)) {
        return {std::nullopt,
                QCoreApplication::translate("burl::ui::ReadingTable", "%1 is outside %2 to %3 here.")
                    .arg(text.trimmed(), cellText(range.least, unit, units), cellText(range.most, unit, units))};
    }
    return {*read, {}};
}

void fillHeights(ReadingTable& table, const HeightGrid& grid, const UnitChoice& units)
{
    const int along = static_cast<int>(grid.xs_mm.size());
    const int across = static_cast<int>(grid.ys_mm.size());
    table.setColumnCount(along);
    table.setRowCount(across);
    QStringList columns;
    for (const double x : grid.xs_mm) {
        columns << quantity(x, Unit::Length, units);
    }
    QStringList rows;
    for (int row = 0; row < across; ++row) {
        rows << quantity(grid.ys_mm[static_cast<size_t>(across - 1 - row)], Unit::Length, units);
        for (int i = 0; i < along; ++i) {
            const auto& r = grid.readings_mm[*heightIndex(grid, row, i)];
            table.put(row, i, r ? cellText(*r, Unit::Length, units) : QString());
        }
    }
    table.setHorizontalHeaderLabels(columns);
    table.setVerticalHeaderLabels(rows);
}

std::optional<std::size_t> heightIndex(const HeightGrid& grid, int row, int column)
{
    const auto across = static_cast<int>(grid.ys_mm.size());
    const auto along = static_cast<int>(grid.xs_mm.size());
    if (row < 0 || row >= across || column < 0 || column >= along) {
        return std::nullopt;
    }
    return static_cast<size_t>(across - 1 - row) * grid.xs_mm.size() + static_cast<size_t>(column);
}

} // namespace burl::ui
