#pragma once
// Wooden members sawn from what the job's own slabs leave beside the top: the same tree, and as dry.
// Frame of the top.   Units: mm.   Source: docs/formulas.md#offcuts-for-a-base.   Threads: pure.

#include <string>
#include <vector>

#include "core/base/base_plan.h"

namespace burl
{

struct Offcut {
    int member = 0; // its number in the cut list
    std::string slab;
    Box at;                // what is sawn out, with some to plane
    double thick_mm = 0.0; // that the slab has there, rough
};
/// As many of the wooden members as find room, the longest first, none over another and none in the rough top; knots
/// and checks are for the eye. Nothing where no base is chosen.
[[nodiscard]] std::vector<Offcut> offcutsFor(const BasePlan& base, const LayupPlan& layup);

/// What the job's slabs have beside the rough top, slab by slab.
struct SlabRest {
    SlabId slab;
    std::string name;
    double thick_mm = 0.0; // rough
    Region region;
};
[[nodiscard]] std::vector<SlabRest> restsOf(const LayupPlan& layup);
/// A box of this length and width inside a region, the leftmost and then the lowest; nothing when there is none.
[[nodiscard]] std::optional<Box> roomIn(const Region& region, double long_mm, double wide_mm);

} // namespace burl
