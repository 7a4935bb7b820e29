#pragma once
// How large an outline is, and how well one lies on another.

#include <algorithm>

#include "core/geometry/ring.h"

namespace burl::test
{

inline double areaOf(const Ring& ring)
{
    return area_mm2(std::span<const Vec2>(ring));
}

/// Intersection over union.
inline double overlap(const Ring& a, const Ring& b)
{
    const double both = area_mm2(intersection({a}, {b}));
    return both / (area_mm2(std::span<const Vec2>(a)) + area_mm2(std::span<const Vec2>(b)) - both);
}

struct EdgeError {
    double mean_mm = 0.0;
    double most_mm = 0.0;
};

/// Distance of the edge of `a`, every 5 mm, from the edge of `b`.
inline EdgeError edgeError(const Ring& a, const Ring& b)
{
    EdgeError out;
    int count = 0;
    for (size_t i = 0; i < a.size(); ++i) {
        const Vec2 from = a[i];
        const Vec2 to = a[(i + 1) % a.size()];
        const int steps = std::max(1, static_cast<int>(length(to - from) / 5.0));
        for (int k = 0; k < steps; ++k) {
            const double d = std::abs(signedDistance_mm(b, from + (to - from) * (static_cast<double>(k) / steps)));
            out.mean_mm += d;
            out.most_mm = std::max(out.most_mm, d);
            ++count;
        }
    }
    out.mean_mm /= std::max(1, count);
    return out;
}

} // namespace burl::test
