#include "ui/ledger/cell_typing.h"

#include <QKeyEvent>
#include <QLineEdit>

namespace burl::ui
{

QWidget* CellTyping::createEditor(QWidget* parent, const QStyleOptionViewItem& /*option*/,
                                  const QModelIndex& /*index*/) const
{
    auto* line = new QLineEdit(parent);
    line->setFrame(false);
    line->setAlignment(side_ | Qt::AlignVCenter);
    return line;
}

void CellTyping::setEditorData(QWidget* editor, const QModelIndex& index) const
{
    auto* line = static_cast<QLineEdit*>(editor);
    if (!line->isModified()) { // what the book says does not disturb who is typing
        line->setText(index.data(Qt::EditRole).toString());
    }
}

bool CellTyping::eventFilter(QObject* watched, QEvent* event)
{
    auto* line = qobject_cast<QLineEdit*>(watched);
    if (line != nullptr && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Return || key == Qt::Key_Enter) {
            Q_EMIT commitData(line);
            Q_EMIT closeEditor(line, SubmitModelCache);
            return true;
        }
    }
    return QStyledItemDelegate::eventFilter(watched, event);
}

} // namespace burl::ui
