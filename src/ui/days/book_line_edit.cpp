#include "ui/days/book_line_edit.h"

#include <QPainter>

#include "ui/look/theme.h"

namespace burl::ui
{

void BookLineEdit::setLeft(std::vector<std::pair<int, int>> left)
{
    if (left != left_) {
        left_ = std::move(left);
        update();
    }
}

void BookLineEdit::paintEvent(QPaintEvent* event)
{
    QLineEdit::paintEvent(event);
    if (left_.empty()) {
        return;
    }
    // The text may be scrolled: the cursor tells where it lies.
    const QFontMetrics metrics = fontMetrics();
    const QString all = text();
    const int origin = cursorRect().center().x() - metrics.horizontalAdvance(all.left(cursorPosition()));
    constexpr int kUnder_px = 3;
    const int y = cursorRect().bottom() - kUnder_px;
    constexpr int kFrame_px = 3;
    QPainter painter(this);
    painter.setClipRect(rect().adjusted(kFrame_px, 0, -kFrame_px, 0));
    QPen pen(palette().color(QPalette::Text));
    pen.setColor(colours().mark);
    constexpr qreal kDots_px = 1.6;
    pen.setWidthF(kDots_px);
    pen.setStyle(Qt::DotLine);
    painter.setPen(pen);
    for (const auto& [from, to] : left_) {
        painter.drawLine(origin + metrics.horizontalAdvance(all.left(from)), y,
                         origin + metrics.horizontalAdvance(all.left(to)), y);
    }
}

} // namespace burl::ui
