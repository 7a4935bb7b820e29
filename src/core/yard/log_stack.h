#pragma once
// A log seen end-on: its slabs one above the other with the saw between them, where the pith lies, and
// the edits that put the stack in order.
// Frame: mm, z downwards from the upper face of the top-most slab, y from the near to the far edge.
// Units: mm.   Source: docs/formulas.md#log.   Errors: none; a slab without a tape or a thickness is left out. Threads:
// pure.

#include <memory>
#include <optional>
#include <vector>

#include "core/shop/book.h"

namespace burl
{

struct StackedSlab {
    std::shared_ptr<const Slab> slab;
    double top_mm = 0.0; // z of its upper face
    double thickness_mm = 0.0;
    double topNear_mm = 0.0; // y of its edges at the butt end
    double topFar_mm = 0.0;
    double bottomNear_mm = 0.0;
    double bottomFar_mm = 0.0;
    [[nodiscard]] double middle_mm() const { return top_mm + thickness_mm / 2.0; }
};

struct LogStack {
    LogId log;
    std::vector<StackedSlab> slabs; // from the top down
    double height_mm = 0.0;
    double width_mm = 0.0;
    std::optional<double> pith_mm; // z of the pith: from the slabs whose distance is known
    double pithSide_mm = 0.0;      // y of the pith
};

/// The log of `id`; of a slab without a log, it alone. Slabs not yet taped or without thickness are left
/// out. Unordered ones (sequence 0) come last.
[[nodiscard]] LogStack logStack(const Shop& shop, SlabId id);

/// The face that goes hollow when the slab dries: the one nearer the bark. Nothing when the pith is not
/// known or inside the slab.
[[nodiscard]] std::optional<Face> hollowFace(const Slab& slab);

/// `id` is moved to place `place` (0 is the top-most) of its log. Places of the log are numbered anew;
/// where the pith was known it stays where it is in the log, and the distances follow.
[[nodiscard]] Book withPlaceInLog(const Book& book, SlabId id, int place);

/// The pith lies at this z of the stack and this y: every slab of the log gets its distance from it.
[[nodiscard]] Book withPithAt(const Book& book, SlabId any, double z_mm, double y_mm);

} // namespace burl
