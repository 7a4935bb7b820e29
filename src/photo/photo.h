#pragma once
// A photo file traced into a slab's face: decoded, its markers found, its outline drawn, its face cut
// out at true scale.   Threads: any one thread; nothing is shared.

#include <array>
#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <QByteArray>
#include <QImage>

#include "vision/markers.h"
#include "vision/trace.h"

namespace burl
{

/// A picture upright, with what its camera wrote beside it.
struct Photo {
    Pixels pixels;
    std::optional<double> focal35_mm;
};

/// JPEG, HEIC, WebP, PNG, TIFF.   Errors: "photo.unreadable" (none of them, or damaged), "photo.too_large" (over 120
/// megapixels).
/// "photo.stopped" when `goOn`, asked often, says no.
[[nodiscard]] Expected<Photo> readPhoto(std::string_view bytes, const std::function<bool()>& goOn = {});

/// A copy for painting.
[[nodiscard]] QImage imageOf(const Pixels& pixels);

struct PhotoChoices {
    double width_mm = 0.0; // of the marker rectangle
    double height_mm = 0.0;
    std::optional<std::array<Vec2, 4>> markers; // by hand, pixels of the upright picture
    MarkerPlane lie = MarkerPlane::Level;
    double faceHeight_mm = 0.0;
    std::optional<double> focal35_mm; // when the picture does not say
};

/// Where everything is.
struct PhotoSetting {
    RectifyInput rectangle;
    FaceMap map;
    std::vector<std::array<Vec2, 4>> cards;
    bool markersFound = false; // by the program
};
/// Errors: as fourMarkers and rectify.
[[nodiscard]] Expected<PhotoSetting> setPhoto(const Photo& photo, const PhotoChoices& choices,
                                              const std::function<bool()>& goOn = {});

/// Errors: as traceOutline.
[[nodiscard]] Expected<Traced> tracePhoto(const Photo& photo, const PhotoSetting& setting,
                                          const std::function<bool(double)>& progress = {},
                                          const std::vector<Vec2>& through = {});

/// The face cut out at true scale, clear off the wood; `box` is where it lies, mm. At most
/// `kMostFacePixels`, so that many slabs fit in memory.
struct CutFace {
    QImage image;
    Box box;
    double mm_per_px = 1.0;
};
constexpr double kMostFacePixels = 1.6e6;
[[nodiscard]] CutFace cutFace(const Photo& photo, const FaceMap& map, const Ring& outline);
/// The same for an outline in the slab's own frame; `toRectangle` leads from it to the markers' frame.
[[nodiscard]] CutFace cutFace(const Photo& photo, const FaceMap& map, const Ring& outline,
                              const std::function<Vec2(Vec2)>& toRectangle);

/// The cut face as the bytes that the shop book keeps: JPEG, as large as photos of wood should be. What
/// lies off the wood is cut away again by the outline when it is drawn.
[[nodiscard]] QByteArray faceBytes(const QImage& image);

} // namespace burl
