#pragma once
// The rows of a shop book as values.   Threads: those of its connection.   Errors: SQLite's exceptions.

#include <string>
#include <vector>

#include "core/shop/book.h"

namespace SQLite
{
class Database;
}

namespace burl::store
{

/// Reads the rows of a book one by one; what is wrong with one, or missing of what was written, becomes a sentence, and
/// the others are read. `version` is that of its tables.
[[nodiscard]] Book readBook(SQLite::Database& db, int version, std::vector<std::string>& troubles);

} // namespace burl::store
