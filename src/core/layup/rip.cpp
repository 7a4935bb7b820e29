#include "core/layup/rip.h"

#include <algorithm>
#include <cmath>

#include "core/numeric/small_lp.h"

namespace burl
{

namespace
{

/// Both edges cut to the window, brought to about unit size for the programme.
struct Window {
    Profile near;
    Profile far;
    double middle = 0.0;
    double half = 0.0;
    double scale = 1.0;
};

Expected<Window> windowOf(const Profile& near, const Profile& far, double x0_mm, double length_mm)
{
    if (near.size() < 2 || far.size() < 2 || !(length_mm > 0.0)) {
        return refuse("rip.window", "A rip line needs both edges at two stations at least.");
    }
    const double x1 = x0_mm + length_mm;
    if (x0_mm < std::max(near.front().x, far.front().x) - 1e-6 || x1 > std::min(near.back().x, far.back().x) + 1e-6) {
        return refuse("rip.window", "The slab is shorter than the length wanted there; slide the piece or "
                                    "shorten the top.");
    }
    Window w{cutTo(near, x0_mm, x1), cutTo(far, x0_mm, x1), x0_mm + length_mm / 2.0, length_mm / 2.0, 1.0};
    for (const auto* profile : {&w.near, &w.far}) {
        for (const Vec2 p : *profile) {
            w.scale = std::max(w.scale, std::abs(p.y));
        }
    }
    return w;
}

tl::unexpected<Refusal> noLine()
{
    return refuse("rip.no_line", "No straight line stays inside the wood along the whole length.");
}

} // namespace

Expected<RipAnswer> bestStrip(const Profile& near, const Profile& far, double margin_mm, double x0_mm, double length_mm)
{
    const auto window = windowOf(near, far, x0_mm, length_mm);
    if (!window) {
        return tl::unexpected(window.error());
    }
    const auto& [nearCut, farCut, middle, half, scale] = *window;
    // Unknowns: the far line's height in the middle, the rise of both over half the length, their distance.
    SmallLp lp;
    lp.unknowns = 3;
    lp.objective = {0.0, 0.0, 1.0};
    for (const Vec2 p : farCut) {
        lp.addRow({1.0, (p.x - middle) / half, 0.0}, (p.y - margin_mm) / scale);
    }
    for (const Vec2 p : nearCut) {
        lp.addRow({-1.0, -(p.x - middle) / half, 1.0}, -(p.y + margin_mm) / scale);
    }
    const LpAnswer best = solve(lp);
    if (best.status != LpStatus::Optimal || !(best.value > 0.0)) {
        return noLine();
    }
    // Many slopes may give that width: the flattest of them is taken, and of the room left over at it the
    // middle, so that a mirrored piece gives the mirrored strip.
    constexpr double kSlack = 1e-10;
    SmallLp slopes;
    slopes.unknowns = 2;
    for (const Vec2 p : farCut) {
        slopes.addRow({1.0, (p.x - middle) / half}, (p.y - margin_mm) / scale);
    }
    for (const Vec2 p : nearCut) {
        slopes.addRow({-1.0, -(p.x - middle) / half}, -(p.y + margin_mm) / scale - best.value + kSlack);
    }
    slopes.objective = {0.0, 1.0};
    const LpAnswer steepest = solve(slopes);
    slopes.objective = {0.0, -1.0};
    const LpAnswer shallowest = solve(slopes);
    double rise = best.x[1];
    if (steepest.status == LpStatus::Optimal && shallowest.status == LpStatus::Optimal) {
        rise = std::clamp(0.0, std::min(shallowest.x[1], steepest.x[1]), std::max(shallowest.x[1], steepest.x[1]));
    }
    double high = 1e9;
    double low = -1e9;
    for (const Vec2 p : farCut) {
        high = std::min(high, (p.y - margin_mm) / scale - rise * (p.x - middle) / half);
    }
    for (const Vec2 p : nearCut) {
        low = std::max(low, (p.y + margin_mm) / scale + best.value - rise * (p.x - middle) / half);
    }
    RipAnswer answer;
    answer.line.slope = rise * scale / half;
    answer.line.at0_mm = std::min(high, (high + low) / 2.0) * scale - answer.line.slope * middle;
    answer.leastWidth_mm = best.value * scale;
    answer.meanWidth_mm = answer.leastWidth_mm;
    return answer;
}

Expected<RipAnswer> bestFarRip(const Profile& near, const Profile& far, double margin_mm, double x0_mm,
                               double length_mm)
{
    const auto window = windowOf(near, far, x0_mm, length_mm);
    if (!window) {
        return tl::unexpected(window.error());
    }
    const auto& [nearCut, farCut, middle, half, scale] = *window;
    // Unknowns: the line's height in the middle, its rise over half the length, the least width.
    SmallLp lp;
    lp.unknowns = 3;
    lp.objective = {0.0, 0.0, 1.0};
    for (const Vec2 p : farCut) {
        lp.addRow({1.0, (p.x - middle) / half, 0.0}, (p.y - margin_mm) / scale);
    }
    for (const Vec2 p : nearCut) {
        lp.addRow({-1.0, -(p.x - middle) / half, 1.0}, -p.y / scale);
    }
    const LpAnswer first = solve(lp);
    if (first.status != LpStatus::Optimal || !(first.value > 0.0)) { // the line would leave the near edge
        return noLine();
    }
    SmallLp second;
    second.unknowns = 2;
    second.objective = {1.0, 0.0}; // the mean of the line is its height in the middle
    constexpr double kSlack = 1e-12;
    for (const Vec2 p : farCut) {
        second.addRow({1.0, (p.x - middle) / half}, (p.y - margin_mm) / scale);
    }
    for (const Vec2 p : nearCut) {
        second.addRow({-1.0, -(p.x - middle) / half}, -p.y / scale - first.value + kSlack);
    }
    const LpAnswer best = solve(second);
    const auto& x = best.status == LpStatus::Optimal ? best.x : first.x;
    RipAnswer answer;
    answer.line.slope = x[1] * scale / half;
    answer.line.at0_mm = x[0] * scale - answer.line.slope * middle;
    answer.leastWidth_mm = first.value * scale;
    answer.meanWidth_mm = x[0] * scale - integral(nearCut) / length_mm;
    return answer;
}

Expected<RipAnswer> bestNearRip(const Profile& near, const Profile& far, double margin_mm, double x0_mm,
                                double length_mm)
{
    auto mirrored = [](Profile profile) {
        for (Vec2& p : profile) {
            p.y = -p.y;
        }
        return profile;
    };
    auto answer = bestFarRip(mirrored(far), mirrored(near), margin_mm, x0_mm, length_mm);
    if (answer) {
        answer->line = {-answer->line.at0_mm, -answer->line.slope};
    }
    return answer;
}

Expected<WindowAnswer> bestWindow(const Profile& near, const Profile& far, double margin_mm, double length_mm,
                                  double step_mm)
{
    const double from = std::max(near.front().x, far.front().x);
    const double to = std::min(near.back().x, far.back().x);
    std::optional<WindowAnswer> best;
    for (int k = 0; from + k * step_mm + length_mm <= to + 1e-9; ++k) {
        const double x0 = from + k * step_mm;
        const auto rip = bestFarRip(near, far, margin_mm, x0, length_mm);
        if (rip && (!best || rip->leastWidth_mm > best->rip.leastWidth_mm + 1e-9)) {
            best = WindowAnswer{x0, *rip};
        }
    }
    if (!best) {
        return refuse("rip.window", "The slab is shorter than the length wanted.");
    }
    return *best;
}

} // namespace burl
