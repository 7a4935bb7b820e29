#include "ui/move/year_strip.h"

#include <algorithm>
#include <cmath>

#include <QDate>
#include <QLocale>
#include <QPainter>
#include <QSlider>

#include "core/measure/date.h"
#include "core/move/cup_across.h"
#include "core/wood/moisture.h"
#include "ui/board/bench.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kSectionShare = 0.40; // of the strip
constexpr double kSectionMost_px = 330.0;
constexpr double kNear_mm = 90.0; // a fastener as near to the cut is seen in it

} // namespace

YearStrip::YearStrip(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), slider_(new QSlider(Qt::Horizontal, this))
{
    named(this, QStringLiteral("yearStrip"), tr("The year in the room, and the section of the day"));
    slider_->setObjectName(QStringLiteral("yearSlider"));
    slider_->setAccessibleName(tr("Day of the year"));
    slider_->setRange(0, static_cast<int>(kYear_days) - 1);
    slider_->setPageStep(30);
    slider_->setValue(212);
    connect(slider_, &QSlider::valueChanged, this, [this] {
        update();
        Q_EMIT moved();
    });
}

void YearStrip::refresh()
{
    const Plan* plan = document_.plan();
    slider_->setVisible(plan != nullptr && plan->move->year.top.has_value());
    update();
}

double YearStrip::days() const
{
    const Plan* plan = document_.plan();
    return plan != nullptr && plan->move->year.assembled_day ? 2.0 * kYear_days : kYear_days;
}

double YearStrip::day() const
{
    return slider_->value() / kYear_days * days();
}

double YearStrip::mcAt_pct(double day) const
{
    const Plan* plan = document_.plan();
    if (plan == nullptr || !plan->move->year.top) {
        return 0.0;
    }
    return plan->move->year.mc_pct(day, plan->move->mc.assembly_pct);
}

double YearStrip::mcToday_pct() const
{
    return mcAt_pct(day());
}

void YearStrip::setCut(std::optional<double> x_mm)
{
    cut_mm_ = x_mm;
    update();
}

double YearStrip::cut_mm() const
{
    const Plan* plan = document_.plan();
    const double length = plan != nullptr && plan->layup->length ? plan->layup->length.value() : 0.0;
    return std::clamp(cut_mm_.value_or(length / 2.0), std::min(1.0, length), std::max(0.0, length - 1.0));
}

QString YearStrip::dayWord() const
{
    const Plan* plan = document_.plan();
    const QLocale locale;
    if (plan != nullptr && plan->move->year.assembled_day && document_.job() != nullptr) {
        const QDate from = QDate::fromString(fromCore(document_.job()->move.assembled), Qt::ISODate);
        return locale.toString(from.addDays(std::lround(day())), QStringLiteral("d MMM yyyy"));
    }
    return locale.toString(QDate(2001, 1, 1).addDays(std::lround(day())), QStringLiteral("d MMMM"));
}

double YearStrip::curveWidth() const
{
    return width() - std::min(kSectionMost_px, width() * kSectionShare);
}

void YearStrip::resizeEvent(QResizeEvent*)
{
    slider_->setGeometry(66, height() - 24, static_cast<int>(curveWidth()) - 104, 20);
}

void YearStrip::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Plan* plan = document_.plan();
    if (plan == nullptr || !plan->move->year.top) {
        p.setPen(colours().faint);
        p.setFont(textFont(10.5));
        p.drawText(rect().adjusted(22, 0, -22, -20), Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap,
                   plan != nullptr && plan->move->missing
                       ? translated(plan->move->missing->what) + QStringLiteral(".")
                       : tr("The year is told when the top has a thickness and a room."));
        return;
    }
    paintCurve(p);
    const double left = curveWidth();
    paintSection(p, QRectF(left, 0.0, width() - left - 16.0, height()));
}

void YearStrip::paintCurve(QPainter& p)
{
    const MovePlan& move = *document_.plan()->move;
    const Palette& c = colours();
    const RoomYear room(move.year.months);
    const double from = move.year.assembled_day.value_or(0.0);
    double low = move.mc.assembly_pct;
    double high = low;
    for (const double v : room.months_pct()) {
        low = std::min(low, v);
        high = std::max(high, v);
    }
    const QRectF area(74.0, 20.0, curveWidth() - 120.0, height() - 66.0);
    const double span = std::max(0.5, high - low);
    const auto y = [&](double v) { return area.bottom() - (v - low) / span * area.height(); };
    const auto x = [&](double d) { return area.left() + d / days() * area.width(); };
    p.setFont(textFont(9.5));
    p.setPen(c.faint);
    for (const double v : {low, high}) {
        p.drawText(QRectF(2, y(v) - 9, 66, 18), Qt::AlignRight | Qt::AlignVCenter,
                   quantity(v, Unit::Percent, document_.units()));
        p.setPen(QPen(c.hairline, 1.0));
        p.drawLine(QPointF(area.left(), y(v)), QPointF(area.right(), y(v)));
        p.setPen(c.faint);
    }
    const auto curve = [&](auto value) {
        QPolygonF out;
        constexpr int kSteps = 146;
        for (int k = 0; k <= kSteps; ++k) {
            const double d = days() * k / kSteps;
            out << QPointF(x(d), y(value(d)));
        }
        return out;
    };
    p.setPen(QPen(c.lead, 1.2, Qt::DashLine));
    p.drawPolyline(curve([&](double d) { return room.emc_pct(from + d); }));
    p.setPen(QPen(c.ink, 1.8));
    p.drawPolyline(curve([&](double d) { return mcAt_pct(d); }));
    // Which line is which stands at its end.
    const double lastRoom = y(room.emc_pct(from + days()));
    const double lastTop = y(mcAt_pct(days()));
    const double apart = std::abs(lastRoom - lastTop) < 14.0 ? 7.0 : 0.0;
    const double roomDown = lastRoom >= lastTop ? apart : -apart;
    p.setPen(c.lead);
    p.drawText(QRectF(area.right() + 4, lastRoom - 9 + roomDown, 44, 18), Qt::AlignLeft | Qt::AlignVCenter, tr("room"));
    p.setPen(c.ink);
    p.drawText(QRectF(area.right() + 4, lastTop - 9 - roomDown, 44, 18), Qt::AlignLeft | Qt::AlignVCenter, tr("top"));
    p.setPen(c.faint);
    const double month = kYear_days / static_cast<double>(kMonths);
    for (double d = std::ceil(from / month) * month; d < from + days() - 1.0; d += month) {
        const int which = static_cast<int>(std::lround(d / month)) % static_cast<int>(kMonths) + 1;
        if (days() > kYear_days && which % 2 == 0) {
            continue; // two years: every other month
        }
        p.drawText(QRectF(x(d - from + month / 2.0) - 20, area.bottom() + 3, 40, 16), Qt::AlignCenter,
                   QLocale().standaloneMonthName(which, QLocale::NarrowFormat));
    }
    const QPointF now(x(day()), y(mcToday_pct()));
    p.setPen(QPen(c.mark, 1.4));
    p.drawLine(now, QPointF(now.x(), area.bottom() + 20));
    paintHandle(p, now, true);
    p.setFont(textFont(10.5, true));
    const QString word = tr("%1: MC %2").arg(dayWord(), quantity(mcToday_pct(), Unit::Percent, document_.units()));
    const bool right = now.x() > area.center().x();
    paintLabel(p, QPointF(now.x() + (right ? -12 : 12), std::max(10.0, now.y() - 13.0)), word, c.mark,
               right ? Qt::AlignRight : Qt::AlignLeft);
}

void YearStrip::paintSection(QPainter& p, const QRectF& area)
{
    const Plan& plan = *document_.plan();
    const MovePlan& move = *plan.move;
    const LayupPlan& layup = *plan.layup;
    const Palette& c = colours();
    const double x = cut_mm();
    const double mc = mcToday_pct();
    const StripsAt here = stripsAt(layup, move.rings, x);
    const double wide = here.width_mm();
    const double thick = move.rings.empty() ? 0.0 : plan.flatten->thickness.value();
    if (here.strips.empty() || !(wide > 0.0) || !(thick > 0.0)) {
        return;
    }
    const double middle = here.from_mm + wide / 2.0;
    const double scale = std::min( // with room to grow
        (area.width() - 20.0) / (wide * 1.05), (area.height() - 92.0) / thick);
    const QPointF centre(area.center().x(), area.top() + 40.0 + (area.height() - 92.0) / 2.0);
    const CupAcross cup = cupAcross(move, *plan.hold, layup, x, mc);
    double most = 0.0;
    for (const Vec2 s : cup.shape) {
        most = std::max(most, std::abs(s.y));
    }
    // Exaggerated until it can be seen, by a round number that is said.
    double times = 1.0;
    constexpr double kSeen_px = 12.0;
    for (const double t : {1.0, 2.0, 5.0, 10.0, 20.0, 50.0}) {
        if (most * t * scale <= kSeen_px) {
            times = t;
        }
    }
    const auto up = [&](double y) {
        if (cup.shape.size() < 2) {
            return 0.0;
        }
        return valueAt(cup.shape, y) * times;
    };
    const auto at = [&](double y, double z) {
        const double travel =
            moveAt_mm(here.strips, move.held.line_mm - here.from_mm, y - here.from_mm, move.mc.assembly_pct, mc) *
            (move.missing ? 0.0 : kShown);
        return QPointF(centre.x() + (y + travel - middle) * scale, centre.y() - (z + up(y)) * scale);
    };
    double y = here.from_mm;
    for (size_t k = 0; k < here.strips.size(); ++k) {
        QPolygonF band;
        constexpr int kSteps = 24;
        for (int i = 0; i <= kSteps; ++i) {
            band << at(y + here.strips[k].width_mm * i / kSteps, thick / 2.0);
        }
        for (int i = kSteps; i >= 0; --i) {
            band << at(y + here.strips[k].width_mm * i / kSteps, -thick / 2.0);
        }
        const bool resin = here.pieces[k] < 0;
        p.setPen(QPen(c.ink, 1.2));
        p.setBrush(resin ? (layup.openGap ? c.board : c.resin) : QColor(0xd9, 0xb9, 0x88));
        p.drawPolygon(band);
        // Its rings, as they lie over the pith.
        if (!resin && here.strips[k].rings) {
            const RingsAcross& r = *here.strips[k].rings;
            const bool turnedOver = layup.pieces[static_cast<size_t>(here.pieces[k])].turnedOver;
            p.setPen(QPen(QColor(0x8a, 0x62, 0x38), 0.8));
            p.setBrush(Qt::NoBrush);
            constexpr double kRing_mm = 14.0;
            for (double radius = kRing_mm; radius < 700.0; radius += kRing_mm) {
                QPolygonF line;
                for (int i = 0; i <= 2 * kSteps; ++i) {
                    const double along = static_cast<double>(i) / (2 * kSteps);
                    const double beside = r.from_mm + along * (r.to_mm - r.from_mm);
                    const double over = radius * radius - beside * beside;
                    const double z = over > 0.0 ? std::sqrt(over) - std::abs(r.distance_mm) : -1e9;
                    const double up2 = (r.distance_mm >= 0.0) == !turnedOver ? z : -z;
                    if (std::abs(up2) <= thick / 2.0) {
                        line << at(y + along * here.strips[k].width_mm, up2);
                    } else if (line.size() > 1) {
                        p.drawPolyline(line);
                        line.clear();
                    } else {
                        line.clear();
                    }
                }
                p.drawPolyline(line);
            }
        }
        y += here.strips[k].width_mm;
    }
    // Bolts near the cut, each in its slot of the plate below.
    for (const FastenerPlan& f : move.fasteners) {
        if (std::abs(f.fastener.at.x - x) > kNear_mm || f.slot.node().unit != Unit::Length || !f.slot.known()) {
            continue;
        }
        const double in = std::min(thick, f.deep.value());
        const QPointF top = at(f.fastener.at.y, -thick / 2.0 + in);
        const QPointF foot = at(f.fastener.at.y, -thick / 2.0);
        p.setPen(QPen(c.steel, 3.0));
        p.drawLine(top, foot + QPointF(0, 9));
        const double stands = (f.fastener.at.y - middle) * scale + centre.x();
        const double half = std::max(5.0, (f.slot.value() - f.fastener.bolt_mm) / 2.0 * kShown * scale + 3.0);
        const double off = (f.outward.y < 0.0 ? 1.0 : -1.0) * f.travel.boltOffset_mm * kShown * scale;
        p.setPen(QPen(c.ink, 1.2));
        const double level = centre.y() + thick / 2.0 * scale + 12.0;
        p.drawLine(QPointF(stands + off - half - 12.0, level), QPointF(stands + off - half, level));
        p.drawLine(QPointF(stands + off + half, level), QPointF(stands + off + half + 12.0, level));
    }
    p.setFont(textFont(9.5));
    p.setPen(c.faint);
    const double change = moveAt_mm(here.strips, 0.0, wide, move.mc.assembly_pct, mc);
    p.drawText(QRectF(area.left(), area.top(), area.width(), 17), Qt::AlignCenter,
               tr("section at %1 · cup × %2, travel × %3")
                   .arg(quantity(x, Unit::Length, document_.units()))
                   .arg(times)
                   .arg(kShown));
    const QString cupWord = cup.shape.empty() ? tr("cup not known: where is the pith?")
                                              : tr("cup %1%2")
                                                    .arg(quantity(cupOf(cup), Unit::Length, document_.units()),
                                                         cup.held ? tr(", held") : tr(", free"));
    p.setPen(c.ink);
    p.drawText(QRectF(area.left(), area.bottom() - 38, area.width(), 17), Qt::AlignCenter,
               tr("%1 wide · %2").arg(quantity(wide + change, Unit::Length, document_.units()), cupWord));
    p.setPen(c.faint);
    p.drawText(QRectF(area.left() + 2, area.bottom() - 20, 120, 16), Qt::AlignLeft, tr("near edge"));
    p.drawText(QRectF(area.right() - 122, area.bottom() - 20, 120, 16), Qt::AlignRight, tr("far edge"));
}

} // namespace burl::ui
