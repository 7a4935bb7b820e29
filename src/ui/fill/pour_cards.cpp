#include "ui/fill/pour_cards.h"

#include <algorithm>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "core/days/pour_times.h"
#include "core/measure/clock.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kWide_px = 150.0, kHigh_px = 86.0, kGap_px = 8.0, kEdge_px = 22.0;

/// As the days have it: one date wherever it is read.
QString whenText(const Plan& all, const PourEvent& event)
{
    const PourTimes times = pourTimes(*all.pour, *all.days, event);
    const bool shortly = event.done && times.ofTheClock && times.at_h; // "done" stands before it
    return fromCore(shortly ? shortTimeText(*times.at_h) : pourWhen(times));
}

QString potsText(const PourEvent& event, const UnitChoice& units)
{
    const double each = event.colours.empty() ? 0.0 : event.colours.front().pots.each.volume_L;
    return counted(static_cast<size_t>(event.pots), QObject::tr("1 pot"), QObject::tr("%1 pots")) +
           QStringLiteral(" · ") + quantity(each, Unit::Volume, units) + QStringLiteral(" · ") +
           quantity(event.time_min, Unit::Minutes, units);
}

} // namespace

PourCards::PourCards(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    named(this, QStringLiteral("pourCards"), tr("Pours in their order"));
    setFocusPolicy(Qt::StrongFocus);
    setFixedHeight(static_cast<int>(kHigh_px) + 6);
}

int PourCards::count() const
{
    return document_.plan() != nullptr ? static_cast<int>(document_.plan()->pour->events.size()) : 0;
}

QSize PourCards::sizeHint() const
{
    return {static_cast<int>(2 * kEdge_px + count() * (kWide_px + kGap_px)), static_cast<int>(kHigh_px) + 6};
}

QRectF PourCards::cardOf(int index) const
{
    return {kEdge_px + index * (kWide_px + kGap_px), 2.0, kWide_px, kHigh_px};
}

int PourCards::chosen() const
{
    if (chosen_ >= 0 || count() == 0) {
        return std::clamp(chosen_, 0, std::max(0, count() - 1));
    }
    const Plan& plan = *document_.plan();
    const auto& events = plan.pour->events;
    const auto next = std::find_if(events.begin(), events.end(), [&](const PourEvent& e) {
        return !e.done && !pourTimes(*plan.pour, *plan.days, e).takenAsDone;
    });
    return static_cast<int>((next != events.end() ? next : events.end() - 1) - events.begin());
}

void PourCards::choose(int index)
{
    const int held = std::clamp(index, 0, std::max(0, count() - 1));
    if (held != chosen()) {
        chosen_ = held;
        update();
        Q_EMIT chosenChanged();
    }
}

void PourCards::refresh()
{
    if (document_.job() == nullptr || !(job_ == document_.job()->id)) { // another job: its own next pour
        chosen_ = -1;
        job_ = document_.job() != nullptr ? document_.job()->id : JobId{};
    }
    setFixedWidth(sizeHint().width());
    if (count() > 0) {
        const PourEvent& event = document_.plan()->pour->events[static_cast<size_t>(chosen())];
        setAccessibleDescription(translated(event.name) + QStringLiteral(", ") +
                                 quantity(event.litres, document_.units()) + QStringLiteral(", ") +
                                 whenText(*document_.plan(), event));
    }
    update();
}

void PourCards::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Palette& c = colours();
    if (count() == 0) {
        p.setPen(c.faint);
        p.setFont(textFont(10.5));
        p.drawText(rect().adjusted(22, 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter, tr("nothing is poured in this top"));
        return;
    }
    const PourPlan& plan = *document_.plan()->pour;
    for (int i = 0; i < count(); ++i) {
        const PourEvent& event = plan.events[static_cast<size_t>(i)];
        const QRectF card = cardOf(i);
        const bool grabbed = i == chosen();
        const bool scuff = pourTimes(plan, *document_.plan()->days, event).scuffed();
        p.setPen(QPen(grabbed ? c.ink : c.hairline, grabbed ? 1.8 : 1.0));
        p.setBrush(grabbed ? c.shelf : c.field);
        p.drawRoundedRect(card, 4, 4);
        const QRectF in = card.adjusted(9, 5, -8, -5);
        const auto line = [&](double top, double high, const QFont& font, const QColor& colour, const QString& text) {
            p.setFont(font);
            p.setPen(colour);
            p.drawText(QRectF(in.left(), in.top() + top, in.width(), high), Qt::AlignLeft | Qt::AlignVCenter,
                       p.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(in.width())));
        };
        line(0, 17, textFont(10.0, true), c.ink, QString::number(i + 1) + QLatin1Char(' ') + translated(event.name));
        line(18, 22, textFont(13.0, true), c.ink, quantity(event.litres, document_.units()));
        line(40, 17, textFont(10.0), scuff ? c.mark : c.ink,
             (event.isIn() ? tr("done ")
              : event.done ? tr("begun ")
                           : QString()) +
                 whenText(*document_.plan(), event) + (scuff ? tr(" · scuff") : QString()));
        line(58, 16, textFont(9.5), c.faint, potsText(event, document_.units()));
    }
}

void PourCards::mousePressEvent(QMouseEvent* event)
{
    for (int i = 0; i < count(); ++i) {
        if (cardOf(i).contains(event->position())) {
            choose(i);
        }
    }
}

void PourCards::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Left || event->key() == Qt::Key_Right) {
        choose(chosen() + (event->key() == Qt::Key_Right ? 1 : -1));
        return;
    }
    QWidget::keyPressEvent(event);
}

} // namespace burl::ui
