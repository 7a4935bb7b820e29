#pragma once
// Every pass over a face on cells fine enough to see strokes: which pass first meets each cell, which strokes it needs.
// Units: mm, in the slab's frame.   Source: docs/formulas.md#passes.   Threads: pure.

#include <cstdint>
#include <vector>

#include "core/flatten/flatten_plan.h"

namespace burl
{

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
