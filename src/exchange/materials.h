#pragma once
// The materials that ship: species, resin classes, climates (data/*.json).

#include "core/shop/shop.h"

namespace burl
{

/// A shop without slabs: standard materials and habits.
[[nodiscard]] const Shop& standardShop();

} // namespace burl
