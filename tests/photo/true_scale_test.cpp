// Faces that are at true scale already: scale from the file, outline from what is clear around the wood.

#include <catch2/catch.hpp>

#include <QBuffer>
#include <QImage>

#include "photo/true_scale.h"
#include "support/shapes.h"
#include "support/truth.h"

using namespace burl;
using namespace burl::test;
using Catch::WithinAbs;

namespace
{

std::string pngOf(const QImage& image)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes.toStdString();
}

/// The file's frame to the slab's, as the truth says the picture lies.
Ring inSlab(const TrueFace& face, const nlohmann::json& place)
{
    // From above the top face: the highest y is at the upper rim of the picture, whichever way it was seen.
    const double top = std::max(place["top_row_y_mm"].get<double>(), place["bottom_row_y_mm"].get<double>());
    Ring out;
    for (const Vec2 p : face.outline) {
        out.push_back({p.x + place["left_mm"].get<double>(), p.y + top});
    }
    return out;
}

} // namespace

TEST_CASE("a bottom face seen with the slab turned over is the bottom outline", "[photo][truescale]")
{
    const auto truth = truthOf("tarvik_06");
    const auto face = readTrueFace(slabFile("tarvik_06/face_bottom.png"), Face::Bottom);
    REQUIRE(face);
    CHECK_THAT(face->mm_per_px, WithinAbs(1.0 / truth["face_bottom"]["px_per_mm"].get<double>(), 1e-3));
    const Ring drawn = inSlab(*face, truth["face_bottom"]);
    const Ring real = ringOf(truth["outline"]["bottom"]["polygon"]);
    CHECK(overlap(drawn, real) > 0.99);
    CHECK(edgeError(drawn, real).mean_mm < 2.0);
    CHECK_FALSE(selfCrossing(drawn));
    // Taken for a top face it would be the mirrored outline.
    const auto wrong = readTrueFace(slabFile("tarvik_06/face_bottom.png"), Face::Top);
    REQUIRE(wrong);
    CHECK(overlap(inSlab(*wrong, truth["face_bottom"]), real) < 0.98);
}

TEST_CASE("a plain picture with one colour around the wood does as well", "[photo][truescale]")
{
    QImage clear = QImage::fromData(QByteArray::fromStdString(slabFile("tarvik_06/face_bottom.png")));
    QImage plain(clear.size(), QImage::Format_RGB32);
    plain.fill(QColor(238, 238, 238));
    const QImage rgba = clear.convertToFormat(QImage::Format_ARGB32);
    for (int y = 0; y < rgba.height(); ++y) {
        for (int x = 0; x < rgba.width(); ++x) {
            if (qAlpha(rgba.pixel(x, y)) > 127) {
                plain.setPixel(x, y, rgba.pixel(x, y) | 0xff000000U);
            }
        }
    }
    plain.setDotsPerMeterX(clear.dotsPerMeterX());
    plain.setDotsPerMeterY(clear.dotsPerMeterY());
    const auto a = readTrueFace(slabFile("tarvik_06/face_bottom.png"), Face::Top);
    const auto b = readTrueFace(pngOf(plain), Face::Top);
    REQUIRE(a);
    REQUIRE(b);
    CHECK(overlap(a->outline, b->outline) > 0.995);
}

TEST_CASE("the scale is the file's own: twice the pixels a metre, half the size", "[photo][truescale]")
{
    QImage image(400, 200, QImage::Format_ARGB32);
    image.fill(Qt::transparent);
    for (int y = 40; y < 160; ++y) {
        for (int x = 50; x < 350; ++x) {
            image.setPixel(x, y, qRgb(150, 110, 70));
        }
    }
    const auto sized = [&](int perMetre) {
        image.setDotsPerMeterX(perMetre);
        image.setDotsPerMeterY(perMetre);
        const auto face = readTrueFace(pngOf(image), Face::Top);
        REQUIRE(face);
        return boundsOf(face->outline);
    };
    const Box at500 = sized(500); // 2 mm a pixel: 600 by 240
    CHECK_THAT(at500.width(), WithinAbs(600.0, 3.0));
    CHECK_THAT(at500.height(), WithinAbs(240.0, 3.0));
    CHECK_THAT(at500.left, WithinAbs(100.0, 2.0));
    CHECK_THAT(at500.top, WithinAbs(-80.0, 2.0));
    const Box at1000 = sized(1000);
    CHECK_THAT(at1000.width(), WithinAbs(300.0, 1.5));
}

TEST_CASE("a face is cut into the slab's frame, turned and shifted", "[photo][truescale]")
{
    QImage image(300, 120, QImage::Format_ARGB32);
    image.fill(qRgb(150, 110, 70));
    for (int y = 0; y < 60; ++y) {
        for (int x = 0; x < 300; ++x) {
            image.setPixel(x, y, qRgb(30, 200, 40)); // the upper half green
        }
    }
    TrueFace face;
    face.image = image;
    face.mm_per_px = 2.0;
    face.outline = {{0, -240}, {600, -240}, {600, 0}, {0, 0}};
    const Ring there{{10, -120}, {610, -120}, {610, 120}, {10, 120}};
    const CutFace cut = cutTrueFace(face, there, {1.0, 0.0, {10.0, 120.0}});
    CHECK_THAT(cut.box.left, WithinAbs(10.0, 1e-9));
    CHECK_THAT(cut.box.top, WithinAbs(120.0, 1e-9));
    const auto colourAt = [&](Vec2 slab) {
        return cut.image.pixelColor(static_cast<int>((slab.x - cut.box.left) / cut.mm_per_px),
                                    static_cast<int>((cut.box.top - slab.y) / cut.mm_per_px));
    };
    CHECK(colourAt({300.0, 60.0}).green() > 150);
    CHECK(colourAt({300.0, -60.0}).green() < 150);
}

TEST_CASE("pictures that cannot be faces are refused in words", "[photo][truescale][broken]")
{
    CHECK(readTrueFace("", Face::Top).error().code == "picture.unreadable");
    CHECK(readTrueFace("\x89PNG\r\n\x1a\n and no more", Face::Top).error().code == "picture.unreadable");
    QImage image(200, 100, QImage::Format_RGB32);
    image.fill(QColor(150, 110, 70));
    std::string scaled = pngOf(image);
    CHECK(readTrueFace(scaled, Face::Top).error().code == "picture.no_outline"); // nothing but ground
    // Without its scale: the chunk's name is spoilt.
    const size_t at = scaled.find("pHYs");
    REQUIRE(at != std::string::npos);
    scaled[at] = 'q';
    const auto none = readTrueFace(scaled, Face::Top);
    REQUIRE_FALSE(none);
    CHECK((none.error().code == "picture.no_scale" || none.error().code == "picture.unreadable"));
    // Cut anywhere it is read as far as it goes or refused, never beyond.
    const std::string whole = slabFile("tarvik_06/face_bottom.png");
    for (size_t part = 1; part < 9; ++part) {
        (void)readTrueFace(whole.substr(0, whole.size() * part / 9), Face::Bottom);
    }
}
