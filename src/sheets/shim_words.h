#pragma once
// The shims under a base, as every paper says them.

#include <QString>

#include "core/measure/units.h"

namespace burl
{

struct MovePlan;

/// "Shims: base plate 2, far end 0.9 mm"; empty where none is needed.
[[nodiscard]] QString shimWords(const MovePlan& plan, const UnitChoice& units);

} // namespace burl
