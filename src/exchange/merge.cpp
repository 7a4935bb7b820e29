#include "exchange/merge.h"

#include <algorithm>
#include <map>

#include "core/shop/edit.h"

namespace burl
{
namespace
{

/// The id under which a material is in the list: its own when equal or new, else a free one.
template <typename T> std::string materialId(std::vector<T>& list, T item)
{
    const auto same = [&item](const T& x) { return x.id == item.id; };
    const auto at = std::find_if(list.begin(), list.end(), same);
    if (at != list.end() && *at == item) {
        return item.id;
    }
    const std::string base = item.id;
    for (int n = 2; std::any_of(list.begin(), list.end(), same); ++n) {
        item.id = base + "_" + std::to_string(n);
    }
    list.push_back(item);
    return item.id;
}

} // namespace

Merged mergedInto(const Book& book, const JobFile& file)
{
    Shop shop = *book.shop;
    std::map<std::string, std::string> species;
    for (const Species& s : file.shop.species) {
        species[s.id] = materialId(shop.species, s);
    }
    Job job = file.job;
    job.base.wood = species.count(job.base.wood) != 0 ? species[job.base.wood] : job.base.wood;
    if (const Climate* climate = file.shop.climate(job.move.climate)) {
        job.move.climate = materialId(shop.climates, *climate);
    }
    std::map<std::string, std::string> sections;
    for (const std::string& id : sectionsOf(job.move)) {
        if (const SectionStock* section = file.shop.section(id)) {
            sections[id] = materialId(shop.sections, *section);
        }
    }
    for (std::string* id : sectionIdsOf(job.move)) {
        *id = sections.count(*id) != 0 ? sections[*id] : *id;
    }
    std::map<std::string, std::string> resins;
    for (const ResinClass& r : file.shop.resins) {
        if (r.isOwn()) {
            resins[r.id] = materialId(shop.resins, r);
        }
    }
    for (ResinOverrule& overrule : job.fill.overrules) {
        overrule.resin = resins.count(overrule.resin) != 0 ? resins[overrule.resin] : overrule.resin;
    }
    Merged out;
    out.book = book;
    out.book.shop = std::make_shared<const Shop>(std::move(shop));
    std::map<LogId, LogId> logs;
    for (Log log : file.shop.logs) {
        const LogId old = log.id;
        log.species = species.count(log.species) != 0 ? species[log.species] : log.species;
        const Log* there = out.book.shop->log(log.id);
        if (there == nullptr || !(*there == log)) {
            log.id = there == nullptr && log.id.value > out.book.last.log ? log.id : freeLogId(out.book);
            out.book = withLog(out.book, log);
        }
        logs[old] = log.id;
    }
    std::map<SlabId, SlabId> slabs;
    for (const auto& shared : file.shop.slabs) {
        Slab slab = *shared;
        slab.species = species.count(slab.species) != 0 ? species[slab.species] : slab.species;
        slab.log = logs.count(slab.log) != 0 ? logs[slab.log] : slab.log;
        const Slab* there = out.book.shop->slab(slab.id);
        if (there == nullptr || !(*there == slab)) {
            slab.id = there == nullptr && slab.id.value > out.book.last.slab ? slab.id : freeSlabId(out.book);
            out.book = withSlab(out.book, slab);
        }
        slabs[shared->id] = slab.id;
    }
    for (Piece& piece : job.layup.pieces) {
        piece.slab = slabs[piece.slab];
    }
    // What is told of slabs that did not come along is left out: its numbers mean other slabs here.
    // Slab 0 is the river between them.
    slabs[SlabId{}] = SlabId{};
    const auto follow = [&slabs](auto& told) {
        std::erase_if(told, [&](const auto& t) { return slabs.count(t.slab) == 0; });
        for (auto& t : told) {
            t.slab = slabs[t.slab];
        }
    };
    follow(job.fill.overrules);
    follow(job.fill.layers);
    follow(job.flatten.rests);
    follow(job.flatten.bearings);
    for (DayEntry& entry : job.days.book) {
        const auto lead = [&](DayWords& words) {
            for (DayReading& reading : words.readings) { // what was read stays; of which slab is no longer known
                reading.slab = slabs.count(reading.slab) != 0 ? slabs[reading.slab] : SlabId{};
            }
        };
        lead(entry.words);
        for (DayCorrection& c : entry.history) {
            lead(c.was);
        }
    }
    for (KeptLayup& kept : job.kept) {
        for (Piece& piece : kept.layup.pieces) {
            piece.slab = slabs.count(piece.slab) != 0 ? slabs[piece.slab] : SlabId{};
        }
    }
    job.id = freeJobId(out.book);
    out.job = job.id;
    out.book = withJob(out.book, std::move(job));
    return out;
}

} // namespace burl
