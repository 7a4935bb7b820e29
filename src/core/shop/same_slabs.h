#pragma once
// Whether a stage sees the same slabs as before.   Threads: pure.

#include <algorithm>
#include <memory>
#include <vector>

#include "core/shop/slab.h"

namespace burl
{

using SharedSlabs = std::vector<std::shared_ptr<const Slab>>;

/// The same objects, or equal ones; null stands for a slab that is not in the shop.
[[nodiscard]] inline bool sameSlabs(const SharedSlabs& a, const SharedSlabs& b)
{
    return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                      [](const auto& x, const auto& y) { return x == y || (x && y && *x == *y); });
}

} // namespace burl
