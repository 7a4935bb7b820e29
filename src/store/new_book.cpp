#include "store/new_book.h"

#include <cerrno>
#include <string>

#include <SQLiteCpp/SQLiteCpp.h>

#include <fcntl.h>
#include <unistd.h>

#include "store/backup.h"
#include "store/schema.h"

namespace burl::store
{

namespace fs = std::filesystem;

bool isHalfMade(const fs::path& file)
{
    try {
        std::error_code ignored;
        if (fs::exists(file.string() + "-wal", ignored)) { // what is in there cannot be told without it
            SQLite::Database db(file.string(), SQLite::OPEN_READWRITE);
            return db.execAndGet("SELECT count(*) FROM sqlite_master").getInt() == 0;
        }
        SQLite::Database db("file:" + file.string() + "?immutable=1", SQLite::OPEN_READONLY | SQLite::OPEN_URI);
        return db.execAndGet("SELECT count(*) FROM sqlite_master").getInt() == 0;
    } catch (const SQLite::Exception&) {
        return false;
    }
}

bool makeNewBook(const fs::path& file, int version)
{
    std::error_code error;
    const fs::path aside = file.string() + ".new-" + std::to_string(::getpid());
    fs::remove(aside, error);
    const int descriptor = ::open(aside.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0600);
    if (descriptor < 0) {
        return false;
    }
    ::close(descriptor);
    try {
        SQLite::Database db(aside.string(), SQLite::OPEN_READWRITE);
        db.exec("PRAGMA synchronous = FULL");
        migrate(db, 0, version);
    } catch (const SQLite::Exception&) {
        fs::remove(aside, error);
        fs::remove(aside.string() + "-journal", error);
        throw;
    }
    if (!fs::exists(file, error)) { // of two starts at once the first one's book stands
        const bool made = ::link(aside.c_str(), file.c_str()) == 0;
        if (made || errno == EEXIST) {
            fs::remove(aside, error);
            return true;
        } // else the disk knows no links
    }
    for (const char* side : {"-wal", "-shm", "-journal"}) { // of the half that stood here
        fs::remove(file.string() + side, error);
    }
    return moveInPlace(aside, file);
}

} // namespace burl::store
