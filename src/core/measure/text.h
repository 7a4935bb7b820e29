#pragma once
// Plain text as files and search boxes hold it.
// Threads: pure.

#include <string>
#include <string_view>
#include <vector>

namespace burl
{

[[nodiscard]] constexpr bool isDigit(char c)
{
    return c >= '0' && c <= '9';
}
/// Without blanks, tabs and line ends at either end.
[[nodiscard]] std::string_view trimmed(std::string_view text);
/// True for text as UTF-8 writes it, without overlong or surrogate letters.
[[nodiscard]] bool isUtf8(std::string_view text);
/// As it is when it is UTF-8; else each byte is taken for a letter of Latin-1.
[[nodiscard]] std::string asUtf8(std::string_view text);
/// A bad word as a sentence may show it: valid, without control characters, no longer than a line.
[[nodiscard]] std::string shownText(std::string_view text);
/// Without line ends and other control characters: a blank stands for each. Names go so into formats that know lines.
[[nodiscard]] std::string onOneLine(std::string_view text);
/// As a sentence stands: its first letter large, where that is a plain one, and one point at its end.
[[nodiscard]] std::string asSentence(std::string text);
/// "a, b and c".
[[nodiscard]] std::string listed(const std::vector<std::string>& names);
/// Only plain letters are folded, A to Z: the rest stays as it is written.
[[nodiscard]] std::string lower(std::string_view text);

} // namespace burl
