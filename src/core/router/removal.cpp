#include "core/router/removal.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace burl
{

RemovalMap removalOver(const Ring& outline, const FaceField& field, const Plane& plane, Face face, double cell_mm)
{
    const Box box = boundsOf(outline);
    RemovalMap map;
    map.length_mm = box.width();
    map.width_mm = box.height();
    map.cellsAlong = std::max(1, static_cast<int>(std::lround(map.length_mm / cell_mm)));
    map.cellsAcross = std::max(1, static_cast<int>(std::lround(map.width_mm / cell_mm)));
    const double sign = face == Face::Top ? 1.0 : -1.0;
    const auto along = static_cast<size_t>(map.cellsAlong);
    map.height_mm.assign(along * static_cast<size_t>(map.cellsAcross), std::numeric_limits<double>::quiet_NaN());
    std::vector<double> xs;
    std::vector<GridCell> columns;
    for (int i = 0; i < map.cellsAlong; ++i) {
        xs.push_back(box.left + (i + 0.5) * map.length_mm / map.cellsAlong);
        columns.push_back(field.column(xs.back()));
    }
    for (int j = 0; j < map.cellsAcross; ++j) {
        const double y = box.bottom + (j + 0.5) * map.width_mm / map.cellsAcross;
        const GridCell row = field.row(y);
        const std::vector<double> inside = crossingsAt(outline, y);
        size_t passed = 0; // crossings left of the cell: odd means inside
        for (size_t i = 0; i < along; ++i) {
            while (passed < inside.size() && inside[passed] <= xs[i]) {
                ++passed;
            }
            if (passed % 2 == 1) {
                map.height_mm[static_cast<size_t>(j) * along + i] =
                    sign * (field.in(columns[i], row, {xs[i], y}) - plane.at(xs[i], y));
            }
        }
    }
    return map;
}

} // namespace burl
