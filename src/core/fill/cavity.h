#pragma once
// A hole in the wood of a top, filled or left open: how much of it there is after flattening, as it is filled and in
// the finished top.   Units: mm, mm2, litres.   Source: docs/formulas.md#resin.   Threads: pure.

#include <optional>

#include "core/fill/fill_plan.h"

namespace burl
{

/// True for what takes wood out of the top when nobody fills it: not a tight knot, not bark that stays.
[[nodiscard]] bool isHole(const Feature& feature);

/// Nothing for what is no hole, and for one of which nothing lies in the top. Its volume is a guess, as nothing, where
/// its depth is not measured.
[[nodiscard]] std::optional<FillItem> cavityOf(const FillInput& input, size_t piece, const Feature& feature);

} // namespace burl
