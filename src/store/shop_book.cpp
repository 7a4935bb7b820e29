#include "store/shop_book.h"

#include <algorithm>
#include <optional>
#include <string>
#include <vector>

#include <SQLiteCpp/Backup.h>
#include <SQLiteCpp/SQLiteCpp.h>

#include "exchange/json/codec.h"
#include "exchange/materials.h"
#include "store/lock.h"
#include "store/schema.h"

namespace burl
{

namespace fs = std::filesystem;

struct ShopBook::Inside {
    fs::path file;
    bool isNew = false;
    std::unique_ptr<store::WriterLock> lock;
    std::unique_ptr<SQLite::Database> db;
    Access access = Access::ReadWrite;
};

ShopBook::ShopBook(std::unique_ptr<Inside> inside) : inside_(std::move(inside)) {}
ShopBook::ShopBook(ShopBook&&) noexcept = default;
ShopBook& ShopBook::operator=(ShopBook&&) noexcept = default;
ShopBook::~ShopBook() = default;

ShopBook::Access ShopBook::access() const
{
    return inside_->access;
}
const fs::path& ShopBook::file() const
{
    return inside_->file;
}
bool ShopBook::isNew() const
{
    return inside_->isNew;
}

namespace
{

int pragma(SQLite::Database& db, const char* name)
{
    return db.execAndGet(std::string("PRAGMA ") + name).getInt();
}

/// Oldest out, the copy of today in: NAME.backups/1 is the newest.
void rotateBackup(SQLite::Database& db, const fs::path& file)
{
    const fs::path folder = file.string() + ".backups";
    std::error_code ignored;
    fs::create_directories(folder, ignored);
    const auto named = [&folder](int n) { return folder / (std::to_string(n) + ".burlbook"); };
    fs::remove(named(ShopBook::kBackups), ignored);
    for (int n = ShopBook::kBackups - 1; n >= 1; --n) {
        fs::rename(named(n), named(n + 1), ignored);
    }
    // A backup that cannot be made (a full disk) must not keep the maker from working.
    try {
        SQLite::Database copy(named(1).string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        SQLite::Backup backup(copy, db);
        backup.executeStep();
    } catch (const SQLite::Exception&) {
        fs::remove(named(1), ignored);
    }
}

Refusal damaged(const fs::path& file, const std::string& what)
{
    return {"store.damaged", file.string() + ": " + what + ". Put the newest file of " + file.filename().string() +
                                 ".backups in its place."};
}

/// Reads one body; the first miss is kept.
template <typename T, typename From>
T readBody(const std::string& body, From from, const std::string& where, std::optional<JsonMiss>& miss)
{
    const auto json = nlohmann::json::parse(body, nullptr, false);
    if (json.is_discarded()) {
        if (!miss) {
            miss = JsonMiss{where, "not readable"};
        }
        return {};
    }
    return from(JsonReader(json, where, miss));
}

} // namespace

Expected<ShopBook> ShopBook::open(const fs::path& file)
{
    auto inside = std::make_unique<Inside>();
    inside->file = file;
    std::error_code ignored;
    inside->isNew = !fs::exists(file, ignored) || fs::file_size(file, ignored) == 0;
    try {
        if (file.has_parent_path()) {
            fs::create_directories(file.parent_path(), ignored);
        }
        inside->lock = std::make_unique<store::WriterLock>(file);
        inside->access = inside->lock->held() ? Access::ReadWrite : Access::ReadOnly;
        const bool writable = inside->access == Access::ReadWrite;
        if (!writable && inside->isNew) {
            return refuse("store.cannot_open", file.string() + " cannot be written; look at the folder's rights.");
        }
        // WAL needs its side files even to read, so a reader opens read-write and is told to query only.
        inside->db = std::make_unique<SQLite::Database>(
            file.string(), SQLite::OPEN_READWRITE | (writable ? SQLite::OPEN_CREATE : 0), 2000);
        SQLite::Database& db = *inside->db;
        const int version = pragma(db, "user_version");
        const int application = pragma(db, "application_id");
        if (!inside->isNew && application != store::kApplicationId) {
            return refuse("store.not_a_book", file.string() + " is not a Young Burl shop book; choose another file.");
        }
        if (version > kSchema) {
            return refuse("store.newer", file.string() + " was written by a newer Young Burl (book version " +
                                             std::to_string(version) + ", this program knows " +
                                             std::to_string(kSchema) + "); open it there.");
        }
        db.exec("PRAGMA foreign_keys = ON");
        if (writable) {
            db.exec("PRAGMA journal_mode = WAL");
            db.exec("PRAGMA synchronous = NORMAL"); // a killed program loses nothing; a power cut at most the last edit
            if (!inside->isNew) {
                rotateBackup(db, file);
            }
            if (version < kSchema) {
                store::migrate(db, version, kSchema);
            }
        } else {
            db.exec("PRAGMA query_only = ON");
        }
    } catch (const SQLite::Exception& error) {
        if (error.getErrorCode() == 26 || error.getErrorCode() == 11) { // not a database, malformed
            return tl::unexpected(damaged(file, "the file is not a readable shop book"));
        }
        return refuse("store.cannot_open", file.string() + " cannot be opened: " + error.what() + ".");
    }
    return ShopBook(std::move(inside));
}

Expected<Book> ShopBook::load() const
{
    Shop shop = standardShop();
    Book book;
    std::optional<JsonMiss> miss;
    try {
        SQLite::Database& db = *inside_->db;
        SQLite::Statement settings(db, "SELECT body FROM setting WHERE key = 'habits'");
        if (settings.executeStep()) {
            shop.habits = readBody<Habits>(settings.getColumn(0), habitsFrom, "habits", miss);
        }
        SQLite::Statement materials(db, "SELECT kind, id, body FROM material ORDER BY kind, id");
        while (materials.executeStep()) {
            const std::string kind = materials.getColumn(0);
            const std::string where = kind + " " + materials.getColumn(1).getString();
            const auto put = [](auto& list, auto item) {
                const auto at = std::find_if(list.begin(), list.end(), [&](const auto& x) { return x.id == item.id; });
                at != list.end() ? void(*at = item) : list.push_back(item);
            };
            if (kind == "species") {
                put(shop.species, readBody<Species>(materials.getColumn(2), speciesFrom, where, miss));
            } else if (kind == "climate") {
                put(shop.climates, readBody<Climate>(materials.getColumn(2), climateFrom, where, miss));
            }
        }
        SQLite::Statement logs(db, "SELECT name, body FROM log ORDER BY id");
        while (logs.executeStep()) {
            shop.logs.push_back(
                readBody<Log>(logs.getColumn(1), logFrom, "log " + logs.getColumn(0).getString(), miss));
        }
        SQLite::Statement slabs(db, "SELECT name, body FROM slab ORDER BY id");
        while (slabs.executeStep()) {
            shop.slabs.push_back(std::make_shared<const Slab>(
                readBody<Slab>(slabs.getColumn(1), slabFrom, "slab " + slabs.getColumn(0).getString(), miss)));
        }
        SQLite::Statement jobs(db, "SELECT name, body FROM job ORDER BY id");
        while (jobs.executeStep()) {
            book.jobs.push_back(std::make_shared<const Job>(
                readBody<Job>(jobs.getColumn(1), jobFrom, "job " + jobs.getColumn(0).getString(), miss)));
        }
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(damaged(inside_->file, error.what()));
    }
    if (miss) {
        return tl::unexpected(damaged(inside_->file, miss->pointer + ": " + miss->sentence));
    }
    book.shop = std::make_shared<const Shop>(std::move(shop));
    return book;
}

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
        const Shop& old = *before.shop;
        const Shop& now = *after.shop;
        if (&old != &now) {
            if (!(old.habits == now.habits)) {
                run("INSERT OR REPLACE INTO setting VALUES ('habits', ?)", body(toJson(now.habits)));
            }
            materials(old.species, now.species, "species");
            materials(old.climates, now.climates, "climate");
            for (const Log& log : now.logs) {
                if (std::find(old.logs.begin(), old.logs.end(), log) == old.logs.end()) {
                    run("INSERT INTO log VALUES (?, ?, ?) ON CONFLICT(id) DO UPDATE SET name = excluded.name, body = "
                        "excluded.body",
                        log.id.value, log.name, body(toJson(log)));
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
    }

private:
    template <typename... Values> void run(const char* sql, const Values&... values)
    {
        SQLite::Statement statement(db_, sql);
        int index = 0;
        (statement.bind(++index, values), ...);
        statement.exec();
    }

    template <typename T> void materials(const std::vector<T>& old, const std::vector<T>& now, const char* kind)
    {
        for (const T& item : now) {
            if (std::find(old.begin(), old.end(), item) == old.end()) {
                run("INSERT OR REPLACE INTO material VALUES (?, ?, ?)", std::string(kind), item.id, body(toJson(item)));
            }
        }
        for (const T& item : old) { // an undo may take a material away again
            if (std::none_of(now.begin(), now.end(), [&](const T& x) { return x.id == item.id; })) {
                run("DELETE FROM material WHERE kind = ? AND id = ?", std::string(kind), item.id);
            }
        }
    }

    void putSlab(const Shop& shop, const Slab& slab)
    {
        SQLite::Statement s(db_, "INSERT INTO slab VALUES (?, ?, ?, ?, ?, ?) ON CONFLICT(id) DO UPDATE SET "
                                 "log_id = excluded.log_id, name = excluded.name, sequence = excluded.sequence, "
                                 "species = excluded.species, body = excluded.body");
        s.bind(1, slab.id.value);
        if (shop.log(slab.log) != nullptr) {
            s.bind(2, slab.log.value);
        } else {
            s.bind(2); // no log known
        }
        s.bind(3, slab.name);
        s.bind(4, slab.sequence);
        s.bind(5, slab.species);
        s.bind(6, body(toJson(slab)));
        s.exec();
    }

    void putJob(const Shop& shop, const Job& job)
    {
        run("INSERT INTO job VALUES (?, ?, ?) ON CONFLICT(id) DO UPDATE SET name = excluded.name, body = excluded.body",
            job.id.value, job.name, body(toJson(job)));
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
                run("DELETE FROM job WHERE id = ?", job->id.value);
            }
        }
        for (const auto& slab : before.shop->slabs) {
            if (after.shop->slab(slab->id) == nullptr) {
                run("DELETE FROM slab WHERE id = ?", slab->id.value);
            }
        }
        for (const Log& log : before.shop->logs) {
            if (after.shop->log(log.id) == nullptr) {
                run("DELETE FROM log WHERE id = ?", log.id.value);
            }
        }
    }

    SQLite::Database& db_;
};

} // namespace

Expected<void> ShopBook::write(const Book& before, const Book& after)
{
    if (inside_->access == Access::ReadOnly) {
        return refuse("store.read_only", "This shop book is open in another window; changes here are not kept.");
    }
    try {
        SQLite::Transaction transaction(*inside_->db);
        inside_->db->exec("PRAGMA defer_foreign_keys = ON");
        Writer(*inside_->db).difference(before, after);
        transaction.commit();
    } catch (const SQLite::Exception& error) {
        return refuse("store.write_failed", inside_->file.string() + " could not be written (" + error.what() +
                                                "); make room or free the file, then do it again.");
    }
    return {};
}

Expected<void> ShopBook::putPicture(const std::string& key, std::string_view bytes)
{
    if (inside_->access == Access::ReadOnly) {
        return refuse("store.read_only", "This shop book is open in another window; changes here are not kept.");
    }
    try {
        SQLite::Statement s(*inside_->db, "INSERT OR IGNORE INTO picture VALUES (?, ?)");
        s.bind(1, key);
        s.bind(2, bytes.data(), static_cast<int>(bytes.size()));
        s.exec();
    } catch (const SQLite::Exception& error) {
        return refuse("store.write_failed", inside_->file.string() + " could not be written (" + error.what() +
                                                "); make room or free the file, then do it again.");
    }
    return {};
}

std::string ShopBook::picture(const std::string& key) const
{
    try {
        SQLite::Statement s(*inside_->db, "SELECT bytes FROM picture WHERE key = ?");
        s.bind(1, key);
        if (s.executeStep()) {
            const SQLite::Column bytes = s.getColumn(0);
            return {static_cast<const char*>(bytes.getBlob()), static_cast<size_t>(bytes.getBytes())};
        }
    } catch (const SQLite::Exception&) { // a picture that cannot be read is drawn as grain
    }
    return {};
}

void ShopBook::dropPicturesNotIn(const std::vector<std::string>& keys)
{
    if (inside_->access == Access::ReadOnly) {
        return;
    }
    try {
        std::vector<std::string> gone;
        SQLite::Statement all(*inside_->db, "SELECT key FROM picture");
        while (all.executeStep()) {
            const std::string key = all.getColumn(0);
            if (std::find(keys.begin(), keys.end(), key) == keys.end()) {
                gone.push_back(key);
            }
        }
        for (const std::string& key : gone) {
            SQLite::Statement s(*inside_->db, "DELETE FROM picture WHERE key = ?");
            s.bind(1, key);
            s.exec();
        }
    } catch (const SQLite::Exception&) { // they stay until another start
    }
}

} // namespace burl
