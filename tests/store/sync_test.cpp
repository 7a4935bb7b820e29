// What is said to be kept is on the disk: every edit is synced before its write comes back. PlaneLimits where the
// library asks the system for it.

#include <catch2/catch.hpp>

#include <atomic>

#include <sys/syscall.h>
#include <unistd.h>

#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "store/shop_book.h"
#include "support/files.h"

namespace
{
std::atomic<int> syncs{0};
} // namespace

// These stand before the system's own for the SQLite library too.
extern "C" int fdatasync(int fd)
{
    ++syncs;
    return static_cast<int>(syscall(SYS_fdatasync, fd));
}
extern "C" int fsync(int fd)
{
    ++syncs;
    return static_cast<int>(syscall(SYS_fsync, fd));
}

using namespace burl;

TEST_CASE("every edit is synced before it is said to be kept", "[store]")
{
    test::Folder folder;
    auto book = ShopBook::open(folder / "shop.burlbook");
    REQUIRE(book.has_value());
    Book now = *book->load();
    const Book full = demoBook();
    REQUIRE(book->write(now, full));
    now = full;
    for (int edit = 0; edit < 20; ++edit) {
        Job job = *now.jobs.front();
        job.layup.length_mm += 1.0;
        const Book next = withJob(now, job);
        const int before = syncs;
        REQUIRE(book->write(now, next));
        CHECK(syncs > before);
        now = next;
    }
    const int before = syncs;
    REQUIRE(book->write(now, now)); // nothing to keep
    CHECK(syncs == before);
}
