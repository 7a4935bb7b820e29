#pragma once
// Pictures of drawn faces, as a camera square above them would take them: for the slabs of the demo shop.

#include <QByteArray>

#include "core/shop/slab.h"

namespace burl
{

struct DrawnPicture {
    FacePicture place; // its key is left to whoever keeps the bytes
    QByteArray bytes;  // JPEG; empty when the slab has no outline
};

/// The drawn wood with what is in it: voids dark, checks and holes as they gape, bark as bark.
[[nodiscard]] DrawnPicture pictureOfDrawnFace(const Slab& slab, Face face, double mm_per_px);

} // namespace burl
