#pragma once
// The largest rectangle of a wanted length, and the largest circle, inside a slab's outline.
// Units: mm, degrees.   Source: docs/formulas.md#sides-and-outlines.   Threads: pure.

#include "core/geometry/profile.h"
#include "core/measure/outcome.h"

namespace burl
{

struct InscribedRectangle {
    double width_mm = 0.0;
    double angle_deg = 0.0; // anticlockwise
    Vec2 corner;            // lower left, in the slab's frame
};
/// Errors: "inscribed.too_short".
[[nodiscard]] Expected<InscribedRectangle> largestRectangle(const Profile& near, const Profile& far, double length_mm,
                                                            double mostAngle_deg);

struct InscribedCircle {
    Vec2 centre;
    double radius_mm = 0.0;
};
/// The largest circle inside a ring, to within a hundredth of a millimetre.
[[nodiscard]] InscribedCircle largestCircle(const Ring& ring);

} // namespace burl
