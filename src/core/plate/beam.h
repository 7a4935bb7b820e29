#pragma once
// A beam held at points, both ways, with nothing between; and a strip of slab across the grain that one holds.
// Units: mm, N, N/mm2; bending stiffness N mm2.   Source: docs/formulas.md#plate.   Threads: pure.

#include <span>
#include <vector>

namespace burl
{

/// Forces of a beam of unit bending stiffness for deflections at its points: row by row, as many as points squared.
/// Two points and fewer resist nothing.   REQUIRES: places that rise
[[nodiscard]] std::vector<double> beamStiffness(std::span<const double> places_mm);

/// The beam's shape at y, through deflections at its points, straight beyond the ends.   REQUIRES: places that rise
[[nodiscard]] double beamAt(std::span<const double> places_mm, std::span<const double> deflections_mm, double y_mm);

struct HeldStrip {
    double width_mm = 0.0; // across the grain
    double thickness_mm = 0.0;
    double acrossGrain_N_mm2 = 0.0;
    double curvature_per_mm = 0.0; // free, positive: crown
    double spacing_mm = 0.0;       // how wide a strip the beam holds
    double ei_N_mm2 = 0.0;
    std::vector<double> bolts_mm; // from one edge
};
struct HeldCup {
    double strip_N_mm = 0.0;          // rigidity of the slab per mm
    double stiffnessRatio = 0.0;      // beam over strip
    double share = 0.0;               // of the cup that is left when it touches all along
    double free_mm = 0.0;             // cup of the strip alone
    double line_mm = 0.0;             // left, touching all along
    double moment_N_mm = 0.0;         // in the beam then
    double bolted_mm = 0.0;           // left, held at its bolts only
    std::vector<double> forces_N;     // of the beam on the slab at its bolts, positive downward
    double flatMoment_N_mm = 0.0;     // of a beam that does not bend
    std::vector<double> flatForces_N; // and its bolts
    double eiToHalve_N_mm2 = 0.0;
};
[[nodiscard]] HeldCup heldCup(const HeldStrip& strip);

} // namespace burl
