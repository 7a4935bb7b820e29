#include "core/surface/abrasives.h"

#include "core/measure/units.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>

namespace burl
{
namespace
{

struct Grain {
    int grit;
    double um;
};
constexpr std::array<Grain, 28> kGrains{
    {{12, 1815.0}, {16, 1324.0}, {20, 1000.0}, {24, 764.0},  {30, 642.0},  {36, 538.0},  {40, 425.0},
     {50, 336.0},  {60, 269.0},  {80, 201.0},  {100, 162.0}, {120, 125.0}, {150, 100.0}, {180, 82.0},
     {220, 68.0},  {240, 58.5},  {280, 52.2},  {320, 46.2},  {360, 40.5},  {400, 35.0},  {500, 30.2},
     {600, 25.8},  {800, 21.8},  {1000, 18.3}, {1200, 15.3}, {1500, 12.6}, {2000, 10.3}, {2500, 8.4}}};
constexpr double kHair = 1e-9; // of a ratio or a count that comes out even

double stepOf(const GritQuestion& q, int from, int to)
{
    return q.by == GritStep::ByNumber ? static_cast<double>(to) / from : grain_um(from) / grain_um(to);
}

} // namespace

double grain_um(int grit)
{
    if (grit <= kGrains.front().grit) {
        return kGrains.front().um;
    }
    for (size_t i = 1; i < kGrains.size(); ++i) {
        if (grit <= kGrains[i].grit) {
            const double share =
                static_cast<double>(grit - kGrains[i - 1].grit) / (kGrains[i].grit - kGrains[i - 1].grit);
            return kGrains[i - 1].um + share * (kGrains[i].um - kGrains[i - 1].um);
        }
    }
    return kGrains.back().um;
}

const std::vector<int>& gritsMade()
{
    static const std::vector<int> all = [] {
        std::vector<int> out;
        for (const Grain& g : kGrains) {
            out.push_back(g.grit);
        }
        return out;
    }();
    return all;
}

GritLadder gritLadder(const GritQuestion& q)
{
    GritLadder out;
    std::vector<int> all{q.start};
    for (const int g : q.available) {
        if (g > q.start && g < q.stop) {
            all.push_back(g);
        }
    }
    if (q.stop > q.start) {
        all.push_back(q.stop);
    }
    std::sort(all.begin(), all.end());
    all.erase(std::unique(all.begin(), all.end()), all.end());
    // How many steps each is from the first: a later grit is no nearer than an earlier one, so one pass does.
    constexpr int kFar = 1000000;
    std::vector<int> steps(all.size(), kFar);
    steps[0] = 0;
    for (size_t i = 0; i < all.size(); ++i) {
        for (size_t k = i + 1; k < all.size() && steps[i] < kFar; ++k) {
            if (stepOf(q, all[i], all[k]) <= q.maxRatio + kHair) {
                steps[k] = std::min(steps[k], steps[i] + 1);
            }
        }
    }
    if (steps.back() == kFar) {
        for (size_t i = 0; i < all.size(); ++i) {
            if (steps[i] < kFar) {
                out.reached = all[i];
                out.beyond = all[i + 1];
            }
        }
        return out;
    }
    // Every way of that many steps; there are few.
    std::vector<int> way{q.start};
    double best = 1e300;
    const std::function<void(size_t, double)> walk = [&](size_t at, double largest) {
        if (all[at] == q.stop) {
            if (out.grits.empty() || largest < best - kHair || (largest < best + kHair && way < out.grits)) {
                out.grits = way;
                best = largest;
            }
            return;
        }
        for (size_t k = at + 1; k < all.size(); ++k) {
            const double step = stepOf(q, all[at], all[k]);
            const int left = steps.back() - static_cast<int>(way.size());
            if (step > q.maxRatio + kHair || (left == 0 && k + 1 != all.size()) || left < 0) {
                continue;
            }
            way.push_back(all[k]);
            walk(k, std::max(largest, step));
            way.pop_back();
        }
    };
    walk(0, 1.0);
    out.scratchLeft = grain_um(q.stop) / grain_um(q.start);
    for (size_t i = 0; i + 1 < out.grits.size(); ++i) {
        out.ratios.push_back(stepOf(q, out.grits[i], out.grits[i + 1]));
        out.largestRatio = std::max(out.largestRatio, out.ratios.back());
        out.toRemove_um.push_back(q.depthFactor * grain_um(out.grits[i]));
    }
    return out;
}

SandingTimes sandingTimes(const SandingInput& in)
{
    SandingTimes out;
    const double area = in.area_mm2 / kMm2PerM2;
    const double edge = in.edge_mm / kMmPerM;
    for (const SandingStep& s : in.steps) {
        SandingTimes::Step step;
        step.face_min = area * s.passes * s.rate_min_m2;
        step.edge_min = edge * s.edge_min_m;
        step.elapsed_min = step.face_min / in.machines + step.edge_min + in.change_min;
        step.discs = area > 0.0 ? static_cast<int>(std::ceil(area * s.passes / s.discLife_m2 - kHair)) : 0;
        out.work_min += step.face_min + step.edge_min + in.change_min;
        out.elapsed_min += step.elapsed_min;
        out.discs += step.discs;
        out.steps.push_back(step);
    }
    out.elapsed_min += in.wetBeforeLast ? in.dry_min : 0.0;
    return out;
}

PencilGrid pencilGrid(const Ring& outline, double pitch)
{
    PencilGrid out;
    const Box box = boundsOf(outline);
    const auto lines = [&](double extent) {
        return std::max(0, static_cast<int>(std::ceil(extent / pitch - kHair)) - 1);
    };
    out.across = lines(box.width());
    out.along = lines(box.height());
    out.pitchAcross_mm = box.width() / (out.across + 1);
    out.pitchAlong_mm = box.height() / (out.along + 1);
    const auto inside = [](const std::vector<double>& crossings) {
        double sum = 0.0;
        for (size_t i = 0; i + 1 < crossings.size(); i += 2) {
            sum += crossings[i + 1] - crossings[i];
        }
        return sum;
    };
    for (int k = 1; k <= out.along; ++k) {
        out.pencil_mm += inside(crossingsAt(outline, box.bottom + k * out.pitchAlong_mm));
    }
    Ring turned;
    for (const Vec2 p : outline) {
        turned.push_back({p.y, p.x});
    }
    for (int k = 1; k <= out.across; ++k) {
        out.pencil_mm += inside(crossingsAt(turned, box.left + k * out.pitchAcross_mm));
    }
    return out;
}

} // namespace burl
