#pragma once
// A picture of a face that is at true scale already: a scanned or stitched one that says its scale (the
// PNG's pHYs chunk) and shows nothing but the face, clear or of one colour around it.

#include <string_view>

#include <QImage>

#include "core/shop/slab.h"
#include "photo/photo.h"

namespace burl
{

struct TrueFace {
    QImage image; // as seen from above the top face
    double mm_per_px = 1.0;
    Ring outline; // mm, x right from the left rim, y up from the upper rim (so it is below 0), anticlockwise
};

/// `seen` tells which face it shows; a bottom face is seen with the slab turned over about its length.
/// Errors: "picture.unreadable", "picture.too_large", "picture.no_scale", "picture.no_outline".
/// "picture.stopped" when `goOn`, asked often, says no.
[[nodiscard]] Expected<TrueFace> readTrueFace(std::string_view bytes, Face seen,
                                              const std::function<bool()>& goOn = {});

/// The face in another frame (`toSlab` turns and shifts), cut to its box; at most `kMostFacePixels`.
struct SlabFrame {
    double c = 1.0;
    double s = 0.0;
    Vec2 shift;
};
[[nodiscard]] CutFace cutTrueFace(const TrueFace& face, const Ring& outlineInSlab, const SlabFrame& toSlab);

} // namespace burl
