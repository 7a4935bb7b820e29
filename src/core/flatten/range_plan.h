#pragma once
// How sure the top's thickness is: sureness of every piece, and what it means for the thickness that is wanted.
// Slow (a tenth of a second and more for each piece): not part of makePlan.   Threads: pure.

#include "core/flatten/flatten_plan.h"
#include "core/flatten/thickness_range.h"

namespace burl
{

struct RangePlan {
    std::vector<Entry> figures;
    std::vector<Finding> findings;
    std::optional<double> low_mm; // of the top, when every piece has been read
    std::optional<double> high_mm;
};

[[nodiscard]] RangePlan rangePlan(const FlattenInput& input, const FlattenPlan& plan,
                                  const RangeProgress& progress = {});

} // namespace burl
