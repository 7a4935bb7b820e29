#include "core/move/pads.h"

#include <array>
#include <cmath>

#include "core/numeric/fit.h"

namespace burl
{
namespace
{

constexpr double kRounding_mm = 1e-9;

Point3 pointOf(const Pad& pad)
{
    return {pad.at.x, pad.at.y, pad.low_mm};
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
                const std::array<Point3, 3> corners{pointOf(pads[i]), pointOf(pads[j]), pointOf(pads[k])};
                const auto plane = fittedPlane(corners); // through them: nothing when they lie on one line
                if (!plane || !inTriangle(centre, pads[i].at, pads[j].at, pads[k].at)) {
                    continue;
                }
                std::vector<double> gaps;
                bool above = false; // one that the top would sink into
                for (const Pad& p : pads) {
                    const double gap = p.low_mm - plane->at(p.at.x, p.at.y);
                    above = above || gap < -kRounding_mm;
                    gaps.push_back(std::abs(gap) < kRounding_mm ? 0.0 : gap);
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
