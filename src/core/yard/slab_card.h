#pragma once
// The card of one slab: what its readings make of it. Pure; the yard shows it, the tag prints it.
// Units: mm, litres, kg, % MC, days.   Source: docs/formulas.md#slab-card.
// Threads: pure.

#include <optional>
#include <vector>

#include "core/figure/answer.h"
#include "core/shop/shop.h"
#include "core/wood/drying.h"

namespace burl
{

struct SlabCard {
    std::vector<Entry> figures;
    std::vector<Finding> findings;
    std::optional<DryingCurve> drying; // of the deepest readings
    Figure volume;                     // of the rough slab; unknown without its thickness
    Figure mass;                       // computed
    Figure homeEmc;                    // mean EMC of the room it will live in
};

/// `home` is the room the wood is meant for; null: the first climate of the shop. `today` is a day as
/// core/measure/date.h counts them.
[[nodiscard]] SlabCard slabCard(const Slab& slab, const Shop& shop, const Climate* home, int today);

/// Of each date the reading deepest in the wood: that is where it is wettest.
[[nodiscard]] std::vector<DryingReading> deepestReadings(const std::vector<MoistureReading>& readings);

/// Mean of the readings of the latest date; nothing when there is none.
[[nodiscard]] std::optional<double> latestMoisture_pct(const std::vector<MoistureReading>& readings);

/// How far above the home's EMC a slab may be and still be joined (custom: within 1 to 2 points).
constexpr double kReadyWithin_pct = 1.5;

} // namespace burl
