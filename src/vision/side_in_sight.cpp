#include "vision/side_in_sight.h"

// Method. A side as pale as the rim of the face hides the face's edge: what turns to ground is the lower edge. Seen
// from the eye, the lower edge is the face's own moved towards the eye's foot by thickness over height of the eye,
// times its way from there. One ray cannot tell the small step of the face's edge from grain; the mean over all rays
// that have the side in sight can, as one thickness must fit them all. Is there a step at that place inside the line
// and none as plain outside it (a line that lies on the face has the lower edge there), the line lies on the lower
// edge.

#include <algorithm>
#include <cmath>
#include <optional>

namespace burl
{
namespace
{

constexpr double kInSight = 0.2;                     // of the side, that is shown beyond the face per mm of thickness
constexpr double kThin_mm = 28.0, kThick_mm = 130.0; // slabs; thinner, the line's own step would speak
constexpr double kThicknessStep_mm = 1.0;
constexpr int kBeside = 8;          // samples on both sides of a step
constexpr double kMostStep = 25.0;  // of one ray, in levels: beyond, a knot or a card speaks
constexpr double kGreyColour = 4.0; // levels of red and yellow that a shadow does not change by
constexpr int kFewestRays = 60;
constexpr double kPlainStep = 12.0;               // in the mean of all rays: no grain is that
constexpr double kStep = 4.0, kNoneOutside = 0.5; // a small one needs quiet outside
constexpr size_t kPeak = 4;                       // thicknesses to both sides that a peak stands above
constexpr std::ptrdiff_t kTail = 8;               // thicknesses that the line's own step still speaks at
constexpr int kNeighbours = 10;                   // rays to both sides, for what holds at one place

/// A ray that has the side in sight.
struct SideRay {
    size_t corner = 0;
    double slope = 0.0;         // of the side's width in the picture's plane, per mm of thickness
    std::vector<double> inside; // steps by thickness
    std::vector<double> outside;
};

constexpr size_t kTries = static_cast<size_t>((kThick_mm - kThin_mm) / kThicknessStep_mm) + 1;

/// A step outside the line, from the side to the ground. What only turns lighter is the end of a shadow.
double stepOutside(const cv::Vec3f& drop)
{
    const double colour = std::hypot(double(drop[1]), double(drop[2]));
    return drop[0] < 0.0F && colour < kGreyColour ? colour : cv::norm(drop);
}

std::vector<SideRay> sideRays(const FaceMap& map, const LabRays& rays, const Ring& line, const std::vector<Vec2>& out)
{
    std::vector<SideRay> found;
    std::vector<cv::Vec3f> samples;
    std::vector<cv::Vec3f> sums;
    for (size_t i = 0; i < line.size(); ++i) {
        const double slope = dot(out[i], *map.foot() - line[i]) / map.eyeHeight_mm();
        if (slope < kInSight) {
            continue;
        }
        const int reach = static_cast<int>(kThick_mm * slope / kRay_mm) + kBeside + 1;
        rays.sample(line[i], out[i], -reach * kRay_mm, 2 * reach + 1, samples);
        sumsOf(samples, sums);
        SideRay ray{i, slope, {}, {}};
        for (size_t t = 0; t < kTries; ++t) {
            const int by = static_cast<int>((kThin_mm + static_cast<double>(t) * kThicknessStep_mm) * slope / kRay_mm);
            const double rim = rimOf(dropAt(sums, reach - by, kBeside));
            ray.inside.push_back(std::clamp(rim, -kMostStep, kMostStep));
            const double any = stepOutside(dropAt(sums, reach + by, kBeside));
            ray.outside.push_back(std::min(any, kMostStep));
        }
        found.push_back(std::move(ray));
    }
    return found;
}

/// The thickness at which the face's edge shows inside the line, in steps; none when the line is the face's edge.
std::optional<size_t> stepInside(const std::vector<SideRay>& rays)
{
    std::vector<double> inside(kTries, 0.0);
    std::vector<double> outside(kTries, 0.0);
    for (const SideRay& ray : rays) {
        for (size_t t = 0; t < kTries; ++t) {
            inside[t] += ray.inside[t] / static_cast<double>(rays.size());
            outside[t] += ray.outside[t] / static_cast<double>(rays.size());
        }
    }
    std::optional<size_t> best;
    for (size_t t = kPeak; t + kPeak < kTries; ++t) {
        const auto from = inside.begin() + static_cast<std::ptrdiff_t>(t - kPeak);
        const bool peak = inside[t] >= *std::max_element(from, from + 2 * kPeak + 1);
        best = peak && (!best || inside[t] > inside[*best]) ? t : best;
    }
    if (!best) {
        return std::nullopt;
    }
    const double most = *std::max_element(outside.begin() + kTail, outside.end());
    if (inside[*best] < kPlainStep && (inside[*best] < kStep || most > kNoneOutside * inside[*best])) {
        return std::nullopt;
    }
    return best;
}

} // namespace

Ring withoutSide(const FaceMap& map, const LabRays& rays, const Ring& line)
{
    if (!map.foot() || map.eyeHeight_mm() <= 0.0) {
        return line;
    }
    const std::vector<Vec2> out = outwardsOf(line);
    const std::vector<SideRay> sides = sideRays(map, rays, line, out);
    const std::optional<size_t> step = sides.size() < kFewestRays ? std::nullopt : stepInside(sides);
    if (!step) {
        return line;
    }
    const double thickness_mm = kThin_mm + static_cast<double>(*step) * kThicknessStep_mm;
    Ring moved = line;
    for (size_t k = 0; k < sides.size(); ++k) {
        double inside = 0.0;
        double outside = 0.0;
        for (size_t m = k - std::min<size_t>(k, kNeighbours); m < std::min(sides.size(), k + kNeighbours + 1); ++m) {
            inside += sides[m].inside[*step];
            outside += sides[m].outside[*step];
        }
        if (inside > outside) {
            const size_t i = sides[k].corner;
            moved[i] = line[i] - out[i] * (thickness_mm * sides[k].slope);
        }
    }
    return moved;
}

} // namespace burl
