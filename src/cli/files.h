#pragma once
// Reading, writing and complaining, alike for every command.

#include <optional>
#include <string>
#include <string_view>

namespace burl::cli
{

/// One sentence on stderr; gives the code back.
int complain(int code, const std::string& sentence);
/// Complains when it cannot be read.
[[nodiscard]] std::optional<std::string> contents(const std::string& file);
/// To a file, or to stdout when `out` is empty or "-". Complains when it cannot.
int writeOut(const std::string& out, std::string_view bytes);

} // namespace burl::cli
