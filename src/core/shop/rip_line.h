#pragma once
// A straight line along a slab, that it is ripped to.   Units: mm, in the slab's frame.   Threads: value.

namespace burl
{

/// The line y = at0_mm + slope * x.
struct RipLine {
    double at0_mm = 0.0;
    double slope = 0.0;
    [[nodiscard]] double at(double x) const { return at0_mm + slope * x; }
    bool operator==(const RipLine&) const = default;
};

} // namespace burl
