#include "store/backup.h"

#include <string>

#include <SQLiteCpp/Backup.h>
#include <SQLiteCpp/SQLiteCpp.h>

#include <fcntl.h>
#include <unistd.h>

namespace burl::store
{

namespace fs = std::filesystem;

namespace
{

bool synced(const fs::path& file)
{
    const int descriptor = ::open(file.c_str(), O_RDONLY | O_CLOEXEC);
    if (descriptor < 0) {
        return false;
    }
    const bool done = ::fsync(descriptor) == 0;
    ::close(descriptor);
    return done;
}

} // namespace

fs::path backupFolder(const fs::path& book)
{
    std::error_code error;
    const fs::path real = fs::weakly_canonical(book, error);
    return (error ? book : real).string() + ".backups";
}

fs::path backupFile(const fs::path& book, int number)
{
    return backupFolder(book) / (std::to_string(number) + ".burlbook");
}

void rotateBackups(SQLite::Database& db, const fs::path& book, int keep)
{
    const fs::path folder = backupFolder(book);
    const fs::path aside = folder / "new.part";
    std::error_code error;
    fs::create_directories(folder, error);
    fs::permissions(folder, fs::perms::owner_all, error);
    fs::remove(aside, error);
    try {
        {
            // Readable by its owner only, from its first byte on.
            const int descriptor = ::open(aside.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0600);
            if (descriptor < 0) {
                return;
            }
            ::close(descriptor);
            SQLite::Database copy(aside.string(), SQLite::OPEN_READWRITE);
            SQLite::Backup backup(copy, db);
            backup.executeStep();
        }
        if (!synced(aside)) {
            fs::remove(aside, error);
            return;
        }
    } catch (const SQLite::Exception&) { // a full disk must not keep the maker from working, nor cost a backup
        fs::remove(aside, error);
        return;
    }
    fs::remove(backupFile(book, keep), error);
    for (int n = keep - 1; n >= 1; --n) {
        fs::rename(backupFile(book, n), backupFile(book, n + 1), error);
    }
    fs::rename(aside, backupFile(book, 1), error);
    (void)synced(folder);
}

bool putInPlace(const fs::path& from, const fs::path& to)
{
    const fs::path aside = to.string() + ".part";
    std::error_code error;
    fs::remove(aside, error);
    if (!fs::copy_file(from, aside, error) || error) {
        fs::remove(aside, error);
        return false;
    }
    fs::permissions(aside, fs::perms::owner_read | fs::perms::owner_write, error);
    return moveInPlace(aside, to);
}

bool moveInPlace(const fs::path& aside, const fs::path& to)
{
    std::error_code error;
    if (!synced(aside)) {
        fs::remove(aside, error);
        return false;
    }
    fs::rename(aside, to, error);
    (void)synced(to.parent_path().empty() ? fs::path(".") : to.parent_path());
    return !error;
}

} // namespace burl::store
