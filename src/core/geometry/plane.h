#pragma once
// Points and planes in space.   Units: mm; slopes mm per mm.   Threads: values.

namespace burl
{

struct Point3 {
    double x = 0.0;
    double y = 0.0;
    double z = 0.0;
    bool operator==(const Point3&) const = default;
};

/// z = slopeX * x + slopeY * y + height.
struct Plane {
    double slopeX = 0.0;
    double slopeY = 0.0;
    double height_mm = 0.0;
    [[nodiscard]] double at(double x, double y) const { return slopeX * x + slopeY * y + height_mm; }
    bool operator==(const Plane&) const = default;
};

} // namespace burl
