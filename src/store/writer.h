#pragma once
// Writes the difference of two snapshots into an open transaction.

#include "core/shop/book.h"

namespace SQLite
{
class Database;
}

namespace burl::store
{

/// Throws SQLite::Exception.
void writeDifference(SQLite::Database& db, const Book& before, const Book& after);

} // namespace burl::store
