#include "core/plate/plate_grid.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kNear = 0.3; // of a cell: lines nearer than this are one

/// Lines through the places wanted, and even ones between.
std::vector<double> linesThrough(double from, double to, std::vector<double> wanted, double cell_mm)
{
    std::sort(wanted.begin(), wanted.end());
    std::vector<double> knots{from};
    for (const double at : wanted) {
        if (at - knots.back() > kNear * cell_mm && to - at > kNear * cell_mm) {
            knots.push_back(at);
        }
    }
    knots.push_back(to);
    std::vector<double> out{from};
    for (size_t i = 0; i + 1 < knots.size(); ++i) {
        const double wide = knots[i + 1] - knots[i];
        const int steps = std::max(1, static_cast<int>(std::lround(wide / cell_mm)));
        for (int k = 1; k <= steps; ++k) {
            out.push_back(k == steps ? knots[i + 1] : knots[i] + wide * k / steps);
        }
    }
    return out;
}

size_t placeOf(const std::vector<double>& lines, double at)
{
    const auto above = std::upper_bound(lines.begin(), lines.end(), at);
    const auto index = static_cast<size_t>(std::max<std::ptrdiff_t>(0, above - lines.begin() - 1));
    return std::min(index, lines.size() - 2);
}

} // namespace

size_t PlateGrid::columnOf(double x) const
{
    return placeOf(xs, x);
}

size_t PlateGrid::rowOf(double y) const
{
    return placeOf(ys, y);
}

PlateGrid gridOf(const PlateInput& input)
{
    const double even = std::sqrt(input.box.width() * input.box.height() / static_cast<double>(input.cells));
    std::vector<double> alongX;
    std::vector<double> alongY;
    for (const PlateSupport& s : input.supports) {
        alongX.insert(alongX.end(), {s.from.x, s.to.x});
        alongY.insert(alongY.end(), {s.from.y, s.to.y});
    }
    for (const PlateBeam& b : input.beams) {
        alongX.push_back(b.x_mm);
        alongY.insert(alongY.end(), b.bolts_mm.begin(), b.bolts_mm.end());
    }
    PlateGrid grid;
    grid.xs = linesThrough(input.box.left, input.box.right, std::move(alongX), even);
    grid.ys = linesThrough(input.box.bottom, input.box.top, std::move(alongY), even);
    grid.cells.resize(grid.columns() * grid.rows());
    for (size_t row = 0; row < grid.rows(); ++row) {
        constexpr size_t kEach = size_t{kParts} * kParts; // of a cell
        // Each zone is cut along the middles of the parts of this row, once for all its cells.
        std::vector<std::vector<int>> zones(grid.columns(), std::vector<int>(kEach, kOutside));
        for (int part = 0; part < kParts; ++part) {
            const double y = grid.ys[row] + (grid.ys[row + 1] - grid.ys[row]) * (part + 0.5) / kParts;
            for (size_t z = 0; z < input.zones.size(); ++z) {
                const std::vector<double> cuts = crossingsAt(input.zones[z].region, y);
                size_t passed = 0;
                for (size_t column = 0; column < grid.columns(); ++column) {
                    for (int k = 0; k < kParts; ++k) {
                        const double x = grid.xs[column] + (grid.xs[column + 1] - grid.xs[column]) * (k + 0.5) / kParts;
                        while (passed < cuts.size() && cuts[passed] <= x) {
                            ++passed;
                        }
                        if (passed % 2 == 1) {
                            zones[column][partAt(part, k)] = static_cast<int>(z);
                        }
                    }
                }
            }
        }
        for (size_t column = 0; column < grid.columns(); ++column) {
            PlateCell& cell = grid.cells[row * grid.columns() + column];
            const std::vector<int>& parts = zones[column];
            cell.zone = parts.front();
            if (std::any_of(parts.begin(), parts.end(), [&](int z) { return z != parts.front(); })) {
                cell.zone = kOutside;
                cell.parts = parts;
            }
        }
    }
    return grid;
}

} // namespace burl
