#pragma once
// What is to be known while it is done, as short sentences: for the pages, the card and the customer.   Threads: pure.

#include <string>
#include <vector>

#include "core/measure/units.h"
#include "core/surface/surface_plan.h"

namespace burl
{

[[nodiscard]] std::vector<std::string> glueWords(const SurfacePlan& plan);
[[nodiscard]] std::vector<std::string> repairWords(const SurfacePlan& plan);
[[nodiscard]] std::vector<std::string> edgeWords(const SurfacePlan& plan, const UnitChoice& units);
[[nodiscard]] std::vector<std::string> sandingWords(const SurfacePlan& plan);
[[nodiscard]] std::vector<std::string> finishWords(const SurfacePlan& plan);
/// For the customer.
[[nodiscard]] std::vector<std::string> careWords(const SurfacePlan& plan);

} // namespace burl
