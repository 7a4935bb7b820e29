#include "drawing/wood.h"

// Method: the colour of a place on a face is read from a field of rings round a wandering pith. A
// face is a level cut through that field at the height it had in the log, so a face far from the
// pith shows arches, one near it lines, and two faces a kerf apart look alike.

#include <algorithm>
#include <array>
#include <cmath>
#include <span>
#include <vector>

#include <QPainter>
#include <QPainterPath>

#include "core/geometry/ring.h"
#include "core/shop/outline.h"
#include "drawing/noise.h"

namespace burl
{
namespace
{

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

/// Where the pith wandered along the log, by the pixel's column.
struct Wander {
    std::vector<float> across_mm;
    std::vector<float> over_mm; // of the face over the pith
};

constexpr float kWander_mm = 16.0F, kWaver_mm = 5.0F, kRise_mm = 14.0F;

Wander wanderAt(std::span<const float> xs, float over_mm, float turn)
{
    Wander out;
    for (const float x : xs) {
        out.across_mm.push_back(kWander_mm * std::sin(x / 640.0F + turn) +
                                kWaver_mm * std::sin(x / 210.0F + 2.0F * turn));
        out.over_mm.push_back(over_mm - kRise_mm * std::sin(x / 780.0F + 3.0F * turn));
    }
    return out;
}

std::vector<float> scaled(std::span<const float> xs, float by_mm)
{
    std::vector<float> out(xs.size());
    std::transform(xs.begin(), xs.end(), out.begin(), [by_mm](float x) { return x / by_mm; });
    return out;
}

/// The wood of one face, pixel by pixel: rings, knots, fibres, sapwood and bark.
class WoodOfFace
{
public:
    /// `xs` are the slab's x of the columns, in mm; every y lies between the bounds.
    WoodOfFace(const Slab& slab, Face face, Vec2 middle, std::vector<float> xs, float leastY, float mostY)
        : endGrain_(slab.endGrain), seed_(seedOf(slab)), turn_(static_cast<float>(seed_ % 100) / 10.0F),
          tint_(tintOf(slab.species)), xs_(std::move(xs)), wander_(wanderAt(xs_, overPith(slab, face), turn_)),
          pith_{static_cast<float>(middle.x + (slab.pith ? slab.pith->offset_mm : 12.0)),
                static_cast<float>(middle.y - 9.0)},
          large_(scaled(xs_, 420.0F), (leastY - kMostWander_mm) / 90.0F, (mostY + kMostWander_mm) / 90.0F, seed_),
          middling_(scaled(xs_, 130.0F), (leastY - kMostWander_mm) / 34.0F, (mostY + kMostWander_mm) / 34.0F,
                    seed_ + 1),
          small_(scaled(xs_, 38.0F), (leastY - kMostWander_mm) / 9.0F, (mostY + kMostWander_mm) / 9.0F, seed_ + 2),
          sapwood_(scaled(xs_, 70.0F), seed_ + 4), fibres_(scaled(xs_, 46.0F), seed_ + 6),
          shortFibres_(scaled(xs_, 15.0F), seed_ + 7), clouds_(scaled(xs_, 260.0F), seed_ + 8)
    {
        for (const Feature& f : slab.features) {
            if (f.kind == FeatureKind::Knot && !f.points.empty()) {
                knots_.push_back({static_cast<float>(f.points[0].x), static_cast<float>(f.points[0].y),
                                  static_cast<float>(f.width_mm / 2.0), static_cast<float>(f.depth_mm)});
            }
        }
    }

    static int seedOf(const Slab& slab) { return slab.log.value * 7919 + 17; }
    [[nodiscard]] float turn() const { return turn_; }

    void goTo(float y)
    {
        y_ = y;
        sapwood_.goTo(y / 20.0F);
        fibres_.goTo(y / 1.3F);
        shortFibres_.goTo(y / 0.9F);
        clouds_.goTo(y / 80.0F);
    }

    /// Red, green and blue from 0 to 255, `inside` millimetres from the nearer edge.
    [[nodiscard]] std::array<float, 3> at(size_t column, float inside) const
    {
        RingHere ring = ringAt(column);
        const float knotDark = knotAt(xs_[column], ring.r);
        const float spacing = 6.2F + 1.6F * noiseOnLine(ring.r / 40.0F, 3, seed_ + 3);
        float f = ring.r / spacing;
        f -= std::floor(f);
        const float late = smooth(0.30F, 0.90F, f) * (1.0F - smooth(0.92F, 1.0F, f));
        const float fibre = 0.5F * fibres_.at(column) + 0.5F * shortFibres_.at(column);
        const float cloud = clouds_.at(column);
        const float sap = 1.0F - smooth(14.0F, 42.0F, inside + 9.0F * sapwood_.at(column));
        const float bark = 1.0F - smooth(1.0F, 5.5F, inside);
        std::array<float, 3> rgb{};
        for (size_t c = 0; c < rgb.size(); ++c) {
            float v = tint_.heart[c] + (tint_.sap[c] - tint_.heart[c]) * sap * 0.85F;
            v += (tint_.late[c] - tint_.heart[c]) * late * (0.62F - 0.28F * sap);
            v += endGrain_ ? 6.0F * ring.ray + 5.0F * cloud : 7.0F * fibre + 6.0F * cloud;
            v *= 1.0F - 0.62F * knotDark;
            v = v * (1.0F - 0.66F * bark) + 58.0F * 0.66F * bark;
            rgb[c] = std::clamp(v, 0.0F, 255.0F);
        }
        return rgb;
    }

private:
    static constexpr float kMostWander_mm = kWander_mm + kWaver_mm + 1.0F;

    struct RingHere {
        float r;   // mm from the pith
        float ray; // -1 to 1, of end grain
    };

    static float overPith(const Slab& slab, Face face)
    {
        const double thickness = slab.thickness_mm.value_or(50.0);
        const double middle = slab.pith ? slab.pith->distance_mm : 90.0 + 20.0 * (slab.id.value % 5);
        return static_cast<float>(middle + (face == Face::Top ? thickness : -thickness) / 2.0);
    }

    [[nodiscard]] RingHere ringAt(size_t column) const
    {
        const float dy = y_ - wander_.across_mm[column];
        const float dz = wander_.over_mm[column];
        RingHere out{std::sqrt(dy * dy + dz * dz), 0.0F};
        if (endGrain_) { // the rings themselves, and the rays that cross them
            const float ex = xs_[column] - pith_[0];
            const float ey = y_ - pith_[1];
            const float angle = std::atan2(ey, ex);
            out.r = std::sqrt(ex * ex + ey * ey) *
                    (1.0F + 0.05F * std::sin(2.0F * angle + turn_) + 0.03F * std::sin(3.0F * angle + 2.0F * turn_));
            out.ray = noise(angle * 90.0F, out.r / 60.0F, seed_ + 9);
        }
        out.r += 9.0F * large_.at(column, dy / 90.0F) + 3.2F * middling_.at(column, dy / 34.0F) +
                 0.9F * small_.at(column, dy / 9.0F);
        return out;
    }

    /// How dark knots make this place; they push the rings aside.
    [[nodiscard]] float knotAt(float x, float& r) const
    {
        float dark = 0.0F;
        for (const Bump& k : knots_) {
            const float kx = (x - k.x) / 1.7F; // the rings swing wider along the grain
            const float ky = y_ - k.y;
            const float d2 = kx * kx + ky * ky;
            const float reach = k.radius * 1.9F;
            if (d2 >= 9.0F * reach * reach) {
                continue;
            }
            r += (ky >= 0.0F ? 1.0F : -1.0F) * k.radius * 1.1F * std::exp(-d2 / (2.0F * reach * reach)) *
                 smooth(0.0F, k.radius, std::abs(ky));
            const float round =
                std::sqrt((x - k.x) * (x - k.x) + ky * ky) + 2.0F * noise(x / 11.0F, y_ / 11.0F, seed_ + 5);
            const float in = 1.0F - smooth(k.radius * 0.82F, k.radius * 1.05F, round);
            const float rings = 0.5F + 0.5F * std::sin(round * 1.1F);
            dark = std::max(dark, in * (0.55F + 0.25F * rings + (k.depth > 0.0F ? 0.2F : 0.0F)));
        }
        return dark;
    }

    bool endGrain_;
    int seed_;
    float turn_;
    Tint tint_;
    std::vector<float> xs_;
    Wander wander_;
    std::array<float, 2> pith_;
    std::vector<Bump> knots_;
    ColumnNoise large_, middling_, small_; // of the rings
    RowNoise sapwood_, fibres_, shortFibres_, clouds_;
    float y_ = 0.0F;
};

/// Nothing outside a drawn outline, which may have notches that its edges do not show.
QImage cutTo(const Ring& drawn, const FaceImage& face)
{
    const QTransform toPixel = face.toSlab.inverted();
    QPolygonF ring;
    for (const Vec2 v : drawn) {
        ring << toPixel.map(QPointF(v.x, v.y));
    }
    QPainterPath path;
    path.addPolygon(ring);
    QImage cut(face.image.size(), face.image.format());
    cut.fill(Qt::transparent);
    QPainter p(&cut);
    p.setRenderHint(QPainter::Antialiasing);
    p.setClipPath(path);
    p.drawImage(0, 0, face.image);
    return cut;
}

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

    const auto mm = static_cast<float>(mm_per_pixel);
    std::vector<float> xs(static_cast<size_t>(width));
    for (size_t i = 0; i < xs.size(); ++i) {
        xs[i] = static_cast<float>(left) + (static_cast<float>(i) + 0.5F) * mm;
    }
    const auto highest = static_cast<float>(top);
    WoodOfFace wood(slab, face, centroid(outline->ring()), xs, highest - static_cast<float>(height) * mm, highest);
    std::vector<float> nearEdge(xs.size());
    std::vector<float> farEdge(xs.size());
    for (size_t i = 0; i < xs.size(); ++i) {
        const double x = left + (static_cast<double>(i) + 0.5) * mm_per_pixel;
        const float ragged = noise(xs[i] / 9.0F, wood.turn(), WoodOfFace::seedOf(slab));
        nearEdge[i] = static_cast<float>(valueAt(outline->near, x)) + ragged;
        farEdge[i] = static_cast<float>(valueAt(outline->far, x)) - ragged;
    }
    for (int j = 0; j < height; ++j) {
        const float y = highest - (static_cast<float>(j) + 0.5F) * mm;
        wood.goTo(y);
        auto* row = reinterpret_cast<QRgb*>(out.image.scanLine(j));
        for (size_t i = 0; i < xs.size(); ++i) {
            const float inside = std::min(y - nearEdge[i], farEdge[i] - y);
            if (inside <= -mm / 2.0F) {
                row[i] = 0;
                continue;
            }
            const auto rgb = wood.at(i, inside);
            const float alpha = std::clamp(inside / mm + 0.5F, 0.0F, 1.0F);
            row[i] = qRgba(static_cast<int>(rgb[0] * alpha), static_cast<int>(rgb[1] * alpha),
                           static_cast<int>(rgb[2] * alpha), static_cast<int>(255.0F * alpha));
        }
    }
    if (!outline->drawn.empty()) {
        out.image = cutTo(outline->drawn, out);
    }
    return out;
}

} // namespace burl
