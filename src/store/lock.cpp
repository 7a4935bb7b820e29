#include "store/lock.h"

#include <cerrno>
#include <mutex>
#include <set>
#include <utility>

#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

namespace burl::store
{
namespace
{

using FileId = std::pair<unsigned long, unsigned long>; // device and node

/// Files that this process holds. A second look at one must not open it: closing any descriptor of a file lets go of
/// the locks that SQLite has on it.
struct Held {
    std::mutex mutex;
    std::set<FileId> files;
};
Held& heldHere()
{
    static Held held;
    return held;
}

} // namespace

WriterLock::WriterLock(const std::filesystem::path& book)
{
    struct stat info = {};
    if (::stat(book.c_str(), &info) != 0) {
        return;
    }
    device_ = info.st_dev;
    node_ = info.st_ino;
    const std::lock_guard guard(heldHere().mutex);
    if (heldHere().files.count({device_, node_}) != 0) {
        return;
    }
    descriptor_ = ::open(book.c_str(), O_RDONLY | O_CLOEXEC);
    held_ = descriptor_ >= 0 && ::flock(descriptor_, LOCK_EX | LOCK_NB) == 0;
    possible_ = held_ || (descriptor_ >= 0 && errno == EWOULDBLOCK);
    if (held_) {
        heldHere().files.insert({device_, node_});
    }
}

WriterLock::~WriterLock()
{
    if (held_) {
        const std::lock_guard guard(heldHere().mutex);
        heldHere().files.erase({device_, node_});
    }
    if (descriptor_ >= 0) {
        ::close(descriptor_);
    }
}

bool WriterLock::stillThere(const std::filesystem::path& book) const
{
    struct stat info = {};
    return ::stat(book.c_str(), &info) == 0 && info.st_dev == device_ && info.st_ino == node_;
}

} // namespace burl::store
