#include "photo/apart.h"

#include <chrono>
#include <csignal>
#include <mutex>
#include <thread>

#include <sys/mman.h>
#include <sys/wait.h>
#include <unistd.h>

namespace burl
{
namespace
{

constexpr std::chrono::milliseconds kAsked{5}; // a tenth of a second is what stopping may take

std::mutex beginning; // no other thread may be between two locks of the library while the process is doubled

} // namespace

SharedBytes::SharedBytes(size_t size) : size_(size)
{
    void* place = mmap(nullptr, size, PROT_READ | PROT_WRITE, MAP_SHARED | MAP_ANONYMOUS, -1, 0);
    bytes_ = place == MAP_FAILED ? nullptr : static_cast<unsigned char*>(place);
}

SharedBytes::~SharedBytes()
{
    if (bytes_ != nullptr) {
        munmap(bytes_, size_);
    }
}

ApartEnd runApart(const std::function<bool()>& work, const std::function<bool()>& goOn)
{
    pid_t child = -1;
    {
        const std::lock_guard<std::mutex> alone(beginning);
        child = fork();
    }
    if (child == 0) {
        for (const int signal : {SIGSEGV, SIGABRT, SIGBUS, SIGFPE, SIGILL, SIGTERM, SIGINT}) {
            std::signal(signal, SIG_DFL); // whoever watches over the parent does not watch over this
        }
        bool done = false;
        try {
            done = work();
        } catch (...) {
            done = false; // nothing may unwind into what the parent was doing
        }
        _exit(done ? 0 : 1);
    }
    if (child < 0) {
        return ApartEnd::Failed;
    }
    for (;;) {
        int how = 0;
        const pid_t ended = waitpid(child, &how, WNOHANG);
        if (ended == child) {
            return WIFEXITED(how) && WEXITSTATUS(how) == 0 ? ApartEnd::Done : ApartEnd::Failed;
        }
        if (ended < 0) {
            return ApartEnd::Failed;
        }
        if (goOn && !goOn()) {
            kill(child, SIGKILL);
            waitpid(child, &how, 0);
            return ApartEnd::Stopped;
        }
        std::this_thread::sleep_for(kAsked);
    }
}

} // namespace burl
