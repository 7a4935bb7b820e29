#include "store/lock.h"

#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

namespace burl::store
{

WriterLock::WriterLock(const std::filesystem::path& book)
{
    const std::string name = book.string() + ".lock";
    descriptor_ = ::open(name.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0644);
    held_ = descriptor_ >= 0 && ::flock(descriptor_, LOCK_EX | LOCK_NB) == 0;
}

WriterLock::~WriterLock()
{
    if (descriptor_ >= 0) {
        ::close(descriptor_);
    }
}

} // namespace burl::store
