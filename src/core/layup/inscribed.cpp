#include "core/layup/inscribed.h"

// Rectangle: at a fixed angle the outline is turned, its upper and lower chains are profiles, and
// the width of a window is min(upper) - max(lower), a sum of concave pieces between the places where
// a corner enters or leaves the window, so its best is found exactly at the corners of those pieces.
// The angle is scanned and the best brackets are narrowed by golden section.
// Circle: squares that cover the outline, the most promising first, cut in four until none can
// beat the best centre found (the distance changes by no more than the way gone).

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numbers>
#include <queue>

#include "core/geometry/ring.h"

namespace burl
{
namespace
{

constexpr double kHair_mm = 1e-6; // lengths nearer than this are the same

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
    double room = -std::numeric_limits<double>::infinity(); // along, beyond the length wanted; negative: too short
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
    // Where an end cut stands upright it belongs to neither chain: the lower one begins at its foot, the upper one at
    // its head.
    const auto [least, most] = std::minmax_element(r.begin(), r.end(), [](Vec2 a, Vec2 b) { return a.x < b.x; });
    const double left = least->x + kHair_mm;
    const double right = most->x - kHair_mm;
    const auto n = static_cast<std::ptrdiff_t>(r.size());
    const auto cornerAt = [&](bool atLeft, bool high) {
        std::ptrdiff_t best = -1;
        for (std::ptrdiff_t i = 0; i < n; ++i) {
            const Vec2 p = r[static_cast<size_t>(i)];
            const bool there = atLeft ? p.x <= left : p.x >= right;
            if (there && (best < 0 || (p.y > r[static_cast<size_t>(best)].y) == high)) {
                best = i;
            }
        }
        return best;
    };
    Ring lowerPoints;
    Ring upperPoints;
    for (auto i = cornerAt(true, false), end = cornerAt(false, false);; i = (i + 1) % n) {
        lowerPoints.push_back(r[static_cast<size_t>(i)]);
        if (i == end) {
            break;
        }
    }
    for (auto i = cornerAt(true, true), end = cornerAt(false, true);; i = (i + n - 1) % n) {
        upperPoints.push_back(r[static_cast<size_t>(i)]);
        if (i == end) {
            break;
        }
    }
    const Turned t{chain(lowerPoints, -1.0), chain(upperPoints, 1.0)};
    const double from = std::max(t.lower.front().x, t.upper.front().x);
    double to = std::min(t.lower.back().x, t.upper.back().x) - length;
    Best best;
    best.room = to - from;
    if (to < from) {
        if (to < from - kHair_mm) {
            return best;
        }
        to = from; // as long as the outline, to rounding
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
                best = {width, best.room, a + x, -down.least(x)};
            }
        }
        if (i + 1 >= stops.size()) {
            break;
        }
    }
    return best;
}

} // namespace

namespace
{

/// The place of the greatest value between two angles of which the middle is higher than both.
template <typename F> double golden(F value, double a, double b)
{
    const double share = (std::sqrt(5.0) - 1.0) / 2.0;
    while (b - a > 1e-10) {
        const double c = b - share * (b - a);
        const double d = a + share * (b - a);
        if (value(c) > value(d)) {
            b = d;
        } else {
            a = c;
        }
    }
    return (a + b) / 2.0;
}

/// The directions of the edges round a ring and square to them, as slopes of a rectangle's long side.
std::vector<double> hullAngles(Ring points)
{
    std::sort(points.begin(), points.end(), [](Vec2 a, Vec2 b) { return a.x < b.x || (a.x == b.x && a.y < b.y); });
    std::vector<Vec2> hull; // monotone chains, the lower and then the upper
    for (int side = 0; side < 2; ++side) {
        const size_t from = hull.size();
        for (const Vec2 p : points) {
            while (hull.size() >= from + 2 && cross(hull.back() - hull[hull.size() - 2], p - hull.back()) <= 0.0) {
                hull.pop_back();
            }
            hull.push_back(p);
        }
        hull.pop_back();
        std::reverse(points.begin(), points.end());
    }
    std::vector<double> out;
    const double right = std::numbers::pi / 2.0;
    for (size_t i = 0; i < hull.size(); ++i) {
        const Vec2 edge = hull[(i + 1) % hull.size()] - hull[i];
        const double angle = std::remainder(std::atan2(edge.y, edge.x), std::numbers::pi);
        out.push_back(angle);
        out.push_back(angle > 0.0 ? angle - right : angle + right);
    }
    return out;
}

/// Where between an angle that fits and one that does not the fit ends.
template <typename F> double lastThatFits(F fits, double in, double out)
{
    for (int i = 0; i < 60; ++i) {
        const double middle = (in + out) / 2.0;
        (fits(middle) ? in : out) = middle;
    }
    return in;
}

} // namespace

Expected<InscribedRectangle> largestRectangle(const Profile& near, const Profile& far, double length_mm,
                                              double mostAngle_deg)
{
    const Ring ring = ringBetween(near, far);
    const double most = mostAngle_deg * std::numbers::pi / 180.0;
    constexpr int kScan = 200;
    constexpr int kFine = 24; // inside a stretch of angles that fits
    const auto at = [&](double angle) { return bestAtAngle(ring, angle, length_mm); };
    const auto room = [&](double angle) { return at(angle).room; };
    const auto fits = [&](double angle) { return room(angle) >= -kHair_mm; };
    // Of an outline that is hardly long enough only few angles fit, between two steps of the scan: the peaks of the
    // room along it are sought first, and each stretch of angles round them that fits is scanned by itself.
    std::vector<double> rooms;
    for (int k = -kScan; k <= kScan; ++k) {
        rooms.push_back(room(most * k / kScan));
    }
    std::vector<std::pair<double, double>> stretches;
    for (size_t k = 0; k < rooms.size(); ++k) {
        const bool peak = (k == 0 || rooms[k] >= rooms[k - 1]) && (k + 1 == rooms.size() || rooms[k] >= rooms[k + 1]);
        const double step = most / kScan;
        const double here = most * (static_cast<double>(k) - kScan) / kScan;
        if (rooms[k] >= -kHair_mm) { // this step fits: its neighbourhood, as far as it does
            const double low = fits(here - step) ? here - step : lastThatFits(fits, here, here - step);
            const double high = fits(here + step) ? here + step : lastThatFits(fits, here, here + step);
            stretches.emplace_back(std::max(-most, low), std::min(most, high));
        } else if (peak) {
            const double top = golden(room, std::max(-most, here - step), std::min(most, here + step));
            if (fits(top)) {
                stretches.emplace_back(lastThatFits(fits, top, here - step), lastThatFits(fits, top, here + step));
            }
        }
    }
    std::vector<std::array<double, 3>> scanned; // width, and the angles on both sides
    for (const auto& [low, high] : stretches) {
        const bool narrow = high - low < most / kScan; // looked at closely
        const int steps = narrow ? kFine : 2;
        const double step = (high - low) / steps;
        for (int k = 0; k <= steps; ++k) {
            const double angle = low + k * step;
            scanned.push_back({at(angle).width, std::max(low, angle - step), std::min(high, angle + step)});
        }
    }
    // A rectangle that touches both ends fits at no other angle than theirs: a spike that no scan meets.
    for (const double angle : hullAngles(ring)) {
        if (std::abs(angle) <= most) {
            scanned.push_back({at(angle).width, angle, angle});
        }
    }
    std::sort(scanned.begin(), scanned.end(), [](const auto& a, const auto& b) { return a[0] > b[0]; });
    Best best;
    double bestAngle = 0.0;
    for (size_t rank = 0; rank < 8 && rank < scanned.size(); ++rank) {
        const auto width = [&](double angle) { return at(angle).width; };
        for (const double angle : {golden(width, scanned[rank][1], scanned[rank][2]), scanned[rank][1],
                                   scanned[rank][2], (scanned[rank][1] + scanned[rank][2]) / 2.0}) {
            const Best here = at(angle);
            if (here.width > best.width) {
                best = here;
                bestAngle = angle;
            }
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
    constexpr double kMostSquares = 500.0; // along a ring that is much longer than wide
    const double size =
        std::max(std::min(box.width(), box.height()), std::max(box.width(), box.height()) / kMostSquares);
    if (!(std::min(box.width(), box.height()) > 0.0)) {
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
