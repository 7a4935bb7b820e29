#include "ui/yard/pages/reading_page.h"

#include "ui/ledger/height_cells.h"
#include "ui/ledger/reading_table.h"
#include "ui/look/text.h"

namespace burl::ui
{

ReadingPage::ReadingPage(Document& document, ReadingTable& table, QObject* parent)
    : QObject(parent), document_(document), table_(table)
{
}

std::optional<QString> ReadingPage::enter(int row, int column, const QString& text)
{
    const CellEntry entry = readCell(text, unit(column), range(column), units());
    if (!entry.refused.isEmpty()) {
        return entry.refused;
    }
    change(row, column, entry.value);
    return std::nullopt;
}

QString ReadingPage::head(const QString& what) const
{
    return what + QStringLiteral(", ") + fromCore(lengthUnitWord(units().length));
}

void ReadingPage::setShape(const QStringList& heads, int rows)
{
    table_.setColumnCount(static_cast<int>(heads.size()));
    table_.setHorizontalHeaderLabels(heads);
    table_.setRowCount(rows);
    QStringList numbers;
    for (int i = 0; i < rows; ++i) {
        numbers << QString::number(i + 1);
    }
    table_.setVerticalHeaderLabels(numbers);
}

void ReadingPage::put(int row, int column, std::optional<double> length_mm)
{
    table_.put(row, column, length_mm ? cellText(*length_mm, Unit::Length, units()) : QString());
}

} // namespace burl::ui
