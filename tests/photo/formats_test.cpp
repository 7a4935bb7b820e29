// Pictures in the formats that phones write: the same scene comes out of each.

#include <catch2/catch.hpp>

#include <QBuffer>
#include <QImage>
#include <QPainter>

#include <libheif/heif.h>

#include "photo/photo.h"
#include "sheets/marker_cards.h"
#include "vision/markers.h"

using namespace burl;

namespace
{

/// Four cards on a brown floor.
QImage scene()
{
    QImage image(1200, 800, QImage::Format_RGB888);
    image.fill(QColor(118, 84, 52));
    QPainter p(&image);
    const QPointF places[] = {{120, 600}, {980, 600}, {980, 90}, {120, 90}};
    for (int i = 0; i < 4; ++i) {
        paintMarkerCard(p, QRectF(places[i], QSizeF(100, 100)), i + 1, QStringLiteral("Lato"));
    }
    return image;
}

std::string asHeic(const QImage& image)
{
    heif_context* context = heif_context_alloc();
    heif_encoder* encoder = nullptr;
    REQUIRE(heif_context_get_encoder_for_format(context, heif_compression_HEVC, &encoder).code == heif_error_Ok);
    heif_encoder_set_lossy_quality(encoder, 90);
    heif_image* picture = nullptr;
    heif_image_create(image.width(), image.height(), heif_colorspace_RGB, heif_chroma_interleaved_RGB, &picture);
    heif_image_add_plane(picture, heif_channel_interleaved, image.width(), image.height(), 24);
    int stride = 0;
    uint8_t* rows = heif_image_get_plane(picture, heif_channel_interleaved, &stride);
    for (int j = 0; j < image.height(); ++j) {
        std::copy_n(image.constScanLine(j), image.width() * 3, rows + j * stride);
    }
    heif_image_handle* handle = nullptr;
    REQUIRE(heif_context_encode_image(context, picture, encoder, nullptr, &handle).code == heif_error_Ok);
    std::string out;
    heif_writer writer{};
    writer.writer_api_version = 1;
    writer.write = [](heif_context*, const void* data, size_t size, void* into) {
        static_cast<std::string*>(into)->assign(static_cast<const char*>(data), size);
        return heif_error{heif_error_Ok, heif_suberror_Unspecified, ""};
    };
    heif_context_write(context, &writer, &out);
    heif_image_handle_release(handle);
    heif_image_release(picture);
    heif_encoder_release(encoder);
    heif_context_free(context);
    return out;
}

std::string as(const QImage& image, const char* format)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    REQUIRE(image.save(&buffer, format, 92));
    return bytes.toStdString();
}

} // namespace

TEST_CASE("JPEG, PNG, WebP and HEIC give the same four cards", "[photo][formats]")
{
    const QImage image = scene();
    for (const auto& [name, bytes] : {std::pair{"jpeg", as(image, "jpeg")},
                                      {"png", as(image, "png")},
                                      {"webp", as(image, "webp")},
                                      {"heic", asHeic(image)}}) {
        CAPTURE(name);
        const auto photo = readPhoto(bytes);
        REQUIRE(photo.has_value());
        CHECK(photo->pixels.width == 1200);
        CHECK(photo->pixels.height == 800);
        const auto four = fourMarkers(findMarkers(photo->pixels), true);
        REQUIRE(four.has_value());
        CHECK(length((*four)[0].centre - Vec2{170, 650}) < 1.0); // 1 at the lower left, then anticlockwise
        CHECK(length((*four)[1].centre - Vec2{1030, 650}) < 1.0);
        CHECK(length((*four)[2].centre - Vec2{1030, 140}) < 1.0);
        CHECK(length((*four)[3].centre - Vec2{170, 140}) < 1.0);
    }
}

TEST_CASE("a HEIC that ends early is refused in words", "[photo][formats]")
{
    std::string bytes = asHeic(scene());
    for (const size_t kept : {size_t{40}, bytes.size() / 3, bytes.size() - 200}) {
        CAPTURE(kept);
        const auto photo = readPhoto(bytes.substr(0, kept));
        REQUIRE_FALSE(photo.has_value());
        CHECK(photo.error().code == "photo.unreadable");
        CHECK(photo.error().sentence.find("HEIC") != std::string::npos);
    }
}

TEST_CASE("the reading of a HEIC is stopped when it is asked to", "[photo]")
{
    QImage image(64, 48, QImage::Format_RGB888);
    image.fill(QColor(120, 90, 60));
    const std::string bytes = asHeic(image);
    const auto stopped = readPhoto(bytes, [] { return false; });
    // A decoder that was done before it was first asked has its picture: either is right, but nothing else.
    CHECK((stopped || stopped.error().code == "photo.stopped"));
    CHECK(readPhoto(bytes, [] { return true; }));
}
