#include "core/shop/edit.h"

#include <algorithm>

namespace burl
{
namespace
{

Book withShop(const Book& book, Shop shop)
{
    Book out = book;
    out.shop = std::make_shared<const Shop>(std::move(shop));
    return out;
}

/// Replaces the shared item with the same id, or adds it.
template <typename T> void put(std::vector<std::shared_ptr<const T>>& list, T item)
{
    auto shared = std::make_shared<const T>(std::move(item));
    for (auto& old : list) {
        if (old->id == shared->id) {
            old = std::move(shared);
            return;
        }
    }
    list.push_back(std::move(shared));
}

} // namespace

Book withSlab(const Book& book, Slab slab)
{
    Shop shop = *book.shop;
    const int id = slab.id.value;
    put(shop.slabs, std::move(slab));
    Book out = withShop(book, std::move(shop));
    out.last.slab = std::max(out.last.slab, id);
    return out;
}

Book withoutSlab(const Book& book, SlabId id)
{
    Shop shop = *book.shop;
    std::erase_if(shop.slabs, [id](const auto& s) { return s->id == id; });
    return withShop(book, std::move(shop));
}

Book withLog(const Book& book, Log log)
{
    Shop shop = *book.shop;
    const int id = log.id.value;
    const auto at = std::find_if(shop.logs.begin(), shop.logs.end(), [&](const Log& l) { return l.id == log.id; });
    if (at != shop.logs.end()) {
        *at = std::move(log);
    } else {
        shop.logs.push_back(std::move(log));
    }
    Book out = withShop(book, std::move(shop));
    out.last.log = std::max(out.last.log, id);
    return out;
}

Book withHabits(const Book& book, Habits habits)
{
    Shop shop = *book.shop;
    shop.habits = habits;
    return withShop(book, std::move(shop));
}

namespace
{

/// Puts an item in the place of the one with its id, or at the end.
template <typename T> Book withItem(const Book& book, std::vector<T> Shop::*list, T item)
{
    Shop shop = *book.shop;
    std::vector<T>& all = shop.*list;
    const auto at = std::find_if(all.begin(), all.end(), [&](const T& t) { return t.id == item.id; });
    if (at != all.end()) {
        *at = std::move(item);
    } else {
        all.push_back(std::move(item));
    }
    return withShop(book, std::move(shop));
}

template <typename There> std::string freeId(const There& there)
{
    for (int n = 1;; ++n) {
        std::string id = "own_" + std::to_string(n);
        if (there(id) == nullptr) {
            return id;
        }
    }
}

} // namespace

Book withResin(const Book& book, ResinClass resin)
{
    return withItem(book, &Shop::resins, std::move(resin));
}

Book withClimate(const Book& book, Climate climate)
{
    return withItem(book, &Shop::climates, std::move(climate));
}

Book withSection(const Book& book, SectionStock section)
{
    return withItem(book, &Shop::sections, std::move(section));
}

Book withoutSection(const Book& book, const std::string& id)
{
    Shop shop = *book.shop;
    std::erase_if(shop.sections, [&](const SectionStock& s) { return s.isOwn() && s.id == id; });
    return withShop(book, std::move(shop));
}

Book withoutResin(const Book& book, const std::string& id)
{
    Shop shop = *book.shop;
    std::erase_if(shop.resins, [&](const ResinClass& r) { return r.isOwn() && r.id == id; });
    return withShop(book, std::move(shop));
}

Book withJob(const Book& book, Job job)
{
    Book out = book;
    out.last.job = std::max(out.last.job, job.id.value);
    put(out.jobs, std::move(job));
    return out;
}

Book withoutJob(const Book& book, JobId id)
{
    Book out = book;
    std::erase_if(out.jobs, [id](const auto& j) { return j->id == id; });
    return out;
}

Book withoutStaleSheets(const Book& before, Book after)
{
    for (auto& job : after.jobs) {
        const Job* was = before.job(job->id);
        if (job->sheetMade.empty() || was == nullptr) {
            continue;
        }
        bool sameJob = was == job.get(); // as for all jobs but the one that is edited
        if (!sameJob) {
            Job alike = *was;
            alike.sheetMade = job->sheetMade;
            alike.days = job->days; // what was done and what it costs do not stand on it
            alike.money = job->money;
            alike.fill.price_per_L = job->fill.price_per_L;
            alike.base.barPrice = job->base.barPrice;
            sameJob = alike == *job;
        }
        const bool slabsStand =
            std::all_of(job->layup.pieces.begin(), job->layup.pieces.end(), [&](const Piece& piece) {
                const Slab* then = before.shop->slab(piece.slab);
                const Slab* now = after.shop->slab(piece.slab);
                if (then == now || then == nullptr || now == nullptr) {
                    return then == now;
                }
                Slab alike = *then;
                alike.price = now->price;
                alike.pricedPer = now->pricedPer;
                return alike == *now;
            });
        if (!sameJob || !slabsStand) {
            Job next = *job;
            next.sheetMade.clear();
            job = std::make_shared<const Job>(std::move(next));
        }
    }
    return after;
}

SlabId freeSlabId(const Book& book)
{
    int most = book.last.slab;
    for (const auto& s : book.shop->slabs) {
        most = std::max(most, s->id.value);
    }
    return {most + 1};
}

LogId freeLogId(const Book& book)
{
    int most = book.last.log;
    for (const Log& l : book.shop->logs) {
        most = std::max(most, l.id.value);
    }
    return {most + 1};
}

std::string freeResinId(const Book& book)
{
    return freeId([&](const std::string& id) { return book.shop->resin(id); });
}

std::string freeClimateId(const Book& book)
{
    return freeId([&](const std::string& id) { return book.shop->climate(id); });
}

std::string freeSectionId(const Book& book)
{
    return freeId([&](const std::string& id) { return book.shop->section(id); });
}

JobId freeJobId(const Book& book)
{
    int most = book.last.job;
    for (const auto& j : book.jobs) {
        most = std::max(most, j->id.value);
    }
    return {most + 1};
}

int freeFeatureId(const Slab& slab)
{
    int most = slab.lastFeature;
    for (const Feature& f : slab.features) {
        most = std::max(most, f.id);
    }
    return most + 1;
}

void removeFeature(Slab& slab, int id)
{
    slab.lastFeature = freeFeatureId(slab) - 1;
    std::erase_if(slab.features, [id](const Feature& f) { return f.id == id; });
}

const Job* jobWithSection(const Book& book, const std::string& id)
{
    const auto of = [&](const auto& list) {
        return std::any_of(list.begin(), list.end(), [&](const auto& x) { return x.section == id; });
    };
    for (const auto& job : book.jobs) {
        if (of(job->move.channels) || of(job->move.plates)) {
            return job.get();
        }
    }
    return nullptr;
}

bool slabInUse(const Book& book, SlabId id)
{
    const auto laid = [id](const LayupChoices& layup) {
        return std::any_of(layup.pieces.begin(), layup.pieces.end(), [id](const Piece& p) { return p.slab == id; });
    };
    const auto of = [id](const auto& list) {
        return std::any_of(list.begin(), list.end(), [id](const auto& x) { return x.slab == id; });
    };
    return std::any_of(book.jobs.begin(), book.jobs.end(), [&](const auto& job) {
        return laid(job->layup) || of(job->flatten.rests) || of(job->flatten.bearings) || of(job->fill.overrules) ||
               std::any_of(job->kept.begin(), job->kept.end(), [&](const KeptLayup& k) { return laid(k.layup); });
    });
}

} // namespace burl
