#include "store/shop_book.h"

#include <algorithm>
#include <array>
#include <chrono>
#include <ctime>
#include <fstream>
#include <utility>

#include <SQLiteCpp/SQLiteCpp.h>

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include "core/cure/calibrate.h"
#include "core/measure/date.h"
#include "exchange/fault.h"
#include "exchange/json/codec.h"
#include "exchange/materials.h"
#include "store/backup.h"
#include "store/lock.h"
#include "store/row_sum.h"
#include "store/schema.h"
#include "store/writer.h"

namespace burl
{

namespace fs = std::filesystem;

namespace
{

constexpr int kSumsSince = 3;     // schema
constexpr int kBusy_ms = 2000;    // how long a lock of somebody else is waited for
constexpr int kNotADatabase = 26; // of SQLite
constexpr int kMalformed = 11;
constexpr char kOpenKey[] = "open"; // a setting that stands while a writer has the book open

int pragma(SQLite::Database& db, const char* name)
{
    return db.execAndGet(std::string("PRAGMA ") + name).getInt();
}

Refusal damaged(const fs::path& file, const std::string& what)
{
    return {"store.damaged", file.string() + ": " + what + "."};
}

Refusal writeFailed(const fs::path& file, const std::string& what)
{
    return {"store.write_failed",
            file.string() + " could not be written (" + what + "); make room or free the file, then do it again."};
}

fs::path walOf(const fs::path& file)
{
    return file.string() + "-wal";
}

/// What the first bytes of a file tell, before anything is opened or put beside it.
struct FileHead {
    bool sqlite = false;
    bool ours = false;
};
FileHead headOf(const fs::path& file)
{
    constexpr size_t kHead = 100;
    constexpr size_t kIdAt = 68; // the application id, most significant byte first
    std::array<char, kHead> bytes{};
    std::ifstream in(file, std::ios::binary);
    in.read(bytes.data(), static_cast<std::streamsize>(bytes.size()));
    FileHead out;
    out.sqlite = in.gcount() == static_cast<std::streamsize>(bytes.size()) &&
                 std::string_view(bytes.data(), 15) == "SQLite format 3";
    unsigned id = 0;
    for (size_t i = 0; i < 4; ++i) {
        id = id << 8U | static_cast<unsigned char>(bytes[kIdAt + i]);
    }
    out.ours = id == static_cast<unsigned>(store::kApplicationId);
    return out;
}

bool createEmpty(const fs::path& file)
{
    const int descriptor = ::open(file.c_str(), O_WRONLY | O_CREAT | O_CLOEXEC, 0600);
    if (descriptor >= 0) {
        ::close(descriptor);
    }
    return descriptor >= 0;
}

bool mayWriteTo(const fs::path& path)
{
    return ::access(path.c_str(), W_OK) == 0;
}

fs::path folderOf(const fs::path& file)
{
    return file.has_parent_path() ? file.parent_path() : fs::path(".");
}

} // namespace

struct ShopBook::Inside {
    fs::path file;
    bool isNew = false;
    int version = 0;
    bool backedUp = false; // once a start
    std::unique_ptr<store::WriterLock> lock;
    std::unique_ptr<SQLite::Database> db;
    Access access = Access::ReadWrite;
    std::string whyReadOnly;
    std::vector<std::string> openTroubles;
    std::vector<std::string> troubles;

    Inside() = default;
    Inside(const Inside&) = delete;
    Inside& operator=(const Inside&) = delete;
    ~Inside()
    {
        if (db && access == Access::ReadWrite) {
            try { // closed in order: the write-ahead file has done its work
                SQLite::Statement gone(*db, "DELETE FROM setting WHERE key = ?");
                gone.bind(1, kOpenKey);
                gone.exec();
            } catch (const SQLite::Exception&) { // then the next start looks for the write-ahead file
            }
        }
    }

    /// Brings the tables to today's version, and says in the book that a writer has it open.
    void prepare()
    {
        if (version < kSchema) {
            store::migrate(*db, version, kSchema);
            version = kSchema;
        }
        const std::string text = "true";
        SQLite::Statement put(*db, "INSERT OR REPLACE INTO setting (key, body, sum) VALUES (?, ?, ?)");
        put.bind(1, kOpenKey);
        put.bind(2, text);
        put.bind(3, store::rowSum(kOpenKey, text));
        put.exec();
        db->exec(
            "PRAGMA wal_checkpoint(TRUNCATE)"); // into the file itself, so that it tells of a lost write-ahead file
    }
};

ShopBook::ShopBook(std::unique_ptr<Inside> inside) : inside_(std::move(inside)) {}
ShopBook::ShopBook(ShopBook&&) noexcept = default;
ShopBook& ShopBook::operator=(ShopBook&&) noexcept = default;
ShopBook::~ShopBook() = default;

ShopBook::Access ShopBook::access() const
{
    return inside_->access;
}
const std::string& ShopBook::whyReadOnly() const
{
    return inside_->whyReadOnly;
}
const fs::path& ShopBook::file() const
{
    return inside_->file;
}
bool ShopBook::isNew() const
{
    return inside_->isNew;
}
const std::vector<std::string>& ShopBook::troubles() const
{
    return inside_->troubles;
}

Expected<ShopBook> ShopBook::open(const fs::path& file)
{
    auto inside = std::make_unique<Inside>();
    inside->file = file;
    std::error_code ignored;
    inside->isNew = !fs::exists(file, ignored) || fs::file_size(file, ignored) == 0;
    const bool hadWal = fs::exists(walOf(file), ignored);
    if (!inside->isNew) {
        const FileHead head = headOf(file);
        if (!head.sqlite) {
            return tl::unexpected(damaged(file, "the file is not a readable shop book"));
        }
        if (!head.ours && !hadWal) {
            return refuse("store.not_a_book", file.string() + " is not a Young Burl shop book; choose another file.");
        }
    } else {
        fs::create_directories(folderOf(file), ignored);
        if (!createEmpty(file)) {
            return refuse("store.cannot_open", file.string() + " cannot be written; look at the folder's rights.");
        }
    }
    try {
        inside->lock = std::make_unique<store::WriterLock>(file);
        if (!inside->lock->held()) {
            inside->access = Access::ReadOnly;
            inside->whyReadOnly = "This shop book is open in another window; changes here are not kept.";
        } else if (!mayWriteTo(file) || !mayWriteTo(folderOf(file))) {
            inside->access = Access::ReadOnly;
            inside->whyReadOnly = file.string() +
                                  " can only be read: it or its folder is write-protected; changes here "
                                  "are not kept.";
        }
        const bool writable = inside->access == Access::ReadWrite;
        if (!writable && inside->isNew) {
            return refuse("store.cannot_open", file.string() + " cannot be written; look at the folder's rights.");
        }
        if (!writable && !mayWriteTo(folderOf(file)) && !hadWal) {
            // Nothing can be put beside it, not even what a reader needs: it is taken as unchanging.
            inside->db = std::make_unique<SQLite::Database>("file:" + file.string() + "?immutable=1",
                                                            SQLite::OPEN_READONLY | SQLite::OPEN_URI, kBusy_ms);
        } else {
            // The write-ahead file needs its side files even to read, so a reader opens it to write and may only ask.
            inside->db = std::make_unique<SQLite::Database>(
                file.string(), writable || mayWriteTo(file) ? SQLite::OPEN_READWRITE : SQLite::OPEN_READONLY, kBusy_ms);
        }
        SQLite::Database& db = *inside->db;
        inside->version = pragma(db, "user_version");
        if (!inside->isNew && pragma(db, "application_id") != store::kApplicationId) {
            return refuse("store.not_a_book", file.string() + " is not a Young Burl shop book; choose another file.");
        }
        if (inside->version < 0) {
            return tl::unexpected(damaged(file, "its version is " + std::to_string(inside->version)));
        }
        if (inside->version > kSchema) {
            return refuse("store.newer", file.string() + " was written by a newer Young Burl (book version " +
                                             std::to_string(inside->version) + ", this program knows " +
                                             std::to_string(kSchema) + "); open it there.");
        }
        const std::string check = db.execAndGet("PRAGMA quick_check(1)").getString();
        if (check != "ok") {
            return tl::unexpected(damaged(file, "the file is damaged inside (" + check + ")"));
        }
        db.exec("PRAGMA foreign_keys = ON");
        if (writable) {
            db.exec("PRAGMA journal_mode = WAL");
            // Each edit is on the disk when it is made, also when the power goes.
            db.exec("PRAGMA synchronous = FULL");
        } else {
            db.exec("PRAGMA query_only = ON");
        }
        if (!inside->isNew && inside->version >= 1 && !hadWal) {
            SQLite::Statement flag(db, "SELECT 1 FROM setting WHERE key = ?");
            flag.bind(1, kOpenKey);
            if (flag.executeStep() && inside->lock->held()) {
                inside->openTroubles.push_back(
                    file.string() + " was not closed in order, and the file that belongs to it (" +
                    walOf(file).filename().string() + ") is missing: the last edits before that may be lost.");
            }
        }
        if (inside->isNew && writable) {
            inside->prepare();
        }
    } catch (const SQLite::Exception& error) {
        if (error.getErrorCode() == kNotADatabase || error.getErrorCode() == kMalformed) {
            return tl::unexpected(damaged(file, "the file is not a readable shop book"));
        }
        if (inside->db && error.getErrorCode() == 1) { // its tables are not those of its version
            return tl::unexpected(
                damaged(file, "its tables do not fit its version (" + std::string(error.what()) + ")"));
        }
        return refuse("store.cannot_open", file.string() + " cannot be opened: " + error.what() + ".");
    }
    inside->troubles = inside->openTroubles;
    return ShopBook(std::move(inside));
}

namespace
{

/// Reads the rows of a book one by one; what is wrong with one is noted, and the others are read.
class BookReader
{
public:
    BookReader(SQLite::Database& db, int version, std::vector<std::string>& troubles)
        : db_(db), summed_(version >= kSumsSince), troubles_(troubles)
    {
    }

    Book read()
    {
        Shop shop = standardShop();
        Book book;
        rows("SELECT key, key, body", "setting", [&](const Row& row) {
            if (row.key == "habits") {
                take<Habits>(row, "The shop's habits", habitsFrom, [&](Habits h) { shop.habits = h; });
            } else if (row.key == "ids") {
                take<LastIds>(row, "The numbers given so far", idsFrom, [&](LastIds last) { book.last = last; });
            }
        });
        rows("SELECT kind || ' ' || id, kind || ' ' || id, body", "material", [&](const Row& row) {
            const auto put = [](auto& list, auto item) {
                const auto at = std::find_if(list.begin(), list.end(), [&](const auto& x) { return x.id == item.id; });
                at != list.end() ? void(*at = item) : list.push_back(item);
            };
            if (row.key.rfind("species ", 0) == 0) {
                take<Species>(row, "The " + row.name, speciesFrom,
                              [&](Species s) { put(shop.species, withUsualStiffness(std::move(s))); });
            } else if (row.key.rfind("climate ", 0) == 0) {
                take<Climate>(row, "The " + row.name, climateFrom, [&](Climate c) { put(shop.climates, c); });
            } else if (row.key.rfind("section ", 0) == 0) {
                take<SectionStock>(row, "The " + row.name, sectionFrom, [&](SectionStock c) { put(shop.sections, c); });
            } else if (row.key.rfind("resin ", 0) == 0) {
                take<ResinClass>(row, "The " + row.name, productFrom,
                                 [&](ResinClass r) { put(shop.resins, productOf(std::move(r), shop.resins)); });
            }
        });
        rows("SELECT id, name, body", "log", [&](const Row& row) {
            book.last.log = std::max(book.last.log, row.id);
            take<Log>(row, "Log " + row.name, logFrom, [&](Log log) { shop.logs.push_back(std::move(log)); });
        });
        rows("SELECT id, name, body", "slab", [&](const Row& row) {
            book.last.slab = std::max(book.last.slab, row.id);
            take<Slab>(row, "Slab " + row.name, slabFrom,
                       [&](Slab slab) { shop.slabs.push_back(std::make_shared<const Slab>(std::move(slab))); });
        });
        rows("SELECT id, name, body", "job", [&](const Row& row) {
            book.last.job = std::max(book.last.job, row.id);
            take<Job>(row, "Job " + row.name, jobFrom,
                      [&](Job job) { book.jobs.push_back(std::make_shared<const Job>(std::move(job))); });
        });
        book.shop = std::make_shared<const Shop>(std::move(shop));
        return book;
    }

private:
    struct Row {
        std::string key;
        int id = 0;
        std::string name;
        std::string body;
        bool sumFits = true;
    };

    static LastIds idsFrom(JsonReader r)
    {
        LastIds last;
        r.read("slab", last.slab);
        r.read("log", last.log);
        r.read("job", last.job);
        return last;
    }

    template <typename Take> void rows(const std::string& select, const std::string& table, Take take)
    {
        SQLite::Statement statement(db_, select + (summed_ ? ", sum" : "") + " FROM " + table + " ORDER BY rowid");
        while (statement.executeStep()) {
            Row row;
            row.key = statement.getColumn(0).getString();
            row.id = statement.getColumn(0).getInt();
            row.name = statement.getColumn(1).getString();
            row.body = statement.getColumn(2).getString();
            row.sumFits = !summed_ || statement.getColumn(3).getInt64() == store::rowSum(row.key, row.body);
            take(row);
        }
    }

    template <typename T, typename From, typename Put>
    void take(const Row& row, const std::string& name, From from, Put put)
    {
        const auto wrong = [&](const std::string& what) {
            troubles_.push_back(name + " (" + row.key + ") cannot be read: " + what +
                                ". It is left as it is in the book.");
        };
        if (!row.sumFits) {
            wrong("what the disk gives is not what was written");
            return;
        }
        const auto json = nlohmann::json::parse(row.body, nullptr, false);
        if (json.is_discarded()) {
            wrong("it is not readable");
            return;
        }
        std::optional<JsonMiss> miss;
        T value = from(JsonReader(json, "", miss));
        if (miss) {
            wrong((miss->pointer.empty() ? "" : miss->pointer.substr(1) + " ") + miss->sentence);
            return;
        }
        put(std::move(value));
    }

    SQLite::Database& db_;
    bool summed_;
    std::vector<std::string>& troubles_;
};

} // namespace

Expected<Book> ShopBook::load()
{
    Inside& in = *inside_;
    in.troubles = in.openTroubles;
    try {
        Book book = in.version >= 1 ? BookReader(*in.db, in.version, in.troubles).read() : Book{};
        if (in.version < 1) {
            book.shop = std::make_shared<const Shop>(standardShop());
        }
        if (in.access == Access::ReadWrite) {
            // Only what was read well takes the place of an older copy.
            if (!in.isNew && in.troubles.empty() && !std::exchange(in.backedUp, true)) {
                store::rotateBackups(*in.db, in.file, kBackups);
            }
            in.prepare();
        }
        return book;
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(damaged(in.file, error.what()));
    } catch (const std::exception& error) { // of a library below: a row that breaks it is damage too
        return tl::unexpected(damaged(in.file, error.what()));
    }
}

Expected<void> ShopBook::mayWrite() const
{
    if (inside_->access == Access::ReadOnly) {
        return refuse("store.read_only", inside_->whyReadOnly);
    }
    if (!inside_->lock->stillThere(inside_->file)) {
        return refuse("store.gone", inside_->file.string() +
                                        " is no longer in its place: it or its folder was moved or deleted. Nothing is "
                                        "kept until it is back; then start again.");
    }
    return {};
}

Expected<void> ShopBook::write(const Book& before, const Book& after)
{
    if (auto may = mayWrite(); !may) {
        return may;
    }
    if (const auto fault = faultOf(before, after)) {
        return refuse("store.value", *fault);
    }
    try {
        if (inside_->version < kSchema) {
            inside_->prepare();
        }
        SQLite::Transaction transaction(*inside_->db);
        inside_->db->exec("PRAGMA defer_foreign_keys = ON");
        store::writeDifference(*inside_->db, before, after);
        transaction.commit();
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(writeFailed(inside_->file, error.what()));
    }
    return {};
}

Expected<void> ShopBook::putPicture(const std::string& key, std::string_view bytes)
{
    if (auto may = mayWrite(); !may) {
        return may;
    }
    try {
        SQLite::Statement s(*inside_->db, "INSERT OR IGNORE INTO picture VALUES (?, ?)");
        s.bind(1, key);
        s.bind(2, bytes.data(), static_cast<int>(bytes.size()));
        s.exec();
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(writeFailed(inside_->file, error.what()));
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

namespace
{

bool loadsWell(const fs::path& backup)
{
    if (!headOf(backup).ours) {
        return false;
    }
    try {
        // As it lies: nothing is put beside a backup.
        SQLite::Database db("file:" + backup.string() + "?immutable=1", SQLite::OPEN_READONLY | SQLite::OPEN_URI);
        const int version = pragma(db, "user_version");
        std::vector<std::string> troubles;
        if (version < 1 || version > ShopBook::kSchema || db.execAndGet("PRAGMA quick_check(1)").getString() != "ok") {
            return false;
        }
        (void)BookReader(db, version, troubles).read();
        return troubles.empty();
    } catch (const std::exception&) {
        return false;
    }
}

} // namespace

std::optional<int> ShopBook::newestGoodBackup(const fs::path& file)
{
    std::error_code ignored;
    for (int n = 1; n <= kBackups; ++n) {
        const fs::path backup = store::backupFile(file, n);
        if (fs::exists(backup, ignored) && loadsWell(backup)) {
            return n;
        }
    }
    return std::nullopt;
}

std::string ShopBook::backupTime(const fs::path& file, int number)
{
    struct stat info = {};
    if (::stat(store::backupFile(file, number).c_str(), &info) != 0) {
        return {};
    }
    std::tm local = {};
    const std::time_t when = info.st_mtime;
    ::localtime_r(&when, &local);
    std::array<char, 16> clock{};
    std::array<char, 16> date{};
    (void)std::strftime(clock.data(), clock.size(), "%H:%M", &local);
    (void)std::strftime(date.data(), date.size(), "%Y-%m-%d", &local);
    const auto day = dayOf(date.data());
    return (day ? dateText(*day) : std::string(date.data())) + ", " + clock.data();
}

Expected<fs::path> ShopBook::takeBackup(const fs::path& file, int number)
{
    std::error_code error;
    fs::path kept;
    if (fs::exists(file, error)) {
        int n = 1;
        do {
            kept = file.string() + ".damaged-" + std::to_string(n++);
        } while (fs::exists(kept, error));
        fs::rename(file, kept, error);
        if (error) {
            return tl::unexpected(writeFailed(file, error.message()));
        }
        for (const char* side : {"-wal", "-shm"}) { // what belongs to the old file goes with it
            fs::rename(file.string() + side, kept.string() + side, error);
        }
    }
    if (!store::putInPlace(store::backupFile(file, number), file)) {
        if (!kept.empty()) {
            fs::rename(kept, file, error);
        }
        return tl::unexpected(writeFailed(file, "the backup could not be copied"));
    }
    return kept;
}

} // namespace burl
