#pragma once
// What a cell of a table is typed into. The toolkit's own editor closes some time after Enter, and the keys behind it
// are lost in the old cell: this one is closed by the key itself.

#include <QStyledItemDelegate>

namespace burl::ui
{

class CellTyping final : public QStyledItemDelegate
{
    Q_OBJECT

public:
    CellTyping(Qt::Alignment side, QObject* parent) : QStyledItemDelegate(parent), side_(side) {}

    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    void setEditorData(QWidget* editor, const QModelIndex& index) const override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    Qt::Alignment side_;
};

} // namespace burl::ui
