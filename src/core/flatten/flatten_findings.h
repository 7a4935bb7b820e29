#pragma once
// What the flattening stage tells of a piece's readings, and the figures of the whole top.   Threads: pure.

#include "core/flatten/flatten_plan.h"

namespace burl
{

/// What the readings of a piece leave open or get wrong, appended. `place` brings the slab onto the table.
void inspectPiece(const Slab& slab, const Placement& place, const Surfaces& surfaces, const FlattenedPiece& piece,
                  std::vector<Finding>& findings);

/// What the machine that was chosen wants or cannot do, appended.
void inspectMethod(const FlattenInput& in, FlattenPlan& plan);

/// Thickness, what comes off, strokes, minutes, chips; `possible` is the thickest that all pieces give, if known.
void appendFlattenFigures(const FlattenInput& in, const Figure& possible, FlattenPlan& plan);

} // namespace burl
