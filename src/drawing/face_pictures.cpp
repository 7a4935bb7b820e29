#include "drawing/face_pictures.h"

#include <QBuffer>
#include <QPainter>
#include <QPainterPath>

#include "core/geometry/ring.h"
#include "drawing/wood.h"

namespace burl
{
namespace
{

constexpr int kQuality = 88;
const QColor kHollow(38, 28, 22);
const QColor kPocket(74, 52, 36);
const QColor kBark(62, 46, 34);

QPainterPath pathOf(const Ring& points, bool closed)
{
    QPainterPath path;
    for (size_t i = 0; i < points.size(); ++i) {
        i == 0 ? path.moveTo(points[i].x, points[i].y) : path.lineTo(points[i].x, points[i].y);
    }
    if (closed) {
        path.closeSubpath();
    }
    return path;
}

void paintInWood(QPainter& p, const Feature& f, Face face)
{
    const bool seen = f.face == face || f.kind == FeatureKind::ThroughVoid;
    if (!seen || f.points.size() < 2) {
        return; // knots are in the grain already
    }
    p.setPen(Qt::NoPen);
    switch (f.kind) {
    case FeatureKind::ThroughVoid:
        p.setBrush(kHollow);
        p.drawPath(pathOf(f.points, true));
        break;
    case FeatureKind::BlindVoid:
        p.setBrush(kPocket);
        p.drawPath(pathOf(f.points, true));
        p.setPen(QPen(kHollow, 3.0)); // the shadow of its rim
        p.setBrush(Qt::NoBrush);
        p.drawPath(pathOf(f.points, true));
        break;
    case FeatureKind::Inclusion:
        p.setBrush(kBark);
        p.drawPath(pathOf(f.points, true));
        break;
    case FeatureKind::Check: {
        // Widest where it begins, gone where it ends.
        for (size_t i = 0; i + 1 < f.points.size(); ++i) {
            const double left = 1.0 - static_cast<double>(i) / static_cast<double>(f.points.size());
            p.setPen(QPen(kHollow, std::max(1.0, f.width_mm * left), Qt::SolidLine, Qt::RoundCap));
            p.drawLine(QPointF(f.points[i].x, f.points[i].y), QPointF(f.points[i + 1].x, f.points[i + 1].y));
        }
        break;
    }
    case FeatureKind::WormHoles: {
        const Box box = boundsOf(f.points);
        p.setBrush(kHollow);
        for (int i = 0; i < f.count; ++i) { // spread evenly without a pattern
            const double u = std::fmod(0.5 + 0.7548776662 * (i + 1), 1.0);
            const double v = std::fmod(0.5 + 0.5698402910 * (i + 1), 1.0);
            const Vec2 at{box.left + u * box.width(), box.bottom + v * box.height()};
            if (contains(f.points, at)) {
                p.drawEllipse(QPointF(at.x, at.y), f.width_mm / 2.0, f.width_mm / 2.0);
            }
        }
        break;
    }
    case FeatureKind::Knot:
    case FeatureKind::Pith:
    case FeatureKind::Sapwood:
        break;
    }
}

} // namespace

DrawnPicture pictureOfDrawnFace(const Slab& slab, Face face, double mm_per_px)
{
    const FaceImage drawn = drawFace(slab, face, mm_per_px);
    if (drawn.image.isNull()) {
        return {};
    }
    QImage picture(drawn.image.size(), QImage::Format_RGB32);
    picture.fill(QColor(96, 72, 52)); // like the wood's rim, so that no light line is left where it is cut out
    QPainter p(&picture);
    p.drawImage(0, 0, drawn.image);
    p.setRenderHint(QPainter::Antialiasing);
    p.setTransform(drawn.toSlab.inverted());
    for (const Feature& f : slab.features) {
        paintInWood(p, f, face);
    }
    p.end();
    DrawnPicture out;
    QBuffer buffer(&out.bytes);
    buffer.open(QIODevice::WriteOnly);
    picture.save(&buffer, "JPEG", kQuality);
    out.place.mm_per_px = mm_per_px;
    out.place.left_mm = drawn.toSlab.dx();
    out.place.top_mm = drawn.toSlab.dy();
    return out;
}

} // namespace burl
