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
    Ring drawn; // the outline itself where it was drawn: it may have a notch that the edges do not show
    [[nodiscard]] Ring ring() const { return drawn.empty() ? ringBetween(near, far) : drawn; }
    [[nodiscard]] double from_mm() const { return near.front().x; }
    [[nodiscard]] double to_mm() const { return near.back().x; }
    [[nodiscard]] double length_mm() const { return to_mm() - from_mm(); }
    bool operator==(const FaceOutline&) const = default;
};

/// Stations that have both readings make the outline.
/// Errors: "outline.too_few" (two stations are needed), "outline.order" (stations must rise),
///         "outline.swapped" (near edge beyond the far edge; names the row), "outline.not_a_number".
[[nodiscard]] Expected<FaceOutline> outlineOf(const Tape& tape);

/// The live edges of a drawn outline: its lowest and highest y over x.
/// Errors: "outline.too_few", "outline.not_a_number".
[[nodiscard]] Expected<FaceOutline> outlineOf(const Ring& drawn);

/// Outline of either face; a drawn one stands first, then the face's tape, then the bevel.
/// Errors: as above, "outline.bevel" (the bevel leaves no wood on the bottom face; names the row).
[[nodiscard]] Expected<FaceOutline> outlineOf(const Slab& slab, Face face);

} // namespace burl
