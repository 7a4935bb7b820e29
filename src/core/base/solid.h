#pragma once
// Straight bars and other prisms in space, their ends cut by planes: what the members of a base are made of.
// Frame of the top, z up from the floor.   Units: mm; angles degrees from square.   Source:
// docs/formulas.md#shape-of-a-base.   Threads: pure.

#include <vector>

#include "core/geometry/plane.h"
#include "core/geometry/vec2.h"

namespace burl
{

[[nodiscard]] inline Point3 operator+(Point3 a, Point3 b)
{
    return {a.x + b.x, a.y + b.y, a.z + b.z};
}
[[nodiscard]] inline Point3 operator-(Point3 a, Point3 b)
{
    return {a.x - b.x, a.y - b.y, a.z - b.z};
}
[[nodiscard]] inline Point3 operator*(Point3 a, double k)
{
    return {a.x * k, a.y * k, a.z * k};
}
[[nodiscard]] inline double dot(Point3 a, Point3 b)
{
    return a.x * b.x + a.y * b.y + a.z * b.z;
}
[[nodiscard]] inline Point3 cross(Point3 a, Point3 b)
{
    return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
[[nodiscard]] double length(Point3 a);
/// REQUIRES: not nought
[[nodiscard]] Point3 unit(Point3 a);

/// Two rims of as many corners, joined corner by corner. Rims are convex.
struct Prism {
    std::vector<Point3> low, high;
    [[nodiscard]] Point3 middle() const;
};

/// The line of a bar, and the planes that its ends are cut by.
struct BarLine {
    Point3 from, to;
    double deep_mm = 0.0;
    double thick_mm = 0.0;
    Point3 deepWay;          // what of it stands square to the line is the way that `deep_mm` is measured
    Point3 fromCut{0, 0, 0}; // normals; nought: square
    Point3 toCut{0, 0, 0};
};
/// How an end is sawn with the deep face on the saw: across that face, and the tilt of the blade from square to it.
struct EndCut {
    double mitre_deg = 0.0;
    double bevel_deg = 0.0;
};
struct CutBar {
    Prism shape;
    double long_mm = 0.0;   // overall, from the farthest corner to the farthest
    double centre_mm = 0.0; // along its middle: what it weighs
    EndCut from, to;        // signed: alike signs lean the same way
};
/// REQUIRES: ends apart; a cut that is not along the bar
[[nodiscard]] CutBar cutBar(const BarLine& line);

/// A round one, as a prism of many sides.
[[nodiscard]] Prism roundBar(Point3 from, Point3 to, double diameter_mm, int sides = 24);
[[nodiscard]] Prism boxPrism(const Box& plan, double low_mm, double high_mm);

} // namespace burl
