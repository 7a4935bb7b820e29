#include "ui/move/year_strip.h"

#include <cmath>
#include <numbers>

#include <QLocale>
#include <QPainter>
#include <QSlider>

#include "ui/board/bench.h"
#include "ui/text.h"
#include "ui/theme.h"

namespace burl::ui
{

YearStrip::YearStrip(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), slider_(new QSlider(Qt::Horizontal, this))
{
    named(this, QStringLiteral("yearStrip"), tr("The year in the room"));
    slider_->setObjectName(QStringLiteral("yearSlider"));
    slider_->setAccessibleName(tr("Day of the year"));
    slider_->setRange(0, 364);
    slider_->setPageStep(30);
    slider_->setValue(212);
    connect(slider_, &QSlider::valueChanged, this, [this] {
        update();
        Q_EMIT moved();
    });
}

double YearStrip::mcAt_pct(double share) const
{
    const Plan* plan = document_.plan();
    if (plan == nullptr || !plan->move->driest.known()) {
        return 0.0;
    }
    // A smooth year, driest at the end of January; the real one wanders between the same bounds.
    const MoistureRange& mc = plan->move->mc;
    return (mc.driest_pct + mc.wettest_pct) / 2.0 -
           (mc.wettest_pct - mc.driest_pct) / 2.0 * std::cos(2.0 * std::numbers::pi * (share - 0.08));
}

double YearStrip::mcToday_pct() const
{
    return mcAt_pct(slider_->value() / 365.0);
}

void YearStrip::resizeEvent(QResizeEvent*)
{
    slider_->setGeometry(74, height() - 28, width() - 148, 22);
}

void YearStrip::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), c.board);
    const Plan* plan = document_.plan();
    if (plan == nullptr || !plan->move->driest.known()) {
        return;
    }
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(textFont(10.0));
    p.setPen(c.faint);
    const QRectF area = QRectF(rect()).adjusted(82, 30, -82, -58);
    p.drawText(QRectF(22, 2, 400, 18), Qt::AlignLeft | Qt::AlignVCenter,
               tr("A year in the room · movement drawn × %1").arg(YearStrip::kShown));
    const MoistureRange& mc = plan->move->mc;
    const double span = std::max(0.5, mc.wettest_pct - mc.driest_pct);
    const auto y = [&](double v) { return area.bottom() - (v - mc.driest_pct) / span * area.height(); };
    p.drawText(QRectF(4, area.top() - 9, 72, 18), Qt::AlignRight | Qt::AlignVCenter,
               quantity(mc.wettest_pct, Unit::Percent, document_.units()));
    p.drawText(QRectF(4, area.bottom() - 9, 72, 18), Qt::AlignRight | Qt::AlignVCenter,
               quantity(mc.driest_pct, Unit::Percent, document_.units()));
    p.setPen(QPen(c.hairline, 1.0));
    p.drawLine(area.topLeft(), area.topRight());
    p.drawLine(area.bottomLeft(), area.bottomRight());
    QPolygonF curve;
    for (int day = 0; day <= 365; day += 5) {
        curve << QPointF(area.left() + day / 365.0 * area.width(), y(mcAt_pct(day / 365.0)));
    }
    p.setPen(QPen(c.ink, 1.8));
    p.drawPolyline(curve);
    if (mc.assembly_pct >= mc.driest_pct - 2.0 && mc.assembly_pct <= mc.wettest_pct + 2.0) {
        const double level = std::clamp(y(mc.assembly_pct), area.top() - 8.0, area.bottom() + 8.0);
        p.setPen(QPen(c.lead, 1.2, Qt::DashLine));
        p.drawLine(QPointF(area.left(), level), QPointF(area.right(), level));
        p.drawText(QRectF(area.right() + 4, level - 9, 78, 18), Qt::AlignLeft | Qt::AlignVCenter, tr("assembled"));
    }
    p.setPen(c.faint);
    for (int month = 0; month < 12; ++month) {
        const double x = area.left() + (month + 0.5) / 12.0 * area.width();
        p.drawText(QRectF(x - 20, area.bottom() + 6, 40, 18), Qt::AlignCenter,
                   QLocale().standaloneMonthName(month + 1, QLocale::NarrowFormat));
    }
    const double share = slider_->value() / 365.0;
    const QPointF now(area.left() + share * area.width(), y(mcToday_pct()));
    p.setPen(QPen(c.mark, 1.5));
    p.drawLine(now, QPointF(now.x(), area.bottom() + 24));
    paintHandle(p, now, true);
    p.setFont(textFont(11.0, true));
    const QString word =
        tr("%1: MC %2")
            .arg(QLocale().standaloneMonthName(std::min(12, slider_->value() * 12 / 365 + 1), QLocale::LongFormat),
                 quantity(mcToday_pct(), Unit::Percent, document_.units()));
    const bool right = now.x() > width() - 260.0;
    paintLabel(p, now + QPointF(right ? -14 : 14, -14), word, c.mark, right ? Qt::AlignRight : Qt::AlignLeft);
}

} // namespace burl::ui
