#include "ui/ledger/entry_field.h"

#include <QKeyEvent>

#include "ui/look/theme.h"
#include "ui/look/typing.h"

namespace burl::ui
{

EntryField::EntryField(QWidget* parent) : QLineEdit(parent)
{
    connect(this, &QLineEdit::editingFinished, this, &EntryField::finish);
}

void EntryField::setShown(const QString& text)
{
    shown_ = text;
    if (!(hasFocus() && isModified())) {
        putBack(text);
    }
}

void EntryField::putBack(const QString& text)
{
    shown_ = text;
    if (this->text() != text) {
        setText(text);
        if (!hasFocus()) {
            setCursorPosition(0); // a long text shows how it begins
        }
    }
    setModified(false);
    setMarked(false);
}

void EntryField::refuse(const QString& sentence)
{
    setModified(true); // it still waits to be taken
    setMarked(true);
    setToolTip(sentence);
    Q_EMIT refused(sentence);
}

void EntryField::setMarked(bool marked)
{
    if (marked_ == marked) {
        return;
    }
    if (marked) {
        tip_ = toolTip();
    }
    marked_ = marked;
    setProperty("refused", marked);
    update();
    if (!marked) {
        setToolTip(tip_);
    }
}

void EntryField::setTip(const QString& tip)
{
    tip_ = tip;
    if (!marked_) {
        setToolTip(tip);
    }
}

void EntryField::finish()
{
    if (isModified()) {
        setModified(false);
        Q_EMIT typed(text());
    }
    if (replaced_ && hasFocus()) {
        selectAll();
    }
}

void EntryField::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape) {
        putBack(shown_);
        if (replaced_) {
            selectAll();
        }
        event->accept();
        return;
    }
    QLineEdit::keyPressEvent(event); // Enter hands over what it says
    const bool enter = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (enter && hasFocus() && !marked_) { // else it was refused, or somebody else has the keys by now
        if (QWidget* next = nextTyped(*this)) {
            next->setFocus(Qt::TabFocusReason);
        }
    }
}

void EntryField::focusInEvent(QFocusEvent* event)
{
    QLineEdit::focusInEvent(event);
    // At once, for the next key may be waiting already; with the mouse, after it has set its cursor.
    clickedInto_ = event->reason() == Qt::MouseFocusReason;
    if (replaced_ && !clickedInto_) {
        selectAll();
    }
}

void EntryField::mouseReleaseEvent(QMouseEvent* event)
{
    QLineEdit::mouseReleaseEvent(event);
    if (replaced_ && clickedInto_ && !hasSelectedText() && !isModified()) {
        selectAll();
    }
    clickedInto_ = false;
}

} // namespace burl::ui
