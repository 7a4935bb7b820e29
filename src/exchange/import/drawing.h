#pragma once
// What SVG and DXF have in common: closed rings with a name, of which one is the top outline.

#include <string>
#include <vector>

#include "exchange/import/imported.h"

namespace burl
{

struct DrawnRing {
    std::string name; // layer, id or class, lower case
    Ring ring;        // mm, y up
    bool closed = true;
};

/// Chooses the outlines by name (top, bottom; or the layer asked for), else the largest ring; rings
/// named defect, knot, void ... inside become features. Names what was chosen when it had to choose.
/// Errors: "import.no_outline", "import.crosses" (names the place), "import.open".
[[nodiscard]] Expected<Imported> importedFrom(const std::vector<DrawnRing>& rings, const ImportOptions& options);

/// A ring fit to keep: no doubled corners, none closer to the line of its neighbours than
/// `straight_mm`, anticlockwise.   Errors: "import.crosses", "import.no_outline".
[[nodiscard]] Expected<Ring> cleanRing(const Ring& ring, double straight_mm = 0.05);

} // namespace burl
