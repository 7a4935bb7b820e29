#pragma once
// The head that all our JSON files share: format, version, and where a value went wrong.

#include <optional>
#include <string>
#include <string_view>

#include <nlohmann/json.hpp>

#include "core/measure/outcome.h"
#include "exchange/json/reader.h"

namespace burl
{

/// Parses and looks at the head. `kind` is what the file is called ("a Young Burl job"), `code` begins
/// the codes of refusals: code.not_json, code.format, code.newer.
[[nodiscard]] Expected<nlohmann::json> parseDocument(std::string_view text, std::string_view format, int newest,
                                                     const std::string& kind, const std::string& code);

/// The miss as a refusal with its line.
[[nodiscard]] Refusal refusalOf(const JsonMiss& miss, std::string_view text, const std::string& code);

} // namespace burl
