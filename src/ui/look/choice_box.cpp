#include "ui/look/choice_box.h"

#include <QHelpEvent>
#include <QScrollBar>
#include <QStylePainter>
#include <QStyledItemDelegate>
#include <QToolTip>

#include "ui/look/plain_words.h"
#include "ui/look/word_list.h"

namespace burl::ui
{

ChoiceBox::ChoiceBox(QWidget* parent) : QComboBox(parent)
{
    setView(new WordList(this));
    setItemDelegate(new QStyledItemDelegate(this)); // which gives rows that a finger finds
}

QString ChoiceBox::shownText() const
{
    QStyleOptionComboBox option;
    initStyleOption(&option);
    const QRect room = style()->subControlRect(QStyle::CC_ComboBox, &option, QStyle::SC_ComboBoxEditField, this);
    constexpr int kBesideText_px = 2; // where the style begins to write
    return fontMetrics().elidedText(currentText(), Qt::ElideRight, room.width() - kBesideText_px);
}

void ChoiceBox::showPopup()
{
    constexpr int kRowPadding_px = 16;
    view()->setMinimumWidth(view()->sizeHintForColumn(0) + view()->verticalScrollBar()->sizeHint().width() +
                            kRowPadding_px);
    QComboBox::showPopup();
}

void ChoiceBox::hidePopup()
{
    const bool wasOpen = view()->isVisible();
    QComboBox::hidePopup();
    if (wasOpen) { // after what was chosen has been told
        QMetaObject::invokeMethod(this, &ChoiceBox::closed, Qt::QueuedConnection);
    }
}

bool ChoiceBox::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip && shownText() != currentText()) {
        const QString more = toolTip().isEmpty() ? QString() : QLatin1Char('\n') + toolTip();
        QToolTip::showText(static_cast<QHelpEvent*>(event)->globalPos(), asWritten(currentText() + more), this);
        return true;
    }
    return QComboBox::event(event);
}

void ChoiceBox::paintEvent(QPaintEvent* /*event*/)
{
    QStylePainter painter(this);
    QStyleOptionComboBox option;
    initStyleOption(&option);
    painter.drawComplexControl(QStyle::CC_ComboBox, option);
    option.currentText = shownText();
    painter.drawControl(QStyle::CE_ComboBoxLabel, option);
}

} // namespace burl::ui
