#pragma once
// A rectangular plate simply supported on all four edges, by its double sine series: a yardstick for the elements, and
// what a slab costs in shear that the thin plate leaves out.
// Units: mm, N, N/mm2; moments N mm per mm.   Source: docs/formulas.md#plate.   Threads: pure.

#include <optional>
#include <vector>

#include "core/geometry/vec2.h"
#include "core/plate/stiffness.h"

namespace burl
{

struct PlateLoad {
    Box box; // no larger than a point where the force stands on one
    double force_N = 0.0;
    bool operator==(const PlateLoad&) const = default;
};

struct NavierPlate {
    double length_mm = 0.0;
    double width_mm = 0.0;
    Rigidity rigidity;
    double pressure_N_mm2 = 0.0; // own weight included
    std::vector<PlateLoad> loads;
    struct Shear { // transverse stiffness, N per mm of width
        double x = 0.0;
        double y = 0.0;
    };
    std::optional<Shear> shear; // none: thin plate
};
struct NavierPoint {
    double w_mm = 0.0;
    double momentX = 0.0; // of a thin plate without loads on points
    double momentY = 0.0;
};
[[nodiscard]] std::vector<NavierPoint> navier(const NavierPlate& plate, const std::vector<Vec2>& at);

} // namespace burl
