#include "core/cure/cure_section.h"

// Method: cells graded towards the walls; each step split into its reaction and conduction along x and along y
// (Strang), conduction solved line by line by TR-BDF2, which damps what it does not resolve; the reaction of a cell by
// Runge and Kutta from alpha = 0 exactly, as its rate has a vertical tangent there. A step is as long as the warmest
// cell warms by little in it.

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "core/cure/cure_watch.h"

namespace burl
{
namespace
{

constexpr double kMm = 1e-3; // metres
constexpr double kHour_s = 3600.0;
constexpr double kFirstStep_h = 0.002;
constexpr double kLongestStep_h = 0.25;
constexpr double kGrows = 1.4;      // a step over the one before, at most
constexpr double kAlphaStep = 0.01; // of one step inside a cell's reaction
constexpr double kThinnest_mm = 0.5, kDeepest_mm = 400.0, kWidest_mm = 2000.0;
constexpr int kFormCells = 5;
constexpr int kWoodCells = 9;
constexpr double kSmallest_mm = 0.7; // of the cells at a wall or a surface: the least cured corner is thin
constexpr int kHalvings = 50;

/// By how much each of `count` cells is larger than the one before, when the first is `smallest` and all are `whole`.
double gradingOf(double whole, int count, double smallest)
{
    double low = 1.0;
    double high = 4.0;
    const auto sum = [&](double ratio) {
        return ratio - 1.0 < 1e-9 ? smallest * count : smallest * (std::pow(ratio, count) - 1.0) / (ratio - 1.0);
    };
    for (int i = 0; i < kHalvings && sum(low) < whole; ++i) {
        const double middle = (low + high) / 2.0;
        (sum(middle) < whole ? low : high) = middle;
    }
    return low;
}

/// Faces of cells from the last one to `to`, small at one end or at both.
enum class Fine { Low, High, Both };
void addCells(std::vector<double>& faces, double to, int count, Fine fine)
{
    const double from = faces.back();
    const double run = fine == Fine::Both ? (to - from) / 2.0 : to - from;
    const int along = fine == Fine::Both ? (count + 1) / 2 : count;
    const double ratio = gradingOf(run, along, std::min(kSmallest_mm, run / along));
    std::vector<double> sizes(static_cast<size_t>(count));
    double sum = 0.0;
    for (int i = 0; i < count; ++i) {
        const int near = fine == Fine::Low ? i : fine == Fine::High ? count - 1 - i : std::min(i, count - 1 - i);
        sizes[static_cast<size_t>(i)] = std::pow(ratio, near);
        sum += sizes[static_cast<size_t>(i)];
    }
    double at = from;
    for (int i = 0; i < count; ++i) {
        at += sizes[static_cast<size_t>(i)] / sum * (to - from);
        faces.push_back(i + 1 == count ? to : at);
    }
}

class Solver
{
public:
    Solver(const CureSection& section, const CureFineness& fine) : in_(section), fine_(fine) { layOut(); }

    Expected<CureAnswer> run()
    {
        CureWatch watch(in_);
        double at_h = 0.0;
        double step_h = kFirstStep_h;
        size_t poured = 0;
        pour(poured++);
        watch.look(view(), at_h);
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
            if (pours) {
                pour(poured++);
                step_h = kFirstStep_h;
                watch.look(view(), at_h);
                continue;
            }
            step_h = std::min(step_h * kGrows, longestStep_h());
            if (fine_.goOn && steps_ % 16 == 0 && !fine_.goOn(at_h / in_.end_h)) {
                return refuse("cure.stopped", "the heat of the pour is not worked out: it was stopped.");
            }
        }
        CureAnswer out = watch.answer();
        out.cells = nx_ * ny_;
        out.steps = steps_;
        out.energyError = made_J_ > 0.0 ? (made_J_ - (stored() - stored0_) - left_J_) / made_J_ : 0.0;
        return out;
    }

private:
    [[nodiscard]] size_t at(int i, int j) const
    {
        return static_cast<size_t>(j) * static_cast<size_t>(nx_) + static_cast<size_t>(i);
    }

    void layOut()
    {
        const double half = in_.width_mm / 2.0;
        std::vector<double> xs{0.0};
        if (in_.shape == CureShape::Slab) {
            xs.push_back(1.0);
            epoxyColumns_ = 1;
        } else {
            addCells(xs, half, fine_.across, Fine::High);
            epoxyColumns_ = fine_.across;
            addCells(xs, half + in_.woodWidth_mm, kWoodCells, Fine::Low);
        }
        std::vector<double> ys{in_.form ? -in_.form->thickness_mm : 0.0};
        if (in_.form) {
            addCells(ys, 0.0, kFormCells, Fine::High);
        }
        double top = 0.0;
        const int each = std::max(8, fine_.deep / static_cast<int>(in_.layers.size()));
        for (const CureLayer& layer : in_.layers) {
            const int first = static_cast<int>(ys.size()) - 1;
            top += layer.depth_mm;
            addCells(ys, top, each, Fine::Both);
            rows_.push_back({first, static_cast<int>(ys.size()) - 1});
        }
        const bool flanks = in_.shape != CureShape::Slab;
        if (flanks && in_.slabThickness_mm > top + 1e-9) {
            addCells(ys, in_.slabThickness_mm, kFormCells, Fine::Low);
        }
        nx_ = static_cast<int>(xs.size()) - 1;
        ny_ = static_cast<int>(ys.size()) - 1;
        for (int i = 0; i < nx_; ++i) {
            const auto k = static_cast<size_t>(i);
            dx_.push_back((xs[k + 1] - xs[k]) * kMm);
            x_mm_.push_back((xs[k] + xs[k + 1]) / 2.0);
            // Per radian of a round, per metre of a river.
            const bool round = in_.shape == CureShape::Round;
            area_.push_back(round ? x_mm_.back() * kMm * dx_.back() : dx_.back());
            face_.push_back(round ? xs[k + 1] * kMm : 1.0);
        }
        for (int j = 0; j < ny_; ++j) {
            const auto k = static_cast<size_t>(j);
            dy_.push_back((ys[k + 1] - ys[k]) * kMm);
            y_mm_.push_back((ys[k] + ys[k + 1]) / 2.0);
        }
        const auto cells = static_cast<size_t>(nx_) * static_cast<size_t>(ny_);
        kind_.assign(cells, Kind::Air);
        alpha_.assign(cells, 0.0);
        heat_.assign(cells, in_.wood_C);
        const int firstRow = in_.form ? kFormCells : 0;
        for (int j = 0; j < ny_; ++j) {
            for (int i = 0; i < nx_; ++i) {
                if (j < firstRow) {
                    kind_[at(i, j)] = Kind::Form;
                } else if (i >= epoxyColumns_ && y_mm_[static_cast<size_t>(j)] < in_.slabThickness_mm) {
                    kind_[at(i, j)] = Kind::Wood;
                }
            }
        }
        stored0_ = stored();
    }

    void pour(size_t layer)
    {
        for (int j = rows_[layer].first; j < rows_[layer].second; ++j) {
            for (int i = 0; i < epoxyColumns_; ++i) {
                kind_[at(i, j)] = Kind::Epoxy;
                alpha_[at(i, j)] = 0.0;
                heat_[at(i, j)] = in_.layers[layer].resin_C;
                stored0_ += capacity(i, j) * in_.layers[layer].resin_C; // it brings that heat along
            }
        }
    }

    enum class Kind : unsigned char { Air, Wood, Form, Epoxy };

    [[nodiscard]] const CureMaterial& material(Kind kind) const
    {
        return kind == Kind::Wood ? in_.wood : kind == Kind::Form ? in_.form->material : in_.resin.thermal;
    }
    [[nodiscard]] double conductivity(int i, int j) const { return material(kind_[at(i, j)]).conductivity_W_mK; }
    /// J/K of a cell.
    [[nodiscard]] double capacity(int i, int j) const
    {
        const CureMaterial& m = material(kind_[at(i, j)]);
        return m.density_kg_m3 * m.heatCapacity_J_kgK * area_[static_cast<size_t>(i)] * dy_[static_cast<size_t>(j)];
    }
    [[nodiscard]] double stored() const
    {
        double sum = 0.0;
        for (int j = 0; j < ny_; ++j) {
            for (int i = 0; i < nx_; ++i) {
                sum += kind_[at(i, j)] != Kind::Air ? capacity(i, j) * heat_[at(i, j)] : 0.0;
            }
        }
        return sum;
    }

    [[nodiscard]] double longestStep_h() const
    {
        double fastest = 1e-12; // K per hour
        for (size_t c = 0; c < kind_.size(); ++c) {
            if (kind_[c] == Kind::Epoxy) {
                fastest = std::max(fastest, cureRate_per_s(in_.resin.kinetics, alpha_[c], heat_[c]));
            }
        }
        return std::clamp(fine_.step_K / (fastest * fullRise_K(in_.resin) * kHour_s), 1e-5, kLongestStep_h);
    }

    void step(double at_h, double step_h)
    {
        air_C_ = in_.room.air_C(at_h + step_h / 2.0);
        const double dt = step_h * kHour_s;
        react(dt / 2.0);
        along(dt / 2.0);
        up(dt);
        along(dt / 2.0);
        react(dt / 2.0);
    }

    void react(double dt_s)
    {
        const CureKinetics& k = in_.resin.kinetics;
        const double rise = fullRise_K(in_.resin);
        for (int j = 0; j < ny_; ++j) {
            for (int i = 0; i < epoxyColumns_; ++i) {
                const size_t c = at(i, j);
                if (kind_[c] != Kind::Epoxy || alpha_[c] >= 1.0) {
                    continue;
                }
                const double from = alpha_[c];
                double a = from;
                const double t0 = heat_[c];
                const auto rate = [&](double alpha) {
                    const double held = std::min(alpha, 1.0);
                    return cureRate_per_s(k, held, t0 + rise * (held - from));
                };
                double left = dt_s;
                while (left > 0.0 && a < 1.0) {
                    const double r1 = rate(a);
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
                alpha_[c] = a;
                heat_[c] = t0 + rise * (a - from);
                made_J_ += capacity(i, j) * rise * (a - from);
            }
        }
    }

    /// W/K between two cells beside each other, or from a cell to the room when there is air.
    struct Link {
        double to = 0.0;   // to the next cell of the line
        double room = 0.0; // to the room, over both of its ends
    };

    [[nodiscard]] double linkX(int i, int j) const // over the face between i and i + 1
    {
        const double area = face_[static_cast<size_t>(i)] * dy_[static_cast<size_t>(j)];
        const double a = dx_[static_cast<size_t>(i)] / 2.0 / conductivity(i, j);
        const bool last = i + 1 == nx_;
        if (last) {
            return in_.shape == CureShape::Slab ? 0.0 : area / (a + 1.0 / in_.room.side_W_m2K);
        }
        return area / (a + dx_[static_cast<size_t>(i) + 1] / 2.0 / conductivity(i + 1, j));
    }

    void along(double dt_s)
    {
        if (nx_ == 1) {
            return;
        }
        for (int j = 0; j < ny_; ++j) {
            line_.clear();
            int first = 0;
            while (first < nx_ && kind_[at(first, j)] == Kind::Air) {
                ++first;
            }
            for (int i = first; i < nx_; ++i) {
                Cell cell{at(i, j), capacity(i, j), 0.0, 0.0};
                if (i + 1 < nx_) {
                    cell.next = linkX(i, j);
                } else {
                    cell.room = linkX(i, j);
                }
                if (i == first && first > 0) { // the wood's bare side over the fill
                    const double area = face_[static_cast<size_t>(i) - 1] * dy_[static_cast<size_t>(j)];
                    cell.room +=
                        area / (dx_[static_cast<size_t>(i)] / 2.0 / conductivity(i, j) + 1.0 / in_.room.top_W_m2K);
                }
                line_.push_back(cell);
            }
            solve(dt_s);
        }
    }

    void up(double dt_s)
    {
        for (int i = 0; i < nx_; ++i) {
            line_.clear();
            const double area = area_[static_cast<size_t>(i)];
            for (int j = 0; j < ny_ && kind_[at(i, j)] != Kind::Air; ++j) {
                Cell cell{at(i, j), capacity(i, j), 0.0, 0.0};
                const double half = dy_[static_cast<size_t>(j)] / 2.0 / conductivity(i, j);
                const auto open = [&](double h) { return h > 0.0 ? area / (half + 1.0 / h) : 0.0; };
                if (j == 0) {
                    cell.room += open(in_.room.bottom_W_m2K);
                }
                if (j + 1 < ny_ && kind_[at(i, j + 1)] != Kind::Air) {
                    cell.next = area / (half + dy_[static_cast<size_t>(j) + 1] / 2.0 / conductivity(i, j + 1));
                } else {
                    cell.room += open(in_.room.top_W_m2K);
                }
                line_.push_back(cell);
            }
            solve(dt_s);
        }
    }

    struct Cell {
        size_t index = 0;
        double capacity = 0.0;
        double next = 0.0; // W/K to the next one
        double room = 0.0; // W/K to the room
    };

    /// TR-BDF2 over one line: both stages share one matrix.
    void solve(double dt_s)
    {
        const size_t n = line_.size();
        if (n == 0) {
            return;
        }
        const double gamma = 2.0 - std::numbers::sqrt2;
        const double s = gamma / 2.0 * dt_s;
        const double toStage = 1.0 / (gamma * (2.0 - gamma));
        const double toOld = (1.0 - gamma) * (1.0 - gamma) / (gamma * (2.0 - gamma));
        lower_.resize(n);
        inverse_.resize(n);
        stage_.resize(n);
        old_.resize(n);
        for (size_t i = 0; i < n; ++i) {
            old_[i] = heat_[line_[i].index];
        }
        const auto before = [&](size_t i) { return i > 0 ? line_[i - 1].next : 0.0; };
        // (C + s K) with K the conductances: factored once.
        for (size_t i = 0; i < n; ++i) {
            double diagonal = line_[i].capacity + s * (before(i) + line_[i].next + line_[i].room);
            if (i > 0) {
                lower_[i] = -s * before(i) * inverse_[i - 1];
                diagonal += lower_[i] * s * before(i);
            }
            inverse_[i] = 1.0 / diagonal;
        }
        const auto flow = [&](const std::vector<double>& t, size_t i) { // W into the cell
            double q = line_[i].room * (air_C_ - t[i]);
            if (i > 0) {
                q += before(i) * (t[i - 1] - t[i]);
            }
            if (i + 1 < n) {
                q += line_[i].next * (t[i + 1] - t[i]);
            }
            return q;
        };
        const auto substitute = [&](std::vector<double>& rhs) {
            for (size_t i = 1; i < n; ++i) {
                rhs[i] -= lower_[i] * rhs[i - 1];
            }
            rhs[n - 1] *= inverse_[n - 1];
            for (size_t i = n - 1; i-- > 0;) {
                rhs[i] = (rhs[i] + s * line_[i].next * rhs[i + 1]) * inverse_[i];
            }
        };
        for (size_t i = 0; i < n; ++i) {
            stage_[i] = line_[i].capacity * old_[i] + s * flow(old_, i) + s * line_[i].room * air_C_;
        }
        substitute(stage_);
        new_.resize(n);
        for (size_t i = 0; i < n; ++i) {
            new_[i] = line_[i].capacity * (toStage * stage_[i] - toOld * old_[i]) + s * line_[i].room * air_C_;
        }
        substitute(new_);
        for (size_t i = 0; i < n; ++i) {
            left_J_ -= line_[i].capacity * (new_[i] - old_[i]); // what conduction took out of the line
            heat_[line_[i].index] = new_[i];
        }
    }

    [[nodiscard]] CureView view() const
    {
        CureView out;
        out.nx = nx_;
        out.columns = epoxyColumns_;
        out.rows = &rows_;
        out.x_mm = &x_mm_;
        out.y_mm = &y_mm_;
        out.dx_m = &dx_;
        out.dy_m = &dy_;
        out.area = &area_;
        out.alpha = &alpha_;
        out.heat_C = &heat_;
        out.air_C = air_C_;
        return out;
    }

    const CureSection& in_;
    const CureFineness& fine_;
    int nx_ = 0;
    int ny_ = 0;
    int epoxyColumns_ = 0;
    std::vector<std::pair<int, int>> rows_; // of each layer: from, to
    std::vector<double> dx_, dy_;           // m
    std::vector<double> x_mm_, y_mm_;       // middles
    std::vector<double> area_;              // seen from above, m2 per metre or radian
    std::vector<double> face_;              // of the outer side of a column, per metre of height
    std::vector<Kind> kind_;
    std::vector<double> alpha_, heat_;
    std::vector<Cell> line_;
    std::vector<double> lower_, inverse_, stage_, old_, new_;
    double air_C_ = 20.0;
    double made_J_ = 0.0;
    double left_J_ = 0.0;
    double stored0_ = 0.0;
    int steps_ = 0;
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
