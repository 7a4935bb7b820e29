#pragma once
// The table as it stands: from the side, from its right end and from above; base, top, floor.
// Frame: what is level runs to the right, heights up (from above: the top's own).   Units: mm.

#include "core/plan/plan.h"
#include "drawing/palette.h"
#include "drawing/view.h"

class QPainter;

namespace burl
{

enum class Elevation { Side, End, Above };

[[nodiscard]] Vec2 projected(const Point3& at, Elevation from);
/// Top, base and the floor below them.   REQUIRES: a layup that stands
[[nodiscard]] Box elevationBox(const Plan& plan, Elevation from);
/// A part of the base as its outline.
[[nodiscard]] Ring outlineOf(const Prism& shape, Elevation from);
void paintElevation(QPainter& painter, const BoardView& view, const Plan& plan, Elevation from, const Palette& palette);

/// A chair seen from its side, its back to the right, its front at x.
void paintChair(QPainter& painter, const BoardView& view, double x_mm, double seat_mm, std::optional<double> arms_mm,
                const QColor& line);
/// Somebody who stands, in front at x.
void paintPerson(QPainter& painter, const BoardView& view, double x_mm, const QColor& line);

} // namespace burl
