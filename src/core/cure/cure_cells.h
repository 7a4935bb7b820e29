#pragma once
// The half section of a pour cut into cells, graded towards walls and surfaces, and what flows between them.
// Row j, column i at j * nx + i; a cell that the sloping wall crosses holds a share of epoxy.
// Units: m, J/K, W/K; per metre of a river, per radian of a round.   Threads: values.

#include <utility>
#include <vector>

#include "core/cure/cure_section.h"

namespace burl
{

struct CureCells {
    int nx = 0;
    int ny = 0;
    int columns = 0;                       // from the middle, that hold epoxy somewhere
    std::vector<std::pair<int, int>> rows; // of each layer: from, to
    std::vector<double> x_mm, y_mm;        // middles
    std::vector<double> dx_m, dy_m;
    std::vector<double> seen; // of each column from above
    std::vector<double> side; // of the outer side of each column, per metre of height

    // Of each cell. Air takes part in nothing: it has no flow.
    std::vector<double> share;    // of the section that is epoxy, once all is poured
    std::vector<double> epoxy;    // as far as it is poured
    std::vector<double> capacity; // J/K; of air 1
    std::vector<double> epoxyCapacity;
    std::vector<double> nextX, nextY; // W/K to the next cell outwards, upwards
    std::vector<double> room;         // W/K along y to the room
    std::vector<double> roomX;        // and along x

    [[nodiscard]] size_t at(int i, int j) const
    {
        return static_cast<size_t>(j) * static_cast<size_t>(nx) + static_cast<size_t>(i);
    }
};

[[nodiscard]] CureCells cureCells(const CureSection& section, int across, int deep);

/// What is there when so many layers are poured: fills everything of a cell but its shares.
void fillCells(CureCells& cells, const CureSection& section, size_t poured);

/// Half of the width of the hole at this height.
[[nodiscard]] double halfWidth_mm(const CureSection& section, double y_mm);

} // namespace burl
