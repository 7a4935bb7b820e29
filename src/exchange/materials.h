#pragma once
// The materials that ship: species, resin classes, climates (data/*.json).

#include "core/shop/shop.h"

namespace burl
{

/// A shop without slabs: standard materials and habits.
[[nodiscard]] const Shop& standardShop();

/// A species as it was written before its stiffness was known takes what ships for it.
[[nodiscard]] Species withUsualStiffness(Species species);

} // namespace burl
