#include "store/writer.h"

#include <algorithm>
#include <cstdint>
#include <map>
#include <string>
#include <vector>

#include <SQLiteCpp/SQLiteCpp.h>

#include "exchange/json/codec.h"
#include "store/row_sum.h"
#include "store/schema.h"

namespace burl::store
{
namespace
{

std::string body(const OrderedJson& json)
{
    return json.dump();
}

class Writer
{
public:
    explicit Writer(SQLite::Database& db) : db_(db) {}

    void difference(const Book& before, const Book& after)
    {
        const int changes = db_.getTotalChanges();
        const Shop& old = *before.shop;
        const Shop& now = *after.shop;
        if (&old != &now) {
            if (!(old.habits == now.habits)) {
                setting("habits", toJson(now.habits));
            }
            materials(old.species, now.species, "species");
            materials(old.climates, now.climates, "climate");
            materials(old.sections, now.sections, "section");
            materials(ownOf(old.resins), ownOf(now.resins), "resin");
            for (const Log& log : now.logs) {
                if (std::find(old.logs.begin(), old.logs.end(), log) == old.logs.end()) {
                    const std::string text = body(toJson(log));
                    const std::int64_t sum = rowSum(std::to_string(log.id.value), text);
                    leaves("log", "id = ?", log.id.value);
                    comes("log", sum);
                    run("INSERT INTO log (id, name, body, sum) VALUES (?, ?, ?, ?) ON CONFLICT(id) DO UPDATE SET name "
                        "= excluded.name, body = excluded.body, sum = excluded.sum",
                        log.id.value, log.name, text, sum);
                }
            }
            for (const auto& slab : now.slabs) {
                if (std::find(old.slabs.begin(), old.slabs.end(), slab) == old.slabs.end()) {
                    putSlab(now, *slab);
                }
            }
        }
        for (const auto& job : after.jobs) {
            if (std::find(before.jobs.begin(), before.jobs.end(), job) == before.jobs.end()) {
                putJob(now, *job);
            }
        }
        removals(before, after);
        if (!(before.last == after.last)) {
            setting("ids", {{"slab", after.last.slab}, {"log", after.last.log}, {"job", after.last.job}});
        }
        for (const auto& [table, by] : tally_) {
            run("UPDATE tally SET count = count + ?, sum = sum + ? WHERE name = ?", by.count, by.sum, table);
        }
        if (db_.getTotalChanges() != changes) {
            run("UPDATE tally SET count = count + 1 WHERE name = ?", std::string(kCommits));
        }
    }

private:
    void setting(const std::string& key, const OrderedJson& value)
    {
        const std::string text = body(value);
        const std::int64_t sum = rowSum(key, text);
        leaves("setting", "key = ?", key);
        comes("setting", sum);
        run("INSERT OR REPLACE INTO setting (key, body, sum) VALUES (?, ?, ?)", key, text, sum);
    }

    /// The row that these words find, if there is one, is about to be replaced or deleted.
    template <typename... Values>
    void leaves(const std::string& table, const std::string& where, const Values&... values)
    {
        SQLite::Statement old(db_, "SELECT sum FROM " + table + " WHERE " + where);
        int index = 0;
        (old.bind(++index, values), ...);
        if (old.executeStep()) {
            --tally_[table].count;
            tally_[table].sum -= old.getColumn(0).getInt64();
        }
    }

    void comes(const std::string& table, std::int64_t sum)
    {
        ++tally_[table].count;
        tally_[table].sum += sum;
    }

    template <typename... Values> void run(const char* sql, const Values&... values)
    {
        SQLite::Statement statement(db_, sql);
        int index = 0;
        (statement.bind(++index, values), ...);
        statement.exec();
    }

    static std::vector<ResinClass> ownOf(std::vector<ResinClass> resins)
    {
        std::erase_if(resins, [](const ResinClass& r) { return !r.isOwn(); });
        return resins;
    }

    template <typename T> void materials(const std::vector<T>& old, const std::vector<T>& now, const char* kind)
    {
        for (const T& item : now) {
            if (std::find(old.begin(), old.end(), item) == old.end()) {
                const std::string text = body(toJson(item));
                const std::int64_t sum = rowSum(std::string(kind) + ' ' + item.id, text);
                leaves("material", "kind = ? AND id = ?", std::string(kind), item.id);
                comes("material", sum);
                run("INSERT OR REPLACE INTO material (kind, id, body, sum) VALUES (?, ?, ?, ?)", std::string(kind),
                    item.id, text, sum);
            }
        }
        for (const T& item : old) { // an undo may take a material away again
            if (std::none_of(now.begin(), now.end(), [&](const T& x) { return x.id == item.id; })) {
                leaves("material", "kind = ? AND id = ?", std::string(kind), item.id);
                run("DELETE FROM material WHERE kind = ? AND id = ?", std::string(kind), item.id);
            }
        }
    }

    void putSlab(const Shop& shop, const Slab& slab)
    {
        SQLite::Statement s(db_,
                            "INSERT INTO slab (id, log_id, name, sequence, species, body, sum) VALUES (?, ?, ?, ?, "
                            "?, ?, ?) ON CONFLICT(id) DO UPDATE SET log_id = excluded.log_id, name = "
                            "excluded.name, sequence = excluded.sequence, species = excluded.species, body = "
                            "excluded.body, sum = excluded.sum");
        const std::string text = body(toJson(slab));
        const std::int64_t sum = rowSum(std::to_string(slab.id.value), text);
        leaves("slab", "id = ?", slab.id.value);
        comes("slab", sum);
        s.bind(1, slab.id.value);
        if (shop.log(slab.log) != nullptr) {
            s.bind(2, slab.log.value);
        } else {
            s.bind(2); // no log known
        }
        s.bind(3, slab.name);
        s.bind(4, slab.sequence);
        s.bind(5, slab.species);
        s.bind(6, text);
        s.bind(7, sum);
        s.exec();
    }

    void putJob(const Shop& shop, const Job& job)
    {
        const std::string text = body(toJson(job));
        const std::int64_t sum = rowSum(std::to_string(job.id.value), text);
        leaves("job", "id = ?", job.id.value);
        comes("job", sum);
        run("INSERT INTO job (id, name, body, sum) VALUES (?, ?, ?, ?) ON CONFLICT(id) DO UPDATE SET name = "
            "excluded.name, body = excluded.body, sum = excluded.sum",
            job.id.value, job.name, text, sum);
        run("DELETE FROM job_slab WHERE job_id = ?", job.id.value);
        for (const Piece& piece : job.layup.pieces) {
            if (shop.slab(piece.slab) != nullptr) {
                run("INSERT OR IGNORE INTO job_slab VALUES (?, ?)", job.id.value, piece.slab.value);
            }
        }
    }

    void removals(const Book& before, const Book& after)
    {
        for (const auto& job : before.jobs) {
            if (after.job(job->id) == nullptr) {
                leaves("job", "id = ?", job->id.value);
                run("DELETE FROM job WHERE id = ?", job->id.value);
            }
        }
        for (const auto& slab : before.shop->slabs) {
            if (after.shop->slab(slab->id) == nullptr) {
                leaves("slab", "id = ?", slab->id.value);
                run("DELETE FROM slab WHERE id = ?", slab->id.value);
            }
        }
        for (const Log& log : before.shop->logs) {
            if (after.shop->log(log.id) == nullptr) {
                leaves("log", "id = ?", log.id.value);
                run("DELETE FROM log WHERE id = ?", log.id.value);
            }
        }
    }

    struct Tally {
        std::int64_t count = 0;
        std::int64_t sum = 0;
    };

    SQLite::Database& db_;
    std::map<std::string, Tally> tally_; // what this edit adds, table by table
};

} // namespace

void writeDifference(SQLite::Database& db, const Book& before, const Book& after)
{
    Writer(db).difference(before, after);
}

} // namespace burl::store
