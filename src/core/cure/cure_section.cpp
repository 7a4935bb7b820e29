#include "core/cure/cure_section.h"

// Method: cells graded towards the walls (cure_cells.h); each step split into conduction up and along, the reaction,
// and conduction along and up again (Strang), conduction solved line by line by TR-BDF2, which damps what it does not
// resolve; the reaction of a cell by Runge and Kutta from alpha = 0 exactly, as its rate has a vertical tangent there.
// A step is as long as the warmest cell warms by little in it.

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/cure/cure_cells.h"
#include "core/cure/cure_rates.h"
#include "core/cure/cure_watch.h"

// Lines that do not touch each other: the compiler of the release may take four of them at once.
#if defined(__clang__)
#define SIDE_BY_SIDE
#else
#define SIDE_BY_SIDE _Pragma("GCC ivdep")
#endif

namespace burl
{
namespace
{

constexpr double kHour_s = 3600.0;
constexpr double kFirstStep_h = 0.002;
constexpr double kLongestStep_h = 0.5;
constexpr double kGrows = 1.4;      // a step over the one before, at most
constexpr double kAlphaStep = 0.01; // of one step inside a cell's reaction
constexpr double kSlow = 0.002;     // so little cure in a step is as exact by the midpoint
constexpr double kStill = 1e-6;     // and so little by its first rate alone
constexpr double kSingular = 0.02;  // below, the rate is steep: four stages
constexpr double kThinnest_mm = 0.5, kDeepest_mm = 400.0, kWidest_mm = 2000.0;
constexpr int kAskEvery = 16;   // steps
constexpr double kPast_K = 3.0; // under its peak, the warmest place has passed it

/// What TR-BDF2 needs of a step: both of its stages share one matrix.
struct Stages {
    explicit Stages(double step_s) : s(kGamma / 2.0 * step_s) {}
    static constexpr double kGamma = 2.0 - std::numbers::sqrt2;
    static constexpr double kToStage = 1.0 / (kGamma * (2.0 - kGamma));
    static constexpr double kToOld = (1.0 - kGamma) * (1.0 - kGamma) / (kGamma * (2.0 - kGamma));
    double s;
};

class Solver
{
public:
    Solver(const CureSection& section, const CureFineness& fine)
        : in_(section), fine_(fine), rates_(section.resin.kinetics), c_(cureCells(section, fine.across, fine.deep)),
          alpha_(c_.share.size(), 0.0), heat_(c_.share.size(), section.wood_C), stored0_(stored())
    {
    }

    Expected<CureAnswer> run()
    {
        CureWatch watch(in_);
        air_C_ = in_.room.air_C(0.0);
        double at_h = 0.0;
        double step_h = kFirstStep_h;
        size_t poured = 0;
        pour(poured++);
        watch.look(view(), at_h);
        takePicture(at_h);
        while (at_h < in_.end_h - 1e-9) {
            double next = std::min(step_h, in_.end_h - at_h);
            bool pours = false;
            if (poured < in_.layers.size() && at_h + next >= in_.layers[poured].pouredAt_h - 1e-9) {
                next = std::max(1e-9, in_.layers[poured].pouredAt_h - at_h);
                pours = true;
            }
            step(at_h, next);
            at_h += next;
            ++steps_;
            watch.look(view(), at_h);
            takePicture(at_h);
            if (pours) {
                pour(poured++);
                step_h = kFirstStep_h;
                watch.look(view(), at_h);
                continue;
            }
            step_h = std::min(step_h * kGrows, longestStep_h());
            if (fine_.goOn && steps_ % kAskEvery == 0 && !fine_.goOn(at_h / in_.end_h)) {
                return refuse("cure.stopped", "the heat of the pour is not worked out: it was stopped.");
            }
            if (fine_.untilPeak && poured == in_.layers.size() && watch.isPast(kPast_K)) {
                break;
            }
            if (fine_.untilTooHot && watch.isTooHot()) {
                break;
            }
        }
        CureAnswer out = watch.answer();
        out.pictures = std::move(pictures_);
        out.x_mm = facesOf(c_.x_mm, c_.dx_m);
        out.y_mm = facesOf(c_.y_mm, c_.dy_m);
        out.cells = c_.nx * c_.ny;
        out.steps = steps_;
        out.energyError = made_J_ > 0.0 ? (made_J_ - (stored() - stored0_) - left_J_) / made_J_ : 0.0;
        return out;
    }

private:
    void pour(size_t layer)
    {
        const double before = stored();
        const std::vector<double> was = c_.epoxyCapacity;
        const double warm = in_.layers[layer].resin_C;
        fillCells(c_, in_, layer + 1);
        for (size_t k = 0; k < heat_.size(); ++k) {
            const double added = c_.epoxyCapacity[k] - was[k];
            if (added > 0.0) {
                alpha_[k] = 0.0;
                heat_[k] += (warm - heat_[k]) * added / c_.capacity[k];
            }
        }
        reacting_.clear();
        for (size_t k = 0; k < heat_.size(); ++k) {
            if (c_.epoxyCapacity[k] > 0.0) {
                reacting_.push_back({k, fullRise_K(in_.resin) * c_.epoxyCapacity[k] / c_.capacity[k]});
            }
        }
        turned(c_.capacity, static_cast<size_t>(c_.nx), static_cast<size_t>(c_.ny), turnedCapacity_);
        turned(c_.nextX, static_cast<size_t>(c_.nx), static_cast<size_t>(c_.ny), turnedNext_);
        turned(c_.roomX, static_cast<size_t>(c_.nx), static_cast<size_t>(c_.ny), turnedRoom_);
        stored0_ += stored() - before; // it brings that heat along
    }

    void takePicture(double at_h)
    {
        if (static_cast<int>(pictures_.size()) >= fine_.pictures ||
            at_h < in_.end_h * static_cast<double>(pictures_.size()) / fine_.pictures) {
            return;
        }
        pictures_.push_back({at_h, {heat_.begin(), heat_.end()}, {c_.epoxy.begin(), c_.epoxy.end()}});
    }

    static std::vector<double> facesOf(const std::vector<double>& middles_mm, const std::vector<double>& wide_m)
    {
        constexpr double kHalf_mm = 500.0; // half a cell, from metres
        std::vector<double> out{middles_mm.front() - wide_m.front() * kHalf_mm};
        for (size_t i = 0; i < middles_mm.size(); ++i) {
            out.push_back(middles_mm[i] + wide_m[i] * kHalf_mm);
        }
        return out;
    }

    [[nodiscard]] double stored() const
    {
        double sum = 0.0;
        for (size_t k = 0; k < heat_.size(); ++k) {
            sum += c_.capacity[k] * heat_[k];
        }
        return sum;
    }

    [[nodiscard]] double longestStep_h() const
    {
        double fastest = 1e-12; // K per hour
        for (const Reacting& r : reacting_) {
            fastest = std::max(fastest, rates_.per_s(alpha_[r.cell], heat_[r.cell]));
        }
        return std::clamp(fine_.step_K / (fastest * fullRise_K(in_.resin) * kHour_s), 1e-5, kLongestStep_h);
    }

    void step(double at_h, double step_h)
    {
        air_C_ = in_.room.air_C(at_h + step_h / 2.0);
        const double dt = step_h * kHour_s;
        up(dt / 2.0);
        along(dt / 2.0);
        react(dt);
        along(dt / 2.0);
        up(dt / 2.0);
    }

    void react(double dt_s)
    {
        for (const Reacting& r : reacting_) {
            const double from = alpha_[r.cell];
            double a = from;
            const double t0 = heat_[r.cell];
            const auto rate = [&](double alpha) {
                const double held = std::min(alpha, 1.0);
                return rates_.per_s(held, t0 + r.rise_K * (held - from));
            };
            double left = dt_s;
            while (left > 0.0 && a < 1.0) {
                const double r1 = rate(a);
                if (r1 * left < kStill && a > kSingular) {
                    a = std::min(1.0, a + left * r1);
                    break;
                }
                if (r1 * left < kSlow && a > kSingular) {
                    a = std::min(1.0, a + left * rate(a + 0.5 * left * r1));
                    break;
                }
                double h = left;
                if (r1 * h > kAlphaStep) {
                    h = std::min(left, kAlphaStep / r1);
                }
                const double r2 = rate(a + 0.5 * h * r1);
                const double r3 = rate(a + 0.5 * h * r2);
                const double r4 = rate(a + h * r3);
                a = std::min(1.0, a + h / 6.0 * (r1 + 2.0 * r2 + 2.0 * r3 + r4));
                left -= h;
            }
            alpha_[r.cell] = a;
            heat_[r.cell] = t0 + r.rise_K * (a - from);
            made_J_ += c_.capacity[r.cell] * r.rise_K * (a - from);
        }
    }

    /// Its lines lie across the memory: they are turned, so that one step of all lines is done side by side.
    void along(double dt_s)
    {
        if (c_.nx < 2) {
            return;
        }
        const auto wide = static_cast<size_t>(c_.nx);
        const auto high = static_cast<size_t>(c_.ny);
        turned(heat_, wide, high, turnedHeat_);
        solve(dt_s, {high, wide, turnedCapacity_.data(), turnedNext_.data(), turnedRoom_.data()}, turnedHeat_);
        turned(turnedHeat_, high, wide, after_);
        take();
    }

    void up(double dt_s)
    {
        after_ = heat_;
        solve(dt_s,
              {static_cast<size_t>(c_.nx), static_cast<size_t>(c_.ny), c_.capacity.data(), c_.nextY.data(),
               c_.room.data()},
              after_);
        take();
    }

    /// What conduction left, and what it took out.
    void take()
    {
        double left = 0.0;
        for (size_t k = 0; k < heat_.size(); ++k) {
            left += c_.capacity[k] * (heat_[k] - after_[k]);
        }
        left_J_ += left;
        heat_.swap(after_);
    }

    static void turned(const std::vector<double>& from, size_t wide, size_t high, std::vector<double>& to)
    {
        to.resize(from.size());
        for (size_t j = 0; j < high; ++j) {
            for (size_t i = 0; i < wide; ++i) {
                to[i * high + j] = from[j * wide + i];
            }
        }
    }

    /// Lines side by side: cell `i` of line `l` stands at i * lines + l. `next`: the conductance to cell i + 1.
    struct Lines {
        size_t lines, count;
        const double* capacity;
        const double* next;
        const double* room;
    };

    /// TR-BDF2 over all lines of one direction at once: (C + s K) with K the conductances, factored once, used by both
    /// stages.
    void solve(double dt_s, const Lines& in, std::vector<double>& heat)
    {
        const double s = Stages(dt_s).s;
        for (std::vector<double>* work : {&lower_, &inverse_, &stage_}) {
            work->resize(heat.size());
        }
        for (size_t i = 0; i < in.count; ++i) {
            factor(s, in, i, heat);
        }
        backwards(s, in);
        for (size_t i = 0; i < in.count; ++i) {
            secondStage(s, in, i, heat);
        }
        backwards(s, in);
        heat.swap(stage_);
    }

    // The lines do not touch each other: what is read and what is written in these loops lies apart.
    void factor(double s, const Lines& in, size_t i, const std::vector<double>& heat)
    {
        const size_t at = i * in.lines;
        const double air = air_C_;
        const double* const capacity = in.capacity + at;
        const double* const room = in.room + at;
        const double* const next = in.next + at;
        const double* const now = heat.data() + at;
        double* const inverse = inverse_.data() + at;
        double* const right = stage_.data() + at;
        const bool last = i + 1 == in.count;
        const double* const above = last ? now : now + in.lines; // nothing lies beyond the last: it takes no part
        const double beyond = last ? 0.0 : 1.0;
        if (i == 0) {
            SIDE_BY_SIDE
            for (size_t l = 0; l < in.lines; ++l) {
                const double flow = room[l] * (air - now[l]) + next[l] * (beyond * above[l] - now[l]);
                right[l] = capacity[l] * now[l] + s * (flow + room[l] * air);
                inverse[l] = 1.0 / (capacity[l] + s * (next[l] + room[l]));
            }
            return;
        }
        const double* const before = next - in.lines;
        const double* const below = now - in.lines;
        const double* const inverseBelow = inverse - in.lines;
        const double* const rightBelow = right - in.lines;
        double* const lower = lower_.data() + at;
        SIDE_BY_SIDE
        for (size_t l = 0; l < in.lines; ++l) {
            const double flow =
                room[l] * (air - now[l]) + before[l] * (below[l] - now[l]) + next[l] * (beyond * above[l] - now[l]);
            const double low = -s * before[l] * inverseBelow[l];
            lower[l] = low;
            right[l] = capacity[l] * now[l] + s * (flow + room[l] * air) - low * rightBelow[l];
            inverse[l] = 1.0 / (capacity[l] + s * (before[l] + next[l] + room[l]) + low * s * before[l]);
        }
    }

    void secondStage(double s, const Lines& in, size_t i, const std::vector<double>& heat)
    {
        const size_t at = i * in.lines;
        const double air = air_C_;
        const double* const capacity = in.capacity + at;
        const double* const room = in.room + at;
        const double* const old = heat.data() + at;
        double* const stage = stage_.data() + at;
        SIDE_BY_SIDE
        for (size_t l = 0; l < in.lines; ++l) {
            stage[l] = capacity[l] * (Stages::kToStage * stage[l] - Stages::kToOld * old[l]) + s * room[l] * air;
        }
        if (i > 0) {
            const double* const lower = lower_.data() + at;
            const double* const below = stage - in.lines;
            SIDE_BY_SIDE
            for (size_t l = 0; l < in.lines; ++l) {
                stage[l] -= lower[l] * below[l];
            }
        }
    }

    void backwards(double s, const Lines& in)
    {
        for (size_t i = in.count; i-- > 0;) {
            const size_t at = i * in.lines;
            double* const stage = stage_.data() + at;
            const double* const inverse = inverse_.data() + at;
            const double* const next = in.next + at;
            if (i + 1 == in.count) {
                SIDE_BY_SIDE
                for (size_t l = 0; l < in.lines; ++l) {
                    stage[l] *= inverse[l];
                }
                continue;
            }
            const double* const above = stage + in.lines;
            SIDE_BY_SIDE
            for (size_t l = 0; l < in.lines; ++l) {
                stage[l] = (stage[l] + s * next[l] * above[l]) * inverse[l];
            }
        }
    }

    [[nodiscard]] CureView view() const { return {&c_, &alpha_, &heat_, air_C_}; }

    struct Reacting {
        size_t cell = 0;
        double rise_K = 0.0; // of the whole cell by a whole cure
    };

    const CureSection& in_;
    const CureFineness& fine_;
    CureRates rates_;
    CureCells c_;
    std::vector<double> alpha_, heat_;
    std::vector<Reacting> reacting_;
    std::vector<double> lower_, inverse_, stage_, after_;
    std::vector<double> turnedHeat_, turnedCapacity_, turnedNext_, turnedRoom_; // for conduction along
    double air_C_ = 20.0;
    double made_J_ = 0.0;
    double left_J_ = 0.0;
    double stored0_ = 0.0;
    int steps_ = 0;
    std::vector<CurePicture> pictures_;
};

} // namespace

Expected<CureAnswer> cured(const CureSection& section, const CureFineness& fineness)
{
    double depth = 0.0;
    for (const CureLayer& layer : section.layers) {
        if (!(layer.depth_mm >= kThinnest_mm && layer.depth_mm <= kDeepest_mm) || !std::isfinite(layer.resin_C)) {
            return refuse("cure.size", "a layer of a pour is 0.5 to 400 mm deep.");
        }
        depth += layer.depth_mm;
    }
    const bool flanks = section.shape != CureShape::Slab;
    if (section.layers.empty() || depth > kDeepest_mm ||
        (flanks &&
         !(section.width_mm >= kThinnest_mm && section.width_mm <= kWidest_mm && section.woodWidth_mm > 0.0)) ||
        !(section.end_h > 0.0) || !section.room.air_C) {
        return refuse("cure.size",
                      "a pour is 0.5 to 2000 mm wide and 0.5 to 400 mm deep, in a room whose warmth is told.");
    }
    const CureMaterial& m = section.resin.thermal;
    if (!(m.density_kg_m3 > 0.0 && m.heatCapacity_J_kgK > 0.0 && m.conductivity_W_mK > 0.0 &&
          section.resin.kinetics.heatOfReaction_J_g >= 0.0)) {
        return refuse("cure.resin", "this class of resin does not say how it cures.");
    }
    return Solver(section, fineness).run();
}

} // namespace burl
