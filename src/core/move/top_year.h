#pragma once
// How late and how far a top follows its room.
// Units: days, mm.   Source: docs/formulas.md#year.   Threads: pure.

#include "core/shop/move_choices.h"

namespace burl
{

/// How long a top takes to come two thirds of the way to its room: the wood's own, and its coat's.
struct TopLag {
    double wood_days = 0.0;
    double coat_days = 0.0;
    [[nodiscard]] double tau_days() const { return wood_days + coat_days; }
};
/// REQUIRES: thickness above 0
[[nodiscard]] TopLag lagOf(double thickness_mm, MoistureCoat coat);

} // namespace burl
