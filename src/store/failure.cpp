#include "store/failure.h"

#include <SQLiteCpp/Exception.h>
#include <sqlite3.h>

namespace burl::store
{

namespace fs = std::filesystem;

Refusal damaged(const fs::path& file, const std::string& what)
{
    return {"store.damaged", file.string() + ": " + what + "."};
}

namespace
{

constexpr int kPrimary = 0xFF; // an extended code says more in its upper bytes

Refusal busy(const fs::path& file)
{
    return {"store.busy",
            file.string() + " is held by another program just now: wait until it is done, then try again."};
}

} // namespace

Refusal whyNotRead(const fs::path& file, const SQLite::Exception& error)
{
    switch (error.getErrorCode() & kPrimary) {
    case SQLITE_BUSY:
    case SQLITE_LOCKED:
        return busy(file);
    case SQLITE_FULL:
        return {"store.full", "The disk that holds " + file.string() + " is full: make room, then try again."};
    case SQLITE_NOTADB:
    case SQLITE_CORRUPT:
    case SQLITE_FORMAT:
        return damaged(file, "the file is not a readable shop book");
    case SQLITE_ERROR: // its tables are not those of its version
    case SQLITE_MISMATCH:
        return damaged(file, "its tables do not fit its version (" + std::string(error.what()) + ")");
    default: // a transient fault of the disk, too many open files, no memory, no right
        return {"store.cannot_open", file.string() + " cannot be read just now (" + error.what() +
                                         "). Nothing is changed; try again, or look at the disk and its rights."};
    }
}

Refusal whyNotWritten(const fs::path& file, const SQLite::Exception& error)
{
    switch (error.getErrorCode() & kPrimary) {
    case SQLITE_BUSY:
    case SQLITE_LOCKED:
        return busy(file);
    case SQLITE_FULL:
        return {"store.write_failed",
                "The disk that holds " + file.string() + " is full: make room, then do it again."};
    case SQLITE_READONLY:
    case SQLITE_PERM:
    case SQLITE_AUTH:
    case SQLITE_CANTOPEN:
        return {"store.write_failed", file.string() + " may not be written (" + error.what() +
                                          "): look at the rights of the file and its folder, then do it again."};
    case SQLITE_IOERR: // a sync that failed, a disk that is gone: whether it is kept nobody knows
        return {"store.write_failed", "The disk did not take what was written to " + file.string() + " (" +
                                          error.what() +
                                          "): it is not sure that it is kept. Look at the disk, then do it again."};
    default:
        return {"store.write_failed",
                file.string() + " could not be written (" + error.what() + "): nothing of it is kept; do it again."};
    }
}

} // namespace burl::store
