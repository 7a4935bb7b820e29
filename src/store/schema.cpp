#include "store/schema.h"

#include <string>

#include <SQLiteCpp/SQLiteCpp.h>

namespace burl::store
{
namespace
{

void toVersion1(SQLite::Database& db)
{
    db.exec("CREATE TABLE setting (key TEXT PRIMARY KEY, body TEXT NOT NULL)");
    db.exec("CREATE TABLE material (kind TEXT NOT NULL, id TEXT NOT NULL, body TEXT NOT NULL, PRIMARY KEY (kind, id))");
    db.exec("CREATE TABLE log (id INTEGER PRIMARY KEY, name TEXT NOT NULL, body TEXT NOT NULL)");
    db.exec("CREATE TABLE slab (id INTEGER PRIMARY KEY, log_id INTEGER REFERENCES log(id), name TEXT NOT NULL,"
            " sequence INTEGER NOT NULL, species TEXT NOT NULL, body TEXT NOT NULL)");
    db.exec("CREATE TABLE job (id INTEGER PRIMARY KEY, name TEXT NOT NULL, body TEXT NOT NULL)");
    db.exec("CREATE TABLE job_slab (job_id INTEGER NOT NULL REFERENCES job(id) ON DELETE CASCADE,"
            " slab_id INTEGER NOT NULL REFERENCES slab(id) ON DELETE RESTRICT, PRIMARY KEY (job_id, slab_id))");
    db.exec("CREATE INDEX slab_by_log ON slab (log_id, sequence)");
}

/// Pictures of faces, each once, under the name of its bytes.
void toVersion2(SQLite::Database& db)
{
    db.exec("CREATE TABLE picture (key TEXT PRIMARY KEY, bytes BLOB NOT NULL) WITHOUT ROWID");
}

using Step = void (*)(SQLite::Database&);
constexpr Step kSteps[] = {toVersion1, toVersion2}; // step i brings version i to i + 1

} // namespace

void migrate(SQLite::Database& db, int from, int to)
{
    SQLite::Transaction transaction(db);
    for (int version = from; version < to; ++version) {
        kSteps[version](db);
    }
    db.exec("PRAGMA application_id = " + std::to_string(kApplicationId));
    db.exec("PRAGMA user_version = " + std::to_string(to));
    transaction.commit();
}

} // namespace burl::store
