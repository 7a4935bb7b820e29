#pragma once
// A face after a pass: what the pass touched, what it left as sawn, and contour lines of what stands over the plane.

#include <QImage>
#include <QLineF>
#include <QVector>

#include "core/flatten/pass_map.h"
#include "core/router/removal.h"

namespace burl
{

/// A pixel a cell, row 0 on the far side, transparent off the wood. Touched by pass `done` (from 1): the flat tone of
/// its floor, lighter where it is the first to get there; not reached yet: hatched, and clear between.
[[nodiscard]] QImage touchedImage(const PassMap& map, int done);

/// A step of contour lines that tells most: 0.5, 1, 2 or 5 mm.
[[nodiscard]] double contourStep_mm(double span_mm);
/// Lines of equal height of a map, in millimetres from its lower left corner.
[[nodiscard]] QVector<QLineF> contourLines(const RemovalMap& map, double step_mm);

} // namespace burl
