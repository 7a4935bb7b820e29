#include "core/cure/cure_cells.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kMm = 1e-3; // metres
constexpr int kFormCells = 5;
constexpr int kWoodCells = 9;
constexpr double kSmallest_mm = 0.7; // of the cells at a wall or a surface: the least cured corner is thin
constexpr int kHalvings = 50;
constexpr double kSlopes_mm = 0.5; // a wall that goes less far out is upright
constexpr double kSlopeCell_mm = 3.0;
constexpr int kFewestSlope = 3, kMostSlope = 8; // columns that the wall runs through
constexpr double kEpoxyShare = 0.5;             // a cell with more epoxy than that counts as epoxy
constexpr double kNone = 1e-9;

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

/// Faces of cells from the last one to `to`, small at one end, at both, or all alike.
enum class Fine { Low, High, Both, Alike };
void addCells(std::vector<double>& faces, double to, int count, Fine fine)
{
    const double from = faces.back();
    const double run = fine == Fine::Both ? (to - from) / 2.0 : to - from;
    const int along = fine == Fine::Both ? (count + 1) / 2 : count;
    const double ratio = fine == Fine::Alike ? 1.0 : gradingOf(run, along, std::min(kSmallest_mm, run / along));
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

double wholeDepth_mm(const CureSection& in)
{
    double depth = 0.0;
    for (const CureLayer& layer : in.layers) {
        depth += layer.depth_mm;
    }
    return depth;
}

std::vector<double> columnsOf(const CureSection& in, int across, CureCells& out)
{
    std::vector<double> xs{0.0};
    if (in.shape == CureShape::Slab) {
        xs.push_back(1.0);
        out.columns = 1;
        return xs;
    }
    const double top = std::max(in.slabThickness_mm, wholeDepth_mm(in));
    const double a = halfWidth_mm(in, 0.0);
    const double b = halfWidth_mm(in, top);
    addCells(xs, std::min(a, b), across, Fine::High);
    out.columns = across;
    if (std::abs(a - b) > kSlopes_mm) {
        const int more =
            std::clamp(static_cast<int>(std::ceil(std::abs(a - b) / kSlopeCell_mm)), kFewestSlope, kMostSlope);
        addCells(xs, std::max(a, b), more, Fine::Alike);
        out.columns += more;
    }
    addCells(xs, std::max(a, b) + in.woodWidth_mm, kWoodCells, Fine::Low);
    return xs;
}

std::vector<double> rowsOf(const CureSection& in, int deep, CureCells& out)
{
    std::vector<double> ys{in.form ? -in.form->thickness_mm : 0.0};
    if (in.form) {
        addCells(ys, 0.0, kFormCells, Fine::High);
    }
    double top = 0.0;
    constexpr int kFewest = 8;
    const int each = std::max(kFewest, deep / static_cast<int>(in.layers.size()));
    for (const CureLayer& layer : in.layers) {
        const int first = static_cast<int>(ys.size()) - 1;
        top += layer.depth_mm;
        addCells(ys, top, each, Fine::Both);
        out.rows.push_back({first, static_cast<int>(ys.size()) - 1});
    }
    if (in.shape != CureShape::Slab && in.slabThickness_mm > top + kNone) {
        addCells(ys, in.slabThickness_mm, kFormCells, Fine::Low);
    }
    return ys;
}

/// W/K over a face of this area between half a cell of each of two materials, or of one and the room.
double through(double area, double resistanceA, double resistanceB)
{
    return area / (resistanceA + resistanceB);
}

} // namespace

double halfWidth_mm(const CureSection& in, double y_mm)
{
    if (in.widthAbove_mm <= 0.0) {
        return in.width_mm / 2.0;
    }
    const double top = std::max(in.slabThickness_mm, wholeDepth_mm(in));
    const double at = std::clamp(y_mm / top, 0.0, 1.0);
    return (in.width_mm + (in.widthAbove_mm - in.width_mm) * at) / 2.0;
}

CureCells cureCells(const CureSection& in, int across, int deep)
{
    CureCells out;
    const std::vector<double> xs = columnsOf(in, across, out);
    const std::vector<double> ys = rowsOf(in, deep, out);
    out.nx = static_cast<int>(xs.size()) - 1;
    out.ny = static_cast<int>(ys.size()) - 1;
    const bool round = in.shape == CureShape::Round;
    for (size_t i = 0; i + 1 < xs.size(); ++i) {
        out.dx_m.push_back((xs[i + 1] - xs[i]) * kMm);
        out.x_mm.push_back((xs[i] + xs[i + 1]) / 2.0);
        out.seen.push_back(round ? out.x_mm.back() * kMm * out.dx_m.back() : out.dx_m.back());
        out.side.push_back(round ? xs[i + 1] * kMm : 1.0);
    }
    for (size_t j = 0; j + 1 < ys.size(); ++j) {
        out.dy_m.push_back((ys[j + 1] - ys[j]) * kMm);
        out.y_mm.push_back((ys[j] + ys[j + 1]) / 2.0);
    }
    const auto cells = static_cast<size_t>(out.nx) * static_cast<size_t>(out.ny);
    out.share.assign(cells, 0.0);
    for (int j = 0; j < out.ny; ++j) {
        const double y = out.y_mm[static_cast<size_t>(j)];
        if (y < 0.0) {
            continue; // the form
        }
        const double half = halfWidth_mm(in, y);
        for (int i = 0; i < out.nx; ++i) {
            const auto k = static_cast<size_t>(i);
            const bool whole = in.shape == CureShape::Slab;
            out.share[out.at(i, j)] = whole ? 1.0 : std::clamp((half - xs[k]) / (xs[k + 1] - xs[k]), 0.0, 1.0);
        }
    }
    fillCells(out, in, 0);
    return out;
}

void fillCells(CureCells& c, const CureSection& in, size_t poured)
{
    const auto cells = static_cast<size_t>(c.nx) * static_cast<size_t>(c.ny);
    c.epoxy.assign(cells, 0.0);
    c.capacity.assign(cells, 1.0);
    c.epoxyCapacity.assign(cells, 0.0);
    for (std::vector<double>* flow : {&c.nextX, &c.nextY, &c.room, &c.roomX}) {
        flow->assign(cells, 0.0);
    }
    const int upTo = poured > 0 ? c.rows[poured - 1].second : c.rows.front().first;
    std::vector<bool> air(cells, false);
    std::vector<double> conducts(cells, 1.0);
    const auto heat = [](const CureMaterial& m) { return m.density_kg_m3 * m.heatCapacity_J_kgK; };
    for (int j = 0; j < c.ny; ++j) {
        const auto row = static_cast<size_t>(j);
        for (int i = 0; i < c.nx; ++i) {
            const size_t k = c.at(i, j);
            const double volume = c.seen[static_cast<size_t>(i)] * c.dy_m[row];
            if (c.y_mm[row] < 0.0) {
                conducts[k] = in.form->material.conductivity_W_mK;
                c.capacity[k] = heat(in.form->material) * volume;
                continue;
            }
            const bool filled = j < upTo;
            const bool open = c.share[k] >= kEpoxyShare || c.y_mm[row] > std::max(in.slabThickness_mm, kNone);
            if (!filled && open) {
                air[k] = true;
                continue;
            }
            const double epoxy = filled ? c.share[k] : 0.0;
            c.epoxy[k] = epoxy;
            if (filled && epoxy <= 0.0 && c.y_mm[row] > in.slabThickness_mm) {
                air[k] = true; // beside a fill that stands over the wood
                continue;
            }
            conducts[k] = epoxy * in.resin.thermal.conductivity_W_mK + (1.0 - epoxy) * in.wood.conductivity_W_mK;
            c.epoxyCapacity[k] = epoxy * heat(in.resin.thermal) * volume;
            c.capacity[k] = c.epoxyCapacity[k] + (1.0 - epoxy) * heat(in.wood) * volume;
        }
    }
    const bool slab = in.shape == CureShape::Slab;
    for (int j = 0; j < c.ny; ++j) {
        const auto row = static_cast<size_t>(j);
        for (int i = 0; i < c.nx; ++i) {
            const size_t k = c.at(i, j);
            if (air[k]) {
                continue;
            }
            const auto column = static_cast<size_t>(i);
            const double acrossCell = c.dx_m[column] / 2.0 / conducts[k];
            const double upCell = c.dy_m[row] / 2.0 / conducts[k];
            const double sideArea = c.side[column] * c.dy_m[row];
            const auto toRoom = [](double area, double half, double h) {
                return h > 0.0 ? through(area, half, 1.0 / h) : 0.0;
            };
            if (i + 1 < c.nx && !air[k + 1]) {
                c.nextX[k] = through(sideArea, acrossCell, c.dx_m[column + 1] / 2.0 / conducts[k + 1]);
            } else if (!slab) {
                c.roomX[k] += toRoom(sideArea, acrossCell, in.room.side_W_m2K);
            }
            if (i > 0 && air[k - 1]) { // the wood's bare side over the fill
                c.roomX[k] += toRoom(c.side[column - 1] * c.dy_m[row], acrossCell, in.room.top_W_m2K);
            }
            const double area = c.seen[column];
            if (j == 0) {
                c.room[k] += toRoom(area, upCell, in.room.bottom_W_m2K);
            }
            const bool last = j + 1 == c.ny;
            if (!last && !air[k + static_cast<size_t>(c.nx)]) {
                const size_t above = k + static_cast<size_t>(c.nx);
                c.nextY[k] = through(area, upCell, c.dy_m[row + 1] / 2.0 / conducts[above]);
            } else {
                c.room[k] += toRoom(area, upCell, in.room.top_W_m2K);
            }
        }
    }
}

} // namespace burl
