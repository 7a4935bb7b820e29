#include "core/base/solid.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kDegree = std::numbers::pi / 180.0;

EndCut cutOf(Point3 normal, Point3 along, Point3 deep, Point3 thick)
{
    const double a = dot(normal, along);
    return {std::atan(dot(normal, deep) / a) / kDegree,
            std::asin(std::clamp((a < 0.0 ? -1.0 : 1.0) * dot(normal, thick), -1.0, 1.0)) / kDegree};
}

} // namespace

double length(Point3 a)
{
    return std::sqrt(dot(a, a));
}

Point3 unit(Point3 a)
{
    return a * (1.0 / length(a));
}

Point3 Prism::middle() const
{
    Point3 sum;
    for (const auto* rim : {&low, &high}) {
        for (const Point3& p : *rim) {
            sum = sum + p;
        }
    }
    return sum * (1.0 / static_cast<double>(low.size() + high.size()));
}

CutBar cutBar(const BarLine& line)
{
    CutBar out;
    const Point3 along = unit(line.to - line.from);
    const Point3 deep = unit(line.deepWay - along * dot(line.deepWay, along));
    const Point3 thick = cross(along, deep);
    const auto normalOr = [&](Point3 cut) { return dot(cut, cut) > 0.0 ? unit(cut) : along; };
    const Point3 first = normalOr(line.fromCut);
    const Point3 last = normalOr(line.toCut);
    double least = 0.0;
    double most = 0.0;
    const double centre = length(line.to - line.from);
    for (const auto& [d, t] : {std::pair{-0.5, -0.5}, {0.5, -0.5}, {0.5, 0.5}, {-0.5, 0.5}}) {
        const Point3 off = deep * (d * line.deep_mm) + thick * (t * line.thick_mm);
        // Along this edge the cut stands where its plane is met.
        const double a = -dot(off, first) / dot(along, first);
        const double b = centre - dot(off, last) / dot(along, last);
        out.shape.low.push_back(line.from + off + along * a);
        out.shape.high.push_back(line.from + off + along * b);
        least = std::min(least, a);
        most = std::max(most, b);
    }
    out.long_mm = most - least;
    out.centre_mm = centre;
    out.from = cutOf(first, along, deep, thick);
    out.to = cutOf(last, along, deep, thick);
    return out;
}

Prism roundBar(Point3 from, Point3 to, double diameter_mm, int sides)
{
    Prism out;
    const Point3 along = unit(to - from);
    const Point3 some = std::abs(along.x) < 0.9 ? Point3{1, 0, 0} : Point3{0, 1, 0};
    const Point3 u = unit(some - along * dot(some, along));
    const Point3 v = cross(along, u);
    for (int i = 0; i < sides; ++i) {
        const double turn = 2.0 * std::numbers::pi * i / sides;
        const Point3 off = u * (std::cos(turn) * diameter_mm / 2.0) + v * (std::sin(turn) * diameter_mm / 2.0);
        out.low.push_back(from + off);
        out.high.push_back(to + off);
    }
    return out;
}

Prism boxPrism(const Box& b, double low, double high)
{
    Prism out;
    for (const Vec2 p : {Vec2{b.left, b.bottom}, Vec2{b.right, b.bottom}, Vec2{b.right, b.top}, Vec2{b.left, b.top}}) {
        out.low.push_back({p.x, p.y, low});
        out.high.push_back({p.x, p.y, high});
    }
    return out;
}

} // namespace burl
