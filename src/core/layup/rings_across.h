#pragma once
// Where the wood of a laid piece stands beside its pith: what decides how far it moves and how it cups.
// Units: mm.   Source: docs/formulas.md#movement.   Threads: pure.

#include "core/layup/layup_plan.h"

namespace burl
{

/// How far a place of the top stands beside the pith, in the slab's own y.   REQUIRES: slab.pith
[[nodiscard]] inline double besidePith_mm(const PlacedPiece& piece, const Slab& slab, Vec2 onTable)
{
    return slab.pith->offset_mm + piece.place.toSlab(onTable).y - piece.middle.y;
}

/// The pith as the middle of a part of the piece sees it: a ripped half lies to one side of it.   REQUIRES: slab.pith
[[nodiscard]] inline PithPlace pithUnder(const PlacedPiece& piece, const Slab& slab, const Ring& partOnTable)
{
    return {slab.pith->distance_mm, besidePith_mm(piece, slab, centroid(partOnTable))};
}

} // namespace burl
