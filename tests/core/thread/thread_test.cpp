// The thread through a job: what comes next, in the order of the work, whatever order it was done in.

#include <catch2/catch.hpp>

#include <algorithm>

#include "core/plan/plan.h"
#include "core/shop/edit.h"
#include "core/thread/thread.h"
#include "demo/demo_shop.h"
#include "exchange/materials.h"

using namespace burl;

namespace
{

std::string nextKey(const Shop& shop, const Job* job)
{
    std::optional<Plan> plan;
    if (job != nullptr) {
        plan = makePlan(*job, shop);
    }
    const auto steps = threadOf(shop, job, plan ? &*plan : nullptr);
    const Step* next = nextOf(steps);
    return next != nullptr ? next->key : "";
}

/// Which steps of a demo job are done.
std::vector<std::string> doneOf(const Book& book, size_t job)
{
    const Plan plan = makePlan(*book.jobs[job], *book.shop);
    std::vector<std::string> out;
    for (const Step& step : threadOf(*book.shop, book.jobs[job].get(), &plan)) {
        if (step.state == StepState::Done) {
            out.push_back(step.key);
        }
    }
    return out;
}

bool has(const std::vector<std::string>& all, const char* key)
{
    return std::find(all.begin(), all.end(), key) != all.end();
}

} // namespace

TEST_CASE("an empty book begins with a slab, whether or not a job is there", "[thread]")
{
    const Shop shop = standardShop();
    CHECK(nextKey(shop, nullptr) == "slabs");
    Job job;
    job.id = {1};
    CHECK(nextKey(shop, &job) == "slabs"); // a joined pair wants two
    const auto steps = threadOf(shop, nullptr, nullptr);
    CHECK(std::count_if(steps.begin(), steps.end(), [](const Step& s) { return s.state == StepState::Next; }) == 1);
    CHECK(std::none_of(steps.begin(), steps.end(), [](const Step& s) { return s.state == StepState::Done; }));
}

TEST_CASE("each reading taken away is the next step again", "[thread]")
{
    const Book book = demoBook();
    const Job& job = *book.jobs[0];
    CHECK(nextKey(*book.shop, &job) == "sheet");
    const SlabId id = job.layup.pieces[0].slab;
    const auto without = [&](const std::function<void(Slab&)>& take) {
        Slab slab = *book.shop->slab(id);
        take(slab);
        const Book changed = withSlab(book, std::move(slab));
        return nextKey(*changed.shop, changed.jobs[0].get());
    };
    CHECK(without([](Slab& s) {
              s.top.readings.clear();
              s.topDrawn.reset();
          }) == "tape");
    CHECK(without([](Slab& s) { s.mc_pct.reset(); }) == "card");
    CHECK(without([](Slab& s) { s.species.clear(); }) == "card");
    CHECK(without([](Slab& s) { s.topHeights.reset(); }) == "faces");
    Job bare = job;
    bare.layup.pieces.clear();
    CHECK(nextKey(*book.shop, &bare) == "layup");
    bare = job;
    bare.move.fasteners.clear();
    CHECK(nextKey(*book.shop, &bare) == "fasteners");
    bare = job;
    bare.sheetMade = "2026-11-20";
    CHECK(nextKey(*book.shop, &bare) == "work"); // then the work itself
    bare.days.promised.clear();
    CHECK(nextKey(*book.shop, &bare) == "promise");
    bare.days.promised = "2026-12-21";
    bare.days.delivered = "2026-12-18";
    CHECK(nextKey(*book.shop, &bare).empty());
}

TEST_CASE("work in another order is as good", "[thread]")
{
    const Book book = demoBook();
    Job job = *book.jobs[0];
    Slab slab = *book.shop->slab(job.layup.pieces[0].slab);
    slab.topHeights.reset(); // fasteners are placed before the faces are read
    Book changed = withSlab(book, std::move(slab));
    const auto done = doneOf(changed, 0);
    CHECK(has(done, "fasteners"));
    CHECK_FALSE(has(done, "faces"));
    CHECK_FALSE(has(done, "cuts"));
}

TEST_CASE("a sheet is stale when its job or one of its slabs changes, and not when another does", "[thread]")
{
    Book book = demoBook();
    Job job = *book.jobs[0];
    job.sheetMade = "2026-11-20";
    book = withJob(book, job);
    const auto made = [](const Book& b) { return b.jobs[0]->sheetMade; };

    Job longer = job;
    longer.layup.length_mm += 10.0;
    CHECK(made(withoutStaleSheets(book, withJob(book, longer))).empty());

    Slab mine = *book.shop->slab(job.layup.pieces[1].slab);
    mine.mc_pct = 11.0;
    CHECK(made(withoutStaleSheets(book, withSlab(book, mine))).empty());

    const auto other = std::find_if(book.shop->slabs.begin(), book.shop->slabs.end(), [&](const auto& s) {
        return std::none_of(job.layup.pieces.begin(), job.layup.pieces.end(),
                            [&](const Piece& p) { return p.slab == s->id; });
    });
    REQUIRE(other != book.shop->slabs.end());
    Slab foreign = **other;
    foreign.mc_pct = 11.0;
    CHECK(made(withoutStaleSheets(book, withSlab(book, foreign))) == "2026-11-20");
    CHECK(made(withoutStaleSheets(book, withJob(book, *book.jobs[1]))) == "2026-11-20");
}

TEST_CASE("a bench is not begun, under way, done or stopped", "[thread]")
{
    const Book book = demoBook();
    const Job& job = *book.jobs[0];
    const Plan plan = makePlan(job, *book.shop);
    const auto steps = threadOf(*book.shop, &job, &plan);
    for (const char* bench : {"yard", "layup", "flat", "move"}) {
        CAPTURE(bench);
        CHECK(benchState(bench, steps, {}) == BenchState::Done);
    }
    Finding toDo;
    toDo.severity = Severity::ToDo;
    CHECK(benchState("flat", steps, {toDo}) == BenchState::UnderWay);
    Finding stop;
    stop.severity = Severity::Stop;
    CHECK(benchState("layup", steps, {stop, toDo}) == BenchState::Stopped);

    const auto empty = threadOf(standardShop(), nullptr, nullptr);
    for (const char* bench : {"yard", "layup", "flat", "fill", "move"}) {
        CAPTURE(bench);
        CHECK(benchState(bench, empty, {}) == BenchState::NotBegun);
    }
}

TEST_CASE("prices do not make a sheet stale: it does not show them", "[thread]")
{
    Book book = demoBook();
    Job job = *book.jobs[0];
    job.sheetMade = "2026-11-20";
    book = withJob(book, job);
    Slab slab = *book.shop->slab(job.layup.pieces[0].slab);
    slab.price = slab.price.value_or(0.0) + 50.0;
    slab.pricedPer = WoodPer::CubicMetre;
    CHECK_FALSE(withoutStaleSheets(book, withSlab(book, slab)).jobs[0]->sheetMade.empty());
    slab.thickness_mm = slab.thickness_mm.value_or(50.0) + 1.0;
    CHECK(withoutStaleSheets(book, withSlab(book, slab)).jobs[0]->sheetMade.empty());
    Job dearer = job;
    dearer.fill.price_per_L = 33.0;
    dearer.base.barPrice = 44.0;
    CHECK_FALSE(withoutStaleSheets(book, withJob(book, dearer)).jobs[0]->sheetMade.empty());
}

TEST_CASE("what is begun is finished before the next slab is written down", "[thread]")
{
    Book book = demoBook();
    Shop shop = *book.shop;
    Slab begun = *shop.slabs.front();
    begun.mc_pct.reset();
    shop.slabs = {std::make_shared<const Slab>(begun)};
    Job job = *book.jobs[0];
    job.layup.pieces.clear();
    job.layup.kind = TopKind::Panel; // wants three
    CHECK(nextKey(shop, &job) == "card");
    begun.mc_pct = 9.0;
    shop.slabs = {std::make_shared<const Slab>(begun)};
    CHECK(nextKey(shop, &job) == "slabs");
}

TEST_CASE("a stop of the layup leads to what mends it; a base that lacks something says what", "[thread]")
{
    const Book book = demoBook();
    Job job = *book.jobs[0];
    job.layup.length_mm = 9000.0;
    const Plan plan = makePlan(job, *book.shop);
    const std::vector<Step> steps = threadOf(*book.shop, &job, &plan);
    const auto layup = std::find_if(steps.begin(), steps.end(), [](const Step& s) { return s.key == "layup"; });
    CHECK(layup->text == "Put the layup right");
    CHECK(layup->where == Where{"layup", "right"});
    Job bought = *book.jobs[0];
    bought.base = {};
    bought.base.kind = BaseKind::Bought;
    const Plan without = makePlan(bought, *book.shop);
    const std::vector<Step> way = threadOf(*book.shop, &bought, &without);
    const auto base = std::find_if(way.begin(), way.end(), [](const Step& s) { return s.key == "base"; });
    CHECK(base->text == "Say of the base: their height");
    CHECK(base->state != StepState::Done);
}
