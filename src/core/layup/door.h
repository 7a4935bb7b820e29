#pragma once
// Will it pass the door: a flat top, legs off, carried through a rectangular opening.
// Units: mm.   Source: docs/formulas.md#door.   Threads: pure.

namespace burl
{

/// The widest top of this thickness that passes at some tilt, flat and upright included.
[[nodiscard]] double widestThroughDoor(double thickness_mm, double doorWide_mm, double doorHigh_mm);

} // namespace burl
