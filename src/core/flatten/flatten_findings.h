#pragma once
// What the flattening stage tells of a piece's readings, and the figures of the whole top.   Threads: pure.

#include "core/flatten/flatten_plan.h"

namespace burl
{

/// How much of the wind, bow and cup that a face's readings show is in what the top keeps of a piece: of a round, an
/// oval or a drawn top over its outline, the wind at its rim. 1 of a rectangle.
struct ShownShare {
    double along = 1.0; // length kept ÷ length read
    double across = 1.0;
    double atRim = 1.0;
    bool outlined = false;               // the top has an outline of its own
    double long_mm = 0.0, wide_mm = 0.0; // over which they are told
};
[[nodiscard]] ShownShare shownShare(const FaceShape& shape, const LayupPlan& layup, const PlacedPiece& placed);

/// What the readings of a piece leave open or get wrong, appended. `place` brings the slab onto the table.
void inspectPiece(const Slab& slab, const Placement& place, const Surfaces& surfaces, const FlattenedPiece& piece,
                  std::vector<Finding>& findings);

/// What the machine that was chosen wants or cannot do, appended.
void inspectMethod(const FlattenInput& in, FlattenPlan& plan);

/// Thickness, what comes off, strokes, minutes, chips; `possible` is the thickest that all pieces give, if known.
void appendFlattenFigures(const FlattenInput& in, const Figure& possible, FlattenPlan& plan);

} // namespace burl
