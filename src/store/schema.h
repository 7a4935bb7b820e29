#pragma once
// The schema and how an older file becomes a newer one.

#include <array>

namespace SQLite
{
class Database;
}

namespace burl::store
{

constexpr int kApplicationId = 0x4275726C; // "Burl"
constexpr int kSumsSince = 3;              // version
constexpr int kTalliesSince = 4;
constexpr char kOpenKey[] = "open";      // a setting that stands while a writer has the book open; it is not tallied
constexpr char kCommits[] = "commit";    // the row of `tally` that counts the edits
constexpr char kIdentity[] = "identity"; // and the one that tells this book from others

/// A table whose rows are counted and summed with every edit, and what they are called.
struct Tallied {
    const char* table;
    const char* many;
};
constexpr std::array<Tallied, 5> kTallied{
    {{"setting", "settings"}, {"material", "own materials"}, {"log", "logs"}, {"slab", "slabs"}, {"job", "jobs"}}};

/// REQUIRES: 0 <= from <= to <= the number of steps.
/// Brings a book from its version to the newest, one numbered step at a time, in one transaction.
void migrate(SQLite::Database& db, int from, int to);

} // namespace burl::store
