#include "photo/true_scale.h"

#include <array>
#include <cmath>
#include <cstdint>
#include <optional>

#include <QImageReader>
#include <QPainter>

#include "core/geometry/ring.h"
#include "core/geometry/simplify.h"
#include "core/scan/contour.h"
#include "photo/stoppable_bytes.h"

namespace burl
{
namespace
{

constexpr double kMostPixels = 60e6;
constexpr int kMostColumns = 1600; // of the field that the outline is found in
constexpr double kStray_mm = 0.4;
constexpr int kAlike = 14; // levels that the ground may differ from its corner
constexpr double kCoarsest_mm = 25.0;

std::uint32_t bigEndian(std::string_view bytes, size_t at)
{
    std::uint32_t out = 0;
    for (size_t i = 0; i < 4; ++i) {
        out = (out << 8U) | static_cast<unsigned char>(bytes[at + i]);
    }
    return out;
}

/// Millimetres a pixel, as the PNG says; nothing when it says none or not the same both ways.
std::optional<double> scaleOf(std::string_view png)
{
    size_t at = 8; // behind the signature
    while (at + 12 <= png.size()) {
        const std::uint32_t length = bigEndian(png, at);
        const std::string_view kind = png.substr(at + 4, 4);
        if (length > png.size() - at - 12) {
            return std::nullopt;
        }
        if (kind == "pHYs" && length == 9 && png[at + 16] == 1) { // pixels a metre
            const double x = bigEndian(png, at + 8);
            const double y = bigEndian(png, at + 12);
            if (x > 0.0 && std::abs(x - y) < 0.01 * x) {
                return 1000.0 / x;
            }
            return std::nullopt;
        }
        if (kind == "IDAT") {
            return std::nullopt; // it would stand before the picture
        }
        at += 12 + length;
    }
    return std::nullopt;
}

/// How much of a pixel is wood, 0 to 1.
class WoodOf
{
public:
    explicit WoodOf(const QImage& image) : clear_(image.hasAlphaChannel()), ground_(image.pixel(0, 0)) {}

    [[nodiscard]] double operator()(QRgb p) const
    {
        if (clear_) {
            return qAlpha(p) / 255.0;
        }
        const bool ground = std::abs(qRed(p) - qRed(ground_)) <= kAlike &&
                            std::abs(qGreen(p) - qGreen(ground_)) <= kAlike &&
                            std::abs(qBlue(p) - qBlue(ground_)) <= kAlike;
        return ground ? 0.0 : 1.0;
    }

private:
    bool clear_;
    QRgb ground_;
};

Ring outlineIn(const QImage& image, double mm_per_px)
{
    const WoodOf wood(image);
    const int step = std::max(1, (image.width() + kMostColumns - 1) / kMostColumns);
    Field field;
    field.columns = image.width() / step + 2; // a rim of nothing, so that every ring closes
    field.rows = image.height() / step + 2;
    field.cell_mm = step * mm_per_px;
    field.origin = {-0.5 * field.cell_mm, -(field.rows - 1.5) * field.cell_mm};
    field.values.assign(static_cast<size_t>(field.columns) * static_cast<size_t>(field.rows), 0.0);
    for (int j = 0; j + 2 < field.rows; ++j) {
        for (int i = 0; i + 2 < field.columns; ++i) {
            double sum = 0.0;
            for (int v = 0; v < step; ++v) {
                const auto* line = reinterpret_cast<const QRgb*>(image.constScanLine(j * step + v));
                for (int u = 0; u < step; ++u) {
                    sum += wood(line[i * step + u]);
                }
            }
            // Row 0 is the highest y.
            const int row = field.rows - 2 - j;
            field.values[static_cast<size_t>(row) * static_cast<size_t>(field.columns) + static_cast<size_t>(i) + 1] =
                sum / (step * step);
        }
    }
    blur(field, 1.0);
    Ring best;
    for (const Ring& ring : contours(field, 0.5)) {
        if (signedArea_mm2(ring) > signedArea_mm2(best)) {
            best = ring;
        }
    }
    return simplified(best, kStray_mm);
}

} // namespace

Expected<TrueFace> readTrueFace(std::string_view bytes, Face seen, const std::function<bool()>& goOn)
{
    StoppableBytes buffer(bytes, goOn);
    buffer.open(QIODevice::ReadOnly | QIODevice::Unbuffered);
    QImageReader reader(&buffer);
    const QSize size = reader.size();
    if (size.isValid() && static_cast<double>(size.width()) * size.height() > kMostPixels) {
        return refuse("picture.too_large", "the picture has more than 60 megapixels; hand in a smaller one.");
    }
    QImage image = reader.read();
    if (buffer.stopped()) {
        return refuse("picture.stopped", "the reading of the picture was stopped.");
    }
    if (image.isNull() || image.width() < 8 || image.height() < 8) {
        return refuse("picture.unreadable", "the picture cannot be read (" + reader.errorString().toStdString() +
                                                "); a whole PNG is wanted.");
    }
    const auto scale = scaleOf(bytes);
    if (!scale || !(*scale > 0.0) || *scale > kCoarsest_mm) {
        return refuse("picture.no_scale",
                      "the picture does not say its scale; take it in as a photo with four markers, "
                      "or save it as a PNG with its pixels a metre.");
    }
    TrueFace face;
    face.mm_per_px = *scale;
    const bool clear = image.hasAlphaChannel();
    image = std::move(image).convertToFormat(clear ? QImage::Format_ARGB32 : QImage::Format_RGB32);
    face.image = seen == Face::Top ? image : image.mirrored(false, true);
    face.outline = outlineIn(face.image, face.mm_per_px);
    if (face.outline.size() < 4 || std::abs(signedArea_mm2(face.outline)) < 100.0) {
        return refuse("picture.no_outline", "no face stands out in the picture: it should be clear, or of one colour, "
                                            "around the wood.");
    }
    return face;
}

CutFace cutTrueFace(const TrueFace& face, const Ring& outlineInSlab, const SlabFrame& toSlab)
{
    CutFace cut;
    cut.box = boundsOf(outlineInSlab);
    cut.mm_per_px = std::max(face.mm_per_px, std::sqrt(cut.box.width() * cut.box.height() / kMostFacePixels));
    cut.image =
        QImage(std::max(1, static_cast<int>(std::ceil(cut.box.width() / cut.mm_per_px))),
               std::max(1, static_cast<int>(std::ceil(cut.box.height() / cut.mm_per_px))), QImage::Format_RGB32);
    cut.image.fill(QColor(96, 72, 52)); // like wood, so that no light line is left at the rim
    QPainter p(&cut.image);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    const QTransform fromPixels(face.mm_per_px, 0.0, 0.0, -face.mm_per_px, 0.0, 0.0);
    const QTransform turned(toSlab.c, -toSlab.s, toSlab.s, toSlab.c, toSlab.shift.x, toSlab.shift.y);
    const QTransform toCut(1.0 / cut.mm_per_px, 0.0, 0.0, -1.0 / cut.mm_per_px, -cut.box.left / cut.mm_per_px,
                           cut.box.top / cut.mm_per_px);
    p.setTransform(fromPixels * turned * toCut);
    p.drawImage(0, 0, face.image);
    return cut;
}

} // namespace burl
