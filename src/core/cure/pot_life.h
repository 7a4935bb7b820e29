#pragma once
// How long a pot of resin lasts: a pot of a mass, warming by itself, losing heat over its sides.
// Units: g, minutes, degrees Celsius.   Source: docs/formulas.md#pot-life.   Threads: pure.

#include <optional>

#include "core/shop/resin.h"

namespace burl
{

struct PotCure {
    std::optional<double> gel_min; // empty: not within a week
    double peak_C = 0.0;
};
/// A pot as wide as high, well mixed, in a room as warm as the resin was.
[[nodiscard]] PotCure potCure(const CureResin& resin, double mass_g, double at_C);

/// The sheet's pot life carried over to another mass and room by how the model's gel time changes; never longer than
/// the sheet says. Nothing for a class that says neither.
[[nodiscard]] std::optional<double> potLife_min(const ResinClass& resin, double mass_g, double at_C);

} // namespace burl
