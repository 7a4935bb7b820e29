#include "ui/yard/log_end.h"

#include <algorithm>

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "core/shop/outline.h"
#include "ui/text.h"
#include "ui/theme.h"

namespace burl::ui
{

LogEnd::LogEnd(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("logEnd"));
    setAccessibleName(tr("The log, end-on"));
    setCursor(Qt::PointingHandCursor);
}

void LogEnd::setSlab(SlabId id)
{
    slab_ = id;
    update();
}

std::vector<LogEnd::Strip> LogEnd::strips() const
{
    const Slab* chosen = document_.shop().slab(slab_);
    if (chosen == nullptr) {
        return {};
    }
    std::vector<std::shared_ptr<const Slab>> siblings;
    for (const auto& s : document_.shop().slabs) {
        if (s->log == chosen->log && s->thickness_mm && outlineOf(*s, Face::Top) &&
            (s->log.value != 0 || s->id == slab_)) {
            siblings.push_back(s);
        }
    }
    std::stable_sort(siblings.begin(), siblings.end(),
                     [](const auto& a, const auto& b) { return a->sequence < b->sequence; });
    if (siblings.empty()) {
        return {};
    }
    const Log* log = document_.shop().log(chosen->log);
    const double kerf = log != nullptr ? log->kerf_mm : 4.0;
    double height = 0.0;
    double width = 1.0;
    for (const auto& s : siblings) {
        height += *s->thickness_mm + kerf;
        for (const Face face : {Face::Top, Face::Bottom}) {
            if (const auto o = outlineOf(*s, face)) {
                width = std::max({width, 2.0 * std::abs(o->near.front().y), 2.0 * std::abs(o->far.front().y)});
            }
        }
    }
    const double scale = std::min((this->width() - 70.0) / width, (this->height() - 16.0) / height);
    double z = (this->height() - height * scale) / 2.0;
    const double middle = (this->width() - 34.0) / 2.0;
    std::vector<Strip> out;
    for (const auto& s : siblings) {
        const auto top = outlineOf(*s, Face::Top);
        const auto bottom = outlineOf(*s, Face::Bottom);
        const double t = *s->thickness_mm * scale;
        Strip strip;
        strip.slab = s;
        strip.polygon << QPointF(middle + top->near.front().y * scale, z)
                      << QPointF(middle + top->far.front().y * scale, z);
        if (bottom) {
            strip.polygon << QPointF(middle + bottom->far.front().y * scale, z + t)
                          << QPointF(middle + bottom->near.front().y * scale, z + t);
        }
        out.push_back(strip);
        z += t + kerf * scale;
    }
    return out;
}

void LogEnd::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Palette& c = colours();
    const auto all = strips();
    if (all.empty()) {
        p.setPen(c.faint);
        p.setFont(textFont(10.0));
        p.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("The log shows here when the slab has a tape and a thickness."));
        return;
    }
    QPointF pith;
    bool pithKnown = false;
    double scale = 1.0;
    for (const Strip& s : all) {
        const bool chosen = s.slab->id == slab_;
        p.setPen(QPen(c.ink, chosen ? 2.0 : 0.9));
        p.setBrush(chosen ? QColor(0xcfa77c) : QColor(0xe6d2b3));
        p.drawPolygon(s.polygon);
        if (s.slab->pith && !pithKnown) {
            const QRectF box = s.polygon.boundingRect();
            scale = box.height() / *s.slab->thickness_mm;
            pith = QPointF((width() - 34.0) / 2.0 - s.slab->pith->offset_mm * scale,
                           box.center().y() + s.slab->pith->distance_mm * scale);
            pithKnown = true;
        }
    }
    if (pithKnown) { // rings tell which way each slab will cup: hollow away from the pith
        p.save();
        QPainterPath clip;
        for (const Strip& s : all) {
            clip.addPolygon(s.polygon);
        }
        p.setClipPath(clip);
        p.setBrush(Qt::NoBrush);
        QColor ring(0x7d5536);
        ring.setAlphaF(0.55F);
        p.setPen(QPen(ring, 0.9));
        for (int k = 1; k < 16; ++k) {
            p.drawEllipse(pith, k * 22.0 * scale, k * 22.0 * scale);
        }
        p.restore();
        p.setPen(QPen(c.mark, 1.6));
        p.drawLine(pith - QPointF(5, 0), pith + QPointF(5, 0));
        p.drawLine(pith - QPointF(0, 5), pith + QPointF(0, 5));
    }
    for (const Strip& s : all) {
        const bool chosen = s.slab->id == slab_;
        p.setPen(chosen ? c.ink : c.faint);
        p.setFont(textFont(10.0, chosen));
        p.drawText(QRectF(width() - 42.0, s.polygon.boundingRect().center().y() - 9, 40, 18),
                   Qt::AlignRight | Qt::AlignVCenter, fromCore(s.slab->name));
    }
}

void LogEnd::mousePressEvent(QMouseEvent* event)
{
    for (const Strip& s : strips()) {
        const QRectF box = s.polygon.boundingRect().adjusted(-width(), -1, width(), 1);
        if (box.contains(event->position())) {
            Q_EMIT slabChosen(s.slab->id);
            return;
        }
    }
}

} // namespace burl::ui
