#include "core/scan/rim.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/scan/contour.h"
#include <numbers>

namespace burl
{
namespace
{

constexpr double kFullOfBox = 0.85;                     // share of its box that a slab fills, to guess the spacing
constexpr double kFinest_mm = 1.0, kCoarsest_mm = 40.0; // cells
constexpr double kMostCells = 3e7;
constexpr double kBlur_cells = 1.6; // smooths the count of points without moving the rim
constexpr double kSome = 0.3;       // points in a cell, smoothed, to call it filled

/// Corners of the outline beside what lies on the slab are taken out: straight from the last sound one
/// to the next. Where that would bridge too much, they stay.
/// False when it was stopped.
bool bridge(Ring& ring, const std::vector<Point3>& clutter, double spacing_mm, std::vector<Vec2>& places,
            const std::function<bool()>& goOn)
{
    constexpr double kBeside_mm = 14.0;
    constexpr double kSolid = 0.12; // of what a solid thing would show there: dust is thinner
    const int enough =
        std::max(4, static_cast<int>(kSolid * std::numbers::pi * kBeside_mm * kBeside_mm / (spacing_mm * spacing_mm)));
    constexpr double kLongest_mm = 260.0;
    if (clutter.empty() || ring.size() < 8) {
        return true;
    }
    std::vector<bool> hidden(ring.size(), false);
    constexpr size_t kAskEvery = 16; // corners, each compared with all that lies on the slab
    for (size_t i = 0; i < ring.size(); ++i) {
        if (i % kAskEvery == 0 && goOn && !goOn()) {
            return false;
        }
        int close = 0;
        for (const Point3& p : clutter) {
            close += length(Vec2{p.x, p.y} - ring[i]) < kBeside_mm ? 1 : 0;
        }
        hidden[i] = close >= enough;
    }
    const auto sound = std::find(hidden.begin(), hidden.end(), false);
    if (sound == hidden.end()) {
        return true;
    }
    const auto start = static_cast<size_t>(sound - hidden.begin());
    Ring out;
    for (size_t k = 0; k < ring.size();) {
        const size_t i = (start + k) % ring.size();
        if (!hidden[i]) {
            out.push_back(ring[i]);
            ++k;
            continue;
        }
        size_t run = 0;
        while (run + k < ring.size() && hidden[(i + run) % ring.size()]) {
            ++run;
        }
        const Vec2 from = out.back();
        const Vec2 to = ring[(i + run) % ring.size()];
        if (length(to - from) > kLongest_mm) {
            for (size_t r = 0; r < run; ++r) {
                out.push_back(ring[(i + r) % ring.size()]);
            }
        } else {
            places.push_back((from + to) * 0.5);
        }
        k += run;
    }
    ring = std::move(out);
    return true;
}

Field fieldOver(const std::vector<Point3>& points, double cell)
{
    Field f;
    f.cell_mm = cell;
    double left = std::numeric_limits<double>::infinity();
    double bottom = left;
    double right = -left;
    double top = -left;
    for (const Point3& p : points) {
        left = std::min(left, p.x);
        right = std::max(right, p.x);
        bottom = std::min(bottom, p.y);
        top = std::max(top, p.y);
    }
    const double room = 6.0 * cell;
    f.origin = {left - room, bottom - room};
    f.columns = static_cast<int>((right - left + 2.0 * room) / cell) + 1;
    f.rows = static_cast<int>((top - bottom + 2.0 * room) / cell) + 1;
    return f;
}

} // namespace

Expected<Rim> rimOf(const std::vector<Point3>& face, const std::vector<Point3>& clutter,
                    const std::function<bool()>& goOn)
{
    const auto stopped = [&goOn] { return goOn && !goOn(); };
    const auto stop = [] { return refuse("scan.stopped", "the reading of the scan was stopped."); };
    double x0 = face[0].x, x1 = face[0].x, y0 = face[0].y, y1 = face[0].y;
    for (const Point3& p : face) {
        x0 = std::min(x0, p.x);
        x1 = std::max(x1, p.x);
        y0 = std::min(y0, p.y);
        y1 = std::max(y1, p.y);
    }
    Rim out;
    out.spacing_mm = std::sqrt((x1 - x0) * (y1 - y0) * kFullOfBox / static_cast<double>(face.size()));
    const double cell = std::clamp(out.spacing_mm, kFinest_mm, kCoarsest_mm);
    Field density = fieldOver(face, cell);
    if (static_cast<double>(density.columns) * density.rows > kMostCells) {
        return refuse("scan.no_slab", "the points lie too far apart to be one slab; crop the scan.");
    }
    density.values.assign(static_cast<size_t>(density.columns) * static_cast<size_t>(density.rows), 0.0);
    for (const Point3& p : face) {
        const auto i = static_cast<size_t>(std::lround((p.x - density.origin.x) / cell));
        const auto j = static_cast<size_t>(std::lround((p.y - density.origin.y) / cell));
        density.values[j * static_cast<size_t>(density.columns) + i] += 1.0;
    }
    if (stopped()) {
        return stop();
    }
    blur(density, kBlur_cells);
    if (stopped()) {
        return stop();
    }
    std::vector<double> filled;
    std::copy_if(density.values.begin(), density.values.end(), std::back_inserter(filled),
                 [](double v) { return v > kSome; });
    if (filled.empty()) {
        return refuse("scan.no_slab", "the points on the slab lie too far apart; scan it denser.");
    }
    std::nth_element(filled.begin(), filled.begin() + static_cast<std::ptrdiff_t>(filled.size() / 2), filled.end());
    for (Ring& ring : contours(density, filled[filled.size() / 2] / 2.0)) {
        if (signedArea_mm2(ring) > signedArea_mm2(out.outline)) {
            out.outline = std::move(ring);
        }
    }
    if (!bridge(out.outline, clutter, out.spacing_mm, out.bridged, goOn)) {
        return stop();
    }
    return out;
}

} // namespace burl
