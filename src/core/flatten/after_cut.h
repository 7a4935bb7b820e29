#pragma once
// What the wood may do once it is cut: cup from its rings and from wet wood laid bare, wind from grain that spirals.
// Estimates, with how far they may be out; the rest tells the truth.
// Units: mm, % MC.   Source: docs/formulas.md#after-the-cut.   Threads: pure.

#include <optional>
#include <vector>

#include "core/figure/answer.h"
#include "core/figure/finding.h"
#include "core/shop/slab.h"
#include "core/wood/movement.h"

namespace burl
{

struct AfterCutInput {
    std::string name;
    double width_mm = 0.0;
    double length_mm = 0.0;
    double thickness_mm = 0.0; // finished
    PithPlace pith;
    ChangeCoefficients wood;
    double mcNow_pct = 0.0;
    double mcRoom_pct = 0.0;
    double offTop_mm = 0.0; // mean
    double offBottom_mm = 0.0;
    double wetter_pct_per_mm = 0.0; // towards the core, by the meter's pins at two depths
};

struct AfterCut {
    double ringCup_mm = 0.0; // positive: the middle of the top stands higher
    double bareCup_mm = 0.0; // of wetter wood laid bare on one face
    double cup_mm = 0.0;
    double cupUnsure_mm = 0.0;  // two times in three it is no further out
    double bowUnsure_mm = 0.0;  // the bow itself is as likely one way as the other
    double windUnsure_mm = 0.0; // the wind itself is as likely one way as the other
};
[[nodiscard]] AfterCut afterCut(const AfterCutInput& input);

/// % MC a mm towards the core: from the deepest and the shallowest reading of the slab's last day at the meter.
/// Nothing without readings at two depths.
[[nodiscard]] std::optional<double> wetterInside_pct_per_mm(const std::vector<MoistureReading>& readings);

/// Figures, and a caution when the cup may pass `limit_mm`; appended.
void reportAfterCut(const AfterCutInput& input, double limit_mm, std::vector<Entry>& figures,
                    std::vector<Finding>& findings);

} // namespace burl
