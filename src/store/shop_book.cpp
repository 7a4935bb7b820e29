#include "store/shop_book.h"

#include <algorithm>
#include <array>
#include <chrono>
#include <ctime>
#include <fstream>
#include <utility>

#include <SQLiteCpp/SQLiteCpp.h>
#include <sqlite3.h>

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include "core/measure/date.h"
#include "exchange/fault.h"
#include "exchange/materials.h"
#include "store/backup.h"
#include "store/book_reader.h"
#include "store/failure.h"
#include "store/last_commit.h"
#include "store/lock.h"
#include "store/new_book.h"
#include "store/row_sum.h"
#include "store/schema.h"
#include "store/writer.h"

namespace burl
{

namespace fs = std::filesystem;

namespace
{

constexpr int kBusy_ms = 2000; // how long a lock of somebody else is waited for

int pragma(SQLite::Database& db, const char* name)
{
    return db.execAndGet(std::string("PRAGMA ") + name).getInt();
}

fs::path walOf(const fs::path& file)
{
    return file.string() + "-wal";
}

/// What the first bytes of a file tell, before anything is opened or put beside it.
struct FileHead {
    bool readable = false;
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
    out.readable = in.is_open() && !in.bad();
    out.sqlite = in.gcount() == static_cast<std::streamsize>(bytes.size()) &&
                 std::string_view(bytes.data(), 15) == "SQLite format 3";
    unsigned id = 0;
    for (size_t i = 0; i < 4; ++i) {
        id = id << 8U | static_cast<unsigned char>(bytes[kIdAt + i]);
    }
    out.ours = id == static_cast<unsigned>(store::kApplicationId);
    return out;
}

bool mayWriteTo(const fs::path& path)
{
    return ::access(path.c_str(), W_OK) == 0;
}

fs::path folderOf(const fs::path& file)
{
    return file.has_parent_path() ? file.parent_path() : fs::path(".");
}

Refusal notOurs(const fs::path& file)
{
    return {"store.not_a_book", file.string() + " is not a Young Burl shop book; choose another file."};
}

std::string noRoom(const fs::path& file)
{
    return "The disk that holds " + file.string() + " is full: changes here are not kept. Make room, then start again.";
}

Refusal cannotBeMade(const fs::path& file)
{
    return {"store.cannot_open", file.string() + " cannot be written; look at the folder's rights."};
}

/// Makes the book where there is none yet, or only half of one.
Expected<void> madeWhereMissing(const fs::path& file)
{
    std::error_code ignored;
    fs::create_directories(folderOf(file), ignored);
    if (fs::exists(file, ignored) && !mayWriteTo(file)) {
        return tl::unexpected(cannotBeMade(file));
    }
    try {
        if (!store::makeNewBook(file, ShopBook::kSchema)) {
            return tl::unexpected(cannotBeMade(file));
        }
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(store::whyNotRead(file, error));
    }
    return {};
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
                gone.bind(1, std::string(store::kOpenKey));
                gone.exec();
            } catch (const SQLite::Exception&) { // then the next start looks for the write-ahead file
            }
        }
    }

    /// Opens the connection. With `roomless` nothing can be put beside the file, not even what a reader shares with
    /// others: it is read alone.
    void connect(bool writable, bool hadWal, bool roomless)
    {
        db.reset();
        if (!writable && !mayWriteTo(folderOf(file)) && !hadWal) {
            // Nothing can be put beside it, not even what a reader needs: it is taken as unchanging.
            db = std::make_unique<SQLite::Database>("file:" + file.string() + "?immutable=1",
                                                    SQLite::OPEN_READONLY | SQLite::OPEN_URI, kBusy_ms);
        } else {
            // The write-ahead file needs its side files even to read, so a reader opens it to write and may only ask.
            db = std::make_unique<SQLite::Database>(
                file.string(), writable || mayWriteTo(file) ? SQLite::OPEN_READWRITE : SQLite::OPEN_READONLY, kBusy_ms);
        }
        // A book is rows and nothing else: what a strange file would have done by itself is not done.
        sqlite3_db_config(db->getHandle(), SQLITE_DBCONFIG_ENABLE_TRIGGER, 0, nullptr);
        sqlite3_db_config(db->getHandle(), SQLITE_DBCONFIG_ENABLE_VIEW, 0, nullptr);
        sqlite3_db_config(db->getHandle(), SQLITE_DBCONFIG_TRUSTED_SCHEMA, 0, nullptr);
        if (roomless) {
            db->exec("PRAGMA locking_mode = EXCLUSIVE");
        }
    }

    void becomeReadOnly(const std::string& why)
    {
        access = Access::ReadOnly;
        whyReadOnly = why;
    }

    /// What the connection shows of a book that is not one of ours, or not whole.
    [[nodiscard]] std::optional<Refusal> faultInside()
    {
        version = pragma(*db, "user_version");
        if (pragma(*db, "application_id") != store::kApplicationId) {
            return notOurs(file);
        }
        if (version < 0) {
            return store::damaged(file, "its version is " + std::to_string(version));
        }
        if (version > kSchema) {
            return Refusal{"store.newer", file.string() + " was written by a newer Young Burl (book version " +
                                              std::to_string(version) + ", this program knows " +
                                              std::to_string(kSchema) + "); open it there."};
        }
        const std::string check = db->execAndGet("PRAGMA quick_check(1)").getString();
        if (check != "ok") {
            return store::damaged(file, "the file is damaged inside (" + check + ")");
        }
        return std::nullopt;
    }

    /// Edits that were kept and are not in the book, noticed in order.
    void lookForLostEdits(bool hadWal)
    {
        if (version >= 1 && !hadWal) {
            SQLite::Statement flag(*db, "SELECT 1 FROM setting WHERE key = ?");
            flag.bind(1, std::string(store::kOpenKey));
            if (flag.executeStep() && lock->held()) {
                openTroubles.push_back(file.string() + " was not closed in order, and the file that belongs to it (" +
                                       walOf(file).filename().string() +
                                       ") is missing: the last edits before that may be lost.");
            }
        }
        const auto inside = store::lastCommitIn(*db);
        const auto beside = store::lastCommitBeside(file);
        if (inside && beside && inside->identity == beside->identity && inside->number < beside->number) {
            const auto lost = beside->number - inside->number;
            openTroubles.push_back((lost == 1 ? "The last edit of this book is"
                                              : "The last " + std::to_string(lost) + " edits of this book are") +
                                   " not in it: what was written last is damaged, or an older copy lies in its place. "
                                   "Look at what you did last.");
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
        put.bind(1, std::string(store::kOpenKey));
        put.bind(2, text);
        put.bind(3, store::rowSum(store::kOpenKey, text));
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
    if (fs::exists(file, ignored) && !fs::is_regular_file(file, ignored)) {
        return refuse("store.not_a_book", file.string() + " is " +
                                              (fs::is_directory(file, ignored) ? "a folder" : "no ordinary file") +
                                              ", not a shop book; choose a file.");
    }
    const bool hadWal = fs::exists(walOf(file), ignored);
    inside->isNew = !fs::exists(file, ignored) || fs::file_size(file, ignored) == 0;
    if (!inside->isNew) {
        const FileHead head = headOf(file);
        if (!head.readable) {
            return refuse("store.cannot_open", file.string() +
                                                   " cannot be read just now. Nothing is changed; look at its rights "
                                                   "and the disk, then try again.");
        }
        if (!head.sqlite) {
            return tl::unexpected(store::damaged(file, "the file is not a readable shop book"));
        }
        inside->isNew = !head.ours && store::isHalfMade(file);
        if (!head.ours && !inside->isNew && !hadWal) {
            return tl::unexpected(notOurs(file));
        }
    }
    if (inside->isNew) {
        if (auto made = madeWhereMissing(file); !made) {
            return tl::unexpected(std::move(made.error()));
        }
    }
    inside->lock = std::make_unique<store::WriterLock>(file);
    if (!inside->lock->held()) {
        inside->becomeReadOnly(inside->lock->isPossible()
                                   ? "This shop book is open in another window; changes here are not kept."
                                   : "Nothing can be locked where " + file.string() +
                                         " lies, so another window might write it too; changes here are not kept.");
    } else if (!mayWriteTo(file) || !mayWriteTo(folderOf(file))) {
        inside->becomeReadOnly(file.string() + " can only be read: it or its folder is write-protected; changes here "
                                               "are not kept.");
    }
    const auto connected = [&](bool roomless) -> std::optional<Refusal> {
        const bool writable = inside->access == Access::ReadWrite;
        inside->connect(writable, hadWal, roomless);
        if (auto fault = inside->faultInside()) {
            return fault;
        }
        SQLite::Database& db = *inside->db;
        db.exec("PRAGMA foreign_keys = ON");
        if (writable) {
            db.exec("PRAGMA journal_mode = WAL");
            // Each edit is on the disk when it is made, also when the power goes.
            db.exec("PRAGMA synchronous = FULL");
        } else {
            db.exec("PRAGMA query_only = ON");
        }
        inside->lookForLostEdits(hadWal || inside->isNew);
        if (inside->isNew && writable) {
            inside->prepare();
        }
        return std::nullopt;
    };
    const auto tried = [&](bool roomless) -> std::optional<Refusal> {
        try {
            return connected(roomless);
        } catch (const SQLite::Exception& error) {
            return store::whyNotRead(file, error);
        }
    };
    auto why = tried(false);
    if (why && why->code == "store.full" && !inside->isNew) { // it can still be read
        inside->becomeReadOnly(noRoom(file));
        why = tried(true);
    }
    if (why) {
        return tl::unexpected(std::move(*why));
    }
    inside->troubles = inside->openTroubles;
    return ShopBook(std::move(inside));
}

Expected<Book> ShopBook::load()
{
    Inside& in = *inside_;
    in.troubles = in.openTroubles;
    Book book;
    try {
        if (in.version >= 1) {
            book = store::readBook(*in.db, in.version, in.troubles);
        } else {
            book.shop = std::make_shared<const Shop>(standardShop());
        }
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(store::whyNotRead(in.file, error));
    } catch (const std::bad_alloc&) {
        return refuse("store.cannot_open", in.file.string() + " needs more memory than there is.");
    } catch (const std::exception& error) { // of a library below: a row that breaks it is damage
        return tl::unexpected(store::damaged(in.file, error.what()));
    }
    if (in.access == Access::ReadWrite) {
        try {
            in.prepare();
        } catch (const SQLite::Exception& error) { // it was read: only what is to be kept finds no place
            const Refusal why = store::whyNotRead(in.file, error);
            if (why.code == "store.busy") {
                return tl::unexpected(why);
            }
            in.becomeReadOnly(why.code == "store.full" ? noRoom(in.file)
                                                       : in.file.string() + " cannot be written (" + error.what() +
                                                             "); changes here are not kept.");
        }
    }
    return book;
}

void ShopBook::backUp()
{
    Inside& in = *inside_;
    // Only what was read well takes the place of an older copy.
    if (in.access == Access::ReadWrite && !in.isNew && in.troubles.empty() && !std::exchange(in.backedUp, true)) {
        store::rotateBackups(*in.db, in.file, kBackups);
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
        if (const auto last = store::lastCommitIn(*inside_->db)) {
            store::putLastCommitBeside(inside_->file, *last);
        }
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(store::whyNotWritten(inside_->file, error));
    }
    return {};
}

Expected<void> ShopBook::putPicture(const std::string& key, std::string_view bytes)
{
    if (auto may = mayWrite(); !may) {
        return may;
    }
    try {
        // The same photo taken in again heals a picture that the disk has damaged.
        SQLite::Statement s(*inside_->db, "INSERT INTO picture VALUES (?, ?) ON CONFLICT(key) DO UPDATE SET bytes = "
                                          "excluded.bytes WHERE bytes <> excluded.bytes");
        s.bind(1, key);
        s.bind(2, bytes.data(), static_cast<int>(bytes.size()));
        s.exec();
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(store::whyNotWritten(inside_->file, error));
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

Expected<std::vector<std::string>>
ShopBook::picturesUnlikeTheirKey(const fs::path& file, const std::function<std::string(std::string_view)>& keyOf,
                                 const std::function<bool()>& goOn)
{
    std::vector<std::string> unlike;
    try {
        SQLite::Database db(file.string(), SQLite::OPEN_READONLY, kBusy_ms);
        SQLite::Statement keys(db, "SELECT key FROM picture ORDER BY key");
        while (goOn() && keys.executeStep()) {
            const std::string key = keys.getColumn(0);
            SQLite::Statement one(db, "SELECT bytes FROM picture WHERE key = ?");
            one.bind(1, key);
            if (one.executeStep()) {
                const SQLite::Column bytes = one.getColumn(0);
                if (keyOf({static_cast<const char*>(bytes.getBlob()), static_cast<size_t>(bytes.getBytes())}) != key) {
                    unlike.push_back(key);
                }
            }
        }
    } catch (const SQLite::Exception& error) {
        return tl::unexpected(store::whyNotRead(file, error));
    }
    return unlike;
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

std::string notPutBack(const fs::path& file, const std::string& what)
{
    return file.string() + " could not be written (" + what + "); make room or free the file, then do it again.";
}

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
        (void)store::readBook(db, version, troubles);
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
            return tl::unexpected(Refusal{"store.write_failed", notPutBack(file, error.message())});
        }
        fs::remove(file.string() + ".last", error); // it tells of the book that goes
        for (const char* side : {"-wal", "-shm"}) { // what belongs to the old file goes with it
            fs::rename(file.string() + side, kept.string() + side, error);
        }
    }
    if (!store::putInPlace(store::backupFile(file, number), file)) {
        if (!kept.empty()) {
            fs::rename(kept, file, error);
        }
        return tl::unexpected(Refusal{"store.write_failed", notPutBack(file, "the backup could not be copied")});
    }
    return kept;
}

} // namespace burl
