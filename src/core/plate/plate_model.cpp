#include "core/plate/plate_model.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/plate/beam.h"
#include "core/plate/plate_contact.h"
#include "core/plate/plate_equations.h"

namespace burl
{

struct PlateModel::Parts : PlateEquations {
    using PlateEquations::PlateEquations;
};

PlateModel::PlateModel(PlateInput input, const std::function<bool()>& goOn)
    : parts_(std::make_unique<Parts>(std::move(input), goOn))
{
}
PlateModel::~PlateModel() = default;
PlateModel::PlateModel(PlateModel&&) noexcept = default;
PlateModel& PlateModel::operator=(PlateModel&&) noexcept = default;

const std::vector<double>& PlateModel::xs_mm() const
{
    return parts_->grid.xs;
}
const std::vector<double>& PlateModel::ys_mm() const
{
    return parts_->grid.ys;
}
const PlateInput& PlateModel::input() const
{
    return parts_->input;
}
bool PlateModel::inWood(Vec2 at) const
{
    return parts_->wood.holds(at);
}

std::optional<std::pair<double, double>> PlateModel::edgesAt(double x) const
{
    std::optional<std::pair<double, double>> out;
    for (const PlateZone& zone : parts_->input.zones) {
        for (const Ring& ring : zone.region) {
            for (size_t i = 0; i < ring.size(); ++i) {
                const Vec2 a = ring[i];
                const Vec2 b = ring[(i + 1) % ring.size()];
                if ((a.x <= x) != (b.x <= x)) {
                    const double y = a.y + (b.y - a.y) * (x - a.x) / (b.x - a.x);
                    out = out ? std::pair(std::min(out->first, y), std::max(out->second, y)) : std::pair(y, y);
                }
            }
        }
    }
    return out;
}

namespace
{

using Vector = PlateEquations::Vector;

/// Spreads a force over the wood under its box: shares of columns.
void press(const PlateLoad& load, const PlateGrid& grid, std::vector<Vector>& onto)
{
    constexpr int kHalf = kElement / 2;
    std::vector<Vector> mine(onto.size(), Vector::Zero(onto.front().size()));
    double area = 0.0;
    const auto put = [&](size_t c, size_t r, const ElementVector& n) {
        const auto first = static_cast<Eigen::Index>(r) * kFreedoms;
        mine[c].segment(first, kHalf) += n.head(kHalf);
        mine[c + 1].segment(first, kHalf) += n.tail(kHalf);
    };
    const bool point = !(load.box.width() > 0.0) || !(load.box.height() > 0.0);
    const size_t lastColumn = grid.columnOf(load.box.right);
    const size_t lastRow = grid.rowOf(load.box.top);
    for (size_t c = grid.columnOf(load.box.left); c <= lastColumn; ++c) {
        const double wide = grid.xs[c + 1] - grid.xs[c];
        for (size_t r = grid.rowOf(load.box.bottom); r <= lastRow; ++r) {
            const double high = grid.ys[r + 1] - grid.ys[r];
            const PlateCell& cell = grid.cell(c, r);
            if (cell.parts.empty() && cell.zone == kOutside) {
                continue;
            }
            const auto shapes = [&](double x, double y) {
                return shapesAt(wide, high, (x - grid.xs[c]) / wide, (y - grid.ys[r]) / high, 0, 0);
            };
            if (point) {
                put(c, r, shapes(load.box.left, load.box.bottom));
                area = 1.0;
                continue;
            }
            const double x0 = std::max(grid.xs[c], load.box.left);
            const double x1 = std::min(grid.xs[c + 1], load.box.right);
            const double y0 = std::max(grid.ys[r], load.box.bottom);
            const double y1 = std::min(grid.ys[r + 1], load.box.top);
            if (x1 <= x0 || y1 <= y0) {
                continue;
            }
            const double size = (x1 - x0) * (y1 - y0);
            if (cell.parts.empty()) {
                constexpr double kGauss = 0.28867513459481287; // of two places: a cubic exactly
                for (const double u : {0.5 - kGauss, 0.5 + kGauss}) {
                    for (const double v : {0.5 - kGauss, 0.5 + kGauss}) {
                        put(c, r, 0.25 * size * shapes(x0 + u * (x1 - x0), y0 + v * (y1 - y0)));
                    }
                }
                area += size;
                continue;
            }
            for (int k = 0; k < kParts * kParts; ++k) {
                const int row = k / kParts;
                const int column = k % kParts;
                const double x = grid.xs[c] + wide * (column + 0.5) / kParts;
                const double y = grid.ys[r] + high * (row + 0.5) / kParts;
                if (cell.parts[partAt(row, column)] != kOutside && x > x0 && x < x1 && y > y0 && y < y1) {
                    const double part = wide * high / (kParts * kParts);
                    put(c, r, part * shapes(x, y));
                    area += part;
                }
            }
        }
    }
    for (size_t c = 0; area > 0.0 && c < onto.size(); ++c) {
        onto[c] += load.force_N / area * mine[c];
    }
}

/// What presses on each column, and on the places: the nodes taken out.
struct Loaded {
    std::vector<Vector> columns;
    Vector atJoins;
    double load_N = 0.0;
};
Loaded loaded(const PlateEquations& p, const PlateCase& load)
{
    const size_t columns = p.lower.size();
    Loaded out{std::vector<Vector>(columns), Vector::Zero(p.atJoins.rows()),
               load.ownWeight * p.weight_N + load.pressure_N_mm2 * p.area_mm2};
    std::vector<Vector>& f = out.columns;
    for (size_t c = 0; c < columns; ++c) {
        f[c] = load.ownWeight * p.weight[c] + load.pressure_N_mm2 * p.pressure[c] + load.freeCurvature * p.curvature[c];
    }
    for (const PlateLoad& l : load.loads) {
        press(l, p.grid, f);
        out.load_N += l.force_N;
    }
    for (size_t c = 0; c < columns; ++c) {
        f[c] = p.fixed[c].select(0.0, f[c]);
        if (c > 0) {
            f[c].noalias() -= p.next[c - 1].transpose() * f[c - 1];
        }
        p.lower[c].triangularView<Eigen::Lower>().solveInPlace(f[c]);
        out.atJoins.noalias() -= p.held[c].transpose() * f[c];
    }
    return out;
}

std::vector<HeldPlace> heldPlaces(const PlateEquations& p, const PlateCase& load)
{
    std::vector<HeldPlace> out(p.joins.places.size());
    for (size_t j = 0; j < out.size(); ++j) {
        out[j].kind = p.joins.places[j].inWood ? HeldPlace::Free : HeldPlace::Gone;
    }
    for (size_t s = 0; s < p.joins.ofSupport.size(); ++s) {
        const PlateSupport& support = p.input.supports[s];
        const double long_mm = length(support.to - support.from);
        for (const size_t j : p.joins.ofSupport[s]) {
            if (!p.joins.places[j].inWood) {
                continue;
            }
            const double along = long_mm > 0.0 ? length(p.joins.places[j].at - support.from) / long_mm : 0.0;
            const double level = support.level_mm + along * (support.levelTo_mm - support.level_mm);
            out[j] = {support.canLift && !load.tightened ? HeldPlace::Presses : HeldPlace::Holds,
                      load.tightened ? level : 0.0};
        }
    }
    return out;
}

/// A beam that is there, with those of its joins that lie in the wood.
struct BeamThere {
    size_t beam = 0;
    std::vector<Eigen::Index> joins;
    std::vector<double> stiffness; // of a beam of 1 N mm2 between them, row by row
};
std::vector<BeamThere> beamsThere(const PlateEquations& p, const PlateCase& load)
{
    std::vector<BeamThere> out;
    for (size_t b = 0; b < p.joins.ofBeam.size(); ++b) {
        if (p.input.beams[b].removable && !load.removables) {
            continue;
        }
        BeamThere there{b, {}, {}};
        std::vector<double> places;
        for (const size_t j : p.joins.ofBeam[b]) {
            if (p.joins.places[j].inWood) {
                there.joins.push_back(static_cast<Eigen::Index>(j));
                places.push_back(p.joins.places[j].at.y);
            }
        }
        there.stiffness = beamStiffness(places);
        out.push_back(std::move(there));
    }
    return out;
}

std::vector<std::vector<double>> boltForces(const PlateEquations& p, const std::vector<BeamThere>& beams,
                                            const Vector& u)
{
    std::vector<std::vector<double>> out(p.joins.ofBeam.size());
    for (size_t b = 0; b < out.size(); ++b) {
        if (!p.input.beams[b].bolts_mm.empty()) {
            out[b].assign(p.joins.ofBeam[b].size(), 0.0);
        }
    }
    for (const BeamThere& beam : beams) {
        const auto& all = p.joins.ofBeam[beam.beam];
        const size_t count = beam.joins.size();
        for (size_t i = 0; !out[beam.beam].empty() && i < count; ++i) {
            double force = 0.0;
            for (size_t k = 0; k < count; ++k) {
                force -= p.input.beams[beam.beam].ei_N_mm2 * beam.stiffness[i * count + k] * u(beam.joins[k]);
            }
            const auto at = std::find(all.begin(), all.end(), static_cast<size_t>(beam.joins[i])) - all.begin();
            out[beam.beam][static_cast<size_t>(at)] = force;
        }
    }
    return out;
}

constexpr double kNothing_N = 1e-6; // less than that presses nowhere

std::vector<SupportForce> supportForces(const PlateEquations& p, const Vector& reactions)
{
    std::vector<SupportForce> out;
    for (const auto& mine : p.joins.ofSupport) {
        SupportForce s;
        Vec2 moment;
        s.lifted = true;
        for (const size_t j : mine) {
            const PlateJoin& join = p.joins.places[j];
            const double r = join.inWood ? reactions(static_cast<Eigen::Index>(j)) : 0.0;
            s.force_N += r;
            moment = moment + join.at * r;
            s.lifted = s.lifted && !(std::abs(r) > kNothing_N);
        }
        s.centre = std::abs(s.force_N) > kNothing_N ? moment * (1.0 / s.force_N) : p.joins.places[mine.front()].at;
        out.push_back(s);
    }
    return out;
}

/// Back through the columns: the freedoms of each.
std::vector<Vector> columnFreedoms(const PlateEquations& p, const std::vector<Vector>& f, const Vector& u)
{
    std::vector<Vector> w(f.size());
    for (size_t c = f.size(); c-- > 0;) {
        w[c] = f[c] - p.held[c] * u;
        if (c + 1 < f.size()) {
            w[c].noalias() -= p.next[c] * w[c + 1];
        }
        p.lower[c].triangularView<Eigen::Lower>().transpose().solveInPlace(w[c]);
    }
    return w;
}

bool fallsDown(const std::vector<Vector>& w)
{
    constexpr double kFalls_mm = 2000.0; // a part that nothing holds: the equations leave it anywhere
    for (const Vector& column : w) {
        for (Eigen::Index i = 0; i < column.size(); i += kFreedoms) {
            if (!(std::abs(column(i)) < kFalls_mm)) {
                return true;
            }
        }
    }
    return false;
}

/// Whether a cell with wood in it meets this node.
bool touchesWood(const PlateGrid& grid, size_t column, size_t row)
{
    for (size_t c = column > 0 ? column - 1 : 0; c <= column && c < grid.columns(); ++c) {
        for (size_t r = row > 0 ? row - 1 : 0; r <= row && r < grid.rows(); ++r) {
            const PlateCell& cell = grid.cell(c, r);
            if (cell.zone != kOutside || !cell.parts.empty()) {
                return true;
            }
        }
    }
    return false;
}

} // namespace

PlateAnswer PlateModel::answer(const PlateCase& load) const
{
    const PlateEquations& p = *parts_;
    PlateAnswer out;
    if (p.stopped) {
        out.tips = true;
        return out;
    }
    const Loaded f = loaded(p, load);
    out.load_N = f.load_N;
    Held held{p.atJoins, f.atJoins, heldPlaces(p, load)};
    const std::vector<BeamThere> beams = beamsThere(p, load);
    for (const BeamThere& beam : beams) {
        const size_t count = beam.joins.size();
        for (size_t i = 0; i < count; ++i) {
            for (size_t k = 0; k < count; ++k) {
                held.stiffness(beam.joins[i], beam.joins[k]) +=
                    p.input.beams[beam.beam].ei_N_mm2 * beam.stiffness[i * count + k];
            }
        }
    }
    const auto u = solved(held);
    if (!u) {
        out.tips = true;
        return out;
    }
    const std::vector<Vector> w = columnFreedoms(p, f.columns, *u);
    if (fallsDown(w)) {
        out.tips = true;
        return out;
    }
    out.bolts_N = boltForces(p, beams, *u);
    out.supports = supportForces(p, held.load - held.stiffness * *u); // upward, on the plate
    const size_t columns = w.size();
    out.w_mm.assign(columns * p.grid.ys.size(), std::numeric_limits<double>::quiet_NaN());
    out.freedoms.resize(columns);
    for (size_t c = 0; c < columns; ++c) {
        for (size_t r = 0; r < p.grid.ys.size(); ++r) {
            if (touchesWood(p.grid, c, r)) {
                out.w_mm[r * columns + c] = w[c](static_cast<Eigen::Index>(r) * kFreedoms);
            }
        }
        out.freedoms[c].assign(w[c].data(), w[c].data() + w[c].size());
    }
    return out;
}

double PlateModel::deflection_mm(const PlateAnswer& answer, Vec2 at) const
{
    const PlateGrid& grid = parts_->grid;
    if (answer.freedoms.empty() || at.x < grid.xs.front() || at.x > grid.xs.back() || at.y < grid.ys.front() ||
        at.y > grid.ys.back()) {
        return std::numeric_limits<double>::quiet_NaN();
    }
    const size_t c = grid.columnOf(at.x);
    const size_t r = grid.rowOf(at.y);
    const PlateCell& cell = grid.cell(c, r);
    if (cell.parts.empty() && cell.zone == kOutside) {
        return std::numeric_limits<double>::quiet_NaN();
    }
    const double wide = grid.xs[c + 1] - grid.xs[c];
    const double high = grid.ys[r + 1] - grid.ys[r];
    const ElementVector n = shapesAt(wide, high, (at.x - grid.xs[c]) / wide, (at.y - grid.ys[r]) / high, 0, 0);
    constexpr int kHalf = kElement / 2;
    double out = 0.0;
    for (int k = 0; k < kHalf; ++k) {
        const size_t at0 = r * kFreedoms + static_cast<size_t>(k);
        out += n(k) * answer.freedoms[c][at0] + n(kHalf + k) * answer.freedoms[c + 1][at0];
    }
    return out;
}

} // namespace burl
