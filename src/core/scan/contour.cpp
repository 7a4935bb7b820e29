#include "core/scan/contour.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace burl
{

namespace
{

/// A crossing lies on an edge of the grid: from (i, j) to the right (side 0) or up (side 1).
struct Crossing {
    int i = 0;
    int j = 0;
    int side = 0;
    auto operator<=>(const Crossing&) const = default;
};

} // namespace

Region contours(const Field& f, double level)
{
    // Each cell of four values gives none, one or two pieces of line, directed with the high side left.
    std::map<Crossing, Crossing> next;
    for (int j = -1; j < f.rows; ++j) {
        for (int i = -1; i < f.columns; ++i) {
            const bool a = f.at(i, j) > level;
            const bool b = f.at(i + 1, j) > level;
            const bool c = f.at(i + 1, j + 1) > level;
            const bool d = f.at(i, j + 1) > level;
            const int mask = (a ? 1 : 0) | (b ? 2 : 0) | (c ? 4 : 0) | (d ? 8 : 0);
            if (mask == 0 || mask == 15) {
                continue;
            }
            const Crossing low{i, j, 0};
            const Crossing right{i + 1, j, 1};
            const Crossing high{i, j + 1, 0};
            const Crossing left{i, j, 1};
            switch (mask) {
            case 1:
                next[low] = left;
                break;
            case 2:
                next[right] = low;
                break;
            case 3:
                next[right] = left;
                break;
            case 4:
                next[high] = right;
                break;
            case 5: // two corners across: kept apart
                next[low] = left;
                next[high] = right;
                break;
            case 6:
                next[high] = low;
                break;
            case 7:
                next[high] = left;
                break;
            case 8:
                next[left] = high;
                break;
            case 9:
                next[low] = high;
                break;
            case 10:
                next[right] = low;
                next[left] = high;
                break;
            case 11:
                next[right] = high;
                break;
            case 12:
                next[left] = right;
                break;
            case 13:
                next[low] = right;
                break;
            case 14:
                next[left] = low;
                break;
            default:
                break;
            }
        }
    }
    const auto place = [&](const Crossing& c) {
        const double from = f.at(c.i, c.j);
        const double to = c.side == 0 ? f.at(c.i + 1, c.j) : f.at(c.i, c.j + 1);
        const double share = std::abs(to - from) > 1e-300 ? std::clamp((level - from) / (to - from), 0.0, 1.0) : 0.5;
        return Vec2{f.origin.x + f.cell_mm * (c.i + (c.side == 0 ? share : 0.0)),
                    f.origin.y + f.cell_mm * (c.j + (c.side == 0 ? 0.0 : share))};
    };
    Region out;
    while (!next.empty()) {
        Ring ring;
        auto at = next.begin();
        while (at != next.end()) {
            ring.push_back(place(at->first));
            const Crossing to = at->second;
            next.erase(at);
            at = next.find(to);
        }
        if (ring.size() >= 3) {
            out.push_back(std::move(ring));
        }
    }
    return out;
}

void blur(Field& f, double sigma_cells)
{
    const int reach =
        std::max(1, static_cast<int>(std::lround((std::sqrt(4.0 * sigma_cells * sigma_cells + 1.0) - 1.0) / 2.0)));
    std::vector<double> line;
    const auto pass = [&](int count, int length, int step, int lineStep) {
        line.resize(static_cast<size_t>(length));
        for (int k = 0; k < count; ++k) {
            double* start = f.values.data() + static_cast<std::ptrdiff_t>(k) * lineStep;
            double sum = 0.0;
            for (int i = 0; i < std::min(reach, length); ++i) {
                sum += start[static_cast<std::ptrdiff_t>(i) * step];
            }
            for (int i = 0; i < length; ++i) {
                if (i + reach < length) {
                    sum += start[static_cast<std::ptrdiff_t>(i + reach) * step];
                }
                if (i - reach - 1 >= 0) {
                    sum -= start[static_cast<std::ptrdiff_t>(i - reach - 1) * step];
                }
                line[static_cast<size_t>(i)] = sum / (2 * reach + 1);
            }
            for (int i = 0; i < length; ++i) {
                start[static_cast<std::ptrdiff_t>(i) * step] = line[static_cast<size_t>(i)];
            }
        }
    };
    for (int round = 0; round < 3; ++round) {
        pass(f.rows, f.columns, 1, f.columns);
        pass(f.columns, f.rows, f.columns, 1);
    }
}

} // namespace burl
