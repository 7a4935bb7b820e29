#include "core/geometry/profile.h"

#include <algorithm>
#include <set>

namespace burl
{

double valueAt(std::span<const Vec2> profile, double x)
{
    if (x <= profile.front().x) {
        return profile.front().y;
    }
    if (x >= profile.back().x) {
        return profile.back().y;
    }
    const auto after = std::upper_bound(profile.begin(), profile.end(), x, [](double v, Vec2 p) { return v < p.x; });
    const Vec2 b = *after;
    const Vec2 a = *(after - 1);
    return a.y + (b.y - a.y) * (x - a.x) / (b.x - a.x);
}

Profile cutTo(std::span<const Vec2> profile, double x0, double x1)
{
    Profile out;
    out.push_back({x0, valueAt(profile, x0)});
    for (const Vec2 p : profile) {
        if (p.x > x0 && p.x < x1) {
            out.push_back(p);
        }
    }
    out.push_back({x1, valueAt(profile, x1)});
    return out;
}

std::vector<double> mergedStations(std::span<const Vec2> a, std::span<const Vec2> b)
{
    std::set<double> xs;
    for (const Vec2 p : a) {
        xs.insert(p.x);
    }
    for (const Vec2 p : b) {
        xs.insert(p.x);
    }
    return {xs.begin(), xs.end()};
}

Profile combined(std::span<const Vec2> a, double factor, std::span<const Vec2> b)
{
    const double from = std::max(a.front().x, b.front().x);
    const double to = std::min(a.back().x, b.back().x);
    Profile out;
    for (const double x : mergedStations(a, b)) {
        if (x >= from && x <= to) {
            out.push_back({x, valueAt(a, x) + factor * valueAt(b, x)});
        }
    }
    return out;
}

double integral(std::span<const Vec2> profile)
{
    double sum = 0.0;
    for (size_t i = 0; i + 1 < profile.size(); ++i) {
        sum += (profile[i + 1].x - profile[i].x) * (profile[i].y + profile[i + 1].y) / 2.0;
    }
    return sum;
}

Ring ringBetween(std::span<const Vec2> lower, std::span<const Vec2> upper)
{
    Ring ring(lower.begin(), lower.end());
    ring.insert(ring.end(), upper.rbegin(), upper.rend());
    return ring;
}

Extreme least(std::span<const Vec2> profile)
{
    const auto at = std::min_element(profile.begin(), profile.end(), [](Vec2 p, Vec2 q) { return p.y < q.y; });
    return at == profile.end() ? Extreme{} : Extreme{at->x, at->y};
}

Extreme most(std::span<const Vec2> profile)
{
    const auto at = std::max_element(profile.begin(), profile.end(), [](Vec2 p, Vec2 q) { return p.y < q.y; });
    return at == profile.end() ? Extreme{} : Extreme{at->x, at->y};
}

} // namespace burl
