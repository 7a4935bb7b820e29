#include "photo/photo.h"

#include <cmath>

#include <QBuffer>
#include <QImageReader>
#include <QPainter>
#include <QPainterPath>

#include "core/geometry/ring.h"
#include "photo/heif.h"
#include "photo/stoppable_bytes.h"
#include "vision/colour_tables.h"
#include "vision/exif.h"

namespace burl
{

namespace
{

constexpr double kMostPhotoPixels = 120e6;

/// JPEG, PNG, WebP and whatever else the toolkit reads.
Expected<QImage> readOther(std::string_view bytes, const std::function<bool()>& goOn)
{
    StoppableBytes buffer(bytes, goOn);
    buffer.open(QIODevice::ReadOnly | QIODevice::Unbuffered);
    QImageReader reader(&buffer);
    reader.setAutoTransform(true); // the camera's turn, as EXIF has it
    QImageReader::setAllocationLimit(1024);
    const QSize size = reader.size();
    if (size.isValid() && static_cast<double>(size.width()) * size.height() > kMostPhotoPixels) {
        return refuse("photo.too_large", "the picture has more than 120 megapixels; hand in a smaller one.");
    }
    QImage image = reader.read();
    if (buffer.stopped()) {
        return refuse("photo.stopped", "the reading of the picture was stopped.");
    }
    if (image.isNull()) {
        return refuse("photo.unreadable", "the picture cannot be read (" + reader.errorString().toStdString() +
                                              "); a whole JPEG, HEIC, WebP or PNG is wanted.");
    }
    return image;
}

} // namespace

Expected<Photo> readPhoto(std::string_view bytes, const std::function<bool()>& goOn)
{
    beginColourTables(); // tracing will want them
    QImage image;
    std::string_view camera = bytes;
    HeifPicture heif;
    if (isHeif(bytes)) {
        auto read = readHeif(bytes, kMostPhotoPixels, goOn);
        if (!read) {
            return tl::unexpected(read.error());
        }
        heif = std::move(*read);
        image = heif.image;
        camera = heif.exif;
    } else {
        auto read = readOther(bytes, goOn);
        if (!read) {
            return tl::unexpected(read.error());
        }
        image = std::move(*read);
    }
    image = std::move(image).convertToFormat(QImage::Format_BGR888);
    Photo photo;
    photo.pixels.width = image.width();
    photo.pixels.height = image.height();
    photo.pixels.bgr.resize(static_cast<size_t>(image.width()) * static_cast<size_t>(image.height()) * 3);
    for (int j = 0; j < image.height(); ++j) {
        std::copy_n(image.constScanLine(j), static_cast<size_t>(image.width()) * 3,
                    photo.pixels.bgr.data() + static_cast<size_t>(j) * static_cast<size_t>(image.width()) * 3);
    }
    photo.focal35_mm = cameraWords(camera).focal35_mm;
    return photo;
}

QImage imageOf(const Pixels& pixels)
{
    constexpr qsizetype kChannels = 3;
    return QImage(pixels.bgr.data(), pixels.width, pixels.height, kChannels * pixels.width, QImage::Format_BGR888)
        .copy();
}

Expected<PhotoSetting> setPhoto(const Photo& photo, const PhotoChoices& choices, const std::function<bool()>& goOn)
{
    PhotoSetting out;
    RectifyInput& r = out.rectangle;
    r.width_mm = choices.width_mm;
    r.height_mm = choices.height_mm;
    r.lie = choices.lie;
    r.faceHeight_mm = choices.faceHeight_mm;
    r.focal35_mm = choices.focal35_mm ? choices.focal35_mm : photo.focal35_mm;
    r.imageWidth = photo.pixels.width;
    r.imageHeight = photo.pixels.height;
    const auto found = findMarkers(photo.pixels, goOn);
    if (choices.markers) {
        r.markers = *choices.markers;
        for (const Marker& m : found) {
            for (const Vec2 given : *choices.markers) {
                if (length(m.centre - given) < length(m.corners[0] - m.corners[2]) / 2.0) {
                    out.cards.push_back(m.corners);
                }
            }
        }
    } else {
        const auto four = fourMarkers(found, choices.width_mm >= choices.height_mm);
        if (!four) {
            return tl::unexpected(four.error());
        }
        out.markersFound = true;
        for (size_t i = 0; i < 4; ++i) {
            r.markers[i] = (*four)[i].centre;
            out.cards.push_back((*four)[i].corners);
        }
    }
    if (out.cards.size() == 4) {
        // By hand the cards come in any order; each belongs to the marker it lies on.
        std::array<std::array<Vec2, 4>, 4> cards;
        for (size_t i = 0; i < 4; ++i) {
            cards[i] = *std::min_element(out.cards.begin(), out.cards.end(), [&](const auto& a, const auto& b) {
                return length(centroid(a) - r.markers[i]) < length(centroid(b) - r.markers[i]);
            });
        }
        r.bend = lensBend(r, cards);
    }
    auto map = rectify(r);
    if (!map) {
        return tl::unexpected(map.error());
    }
    out.map = *map;
    return out;
}

Expected<Traced> tracePhoto(const Photo& photo, const PhotoSetting& setting,
                            const std::function<bool(double)>& progress, const std::vector<Vec2>& through)
{
    TraceInput in;
    in.photo = &photo.pixels;
    in.map = setting.map;
    in.rectangle = setting.rectangle;
    in.cards = setting.cards;
    in.progress = progress;
    in.through = through;
    return traceOutline(in);
}

CutFace cutFace(const Photo& photo, const FaceMap& map, const Ring& outline)
{
    return cutFace(photo, map, outline, [](Vec2 p) { return p; });
}

QByteArray faceBytes(const QImage& image)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QImage flat(image.size(), QImage::Format_RGB32);
    flat.fill(QColor(150, 120, 90)); // no hard rim for the compression to ring at
    QPainter p(&flat);
    p.drawImage(0, 0, image);
    p.end();
    flat.save(&buffer, "JPG", 88);
    return bytes;
}

CutFace cutFace(const Photo& photo, const FaceMap& map, const Ring& outline,
                const std::function<Vec2(Vec2)>& toRectangle)
{
    CutFace out;
    const Box bounds = boundsOf(outline);
    const double room = 4.0;
    out.box = {bounds.left - room, bounds.bottom - room, bounds.right + room, bounds.top + room};
    // As fine as the picture is, within what memory allows.
    const double fine = std::max(0.4, map.mmPerPixel(toRectangle(centroid(outline))));
    out.mm_per_px = std::max(fine, std::sqrt(out.box.width() * out.box.height() / kMostFacePixels));
    const Pixels face = rectifiedFace(
        photo.pixels, [&](Vec2 p) { return map.toPixel(toRectangle(p)); }, out.box, out.mm_per_px);
    const QImage flat(face.bgr.data(), face.width, face.height, qsizetype{face.width} * 3, QImage::Format_BGR888);
    out.image = QImage(face.width, face.height, QImage::Format_ARGB32_Premultiplied);
    out.image.fill(Qt::transparent);
    QPainter p(&out.image);
    p.setRenderHint(QPainter::Antialiasing);
    QPainterPath path;
    QPolygonF polygon;
    for (const Vec2 v : outline) {
        polygon << QPointF((v.x - out.box.left) / out.mm_per_px, (out.box.top - v.y) / out.mm_per_px);
    }
    path.addPolygon(polygon);
    p.setClipPath(path);
    p.drawImage(0, 0, flat);
    return out;
}

} // namespace burl
