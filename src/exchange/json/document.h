#pragma once
// The head that all our JSON files share: format, version, and where a value went wrong.

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nlohmann/json.hpp>

#include "core/measure/outcome.h"
#include "exchange/json/reader.h"

namespace burl
{

/// Parses and looks at the head.   Errors: see `code`. `kind` is what the file is called ("a Young Burl job"), `code`
/// begins the codes of refusals: code.not_json, code.format, code.newer.
[[nodiscard]] Expected<nlohmann::json> parseDocument(std::string_view text, std::string_view format, int newest,
                                                     const std::string& kind, const std::string& code);

/// Keys that a file says and nothing asked for, a sentence each with its line; at most a dozen.
[[nodiscard]] std::vector<std::string> notUnderstood(const nlohmann::json& root, const JsonAsked& asked,
                                                     std::string_view text);

/// The miss as a refusal with its line.
[[nodiscard]] Refusal refusalOf(const JsonMiss& miss, std::string_view text, const std::string& code);

} // namespace burl
