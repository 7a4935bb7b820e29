#include "ui/yard/log_end.h"

#include <algorithm>

#include <QLineF>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "ui/look/text.h"
#include "ui/look/theme.h"

namespace burl::ui
{
namespace
{

constexpr double kCups_px = 24.0;  // the cup marks at the right of the slabs
constexpr double kNames_px = 42.0; // their names beside them, at least
constexpr double kLongest_px = 96.0;
constexpr double kGrabPith_px = 9.0;

} // namespace

LogEnd::LogEnd(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("logEnd"));
    setAccessibleName(tr("The log, end-on"));
    setCursor(Qt::PointingHandCursor);
    setFocusPolicy(Qt::ClickFocus);
    setToolTip(tr("Click a slab to look at it, drag it to its place in the log, drag the cross to the pith."));
}

void LogEnd::setSlab(SlabId id)
{
    slab_ = id;
    stack_ = logStack(document_.shop(), id);
    names_px_ = longestName_px();
    update();
}

/// Shaping text is dear: once for a log, and no further than a name may be wide.
double LogEnd::longestName_px() const
{
    const QFontMetricsF metrics(textFont(10.0, true));
    double names = kNames_px;
    for (const StackedSlab& slab : stack_.slabs) {
        if (names >= kLongest_px) {
            break;
        }
        names = std::max(names, metrics.horizontalAdvance(fromCore(slab.slab->name)) + 2.0);
    }
    return std::min(names, kLongest_px);
}

double LogEnd::besideIt() const
{
    return names_px_ + kCups_px;
}

double LogEnd::scale() const
{
    return std::min((width() - besideIt() - 12.0) / std::max(1.0, stack_.width_mm),
                    (height() - 16.0) / std::max(1.0, stack_.height_mm));
}

QPointF LogEnd::toPixel(double y_mm, double z_mm) const
{
    return {(width() - besideIt()) / 2.0 + y_mm * scale(),
            (height() - stack_.height_mm * scale()) / 2.0 + z_mm * scale()};
}

QPolygonF LogEnd::polygonOf(const StackedSlab& s) const
{
    QPolygonF out;
    out << toPixel(s.topNear_mm, s.top_mm) << toPixel(s.topFar_mm, s.top_mm)
        << toPixel(s.bottomFar_mm, s.top_mm + s.thickness_mm) << toPixel(s.bottomNear_mm, s.top_mm + s.thickness_mm);
    return out;
}

QRectF LogEnd::placeOf(SlabId id) const
{
    for (const StackedSlab& s : stack_.slabs) {
        if (s.slab->id == id) {
            return polygonOf(s).boundingRect();
        }
    }
    return {};
}

QPointF LogEnd::pithPlace() const
{
    return toPixel(stack_.pithSide_mm, stack_.pith_mm.value_or(stack_.height_mm / 2.0));
}

int LogEnd::placeAt(double y_px) const
{
    int place = 0;
    for (const StackedSlab& s : stack_.slabs) {
        place += s.slab->id != slab_ && polygonOf(s).boundingRect().center().y() < y_px ? 1 : 0;
    }
    return place;
}

void LogEnd::paintRings(QPainter& p) const
{
    // Rings tell which way each slab will cup: hollow away from the pith.
    p.save();
    QPainterPath clip;
    for (const StackedSlab& s : stack_.slabs) {
        clip.addPolygon(polygonOf(s));
    }
    p.setClipPath(clip);
    p.setBrush(Qt::NoBrush);
    QColor ring(0x7d5536);
    ring.setAlphaF(0.55F);
    p.setPen(QPen(ring, 0.9));
    const double step = std::max(8.0, stack_.height_mm / 24.0) * scale();
    const double reach = std::hypot(width(), height());
    for (double r = step; r < reach; r += step) {
        p.drawEllipse(pithPlace(), r, r);
    }
    p.restore();
}

void LogEnd::paintHollow(QPainter& p, const StackedSlab& s) const
{
    const auto hollow = hollowFace(*s.slab);
    if (!hollow) {
        return;
    }
    // A small bow, as the slab will lie: its edges lift towards the hollow face.
    const QRectF box = polygonOf(s).boundingRect();
    const QPointF at(width() - besideIt() + 10.0, box.center().y());
    const double lift = *hollow == Face::Top ? -3.5 : 3.5;
    QPainterPath bow(at + QPointF(-9.0, lift));
    bow.quadTo(at + QPointF(0.0, -lift), at + QPointF(9.0, lift));
    p.setPen(QPen(colours().lead, 1.6));
    p.setBrush(Qt::NoBrush);
    p.drawPath(bow);
}

void LogEnd::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Palette& c = colours();
    if (stack_.slabs.empty()) {
        p.setPen(c.faint);
        p.setFont(textFont(10.0));
        p.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("The log shows here when the slab has a tape and a thickness."));
        return;
    }
    for (const StackedSlab& s : stack_.slabs) {
        const bool chosen = s.slab->id == slab_;
        p.setPen(QPen(c.ink, chosen ? 2.0 : 0.9));
        p.setBrush(chosen ? QColor(0xcfa77c) : QColor(0xe6d2b3));
        p.drawPolygon(polygonOf(s));
    }
    if (stack_.pith_mm) {
        paintRings(p);
    }
    const QPointF pith = drag_ == Drag::Pith ? at_ : pithPlace();
    p.setPen(QPen(c.mark, 1.6, stack_.pith_mm ? Qt::SolidLine : Qt::DotLine));
    p.drawLine(pith - QPointF(6, 0), pith + QPointF(6, 0));
    p.drawLine(pith - QPointF(0, 6), pith + QPointF(0, 6));
    if (!stack_.pith_mm) {
        p.setFont(textFont(10.0));
        paintLabelAt(p, pith + QPointF(0, 26), tr("drag to the pith"));
    }
    for (const StackedSlab& s : stack_.slabs) {
        const bool chosen = s.slab->id == slab_;
        paintHollow(p, s);
        p.setPen(chosen ? c.ink : c.faint);
        p.setFont(textFont(10.0, chosen));
        const double y = polygonOf(s).boundingRect().center().y();
        const double room = besideIt() - kCups_px;
        p.drawText(QRectF(width() - room - 2.0, y - 9, room, 18), Qt::AlignRight | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(fromCore(s.slab->name), Qt::ElideRight, static_cast<int>(room)));
    }
    if (drag_ == Drag::Slab && moved_) { // where it would be let in
        const int place = placeAt(at_.y());
        double y = 4.0;
        int above = 0;
        for (const StackedSlab& s : stack_.slabs) {
            if (s.slab->id != slab_ && above < place) {
                y = polygonOf(s).boundingRect().bottom();
                ++above;
            }
        }
        p.setPen(QPen(c.mark, 3.0));
        p.drawLine(QPointF(4.0, y), QPointF(width() - besideIt(), y));
    }
}

void LogEnd::paintLabelAt(QPainter& p, QPointF at, const QString& text) const
{
    const QRectF box = p.fontMetrics().boundingRect(text);
    p.setPen(colours().mark);
    p.drawText(at - QPointF(box.width() / 2.0, -4.0), text);
}

void LogEnd::mousePressEvent(QMouseEvent* event)
{
    pressed_ = at_ = event->position();
    moved_ = false;
    if (!stack_.slabs.empty() && QLineF(pressed_, pithPlace()).length() < kGrabPith_px) {
        drag_ = Drag::Pith;
        return;
    }
    for (const StackedSlab& s : stack_.slabs) {
        const QRectF box = polygonOf(s).boundingRect().adjusted(-width(), -1, width(), 1);
        if (box.contains(event->position())) {
            drag_ = Drag::Slab;
            const SlabId id = s.slab->id; // the stack is made anew when another slab is shown
            Q_EMIT slabChosen(id);
            return;
        }
    }
}

void LogEnd::mouseMoveEvent(QMouseEvent* event)
{
    if (drag_ == Drag::None) {
        return;
    }
    at_ = event->position();
    moved_ = moved_ || (at_ - pressed_).manhattanLength() > 5.0;
    update();
}

void LogEnd::mouseReleaseEvent(QMouseEvent*)
{
    const Drag was = drag_;
    drag_ = Drag::None;
    if (!moved_) {
        return;
    }
    if (was == Drag::Slab) {
        moveInLog(placeAt(at_.y()));
    } else if (was == Drag::Pith) {
        const QPointF zero = toPixel(0.0, 0.0);
        document_.apply(tr("Pith of the log"),
                        withPithAt(document_.book(), slab_, std::round((at_.y() - zero.y()) / scale()),
                                   std::round((at_.x() - zero.x()) / scale())));
    }
    update();
}

void LogEnd::moveInLog(int place)
{
    document_.apply(tr("Order of the log"), withPlaceInLog(document_.book(), slab_, place));
}

void LogEnd::keyPressEvent(QKeyEvent* event)
{
    const auto at = std::find_if(stack_.slabs.begin(), stack_.slabs.end(),
                                 [this](const StackedSlab& s) { return s.slab->id == slab_; });
    const auto place = static_cast<int>(at - stack_.slabs.begin());
    if (at != stack_.slabs.end() && (event->key() == Qt::Key_Up || event->key() == Qt::Key_Down)) {
        moveInLog(place + (event->key() == Qt::Key_Up ? -1 : 1));
        return;
    }
    QWidget::keyPressEvent(event);
}

} // namespace burl::ui
