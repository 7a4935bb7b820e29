#pragma once
// One piece laid in the top: posed, its rip line found or taken from the maker, turned so that the line lies along the
// joint or the outer edge, and set down. Part of layupPlan.
// Units: mm.   Source: docs/formulas.md#layup.   Threads: pure.

#include "core/layup/layup_plan.h"

namespace burl
{

constexpr double kCurveRoom_mm = 60.0; // curves are known this far beyond the rough ends

/// The piece with its joints at its own rip lines, y = 0; or what is missing to lay it.   REQUIRES: a piece `index`
[[nodiscard]] tl::expected<PlacedPiece, Missing> layPiece(const LayupInput& input, size_t index);

/// The curve of the joint below piece `index`, over the top's x; empty when it is straight.
[[nodiscard]] Profile curveBelow_mm(const LayupInput& input, size_t index);

} // namespace burl
