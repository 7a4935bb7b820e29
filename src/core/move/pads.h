#pragma once
// A stiff top on pads that do not lie in one plane: which three carry it, and the gap under each of the others.
// Units: mm.   Source: docs/formulas.md#pads.   Threads: pure.

#include <optional>
#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

struct Pad {
    Vec2 at;
    double low_mm = 0.0; // below a common plane
};

/// The gap under each pad, nothing under three. Empty when the centre of gravity lies outside all of them, or when they
/// lie on one line.
[[nodiscard]] std::vector<double> gapsUnder(const std::vector<Pad>& pads, Vec2 centreOfGravity);

} // namespace burl
