#include "core/plate/stiffness.h"

#include <cmath>
#include <numbers>

namespace burl
{

Rigidity rigidityOf(const PlateWood& wood, double thickness_mm)
{
    const double planeStress = 1.0 - wood.poisson * wood.poisson * wood.acrossGrain_N_mm2 / wood.alongGrain_N_mm2;
    const double cube = thickness_mm * thickness_mm * thickness_mm / 12.0;
    return {wood.alongGrain_N_mm2 * cube / planeStress, wood.acrossGrain_N_mm2 * cube / planeStress,
            wood.poisson * wood.acrossGrain_N_mm2 * cube / planeStress, wood.shear_N_mm2 * cube};
}

PlateStiffness turned(const Rigidity& r, double grain_deg)
{
    const double angle = grain_deg * std::numbers::pi / 180.0;
    const double c = std::cos(angle);
    const double s = std::sin(angle);
    // Curvatures along, across and twisting the grain are T times those of the top.
    const double t[3][3] = {{c * c, s * s, c * s}, {s * s, c * c, -c * s}, {-2.0 * c * s, 2.0 * c * s, c * c - s * s}};
    const double d[3][3] = {{r.x, r.coupling, 0.0}, {r.coupling, r.y, 0.0}, {0.0, 0.0, r.twist}};
    double out[3][3] = {};
    for (int i = 0; i < 3; ++i) {
        for (int j = 0; j < 3; ++j) {
            for (int k = 0; k < 3; ++k) {
                for (int l = 0; l < 3; ++l) {
                    out[i][j] += t[k][i] * d[k][l] * t[l][j];
                }
            }
        }
    }
    return {out[0][0], out[0][1], out[0][2], out[1][1], out[1][2], out[2][2]};
}

std::array<double, 3> acrossGrain(double curvature_per_mm, double grain_deg)
{
    const double angle = grain_deg * std::numbers::pi / 180.0;
    const double c = std::cos(angle);
    const double s = std::sin(angle);
    return {curvature_per_mm * s * s, curvature_per_mm * c * c, -2.0 * curvature_per_mm * c * s};
}

} // namespace burl
