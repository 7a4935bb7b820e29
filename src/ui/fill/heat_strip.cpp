#include "ui/fill/heat_strip.h"

#include <algorithm>
#include <cmath>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QTimer>

#include "core/measure/clock.h"
#include "core/measure/units.h"
#include "ui/board/bench.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kMargin_px = 22.0;
constexpr double kHead_px = 40.0; // two rows of words over the curve
constexpr double kFoot_px = 22.0;
constexpr double kStep_h = 1.0;   // of an arrow key
constexpr int kTick_ms = 60;      // of the play
constexpr double kPlayed_h = 0.5; // in a tick

} // namespace

HeatStrip::HeatStrip(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), playing_(new QTimer(this))
{
    named(this, QStringLiteral("heatStrip"), tr("Hours of the pour"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(120);
    playing_->setInterval(kTick_ms);
    connect(playing_, &QTimer::timeout, this, [this] {
        setHour(hour_ + kPlayed_h);
        if (hour_ >= lastHour()) {
            playing_->stop();
        }
    });
}

void HeatStrip::setHeat(std::shared_ptr<const PourHeat> heat, const HeatQuestion& question, double begins_h)
{
    begins_h_ = begins_h;
    const bool other = !heat_ && heat; // the first look at it is at its hottest
    heat_ = std::move(heat);
    question_ = question;
    if (other) {
        hour_ = heat_->peakAt_h;
    }
    hour_ = std::clamp(hour_, 0.0, lastHour());
    setAccessibleDescription(heat_ ? tr("hottest %1 in hour %2")
                                         .arg(quantity(heat_->peak_C, Unit::Temperature, document_.units()))
                                         .arg(std::lround(heat_->peakAt_h))
                                   : tr("it is being worked out"));
    update();
}

void HeatStrip::setHour(double hour)
{
    const double held = std::clamp(hour, 0.0, lastHour());
    if (held != hour_) {
        hour_ = held;
        update();
        Q_EMIT moved();
    }
}

void HeatStrip::play()
{
    if (playing_->isActive()) {
        playing_->stop();
        return;
    }
    if (hour_ >= lastHour() - kPlayed_h) {
        setHour(0.0);
    }
    playing_->start();
}

bool HeatStrip::isPlaying() const
{
    return playing_->isActive();
}

double HeatStrip::lastHour() const
{
    if (!heat_ || heat_->instants.empty()) {
        return kDay_h;
    }
    const double all = heat_->instants.back().at_h;
    const double enough = heat_->demould_h ? *heat_->demould_h + kDay_h / 2.0 : all;
    return std::max(kDay_h, std::min(all, enough));
}

QRectF HeatStrip::plot() const
{
    return QRectF(rect()).adjusted(kMargin_px, kHead_px, -kMargin_px, -kFoot_px);
}

double HeatStrip::xOf(double hour) const
{
    return plot().left() + plot().width() * hour / lastHour();
}

QString HeatStrip::timeOf(double hour) const
{
    const auto& starts = document_.plan()->pour->starts;
    return starts ? fromCore(shortTimeText(*starts + begins_h_ + hour)) : tr("hour %1").arg(std::lround(hour));
}

void HeatStrip::paintWindow(QPainter& p)
{
    for (size_t k = 0; k + 1 < question_.depths_mm.size() && k < heat_->layers.size(); ++k) {
        const LayerHeat& layer = heat_->layers[k];
        if (!layer.times.recoatOpen_h || !layer.times.recoatClose_h ||
            *layer.times.recoatClose_h <= *layer.times.recoatOpen_h) {
            continue;
        }
        const double from = layer.pouredAt_h + *layer.times.recoatOpen_h;
        const double to = std::min(lastHour(), layer.pouredAt_h + *layer.times.recoatClose_h);
        const QRectF box(xOf(from), plot().top(), xOf(to) - xOf(from), plot().height());
        QColor ground = colours().lead;
        ground.setAlphaF(0.16F);
        p.fillRect(box, ground);
        p.setFont(textFont(9.5));
        p.setPen(colours().lead);
        const QString words = tr("pour layer %1 from %2 to %3").arg(k + 2).arg(timeOf(from), timeOf(to));
        constexpr double kRoomy_px = 130.0;
        if (box.width() > kRoomy_px) {
            p.drawText(box.adjusted(4, 2, -4, -2), Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, words);
        } else { // beside it
            const bool right = box.right() + kRoomy_px < plot().right();
            p.drawText(QRectF(right ? box.right() + 5.0 : box.left() - kRoomy_px - 5.0, plot().center().y() - 16.0,
                              kRoomy_px, 60.0),
                       (right ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignTop | Qt::TextWordWrap, words);
        }
    }
}

void HeatStrip::paintCurves(QPainter& p)
{
    const double bears = question_.site.resin.limits.peak_C;
    double low = 1e9;
    double high = bears + 5.0;
    for (const CureInstant& i : heat_->instants) {
        low = std::min(low, i.air_C);
        high = std::max(high, std::min(i.warmest_C, kRunsAway_C + 20.0));
    }
    low -= 2.0;
    const auto yOf = [&](double c) { return plot().bottom() - plot().height() * (c - low) / (high - low); };
    p.setPen(QPen(colours().mark, 1.0, Qt::DashLine));
    p.drawLine(QPointF(plot().left(), yOf(bears)), QPointF(plot().right(), yOf(bears)));
    p.setFont(textFont(9.0));
    p.drawText(QRectF(plot().right() - 200.0, yOf(bears) + 1.0, 198.0, 15.0), Qt::AlignRight | Qt::AlignVCenter,
               tr("its class bears %1").arg(quantity(bears, Unit::Temperature, document_.units())));
    QPainterPath warm;
    QPainterPath air;
    for (const CureInstant& i : heat_->instants) {
        if (i.at_h > lastHour()) {
            break;
        }
        const QPointF w(xOf(i.at_h), yOf(std::min(i.warmest_C, high)));
        const QPointF a(xOf(i.at_h), yOf(i.air_C));
        warm.elementCount() == 0 ? warm.moveTo(w) : warm.lineTo(w);
        air.elementCount() == 0 ? air.moveTo(a) : air.lineTo(a);
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(colours().lead, 1.4, Qt::DotLine));
    p.drawPath(air);
    p.setPen(QPen(colours().mark, 2.2));
    p.drawPath(warm);
    // What was measured in it.
    p.setPen(QPen(colours().ink, 1.4));
    p.setBrush(colours().board);
    for (const PourRecord& record : document_.job()->fill.log) {
        if (record.event == "river-1" && document_.plan()->pour->river() != nullptr &&
            document_.plan()->pour->river()->question == question_) {
            for (const HeatReading& r : record.heat) {
                p.drawEllipse(QPointF(xOf(r.at_h), yOf(std::min(r.measured_C, high))), 3.5, 3.5);
            }
        }
    }
}

void HeatStrip::paintMarks(QPainter& p)
{
    struct Mark {
        double hour;
        QString word;
    };
    std::vector<Mark> marks;
    const auto add = [&](const std::optional<double>& hour, const QString& word) {
        if (hour && *hour <= lastHour()) {
            marks.push_back({*hour, word});
        }
    };
    const CuredLayer& first = heat_->layers.front().times;
    add(first.honeyTop_h, tr("honey"));
    add(first.gelAll_h, tr("gel"));
    if (!heat_->runsAway) {
        add(heat_->peakAt_h, tr("hottest"));
    }
    for (size_t k = 1; k < heat_->layers.size(); ++k) {
        add(heat_->layers[k].pouredAt_h, tr("layer %1").arg(k + 1));
    }
    add(heat_->demould_h, tr("out of the form"));
    add(heat_->flatten_h, tr("flatten"));
    std::sort(marks.begin(), marks.end(), [](const Mark& a, const Mark& b) { return a.hour < b.hour; });
    p.setFont(textFont(9.5));
    double ends[2] = {-1e9, -1e9}; // of the words in both rows
    for (const Mark& mark : marks) {
        const double wide = p.fontMetrics().horizontalAdvance(mark.word) + 8.0;
        const double left = std::clamp(xOf(mark.hour) - wide / 2.0, plot().left() - 14.0, plot().right() + 14.0 - wide);
        const int row = left >= ends[0] ? 0 : left >= ends[1] ? 1 : -1;
        p.setPen(QPen(colours().ink, 1.0));
        p.drawLine(QPointF(xOf(mark.hour), row == 1   ? 36.0
                                           : row == 0 ? 20.0
                                                      : plot().top()),
                   QPointF(xOf(mark.hour), plot().bottom()));
        if (row >= 0) {
            ends[row] = left + wide;
            paintLabel(p, QPointF(left, row == 0 ? 11.0 : 27.0), mark.word, colours().ink, Qt::AlignLeft);
        }
    }
}

void HeatStrip::paintHours(QPainter& p)
{
    p.setPen(QPen(colours().ink, 1.2));
    p.drawLine(plot().bottomLeft(), plot().bottomRight());
    p.setFont(textFont(9.0));
    constexpr double kLabel_px = 86.0;
    double each = 6.0;
    while (plot().width() * each / lastHour() < kLabel_px) {
        each *= 2.0;
    }
    for (double hour = 0.0; hour <= lastHour() + 1e-9; hour += each) {
        p.setPen(QPen(colours().hairline, 1.0));
        p.drawLine(QPointF(xOf(hour), plot().bottom()), QPointF(xOf(hour), plot().bottom() + 4.0));
        p.setPen(colours().faint);
        const QRectF box(xOf(hour) - 50.0, plot().bottom() + 4.0, 100.0, 16.0);
        const bool last = box.right() > width();
        p.drawText(last             ? box.translated(width() - box.right(), 0)
                   : box.left() < 6 ? box.translated(6.0 - box.left(), 0)
                                    : box,
                   last             ? Qt::AlignRight | Qt::AlignVCenter
                   : box.left() < 6 ? Qt::AlignLeft | Qt::AlignVCenter
                                    : Qt::AlignCenter,
                   timeOf(hour));
    }
    // The handle.
    p.setPen(QPen(colours().ink, 1.6));
    p.drawLine(QPointF(xOf(hour_), plot().top()), QPointF(xOf(hour_), plot().bottom()));
    paintHandle(p, {xOf(hour_), plot().bottom()}, hasFocus());
}

void HeatStrip::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    if (!heat_ || heat_->layers.empty() || document_.plan() == nullptr) {
        p.setPen(colours().faint);
        p.setFont(textFont(10.5));
        p.drawText(rect(), Qt::AlignCenter,
                   document_.heatIsOpen() ? tr("the heat is being worked out") : tr("nothing is poured here"));
        return;
    }
    paintWindow(p);
    paintCurves(p);
    paintMarks(p);
    paintHours(p);
}

void HeatStrip::mousePressEvent(QMouseEvent* event)
{
    playing_->stop();
    setHour((event->position().x() - plot().left()) / plot().width() * lastHour());
}

void HeatStrip::mouseMoveEvent(QMouseEvent* event)
{
    if (event->buttons().testFlag(Qt::LeftButton)) {
        mousePressEvent(event);
    }
}

void HeatStrip::keyPressEvent(QKeyEvent* event)
{
    const double by = event->modifiers().testFlag(Qt::ShiftModifier) ? kStep_h * 10.0 : kStep_h;
    switch (event->key()) {
    case Qt::Key_Left:
        setHour(hour_ - by);
        return;
    case Qt::Key_Right:
        setHour(hour_ + by);
        return;
    case Qt::Key_Home:
        setHour(0.0);
        return;
    case Qt::Key_End:
        setHour(lastHour());
        return;
    case Qt::Key_Space:
        play();
        return;
    default:
        QWidget::keyPressEvent(event);
    }
}

} // namespace burl::ui
