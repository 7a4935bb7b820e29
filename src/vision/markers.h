#pragma once
// Reference cards found by themselves: white squares with a dark figure in the middle (a cross, a disc,
// a ring or opposite quarters).   Threads: pure.

#include <array>
#include <functional>
#include <vector>

#include "core/geometry/vec2.h"
#include "core/measure/outcome.h"
#include "vision/pixels.h"

namespace burl
{

struct Marker {
    Vec2 centre;                 // where the card's diagonals cross: true under perspective
    std::array<Vec2, 4> corners; // of the card
    double certainty = 0.0;      // 0 to 1
};

/// All that looks like a card, the surest first.
/// `goOn` is asked often; when it says no, nothing is found.
[[nodiscard]] std::vector<Marker> findMarkers(const Pixels& photo, const std::function<bool()>& goOn = {});

/// The four that stand at the corners of a rectangle, named 1 to 4 anticlockwise seen from above; the
/// side 1 to 2 is the long one when `wide`, and runs to the right, or up in an upright picture.
/// Errors: "photo.no_markers" (says how many were found).
[[nodiscard]] Expected<std::array<Marker, 4>> fourMarkers(const std::vector<Marker>& found, bool wide);

} // namespace burl
