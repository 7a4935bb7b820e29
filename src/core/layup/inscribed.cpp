#include "core/layup/inscribed.h"

// Rectangle: at a fixed angle the outline is turned, its upper and lower chains are profiles, and
// the width of a window is min(upper) - max(lower), a sum of concave pieces between the places where
// a corner enters or leaves the window, so its best is found exactly at the corners of those pieces.
// The angle is scanned and the best brackets are narrowed by golden section.
// Circle: squares that cover the outline, the most promising first, cut in four until none can
// beat the best centre found (the distance changes by no more than the way gone).

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>
#include <queue>

#include "core/geometry/ring.h"

namespace burl
{
namespace
{

Vec2 turned(Vec2 p, double angle)
{
    return {p.x * std::cos(angle) - p.y * std::sin(angle), p.x * std::sin(angle) + p.y * std::cos(angle)};
}

/// A chain with rising x: where an end cut leans over, the inner envelope is kept.
Profile chain(std::span<const Vec2> points, double keepUpper)
{
    Profile out;
    for (Vec2 p : points) {
        while (!out.empty() && p.x <= out.back().x) {
            if (p.x == out.back().x) {
                p.y = keepUpper * std::min(keepUpper * p.y, keepUpper * out.back().y);
                out.pop_back();
                break;
            }
            out.pop_back();
        }
        out.push_back(p);
    }
    return out;
}

struct Turned {
    Profile lower;
    Profile upper;
};

struct Best {
    double width = -std::numeric_limits<double>::infinity();
    double x0 = 0.0;
    double y0 = 0.0;
};

/// Inside one interval of window positions: the ends of the window ride on straight segments and
/// the corners between them stay the same, so the limit is the least of three lines.
struct ThreeLines {
    double atStart[3];
    double slope[3];
    [[nodiscard]] double least(double t) const
    {
        return std::min({atStart[0] + slope[0] * t, atStart[1] + slope[1] * t, atStart[2] + slope[2] * t});
    }
};

ThreeLines linesOf(const Profile& profile, double sign, double x0, double x1, double length)
{
    const double middle = (x0 + x1) / 2.0;
    double inner = std::numeric_limits<double>::infinity();
    for (const Vec2 p : profile) {
        if (p.x > middle && p.x < middle + length) {
            inner = std::min(inner, sign * p.y);
        }
    }
    if (!std::isfinite(inner)) {
        inner = 1e12;
    }
    ThreeLines out{};
    const double span = x1 - x0;
    const double ends[2] = {x0, x0 + length};
    for (int k = 0; k < 2; ++k) {
        const double a = sign * valueAt(profile, ends[k]);
        const double b = sign * valueAt(profile, ends[k] + span);
        out.atStart[k] = a;
        out.slope[k] = span > 0.0 ? (b - a) / span : 0.0;
    }
    out.atStart[2] = inner;
    out.slope[2] = 0.0;
    return out;
}

Best bestAtAngle(const Ring& ring, double angle, double length)
{
    Ring r;
    for (const Vec2 p : ring) {
        r.push_back(turned(p, -angle));
    }
    // The ring runs anticlockwise: lower chain from the leftmost corner to the rightmost.
    const auto byX = [](Vec2 a, Vec2 b) { return a.x < b.x; };
    const auto leftmost = std::min_element(r.begin(), r.end(), byX) - r.begin();
    const auto rightmost = std::max_element(r.begin(), r.end(), byX) - r.begin();
    const auto n = static_cast<std::ptrdiff_t>(r.size());
    Ring lowerPoints;
    Ring upperPoints;
    for (auto i = leftmost;; i = (i + 1) % n) {
        lowerPoints.push_back(r[i]);
        if (i == rightmost) {
            break;
        }
    }
    for (auto i = leftmost;; i = (i + n - 1) % n) {
        upperPoints.push_back(r[i]);
        if (i == rightmost) {
            break;
        }
    }
    const Turned t{chain(lowerPoints, -1.0), chain(upperPoints, 1.0)};
    const double from = std::max(t.lower.front().x, t.upper.front().x);
    const double to = std::min(t.lower.back().x, t.upper.back().x) - length;
    Best best;
    if (to < from) {
        return best;
    }
    std::vector<double> stops{from, to};
    for (const Profile* profile : {&t.lower, &t.upper}) {
        for (const Vec2 p : *profile) {
            for (const double x : {p.x, p.x - length}) {
                if (x > from && x < to) {
                    stops.push_back(x);
                }
            }
        }
    }
    std::sort(stops.begin(), stops.end());
    for (size_t i = 0; i + 1 < stops.size() || i == 0; ++i) {
        const double a = stops[i];
        const double b = i + 1 < stops.size() ? stops[i + 1] : a;
        const ThreeLines up = linesOf(t.upper, 1.0, a, b, length);
        const ThreeLines down = linesOf(t.lower, -1.0, a, b, length);
        std::vector<double> candidates{0.0, b - a};
        for (const ThreeLines* lines : {&up, &down}) {
            for (int p = 0; p < 3; ++p) {
                for (int q = p + 1; q < 3; ++q) {
                    const double slope = lines->slope[p] - lines->slope[q];
                    if (slope != 0.0) {
                        const double t0 = (lines->atStart[q] - lines->atStart[p]) / slope;
                        if (t0 > 0.0 && t0 < b - a) {
                            candidates.push_back(t0);
                        }
                    }
                }
            }
        }
        for (const double x : candidates) {
            const double width = up.least(x) + down.least(x);
            if (width > best.width) {
                best = {width, a + x, -down.least(x)};
            }
        }
        if (i + 1 >= stops.size()) {
            break;
        }
    }
    return best;
}

} // namespace

Expected<InscribedRectangle> largestRectangle(const Profile& near, const Profile& far, double length_mm,
                                              double mostAngle_deg)
{
    const Ring ring = ringBetween(near, far);
    const double most = mostAngle_deg * std::numbers::pi / 180.0;
    constexpr int kScan = 200;
    std::vector<std::pair<double, int>> scanned; // width, step
    for (int k = -kScan; k <= kScan; ++k) {
        scanned.emplace_back(bestAtAngle(ring, most * k / kScan, length_mm).width, k);
    }
    std::sort(scanned.begin(), scanned.end(), [](auto a, auto b) { return a.first > b.first; });
    Best best;
    double bestAngle = 0.0;
    const double golden = (std::sqrt(5.0) - 1.0) / 2.0;
    for (size_t rank = 0; rank < 6 && rank < scanned.size(); ++rank) {
        double a = most * std::max(-kScan, scanned[rank].second - 1) / kScan;
        double b = most * std::min(kScan, scanned[rank].second + 1) / kScan;
        while (b - a > 1e-9) {
            const double c = b - golden * (b - a);
            const double d = a + golden * (b - a);
            if (bestAtAngle(ring, c, length_mm).width > bestAtAngle(ring, d, length_mm).width) {
                b = d;
            } else {
                a = c;
            }
        }
        const Best here = bestAtAngle(ring, (a + b) / 2.0, length_mm);
        if (here.width > best.width) {
            best = here;
            bestAngle = (a + b) / 2.0;
        }
    }
    if (!std::isfinite(best.width) || best.width <= 0.0) {
        return refuse("inscribed.too_short", "No rectangle of this length lies inside the outline.");
    }
    return InscribedRectangle{best.width, bestAngle * 180.0 / std::numbers::pi, turned({best.x0, best.y0}, bestAngle)};
}

InscribedCircle largestCircle(const Ring& ring)
{
    struct Square {
        Vec2 centre;
        double half = 0.0;
        double distance = 0.0;
        double promise = 0.0;
        bool operator<(const Square& other) const { return promise < other.promise; }
    };
    const auto square = [&ring](Vec2 centre, double half) {
        const double d = signedDistance_mm(ring, centre);
        return Square{centre, half, d, d + half * std::numbers::sqrt2};
    };
    const Box box = boundsOf(ring);
    const double size = std::min(box.width(), box.height());
    if (!(size > 0.0)) {
        return {};
    }
    std::priority_queue<Square> queue;
    for (double x = box.left; x < box.right; x += size) {
        for (double y = box.bottom; y < box.top; y += size) {
            queue.push(square({x + size / 2.0, y + size / 2.0}, size / 2.0));
        }
    }
    Square best = square(centroid(ring), 0.0);
    while (!queue.empty()) {
        const Square s = queue.top();
        queue.pop();
        if (s.distance > best.distance) {
            best = s;
        }
        if (s.promise - best.distance <= 0.002) {
            break;
        }
        const double q = s.half / 2.0;
        for (const double dx : {-q, q}) {
            for (const double dy : {-q, q}) {
                queue.push(square({s.centre.x + dx, s.centre.y + dy}, q));
            }
        }
    }
    return {best.centre, best.distance};
}

} // namespace burl
