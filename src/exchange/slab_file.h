#pragma once
// One slab as a file (docs/formats.md#slab-file).

#include <string>
#include <string_view>

#include "core/measure/outcome.h"
#include "core/shop/slab.h"

namespace burl
{

/// Errors: "slabfile.not_json", "slabfile.format", "slabfile.newer", "slabfile.value".
[[nodiscard]] Expected<Slab> readSlabFile(std::string_view text);
[[nodiscard]] std::string writeSlabFile(const Slab& slab);

} // namespace burl
