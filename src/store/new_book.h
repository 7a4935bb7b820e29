#pragma once
// A new shop book is made beside its place and renamed when it is whole, so that a start that was cut short leaves no
// half of one.

#include <filesystem>

namespace burl::store
{

/// A database without any table in it: what an older program left when it was ended while it made a new book.
[[nodiscard]] bool isHalfMade(const std::filesystem::path& file);

/// Makes an empty book of the newest version, readable by its owner only, in the place of a file that is missing, empty
/// or half made. False when nothing can be written there, or another start was quicker.   Throws SQLite::Exception.
[[nodiscard]] bool makeNewBook(const std::filesystem::path& file, int version);

} // namespace burl::store
