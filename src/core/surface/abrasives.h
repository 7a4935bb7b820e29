#pragma once
// Sanding: which grits follow each other, what they take in minutes and discs, the pencil grid that shows where they
// have been. Units: mm, m2 where so named, minutes; grain sizes micrometres.   Source: docs/formulas.md#sanding; grain
// sizes of coated abrasives, P series (FEPA).   Threads: pure.

#include <optional>
#include <vector>

#include "core/geometry/ring.h"

namespace burl
{

/// Mean grain size; of numbers between those of the list by straight lines, beyond it by its end.
[[nodiscard]] double grain_um(int grit);
/// Grits of the list from 12 to 2500.
[[nodiscard]] const std::vector<int>& gritsMade();

enum class GritStep { ByNumber, BySize };
struct GritQuestion {
    int start = 80;
    int stop = 150;
    std::vector<int> available;
    double maxRatio = 2.0; // of a grit to the one before; custom 1.6 to 2
    GritStep by = GritStep::ByNumber;
    double depthFactor = 0.3; // scratches as deep as this share of a grain
};
struct GritLadder {
    std::vector<int> grits; // empty: none keeps the ratio
    int reached = 0;        // then: the finest that can be reached, and the next that there is
    int beyond = 0;
    std::vector<double> ratios;
    double largestRatio = 1.0;
    double scratchLeft = 1.0; // of what the first left
    std::vector<double> toRemove_um;
};
/// The fewest grits; of those the smallest largest step; of those the one that begins with finer steps.
[[nodiscard]] GritLadder gritLadder(const GritQuestion& question);

struct SandingStep {
    int grit = 0;
    int passes = 1;
    double rate_min_m2 = 0.0; // minutes for a square metre and pass
    double edge_min_m = 0.0;  // minutes for a metre of edge
    double discLife_m2 = 1.0; // of all passes
};
struct SandingInput {
    double area_mm2 = 0.0;
    double edge_mm = 0.0;
    int machines = 1;
    double change_min = 4.0; // discs, vacuum, cleaning between
    bool wetBeforeLast = false;
    double dry_min = 0.0; // after wetting
    std::vector<SandingStep> steps;
};
struct SandingTimes {
    struct Step {
        double face_min = 0.0;
        double edge_min = 0.0;
        double elapsed_min = 0.0;
        int discs = 0;
    };
    std::vector<Step> steps;
    double work_min = 0.0;
    double elapsed_min = 0.0;
    int discs = 0;
};
[[nodiscard]] SandingTimes sandingTimes(const SandingInput& input);

struct PencilGrid {
    int across = 0; // lines of one x
    int along = 0;
    double pitchAcross_mm = 0.0;
    double pitchAlong_mm = 0.0;
    double pencil_mm = 0.0; // inside the outline
};
[[nodiscard]] PencilGrid pencilGrid(const Ring& outline, double pitch_mm);

} // namespace burl
