#include "core/plate/plate_model.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <Eigen/Dense>

#include "core/plate/beam.h"
#include "core/plate/plate_contact.h"
#include "core/plate/plate_element.h"
#include "core/plate/plate_grid.h"

namespace burl
{
namespace
{

using Matrix = Eigen::MatrixXd;
using Vector = Eigen::VectorXd;

// What holds a top is joined to it by a spring that gives a twenty-thousandth of a millimetre under a person.
constexpr double kJoined_N_mm = 1e7;
// What lies outside the wood in a cell that its edge crosses: enough to keep the equations apart.
constexpr double kAir = 1e-6;

/// One place where the plate is joined to a support or a beam.
struct Join {
    Vec2 at;
    bool inWood = false;
};

} // namespace

/// The equations column by column of nodes: each touches only the next one, and the places where the top is held. The
/// places come last, so that what is left for them when all nodes are out is how the top gives at them.
struct PlateModel::Parts {
    PlateInput input;
    PlateGrid grid;
    std::vector<Box> boxes; // of each zone
    std::vector<Join> joins;
    std::vector<Eigen::Index> reached; // how many of them a column knows of
    std::vector<std::vector<size_t>> ofSupport, ofBeam;
    Eigen::Index block = 0;                          // freedoms of a column
    std::vector<Matrix> lower;                       // Cholesky factor of each column
    std::vector<Matrix> next;                        // its coupling to the next one, through that
    std::vector<Matrix> held;                        // and to the joins
    Matrix atJoins;                                  // what is left
    std::vector<Vector> weight, pressure, curvature; // loads of each column
    std::vector<Eigen::Array<bool, Eigen::Dynamic, 1>> fixed;
    double weight_N = 0.0;
    double area_mm2 = 0.0;
    bool stopped = false;

    Parts(PlateInput in, const std::function<bool()>& goOn) : input(std::move(in)), grid(gridOf(input))
    {
        block = static_cast<Eigen::Index>(grid.ys.size()) * kFreedoms;
        for (const PlateZone& zone : input.zones) {
            std::vector<Vec2> all;
            for (const Ring& ring : zone.region) {
                all.insert(all.end(), ring.begin(), ring.end());
            }
            boxes.push_back(boundsOf(all));
        }
        placeJoins();
        fixEdges();
        assemble();
        factor(goOn);
    }

    [[nodiscard]] std::vector<double> placesOn(double from, double to) const
    {
        std::vector<double> out;
        double before = std::numeric_limits<double>::quiet_NaN();
        for (const double y : grid.ys) {
            if (y < from - 1e-6 || y > to + 1e-6) {
                continue;
            }
            if (!std::isnan(before)) {
                out.push_back((before + y) / 2.0);
            }
            out.push_back(y);
            before = y;
        }
        if (out.empty() || out.front() > from + 1e-6) {
            out.insert(out.begin(), from);
        }
        if (to > out.back() + 1e-6) {
            out.push_back(to);
        }
        return out;
    }

    [[nodiscard]] bool inWood(Vec2 at) const
    {
        for (size_t z = 0; z < input.zones.size(); ++z) {
            constexpr double kOn = 1e-6; // on its very edge is in it
            const Box& box = boxes[z];
            const Vec2 in{std::clamp(at.x, box.left + kOn, box.right - kOn),
                          std::clamp(at.y, box.bottom + kOn, box.top - kOn)};
            if (length(in - at) < 3.0 * kOn && contains(input.zones[z].region, in)) {
                return true;
            }
        }
        return false;
    }

    size_t join(Vec2 at)
    {
        joins.push_back({at, inWood(at)});
        return joins.size() - 1;
    }

    /// The equations of the joins stand in the order in which the columns come to them: until then they are nothing.
    void orderJoins()
    {
        std::vector<size_t> order(joins.size());
        for (size_t j = 0; j < order.size(); ++j) {
            order[j] = j;
        }
        const auto column = [&](size_t j) { return grid.columnOf(joins[j].at.x); };
        std::stable_sort(order.begin(), order.end(), [&](size_t a, size_t b) { return column(a) < column(b); });
        std::vector<size_t> placed(joins.size());
        std::vector<Join> sorted(joins.size());
        for (size_t k = 0; k < order.size(); ++k) {
            placed[order[k]] = k;
            sorted[k] = joins[order[k]];
        }
        joins = std::move(sorted);
        for (auto* lists : {&ofSupport, &ofBeam}) {
            for (auto& list : *lists) {
                for (size_t& j : list) {
                    j = placed[j];
                }
            }
        }
        reached.assign(grid.xs.size(), static_cast<Eigen::Index>(joins.size()));
        for (size_t c = 0; c < grid.xs.size(); ++c) {
            Eigen::Index n = 0;
            while (n < static_cast<Eigen::Index>(joins.size()) && column(static_cast<size_t>(n)) <= c) {
                ++n;
            }
            reached[c] = n;
        }
    }

    void placeJoins()
    {
        for (const PlateSupport& s : input.supports) {
            std::vector<size_t> mine;
            const double long_mm = length(s.to - s.from);
            if (!(long_mm > 0.0)) {
                mine.push_back(join(s.from));
            } else if (std::abs(s.to.x - s.from.x) < 1e-9) { // across the top: at the nodes and between
                for (const double y : placesOn(std::min(s.from.y, s.to.y), std::max(s.from.y, s.to.y))) {
                    mine.push_back(join({s.from.x, y}));
                }
            } else {
                const double cell = (grid.xs.back() - grid.xs.front()) / static_cast<double>(grid.columns());
                const int steps = std::max(1, static_cast<int>(std::ceil(2.0 * long_mm / cell)));
                for (int i = 0; i <= steps; ++i) {
                    mine.push_back(join(s.from + (s.to - s.from) * (static_cast<double>(i) / steps)));
                }
            }
            ofSupport.push_back(std::move(mine));
        }
        for (PlateBeam& b : input.beams) {
            std::vector<size_t> mine;
            const std::vector<double> places = b.bolts_mm.empty() ? placesOn(b.from_mm, b.to_mm) : b.bolts_mm;
            for (const double y : places) {
                mine.push_back(join({b.x_mm, y}));
            }
            ofBeam.push_back(std::move(mine));
        }
        orderJoins();
    }

    void fixEdges()
    {
        fixed.assign(grid.xs.size(), Eigen::Array<bool, Eigen::Dynamic, 1>::Constant(block, false));
        const auto hold = [&](size_t column, size_t row, PlateEdge edge, int alongEdge) {
            if (edge == PlateEdge::Free) {
                return;
            }
            auto& mine = fixed[column];
            const auto first = static_cast<Eigen::Index>(row) * kFreedoms;
            mine(first) = true;
            mine(first + alongEdge) = true; // it stays on the line, so it has no slope along it
            for (int k = 1; edge == PlateEdge::Clamped && k < kFreedoms; ++k) {
                mine(first + k) = true;
            }
        };
        for (size_t row = 0; row < grid.ys.size(); ++row) {
            hold(0, row, input.edges[0], 2);
            hold(grid.xs.size() - 1, row, input.edges[1], 2);
        }
        for (size_t column = 0; column < grid.xs.size(); ++column) {
            hold(column, 0, input.edges[2], 1);
            hold(column, grid.ys.size() - 1, input.edges[3], 1);
        }
    }

    struct Loads {
        ElementVector weight = ElementVector::Zero();
        ElementVector pressure = ElementVector::Zero();
        ElementVector curvature = ElementVector::Zero();
    };

    /// Of one cell; its area of wood and its weight are added up.
    ElementMatrix cellMatrix(const PlateCell& cell, double wide, double high, Loads& loads)
    {
        if (cell.parts.empty()) {
            const PlateZone& z = input.zones[static_cast<size_t>(cell.zone)];
            loads.pressure = pressureOn(wide, high);
            loads.weight = z.pressure_N_mm2 * loads.pressure;
            if (z.freeCurvature != std::array<double, 3>{}) {
                loads.curvature = curvatureOf(wide, high, z.stiffness, z.freeCurvature);
            }
            area_mm2 += wide * high;
            weight_N += wide * high * z.pressure_N_mm2;
            return stiffnessOf(wide, high, z.stiffness);
        }
        ElementMatrix out = ElementMatrix::Zero();
        const double part = wide * high / (kParts * kParts);
        for (int row = 0; row < kParts; ++row) {
            for (int column = 0; column < kParts; ++column) {
                const int zone = cell.parts[static_cast<size_t>(row * kParts + column)];
                const double u = (column + 0.5) / kParts;
                const double v = (row + 0.5) / kParts;
                const int some = zone != kOutside
                                     ? zone
                                     : *std::max_element(cell.parts.begin(), cell.parts.end()); // any that is there
                const PlateZone& z = input.zones[static_cast<size_t>(some)];
                out += (zone == kOutside ? kAir : 1.0) * part * stiffnessAt(wide, high, u, v, z.stiffness);
                if (zone == kOutside) {
                    continue;
                }
                const ElementVector shapes = part * shapesAt(wide, high, u, v, 0, 0);
                loads.pressure += shapes;
                loads.weight += z.pressure_N_mm2 * shapes;
                if (z.freeCurvature != std::array<double, 3>{}) {
                    loads.curvature += part * curvatureAt(wide, high, u, v, z.stiffness, z.freeCurvature);
                }
                area_mm2 += part;
                weight_N += part * z.pressure_N_mm2;
            }
        }
        return out;
    }

    void assemble()
    {
        const size_t columns = grid.xs.size();
        const auto joined = static_cast<Eigen::Index>(joins.size());
        lower.assign(columns, Matrix::Zero(block, block));
        next.assign(columns - 1, Matrix::Zero(block, block));
        held.assign(columns, Matrix::Zero(block, joined));
        weight.assign(columns, Vector::Zero(block));
        pressure = curvature = weight;
        atJoins = Matrix::Zero(joined, joined);
        constexpr int kHalf = kElement / 2;
        std::vector<std::vector<size_t>> joinsAt(grid.cells.size());
        for (size_t j = 0; j < joins.size(); ++j) {
            joinsAt[grid.rowOf(joins[j].at.y) * grid.columns() + grid.columnOf(joins[j].at.x)].push_back(j);
        }
        ElementMatrix uniform;
        double uniformWide = -1.0;
        double uniformHigh = -1.0;
        int uniformZone = kOutside;
        for (size_t c = 0; c < grid.columns(); ++c) {
            const double wide = grid.xs[c + 1] - grid.xs[c];
            for (size_t r = 0; r < grid.rows(); ++r) {
                const PlateCell& cell = grid.cell(c, r);
                if (cell.parts.empty() && cell.zone == kOutside) {
                    continue;
                }
                const double high = grid.ys[r + 1] - grid.ys[r];
                Loads loads;
                ElementMatrix k;
                const bool same = cell.parts.empty() && cell.zone == uniformZone &&
                                  std::abs(wide - uniformWide) < 1e-9 && std::abs(high - uniformHigh) < 1e-9;
                if (same) {
                    k = uniform;
                    const PlateZone& z = input.zones[static_cast<size_t>(cell.zone)];
                    loads = uniformLoads;
                    area_mm2 += wide * high;
                    weight_N += wide * high * z.pressure_N_mm2;
                } else {
                    k = cellMatrix(cell, wide, high, loads);
                    if (cell.parts.empty()) {
                        uniform = k;
                        uniformLoads = loads;
                        uniformWide = wide;
                        uniformHigh = high;
                        uniformZone = cell.zone;
                    }
                }
                const auto first = static_cast<Eigen::Index>(r) * kFreedoms;
                for (const size_t j : joinsAt[r * grid.columns() + c]) {
                    if (!joins[j].inWood) {
                        continue;
                    }
                    const ElementVector n = shapesAt(wide, high, (joins[j].at.x - grid.xs[c]) / wide,
                                                     (joins[j].at.y - grid.ys[r]) / high, 0, 0);
                    k += kJoined_N_mm * n * n.transpose();
                    const auto column = static_cast<Eigen::Index>(j);
                    held[c].col(column).segment(first, kHalf) -= kJoined_N_mm * n.head(kHalf);
                    held[c + 1].col(column).segment(first, kHalf) -= kJoined_N_mm * n.tail(kHalf);
                }
                lower[c].block(first, first, kHalf, kHalf) += k.topLeftCorner(kHalf, kHalf);
                lower[c + 1].block(first, first, kHalf, kHalf) += k.bottomRightCorner(kHalf, kHalf);
                next[c].block(first, first, kHalf, kHalf) += k.topRightCorner(kHalf, kHalf);
                const auto put = [&](std::vector<Vector>& to, const ElementVector& from) {
                    to[c].segment(first, kHalf) += from.head(kHalf);
                    to[c + 1].segment(first, kHalf) += from.tail(kHalf);
                };
                put(weight, loads.weight);
                put(pressure, loads.pressure);
                put(curvature, loads.curvature);
            }
        }
        for (size_t j = 0; j < joins.size(); ++j) {
            atJoins(static_cast<Eigen::Index>(j), static_cast<Eigen::Index>(j)) = kJoined_N_mm;
        }
        for (size_t c = 0; c < columns; ++c) {
            for (Eigen::Index i = 0; i < block; ++i) {
                // Held, or no wood touches it.
                if (!fixed[c](i) && lower[c](i, i) > 0.0) {
                    continue;
                }
                fixed[c](i) = true;
                lower[c].row(i).setZero();
                lower[c].col(i).setZero();
                lower[c](i, i) = 1.0;
                held[c].row(i).setZero();
                if (c > 0) {
                    next[c - 1].col(i).setZero();
                }
                if (c + 1 < columns) {
                    next[c].row(i).setZero();
                }
                weight[c](i) = pressure[c](i) = curvature[c](i) = 0.0;
            }
        }
    }

    void factor(const std::function<bool()>& goOn)
    {
        for (size_t c = 0; c < lower.size(); ++c) {
            if (goOn && !goOn()) {
                stopped = true;
                return;
            }
            const Eigen::Index known = reached[c];
            if (c > 0) {
                takeOver(c);
            }
            Eigen::LLT<Eigen::Ref<Matrix>> cholesky(lower[c]);
            if (cholesky.info() != Eigen::Success) {
                stopped = true;
                return;
            }
            const auto l = lower[c].triangularView<Eigen::Lower>();
            if (known > 0) {
                auto mine = held[c].leftCols(known);
                l.solveInPlace(mine);
                atJoins.topLeftCorner(known, known).selfadjointView<Eigen::Lower>().rankUpdate(mine.transpose(), -1.0);
            }
            for (int strip = 0; c < next.size() && strip < kStrips; ++strip) {
                const Eigen::Index top = topOf(strip);
                auto mine = next[c].block(top, from(strip), block - top, from(strip + 1) - from(strip));
                lower[c].bottomRightCorner(block - top, block - top).triangularView<Eigen::Lower>().solveInPlace(mine);
            }
        }
        atJoins.triangularView<Eigen::StrictlyUpper>() = atJoins.transpose();
    }

    // The coupling of two columns has nothing above its diagonal but its neighbour: it is worked in strips that begin
    // where they have something.
    static constexpr int kStrips = 4;
    [[nodiscard]] Eigen::Index from(int strip) const
    {
        const Eigen::Index nodes = block / kFreedoms;
        return nodes * strip / kStrips * kFreedoms;
    }
    [[nodiscard]] Eigen::Index topOf(int strip) const { return std::max<Eigen::Index>(0, from(strip) - kFreedoms); }

    /// What the column before leaves to this one.
    void takeOver(size_t c)
    {
        const Matrix& coupling = next[c - 1];
        const Eigen::Index known = reached[c - 1];
        for (int a = 0; a < kStrips; ++a) {
            const Eigen::Index top = topOf(a);
            const Eigen::Index wide = from(a + 1) - from(a);
            const auto mine = coupling.block(top, from(a), block - top, wide);
            lower[c]
                .block(from(a), from(a), wide, wide)
                .selfadjointView<Eigen::Lower>()
                .rankUpdate(mine.transpose(), -1.0);
            if (from(a) > 0) {
                lower[c].block(from(a), 0, wide, from(a)).noalias() -=
                    mine.transpose() * coupling.block(top, 0, block - top, from(a));
            }
            if (known > 0) {
                held[c].block(from(a), 0, wide, known).noalias() -=
                    mine.transpose() * held[c - 1].block(top, 0, block - top, known);
            }
        }
    }

    Loads uniformLoads;
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
    return parts_->inWood(at);
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
                const double x = grid.xs[c] + wide * (k % kParts + 0.5) / kParts;
                const double y = grid.ys[r] + high * (k / kParts + 0.5) / kParts;
                if (cell.parts[static_cast<size_t>(k)] != kOutside && x > x0 && x < x1 && y > y0 && y < y1) {
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

} // namespace

PlateAnswer PlateModel::answer(const PlateCase& load) const
{
    const Parts& p = *parts_;
    PlateAnswer out;
    if (p.stopped) {
        out.tips = true;
        return out;
    }
    const size_t columns = p.lower.size();
    std::vector<Vector> f(columns);
    for (size_t c = 0; c < columns; ++c) {
        f[c] = load.ownWeight * p.weight[c] + load.pressure_N_mm2 * p.pressure[c] + load.freeCurvature * p.curvature[c];
    }
    out.load_N = load.ownWeight * p.weight_N + load.pressure_N_mm2 * p.area_mm2;
    for (const PlateLoad& l : load.loads) {
        press(l, p.grid, f);
        out.load_N += l.force_N;
    }
    Vector g = Vector::Zero(p.atJoins.rows());
    for (size_t c = 0; c < columns; ++c) {
        f[c] = p.fixed[c].select(0.0, f[c]);
        if (c > 0) {
            f[c].noalias() -= p.next[c - 1].transpose() * f[c - 1];
        }
        p.lower[c].triangularView<Eigen::Lower>().solveInPlace(f[c]);
        g.noalias() -= p.held[c].transpose() * f[c];
    }
    Held held{p.atJoins, g, std::vector<HeldPlace>(p.joins.size())};
    for (size_t j = 0; j < p.joins.size(); ++j) {
        held.places[j].kind = p.joins[j].inWood ? HeldPlace::Free : HeldPlace::Gone;
    }
    for (size_t s = 0; s < p.ofSupport.size(); ++s) {
        const PlateSupport& support = p.input.supports[s];
        const double long_mm = length(support.to - support.from);
        for (const size_t j : p.ofSupport[s]) {
            if (!p.joins[j].inWood) {
                continue;
            }
            const double along = long_mm > 0.0 ? length(p.joins[j].at - support.from) / long_mm : 0.0;
            const double level = support.level_mm + along * (support.levelTo_mm - support.level_mm);
            held.places[j] = {support.canLift && !load.tightened ? HeldPlace::Presses : HeldPlace::Holds,
                              load.tightened ? level : 0.0};
        }
    }
    const auto bend = [&](const auto& use) {
        for (size_t b = 0; b < p.ofBeam.size(); ++b) {
            if (p.input.beams[b].removable && !load.removables) {
                continue;
            }
            std::vector<size_t> mine;
            std::vector<double> places;
            for (const size_t j : p.ofBeam[b]) {
                if (p.joins[j].inWood) {
                    mine.push_back(j);
                    places.push_back(p.joins[j].at.y);
                }
            }
            use(b, mine, beamStiffness(places));
        }
    };
    bend([&](size_t b, const std::vector<size_t>& mine, const std::vector<double>& stiff) {
        for (size_t i = 0; i < mine.size(); ++i) {
            for (size_t k = 0; k < mine.size(); ++k) {
                held.stiffness(static_cast<Eigen::Index>(mine[i]), static_cast<Eigen::Index>(mine[k])) +=
                    p.input.beams[b].ei_N_mm2 * stiff[i * mine.size() + k];
            }
        }
    });
    const auto u = solved(held);
    if (!u) {
        out.tips = true;
        return out;
    }
    const Vector reactions = held.load - held.stiffness * *u; // upward, on the plate
    out.bolts_N.resize(p.ofBeam.size());
    for (size_t b = 0; b < p.ofBeam.size(); ++b) {
        if (!p.input.beams[b].bolts_mm.empty()) {
            out.bolts_N[b].assign(p.ofBeam[b].size(), 0.0);
        }
    }
    bend([&](size_t b, const std::vector<size_t>& mine, const std::vector<double>& stiff) {
        for (size_t i = 0; !out.bolts_N[b].empty() && i < mine.size(); ++i) {
            double force = 0.0;
            for (size_t k = 0; k < mine.size(); ++k) {
                force -=
                    p.input.beams[b].ei_N_mm2 * stiff[i * mine.size() + k] * (*u)(static_cast<Eigen::Index>(mine[k]));
            }
            const auto& all = p.ofBeam[b];
            out.bolts_N[b][static_cast<size_t>(std::find(all.begin(), all.end(), mine[i]) - all.begin())] = force;
        }
    });
    for (const auto& mine : p.ofSupport) {
        SupportForce s;
        Vec2 moment;
        s.lifted = true;
        for (const size_t j : mine) {
            const double r = p.joins[j].inWood ? reactions(static_cast<Eigen::Index>(j)) : 0.0;
            s.force_N += r;
            moment = moment + p.joins[j].at * r;
            s.lifted = s.lifted && !(std::abs(r) > 1e-6);
        }
        s.centre = std::abs(s.force_N) > 1e-6 ? moment * (1.0 / s.force_N) : p.joins[mine.front()].at;
        out.supports.push_back(s);
    }
    // Back through the columns.
    const double nowhere = std::numeric_limits<double>::quiet_NaN();
    out.w_mm.assign(p.grid.xs.size() * p.grid.ys.size(), nowhere);
    std::vector<Vector> w(columns);
    for (size_t c = columns; c-- > 0;) {
        w[c] = f[c] - p.held[c] * *u;
        if (c + 1 < columns) {
            w[c].noalias() -= p.next[c] * w[c + 1];
        }
        p.lower[c].triangularView<Eigen::Lower>().transpose().solveInPlace(w[c]);
    }
    constexpr double kFalls_mm = 2000.0; // a part that nothing holds: the equations leave it anywhere
    for (const Vector& column : w) {
        for (Eigen::Index i = 0; i < column.size(); i += kFreedoms) {
            if (!(std::abs(column(i)) < kFalls_mm)) {
                PlateAnswer falls;
                falls.load_N = out.load_N;
                falls.tips = true;
                return falls;
            }
        }
    }
    const auto touches = [&](size_t column, size_t row) {
        for (size_t c = column > 0 ? column - 1 : 0; c <= column && c < p.grid.columns(); ++c) {
            for (size_t r = row > 0 ? row - 1 : 0; r <= row && r < p.grid.rows(); ++r) {
                const PlateCell& cell = p.grid.cell(c, r);
                if (cell.zone != kOutside || !cell.parts.empty()) {
                    return true;
                }
            }
        }
        return false;
    };
    out.freedoms.resize(columns);
    for (size_t c = 0; c < columns; ++c) {
        for (size_t r = 0; r < p.grid.ys.size(); ++r) {
            if (touches(c, r)) {
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
