#include "core/geometry/hull.h"

#include <algorithm>

namespace burl
{

std::vector<size_t> hullOf(const std::vector<Vec2>& points)
{
    if (points.empty()) {
        return {};
    }
    std::vector<size_t> order(points.size());
    for (size_t i = 0; i < order.size(); ++i) {
        order[i] = i;
    }
    std::sort(order.begin(), order.end(), [&](size_t a, size_t b) {
        return points[a].x != points[b].x ? points[a].x < points[b].x : points[a].y < points[b].y;
    });
    const auto half = [&](const std::vector<size_t>& along) {
        std::vector<size_t> out;
        for (const size_t i : along) {
            while (out.size() > 1 && cross(points[out.back()] - points[out[out.size() - 2]],
                                           points[i] - points[out[out.size() - 2]]) <= 0.0) {
                out.pop_back();
            }
            out.push_back(i);
        }
        out.pop_back();
        return out;
    };
    std::vector<size_t> hull = half(order);
    std::reverse(order.begin(), order.end());
    const std::vector<size_t> upper = half(order);
    hull.insert(hull.end(), upper.begin(), upper.end());
    std::rotate(hull.begin(), std::min_element(hull.begin(), hull.end()), hull.end());
    return hull;
}

Ring hullRing(const std::vector<Vec2>& points)
{
    Ring out;
    for (const size_t i : hullOf(points)) {
        out.push_back(points[i]);
    }
    return out;
}

} // namespace burl
