#pragma once
// Small pictures of how readings are taken: by a string, down from rails, with winding sticks. For the screen and for
// paper.   Threads: pure.

#include <QRectF>

#include "drawing/palette.h"

class QPainter;

namespace burl
{

enum class HowTo { String, StraightEdge, Rails, Gap, WindingSticks };

/// Fills the box; words are in the painter's font.
void paintHowTo(QPainter& painter, const QRectF& box, HowTo what, const Palette& palette);

} // namespace burl
