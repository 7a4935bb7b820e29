#include "ui/look/elided_label.h"

#include <QPainter>

#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr int kBetween_px = 12; // words and what is said beside them

} // namespace

ElidedLabel::ElidedLabel(QWidget* parent) : QLabel(parent)
{
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
}

void ElidedLabel::setWords(const QString& words, const QString& quiet)
{
    if (words == words_ && quiet == quiet_) {
        return;
    }
    words_ = words;
    quiet_ = quiet;
    const QString whole = quiet.isEmpty() ? words : words + QStringLiteral(": ") + quiet;
    setToolTip(whole);
    setAccessibleName(whole);
    setText(whole); // for whoever reads it out; it is painted below
    update();
}

QSize ElidedLabel::minimumSizeHint() const
{
    return {40, fontMetrics().height() + 4};
}

QSize ElidedLabel::sizeHint() const
{
    return {200, fontMetrics().height() + 4};
}

void ElidedLabel::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setPen(colours().ink);
    p.setFont(font());
    const QString shown = p.fontMetrics().elidedText(words_, Qt::ElideRight, width());
    p.drawText(rect(), Qt::AlignVCenter | Qt::AlignLeft, shown);
    const int used = p.fontMetrics().horizontalAdvance(shown) + kBetween_px;
    QFont plain = font();
    plain.setBold(false);
    p.setFont(plain);
    p.setPen(colours().faint);
    p.drawText(rect().adjusted(used, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft,
               p.fontMetrics().elidedText(quiet_, Qt::ElideRight, std::max(0, width() - used)));
}

} // namespace burl::ui
