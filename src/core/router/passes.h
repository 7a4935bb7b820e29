#pragma once
// Passes and strokes of flattening, the sled's stiffness, and the ridges a tilted bit leaves.
// Units: mm, mm2, litres, N; stiffness N mm2.   Source: docs/formulas.md#passes.   Threads: pure.

#include <vector>

namespace burl
{

/// Number of passes that take `highest_mm` off, none deeper than `depth_mm`. 0 when nothing is high.
[[nodiscard]] int passCount(double highest_mm, double depth_mm);

/// The depth to set so that no last pass is left for a shaving: what is less than a tenth of a pass is shared among
/// the others.
[[nodiscard]] double depthToSet_mm(double highest_mm, double depth_mm);

struct StrokePlan {
    int strokes = 0;
    double stepover_mm = 0.0;
    double path_mm = 0.0; // zigzag of the bit's centre, one pass
};
/// Strokes across the width, evenly spaced along the length.
[[nodiscard]] StrokePlan strokePlan(double length_mm, double width_mm, double bit_mm, double overlap, double runoff_mm);

/// Height above the plane, row by row: cell (i, j) at index j * across + i.
struct RemovalMap {
    double length_mm = 0.0;
    double width_mm = 0.0;
    int cellsAlong = 0;
    int cellsAcross = 0;
    std::vector<double> height_mm; // NaN where there is no wood
    [[nodiscard]] double cellArea_mm2() const;
    bool operator==(const RemovalMap&) const = default;
};

struct Pass {
    double floor_mm = 0.0; // above the plane
    double contact_mm2 = 0.0;
    double removed_L = 0.0;
    int strokesTouching = 0; // strokes that meet wood in this pass
    double path_mm = 0.0;    // of those strokes
    int milling = 1;         // it belongs to: 1 is the first
};

struct PassInput {
    double bit_mm = 50.0;
    double overlap = 0.5; // share of the bit that runs over the last stroke
    double depth_mm = 2.0;
    double runoff_mm = 30.0;
    bool along = false;                // strokes along the slab, else across
    std::vector<double> stops_mm = {}; // heights over the plane where a milling ends, falling
    bool operator==(const PassInput&) const = default;
};

struct PassPlan {
    StrokePlan strokes;
    double highest_mm = 0.0;
    std::vector<Pass> passes;
    double removed_L = 0.0;
    double fullPath_mm = 0.0; // every stroke of every pass
};
/// What a pass cuts down to, and the milling it belongs to.
struct PassFloor {
    double mm = 0.0; // above the plane
    int milling = 1;
};
/// Floors fall evenly by the depth to set, and end on every stop and on the plane. Between stops no pass is left for a
/// shaving.
[[nodiscard]] std::vector<PassFloor> passFloors(double highest_mm, const PassInput& input);
[[nodiscard]] PassPlan passPlan(const RemovalMap& map, const PassInput& input);
/// Down to floors that are given: the same passes on another map of the same face. The last floor is the plane.
[[nodiscard]] PassPlan passPlan(const RemovalMap& map, const PassInput& input, const std::vector<PassFloor>& floors);

struct SledSection {
    double neutralAxis_mm = 0.0; // from the underside of the sheet
    double stiffness_Nmm2 = 0.0;
};
/// A sheet with two upright walls on top of it.
[[nodiscard]] SledSection sledSection(double sheetWidth_mm, double sheetThickness_mm, double wallHeight_mm,
                                      double wallThickness_mm, double sheetE_MPa, double wallE_MPa);

struct SledSag {
    double load_mm = 0.0;
    double self_mm = 0.0;
};
[[nodiscard]] SledSag sledSag(double span_mm, double load_N, double self_N_mm, double stiffness_Nmm2);

[[nodiscard]] double ridge_mm(double stepover_mm, double tilt_deg);

} // namespace burl
