#pragma once
// The tag that is stapled to a slab: its name large, what a maker asks of it in the yard, its outline, and
// a code that finds it again in the program.

#include <QByteArray>
#include <QImage>
#include <QString>

#include "core/shop/shop.h"
#include "drawing/wood.h"

namespace burl
{

/// One page of 105 by 74 mm as PDF.
[[nodiscard]] QByteArray slabTagPdf(const Slab& slab, const Shop& shop, const QString& family,
                                    const PictureSource& pictures);

/// The squares of the tag's code, one pixel each, with the quiet rim that readers want; black on white.
[[nodiscard]] QImage tagSquares(SlabId id);

} // namespace burl
