#pragma once
// Where in a JSON text something stands, so that a message can name the line.

#include <cstddef>
#include <string_view>

namespace burl
{

/// Line (from 1) of a byte offset (from 1, as parsers report it).
[[nodiscard]] int lineOfOffset(std::string_view text, std::size_t offset);

/// Line (from 1) of the value at a JSON pointer such as `/slabs/1/tape/3`; the line of the nearest
/// value on the way when the rest is missing. REQUIRES: text is valid JSON.
[[nodiscard]] int lineOfPointer(std::string_view text, std::string_view pointer);

} // namespace burl
