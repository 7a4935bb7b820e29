#pragma once
// How the resin to order came about, figure by figure, and what wants attention before it is poured.   Threads: pure.

#include <vector>

#include "core/fill/fill_plan.h"

namespace burl
{

/// Names every step from the voids to the pigment of a batch; `volumes` are those of the voids it fills.
void nameOrder(ResinOrder& order, const OrderInput& input, const std::vector<Figure>& volumes);

/// Density of a piece's wood with its water: not known of wood nobody named, a guess of wood nobody metered.
[[nodiscard]] Figure woodDensity(const FillInput& in, size_t piece);

/// Findings, appended to the plan.
void inspectFill(const FillInput& in, FillPlan& plan);

} // namespace burl
