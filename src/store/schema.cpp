#include "store/schema.h"

#include <string>

#include <SQLiteCpp/SQLiteCpp.h>

#include "store/row_sum.h"

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
    db.exec("CREATE TABLE IF NOT EXISTS picture (key TEXT PRIMARY KEY, bytes BLOB NOT NULL) WITHOUT ROWID");
}

/// A sum beside every row that is read.
void toVersion3(SQLite::Database& db)
{
    struct Summed {
        const char* table;
        const char* key; // what the sum is over, beside the body
    };
    for (const auto& [table, key] :
         {Summed{"setting", "key"}, {"material", "kind || ' ' || id"}, {"log", "id"}, {"slab", "id"}, {"job", "id"}}) {
        const std::string name = table;
        SQLite::Statement there(db, "SELECT 1 FROM pragma_table_info(?) WHERE name = 'sum'");
        there.bind(1, name);
        if (!there.executeStep()) { // a book whose version was set back has it already
            db.exec("ALTER TABLE " + name + " ADD COLUMN sum INTEGER NOT NULL DEFAULT 0");
        }
        SQLite::Statement rows(db, "SELECT rowid, CAST(" + std::string(key) + " AS TEXT), body FROM " + name);
        SQLite::Statement put(db, "UPDATE " + name + " SET sum = ? WHERE rowid = ?");
        while (rows.executeStep()) {
            put.bind(1, rowSum(rows.getColumn(1).getString(), rows.getColumn(2).getString()));
            put.bind(2, rows.getColumn(0).getInt64());
            put.exec();
            put.reset();
        }
    }
}

/// How many rows there are and the sum of their sums, as the last edit left them; the number of that edit.
void toVersion4(SQLite::Database& db)
{
    db.exec("CREATE TABLE IF NOT EXISTS tally (name TEXT PRIMARY KEY, count INTEGER NOT NULL, sum INTEGER NOT NULL)");
    for (const Tallied& of : kTallied) {
        const std::string table = of.table;
        const std::string counted = table == "setting" ? table + " WHERE key <> '" + kOpenKey + "'" : table;
        db.exec("INSERT OR REPLACE INTO tally SELECT '" + table + "', count(*), ifnull(sum(sum), 0) FROM " + counted);
    }
    db.exec("INSERT OR IGNORE INTO tally VALUES ('" + std::string(kCommits) + "', 0, 0)");
    db.exec("INSERT OR IGNORE INTO tally VALUES ('" + std::string(kIdentity) + "', abs(random() / 2), 0)");
}

using Step = void (*)(SQLite::Database&);
constexpr Step kSteps[] = {toVersion1, toVersion2, toVersion3, toVersion4}; // step i brings version i to i + 1

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
