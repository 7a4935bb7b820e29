#include "core/geometry/ring.h"

#include <algorithm>
#include <limits>
#include <numbers>

#include <polyclipping/clipper.hpp>

namespace burl
{
namespace
{

constexpr double kPerGrid = 1000.0; // grid steps per mm: far below a pencil line

ClipperLib::Paths toPaths(const Region& region)
{
    ClipperLib::Paths paths;
    paths.reserve(region.size());
    for (const Ring& ring : region) {
        ClipperLib::Path path;
        path.reserve(ring.size());
        for (const Vec2 p : ring) {
            path.emplace_back(std::llround(p.x * kPerGrid), std::llround(p.y * kPerGrid));
        }
        paths.push_back(std::move(path));
    }
    return paths;
}

Region toRegion(const ClipperLib::Paths& paths)
{
    Region region;
    region.reserve(paths.size());
    for (const ClipperLib::Path& path : paths) {
        Ring ring;
        ring.reserve(path.size());
        for (const ClipperLib::IntPoint& p : path) {
            ring.push_back({static_cast<double>(p.X) / kPerGrid, static_cast<double>(p.Y) / kPerGrid});
        }
        region.push_back(std::move(ring));
    }
    return region;
}

Region clip(ClipperLib::ClipType type, const Region& a, const Region& b)
{
    ClipperLib::Clipper clipper;
    clipper.AddPaths(toPaths(a), ClipperLib::ptSubject, true);
    clipper.AddPaths(toPaths(b), ClipperLib::ptClip, true);
    ClipperLib::Paths out;
    clipper.Execute(type, out, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    return toRegion(out);
}

double distanceToSegment(Vec2 p, Vec2 a, Vec2 b)
{
    const Vec2 along = b - a;
    const double square = dot(along, along);
    const double t = square > 0.0 ? std::clamp(dot(p - a, along) / square, 0.0, 1.0) : 0.0;
    return length(p - (a + along * t));
}

} // namespace

double signedArea_mm2(std::span<const Vec2> ring)
{
    if (ring.size() < 3) {
        return 0.0;
    }
    const Vec2 origin = ring.front(); // sum about a corner: far-off coordinates cancel badly
    double twice = 0.0;
    for (size_t i = 1; i + 1 < ring.size(); ++i) {
        twice += cross(ring[i] - origin, ring[i + 1] - origin);
    }
    return twice / 2.0;
}

double area_mm2(std::span<const Vec2> ring)
{
    return std::abs(signedArea_mm2(ring));
}

double perimeter_mm(std::span<const Vec2> ring)
{
    double sum = 0.0;
    for (size_t i = 0; i < ring.size(); ++i) {
        sum += length(ring[(i + 1) % ring.size()] - ring[i]);
    }
    return sum;
}

Vec2 centroid(std::span<const Vec2> ring)
{
    if (ring.empty()) {
        return {};
    }
    const Vec2 origin = ring.front();
    double twice = 0.0;
    Vec2 moment;
    for (size_t i = 1; i + 1 < ring.size(); ++i) {
        const Vec2 a = ring[i] - origin;
        const Vec2 b = ring[i + 1] - origin;
        const double piece = cross(a, b);
        twice += piece;
        moment = moment + (a + b) * (piece / 3.0);
    }
    if (twice == 0.0) {
        Vec2 sum;
        for (const Vec2 p : ring) {
            sum = sum + p;
        }
        return sum * (1.0 / static_cast<double>(ring.size()));
    }
    return origin + moment * (1.0 / twice);
}

Box boundsOf(std::span<const Vec2> ring)
{
    if (ring.empty()) {
        return {};
    }
    Box box{ring[0].x, ring[0].y, ring[0].x, ring[0].y};
    for (const Vec2 p : ring) {
        box.left = std::min(box.left, p.x);
        box.right = std::max(box.right, p.x);
        box.bottom = std::min(box.bottom, p.y);
        box.top = std::max(box.top, p.y);
    }
    return box;
}

bool contains(std::span<const Vec2> ring, Vec2 point)
{
    bool inside = false;
    for (size_t i = 0, j = ring.size() - 1; i < ring.size(); j = i++) {
        const Vec2 a = ring[i];
        const Vec2 b = ring[j];
        if ((a.y > point.y) != (b.y > point.y) && point.x < (b.x - a.x) * (point.y - a.y) / (b.y - a.y) + a.x) {
            inside = !inside;
        }
    }
    return inside;
}

std::vector<double> crossingsAt(std::span<const Vec2> ring, double y)
{
    std::vector<double> xs;
    for (size_t i = 0, j = ring.size() - 1; i < ring.size(); j = i++) {
        const Vec2 a = ring[i];
        const Vec2 b = ring[j];
        if ((a.y > y) != (b.y > y)) {
            xs.push_back((b.x - a.x) * (y - a.y) / (b.y - a.y) + a.x);
        }
    }
    std::sort(xs.begin(), xs.end());
    return xs;
}

double signedDistance_mm(std::span<const Vec2> ring, Vec2 point)
{
    double best = std::numeric_limits<double>::infinity();
    for (size_t i = 0; i < ring.size(); ++i) {
        best = std::min(best, distanceToSegment(point, ring[i], ring[(i + 1) % ring.size()]));
    }
    return contains(ring, point) ? best : -best;
}

std::optional<Vec2> selfCrossing(std::span<const Vec2> ring)
{
    const size_t n = ring.size();
    for (size_t i = 0; i < n; ++i) {
        const Vec2 a = ring[i];
        const Vec2 ab = ring[(i + 1) % n] - a;
        for (size_t j = i + 2; j < n; ++j) {
            if (i == 0 && j == n - 1) {
                continue; // neighbours round the corner
            }
            const Vec2 c = ring[j];
            const Vec2 cd = ring[(j + 1) % n] - c;
            const double denominator = cross(ab, cd);
            if (denominator == 0.0) {
                continue;
            }
            const double t = cross(c - a, cd) / denominator;
            const double u = cross(c - a, ab) / denominator;
            if (t >= 0.0 && t <= 1.0 && u >= 0.0 && u <= 1.0) {
                return a + ab * t;
            }
        }
    }
    return std::nullopt;
}

Ring anticlockwise(Ring ring)
{
    if (signedArea_mm2(ring) < 0.0) {
        std::reverse(ring.begin(), ring.end());
    }
    return ring;
}

Ring ellipse(Vec2 centre, double long_mm, double wide_mm, double angle_deg, int corners)
{
    Ring ring;
    const double turn = angle_deg * std::numbers::pi / 180.0;
    for (int i = 0; i < corners; ++i) {
        const double t = 2.0 * std::numbers::pi * i / corners;
        const double u = long_mm / 2.0 * std::cos(t);
        const double v = wide_mm / 2.0 * std::sin(t);
        ring.push_back(
            {centre.x + u * std::cos(turn) - v * std::sin(turn), centre.y + u * std::sin(turn) + v * std::cos(turn)});
    }
    return ring;
}

Region intersection(const Region& a, const Region& b)
{
    return clip(ClipperLib::ctIntersection, a, b);
}
Region difference(const Region& a, const Region& b)
{
    return clip(ClipperLib::ctDifference, a, b);
}
Region unionOf(const Region& a)
{
    return clip(ClipperLib::ctUnion, a, {});
}

bool contains(const Region& region, Vec2 point)
{
    bool inside = false;
    for (const Ring& ring : region) {
        inside = inside != (!ring.empty() && contains(std::span<const Vec2>(ring), point));
    }
    return inside;
}

std::vector<double> crossingsAt(const Region& region, double y)
{
    std::vector<double> xs;
    for (const Ring& ring : region) {
        const std::vector<double> of = crossingsAt(std::span<const Vec2>(ring), y);
        xs.insert(xs.end(), of.begin(), of.end());
    }
    std::sort(xs.begin(), xs.end());
    return xs;
}

double signedDistance_mm(const Region& region, Vec2 point)
{
    double best = std::numeric_limits<double>::infinity();
    for (const Ring& ring : region) {
        best = std::min(best, std::abs(signedDistance_mm(std::span<const Vec2>(ring), point)));
    }
    return contains(region, point) ? best : -best;
}

Ring largestRing(const Region& region)
{
    Ring out;
    double most = 0.0;
    for (const Ring& ring : region) {
        const double area = area_mm2(std::span<const Vec2>(ring));
        if (area > most) {
            most = area;
            out = ring;
        }
    }
    return out;
}

std::vector<std::vector<Vec2>> partsInside(const std::vector<Vec2>& line, const Region& region)
{
    std::vector<std::vector<Vec2>> out;
    bool open = false; // the last part goes on
    for (size_t i = 0; i + 1 < line.size(); ++i) {
        const Vec2 from = line[i];
        const Vec2 along = line[i + 1] - from;
        std::vector<double> cuts{0.0, 1.0}; // shares of the way where an edge is crossed
        for (const Ring& ring : region) {
            for (size_t k = 0; k < ring.size(); ++k) {
                const Vec2 a = ring[k];
                const Vec2 edge = ring[(k + 1) % ring.size()] - a;
                const double turn = cross(along, edge);
                if (turn != 0.0) {
                    const double t = cross(a - from, edge) / turn;
                    const double u = cross(a - from, along) / turn;
                    if (t > 0.0 && t < 1.0 && u >= 0.0 && u <= 1.0) {
                        cuts.push_back(t);
                    }
                }
            }
        }
        std::sort(cuts.begin(), cuts.end());
        for (size_t k = 0; k + 1 < cuts.size(); ++k) {
            if (!(cuts[k + 1] > cuts[k]) || !contains(region, from + along * ((cuts[k] + cuts[k + 1]) / 2.0))) {
                open = open && !(cuts[k + 1] > cuts[k]);
                continue;
            }
            if (!open) {
                out.push_back({from + along * cuts[k]});
            }
            out.back().push_back(from + along * cuts[k + 1]);
            open = true;
        }
    }
    return out;
}

double area_mm2(const Region& region)
{
    double sum = 0.0;
    for (const Ring& ring : region) {
        sum += signedArea_mm2(ring);
    }
    return sum;
}

Region grown(const Region& region, double by_mm, Corners corners)
{
    constexpr double kArc_mm = 0.02; // a round corner's chords stand off it by no more
    ClipperLib::ClipperOffset offset(2.0, kArc_mm * kPerGrid);
    offset.AddPaths(toPaths(region), corners == Corners::Round ? ClipperLib::jtRound : ClipperLib::jtMiter,
                    ClipperLib::etClosedPolygon);
    ClipperLib::Paths out;
    offset.Execute(out, by_mm * kPerGrid);
    return toRegion(out);
}

} // namespace burl
