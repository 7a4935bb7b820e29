#pragma once
// How stiff wood is along and across the grain, and a plate of it.
// Units: N/mm2; rigidities N mm (per mm of width).   Source: docs/formulas.md#plate.   Threads: pure.

#include <array>

namespace burl
{

/// Plane stress in the plate, x along the grain.
struct PlateWood {
    double alongGrain_N_mm2 = 0.0;  // E_x
    double acrossGrain_N_mm2 = 0.0; // E_y
    double shear_N_mm2 = 0.0;       // G_xy
    double poisson = 0.0;           // nu_xy: the strain along y over that along x, when pulled along x
    bool operator==(const PlateWood&) const = default;
};

/// Of a plate with its grain along x: m_x = −(d_x w_xx + d_1 w_yy) and so on.
struct Rigidity {
    double x = 0.0;
    double y = 0.0;
    double coupling = 0.0; // d_1
    double twist = 0.0;    // d_xy
    bool operator==(const Rigidity&) const = default;
};
/// REQUIRES: moduli above 0, poisson² × E_y below E_x
[[nodiscard]] Rigidity rigidityOf(const PlateWood& wood, double thickness_mm);

/// Bending stiffness against (w_xx, w_yy, 2 w_xy), upper triangle: xx, xy, xs, yy, ys, ss.
struct PlateStiffness {
    double xx = 0.0;
    double xy = 0.0;
    double xs = 0.0;
    double yy = 0.0;
    double ys = 0.0;
    double ss = 0.0;
    bool operator==(const PlateStiffness&) const = default;
};
/// With the grain turned from x by so much, anticlockwise.
[[nodiscard]] PlateStiffness turned(const Rigidity& rigidity, double grain_deg);
/// A curvature across the grain, in (w_xx, w_yy, 2 w_xy).
[[nodiscard]] std::array<double, 3> acrossGrain(double curvature_per_mm, double grain_deg);

} // namespace burl
