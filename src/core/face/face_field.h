#pragma once
// A face as a surface that has a height everywhere: its readings, what is missing between them told by their
// neighbours, and carried on from the outermost ones to the edge of the wood.
// Units: mm, z up.   Source: docs/formulas.md#surface-between-readings.   Threads: pure.

#include <vector>

#include "core/face/planes.h"
#include "core/face/surfaces.h"
#include "core/geometry/ring.h"

namespace burl
{

/// Between which two lines of a grid a place lies, and how far from the first to the second; beyond the outermost
/// lines it is held on them.
struct GridCell {
    size_t first = 0;
    double share = 0.0;
};
[[nodiscard]] GridCell cellAt(const std::vector<double>& lines, double v);

class FaceField
{
public:
    /// `points` were read on the lines of `grid`; their z is what counts, not the grid's own readings.
    /// With no points at all every height is 0.
    FaceField(const HeightGrid& grid, const std::vector<SurfacePoint>& points);

    /// Straight between neighbouring readings; beyond the outermost the face goes on as it leans and twists (and, where
    /// four lines each way tell it, as it bends).
    [[nodiscard]] double at(Vec2 place) const;

    /// The same for whole rows of places: where a coordinate lies between the lines of its direction.
    [[nodiscard]] GridCell column(double x) const { return cellAt(xs_, x); }
    [[nodiscard]] GridCell row(double y) const { return cellAt(ys_, y); }
    [[nodiscard]] double in(GridCell column, GridCell row, Vec2 place) const;

    /// Places inside the region that no reading tells but whose height counts: nodes that were missed, and the rim,
    /// no more than `step_mm` apart.
    [[nodiscard]] std::vector<Point3> carriedIn(const Region& region, double step_mm) const;

    /// How far a place lies beyond the outermost readings; 0 between them.
    [[nodiscard]] double beyond_mm(Vec2 place) const;

private:
    [[nodiscard]] double sheet(Vec2 place) const;
    void fitSheet(const std::vector<SurfacePoint>& points);
    void fillMissing();

    std::vector<double> xs_;
    std::vector<double> ys_;
    Vec2 middle_;
    Vec2 half_{1.0, 1.0};
    double terms_[6] = {};     // of the sheet: 1, u, v, uv, u², v² over scaled coordinates
    std::vector<double> left_; // over the sheet, of every node
    std::vector<char> read_;
    Box readBox_;
};

} // namespace burl
