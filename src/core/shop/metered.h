#pragma once
// What the readings of a slab say together: how wet it is by its meter, where the calliper was.   Units: % MC, mm.
// Threads: pure.

#include <optional>
#include <vector>

#include "core/shop/slab.h"

namespace burl
{

/// The mean of the latest day of a meter's log; nothing when it is empty.
[[nodiscard]] std::optional<double> latestMc_pct(const std::vector<MoistureReading>& log);

/// All places of the calliper that are typed to their end, also behind a row that is not.
[[nodiscard]] std::vector<ThicknessReading> calliperReadings(const Slab& slab);

/// What was typed as today's, else what its log said last; nothing when nobody metered it.
[[nodiscard]] std::optional<double> meteredMc_pct(const Slab& slab);

} // namespace burl
