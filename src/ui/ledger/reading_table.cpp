#include "ui/ledger/reading_table.h"

#include <QHeaderView>
#include <QKeyEvent>

#include "ui/ledger/cell_typing.h"

namespace burl::ui
{
ReadingTable::ReadingTable(QWidget* parent) : QTableWidget(parent)
{
    setObjectName(QStringLiteral("readings"));
    setAccessibleName(tr("Readings"));
    setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::DoubleClicked |
                    QAbstractItemView::EditKeyPressed);
    setSelectionMode(QAbstractItemView::SingleSelection);
    horizontalHeader()->setDefaultSectionSize(84);
    horizontalHeader()->setMinimumSectionSize(54);
    verticalHeader()->setDefaultSectionSize(25);
    verticalHeader()->setMinimumWidth(44);
    setItemDelegate(new CellTyping(Qt::AlignRight, this));
    setTabKeyNavigation(false); // Enter and the arrows walk the cells, Tab leaves: nobody is caught in a table
    connect(this, &QTableWidget::cellChanged, this, [this](int row, int column) {
        if (item(row, column) != nullptr) {
            Q_EMIT entered(row, column, item(row, column)->text());
        }
    });
}

void ReadingTable::put(int row, int column, const QString& text, bool editable)
{
    const QSignalBlocker quiet(this);
    QTableWidgetItem* cell = item(row, column);
    if (cell == nullptr) {
        cell = new QTableWidgetItem;
        setItem(row, column, cell);
    }
    if (cell->text() != text) {
        cell->setText(text);
    }
    cell->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    cell->setFlags(editable ? Qt::ItemIsSelectable | Qt::ItemIsEnabled | Qt::ItemIsEditable
                            : Qt::ItemIsSelectable | Qt::ItemIsEnabled);
}

void ReadingTable::walk()
{
    int row = currentRow();
    int column = currentColumn();
    for (int i = 0; i < rowCount() * columnCount(); ++i) { // over what is only to be read
        if (++row >= rowCount()) {
            row = 0;
            column = column + 1 < columnCount() ? column + 1 : firstWalked_;
        }
        const QTableWidgetItem* cell = item(row, column);
        if (cell == nullptr || cell->flags().testFlag(Qt::ItemIsEditable)) {
            break;
        }
    }
    setCurrentCell(row, column);
}

bool ReadingTable::take(const QString& text)
{
    if (isEditing()) {
        return false;
    }
    if (currentRow() < 0 && rowCount() > 0 && columnCount() > 0) {
        setCurrentCell(0, firstWalked_);
    }
    QTableWidgetItem* cell = currentItem();
    if (cell == nullptr || !cell->flags().testFlag(Qt::ItemIsEditable)) {
        return true;
    }
    cell->setText(text);
    if (!stays_) {
        walk();
    }
    stays_ = false;
    return true;
}

void ReadingTable::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Space && event->modifiers() == Qt::NoModifier) {
        Q_EMIT takeWanted();
        return;
    }
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        if (state() != QAbstractItemView::EditingState) { // an editor lets Enter through, and walks when it is closed
            walk();
        }
        return;
    }
    if (event->key() == Qt::Key_Delete || event->key() == Qt::Key_Backspace) {
        QTableWidgetItem* cell = currentItem();
        if (cell != nullptr && cell->flags().testFlag(Qt::ItemIsEditable) && !cell->text().isEmpty()) {
            cell->setText(QString());
        }
        return;
    }
    QTableWidget::keyPressEvent(event);
}

void ReadingTable::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint)
{
    QTableWidget::closeEditor(editor, hint);
    if (hint == QAbstractItemDelegate::SubmitModelCache && !stays_) { // Enter
        walk();
    }
    stays_ = false;
}

} // namespace burl::ui
