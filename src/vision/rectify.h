#pragma once
// A photo brought to true scale: from four markers at the corners of a rectangle of known size to the
// plane of the slab's top face.
// Frame of the rectangle, mm: origin marker 1, x towards marker 2, y towards marker 4, anticlockwise
// seen from above. Pixels as in vision/pixels.h.   Source: docs/formulas.md#photo.   Threads: pure.

#include <array>
#include <optional>

#include "core/geometry/vec2.h"
#include "core/measure/outcome.h"
#include "vision/pixels.h"

namespace burl
{

/// Where the markers lie.
enum class MarkerPlane {
    Level,  // on blocks, level with the top face
    OnSlab, // on the slab itself
    Floor,  // on the floor; the top face is higher by `faceHeight_mm`
};

struct RectifyInput {
    std::array<Vec2, 4> markers; // pixels, 1 to 4 anticlockwise seen from above
    double width_mm = 0.0;       // marker 1 to 2
    double height_mm = 0.0;      // marker 1 to 4
    MarkerPlane lie = MarkerPlane::Level;
    double faceHeight_mm = 0.0; // of the top face over the markers
    std::optional<double> focal35_mm;
    double bend = 0.0; // of the lens, per square pixel: r' = r (1 + bend r^2); below 0 a barrel
    int imageWidth = 0;
    int imageHeight = 0;
};

/// Both ways between the face's plane and the picture.
class FaceMap
{
public:
    [[nodiscard]] Vec2 toPixel(Vec2 mm) const;
    [[nodiscard]] Vec2 toFace(Vec2 pixel) const;
    /// Millimetres of the face under one pixel there, about.
    [[nodiscard]] double mmPerPixel(Vec2 mm) const;
    [[nodiscard]] double tilt_deg() const { return tilt_deg_; }
    /// Where the camera's eye stands over the face's plane: foot and height, when it is known.
    [[nodiscard]] std::optional<Vec2> foot() const { return foot_; }
    [[nodiscard]] double eyeHeight_mm() const { return eyeHeight_mm_; }
    [[nodiscard]] double focal_px() const { return focal_px_; }
    /// Neither the camera nor the picture told the focal length: that of a usual phone was taken.
    [[nodiscard]] bool focalAssumed() const { return focalAssumed_; }
    [[nodiscard]] double bend() const { return bend_; }

private:
    friend Expected<FaceMap> rectify(const RectifyInput& input);
    [[nodiscard]] Vec2 undistorted(Vec2 pixel) const;
    [[nodiscard]] Vec2 distorted(Vec2 pixel) const;
    std::array<double, 9> toPixel_{}; // homography, row by row, of the pinhole picture
    std::array<double, 9> toFace_{};
    std::optional<Vec2> foot_;
    double eyeHeight_mm_ = 0.0;
    double tilt_deg_ = 0.0;
    double focal_px_ = 0.0;
    bool focalAssumed_ = false;
    double bend_ = 0.0;
    Vec2 middle_;
};

/// A focal length that nobody tells comes from the picture when it is oblique enough, else a usual one is
/// taken and said so: only markers on the floor need it, and there 10 % of it are a quarter of a percent of
/// the size.
/// Errors: "photo.markers" (not the corners of a rectangle seen from above: order, crossing, a line),
///         "photo.size".
[[nodiscard]] Expected<FaceMap> rectify(const RectifyInput& input);

/// What bends the picture, told from the cards: they are squares, all of one size, and a lens that bends
/// makes those at the rim oblong. 0 when the cards do not plainly say so.
/// `cards`: their corners in pixels, in the order of the markers.
[[nodiscard]] double lensBend(const RectifyInput& input, const std::array<std::array<Vec2, 4>, 4>& cards);

} // namespace burl
