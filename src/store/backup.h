#pragma once
// Copies of a shop book beside it: NAME.backups/1.burlbook is the newest. A copy is made aside, synced and renamed, so
// that there is never a half one and a full disk costs none.

#include <filesystem>
#include <vector>

namespace SQLite
{
class Database;
}

namespace burl::store
{

/// Where the backups of a book lie: beside the file that a link leads to.
[[nodiscard]] std::filesystem::path backupFolder(const std::filesystem::path& book);
[[nodiscard]] std::filesystem::path backupFile(const std::filesystem::path& book, int number);

/// The book as it is becomes the newest backup and the oldest goes. Nothing is changed when the copy cannot be made.
void rotateBackups(SQLite::Database& db, const std::filesystem::path& book, int keep);

/// Copies a file aside, syncs it and puts it in place. False when it cannot be done; nothing is changed then.
[[nodiscard]] bool putInPlace(const std::filesystem::path& from, const std::filesystem::path& to);

/// A whole file beside another, synced, takes its place; it is removed when that cannot be.
[[nodiscard]] bool moveInPlace(const std::filesystem::path& aside, const std::filesystem::path& to);

} // namespace burl::store
