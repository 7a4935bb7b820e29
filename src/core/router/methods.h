#pragma once
// Ways to flatten a face.   Units: as FlattenMethod says.   Source: docs/formulas.md#passes.   Threads: pure.

#include <vector>

#include "core/shop/job.h"

namespace burl
{

/// The methods that ship, with customary depths; the maker may change every number.
[[nodiscard]] const std::vector<FlattenMethod>& flattenMethods();

} // namespace burl
