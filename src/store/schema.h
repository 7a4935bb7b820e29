#pragma once
// The schema and how an older file becomes a newer one.

namespace SQLite
{
class Database;
}

namespace burl::store
{

constexpr int kApplicationId = 0x4275726C; // "Burl"

/// REQUIRES: 0 <= from <= to <= the number of steps.
/// Brings a book from its version to the newest, one numbered step at a time, in one transaction.
void migrate(SQLite::Database& db, int from, int to);

} // namespace burl::store
