#pragma once
// The outline of a face from its tape readings.
// Units: mm in the slab's frame.   Source: docs/formulas.md#outline.   Threads: pure.

#include "core/geometry/profile.h"
#include "core/measure/outcome.h"
#include "core/shop/slab.h"

namespace burl
{

/// Both live edges of a face, straight between stations, near below far.
struct FaceOutline {
    Profile near;
    Profile far;
    [[nodiscard]] Ring ring() const { return ringBetween(near, far); }
    [[nodiscard]] double from_mm() const { return near.front().x; }
    [[nodiscard]] double to_mm() const { return near.back().x; }
    [[nodiscard]] double length_mm() const { return to_mm() - from_mm(); }
    bool operator==(const FaceOutline&) const = default;
};

/// Stations that have both readings make the outline.
/// Errors: "outline.too_few" (two stations are needed), "outline.order" (stations must rise),
///         "outline.swapped" (near edge beyond the far edge; names the row), "outline.not_a_number".
[[nodiscard]] Expected<FaceOutline> outlineOf(const Tape& tape);

/// Outline of either face; the bottom comes from its own tape or from the bevel.
[[nodiscard]] Expected<FaceOutline> outlineOf(const Slab& slab, Face face);

} // namespace burl
