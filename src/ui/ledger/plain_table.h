#pragma once
// A table that is read and chosen from, row by row: nothing is typed into it.

#include <vector>

#include <QStringList>

class QTableWidget;

namespace burl::ui
{

/// Without grid and frame, rows chosen whole, one at a time; the last column takes what room is left.
void makePlain(QTableWidget& table, const QStringList& heads, const std::vector<int>& widths, int rowHigh = 26);
/// What stands in the table while it has no rows: why, and what would fill it.
void sayWhenEmpty(QTableWidget& table, const QString& words);
/// Puts texts into the cells of a row, which are made when they are not there.
void putRow(QTableWidget& table, int row, const QStringList& cells);

} // namespace burl::ui
