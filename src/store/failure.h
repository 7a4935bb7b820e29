#pragma once
// What SQLite could not do, told apart: only damage is called damage. Nothing here replaces a book.
// Codes: "store.busy" (another program holds it: wait, then again), "store.full" (no room on its disk), "store.damaged"
// (the file is not what was written), "store.cannot_open" (not just now, or not allowed).

#include <filesystem>
#include <string>

#include "core/measure/outcome.h"

namespace SQLite
{
class Exception;
}

namespace burl::store
{

[[nodiscard]] Refusal damaged(const std::filesystem::path& file, const std::string& what);
/// Of an exception while a book was opened or read.
[[nodiscard]] Refusal whyNotRead(const std::filesystem::path& file, const SQLite::Exception& error);
/// Of one while it was written.
[[nodiscard]] Refusal whyNotWritten(const std::filesystem::path& file, const SQLite::Exception& error);

} // namespace burl::store
