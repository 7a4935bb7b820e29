#pragma once
// A face of a piece as a milling machine meets it.   Units: mm.   Source: docs/formats.md#g-code.   Threads: pure.

#include "core/flatten/flatten_plan.h"
#include "core/router/gcode.h"

namespace burl
{

/// A face of a piece that has been read, as it lies under the machine with that face up.
[[nodiscard]] GcodeInput gcodeInputOf(const FlattenChoices& choices, const FlattenedPiece& piece,
                                      const PlacedPiece& placed, bool top);

} // namespace burl
