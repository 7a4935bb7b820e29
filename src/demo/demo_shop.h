#pragma once
// The demo shop: made-up logs sawn by arithmetic into slabs, measured as a maker would, and two
// jobs. Deterministic: every call gives the same book.

#include "core/shop/book.h"

namespace burl
{

[[nodiscard]] Book demoBook();

} // namespace burl
