#pragma once
// Plain text as files and search boxes hold it.

#include <string>
#include <string_view>

namespace burl
{

/// Without blanks, tabs and line ends at either end.
[[nodiscard]] std::string_view trimmed(std::string_view text);
/// Only plain letters are folded, A to Z: the rest stays as it is written.
[[nodiscard]] std::string lower(std::string_view text);

} // namespace burl
