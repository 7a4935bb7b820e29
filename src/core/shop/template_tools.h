#pragma once
// The router's bit and its two guide bushings, that both faces of a curved joint are cut with along one template.
// Units: mm, diameters.   Threads: value.

namespace burl
{

/// The two cut faces meet when `bushing1 - bushing2` is twice the bit.
struct TemplateTools {
    double bit_mm = 12.0;
    double bushing1_mm = 40.0;
    double bushing2_mm = 16.0;
    bool operator==(const TemplateTools&) const = default;
};

} // namespace burl
