#pragma once
// Millings with a rest between them: wood moves after each cut, so a slab is brought down in two or three goes, lies in
// between, and is read again. Both faces move together: between two millings a piece is an even sheet that bends.
// Units: mm, days.   Source: docs/formulas.md#millings.   Threads: pure.

#include <optional>
#include <vector>

#include "core/face/planes.h"
#include "core/figure/answer.h"
#include "core/figure/figure.h"
#include "core/figure/finding.h"
#include "core/layup/layup_plan.h"
#include "core/measure/outcome.h"
#include "core/shop/job.h"

namespace burl
{

struct FlattenPlan;

/// Heights over the plane at which the millings before the last end, falling.
[[nodiscard]] std::vector<double> millingStops_mm(const FlattenChoices& choices);

/// How long a piece lies after a milling: a day, a day more for every 4 mm off its face, three at most; and a day more
/// for each % above 10 % MC, as much as four more.
[[nodiscard]] Figure restDays(const std::string& name, double off_mm, std::optional<double> mc_pct);

/// What a rest showed.
struct RestLook {
    double moved_mm = 0.0;                         // thickness that flattening it again takes
    double leaves_mm = 0.0;                        // the thickest flat piece that is left
    std::optional<double> wind_mm, bow_mm, cup_mm; // of the readings, where there are six or more
    std::optional<FaceShape> shape;                // that tells them
};
/// Errors: "rest.not_read", "rest.thickness", and those of thickestSlab in the readings' words.
[[nodiscard]] Expected<RestLook> inspectRest(const Rest& rest);

/// The millings of every piece, how long they rest and what the rests showed: figures and findings, appended.
void reportMillings(const FlattenChoices& choices, const std::vector<std::shared_ptr<const Slab>>& slabs,
                    double wanted_mm, const LayupPlan& layup, FlattenPlan& plan);

} // namespace burl
