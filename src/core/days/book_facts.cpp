#include "core/days/book_facts.h"

#include <algorithm>
#include <cmath>

#include "core/measure/clock.h"

namespace burl
{
namespace
{

constexpr size_t kDate = 10;      // letters of a day in a moment
constexpr double kNothing = 1e-9; // litres, hours

BookPour pourOf(std::vector<const DayEntry*> entries, const std::string& event)
{
    std::stable_sort(entries.begin(), entries.end(),
                     [](const DayEntry* a, const DayEntry* b) { return a->at < b->at; });
    BookPour out;
    out.event = event;
    double began_h = *hoursOf(entries.front()->at);
    for (const DayEntry* e : entries) {
        began_h = std::min(began_h, *hoursOf(e->at) - e->words.minutes / 60.0);
    }
    out.began = isoTime(began_h);
    out.note = entries.front()->words.text;
    for (const DayEntry* e : entries) {
        for (const DayReading& r : e->words.readings) {
            if (r.kind == ReadingKind::Litres) {
                out.poured_L += r.value;
            } else if (r.kind == ReadingKind::Leak) {
                out.leaked_L += r.value;
            } else if (r.kind == ReadingKind::Temperature) {
                out.warm.push_back({*hoursOf(e->at), r.value, e == entries.front()});
            }
        }
    }
    return out;
}

template <typename T> const T* ofEvent(const std::vector<T>& all, const std::string& event)
{
    const auto found = std::find_if(all.begin(), all.end(), [&](const T& one) { return one.event == event; });
    return found != all.end() ? &*found : nullptr;
}

/// In hours from the beginning that a record says.
std::vector<HeatReading> heatOf(const BookPour& pour, const std::string& began)
{
    std::vector<HeatReading> out;
    const auto start = hoursOf(began);
    for (const BookWarmth& w : pour.warm) {
        const bool first = w.atBeginning && began == pour.began;
        if (start && !first && w.at_h > *start) {
            out.push_back({w.at_h - *start, w.measured_C});
        }
    }
    return out;
}

/// The readings that others wrote: each of ours is left out once.
std::vector<HeatReading> less(std::vector<HeatReading> all, const std::vector<HeatReading>& ours)
{
    constexpr double kSame_h = 1e-6;
    for (const HeatReading& one : ours) {
        const auto mine = std::find_if(all.begin(), all.end(), [&](const HeatReading& h) {
            return std::abs(h.at_h - one.at_h) < kSame_h && h.measured_C == one.measured_C;
        });
        if (mine != all.end()) {
            all.erase(mine);
        }
    }
    return all;
}

void take(PourRecord& record, const BookPour& was)
{
    const auto without = [](double all, double ours) { return all - ours < kNothing ? 0.0 : all - ours; };
    record.poured_L = without(record.poured_L, was.poured_L);
    record.leaked_L = without(record.leaked_L, was.leaked_L);
    record.heat = less(std::move(record.heat), heatOf(was, record.began));
}

/// A record that the book began begins with its first entry; one that was begun elsewhere keeps its hour.
void put(PourRecord& record, const BookPour* was, const BookPour& is)
{
    if (was != nullptr && record.began == was->began) {
        record.note = record.note == was->note ? is.note : record.note;
        const auto from = hoursOf(record.began);
        const auto to = hoursOf(is.began);
        for (HeatReading& h : record.heat) {
            h.at_h += from && to ? *from - *to : 0.0;
        }
        record.began = is.began;
    }
    record.poured_L += is.poured_L;
    record.leaked_L += is.leaked_L;
    const auto heat = heatOf(is, record.began);
    record.heat.insert(record.heat.end(), heat.begin(), heat.end());
    std::stable_sort(record.heat.begin(), record.heat.end(),
                     [](const HeatReading& a, const HeatReading& b) { return a.at_h < b.at_h; });
}

} // namespace

BookFacts bookFacts(const std::vector<DayEntry>& entries, const std::vector<JobStep>& steps)
{
    BookFacts out;
    std::vector<std::string> events;
    std::vector<std::vector<const DayEntry*>> ofPour;
    for (const DayEntry& e : entries) {
        if (e.struck || !hoursOf(e.at)) {
            continue;
        }
        const std::string day = e.at.substr(0, kDate);
        const JobStep* step = stepCalled(steps, e.words.step);
        for (const DayReading& r : e.words.readings) {
            if (r.kind == ReadingKind::Moisture && r.slab.value != 0) {
                out.moisture.push_back({r.slab, day, r.value});
            } else if (r.kind == ReadingKind::Thickness && r.slab.value != 0 && step != nullptr && step->milling > 0) {
                const auto same = std::find_if(out.rests.begin(), out.rests.end(),
                                               [&](const Rest& x) { return x.slab == r.slab && x.cut == day; });
                Rest rest;
                rest.slab = r.slab;
                rest.cut = day;
                rest.thickness_mm = r.value;
                if (same == out.rests.end()) {
                    out.rests.push_back(rest);
                }
            }
        }
        if (step != nullptr && !step->pour.empty()) {
            const auto at = std::find(events.begin(), events.end(), step->pour) - events.begin();
            if (at == static_cast<std::ptrdiff_t>(events.size())) {
                events.push_back(step->pour);
                ofPour.emplace_back();
            }
            ofPour[static_cast<size_t>(at)].push_back(&e);
        }
        if (e.words.step == "deliver" && e.words.ends) {
            out.delivered = day;
        }
    }
    for (size_t i = 0; i < events.size(); ++i) {
        out.pours.push_back(pourOf(ofPour[i], events[i]));
    }
    return out;
}

std::vector<PourRecord> poursAfter(std::vector<PourRecord> now, const std::vector<BookPour>& before,
                                   const std::vector<BookPour>& after)
{
    for (const BookPour& said : after) {
        if (ofEvent(now, said.event) == nullptr) {
            PourRecord fresh;
            fresh.event = said.event;
            fresh.began = said.began;
            fresh.note = said.note;
            now.push_back(std::move(fresh));
        }
    }
    for (PourRecord& record : now) {
        const BookPour* was = ofEvent(before, record.event);
        const BookPour* is = ofEvent(after, record.event);
        if (was != nullptr) {
            take(record, *was);
        }
        if (is != nullptr) {
            put(record, was, *is);
        }
    }
    std::erase_if(now, [&](const PourRecord& record) { // begun by the book, and nothing more is known of it
        const BookPour* was = ofEvent(before, record.event);
        return was != nullptr && ofEvent(after, record.event) == nullptr && record.began == was->began &&
               record.pots.empty() && record.heat.empty() && record.poured_L == 0.0 && record.leaked_L == 0.0;
    });
    return now;
}

std::vector<Rest> restsAfter(std::vector<Rest> now, const std::vector<Rest>& before, const std::vector<Rest>& after)
{
    const auto alike = [](const Rest& a, const Rest& b) {
        return a.slab == b.slab && a.cut == b.cut && a.thickness_mm == b.thickness_mm;
    };
    const auto in = [&](const std::vector<Rest>& all, const Rest& one) {
        return std::any_of(all.begin(), all.end(), [&](const Rest& x) { return alike(x, one); });
    };
    std::erase_if(now, [&](const Rest& r) { return in(before, r) && !in(after, r) && r.measured.empty(); });
    for (const Rest& r : after) {
        const bool there =
            std::any_of(now.begin(), now.end(), [&](const Rest& x) { return x.slab == r.slab && x.cut == r.cut; });
        if (!there) {
            now.push_back(r);
        }
    }
    return now;
}

} // namespace burl
