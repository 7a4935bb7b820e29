#include "core/geometry/simplify.h"

#include <cmath>
#include <utility>

namespace burl
{

std::vector<Vec2> simplified(const std::vector<Vec2>& line, double stray_mm)
{
    if (line.size() < 3) {
        return line;
    }
    std::vector<bool> kept(line.size(), false);
    kept.front() = kept.back() = true;
    // A list of what is still to be looked at, in place of calling itself: long lines would run out of stack.
    std::vector<std::pair<size_t, size_t>> open{{0, line.size() - 1}};
    while (!open.empty()) {
        const auto [from, to] = open.back();
        open.pop_back();
        const Vec2 along = line[to] - line[from];
        const double len = length(along);
        double worst = stray_mm;
        size_t at = 0;
        for (size_t i = from + 1; i < to; ++i) {
            const Vec2 off = line[i] - line[from];
            const double away = len > 0.0 ? std::abs(cross(along, off)) / len : length(off);
            if (away > worst) {
                worst = away;
                at = i;
            }
        }
        if (at != 0) {
            kept[at] = true;
            open.emplace_back(from, at);
            open.emplace_back(at, to);
        }
    }
    std::vector<Vec2> out;
    for (size_t i = 0; i < line.size(); ++i) {
        if (kept[i]) {
            out.push_back(line[i]);
        }
    }
    return out;
}

} // namespace burl
