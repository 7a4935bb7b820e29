#include "ui/layup/width_strip.h"

#include <QPainter>

#include "core/geometry/simplify.h"
#include "ui/board/bench.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

WidthStrip::WidthStrip(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("widthStrip"));
    setAccessibleName(tr("Width along the length"));
}

void WidthStrip::setSpan(double left, double right)
{
    if (left != left_ || right != right_) {
        left_ = left;
        right_ = right;
        update();
    }
}

void WidthStrip::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), c.board);
    const Plan* plan = document_.plan();
    if (plan == nullptr || plan->layup->missing || plan->layup->width.empty()) {
        return;
    }
    p.setRenderHint(QPainter::Antialiasing);
    const bool river = plan->layup->gap.has_value();
    const Profile& curve = river ? plan->layup->gap->top : plan->layup->width;
    const Extreme low = least(curve);
    const Extreme high = most(curve);
    const QRectF area(left_, 26.0, right_ - left_, height() - 42.0);
    const double from = curve.front().x;
    const double to = curve.back().x;
    const double span = std::max(high.value - low.value, 20.0);
    const auto at = [&](Vec2 v) {
        return QPointF(area.left() + (v.x - from) / std::max(1.0, to - from) * area.width(),
                       area.bottom() - (v.y - low.value) / span * area.height());
    };
    p.setFont(textFont(10.0));
    p.setPen(c.faint);
    p.drawText(QRectF(22, 2, width() - 44, 18), Qt::AlignLeft | Qt::AlignVCenter,
               !river                           ? tr("width along the length")
               : plan->layup->pieces.size() > 2 ? tr("from bank to bank along the length, islands within, show face")
               : plan->layup->openGap           ? tr("gap along the length, show face")
                                                : tr("river along the length, show face"));
    p.setPen(QPen(c.hairline, 1));
    p.drawLine(area.bottomLeft(), area.bottomRight());
    if (!plan->layup->halvesDiffer.empty()) {
        QPolygonF line;
        const double scale = area.height() / 2.0 /
                             std::max({std::abs(least(plan->layup->halvesDiffer).value),
                                       std::abs(most(plan->layup->halvesDiffer).value), 5.0});
        for (const Vec2 v : plan->layup->halvesDiffer) {
            line << QPointF(at({v.x, low.value}).x(), area.center().y() - v.y * scale);
        }
        p.setPen(QPen(c.lead, 0, Qt::DashLine));
        p.drawPolyline(line);
        const Figure differ = plan->figure("halves_differ");
        p.drawText(QRectF(width() - 372.0, 2, 350, 18), Qt::AlignRight | Qt::AlignVCenter,
                   tr("- - halves differ, most %1").arg(quantity(differ.value(), Unit::Length, document_.units())));
    }
    std::vector<Vec2> pixels;
    for (const Vec2 v : curve) {
        pixels.push_back({at(v).x(), at(v).y()});
    }
    QPolygonF line;
    for (const Vec2 v : simplified(pixels, 0.2)) { // without the points that nobody could see
        line << QPointF(v.x, v.y);
    }
    p.setPen(QPen(c.ink, 0)); // hairlines are quick, and two of them firm
    p.drawPolyline(line.translated(0.0, -0.4));
    p.drawPolyline(line.translated(0.0, 0.4));
    p.setPen(c.ink);
    const auto label = [&](const Extreme& e, double dy) {
        const QPointF q = at({e.x, e.value});
        p.setBrush(c.ink);
        p.drawEllipse(q, 2.5, 2.5);
        const QString text = quantity(e.value, Unit::Length, document_.units());
        const double w = p.fontMetrics().horizontalAdvance(text) + 4.0;
        const double x = std::clamp(q.x() - w / 2.0, 4.0, static_cast<double>(width()) - w - 4.0);
        paintLabel(p, {x + w / 2.0, q.y() + dy}, text, c.ink);
    };
    label(low, -11.0);
    if (high.value - low.value > 0.05) {
        label(high, 11.0);
    }
}

} // namespace burl::ui
