#pragma once
// Packers built of what a shop has, and what the rounding costs.
// Units: mm.   Source: docs/formulas.md#packers.   Threads: pure.

#include <span>
#include <vector>

#include "core/face/planes.h"
#include "core/shop/job.h"

namespace burl
{

/// Thickness of one piece of the stock; 0 when packers are planed to measure.
[[nodiscard]] double packerUnit_mm(PackerStock stock);

/// A packer's height in whole pieces of the stock: how many, the nearest number.
[[nodiscard]] int packerPieces(double height_mm, PackerStock stock);

/// The thickest flat slab whose planes have these slopes.
[[nodiscard]] double thicknessAtSlopes(std::span<const Point3> top, std::span<const Point3> bottom, double slopeX,
                                       double slopeY);

/// What rounding the packers takes off the thickness: the slab lies a little off the best plane. Both noughts where
/// packers are planed to measure, or where fewer than three stand, or all in one line.
struct RoundedPackers {
    double toMeasure_mm = 0.0; // the thickest flat slab on packers planed to measure
    double ofStock_mm = 0.0;   // and on packers of whole pieces of the stock
    [[nodiscard]] double cost_mm() const { return toMeasure_mm > ofStock_mm ? toMeasure_mm - ofStock_mm : 0.0; }
};
[[nodiscard]] RoundedPackers roundedPackers(std::span<const Point3> top, std::span<const Point3> bottom,
                                            const Plane& plane, const std::vector<Packer>& packers, PackerStock stock);

} // namespace burl
