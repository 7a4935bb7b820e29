// Work in a process of its own: what it hands over, how it fails, how it is stopped.

#include <catch2/catch.hpp>

#include <csignal>
#include <cstdlib>

#include <sys/wait.h>
#include <unistd.h>

#include "photo/apart.h"

using namespace burl;

TEST_CASE("what work apart writes into shared memory comes over, nothing else does", "[photo]")
{
    const SharedBytes shared(16);
    REQUIRE(shared.bytes() != nullptr);
    int here = 1;
    const auto end = runApart(
        [&] {
            shared.bytes()[3] = 42;
            here = 2;
            return true;
        },
        {});
    CHECK(end == ApartEnd::Done);
    CHECK(shared.bytes()[3] == 42);
    CHECK(shared.bytes()[4] == 0);
    CHECK(here == 1);
}

TEST_CASE("work apart that says no, throws or is brought down has failed, and we have not", "[photo]")
{
    CHECK(runApart([] { return false; }, {}) == ApartEnd::Failed);
    CHECK(runApart([]() -> bool { throw 1; }, {}) == ApartEnd::Failed);
    CHECK(runApart(
              [] {
                  std::signal(SIGABRT, SIG_DFL);
                  std::abort();
                  return true;
              },
              {}) == ApartEnd::Failed);
}

TEST_CASE("work apart that never ends is stopped, and leaves no process behind", "[photo]")
{
    int asked = 0;
    const auto end = runApart(
        [] {
            for (;;) {
                pause();
            }
            return true;
        },
        [&] { return ++asked < 3; });
    CHECK(end == ApartEnd::Stopped);
    CHECK(asked == 3);
    CHECK(waitpid(-1, nullptr, WNOHANG) == -1); // no child is left, not even a dead one
}
