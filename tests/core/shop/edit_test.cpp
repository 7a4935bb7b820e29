// Edits: from one book to the next, sharing all they do not touch.

#include <catch2/catch.hpp>

#include "core/shop/edit.h"
#include "demo/demo_shop.h"

using namespace burl;

namespace
{

const Book& demo()
{
    static const Book book = demoBook();
    return book;
}

/// How many jobs and slabs two books do not share, kept in the same memory.
size_t apart(const Book& a, const Book& b)
{
    size_t out = 0;
    for (const auto& job : b.jobs) {
        out += std::find(a.jobs.begin(), a.jobs.end(), job) == a.jobs.end() ? 1 : 0;
    }
    for (const auto& slab : b.shop->slabs) {
        out += std::find(a.shop->slabs.begin(), a.shop->slabs.end(), slab) == a.shop->slabs.end() ? 1 : 0;
    }
    return out;
}

} // namespace

TEST_CASE("an edit of one thing shares everything else, and leaves the book before as it was", "[edit]")
{
    const Book before = demo();
    Slab slab = *before.shop->slabs.at(2);
    slab.thickness_mm = 61.0;
    const Book after = withSlab(before, slab);
    CHECK(apart(before, after) == 1);
    CHECK(after.shop->slab(slab.id)->thickness_mm == 61.0);
    CHECK(before.shop->slab(slab.id)->thickness_mm != 61.0);
    CHECK(after.shop->slabs.size() == before.shop->slabs.size());
    for (size_t i = 0; i < after.shop->slabs.size(); ++i) { // in its place
        CHECK(after.shop->slabs[i]->id == before.shop->slabs[i]->id);
    }
    Job job = *before.jobs.at(1);
    job.note = "changed";
    const Book other = withJob(before, job);
    CHECK(apart(before, other) == 1);
    CHECK(other.shop == before.shop);
    CHECK(other.job(job.id)->note == "changed");
    Habits habits = before.shop->habits;
    habits.units.inchFraction = 32;
    CHECK(apart(before, withHabits(before, habits)) == 0);
}

TEST_CASE("what is new stands at the end, what is taken away is gone alone", "[edit]")
{
    Slab slab;
    slab.id = freeSlabId(demo());
    const Book more = withSlab(demo(), slab);
    CHECK(more.shop->slabs.back()->id == slab.id);
    const Book less = withoutSlab(more, slab.id);
    CHECK(less.shop->slab(slab.id) == nullptr);
    CHECK(apart(demo(), less) == 0);
    CHECK(less.shop->slabs.size() == demo().shop->slabs.size());
    CHECK(freeSlabId(less).value == slab.id.value + 1); // its number is not given again
    const Book fewer = withoutJob(demo(), demo().jobs.front()->id);
    CHECK(fewer.jobs.size() == demo().jobs.size() - 1);
    CHECK(fewer.job(demo().jobs.front()->id) == nullptr);
    CHECK(freeJobId(fewer) == freeJobId(demo()));
    Log log;
    log.id = freeLogId(demo());
    CHECK(demo().shop->log(log.id) == nullptr);
    CHECK(withLog(demo(), log).shop->log(log.id) != nullptr);
}

TEST_CASE("only products, climates and sections of the maker's own come and go", "[edit]")
{
    const Book& book = demo();
    ResinClass own = book.shop->resins.front();
    own.basedOn = own.id;
    own.id = freeResinId(book);
    const Book more = withResin(book, own);
    CHECK(more.shop->resin(own.id) != nullptr);
    CHECK(freeResinId(more) != own.id);
    CHECK(withoutResin(more, own.id).shop->resin(own.id) == nullptr);
    const std::string standard = book.shop->resins.front().id;
    CHECK(withoutResin(book, standard).shop->resin(standard) != nullptr); // it is no one's to take away
    Climate climate = book.shop->climates.front();
    climate.id = freeClimateId(book);
    CHECK(withClimate(book, climate).shop->climates.size() == book.shop->climates.size() + 1);
    SectionStock section = book.shop->sections.front();
    section.id = freeSectionId(book);
    const Book steel = withSection(book, section);
    CHECK(steel.shop->sections.size() == book.shop->sections.size() + 1);
    section.name = "renamed";
    CHECK(withSection(steel, section).shop->sections.size() == steel.shop->sections.size());
    CHECK(withSection(steel, section).shop->section(section.id)->name == "renamed");
    CHECK(withoutSection(steel, section.id).shop->sections.size() == book.shop->sections.size());
    const std::string shipped = book.shop->sections.front().id;
    CHECK(withoutSection(book, shipped).shop->section(shipped) != nullptr);
    CHECK(jobWithSection(steel, section.id) == nullptr);
    Job job = *steel.jobs.front();
    REQUIRE_FALSE(job.move.channels.empty());
    job.move.channels.front().section = section.id;
    REQUIRE(jobWithSection(withJob(steel, job), section.id) != nullptr);
    CHECK(jobWithSection(withJob(steel, job), section.id)->id == job.id);
}

TEST_CASE("a sheet is stale when what it says has changed, and only then", "[edit]")
{
    Job made = *demo().jobs.front();
    made.sheetMade = "2026-11-20";
    const Book before = withJob(demo(), made);
    const SlabId laid = made.layup.pieces.front().slab;
    const auto sheetOf = [&](const Book& after) { return withoutStaleSheets(before, after).job(made.id)->sheetMade; };
    const auto withChange = [&](const std::function<void(Job&)>& change) {
        Job next = made;
        change(next);
        return withJob(before, next);
    };
    CHECK(sheetOf(before) == "2026-11-20");
    CHECK(sheetOf(withChange([](Job& j) { j.layup.length_mm -= 1.0; })).empty());
    CHECK(sheetOf(withChange([](Job& j) { j.move.fixedLine_mm += 1.0; })).empty());
    // What was done, and what it costs, does not stand on it.
    CHECK(sheetOf(withChange([](Job& j) { j.days.promised = "2027-01-05"; })) == "2026-11-20");
    CHECK(sheetOf(withChange([](Job& j) { j.money.customer = "somebody"; })) == "2026-11-20");
    CHECK(sheetOf(withChange([](Job& j) { j.fill.price_per_L = 31.0; })) == "2026-11-20");
    CHECK(sheetOf(withChange([](Job& j) { j.base.barPrice = 20.0; })) == "2026-11-20");
    const auto withLaid = [&](const std::function<void(Slab&)>& change) {
        Slab next = *before.shop->slab(laid);
        change(next);
        return withSlab(before, next);
    };
    CHECK(sheetOf(withLaid([](Slab& s) { s.thickness_mm = 70.0; })).empty());
    CHECK(sheetOf(withLaid([](Slab& s) { s.price = 999.0; })) == "2026-11-20");
    CHECK(sheetOf(withoutSlab(before, laid)).empty());
    // A slab of another table is nothing to it.
    Slab other = *before.shop->slabs.back();
    REQUIRE_FALSE(std::any_of(made.layup.pieces.begin(), made.layup.pieces.end(),
                              [&](const Piece& p) { return p.slab == other.id; }));
    other.thickness_mm = 33.0;
    CHECK(sheetOf(withSlab(before, other)) == "2026-11-20");
}

TEST_CASE("a slab is in use wherever a job mentions it", "[edit]")
{
    Book book;
    Job job;
    job.id = {1};
    const auto inUse = [&](const std::function<void(Job&)>& mention) {
        Job next = job;
        mention(next);
        return slabInUse(withJob(book, next), {4});
    };
    CHECK_FALSE(inUse([](Job&) {}));
    CHECK(inUse([](Job& j) {
        j.layup.pieces.emplace_back();
        j.layup.pieces.back().slab = {4};
    }));
    CHECK(inUse([](Job& j) {
        j.kept.emplace_back();
        j.kept.back().layup.pieces.emplace_back();
        j.kept.back().layup.pieces.back().slab = {4};
    }));
    CHECK(inUse([](Job& j) {
        j.flatten.rests.emplace_back();
        j.flatten.rests.back().slab = {4};
    }));
    CHECK(inUse([](Job& j) {
        j.fill.overrules.emplace_back();
        j.fill.overrules.back().slab = {4};
    }));
    CHECK_FALSE(inUse([](Job& j) {
        j.layup.pieces.emplace_back();
        j.layup.pieces.back().slab = {5};
    }));
}

TEST_CASE("a feature that was taken away leaves its number behind", "[edit]")
{
    Slab slab;
    CHECK(freeFeatureId(slab) == 1);
    for (int i = 0; i < 3; ++i) {
        Feature f;
        f.id = freeFeatureId(slab);
        slab.features.push_back(f);
    }
    removeFeature(slab, 3);
    REQUIRE(slab.features.size() == 2);
    CHECK(freeFeatureId(slab) == 4);
    removeFeature(slab, 1);
    removeFeature(slab, 2);
    CHECK(slab.features.empty());
    CHECK(freeFeatureId(slab) == 4);
    removeFeature(slab, 17); // one that is not there
    CHECK(freeFeatureId(slab) == 4);
}
