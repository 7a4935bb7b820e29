#pragma once
// What is let into a top to hold it: butterfly keys across a check, loose tenons or dowels along a joint.
// Units: mm.   Source: docs/formulas.md#joinery (shop custom).   Threads: pure.

#include <utility>
#include <vector>

#include "core/geometry/vec2.h"
#include "core/shop/slab.h"

namespace burl
{

constexpr double kKeyPitch_mm = 120.0; // custom 100 to 150
constexpr double kKeyFirst_mm = 35.0;  // from the open end
constexpr double kKeyLong_mm = 80.0;   // across the crack
constexpr double kKeyWide_mm = 40.0;
constexpr double kTenonClear_mm = 40.0; // from trims, keys, cuts and voids

/// A butterfly key; its grain and its long way run across the crack.
struct ButterflyKey {
    SlabId slab;
    int feature = 0;
    Vec2 at;
    Vec2 across; // unit vector of its long way
    /// Its outline: wide at both ends, a waist at the crack.
    [[nodiscard]] Ring outline() const;
    bool operator==(const ButterflyKey&) const = default;
};

/// Keys along a check that runs through these points, the first near its first point: where it is open.
/// A check shorter than the first key's place gets one in its middle.
[[nodiscard]] std::vector<ButterflyKey> keysAcross(const std::vector<Vec2>& check);

/// Places along a joint from `from_mm` to `to_mm`: evenly pitched, no further apart than `pitch_mm`, none
/// within `kTenonClear_mm` of an end or inside one of the stretches to avoid (each widened by as much). One
/// that would lie there moves to the nearest clear place within half a pitch, or is left out.
[[nodiscard]] std::vector<double> tenonsAlong(double from_mm, double to_mm, double pitch_mm,
                                              const std::vector<std::pair<double, double>>& avoid);

} // namespace burl
