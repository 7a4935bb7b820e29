#pragma once
// How the shipped classes of resin cure, and what forms and rooms are made of: data/resins.json.   Threads: pure.

#include <optional>
#include <string_view>

#include "core/cure/cure_section.h"

namespace burl
{

/// By the class's id; nothing for a class that is not shipped.
[[nodiscard]] std::optional<CureResin> cureResin(std::string_view id);
/// "wood", "plywood", "melamine_board", "mdf", "hdpe", "eps_insulation"; nothing for any other.
[[nodiscard]] std::optional<CureMaterial> cureMaterial(std::string_view name);
/// Still air or a fan; the form stands free or lies flat on a bench. The air's warmth is left to be told.
[[nodiscard]] CureRoom cureRoom(bool fan, bool onBench);

} // namespace burl
