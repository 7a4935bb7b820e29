#include "drawing/wood.h"

#include <algorithm>
#include <cmath>

#include <QColor>
#include <QPainter>
#include <QPainterPath>

#include "core/shop/outline.h"

namespace burl
{
namespace
{

/// Whether a face is drawn alike: everything may show but what is read of the slab beside its shape. A height that is
/// read must not have the wood drawn again.
bool drawnAlike(const Slab& a, const Slab& b)
{
    const auto seen = [](Slab slab) {
        slab.name.clear();
        slab.thicknesses.clear();
        slab.topHeights.reset();
        slab.bottomHeights.reset();
        slab.mc_pct.reset();
        slab.moisture.clear();
        slab.weighed_kg.reset();
        slab.price.reset();
        slab.where.clear();
        slab.cut.clear();
        return slab;
    };
    return seen(a) == seen(b);
}

} // namespace

FaceImage pictureOfFace(const Slab& slab, Face face, double mm_per_pixel, const PictureSource& pictures)
{
    const auto& picture = face == Face::Top ? slab.topPicture : slab.bottomPicture;
    if (!picture || !pictures) {
        return {};
    }
    const std::string bytes = pictures(picture->key);
    const auto outline = outlineOf(slab, face);
    QImage whole;
    if (bytes.empty() || !outline ||
        !whole.loadFromData(reinterpret_cast<const uchar*>(bytes.data()), static_cast<int>(bytes.size()))) {
        return {};
    }
    const double shrink = picture->mm_per_px / mm_per_pixel;
    if (shrink < 1.0) {
        whole = whole.scaled(std::max(1, static_cast<int>(std::lround(whole.width() * shrink))),
                             std::max(1, static_cast<int>(std::lround(whole.height() * shrink))), Qt::IgnoreAspectRatio,
                             Qt::SmoothTransformation);
    }
    const double scale = shrink < 1.0 ? mm_per_pixel : picture->mm_per_px;
    FaceImage out;
    out.toSlab = QTransform(scale, 0.0, 0.0, -scale, picture->left_mm, picture->top_mm);
    out.image = QImage(whole.size(), QImage::Format_ARGB32_Premultiplied);
    out.image.fill(Qt::transparent);
    QPainter p(&out.image);
    p.setRenderHint(QPainter::Antialiasing);
    QPolygonF ring;
    for (const Vec2 v : outline->ring()) {
        ring << QPointF((v.x - picture->left_mm) / scale, (picture->top_mm - v.y) / scale);
    }
    QPainterPath path;
    path.addPolygon(ring);
    p.setClipPath(path);
    p.drawImage(0, 0, whole);
    return out;
}

const FaceImage& WoodCache::face(const std::shared_ptr<const Slab>& slab, Face face)
{
    Kept& kept = kept_[{slab->id.value, face}];
    if (kept.slab != slab) {
        const bool same = kept.slab && drawnAlike(*kept.slab, *slab);
        if (!same) {
            kept.image = pictureOfFace(*slab, face, mmPerPixel_, pictures_);
            if (kept.image.image.isNull()) {
                kept.image = drawFace(*slab, face, mmPerPixel_);
            }
            kept.turned = {};
        }
        kept.slab = slab;
        kept.used = ++clock_;
        letGo();
    }
    kept.used = ++clock_;
    return kept.image;
}

const WoodCache::Turned& WoodCache::turned(const std::shared_ptr<const Slab>& slab, Face face,
                                           const QTransform& slabToScreen)
{
    const FaceImage& source = this->face(slab, face);
    Kept& kept = kept_[{slab->id.value, face}];
    const QTransform whole = source.toSlab * slabToScreen;
    // A best rip line turns a sliding piece by hairs; under a pixel at the far corner nobody sees it.
    const QPointF corner = source.toSlab.map(QPointF(source.image.width(), 0.0));
    const QPointF off = slabToScreen.map(corner) - kept.turnedBy.map(corner);
    const bool stands = !kept.turned.image.isNull() && std::abs(off.x()) < 0.7 && std::abs(off.y()) < 0.7;
    if (!stands && !source.image.isNull()) {
        const QRect box = whole.mapRect(QRectF(source.image.rect())).toAlignedRect().adjusted(-1, -1, 1, 1);
        QImage image(box.size(), QImage::Format_ARGB32_Premultiplied);
        image.fill(Qt::transparent);
        QPainter painter(&image);
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        painter.setTransform(whole * QTransform::fromTranslate(-box.left(), -box.top()));
        painter.drawImage(0, 0, source.image);
        painter.end();
        kept.turned = {std::move(image), box.topLeft(), {}};
        kept.turnedBy = slabToScreen;
    }
    return kept.turned;
}

const WoodCache::Turned& WoodCache::turnedAndFaded(const std::shared_ptr<const Slab>& slab, Face face,
                                                   const QTransform& slabToScreen, double opacity, const QColor& line)
{
    static_cast<void>(turned(slab, face, slabToScreen));
    Kept& kept = kept_[{slab->id.value, face}];
    Turned& turned = kept.turned;
    if (turned.image.isNull() || (!turned.faded.isNull() && kept.fadedTo == opacity && kept.fadedLine == line)) {
        return turned;
    }
    turned.faded = QImage(turned.image.size(), turned.image.format());
    turned.faded.fill(Qt::transparent);
    QPainter painter(&turned.faded);
    painter.setOpacity(opacity);
    painter.drawImage(0, 0, turned.image);
    painter.setOpacity(1.0);
    if (const auto outline = outlineOf(*slab, face)) {
        QPolygonF edge;
        for (const Vec2 at : outline->ring()) {
            edge << kept.turnedBy.map(QPointF(at.x, at.y)) - QPointF(turned.origin);
        }
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(line, 0));
        painter.drawPolygon(edge);
    }
    kept.fadedTo = opacity;
    kept.fadedLine = line;
    return turned;
}

void WoodCache::letGo()
{
    constexpr qint64 kMostBytes = 128LL << 20;
    const auto bytes = [this] {
        qint64 sum = 0;
        for (const auto& [key, kept] : kept_) {
            sum += kept.image.image.sizeInBytes() + kept.turned.image.sizeInBytes() + kept.turned.faded.sizeInBytes();
        }
        return sum;
    };
    while (kept_.size() > 4 && bytes() > kMostBytes) {
        auto oldest = kept_.begin();
        for (auto it = kept_.begin(); it != kept_.end(); ++it) {
            oldest = it->second.used < oldest->second.used ? it : oldest;
        }
        kept_.erase(oldest);
    }
}

void WoodCache::setResolution(double mm_per_pixel)
{
    if (mm_per_pixel != mmPerPixel_) {
        mmPerPixel_ = mm_per_pixel;
        kept_.clear();
    }
}

} // namespace burl
