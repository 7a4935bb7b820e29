#include "ui/yard/photo_view.h"

#include <cmath>

#include <QMouseEvent>
#include <QPainter>

#include "ui/look/theme.h"

namespace burl::ui
{

PhotoView::PhotoView(QWidget* parent) : QWidget(parent)
{
    named(this, QStringLiteral("photoView"), tr("The photo, its markers and the outline traced on it"));
    setMouseTracking(true);
    setMinimumSize(480, 320);
    setAttribute(Qt::WA_OpaquePaintEvent);
}

void PhotoView::setPhoto(const Photo& photo)
{
    full_ = QSize(photo.pixels.width, photo.pixels.height);
    constexpr qsizetype kChannels = 3;
    constexpr int kEnough_px = 2600; // for the eye; the tracer has the whole
    const QImage whole(photo.pixels.bgr.data(), full_.width(), full_.height(), kChannels * full_.width(),
                       QImage::Format_BGR888);
    image_ = full_.width() > kEnough_px ? whole.scaledToWidth(kEnough_px, Qt::SmoothTransformation)
                                        : whole.convertToFormat(QImage::Format_RGB32);
    fit();
}

void PhotoView::setMarkers(const std::optional<std::array<Vec2, 4>>& markers)
{
    markers_ = markers;
    update();
}

void PhotoView::setOutline(const Traced& traced, const FaceMap& map)
{
    traced_ = traced;
    map_ = map;
    update();
}

void PhotoView::clearOutline()
{
    traced_ = {};
    update();
}

void PhotoView::fit()
{
    if (full_.isEmpty()) {
        return;
    }
    scale_ = std::min(static_cast<double>(width()) / full_.width(), static_cast<double>(height()) / full_.height());
    origin_ = QPointF((width() - full_.width() * scale_) / 2.0, (height() - full_.height() * scale_) / 2.0);
    update();
}

QPointF PhotoView::toWidget(Vec2 pixel) const
{
    return origin_ + QPointF(pixel.x, pixel.y) * scale_;
}

Vec2 PhotoView::toPhoto(QPointF widget) const
{
    return {(widget.x() - origin_.x()) / scale_, (widget.y() - origin_.y()) / scale_};
}

void PhotoView::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    const Palette& c = colours();
    p.fillRect(rect(), c.board);
    if (image_.isNull()) {
        return;
    }
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.setRenderHint(QPainter::Antialiasing);
    p.drawImage(QRectF(origin_, QSizeF(full_) * scale_), image_);
    const Ring& ring = traced_.outline;
    if (ring.size() > 2) {
        QPolygonF line;
        for (const Vec2 v : ring) {
            line << toWidget(map_.toPixel(v));
        }
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(c.paper, 3.4));
        p.drawPolygon(line);
        p.setPen(QPen(c.lead, 1.8));
        p.drawPolygon(line);
        p.setPen(QPen(c.mark, 3.0, Qt::DashLine));
        for (const UnsureStretch& u : traced_.unsure) {
            QPolygonF part;
            for (size_t i = u.from; i <= u.to && i < ring.size(); ++i) {
                part << line[static_cast<qsizetype>(i)];
            }
            p.drawPolyline(part);
        }
    }
    if (markers_) {
        p.setFont(textFont(11.0, true));
        for (size_t i = 0; i < 4; ++i) {
            const QPointF at = toWidget((*markers_)[i]);
            p.setBrush(Qt::NoBrush);
            p.setPen(QPen(c.paper, 4.0));
            p.drawEllipse(at, 11, 11);
            p.setPen(QPen(c.mark, 2.0));
            p.drawEllipse(at, 11, 11);
            p.drawLine(at - QPointF(5, 0), at + QPointF(5, 0));
            p.drawLine(at - QPointF(0, 5), at + QPointF(0, 5));
            const QRectF plate(at + QPointF(12, -24), QSizeF(18, 18));
            p.setPen(Qt::NoPen);
            p.setBrush(c.paper);
            p.drawRoundedRect(plate, 3, 3);
            p.setPen(c.ink);
            p.drawText(plate, Qt::AlignCenter, QString::number(i + 1));
        }
    }
}

void PhotoView::mousePressEvent(QMouseEvent* event)
{
    from_ = event->position();
    grab_ = Grab::Paper;
    if (markers_) {
        for (size_t i = 0; i < 4; ++i) {
            if (QLineF(toWidget((*markers_)[i]), from_).length() < 15.0) {
                grab_ = Grab::Marker;
                grabbed_ = i;
                return;
            }
        }
    }
    double nearest = 13.0;
    for (size_t i = 0; i < traced_.outline.size(); ++i) {
        const double d = QLineF(toWidget(map_.toPixel(traced_.outline[i])), from_).length();
        if (d < nearest) {
            nearest = d;
            grab_ = Grab::Outline;
            before_ = traced_.outline;
            grabbed_ = i;
            to_ = traced_.outline[i];
        }
    }
}

void PhotoView::mouseMoveEvent(QMouseEvent* event)
{
    const QPointF at = event->position();
    switch (grab_) {
    case Grab::Marker:
        (*markers_)[grabbed_] = toPhoto(at);
        update();
        break;
    case Grab::Outline: {
        // The same place of the outline follows the hand, its neighbours softly.
        to_ = map_.toFace(toPhoto(at));
        traced_.outline = before_;
        drawOutlineTo(traced_.outline, grabbed_, to_);
        update();
        break;
    }
    case Grab::Paper:
        if (event->buttons().testFlag(Qt::LeftButton)) {
            origin_ += at - from_;
            from_ = at;
            update();
        }
        break;
    case Grab::None:
        break;
    }
}

void PhotoView::mouseReleaseEvent(QMouseEvent*)
{
    const Grab was = grab_;
    grab_ = Grab::None;
    if (was == Grab::Marker) {
        Q_EMIT markersMoved();
    } else if (was == Grab::Outline) {
        Q_EMIT outlineDragged(to_);
    }
}

void PhotoView::wheelEvent(QWheelEvent* event)
{
    const double by = std::pow(1.0015, event->angleDelta().y());
    const double to = std::clamp(scale_ * by, 0.02, 12.0);
    const QPointF at = event->position();
    origin_ = at - (at - origin_) * (to / scale_);
    scale_ = to;
    update();
}

} // namespace burl::ui
