#include "core/plate/plate_equations.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

// What holds a top is joined to it by a spring that gives a twenty-thousandth of a millimetre under a person.
constexpr double kJoined_N_mm = 1e7;
// What lies outside the wood in a cell that its edge crosses: enough to keep the equations apart.
constexpr double kAir = 1e-6;

} // namespace

PlateEquations::PlateEquations(PlateInput in, const std::function<bool()>& goOn)
    : input(std::move(in)), grid(gridOf(input)), wood(input.zones), joins(joinsOf(input, grid, wood)),
      block(static_cast<Eigen::Index>(grid.ys.size()) * kFreedoms)
{
    fixEdges();
    assemble();
    factor(goOn);
}

void PlateEquations::fixEdges()
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

ElementMatrix PlateEquations::cellMatrix(const PlateCell& cell, double wide, double high, Loads& loads)
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
            const int zone = cell.parts[partAt(row, column)];
            const double u = (column + 0.5) / kParts;
            const double v = (row + 0.5) / kParts;
            const int some =
                zone != kOutside ? zone : *std::max_element(cell.parts.begin(), cell.parts.end()); // any that is there
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

void PlateEquations::assemble()
{
    const size_t columns = grid.xs.size();
    const auto joined = static_cast<Eigen::Index>(joins.places.size());
    lower.assign(columns, Matrix::Zero(block, block));
    next.assign(columns - 1, Matrix::Zero(block, block));
    held.assign(columns, Matrix::Zero(block, joined));
    weight.assign(columns, Vector::Zero(block));
    pressure = curvature = weight;
    atJoins = Matrix::Zero(joined, joined);
    constexpr int kHalf = kElement / 2;
    std::vector<std::vector<size_t>> joinsAt(grid.cells.size());
    for (size_t j = 0; j < joins.places.size(); ++j) {
        joinsAt[grid.rowOf(joins.places[j].at.y) * grid.columns() + grid.columnOf(joins.places[j].at.x)].push_back(j);
    }
    ElementMatrix uniform; // of the cell before, which most are like
    Loads uniformLoads;
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
            const bool same = cell.parts.empty() && cell.zone == uniformZone && std::abs(wide - uniformWide) < 1e-9 &&
                              std::abs(high - uniformHigh) < 1e-9;
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
                if (!joins.places[j].inWood) {
                    continue;
                }
                const ElementVector n = shapesAt(wide, high, (joins.places[j].at.x - grid.xs[c]) / wide,
                                                 (joins.places[j].at.y - grid.ys[r]) / high, 0, 0);
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
    for (size_t j = 0; j < joins.places.size(); ++j) {
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

void PlateEquations::factor(const std::function<bool()>& goOn)
{
    for (size_t c = 0; c < lower.size(); ++c) {
        if (goOn && !goOn()) {
            stopped = true;
            return;
        }
        const Eigen::Index known = joins.reached[c];
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

void PlateEquations::takeOver(size_t c)
{
    const Matrix& coupling = next[c - 1];
    const Eigen::Index known = joins.reached[c - 1];
    for (int a = 0; a < kStrips; ++a) {
        const Eigen::Index top = topOf(a);
        const Eigen::Index wide = from(a + 1) - from(a);
        const auto mine = coupling.block(top, from(a), block - top, wide);
        lower[c].block(from(a), from(a), wide, wide).selfadjointView<Eigen::Lower>().rankUpdate(mine.transpose(), -1.0);
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

} // namespace burl
