#pragma once
// How a slab dries: MC(t) = rest + (m0 − rest)·e^(−t/τ), fitted to the readings of the meter.
// Units: % MC, days.   Source: docs/formulas.md#drying.   Threads: pure.

#include <optional>
#include <span>
#include <vector>

#include "core/measure/outcome.h"

namespace burl
{

struct DryingReading {
    int day = 0; // any count of days
    double mc_pct = 0.0;
};

struct DryingCurve {
    int firstDay = 0;
    double start_pct = 0.0;       // at the first day
    double equilibrium_pct = 0.0; // where it comes to rest where it stands now
    double tau_days = 0.0;
    double rms_pct = 0.0;    // what the readings scatter about the curve
    bool restFitted = false; // false: the rest is the one that was given
    [[nodiscard]] double at(double day) const;
    /// The day it comes down to `mc_pct`; nothing when it never does there.
    [[nodiscard]] std::optional<double> dayOf(double mc_pct) const;
};

/// Two dates at least, a week apart or more. The rest is fitted too when there are five dates over 60 days
/// and the curve bends; otherwise `equilibrium_pct` (the store's EMC) is taken.
/// Errors: "drying.too_few", "drying.not_a_number", "drying.not_drying".
[[nodiscard]] Expected<DryingCurve> dryingCurve(std::vector<DryingReading> readings, double equilibrium_pct);

} // namespace burl
