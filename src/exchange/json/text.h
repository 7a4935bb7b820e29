#pragma once
// JSON text as a maker can read and edit it: short lists on one line, the rest indented.

#include <string>

#include <nlohmann/json.hpp>

namespace burl
{

using OrderedJson = nlohmann::ordered_json;

/// Deterministic: the same value always gives the same bytes.
[[nodiscard]] std::string prettyText(const OrderedJson& value);

} // namespace burl
