#include "ui/yard/drying_view.h"

#include <algorithm>
#include <cmath>

#include <QPainter>
#include <QPainterPath>

#include "core/measure/date.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{

DryingView::DryingView(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    named(this, QStringLiteral("dryingView"), tr("Drying curve"));
}

void DryingView::show(const Slab& slab, const SlabCard& card)
{
    readings_ = deepestReadings(slab.moisture);
    curve_ = card.drying;
    home_pct_ = card.homeEmc ? card.homeEmc.value() : 0.0;
    ready_.reset();
    for (const Entry& e : card.figures) {
        if (e.figure.node().key == "ready_on") {
            ready_ = static_cast<int>(e.figure.value());
        }
    }
    update();
}

void DryingView::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Palette& c = colours();
    p.setFont(textFont(10.0));
    if (readings_.size() < 2) {
        p.setPen(c.faint);
        p.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Two readings at least a week apart draw the drying curve here."));
        return;
    }
    const QRectF area = QRectF(rect()).adjusted(34, 12, -8, -22);
    const int first = readings_.front().day;
    const int last = std::max({readings_.back().day, ready_.value_or(0), first + 14});
    double most = home_pct_ + 4.0;
    for (const DryingReading& r : readings_) {
        most = std::max(most, r.mc_pct);
    }
    most = std::ceil(most / 5.0) * 5.0;
    const auto at = [&](double day, double mc) {
        return QPointF(area.left() + area.width() * (day - first) / (last - first),
                       area.bottom() - area.height() * mc / most);
    };
    p.setPen(QPen(c.hairline, 1.0));
    p.drawRect(area);
    // The band in which it is ready.
    const QRectF band(at(first, std::min(most, home_pct_ + kReadyWithin_pct)),
                      at(last, std::max(0.0, home_pct_ - kReadyWithin_pct)));
    QColor ground = c.lead;
    ground.setAlphaF(0.18F);
    p.fillRect(band, ground);
    if (curve_) {
        QPainterPath path(at(first, curve_->at(first)));
        for (int i = 1; i <= 100; ++i) {
            const double day = first + (last - first) * i / 100.0;
            path.lineTo(at(day, curve_->at(day)));
        }
        p.setPen(QPen(c.ink, 1.6));
        p.drawPath(path);
    }
    p.setPen(Qt::NoPen);
    p.setBrush(c.mark);
    for (const DryingReading& r : readings_) {
        p.drawEllipse(at(r.day, r.mc_pct), 2.6, 2.6);
    }
    if (ready_) {
        p.setPen(QPen(c.lead, 1.4, Qt::DashLine));
        p.drawLine(at(*ready_, 0.0), at(*ready_, most));
    }
    p.setPen(c.faint);
    const UnitChoice& units = document_.units();
    p.drawText(QRectF(0, area.top() - 8, 31, 16), Qt::AlignRight | Qt::AlignVCenter,
               quantity(most, Unit::Percent, units).section(QLatin1Char('.'), 0, 0));
    p.drawText(QRectF(0, at(0, home_pct_).y() - 8, 31, 16), Qt::AlignRight | Qt::AlignVCenter, tr("home"));
    p.drawText(QRectF(area.left(), area.bottom() + 3, area.width() / 2, 18), Qt::AlignLeft, fromCore(dateText(first)));
    p.drawText(QRectF(area.center().x(), area.bottom() + 3, area.width() / 2, 18), Qt::AlignRight,
               ready_ ? tr("ready %1").arg(fromCore(dateText(*ready_))) : fromCore(dateText(last)));
}

} // namespace burl::ui
