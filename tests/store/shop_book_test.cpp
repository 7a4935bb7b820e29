#include <catch2/catch.hpp>

#include <csignal>
#include <random>

#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <SQLiteCpp/SQLiteCpp.h>

#include "core/shop/edit.h"
#include "demo/demo_shop.h"
#include "store/shop_book.h"
#include "support/files.h"

using namespace burl;

namespace
{

bool same(const Book& a, const Book& b)
{
    return sameValues(*a.shop, *b.shop) && std::equal(a.jobs.begin(), a.jobs.end(), b.jobs.begin(), b.jobs.end(),
                                                      [](const auto& x, const auto& y) { return *x == *y; });
}

Book loaded(const std::filesystem::path& file)
{
    auto book = ShopBook::open(file);
    REQUIRE(book.has_value());
    auto value = book->load();
    REQUIRE(value.has_value());
    return *value;
}

} // namespace

TEST_CASE("what is written is what is read, also after edits and removals", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    Book now = demoBook();
    {
        auto book = ShopBook::open(file);
        REQUIRE(book.has_value());
        CHECK(book->isNew());
        const Book empty = *book->load();
        REQUIRE(book->write(empty, now));
        Slab slab = *now.shop->slab({4});
        slab.thickness_mm = 57.25;
        slab.name = "A4 \"the wide one\"; DROP TABLE slab";
        Book next = withSlab(now, slab);
        REQUIRE(book->write(now, next));
        now = next;
        next = withoutJob(now, {2});
        next = withoutSlab(next, {10});
        Habits habits;
        habits.units.length = LengthStyle::FeetAndInches;
        next = withHabits(next, habits);
        REQUIRE(book->write(now, next));
        now = next;
    }
    CHECK(same(loaded(file), now));
}

TEST_CASE("undoing back and forth leaves the book as it was", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    const Book demo = demoBook();
    auto book = ShopBook::open(file);
    const Book empty = *book->load();
    REQUIRE(book->write(empty, demo));
    REQUIRE(book->write(demo, empty));
    CHECK(same(*book->load(), empty));
    REQUIRE(book->write(empty, demo));
    CHECK(same(*book->load(), demo));
}

TEST_CASE("a slab that a job uses cannot be lost", "[store]")
{
    test::Folder folder;
    auto book = ShopBook::open(folder / "shop.burlbook");
    const Book empty = *book->load();
    const Book demo = demoBook();
    REQUIRE(book->write(empty, demo));
    const auto lost = book->write(demo, withoutSlab(demo, {4}));
    REQUIRE_FALSE(lost.has_value());
    CHECK(lost.error().code == "store.write_failed");
    CHECK(same(*book->load(), demo)); // nothing of the edit stayed behind
}

TEST_CASE("a full disk is said, and the book stays as it was", "[store]")
{
    // A child may not write files over a size, as on a full disk; its exit code tells what it saw.
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    const Book demo = demoBook();
    {
        auto book = ShopBook::open(file);
        REQUIRE(book->write(*book->load(), demo));
    }
    const pid_t child = fork();
    REQUIRE(child >= 0);
    if (child == 0) {
        auto book = ShopBook::open(file);
        signal(SIGXFSZ, SIG_IGN);
        const rlimit full{400'000, 400'000};
        setrlimit(RLIMIT_FSIZE, &full);
        Book large = demo;
        for (int n = 0; n < 200; ++n) {
            Slab slab;
            slab.id = freeSlabId(large);
            slab.where = std::string(15'000, 'x');
            large = withSlab(large, slab);
        }
        const auto written = book->write(demo, large);
        const bool said = !written && written.error().code == "store.write_failed" &&
                          written.error().sentence.find("shop.burlbook") != std::string::npos;
        _exit(said && same(*book->load(), demo) ? 0 : 1);
    }
    int status = 0;
    waitpid(child, &status, 0);
    CHECK(WIFEXITED(status));
    CHECK(WEXITSTATUS(status) == 0);
    CHECK(same(loaded(file), demo));
}

TEST_CASE("a second instance reads only, and says so", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    const Book demo = demoBook();
    auto first = ShopBook::open(file);
    REQUIRE(first->write(*first->load(), demo));
    auto second = ShopBook::open(file);
    REQUIRE(second.has_value());
    CHECK(second->access() == ShopBook::Access::ReadOnly);
    CHECK(same(*second->load(), demo));
    CHECK(second->write(demo, withoutJob(demo, {2})).error().code == "store.read_only");
    first = ShopBook::open(folder / "other.burlbook"); // lets go of the book
    CHECK(ShopBook::open(file)->access() == ShopBook::Access::ReadWrite);
}

TEST_CASE("a newer book, another file and a damaged one are refused with a sentence", "[store]")
{
    test::Folder folder;
    const auto newer = folder / "newer.burlbook";
    {
        auto book = ShopBook::open(newer);
    }
    {
        SQLite::Database db(newer.string(), SQLite::OPEN_READWRITE);
        db.exec("PRAGMA user_version = 99");
    }
    CHECK(ShopBook::open(newer).error().code == "store.newer");
    CHECK(ShopBook::open(newer).error().sentence.find("newer.burlbook") != std::string::npos);

    const auto text = folder / "text.burlbook";
    std::ofstream(text)
        << "this is no shop book, but a letter to one, long enough to be looked at as a header ........";
    CHECK(ShopBook::open(text).error().code == "store.damaged");

    const auto other = folder / "other.burlbook";
    {
        SQLite::Database db(other.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        db.exec("CREATE TABLE guests (name TEXT)");
    }
    CHECK(ShopBook::open(other).error().code == "store.not_a_book");

    const auto torn = folder / "torn.burlbook";
    {
        auto book = ShopBook::open(torn);
        REQUIRE(book->write(*book->load(), demoBook()));
    }
    {
        SQLite::Database db(torn.string(), SQLite::OPEN_READWRITE);
        db.exec("UPDATE slab SET body = '{\"id\": 4, \"name\"' WHERE id = 4");
    }
    auto book = ShopBook::open(torn);
    const auto rest = book->load();
    REQUIRE(rest.has_value()); // one bad row is named, and the rest opens
    REQUIRE(book->troubles().size() == 1);
    CHECK(book->troubles()[0].find("A4") != std::string::npos);
    CHECK(rest->shop->slabs.size() + 1 == demoBook().shop->slabs.size());
    CHECK(rest->jobs.size() == demoBook().jobs.size());
    CHECK(freeSlabId(*rest).value > demoBook().shop->slabs.back()->id.value); // its id is not given again
}

TEST_CASE("a bit that turns in a row is seen, whatever it makes of the row", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    {
        auto book = ShopBook::open(file);
        REQUIRE(book->write(*book->load(), demoBook()));
    }
    {
        SQLite::Database db(file.string(), SQLite::OPEN_READWRITE); // as good a slab as any, but not what was written
        db.exec("UPDATE slab SET body = replace(body, '\"name\":\"A4\"', '\"name\":\"A7\"') WHERE id = 4");
        CHECK(db.getChanges() == 1);
    }
    auto book = ShopBook::open(file);
    REQUIRE(book->load());
    REQUIRE(book->troubles().size() == 1);
    CHECK(book->troubles()[0].find("not what was written") != std::string::npos);
}

TEST_CASE("a start that finds something wrong costs no backup", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    {
        auto book = ShopBook::open(file);
        REQUIRE(book->write(*book->load(), demoBook()));
    }
    {
        auto book = ShopBook::open(file);
        REQUIRE(book->load());
        book->backUp(); // the first
    }
    CHECK(ShopBook::newestGoodBackup(file) == 1);
    {
        SQLite::Database db(file.string(), SQLite::OPEN_READWRITE);
        db.exec("UPDATE slab SET body = 'x' WHERE id = 4");
    }
    for (int start = 0; start < 7; ++start) {
        auto book = ShopBook::open(file);
        REQUIRE(book->load());
        CHECK(book->troubles().size() == 1);
        book->backUp();
    }
    CHECK_FALSE(std::filesystem::exists(file.string() + ".backups/2.burlbook"));
    REQUIRE(ShopBook::newestGoodBackup(file) == 1);
    CHECK_FALSE(ShopBook::backupTime(file, 1).empty());
    const auto kept = ShopBook::takeBackup(file, 1);
    REQUIRE(kept);
    CHECK(std::filesystem::exists(*kept)); // the damaged file stays beside it
    CHECK(same(loaded(file), demoBook()));
    std::error_code none;
    const auto rights = std::filesystem::status(file, none).permissions();
    CHECK((rights & (std::filesystem::perms::group_all | std::filesystem::perms::others_all)) ==
          std::filesystem::perms::none);
}

TEST_CASE("headers that no program wrote are refused with a sentence", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    for (const char* version : {"-2147483648", "-1"}) {
        {
            auto book = ShopBook::open(folder / "sound.burlbook");
            REQUIRE(book);
        }
        std::filesystem::copy_file(folder / "sound.burlbook", file, std::filesystem::copy_options::overwrite_existing);
        {
            SQLite::Database db(file.string(), SQLite::OPEN_READWRITE);
            db.exec(std::string("PRAGMA user_version = ") + version);
        }
        const auto opened = ShopBook::open(file);
        REQUIRE_FALSE(opened);
        CHECK(opened.error().code == "store.damaged");
        CHECK(opened.error().sentence.find("version") != std::string::npos);
    }
    std::ofstream(folder / "found.burlbook", std::ios::binary) << test::reference("store/version_negative.burlbook");
    CHECK(ShopBook::open(folder / "found.burlbook").error().code ==
          "store.damaged"); // one bit of its header had turned
}

TEST_CASE("one writer, whichever name the book is opened by, and nothing is left beside it", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    {
        auto first = ShopBook::open(file);
        REQUIRE(first);
        std::filesystem::create_symlink(file, folder / "link.burlbook");
        std::filesystem::create_hard_link(file, folder / "twin.burlbook");
        for (const char* name : {"link.burlbook", "twin.burlbook"}) {
            const auto second = ShopBook::open(folder / name);
            REQUIRE(second);
            CHECK(second->access() == ShopBook::Access::ReadOnly);
            CHECK_FALSE(second->whyReadOnly().empty());
        }
    }
    CHECK_FALSE(std::filesystem::exists(file.string() + ".lock"));
    const auto letter = folder / "letter.txt";
    std::ofstream(letter) << std::string(200, 'x');
    CHECK_FALSE(ShopBook::open(letter));
    size_t beside = 0;
    for (const auto& entry : std::filesystem::directory_iterator(letter.parent_path())) {
        beside += entry.path().filename().string().rfind("letter", 0) == 0 ? 1 : 0;
    }
    CHECK(beside == 1);
}

TEST_CASE("a book that is moved away while it is open is said, not written into nowhere", "[store]")
{
    test::Folder folder;
    std::filesystem::create_directories(folder / "shop");
    const auto file = folder / "shop" / "shop.burlbook";
    auto book = ShopBook::open(file);
    const Book empty = *book->load();
    std::filesystem::rename(folder / "shop", folder / "gone");
    const auto written = book->write(empty, demoBook());
    REQUIRE_FALSE(written);
    CHECK(written.error().code == "store.gone");
    std::filesystem::rename(folder / "gone", folder / "shop");
    CHECK(book->write(empty, demoBook()));
}

TEST_CASE("a write-ahead file that went missing after a crash is said", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    const pid_t child = fork();
    REQUIRE(child >= 0);
    if (child == 0) {
        auto book = ShopBook::open(file);
        const bool kept = book && book->write(*book->load(), demoBook());
        kill(getpid(), kept ? SIGKILL : SIGTERM); // the power goes
    }
    int status = 0;
    waitpid(child, &status, 0);
    REQUIRE(WTERMSIG(status) == SIGKILL);
    const auto copy = folder / "copy.burlbook";
    std::filesystem::copy_file(file, copy); // without its write-ahead file
    auto torn = ShopBook::open(copy);
    REQUIRE(torn);
    REQUIRE(torn->load());
    REQUIRE(torn->troubles().size() == 1);
    CHECK(torn->troubles()[0].find("missing") != std::string::npos);
    auto whole = ShopBook::open(file);
    REQUIRE(whole->load());
    CHECK(whole->troubles().empty());
    CHECK(same(*whole->load(), demoBook()));
}

TEST_CASE("what no file could hold is not written", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    const Book demo = demoBook();
    auto book = ShopBook::open(file);
    REQUIRE(book->write(*book->load(), demo));
    Slab thin = *demo.shop->slab({4});
    thin.thickness_mm = 0.0;
    CHECK(book->write(demo, withSlab(demo, thin)).error().code == "store.value");
    Slab wet = *demo.shop->slab({4});
    wet.mc_pct = 250.0;
    CHECK(book->write(demo, withSlab(demo, wet)).error().code == "store.value");
    Slab strange = *demo.shop->slab({4});
    strange.where = "\xff\xfe";
    CHECK(book->write(demo, withSlab(demo, strange)).error().code == "store.value");
    CHECK(same(*book->load(), demo));
}

TEST_CASE("ids only rise, also when what had them is taken away", "[store][edit]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    Book now = demoBook();
    const SlabId fresh = freeSlabId(now);
    {
        auto book = ShopBook::open(file);
        REQUIRE(book->write(*book->load(), now));
        Slab slab;
        slab.id = fresh;
        slab.name = "tagged";
        const Book with = withSlab(now, slab);
        REQUIRE(book->write(now, with));
        const Book without = withoutSlab(with, fresh);
        REQUIRE(book->write(with, without));
        CHECK(freeSlabId(without).value == fresh.value + 1);
    }
    CHECK(freeSlabId(loaded(file)).value == fresh.value + 1);
}

TEST_CASE("a backup is taken at every start, and the oldest goes", "[store]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    Book now;
    for (int start = 0; start < 8; ++start) {
        auto book = ShopBook::open(file);
        now = *book->load();
        book->backUp();
        Job job;
        job.id = freeJobId(now);
        job.name = "job " + std::to_string(start);
        REQUIRE(book->write(now, withJob(now, job)));
    }
    int kept = 0;
    for (const auto& entry : std::filesystem::directory_iterator(file.string() + ".backups")) {
        kept += entry.path().extension() == ".burlbook" ? 1 : 0;
    }
    CHECK(kept == ShopBook::kBackups);
    // The newest backup is the book as it was when it was opened last.
    CHECK(loaded(std::filesystem::path(file.string() + ".backups") / "1.burlbook").jobs.size() == 7);
    CHECK(loaded(std::filesystem::path(file.string() + ".backups") / "5.burlbook").jobs.size() == 3);
}

TEST_CASE("a book of the first schema becomes one of today, with nothing lost", "[store][migration]")
{
    test::Folder folder;
    const auto file = folder / "old.burlbook";
    {
        auto book = ShopBook::open(file);
        REQUIRE(book->write(*book->load(), demoBook()));
    }
    {
        SQLite::Database db(file.string(), SQLite::OPEN_READWRITE); // as it was before pictures were kept
        db.exec("DROP TABLE picture");
        db.exec("PRAGMA user_version = 1");
    }
    auto book = ShopBook::open(file);
    REQUIRE(book);
    CHECK(sameValues(*book->load()->shop, *demoBook().shop));
    REQUIRE(book->putPicture("k", "bytes"));
    CHECK(book->picture("k") == "bytes");
}

TEST_CASE("pictures are kept under their key, and go when nothing shows them", "[store]")
{
    test::Folder folder;
    auto book = ShopBook::open(folder / "shop.burlbook");
    REQUIRE(book);
    const std::string bytes("\xff\xd8\0\x01 picture", 12);
    REQUIRE(book->putPicture("a", "damaged on the disk"));
    REQUIRE(book->putPicture("a", bytes)); // the same key is the same picture, taken in again: it is healed
    REQUIRE(book->putPicture("b", "other"));
    CHECK(book->picture("a") == bytes);
    CHECK(book->picture("nowhere").empty());
    book->dropPicturesNotIn({"b"});
    CHECK(book->picture("a").empty());
    CHECK(book->picture("b") == "other");
    auto second = ShopBook::open(folder / "shop.burlbook");
    CHECK_FALSE(second->putPicture("c", "x"));
    CHECK(second->picture("b") == "other");
}

TEST_CASE("a program killed at any moment loses at most the edit in flight", "[store][slow]")
{
    // The child writes job 1, 2, 3 ... and tells each one through a pipe when it is kept. Killed at
    // a random moment, the book must hold all that were told, and at most one more.
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    {
        auto book = ShopBook::open(file);
        REQUIRE(book->write(*book->load(), demoBook()));
    }
    std::mt19937 random(3);
    size_t expected = demoBook().jobs.size();
    for (int round = 0; round < 25; ++round) {
        int pipes[2];
        REQUIRE(pipe(pipes) == 0);
        const pid_t child = fork();
        REQUIRE(child >= 0);
        if (child == 0) {
            close(pipes[0]);
            auto book = ShopBook::open(file);
            if (!book) {
                _exit(1);
            }
            Book now = *book->load();
            for (;;) {
                Job job = *now.jobs.front();
                job.id = freeJobId(now);
                job.note = std::string(2000 + random() % 4000, 'n');
                const Book next = withJob(now, job);
                if (!book->write(now, next)) {
                    _exit(2);
                }
                now = next;
                const char told = 'k';
                if (write(pipes[1], &told, 1) != 1) {
                    _exit(3);
                }
            }
        }
        close(pipes[1]);
        char byte = 0;
        REQUIRE(read(pipes[0], &byte, 1) == 1);
        size_t told = 1;
        usleep(static_cast<useconds_t>(random() % 25'000));
        kill(child, SIGKILL);
        int status = 0;
        waitpid(child, &status, 0);
        CHECK(WIFSIGNALED(status));
        while (read(pipes[0], &byte, 1) == 1) {
            ++told;
        }
        close(pipes[0]);
        const Book after = loaded(file);
        CHECK(after.jobs.size() >= expected + told);
        CHECK(after.jobs.size() <= expected + told + 1);
        CHECK(sameValues(*after.shop, *demoBook().shop));
        expected = after.jobs.size();
    }
}

TEST_CASE("a product of the resin shelf is kept, changed and taken off", "[store][resin]")
{
    test::Folder folder;
    const auto file = folder / "shop.burlbook";
    Book now = demoBook();
    auto book = ShopBook::open(file);
    REQUIRE(book.has_value());
    REQUIRE(book->write(*book->load(), now));
    ResinClass product = *now.shop->resin("table_top");
    product.id = "own_1";
    product.basedOn = "table_top";
    product.name = "Bar top";
    product.packs = {{1.5, 31.0}};
    product.sheet = {};
    const Book with = withResin(now, product);
    REQUIRE(book->write(now, with));
    CHECK(same(*book->load(), with));
    product.inStock_L = 4.0;
    const Book changed = withResin(with, product);
    REQUIRE(book->write(with, changed));
    CHECK(same(*book->load(), changed));
    CHECK(book->load()->shop->resin("own_1")->inStock_L == 4.0);
    const Book off = withoutResin(changed, "own_1");
    REQUIRE(book->write(changed, off));
    CHECK(book->load()->shop->resin("own_1") == nullptr);
    CHECK(withoutResin(off, "table_top").shop->resin("table_top") != nullptr); // a class that ships stays
}
