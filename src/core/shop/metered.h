#pragma once
// How wet a slab is by its meter.   Units: % MC.   Threads: pure.

#include <optional>
#include <vector>

#include "core/shop/slab.h"

namespace burl
{

/// The mean of the latest day of a meter's log; nothing when it is empty.
[[nodiscard]] std::optional<double> latestMc_pct(const std::vector<MoistureReading>& log);

/// What was typed as today's, else what its log said last; nothing when nobody metered it.
[[nodiscard]] std::optional<double> meteredMc_pct(const Slab& slab);

} // namespace burl
