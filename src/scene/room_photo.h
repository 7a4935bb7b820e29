#pragma once
// The eye of a photo of a room, from four marks on its floor.   Units: mm, pixels.
// Source: docs/formulas.md#picture (a plane seen by a pinhole).   Threads: pure.

#include <array>

#include "core/measure/outcome.h"
#include "scene/tracer.h"

namespace burl
{

/// Corners of a rectangle on the floor as they are seen, pixels from the upper left: near left, near right, far right,
/// far left, looking from where the table's near side will be.
struct FloorMarks {
    std::array<Vec2, 4> seen;
    double wide_mm = 0.0; // from left to right
    double deep_mm = 0.0;
};
/// The table stands in the middle of the rectangle.   Errors: "room.marks" (they do not make such a rectangle),
/// "room.lens" (no lens sees a rectangle so).
[[nodiscard]] Expected<SceneCamera> cameraOfPhoto(const FloorMarks& marks, int photoWide_px, int photoHigh_px,
                                                  Point3 middleOfTable);

} // namespace burl
