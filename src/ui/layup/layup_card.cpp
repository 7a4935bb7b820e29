#include "ui/layup/layup_card.h"

#include <QPainter>

#include "drawing/scene.h"
#include "ui/look/theme.h"

namespace burl::ui
{

LayupCard::LayupCard(const QString& name, QWidget* parent) : QAbstractButton(parent)
{
    setObjectName(name);
    setCursor(Qt::PointingHandCursor);
    setFocusPolicy(Qt::StrongFocus);
    setFixedSize(sizeHint());
}

void LayupCard::show(std::shared_ptr<const Plan> plan, const QString& title, const QStringList& figures,
                     WoodCache& wood)
{
    plan_ = std::move(plan);
    title_ = title;
    figures_ = figures;
    wood_ = &wood;
    setAccessibleName(title + QStringLiteral(": ") + figures.join(QStringLiteral(", ")));
    setToolTip(figures.join(QLatin1Char('\n')));
    setVisible(true);
    update();
}

void LayupCard::setTaken(bool taken)
{
    if (taken_ != taken) {
        taken_ = taken;
        update();
    }
}

void LayupCard::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Palette& c = colours();
    const QRectF frame = QRectF(rect()).adjusted(1, 1, -1, -1);
    p.setBrush(taken_ ? c.shelf : c.board);
    p.setPen(QPen(hasFocus() || underMouse() ? c.ink : c.hairline, taken_ || hasFocus() ? 1.8 : 1.0));
    p.drawRoundedRect(frame, 2, 2);
    p.setPen(c.ink);
    p.setFont(textFont(11.0, true));
    p.drawText(QRectF(9, 5, width() - 18, 20), Qt::AlignLeft | Qt::AlignVCenter,
               p.fontMetrics().elidedText(title_, Qt::ElideRight, width() - 18));
    if (plan_ && wood_ != nullptr && !plan_->layup->pieces.empty()) {
        const QRectF area(9, 28, width() - 18, 62);
        const BoardView view = BoardView::fitted(plan_->layup->finalBox, area);
        p.save();
        p.setClipRect(area.adjusted(-2, -2, 2, 2));
        SceneStyle style;
        style.palette = c;
        style.waste = 0.0;
        style.line_px = 0.9;
        paintPieces(p, view, *plan_, *wood_, style);
        paintRods(p, view, *plan_, style);
        paintJoinery(p, view, *plan_, style, false);
        paintResin(p, view, *plan_, style);
        p.restore();
    }
    p.setFont(textFont(10.0));
    double y = 93.0;
    for (qsizetype i = 0; i < figures_.size() && i < 3; ++i) {
        p.setPen(i == 0 ? c.ink : c.faint);
        p.drawText(QRectF(9, y, width() - 18, 18), Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(figures_[i], Qt::ElideRight, width() - 18));
        y += 18.0;
    }
}

} // namespace burl::ui
