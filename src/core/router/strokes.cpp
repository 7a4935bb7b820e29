#include "core/router/strokes.h"

#include <algorithm>
#include <cmath>

namespace burl
{

StrokeField::StrokeField(const RemovalMap& map, const PassInput& input)
    : length_mm_(input.along ? map.width_mm : map.length_mm), bit_mm_(input.bit_mm),
      plan_(strokePlan(length_mm_, input.along ? map.length_mm : map.width_mm, input.bit_mm, input.overlap,
                       input.runoff_mm)),
      highest_mm_(static_cast<size_t>(std::max(0, input.along ? map.cellsAcross : map.cellsAlong)), -1e300)
{
    for (int j = 0; j < map.cellsAcross; ++j) {
        for (int i = 0; i < map.cellsAlong; ++i) {
            const double h =
                map.height_mm[static_cast<size_t>(j) * static_cast<size_t>(map.cellsAlong) + static_cast<size_t>(i)];
            double& most = highest_mm_[static_cast<size_t>(input.along ? j : i)];
            most = h > most ? h : most; // NaN, no wood, compares false
        }
    }
}

double StrokeField::middle(int stroke) const
{
    return bit_mm_ / 2.0 + stroke * plan_.stepover_mm;
}

bool StrokeField::meets(int stroke, double floor_mm) const
{
    const auto lines = static_cast<int>(highest_mm_.size());
    const double cells = lines / length_mm_;
    const int from = std::max(0, static_cast<int>(std::floor((middle(stroke) - bit_mm_ / 2.0) * cells)));
    const int to = std::min(lines - 1, static_cast<int>(std::ceil((middle(stroke) + bit_mm_ / 2.0) * cells)) - 1);
    for (int i = from; i <= to; ++i) {
        if (highest_mm_[static_cast<size_t>(i)] > floor_mm) {
            return true;
        }
    }
    return false;
}

double StrokeField::highest_mm() const
{
    return highest_mm_.empty() ? -1e300 : *std::max_element(highest_mm_.begin(), highest_mm_.end());
}

} // namespace burl
