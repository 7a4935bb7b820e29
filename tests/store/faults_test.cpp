// A book that cannot be read just now is not damaged, and one that is damaged says so, however little is missing.

#include <catch2/catch.hpp>

#include <csignal>
#include <fstream>
#include <thread>

#include <fcntl.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

#include <SQLiteCpp/SQLiteCpp.h>

#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "store/shop_book.h"
#include "support/files.h"

using namespace burl;

namespace fs = std::filesystem;

namespace
{

void writeDemo(const fs::path& file)
{
    auto book = ShopBook::open(file);
    REQUIRE(book);
    REQUIRE(book->write(*book->load(), demoBook()));
}

bool says(const std::vector<std::string>& troubles, const std::string& words)
{
    return std::any_of(troubles.begin(), troubles.end(),
                       [&](const std::string& t) { return t.find(words) != std::string::npos; });
}

std::vector<std::string> troublesOf(const fs::path& file)
{
    auto book = ShopBook::open(file);
    REQUIRE(book);
    REQUIRE(book->load());
    return book->troubles();
}

/// Edits one job so many times and is killed before it closes the book.
void editAndDie(const fs::path& file, int edits)
{
    const pid_t child = ::fork();
    if (child == 0) {
        auto book = ShopBook::open(file);
        Book now = *book->load();
        for (int i = 0; i < edits; ++i) {
            Job job = *now.jobs.front();
            job.layup.length_mm += 1.0;
            const Book next = withJob(now, job);
            (void)book->write(now, next);
            now = next;
        }
        ::kill(::getpid(), SIGKILL);
    }
    int status = 0;
    REQUIRE(::waitpid(child, &status, 0) == child);
    REQUIRE(WIFSIGNALED(status));
}

} // namespace

TEST_CASE("a book that another program holds is busy, not damaged, and opens when it is free", "[store][fault]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    writeDemo(file);
    {
        SQLite::Database other(file.string(), SQLite::OPEN_READWRITE);
        other.exec("PRAGMA locking_mode = EXCLUSIVE");
        other.exec("BEGIN EXCLUSIVE");
        const auto book = ShopBook::open(file);
        REQUIRE_FALSE(book);
        CHECK(book.error().code == "store.busy");
    }
    CHECK(troublesOf(file).empty());
}

// The sanitizer looks at objects through a pipe of its own: without descriptors it sees faults that are none.
#ifndef __SANITIZE_ADDRESS__
TEST_CASE("without a file descriptor left a book cannot be read just now, and nothing is called damaged",
          "[store][fault]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    writeDemo(file);
    const pid_t child = ::fork();
    if (child == 0) { // the limit would hold for the other tests
        for (int last = 0; last >= 0;) {
            last = ::dup(0);
        }
        const auto book = ShopBook::open(file);
        const bool told = !book && (book.error().code == "store.cannot_open" || book.error().code == "store.busy");
        const bool unread = !book && book.error().sentence.find("damage") == std::string::npos;
        ::_exit(told && unread ? 0 : 1);
    }
    int status = 0;
    REQUIRE(::waitpid(child, &status, 0) == child);
    CHECK(status == 0);
    CHECK(troublesOf(file).empty());
}
#endif

TEST_CASE("a folder, a pipe and a device are no shop books, and are not waited for", "[store][fault]")
{
    test::Folder folder;
    REQUIRE(::mkfifo((folder / "pipe").c_str(), 0600) == 0);
    for (const fs::path& file : {folder / "", folder / "pipe", fs::path("/dev/zero")}) {
        const auto book = ShopBook::open(file);
        REQUIRE_FALSE(book);
        CHECK(book.error().code == "store.not_a_book");
    }
}

TEST_CASE("a start that is killed while it makes the book leaves one that opens", "[store][fault][slow]")
{
    for (int after_us = 0; after_us < 12'000; after_us += 400) {
        test::Folder folder;
        const auto file = folder / "shop.burlbook";
        const pid_t child = ::fork();
        if (child == 0) {
            auto book = ShopBook::open(file);
            (void)book->load();
            ::pause();
        }
        ::usleep(static_cast<useconds_t>(after_us));
        ::kill(child, SIGKILL);
        int status = 0;
        REQUIRE(::waitpid(child, &status, 0) == child);
        INFO(after_us << " microseconds");
        writeDemo(file);
        CHECK(troublesOf(file).empty());
    }
}

TEST_CASE("half of a book, as older programs left it, is a new one", "[store][fault]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    {
        SQLite::Database half(file.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        half.exec("PRAGMA journal_mode = WAL");
    }
    REQUIRE(fs::file_size(file) > 0);
    {
        auto book = ShopBook::open(file);
        REQUIRE(book);
        CHECK(book->isNew());
        REQUIRE(book->write(*book->load(), demoBook()));
    }
    CHECK(troublesOf(file).empty());
    // A database of somebody else, however empty its tables, stays what it is.
    const auto other = folder / "other.db";
    {
        SQLite::Database db(other.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        db.exec("CREATE TABLE theirs (x)");
    }
    const auto refused = ShopBook::open(other);
    REQUIRE_FALSE(refused);
    CHECK(refused.error().code == "store.not_a_book");
}

TEST_CASE("edits that went with a damaged write-ahead file are counted and said", "[store][fault]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    writeDemo(file);
    editAndDie(file, 21);
    const fs::path wal = file.string() + "-wal";
    REQUIRE(fs::exists(wal));
    {
        std::fstream bytes(wal, std::ios::in | std::ios::out | std::ios::binary);
        bytes.seekp(40); // in the first frame: all behind it are left out
        bytes.put('\x55');
    }
    const auto troubles = troublesOf(file);
    REQUIRE(says(troubles, "The last 21 edits of this book are not in it"));
    // Untouched nothing is said.
    test::Folder second;
    const auto whole = second / "shop.burlbook";
    writeDemo(whole);
    editAndDie(whole, 3);
    CHECK(troublesOf(whole).empty());
}

TEST_CASE("a row that is gone, or one too many, is missed", "[store][fault]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    writeDemo(file);
    {
        SQLite::Database db(file.string(), SQLite::OPEN_READWRITE);
        db.exec("DELETE FROM job WHERE id = 3");
    }
    CHECK(says(troublesOf(file), "Of the jobs in the book 1 is missing"));
    // After edits, removals and materials of one's own the tally still fits.
    test::Folder second;
    const auto other = second / "shop.burlbook";
    writeDemo(other);
    {
        auto book = ShopBook::open(other);
        const Book now = *book->load();
        Book next = withoutJob(now, {2});
        Habits habits = next.shop->habits;
        habits.units.length = LengthStyle::Centimetres;
        next = withHabits(next, habits);
        Slab slab = *next.shop->slabs.front();
        slab.name = "again";
        next = withSlab(next, slab);
        REQUIRE(book->write(now, next));
        REQUIRE(book->write(next, now)); // and back
    }
    CHECK(troublesOf(other).empty());
}

TEST_CASE("a book with a trigger that never ends opens and is written", "[store][fault]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    writeDemo(file);
    {
        SQLite::Database db(file.string(), SQLite::OPEN_READWRITE);
        db.exec("PRAGMA recursive_triggers = ON");
        db.exec("CREATE TRIGGER again AFTER INSERT ON setting BEGIN INSERT OR REPLACE INTO setting (key, body) WITH "
                "RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT 'x' || i, '1' FROM n; END");
    }
    auto book = ShopBook::open(file);
    REQUIRE(book);
    const auto now = book->load();
    REQUIRE(now);
    Habits habits = now->shop->habits;
    habits.units.length = LengthStyle::Centimetres;
    REQUIRE(book->write(*now, withHabits(*now, habits)));
}

TEST_CASE("pictures that are not what was kept are found, and healed by the same photo", "[store][fault]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    const auto keyOf = [](std::string_view bytes) {
        return std::to_string(bytes.size()) + std::string(bytes.substr(0, 1));
    };
    auto book = ShopBook::open(file);
    REQUIRE(book);
    REQUIRE(book->putPicture("3a", "abc"));
    REQUIRE(book->putPicture("2b", "bc"));
    const auto go = [] { return true; };
    CHECK(ShopBook::picturesUnlikeTheirKey(file, keyOf, go)->empty());
    {
        SQLite::Database db(file.string(), SQLite::OPEN_READWRITE);
        db.exec("UPDATE picture SET bytes = 'xbc' WHERE key = '3a'");
    }
    CHECK(*ShopBook::picturesUnlikeTheirKey(file, keyOf, go) == std::vector<std::string>{"3a"});
    REQUIRE(book->putPicture("3a", "abc"));
    CHECK(ShopBook::picturesUnlikeTheirKey(file, keyOf, go)->empty());
}
