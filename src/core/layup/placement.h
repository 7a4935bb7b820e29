#pragma once
// Where a slab lies in the top: turned over or end for end, turned a little so that its rip line is
// straight along the joint, and slid. An isometry of the plane, mirrored when the slab is turned over.
// Units: mm.   Source: docs/formulas.md#layup.   Threads: values.

#include "core/geometry/profile.h"
#include "core/geometry/ring.h"
#include "core/layup/rip.h"

namespace burl
{

struct Placement {
    // table = (xx * x + xy * y + dx, yx * x + yy * y + dy)
    double xx = 1.0, xy = 0.0, yx = 0.0, yy = 1.0, dx = 0.0, dy = 0.0;

    [[nodiscard]] Vec2 toTable(Vec2 p) const { return {xx * p.x + xy * p.y + dx, yx * p.x + yy * p.y + dy}; }
    /// The inverse: the matrix is orthogonal.
    [[nodiscard]] Vec2 toSlab(Vec2 t) const
    {
        const double x = t.x - dx;
        const double y = t.y - dy;
        return {xx * x + yx * y, xy * x + yy * y};
    }
    [[nodiscard]] Ring toTable(const Ring& ring) const;
    [[nodiscard]] Ring toSlab(const Ring& ring) const;
    [[nodiscard]] bool mirrored() const { return xx * yy - xy * yx < 0.0; }
    bool operator==(const Placement&) const = default;
};

/// The pose before sliding and turning: x and y of the slab times +1 or -1.
struct PoseSigns {
    double x = 1.0;
    double y = 1.0;
};
[[nodiscard]] inline PoseSigns poseSigns(bool turnedOver, bool endForEnd)
{
    const double end = endForEnd ? -1.0 : 1.0;
    return {end, turnedOver ? -end : end};
}

/// A line of the slab's frame as it runs in the pose, and back (the same rule both ways).
[[nodiscard]] inline RipLine inPose(RipLine line, PoseSigns signs)
{
    return {signs.y * line.at0_mm, signs.y * signs.x * line.slope};
}

} // namespace burl
