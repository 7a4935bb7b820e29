#pragma once
// Wood as wood: a face drawn from the rings of its log. Neighbouring slabs cut the same ring field,
// so their faces mirror; knots push the rings aside.

#include <functional>
#include <map>
#include <memory>
#include <tuple>

#include <QColor>
#include <QImage>
#include <QTransform>

#include "core/shop/shop.h"

namespace burl
{

/// A drawn face; transparent off the wood.
struct FaceImage {
    QImage image;
    QTransform toSlab; // pixel to slab millimetres
};

/// Where the bytes of a face's picture come from; empty when there are none.
using PictureSource = std::function<std::string(const std::string& key)>;

/// A face's own picture at `mm_per_pixel`, cut to its outline. An empty image when it has none.
[[nodiscard]] FaceImage pictureOfFace(const Slab& slab, Face face, double mm_per_pixel, const PictureSource& pictures);

/// Draws a face at `mm_per_pixel`. An empty image when the slab has no outline yet.
[[nodiscard]] FaceImage drawFace(const Slab& slab, Face face, double mm_per_pixel);

/// Faces drawn once and kept while the slab stays as it is; of many, those not seen for longest go.
class WoodCache
{
public:
    explicit WoodCache(double mm_per_pixel = 2.4) : mmPerPixel_(mm_per_pixel) {}
    /// Faces with a picture show it; the others are drawn.
    void setPictures(PictureSource pictures) { pictures_ = std::move(pictures); }
    [[nodiscard]] const FaceImage& face(const std::shared_ptr<const Slab>& slab, Face face);
    void setResolution(double mm_per_pixel);

    /// A face brought to screen pixels by a transform without translation, kept while that stays the
    /// same: a piece that only slides is turned and scaled once. `origin` is the picture's upper left
    /// corner in those pixels.
    struct Turned {
        QImage image;
        QPoint origin;
        QImage faded; // the same as waste, with its edge drawn; empty unless it was asked for
    };
    [[nodiscard]] const Turned& turned(const std::shared_ptr<const Slab>& slab, Face face,
                                       const QTransform& slabToScreen);
    /// The same with `faded` at `opacity` and its edge as a hairline in `line`.
    [[nodiscard]] const Turned& turnedAndFaded(const std::shared_ptr<const Slab>& slab, Face face,
                                               const QTransform& slabToScreen, double opacity, const QColor& line);

private:
    struct Kept {
        std::shared_ptr<const Slab> slab;
        FaceImage image;
        long used = 0; // when last
        QTransform turnedBy;
        Turned turned;
        double fadedTo = 0.0;
        QColor fadedLine;
    };
    void letGo();
    double mmPerPixel_;
    PictureSource pictures_;
    long clock_ = 0;
    std::map<std::pair<int, Face>, Kept> kept_;
};

} // namespace burl
