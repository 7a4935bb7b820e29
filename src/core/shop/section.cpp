#include "core/shop/section.h"

#include <algorithm>

namespace burl
{
namespace
{

double cube(double v)
{
    return v * v * v;
}

} // namespace

SectionValues valuesOf(const Section& s)
{
    const double b = s.width_mm;
    const double h = s.height_mm;
    const double t = s.thickness_mm;
    SectionValues out;
    switch (s.kind) {
    case SectionKind::Channel: {
        const double web = b * t;
        const double flange = t * (h - t); // each, below the web
        const double flangeAt = t + (h - t) / 2.0;
        out.area_mm2 = web + 2.0 * flange;
        out.centroid_mm = (web * t / 2.0 + 2.0 * flange * flangeAt) / out.area_mm2;
        const double off = flangeAt - out.centroid_mm;
        const double webOff = out.centroid_mm - t / 2.0;
        out.inertia_mm4 =
            b * cube(t) / 12.0 + web * webOff * webOff + 2.0 * (t * cube(h - t) / 12.0 + flange * off * off);
        const double side = (b - t) / 2.0;
        out.inertiaSide_mm4 = t * cube(b) / 12.0 + 2.0 * ((h - t) * cube(t) / 12.0 + flange * side * side);
        break;
    }
    case SectionKind::Hollow:
        out.area_mm2 = b * h - (b - 2.0 * t) * (h - 2.0 * t);
        out.centroid_mm = h / 2.0;
        out.inertia_mm4 = (b * cube(h) - (b - 2.0 * t) * cube(h - 2.0 * t)) / 12.0;
        out.inertiaSide_mm4 = (h * cube(b) - (h - 2.0 * t) * cube(b - 2.0 * t)) / 12.0;
        break;
    case SectionKind::Flat:
        out.area_mm2 = b * h;
        out.centroid_mm = h / 2.0;
        out.inertia_mm4 = b * cube(h) / 12.0;
        out.inertiaSide_mm4 = h * cube(b) / 12.0;
        break;
    }
    out.modulus_mm3 = out.inertia_mm4 / std::max(out.centroid_mm, h - out.centroid_mm);
    constexpr double kPerMetre = 1e-6; // mm2 times a metre in m3
    out.mass_kg_m = out.area_mm2 * kPerMetre * s.density_kg_m3;
    out.ei_N_mm2 = s.e_N_mm2 * out.inertia_mm4;
    return out;
}

} // namespace burl
