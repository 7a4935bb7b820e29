#pragma once
// An edge rounded or chamfered above and below: what stays flat, what comes off, what is to be finished.
// Units: mm, mm2, millilitres.   Source: docs/formulas.md#edges (Pappus for a round).   Threads: pure.

#include <optional>

#include "core/shop/surface_choices.h"

namespace burl
{

struct EdgeInput {
    double thickness_mm = 0.0;
    EdgeCorner top, bottom;
    double bearing_mm = 10.0; // flat that a guide bearing wants
    double length_mm = 0.0;   // of a straight outline; or:
    double diameter_mm = 0.0; // of a disc
};
struct EdgeProfile {
    double flat_mm = 0.0;
    bool meets = false; // both cuts run into each other
    bool bearingRuns = false;
    std::optional<double> removed_mL;
    std::optional<double> area_mm2; // of the new edge
    double square_mm2 = 0.0;        // as it was
};
[[nodiscard]] EdgeProfile edgeProfile(const EdgeInput& input);

} // namespace burl
