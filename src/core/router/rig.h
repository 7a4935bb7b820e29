#pragma once
// The router's sled on its rails over the slab: does it clear the wood, does the bit reach, how much shank is left
// in the collet, how far does the sled sag, what does a tilted spindle leave.
// Heights are above the bench. Units: mm, N.   Source: docs/formulas.md#rig.   Threads: pure.

#include <vector>

#include "core/figure/answer.h"
#include "core/figure/finding.h"
#include "core/shop/job.h"

namespace burl
{

/// A face to be flattened as it lies under the sled.
struct FaceOnBench {
    std::string name;           // "A3, top face"
    double highest_mm = 0.0;    // of its wood
    double plane_mm = 0.0;      // where the face comes to lie
    double firstFloor_mm = 0.0; // that the first pass cuts down to
    double length_mm = 0.0;     // of the rough outline
    double width_mm = 0.0;
};

struct RigReach {
    FaceOnBench face;
    double outFirst_mm = 0.0; // the bit stands out of the router's base, first and last pass
    double outLast_mm = 0.0;
    double inCollet_mm = 0.0; // shank left in the collet at the last pass
    double sheet_mm = 0.0;    // to lay under the slab so that the bit reaches; 0 when it does
    bool clears = true;       // the sled passes over the highest wood
};

struct RigPlan {
    std::vector<RigReach> faces;
    double sagRouter_mm = 0.0; // of it what the router does
    double sag_mm = 0.0;       // at mid-span under the router: the face comes out hollow by this
    double ridge_mm = 0.0;
    double tapeLayers = 0.0; // under one runner, to bring the spindle upright
};

/// Shank that must stay in the collet: three quarters of it, and 20 mm at least (custom).
[[nodiscard]] double leastInCollet_mm(const Rig& rig);
/// How far the bit can stand out below the router's base.
[[nodiscard]] double mostOut_mm(const Rig& rig);

[[nodiscard]] RigPlan rigPlan(const Rig& rig, const FlattenMethod& method, const std::vector<FaceOnBench>& faces);

/// Its figures and what wants attention, appended.
void reportRig(const Rig& rig, const FlattenMethod& method, const RigPlan& plan, std::vector<Entry>& figures,
               std::vector<Finding>& findings);

} // namespace burl
