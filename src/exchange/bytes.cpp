#include "exchange/bytes.h"

#include <algorithm>
#include <array>
#include <cerrno>
#include <cstring>
#include <system_error>

#include <fcntl.h>
#include <poll.h>
#include <sys/stat.h>
#include <unistd.h>

namespace burl
{
namespace
{

namespace fs = std::filesystem;

/// A descriptor that is closed when it is left.
class Open
{
public:
    explicit Open(int descriptor) : descriptor_(descriptor) {}
    ~Open()
    {
        if (descriptor_ >= 0) {
            ::close(descriptor_);
        }
    }
    Open(const Open&) = delete;
    Open& operator=(const Open&) = delete;
    [[nodiscard]] int get() const { return descriptor_; }
    [[nodiscard]] bool close() { return ::close(std::exchange(descriptor_, -1)) == 0; }

private:
    int descriptor_;
};

bool written(int to, std::string_view bytes)
{
    while (!bytes.empty()) {
        const ssize_t n = ::write(to, bytes.data(), bytes.size());
        if (n < 0 && errno == EINTR) {
            continue;
        }
        if (n <= 0) {
            return false;
        }
        bytes.remove_prefix(static_cast<size_t>(n));
    }
    return true;
}

} // namespace

Expected<std::string> bytesOf(const fs::path& file, std::size_t most)
{
    constexpr int kSilence_ms = 5000;
    const std::string name = file.string();
    const auto tooLarge = [&] {
        return refuse("file.too_large",
                      name + " is larger than " + std::to_string(most >> 20U) + " MB; hand in a smaller part of it.");
    };
    const Open in(::open(file.c_str(), O_RDONLY | O_CLOEXEC | O_NONBLOCK));
    struct stat info = {};
    if (in.get() < 0 || ::fstat(in.get(), &info) != 0) {
        const bool missing = errno == ENOENT || errno == ENOTDIR;
        return refuse(
            missing ? "file.missing" : "file.unreadable",
            name + (missing ? " is not there; look at its name."
                            : " cannot be read (" + std::generic_category().message(errno) + "); look at its rights."));
    }
    if (S_ISDIR(info.st_mode)) {
        return refuse("file.folder", name + " is a folder; name a file in it.");
    }
    if (S_ISREG(info.st_mode) && static_cast<std::size_t>(info.st_size) > most) {
        return tooLarge();
    }
    std::string out;
    out.reserve(static_cast<size_t>(std::max<off_t>(0, info.st_size)) + 1);
    std::array<char, 1U << 16U> part{};
    bool begun = S_ISREG(info.st_mode);
    for (;;) {
        const ssize_t n = ::read(in.get(), part.data(), part.size());
        if (n > 0) {
            begun = true;
            out.append(part.data(), static_cast<size_t>(n));
            if (out.size() > most) {
                return tooLarge();
            }
            continue;
        }
        const bool waits = (n < 0 && errno == EAGAIN) || (n == 0 && !begun);
        if (n == 0 && begun) {
            return out;
        }
        if (n < 0 && errno == EINTR) {
            continue;
        }
        if (!waits) {
            return refuse("file.unreadable",
                          name + " cannot be read (" + std::generic_category().message(errno) + ").");
        }
        pollfd there = {in.get(), POLLIN, 0};
        if (::poll(&there, 1, kSilence_ms) <= 0) {
            return refuse("file.silent", name + " is a pipe, and nothing comes out of it; hand in a file.");
        }
        if ((there.revents & POLLIN) == 0) { // its other end is closed
            return out;
        }
    }
}

bool putBytes(const fs::path& file, std::string_view bytes)
{
    std::error_code error;
    if (fs::exists(file, error) && !fs::is_regular_file(file, error)) {
        const Open to(::open(file.c_str(), O_WRONLY | O_CLOEXEC));
        return to.get() >= 0 && written(to.get(), bytes);
    }
    fs::path target = fs::is_symlink(file, error) ? fs::weakly_canonical(file, error) : file;
    if (error) {
        target = file;
    }
    struct stat there = {};
    const bool stood = ::stat(target.c_str(), &there) == 0;
    if (stood && ::access(target.c_str(), W_OK) != 0) {
        return false;
    }
    std::string aside = target.string() + ".XXXXXX"; // a name that nobody has
    Open to(::mkostemp(aside.data(), O_CLOEXEC));
    if (to.get() < 0) {
        return false;
    }
    constexpr mode_t kRights = 0666;
    const mode_t mask = ::umask(0);
    ::umask(mask);
    (void)!::fchmod(to.get(), stood ? there.st_mode & 07777U : kRights & ~mask);
    const bool whole = written(to.get(), bytes) && to.close();
    if (!whole || ::rename(aside.c_str(), target.c_str()) != 0) {
        ::unlink(aside.c_str());
        return false;
    }
    return true;
}

} // namespace burl
