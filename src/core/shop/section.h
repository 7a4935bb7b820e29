#pragma once
// What a steel or wooden section is worth against bending.
// Units: mm, N/mm2, kg/m3; bending stiffness N mm2.   Source: docs/formulas.md#plate.   Threads: pure.

namespace burl
{

/// A channel lies with its web level and both flanges on one side.
enum class SectionKind { Channel, Hollow, Flat };

struct Section {
    SectionKind kind = SectionKind::Channel;
    double width_mm = 50.0;
    double height_mm = 25.0;
    double thickness_mm = 5.0; // of its walls; of a flat bar not used
    double e_N_mm2 = 205000.0;
    double density_kg_m3 = 7850.0;
    bool operator==(const Section&) const = default;
};

struct SectionValues {
    double area_mm2 = 0.0;
    double centroid_mm = 0.0;     // from the outer face of the web, else from one face
    double inertia_mm4 = 0.0;     // about the level axis: what counts against cup
    double inertiaSide_mm4 = 0.0; // about the upright one
    double modulus_mm3 = 0.0;     // inertia over the farthest fibre
    double mass_kg_m = 0.0;
    double ei_N_mm2 = 0.0;
};
/// Whether its walls leave a hollow.
[[nodiscard]] inline bool standsUp(const Section& s)
{
    return s.kind == SectionKind::Flat || (2.0 * s.thickness_mm < s.width_mm && s.thickness_mm < s.height_mm &&
                                           (s.kind == SectionKind::Channel || 2.0 * s.thickness_mm < s.height_mm));
}

/// Corners are taken as sharp.   REQUIRES: measures above 0; standsUp()
[[nodiscard]] SectionValues valuesOf(const Section& section);

} // namespace burl
