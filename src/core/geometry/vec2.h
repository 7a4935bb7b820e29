#pragma once
// Points and rings in millimetres.
// Units: mm.   Threads: values.

#include <cmath>
#include <vector>

namespace burl
{

struct Vec2 {
    double x = 0.0;
    double y = 0.0;
    bool operator==(const Vec2&) const = default;
};

inline Vec2 operator+(Vec2 a, Vec2 b)
{
    return {a.x + b.x, a.y + b.y};
}
inline Vec2 operator-(Vec2 a, Vec2 b)
{
    return {a.x - b.x, a.y - b.y};
}
inline Vec2 operator*(Vec2 a, double k)
{
    return {a.x * k, a.y * k};
}
inline double dot(Vec2 a, Vec2 b)
{
    return a.x * b.x + a.y * b.y;
}
inline double cross(Vec2 a, Vec2 b)
{
    return a.x * b.y - a.y * b.x;
}
inline double length(Vec2 a)
{
    return std::hypot(a.x, a.y);
}

/// A closed outline: corners in order, the last joined to the first, not repeated.
using Ring = std::vector<Vec2>;

struct Box {
    double left = 0.0;
    double bottom = 0.0;
    double right = 0.0;
    double top = 0.0;
    [[nodiscard]] double width() const { return right - left; }
    [[nodiscard]] double height() const { return top - bottom; }
    bool operator==(const Box&) const = default;
};

} // namespace burl
