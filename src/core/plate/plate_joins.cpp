#include "core/plate/plate_joins.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace burl
{
namespace
{

/// Where a line across the top is joined: at the nodes, between them, and at its ends.
std::vector<double> placesOn(const PlateGrid& grid, double from, double to)
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

/// The equations of the joins stand in the order in which the columns come to them: until then they are nothing.
void order(PlateJoins& out, const PlateGrid& grid)
{
    std::vector<size_t> order(out.places.size());
    for (size_t j = 0; j < order.size(); ++j) {
        order[j] = j;
    }
    const auto column = [&](size_t j) { return grid.columnOf(out.places[j].at.x); };
    std::stable_sort(order.begin(), order.end(), [&](size_t a, size_t b) { return column(a) < column(b); });
    std::vector<size_t> placed(out.places.size());
    std::vector<PlateJoin> sorted(out.places.size());
    for (size_t k = 0; k < order.size(); ++k) {
        placed[order[k]] = k;
        sorted[k] = out.places[order[k]];
    }
    out.places = std::move(sorted);
    for (auto* lists : {&out.ofSupport, &out.ofBeam}) {
        for (auto& list : *lists) {
            for (size_t& j : list) {
                j = placed[j];
            }
        }
    }
    out.reached.assign(grid.xs.size(), static_cast<Eigen::Index>(out.places.size()));
    for (size_t c = 0; c < grid.xs.size(); ++c) {
        Eigen::Index n = 0;
        while (n < static_cast<Eigen::Index>(out.places.size()) && column(static_cast<size_t>(n)) <= c) {
            ++n;
        }
        out.reached[c] = n;
    }
}

} // namespace

WoodRegions::WoodRegions(const std::vector<PlateZone>& zones)
{
    for (const PlateZone& zone : zones) {
        std::vector<Vec2> all;
        for (const Ring& ring : zone.region) {
            all.insert(all.end(), ring.begin(), ring.end());
        }
        regions.push_back(zone.region);
        boxes.push_back(boundsOf(all));
    }
}

bool WoodRegions::holds(Vec2 at) const
{
    for (size_t z = 0; z < regions.size(); ++z) {
        constexpr double kOn = 1e-6; // on its very edge is in it
        const Box& box = boxes[z];
        const Vec2 in{std::clamp(at.x, box.left + kOn, box.right - kOn),
                      std::clamp(at.y, box.bottom + kOn, box.top - kOn)};
        if (length(in - at) < 3.0 * kOn && contains(regions[z], in)) {
            return true;
        }
    }
    return false;
}

PlateJoins joinsOf(const PlateInput& input, const PlateGrid& grid, const WoodRegions& wood)
{
    PlateJoins out;
    const auto join = [&](Vec2 at) {
        out.places.push_back({at, wood.holds(at)});
        return out.places.size() - 1;
    };
    for (const PlateSupport& s : input.supports) {
        std::vector<size_t> mine;
        const double long_mm = length(s.to - s.from);
        if (!(long_mm > 0.0)) {
            mine.push_back(join(s.from));
        } else if (std::abs(s.to.x - s.from.x) < 1e-9) { // across the top: at the nodes and between
            for (const double y : placesOn(grid, std::min(s.from.y, s.to.y), std::max(s.from.y, s.to.y))) {
                mine.push_back(join({s.from.x, y}));
            }
        } else {
            const double cell = (grid.xs.back() - grid.xs.front()) / static_cast<double>(grid.columns());
            const int steps = std::max(1, static_cast<int>(std::ceil(2.0 * long_mm / cell)));
            for (int i = 0; i <= steps; ++i) {
                mine.push_back(join(s.from + (s.to - s.from) * (static_cast<double>(i) / steps)));
            }
        }
        out.ofSupport.push_back(std::move(mine));
    }
    for (const PlateBeam& b : input.beams) {
        std::vector<size_t> mine;
        const std::vector<double> places = b.bolts_mm.empty() ? placesOn(grid, b.from_mm, b.to_mm) : b.bolts_mm;
        for (const double y : places) {
            mine.push_back(join({b.x_mm, y}));
        }
        out.ofBeam.push_back(std::move(mine));
    }
    order(out, grid);
    return out;
}

} // namespace burl
