#pragma once
// The classes of resin and what a pour lies in, as they ship (data/resins.json).   Threads: pure.

#include "core/shop/shop.h"

namespace burl
{

/// Puts the classes and materials of data/resins.json into a shop.
void addResins(Shop& shop);

} // namespace burl
