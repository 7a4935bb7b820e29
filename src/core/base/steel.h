#pragma once
// What steel weighs.   Units: mm, mm2, kg, kg/m3.   Source: docs/formulas.md#members.   Threads: pure.

namespace burl
{

enum class SteelKind { Hollow, Flat, Plate, Disc, Tube, Round, Angle };

struct SteelPiece {
    SteelKind kind = SteelKind::Hollow;
    double length_mm = 0.0; // of a disc not used
    double width_mm = 0.0;
    double height_mm = 0.0;
    double diameter_mm = 0.0; // of a disc, tube or round bar
    double thickness_mm = 0.0;
    double outerRadius_mm = 0.0; // of a hollow's corners; 0: sharp
    int holes = 0;               // through one wall, or the thickness
    double hole_mm = 0.0;
};
struct SteelWeight {
    double area_mm2 = 0.0; // of the cross-section, of a disc its face
    double each_kg = 0.0;
};
[[nodiscard]] SteelWeight weightOf(const SteelPiece& piece, double density_kg_m3 = 7850.0);

} // namespace burl
