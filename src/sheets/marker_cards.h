#pragma once
// The four cards that lie beside a slab when its face is taken from a photo: white, with a dark figure in the middle,
// numbered as they lie, anticlockwise from the lower left.

#include <QByteArray>
#include <QRectF>
#include <QString>

#include "sheets/shop_sheet.h"

class QPainter;

namespace burl
{

constexpr double kMarkerCard_mm = 85.0;

/// One page with all four and how they are laid.
[[nodiscard]] QByteArray markerCardsPdf(Paper paper, const QString& family);

/// One card that fills the square: its figure is the same however it is turned.
void paintMarkerCard(QPainter& painter, const QRectF& square, int number, const QString& family);

} // namespace burl
