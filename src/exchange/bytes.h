#pragma once
// A file whole, in and out, whatever lies at its path.   Threads: each call by itself.

#include <cstddef>
#include <filesystem>
#include <string>
#include <string_view>

#include "core/measure/outcome.h"

namespace burl
{

constexpr std::size_t kMostBytes = 256U << 20U; // a scan of six million points is smaller

/// The bytes of a file, or of a pipe whose other end writes. A folder, a pipe where nobody writes for some seconds, and
/// what is larger than `most` are refused; the sentence begins with the path.   Errors: "file.missing", "file.folder",
/// "file.unreadable", "file.silent", "file.too_large".
[[nodiscard]] Expected<std::string> bytesOf(const std::filesystem::path& file, std::size_t most = kMostBytes);

/// Puts the bytes into the file: aside first, so that what stood there stays until the new one is whole. A link stays a
/// link and its file is written; rights stay; nothing of the maker's beside it is touched. A pipe or a device is
/// written as it is. False when it cannot be done.
[[nodiscard]] bool putBytes(const std::filesystem::path& file, std::string_view bytes);

} // namespace burl
