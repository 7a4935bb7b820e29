#pragma once
// Strokes over a removal map: where each runs and whether it meets wood above a floor.
// Units: mm.   Source: docs/formulas.md#passes.   Threads: pure.

#include <vector>

#include "core/router/passes.h"

namespace burl
{

class StrokeField
{
public:
    /// Strokes across the map's width, or along its length.
    StrokeField(const RemovalMap& map, const PassInput& input);

    [[nodiscard]] const StrokePlan& plan() const { return plan_; }
    /// The middle of a stroke, from the edge where the first begins.
    [[nodiscard]] double middle(int stroke) const;
    [[nodiscard]] bool meets(int stroke, double floor_mm) const;
    /// The highest wood, -1e300 where there is none at all.
    [[nodiscard]] double highest_mm() const;

private:
    double length_mm_; // the way from stroke to stroke
    double bit_mm_;
    StrokePlan plan_;
    std::vector<double> highest_mm_; // of each line of cells that strokes run along
};

} // namespace burl
