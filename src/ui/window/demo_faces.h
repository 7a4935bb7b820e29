#pragma once
// The demo shop with a picture for each face, as if every slab had been photographed.

#include <string>
#include <vector>

#include "core/shop/book.h"

namespace burl::ui
{

struct PicturedBook {
    Book book;
    std::vector<std::string> pictures; // bytes, to be kept by the document
};

/// Draws on all cores; about a second for the demo shop.
[[nodiscard]] PicturedBook withDrawnPictures(const Book& book, double mm_per_px = 2.0);

} // namespace burl::ui
