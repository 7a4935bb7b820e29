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

    void along(double dt_s)
    {
        if (c_.nx > 1) {
            solve(dt_s, static_cast<size_t>(c_.ny), static_cast<size_t>(c_.nx), static_cast<size_t>(c_.nx), 1, c_.nextX,
                  c_.roomX);
        }
    }

    void up(double dt_s)
    {
        solve(dt_s, static_cast<size_t>(c_.nx), 1, static_cast<size_t>(c_.ny), static_cast<size_t>(c_.nx), c_.nextY,
              c_.room);
    }

    /// TR-BDF2 over all lines of one direction at once: `lines` of them, `apart` from one to the next, `count` cells in
    /// each, `stride` from one cell to the next.
    void solve(double dt_s, size_t lines, size_t apart, size_t count, size_t stride, const std::vector<double>& next,
               const std::vector<double>& room)
    {
        const Stages stages(dt_s);
        const double s = stages.s;
        const double air = air_C_;
        const size_t n = heat_.size();
        for (std::vector<double>* work : {&lower_, &inverse_, &stage_}) {
            work->resize(n);
        }
        // (C + s K) with K the conductances: factored once, used by both stages.
        for (size_t i = 0; i < count; ++i) {
            for (size_t l = 0; l < lines; ++l) {
                const size_t k = l * apart + i * stride;
                const double before = i > 0 ? next[k - stride] : 0.0;
                const double below = i > 0 ? heat_[k - stride] : 0.0;
                const double above = i + 1 < count ? heat_[k + stride] : 0.0;
                double diagonal = c_.capacity[k] + s * (before + next[k] + room[k]);
                const double flow =
                    room[k] * (air - heat_[k]) + before * (below - heat_[k]) + next[k] * (above - heat_[k]);
                double right = c_.capacity[k] * heat_[k] + s * (flow + room[k] * air);
                if (i > 0) {
                    const double low = -s * before * inverse_[k - stride];
                    diagonal += low * s * before;
                    right -= low * stage_[k - stride];
                    lower_[k] = low;
                }
                inverse_[k] = 1.0 / diagonal;
                stage_[k] = right;
            }
        }
        backwards(s, lines, apart, count, stride, next);
        for (size_t i = 0; i < count; ++i) {
            for (size_t l = 0; l < lines; ++l) {
                const size_t k = l * apart + i * stride;
                stage_[k] =
                    c_.capacity[k] * (Stages::kToStage * stage_[k] - Stages::kToOld * heat_[k]) + s * room[k] * air;
                if (i > 0) {
                    stage_[k] -= lower_[k] * stage_[k - stride];
                }
            }
        }
        backwards(s, lines, apart, count, stride, next);
        double left = 0.0;
        for (size_t k = 0; k < n; ++k) {
            left += c_.capacity[k] * (heat_[k] - stage_[k]); // what conduction took out of it
        }
        left_J_ += left;
        heat_.swap(stage_);
    }

    void backwards(double s, size_t lines, size_t apart, size_t count, size_t stride, const std::vector<double>& next)
    {
        for (size_t i = count; i-- > 0;) {
            for (size_t l = 0; l < lines; ++l) {
                const size_t k = l * apart + i * stride;
                const double above = i + 1 < count ? stage_[k + stride] : 0.0;
                stage_[k] = (stage_[k] + s * next[k] * above) * inverse_[k];
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
    std::vector<double> lower_, inverse_, stage_;
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
