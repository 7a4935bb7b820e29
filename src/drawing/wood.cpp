#include "drawing/wood.h"

// Method: the colour of a place on a face is read from a field of rings round a wandering pith. A
// face is a level cut through that field at the height it had in the log, so a face far from the
// pith shows arches, one near it lines, and two faces a kerf apart look alike.

#include <algorithm>
#include <cmath>
#include <cstdint>

#include <QColor>
#include <QPainter>
#include <QPainterPath>

#include "core/geometry/ring.h"
#include "core/shop/outline.h"

namespace burl
{
namespace
{

float hash(int x, int y, int seed)
{
    auto h = static_cast<std::uint32_t>(x) * 374761393U + static_cast<std::uint32_t>(y) * 668265263U +
             static_cast<std::uint32_t>(seed) * 2246822519U;
    h = (h ^ (h >> 13U)) * 1274126177U;
    return static_cast<float>((h ^ (h >> 16U)) & 0xffffU) / 65535.0F;
}

/// Smooth noise from -1 to 1.
float noise(float x, float y, int seed)
{
    const float fx = std::floor(x);
    const float fy = std::floor(y);
    const int ix = static_cast<int>(fx);
    const int iy = static_cast<int>(fy);
    const float u = x - fx;
    const float v = y - fy;
    const float su = u * u * (3.0F - 2.0F * u);
    const float sv = v * v * (3.0F - 2.0F * v);
    const float a = hash(ix, iy, seed) * (1.0F - su) + hash(ix + 1, iy, seed) * su;
    const float b = hash(ix, iy + 1, seed) * (1.0F - su) + hash(ix + 1, iy + 1, seed) * su;
    return 2.0F * (a * (1.0F - sv) + b * sv) - 1.0F;
}

float smooth(float a, float b, float x)
{
    const float t = std::clamp((x - a) / (b - a), 0.0F, 1.0F);
    return t * t * (3.0F - 2.0F * t);
}

struct Tint {
    float heart[3];
    float late[3]; // the dark of a ring
    float sap[3];
};

Tint tintOf(const std::string& species)
{
    const auto has = [&species](const char* word) { return species.find(word) != std::string::npos; };
    if (has("walnut") || has("butternut")) {
        return {{126, 92, 66}, {82, 56, 40}, {205, 178, 142}};
    }
    if (has("maple") || has("basswood") || has("aspen")) {
        return {{222, 190, 146}, {184, 143, 99}, {236, 213, 177}};
    }
    if (has("cherry") || has("redwood") || has("redcedar")) {
        return {{186, 124, 86}, {144, 88, 60}, {222, 188, 148}};
    }
    if (has("locust") || has("hackberry") || has("ash")) {
        return {{196, 165, 104}, {148, 116, 66}, {228, 208, 160}};
    }
    return {{207, 167, 124}, {158, 115, 80}, {229, 203, 166}};
}

struct Bump {
    float x, y, radius, depth;
};

} // namespace

FaceImage drawFace(const Slab& slab, Face face, double mm_per_pixel)
{
    const auto outline = outlineOf(slab, face);
    if (!outline) {
        return {};
    }
    const double left = outline->from_mm();
    const double bottom = least(outline->near).value - 2.0;
    const double top = most(outline->far).value + 2.0;
    const int width = std::clamp(static_cast<int>(std::ceil(outline->length_mm() / mm_per_pixel)), 1, 6000);
    const int height = std::clamp(static_cast<int>(std::ceil((top - bottom) / mm_per_pixel)), 1, 4000);
    FaceImage out;
    out.image = QImage(width, height, QImage::Format_ARGB32_Premultiplied);
    out.toSlab = QTransform(mm_per_pixel, 0.0, 0.0, -mm_per_pixel, left, top); // row 0 is the far side

    const int seed = slab.log.value * 7919 + 17;
    const float s = static_cast<float>(seed % 100) / 10.0F;
    const double thickness = slab.thickness_mm.value_or(50.0);
    const double middle = slab.pith ? slab.pith->distance_mm : 90.0 + 20.0 * (slab.id.value % 5);
    const auto z = static_cast<float>(middle + (face == Face::Top ? thickness : -thickness) / 2.0);
    const Vec2 middleOfFace = centroid(outline->ring());
    const auto pithX = static_cast<float>(middleOfFace.x + (slab.pith ? slab.pith->offset_mm : 12.0));
    const auto pithY = static_cast<float>(middleOfFace.y - 9.0);
    const Tint tint = tintOf(slab.species);
    std::vector<Bump> knots;
    for (const Feature& f : slab.features) {
        if (f.kind == FeatureKind::Knot && !f.points.empty()) {
            knots.push_back({static_cast<float>(f.points[0].x), static_cast<float>(f.points[0].y),
                             static_cast<float>(f.width_mm / 2.0), static_cast<float>(f.depth_mm)});
        }
    }
    const auto mm = static_cast<float>(mm_per_pixel);
    std::vector<float> nearEdge(static_cast<size_t>(width));
    std::vector<float> farEdge(static_cast<size_t>(width));
    for (int i = 0; i < width; ++i) {
        const double x = left + (i + 0.5) * mm_per_pixel;
        const auto ragged = noise(static_cast<float>(x) / 9.0F, s, seed);
        nearEdge[static_cast<size_t>(i)] = static_cast<float>(valueAt(outline->near, x)) + ragged;
        farEdge[static_cast<size_t>(i)] = static_cast<float>(valueAt(outline->far, x)) - ragged;
    }
    for (int j = 0; j < height; ++j) {
        const auto y = static_cast<float>(top) - (static_cast<float>(j) + 0.5F) * mm;
        auto* row = reinterpret_cast<QRgb*>(out.image.scanLine(j));
        for (int i = 0; i < width; ++i) {
            const float near = nearEdge[static_cast<size_t>(i)];
            const float far = farEdge[static_cast<size_t>(i)];
            const float inside = std::min(y - near, far - y);
            if (inside <= -mm / 2.0F) {
                row[i] = 0;
                continue;
            }
            const auto x = static_cast<float>(left) + (static_cast<float>(i) + 0.5F) * mm;
            const float dy = y - 16.0F * std::sin(x / 640.0F + s) - 5.0F * std::sin(x / 210.0F + 2.0F * s);
            const float dz = z - 14.0F * std::sin(x / 780.0F + 3.0F * s);
            float r = std::sqrt(dy * dy + dz * dz);
            float ray = 0.0F;
            if (slab.endGrain) { // the rings themselves, and the rays that cross them
                const float ex = x - pithX;
                const float ey = y - pithY;
                r = std::sqrt(ex * ex + ey * ey);
                const float angle = std::atan2(ey, ex);
                r *= 1.0F + 0.05F * std::sin(2.0F * angle + s) + 0.03F * std::sin(3.0F * angle + 2.0F * s);
                ray = noise(angle * 90.0F, r / 60.0F, seed + 9);
            }
            r += 9.0F * noise(x / 420.0F, dy / 90.0F, seed) + 3.2F * noise(x / 130.0F, dy / 34.0F, seed + 1) +
                 0.9F * noise(x / 38.0F, dy / 9.0F, seed + 2);
            float knotDark = 0.0F;
            for (const Bump& k : knots) {
                const float kx = (x - k.x) / 1.7F; // the rings swing wider along the grain
                const float ky = y - k.y;
                const float d2 = kx * kx + ky * ky;
                const float reach = k.radius * 1.9F;
                if (d2 < 9.0F * reach * reach) {
                    r += (ky >= 0.0F ? 1.0F : -1.0F) * k.radius * 1.1F * std::exp(-d2 / (2.0F * reach * reach)) *
                         smooth(0.0F, k.radius, std::abs(ky));
                    const float round =
                        std::sqrt((x - k.x) * (x - k.x) + ky * ky) + 2.0F * noise(x / 11.0F, y / 11.0F, seed + 5);
                    const float in = 1.0F - smooth(k.radius * 0.82F, k.radius * 1.05F, round);
                    const float rings = 0.5F + 0.5F * std::sin(round * 1.1F);
                    knotDark = std::max(knotDark, in * (0.55F + 0.25F * rings + (k.depth > 0.0F ? 0.2F : 0.0F)));
                }
            }
            const float spacing = 6.2F + 1.6F * noise(r / 40.0F, 3.0F, seed + 3);
            float f = r / spacing;
            f -= std::floor(f);
            const float late = smooth(0.30F, 0.90F, f) * (1.0F - smooth(0.92F, 1.0F, f));
            const float fibre =
                0.5F * noise(x / 46.0F, y / 1.3F, seed + 6) + 0.5F * noise(x / 15.0F, y / 0.9F, seed + 7);
            const float cloud = noise(x / 260.0F, y / 80.0F, seed + 8);
            const float sap = 1.0F - smooth(14.0F, 42.0F, inside + 9.0F * noise(x / 70.0F, y / 20.0F, seed + 4));
            float rgb[3];
            for (int c = 0; c < 3; ++c) {
                float v = tint.heart[c] + (tint.sap[c] - tint.heart[c]) * sap * 0.85F;
                v += (tint.late[c] - tint.heart[c]) * late * (0.62F - 0.28F * sap);
                v += slab.endGrain ? 6.0F * ray + 5.0F * cloud : 7.0F * fibre + 6.0F * cloud;
                v *= 1.0F - 0.62F * knotDark;
                const float bark = 1.0F - smooth(1.0F, 5.5F, inside);
                v = v * (1.0F - 0.66F * bark) + 58.0F * 0.66F * bark;
                rgb[c] = std::clamp(v, 0.0F, 255.0F);
            }
            const float alpha = std::clamp(inside / mm + 0.5F, 0.0F, 1.0F);
            row[i] = qRgba(static_cast<int>(rgb[0] * alpha), static_cast<int>(rgb[1] * alpha),
                           static_cast<int>(rgb[2] * alpha), static_cast<int>(255.0F * alpha));
        }
    }
    if (!outline->drawn.empty()) { // a drawn outline may have notches that its edges do not show
        QPolygonF ring;
        for (const Vec2 v : outline->drawn) {
            ring << QPointF((v.x - left) / mm_per_pixel, (top - v.y) / mm_per_pixel);
        }
        QPainterPath path;
        path.addPolygon(ring);
        QImage cut(out.image.size(), out.image.format());
        cut.fill(Qt::transparent);
        QPainter p(&cut);
        p.setRenderHint(QPainter::Antialiasing);
        p.setClipPath(path);
        p.drawImage(0, 0, out.image);
        p.end();
        out.image = std::move(cut);
    }
    return out;
}

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
        const bool same = kept.slab && *kept.slab == *slab;
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
