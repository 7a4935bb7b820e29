#pragma once
// The number of the last edit, kept beside the book in NAME.last: when edits are lost with a damaged write-ahead file,
// the book alone looks whole and is only older. "IDENTITY NUMBER" in one line; not synced, so it is never ahead by
// guess: a power cut may leave it behind, and then nothing is said.

#include <cstdint>
#include <filesystem>
#include <optional>

namespace SQLite
{
class Database;
}

namespace burl::store
{

struct LastCommit {
    std::int64_t identity = 0; // of the book
    std::int64_t number = 0;
};

/// What the book itself says; nothing before version 4. Throws SQLite::Exception.
[[nodiscard]] std::optional<LastCommit> lastCommitIn(SQLite::Database& db);
/// What stands beside it; nothing when there is none such file, or it is not readable.
[[nodiscard]] std::optional<LastCommit> lastCommitBeside(const std::filesystem::path& book);
void putLastCommitBeside(const std::filesystem::path& book, const LastCommit& last);

} // namespace burl::store
