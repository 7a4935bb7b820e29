#include "exchange/import/curves.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr int kMostSteps = 400;

int steps(double howCurved, double tolerance)
{
    // A chord over 1/n of a curve stands off by its second difference over 8 n^2.
    const double n = std::sqrt(std::max(0.0, howCurved) / (8.0 * std::max(tolerance, 1e-6)));
    return std::clamp(static_cast<int>(std::ceil(std::isfinite(n) ? n : kMostSteps)), 1, kMostSteps);
}

} // namespace

void addCubic(Ring& out, Vec2 from, Vec2 c1, Vec2 c2, Vec2 to, double tolerance)
{
    const double bend = 6.0 * std::max(length(from - c1 * 2.0 + c2), length(c1 - c2 * 2.0 + to));
    const int n = steps(bend, tolerance);
    for (int i = 1; i < n; ++i) {
        const double t = static_cast<double>(i) / n;
        const double u = 1.0 - t;
        out.push_back(from * (u * u * u) + c1 * (3 * u * u * t) + c2 * (3 * u * t * t) + to * (t * t * t));
    }
    out.push_back(to);
}

void addQuadratic(Ring& out, Vec2 from, Vec2 c, Vec2 to, double tolerance)
{
    addCubic(out, from, from + (c - from) * (2.0 / 3.0), to + (c - to) * (2.0 / 3.0), to, tolerance);
}

void addEllipse(Ring& out, Vec2 centre, Vec2 a, Vec2 b, double from_rad, double to_rad, double tolerance)
{
    const double turn = to_rad - from_rad;
    const double radius = std::max(length(a), length(b));
    const int n = steps(radius * turn * turn, tolerance);
    for (int i = 1; i <= n; ++i) {
        const double angle = from_rad + turn * i / n;
        out.push_back(centre + a * std::cos(angle) + b * std::sin(angle));
    }
}

bool addSpline(Ring& out, int degree, std::span<const double> knots, std::span<const Vec2> points, double tolerance)
{
    const auto n = static_cast<int>(points.size());
    if (degree < 1 || degree > 5 || n < degree + 1 || static_cast<int>(knots.size()) != n + degree + 1 ||
        !std::is_sorted(knots.begin(), knots.end())) {
        return false;
    }
    const double from = knots[static_cast<size_t>(degree)];
    const double to = knots[static_cast<size_t>(n)];
    if (!(to > from)) {
        return false;
    }
    double bend = 0.0;
    for (int i = 1; i + 1 < n; ++i) {
        const auto k = static_cast<size_t>(i);
        bend = std::max(bend, length(points[k - 1] - points[k] * 2.0 + points[k + 1]));
    }
    const int perSpan = std::min(60, steps(degree * (degree - 1) * bend, tolerance) + 1);
    const int total = std::min(20'000, perSpan * (n - degree));
    for (int i = 0; i <= total; ++i) {
        const double t = i == total ? to : from + (to - from) * i / total;
        int span = degree;
        while (span < n - 1 && t >= knots[static_cast<size_t>(span) + 1]) {
            ++span;
        }
        Vec2 d[6]; // de Boor
        for (int j = 0; j <= degree; ++j) {
            d[j] = points[static_cast<size_t>(span) - static_cast<size_t>(degree - j)];
        }
        for (int r = 1; r <= degree; ++r) {
            for (int j = degree; j >= r; --j) {
                const double left = knots[static_cast<size_t>(span) - static_cast<size_t>(degree - j)];
                const double right = knots[static_cast<size_t>(span) + static_cast<size_t>(1 + j - r)];
                const double share = right > left ? (t - left) / (right - left) : 0.0;
                d[j] = d[j - 1] * (1.0 - share) + d[j] * share;
            }
        }
        out.push_back(d[degree]);
    }
    return true;
}

} // namespace burl
