#include "core/move/pads.h"

#include <cmath>

namespace burl
{
namespace
{

constexpr double kHair_mm = 1e-9;

/// The plane through three pads; nothing when they lie on one line.
struct Plane3 {
    double a = 0.0, b = 0.0, c = 0.0; // low = a x + b y + c
};
std::optional<Plane3> planeThrough(const Pad& p, const Pad& q, const Pad& r)
{
    const Vec2 u = q.at - p.at;
    const Vec2 v = r.at - p.at;
    const double area = cross(u, v);
    if (std::abs(area) < kHair_mm) {
        return std::nullopt;
    }
    const double du = q.low_mm - p.low_mm;
    const double dv = r.low_mm - p.low_mm;
    Plane3 out;
    out.a = (du * v.y - dv * u.y) / area;
    out.b = (dv * u.x - du * v.x) / area;
    out.c = p.low_mm - out.a * p.at.x - out.b * p.at.y;
    return out;
}

bool inTriangle(Vec2 p, Vec2 a, Vec2 b, Vec2 c)
{
    const double s = cross(b - a, p - a);
    const double t = cross(c - b, p - b);
    const double u = cross(a - c, p - c);
    return (s >= 0.0 && t >= 0.0 && u >= 0.0) || (s <= 0.0 && t <= 0.0 && u <= 0.0);
}

} // namespace

std::vector<double> gapsUnder(const std::vector<Pad>& pads, Vec2 centre)
{
    for (size_t i = 0; i < pads.size(); ++i) {
        for (size_t j = i + 1; j < pads.size(); ++j) {
            for (size_t k = j + 1; k < pads.size(); ++k) {
                const auto plane = planeThrough(pads[i], pads[j], pads[k]);
                if (!plane || !inTriangle(centre, pads[i].at, pads[j].at, pads[k].at)) {
                    continue;
                }
                std::vector<double> gaps;
                bool above = false; // one that the top would sink into
                for (const Pad& p : pads) {
                    const double gap = p.low_mm - plane->a * p.at.x - plane->b * p.at.y - plane->c;
                    above = above || gap < -kHair_mm;
                    gaps.push_back(std::abs(gap) < kHair_mm ? 0.0 : gap);
                }
                if (!above) {
                    return gaps;
                }
            }
        }
    }
    return {};
}

} // namespace burl
