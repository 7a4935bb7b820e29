// Faces drawn as wood: on the wood and nowhere else, the same every time, mirrored where the saw went.

#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>

#include <QImage>

#include "core/geometry/ring.h"
#include "core/shop/outline.h"
#include "demo/demo_shop.h"
#include "demo/sawn_log.h"
#include "drawing/face_pictures.h"
#include "drawing/wood.h"

using namespace burl;

namespace
{

double alphaAt(const FaceImage& face, Vec2 slab)
{
    bool ok = false;
    const QPointF at = face.toSlab.inverted(&ok).map(QPointF(slab.x, slab.y));
    REQUIRE(ok);
    const QPoint pixel(static_cast<int>(std::floor(at.x())), static_cast<int>(std::floor(at.y())));
    return face.image.rect().contains(pixel) ? double(face.image.pixelColor(pixel).alphaF()) : 0.0;
}

} // namespace

TEST_CASE("a face is opaque on its wood and clear off it", "[drawing]")
{
    const Book book = demoBook();
    const auto slab = book.shop->slabs[2];
    for (const Face side : {Face::Top, Face::Bottom}) {
        const FaceImage face = drawFace(*slab, side, 4.0);
        REQUIRE_FALSE(face.image.isNull());
        const Ring ring = outlineOf(*slab, side)->ring();
        int inside = 0;
        int outside = 0;
        for (double x = -50.0; x < 3000.0; x += 61.0) {
            for (double y = -450.0; y < 450.0; y += 37.0) {
                const double d = signedDistance_mm(ring, {x, y});
                if (d > 8.0) {
                    CHECK(alphaAt(face, {x, y}) > 0.95);
                    ++inside;
                } else if (d < -8.0) {
                    CHECK(alphaAt(face, {x, y}) < 0.05);
                    ++outside;
                }
            }
        }
        CHECK(inside > 100);
        CHECK(outside > 50);
    }
}

TEST_CASE("the same slab gives the same picture, another slab another", "[drawing]")
{
    const Book book = demoBook();
    const FaceImage once = drawFace(*book.shop->slabs[2], Face::Top, 6.0);
    const FaceImage again = drawFace(*demoBook().shop->slabs[2], Face::Top, 6.0);
    CHECK(once.image == again.image);
    CHECK_FALSE(once.image == drawFace(*book.shop->slabs[5], Face::Top, 6.0).image);
}

TEST_CASE("finer pixels draw a larger picture of the same slab", "[drawing]")
{
    const auto slab = demoBook().shop->slabs[0];
    const FaceImage coarse = drawFace(*slab, Face::Top, 8.0);
    const FaceImage fine = drawFace(*slab, Face::Top, 4.0);
    CHECK(std::abs(fine.image.width() - 2 * coarse.image.width()) <= 4);
    const QRectF a = coarse.toSlab.mapRect(QRectF(coarse.image.rect()));
    const QRectF b = fine.toSlab.mapRect(QRectF(fine.image.rect()));
    CHECK(std::abs(a.left() - b.left()) < 10.0);
    CHECK(std::abs(a.width() - b.width()) < 20.0);
}

TEST_CASE("a slab without an outline has no picture", "[drawing]")
{
    CHECK(drawFace(Slab{}, Face::Top, 4.0).image.isNull());
    WoodCache cache;
    CHECK(cache.face(std::make_shared<const Slab>(), Face::Top).image.isNull());
}

TEST_CASE("the cache draws a changed slab again and keeps an unchanged one", "[drawing]")
{
    WoodCache cache(6.0);
    const auto slab = demoBook().shop->slabs[2];
    const qint64 first = cache.face(slab, Face::Top).image.cacheKey();
    CHECK(cache.face(slab, Face::Top).image.cacheKey() == first);
    Slab changed = *slab;
    changed.top.readings[3].far_mm = *changed.top.readings[3].far_mm + 60.0;
    CHECK_FALSE(cache.face(std::make_shared<const Slab>(changed), Face::Top).image.cacheKey() == first);
    Slab dearer = *slab;
    dearer.price = 9999.0; // no wood changed
    const auto same = cache.face(std::make_shared<const Slab>(dearer), Face::Top).image;
    CHECK(same == drawFace(*slab, Face::Top, 6.0).image);
}

TEST_CASE("what is read of a slab beside its shape leaves its picture alone", "[drawing]")
{
    WoodCache cache(6.0);
    const auto slab = demoBook().shop->slabs[2];
    const qint64 first = cache.face(slab, Face::Top).image.cacheKey();
    Slab read = *slab;
    read.topHeights = HeightGrid{};
    read.bottomHeights.reset();
    read.mc_pct = 8.1;
    read.thicknesses.clear();
    read.weighed_kg = 61.0;
    read.where = "by the door";
    CHECK(cache.face(std::make_shared<const Slab>(read), Face::Top).image.cacheKey() == first);
    read.thickness_mm = slab->thickness_mm.value() + 9.0; // the face lies elsewhere in the log
    const qint64 thicker = cache.face(std::make_shared<const Slab>(read), Face::Top).image.cacheKey();
    CHECK_FALSE(thicker == first);
    read.pith.emplace(PithPlace{300.0, 0.0});
    CHECK_FALSE(cache.face(std::make_shared<const Slab>(read), Face::Top).image.cacheKey() == thicker);
}

TEST_CASE("a picture of a face shows its voids dark, at their place and scale", "[drawing][pictures]")
{
    const Book book = demoBook();
    Slab slab = *book.shop->slab({15}); // the single with a through void
    const auto hole = std::find_if(slab.features.begin(), slab.features.end(),
                                   [](const Feature& f) { return f.kind == FeatureKind::ThroughVoid; });
    REQUIRE(hole != slab.features.end());
    const Vec2 middle = centroid(hole->points);
    for (const Face face : {Face::Top, Face::Bottom}) { // it goes through: both faces have it
        const DrawnPicture picture = pictureOfDrawnFace(slab, face, 2.5);
        const QImage image = QImage::fromData(picture.bytes);
        REQUIRE_FALSE(image.isNull());
        CHECK(picture.place.mm_per_px == 2.5);
        const auto lightAt = [&](Vec2 p) {
            const int x = static_cast<int>((p.x - picture.place.left_mm) / 2.5);
            const int y = static_cast<int>((picture.place.top_mm - p.y) / 2.5);
            REQUIRE(image.rect().contains(x, y));
            return image.pixelColor(x, y).lightness();
        };
        CHECK(lightAt(middle) < 60);
        CHECK(lightAt(middle + Vec2{220.0, 0.0}) > 90);
    }
    slab.top.readings.clear();
    slab.topDrawn.reset();
    CHECK(pictureOfDrawnFace(slab, Face::Top, 2.5).bytes.isEmpty());
}

TEST_CASE("faces from one cut of a log are alike, from another height they are not", "[drawing][pictures]")
{
    const Book book = demoBook();
    const auto grey = [](const Slab& slab, Face face) {
        const DrawnPicture p = pictureOfDrawnFace(slab, face, 1.0);
        return std::pair{QImage::fromData(p.bytes).convertToFormat(QImage::Format_Grayscale8), p.place};
    };
    // Lightness along both, smoothed over a hand's width of pixels, compared by their correlation.
    const auto alike = [&](const Slab& a, Face fa, const Slab& b, Face fb) {
        const auto [ia, pa] = grey(a, fa);
        const auto [ib, pb] = grey(b, fb);
        double sa = 0.0, sb = 0.0, saa = 0.0, sbb = 0.0, sab = 0.0, n = 0.0;
        const auto at = [](const QImage& image, const FacePicture& place, Vec2 p) {
            double sum = 0.0;
            for (int dx = -4; dx <= 4; ++dx) {
                const int x = std::clamp(static_cast<int>((p.x - place.left_mm)) + dx, 0, image.width() - 1);
                const int y = std::clamp(static_cast<int>((place.top_mm - p.y)), 0, image.height() - 1);
                sum += qGray(image.pixel(x, y));
            }
            return sum / 9.0;
        };
        for (double x = 300.0; x < 2600.0; x += 12.0) {
            for (double y = -180.0; y <= 180.0; y += 12.0) {
                const double va = at(ia, pa, {x, y});
                const double vb = at(ib, pb, {x, y});
                sa += va;
                sb += vb;
                saa += va * va;
                sbb += vb * vb;
                sab += va * vb;
                n += 1.0;
            }
        }
        return (sab - sa * sb / n) / std::sqrt((saa - sa * sa / n) * (sbb - sb * sb / n));
    };
    const Shop& shop = *book.shop;
    // Without the kerf both are the same cut; knots are drawn where each slab has them, so they are left out.
    Slab above = *shop.slab({3});
    Slab below = *shop.slab({4});
    above.features.clear();
    below.features.clear();
    below.pith->distance_mm = above.pith->distance_mm - 58.0;
    const double facing = alike(above, Face::Bottom, below, Face::Top);
    below.pith->distance_mm -= 60.0;
    const double apart = alike(above, Face::Bottom, below, Face::Top);
    CHECK(facing > 0.9);
    CHECK(apart < 0.5);
}

TEST_CASE("a cross-cut round shows rings about its pith", "[drawing]")
{
    const Book book = demoBook();
    Slab round = *book.shop->slab({18});
    REQUIRE(round.endGrain);
    const FaceImage rings = drawFace(round, Face::Top, 3.0);
    CHECK(alphaAt(rings, {450.0, 0.0}) == 1.0);
    CHECK(alphaAt(rings, {20.0, 420.0}) == 0.0); // off the round
    round.endGrain = false;
    CHECK_FALSE(drawFace(round, Face::Top, 3.0).image == rings.image);
}
