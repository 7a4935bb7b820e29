#pragma once
// The parts of a base that are carried each by itself: two frames that nothing ties leave the shop as two.
// Units: mm, kg.   Threads: pure.

#include <vector>

#include "core/base/base_shape.h"
#include "core/figure/answer.h"

namespace burl
{

/// What its parts reach over, seen from above, and how high.   REQUIRES: parts
[[nodiscard]] Box reachOf(const std::vector<const BasePart*>& parts, double& high_mm);

/// Parts that touch hold together. One piece: "base"; more: "base_1", "base_2" ..., from the left. Each weighs its
/// share of the base, by what its parts weigh.
[[nodiscard]] std::vector<TablePiece> basePieces(const BaseShape& shape, const Figure& mass);

} // namespace burl
