#include "demo/sawn_log.h"

#include <cmath>
#include <numbers>
#include <utility>

#include "core/shop/outline.h"

namespace burl
{
namespace
{

constexpr double kPi = std::numbers::pi;

double radiusAt(const SawnLog& log, double x, double angle)
{
    double r = log.radius_mm + log.taper_mm * (0.5 - x / log.length_mm);
    for (const Wave& wave : log.waves) {
        r += wave.amplitude_mm * std::sin(2.0 * kPi * x / wave.length_mm + wave.phase + wave.lobes * angle);
    }
    for (const Branch& branch : log.branches) { // the swelling round a branch
        const double a = branch.angle_deg * kPi / 180.0;
        const double away = std::remainder(angle - a, 2.0 * kPi) * log.radius_mm;
        const double d2 = (x - branch.x_mm) * (x - branch.x_mm) + away * away;
        r += branch.diameter_mm * 0.35 * std::exp(-d2 / (2.0 * 110.0 * 110.0));
    }
    return r;
}

/// Where a level cut at height z above the pith leaves the stem; side +1 far, -1 near.
double edgeAt(const SawnLog& log, double x, double z, double side)
{
    double y = side * std::sqrt(std::max(400.0, log.radius_mm * log.radius_mm - z * z));
    for (int i = 0; i < 12; ++i) {
        const double r = radiusAt(log, x, std::atan2(z, y));
        y = side * std::sqrt(std::max(400.0, r * r - z * z));
    }
    return y;
}

double middleHeight(const SawnLog& log, int number)
{
    return ((log.slabs + 1) / 2.0 - number) * (log.thickness_mm + log.log.kerf_mm);
}

Tape taped(const SawnLog& log, double z)
{
    Tape tape;
    const auto stations = static_cast<int>(std::ceil(log.length_mm / 150.0));
    for (int i = 0; i <= stations; ++i) {
        const double x = std::min(log.length_mm, i * 150.0);
        // Rounded to what a tape reads.
        tape.readings.push_back({x, std::round(-edgeAt(log, x, z, -1.0)), std::round(edgeAt(log, x, z, 1.0))});
    }
    return tape;
}

double warpAt(const Warp& warp, double u, double v) // u, v from -1 to 1
{
    const double ripple = std::sin(u * 37.0 + v * 3.0) * 0.6 + std::sin(u * 91.0 - v * 5.0) * 0.4;
    return warp.wind_mm / 4.0 * u * v - warp.bow_mm * u * u - warp.cup_mm * v * v + warp.ripple_mm * ripple;
}

struct GridLines {
    std::vector<double> xs;
    std::vector<double> ys;
};

GridLines linesOver(const FaceOutline& outline, int along, int across)
{
    GridLines lines;
    const double inset = 60.0;
    for (int i = 0; i < along; ++i) {
        lines.xs.push_back(
            std::round(outline.from_mm() + inset + i * (outline.length_mm() - 2.0 * inset) / (along - 1)));
    }
    const double near = least(outline.near).value + 25.0;
    const double far = most(outline.far).value - 25.0;
    for (int j = 0; j < across; ++j) {
        lines.ys.push_back(std::round(near + j * (far - near) / (across - 1)));
    }
    return lines;
}

double tenth(double v)
{
    return std::round(v * 10.0) / 10.0;
}

/// A grid whose cells off the wood stay empty.
template <typename Height>
HeightGrid gridOf(const FaceOutline& outline, const GridLines& lines, HeightsFrom from, Height height)
{
    HeightGrid grid{from, lines.xs, lines.ys, {}};
    for (const double y : lines.ys) {
        for (const double x : lines.xs) {
            const bool onWood = y > valueAt(outline.near, x) + 8.0 && y < valueAt(outline.far, x) - 8.0;
            const double u = 2.0 * (x - outline.from_mm()) / outline.length_mm() - 1.0;
            const double v = y / 300.0;
            grid.readings_mm.push_back(onWood ? std::optional(tenth(height(u, v))) : std::nullopt);
        }
    }
    return grid;
}

} // namespace

Slab sawn(const SawnLog& log, int number)
{
    Slab slab;
    slab.name = log.log.name + std::to_string(number);
    slab.log = log.log.id;
    slab.sequence = number;
    slab.species = log.log.species;
    const double z = middleHeight(log, number);
    const double half = log.thickness_mm / 2.0;
    slab.top = taped(log, z + half);
    slab.bottom = taped(log, z - half);
    slab.thickness_mm = log.thickness_mm;
    slab.pith = PithPlace{z, 0.0};
    for (const Branch& branch : log.branches) {
        // A branch runs from the pith outwards; the slab cuts it where its ray passes the mid-plane.
        const double a = branch.angle_deg * kPi / 180.0;
        const double rise = std::sin(a);
        if (std::abs(rise) < 0.08 || rise * z <= 0.0) {
            continue;
        }
        const double y = z / rise * std::cos(a);
        if (y < edgeAt(log, branch.x_mm, z, -1.0) + 15.0 || y > edgeAt(log, branch.x_mm, z, 1.0) - 15.0) {
            continue;
        }
        Feature knot;
        knot.id = static_cast<int>(slab.features.size()) + 1;
        knot.kind = FeatureKind::Knot;
        knot.points = {{branch.x_mm, std::round(y)}};
        knot.width_mm = branch.diameter_mm;
        knot.depth_mm = branch.dead ? 24.0 : 0.0;
        knot.intention = branch.dead ? Intention::Fill : Intention::Keep;
        slab.features.push_back(knot);
    }
    return slab;
}

void readFromBench(Slab& slab, const Warp& warp, int along, int across)
{
    const FaceOutline outline = *outlineOf(slab, Face::Top);
    const GridLines lines = linesOver(outline, along, across);
    const double lowest = -std::abs(warp.wind_mm) / 4.0 - std::max(0.0, warp.bow_mm) - std::max(0.0, warp.cup_mm);
    slab.bottomHeights = gridOf(outline, lines, HeightsFrom::BenchUp,
                                [&](double u, double v) { return std::max(0.0, warpAt(warp, u, v) - lowest); });
    slab.topHeights = gridOf(outline, lines, HeightsFrom::BenchUp, [&](double u, double v) {
        return *slab.thickness_mm + warpAt(warp, u, v) - lowest + 0.5 * std::sin(u * 23.0 + v * 11.0);
    });
}

void readFromRails(Slab& slab, const Warp& warp, int along, int across, bool underside)
{
    const FaceOutline outline = *outlineOf(slab, Face::Top);
    const GridLines lines = linesOver(outline, along, across);
    slab.topHeights = gridOf(outline, lines, HeightsFrom::RailsDown,
                             [&](double u, double v) { return 40.0 - warpAt(warp, u, v) + 0.8 * u; });
    if (!underside) {
        return;
    }
    slab.bottomHeights = gridOf(outline, lines, HeightsFrom::RailsDown, [&](double u, double v) {
        return 38.0 + warpAt(warp, u, v) - 0.5 * v + 0.4 * std::sin(u * 17.0 - v * 7.0);
    });
    const double x0 = outline.from_mm() + 200.0;
    const double x1 = outline.to_mm() - 200.0;
    for (const auto& [x, y] : {std::pair{x0, -150.0}, {x1, -150.0}, {x1, 150.0}, {x0, 150.0}}) {
        const double u = 2.0 * (x - outline.from_mm()) / outline.length_mm() - 1.0;
        slab.thicknesses.push_back({{x, y}, tenth(*slab.thickness_mm + 0.3 * std::sin(u * 17.0 - y / 43.0))});
    }
}

} // namespace burl
