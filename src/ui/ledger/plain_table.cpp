#include "ui/ledger/plain_table.h"

#include <QHeaderView>
#include <QLabel>
#include <QTableWidget>
#include <QVBoxLayout>

#include "ui/look/theme.h"

namespace burl::ui
{

void makePlain(QTableWidget& table, const QStringList& heads, const std::vector<int>& widths, int rowHigh)
{
    table.setColumnCount(static_cast<int>(heads.size()));
    table.setHorizontalHeaderLabels(heads);
    table.horizontalHeader()->setStretchLastSection(true);
    table.horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table.horizontalHeader()->setHighlightSections(false);
    table.verticalHeader()->hide();
    table.verticalHeader()->setDefaultSectionSize(rowHigh);
    table.setEditTriggers(QAbstractItemView::NoEditTriggers);
    table.setSelectionBehavior(QAbstractItemView::SelectRows);
    table.setSelectionMode(QAbstractItemView::SingleSelection);
    table.setShowGrid(false);
    table.setFrameShape(QFrame::NoFrame);
    table.setTabKeyNavigation(false);
    looking(&table, "inset");
    for (size_t i = 0; i < widths.size(); ++i) {
        table.setColumnWidth(static_cast<int>(i), widths[i]);
    }
}

void sayWhenEmpty(QTableWidget& table, const QString& words)
{
    const QString name = table.objectName() + QStringLiteral("Empty");
    if (auto* said = table.viewport()->findChild<QLabel*>(name)) { // otherwise now
        said->setText(words);
        said->setAccessibleName(words);
        return;
    }
    auto* label = looking(named(new QLabel(words, table.viewport()), name, words), "quiet");
    label->setWordWrap(true);
    label->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    auto* column = new QVBoxLayout(table.viewport());
    column->setContentsMargins(6, 8, 12, 4);
    column->addWidget(label);
    column->addStretch(1);
    const auto show = [label, &table] { label->setVisible(table.rowCount() == 0); };
    QObject::connect(table.model(), &QAbstractItemModel::rowsInserted, label, show);
    QObject::connect(table.model(), &QAbstractItemModel::rowsRemoved, label, show);
    QObject::connect(table.model(), &QAbstractItemModel::modelReset, label, show);
    show();
}

void putRow(QTableWidget& table, int row, const QStringList& cells)
{
    for (int col = 0; col < static_cast<int>(cells.size()); ++col) {
        QTableWidgetItem* cell = table.item(row, col);
        if (cell == nullptr) {
            cell = new QTableWidgetItem;
            table.setItem(row, col, cell);
        }
        cell->setText(cells[col]);
    }
}

} // namespace burl::ui
