#pragma once
// A sum over what a row holds, kept beside it: a bit that turns on the disk is seen when the row is read.

#include <cstdint>
#include <string_view>

namespace burl::store
{

/// CRC-32 over the key and the body.
[[nodiscard]] std::int64_t rowSum(std::string_view key, std::string_view body);

} // namespace burl::store
