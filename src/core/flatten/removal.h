#pragma once
// What stands over a plane, cell by cell, and which pass first meets each cell.
// Units: mm.   Source: docs/formulas.md#passes.
// Threads: pure.

#include <cstdint>
#include <optional>
#include <vector>

#include "core/flatten/face_field.h"
#include "core/flatten/passes.h"
#include "core/geometry/ring.h"

namespace burl
{

struct FlattenInput;
struct FlattenPlan;

/// The grid a face was read on; an underside taken as parallel lies on the top's.
[[nodiscard]] const HeightGrid& gridOfFace(const Slab& slab, Face face);

/// Height of the top face over its plane, or how far the bottom face stands below its own; NaN off the outline.
/// Cells are `cell_mm` wide or a little more or less, so that they fill the outline's box.
[[nodiscard]] RemovalMap removalOver(const Ring& outline, const FaceField& field, const Plane& plane, Face face,
                                     double cell_mm);

/// Every pass over a face, on cells fine enough to see strokes.
struct PassMap {
    static constexpr std::uint8_t kNoWood = 255;
    RemovalMap map;
    Box box; // in the slab's frame
    PassPlan passes;
    std::vector<std::uint8_t> firstMet;    // pass that first meets the cell, from 1; 0 none; kNoWood
    std::vector<std::vector<bool>> needed; // of each pass, by stroke: it meets wood
    std::vector<double> strokeMiddle_mm;   // from the edge of the box where strokes begin
};
/// Of a piece that has been read; empty otherwise. Some hundredths of a second at 1 mm: not part of makePlan.
[[nodiscard]] PassMap passMapOf(const FlattenInput& input, const FlattenPlan& plan, std::size_t piece, Face face,
                                double cell_mm = 1.0);

} // namespace burl
