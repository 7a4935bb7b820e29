#include "instruments/pseudo_terminal.h"

#include <array>

#include <fcntl.h>
#include <poll.h>
#include <stdlib.h>
#include <termios.h>
#include <unistd.h>

namespace burl
{

Expected<PseudoTerminal> PseudoTerminal::open()
{
    const int ours = ::posix_openpt(O_RDWR | O_NOCTTY | O_NONBLOCK);
    std::array<char, 128> name{};
    if (ours < 0 || ::grantpt(ours) != 0 || ::unlockpt(ours) != 0 || ::ptsname_r(ours, name.data(), name.size()) != 0) {
        if (ours >= 0) {
            ::close(ours);
        }
        return refuse("terminal.none", "The system gives no pseudo-terminal: is /dev/pts mounted?");
    }
    const int theirs = ::open(name.data(), O_RDWR | O_NOCTTY | O_NONBLOCK);
    if (theirs < 0) {
        ::close(ours);
        return refuse("terminal.none", "The pseudo-terminal " + std::string(name.data()) + " does not open.");
    }
    termios raw{};
    if (::tcgetattr(theirs, &raw) == 0) { // bytes as they are: no echo, no line ends turned
        ::cfmakeraw(&raw);
        ::tcsetattr(theirs, TCSANOW, &raw);
    }
    return PseudoTerminal(ours, theirs, name.data());
}

PseudoTerminal::PseudoTerminal(PseudoTerminal&& other) noexcept
    : ours_(other.ours_), theirs_(other.theirs_), path_(std::move(other.path_))
{
    other.ours_ = -1;
    other.theirs_ = -1;
}

PseudoTerminal::~PseudoTerminal()
{
    for (const int end : {ours_, theirs_}) {
        if (end >= 0) {
            ::close(end);
        }
    }
}

std::string PseudoTerminal::read(int wait_ms)
{
    pollfd wanted{ours_, POLLIN, 0};
    if (::poll(&wanted, 1, wait_ms) <= 0) {
        return {};
    }
    std::array<char, 512> bytes{};
    const ssize_t n = ::read(ours_, bytes.data(), bytes.size());
    return n > 0 ? std::string(bytes.data(), static_cast<size_t>(n)) : std::string();
}

void PseudoTerminal::write(const std::string& bytes)
{
    size_t sent = 0;
    while (sent < bytes.size()) {
        pollfd wanted{ours_, POLLOUT, 0};
        if (::poll(&wanted, 1, 100) <= 0) {
            return;
        }
        const ssize_t n = ::write(ours_, bytes.data() + sent, bytes.size() - sent);
        if (n <= 0) {
            return;
        }
        sent += static_cast<size_t>(n);
    }
}

} // namespace burl
