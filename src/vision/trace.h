#pragma once
// The outline of a slab's top face in a photo: not the silhouette, in which a slanting picture shows the
// slab's side too.   Units: mm in the frame of the marker rectangle.   Threads: pure; `progress` is
// called from the caller's thread and may ask to stop.

#include <functional>
#include <vector>

#include "vision/rectify.h"

namespace burl
{

/// A stretch of the outline that the tracer would like looked at.
struct UnsureStretch {
    size_t from = 0; // corners of the outline, from one to the other going round
    size_t to = 0;
    double certainty = 0.0; // 0 to 1
};

struct TraceInput {
    const Pixels* photo = nullptr;
    FaceMap map;
    RectifyInput rectangle;
    std::vector<std::array<Vec2, 4>> cards; // their corners in pixels: no floor, no slab
    /// Points the maker dragged or set: the outline runs through them.
    std::vector<Vec2> through;
    /// 0 to 1; false stops the work.
    std::function<bool(double)> progress;
};

struct Traced {
    Ring outline;                  // mm, anticlockwise, about every 6 mm
    std::vector<double> certainty; // of each corner
    std::vector<UnsureStretch> unsure;
};

/// Errors: "photo.no_slab", "photo.stopped".
[[nodiscard]] Expected<Traced> traceOutline(const TraceInput& input);

/// A point set by hand takes the nearest of the outline along with it, and its neighbours softly.
void drawOutlineTo(Ring& outline, Vec2 to);
/// The same for one corner of it.
void drawOutlineTo(Ring& outline, size_t corner, Vec2 to);

/// The face at true scale, row 0 the highest y. `box` in mm; off the picture it stays black.
[[nodiscard]] Pixels rectifiedFace(const Pixels& photo, const FaceMap& map, const Box& box, double mm_per_px);
/// The same for a box in another frame, with the way from it to the picture's pixels.
[[nodiscard]] Pixels rectifiedFace(const Pixels& photo, const std::function<Vec2(Vec2)>& toPixel, const Box& box,
                                   double mm_per_px);

} // namespace burl
