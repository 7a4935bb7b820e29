// Entries of the day book, and what they read where it belongs.

#include <algorithm>
#include <functional>

#include "core/days/book_facts.h"
#include "core/days/day_entry.h"
#include "core/measure/clock.h"
#include "core/shop/metered.h"

namespace burl
{
namespace
{

const std::string kResinStock = "resin:"; // with the id of one: litres of a resin of the shop's own

/// The mean of the latest day is what the plan goes by, where it was so.
void setToday(Slab& slab, bool explained)
{
    if (const auto latest = latestMc_pct(slab.moisture); latest && explained) {
        slab.mc_pct = latest;
    }
}

/// Changes entries of a book, and carries what they say to slabs, rests and pours.
class Carrier
{
public:
    Carrier(Book book, JobId id, const std::vector<JobStep>& steps) : book_(std::move(book)), id_(id), steps_(steps) {}

    /// Whatever the entries say after `change` and did not say before goes where it belongs, and the other way round.
    void entries(const std::function<void(DaysChoices&)>& change)
    {
        const Job* now = book_.job(id_);
        if (now == nullptr) {
            return;
        }
        const BookFacts before = bookFacts(now->days.book, steps_);
        job([&](Job& j) { change(j.days); });
        const BookFacts after = bookFacts(book_.job(id_)->days.book, steps_);
        job([&](Job& j) {
            j.fill.log = poursAfter(std::move(j.fill.log), before.pours, after.pours);
            j.flatten.rests = restsAfter(std::move(j.flatten.rests), before.rests, after.rests);
            if (before.delivered != after.delivered &&
                (j.days.delivered == before.delivered || !after.delivered.empty())) {
                j.days.delivered = after.delivered;
            }
        });
        moisture(before.moisture, after.moisture);
    }

    /// Takes what the entry says it used from the stock, and notes how much there was to take.
    void draw(DayEntry& entry)
    {
        const JobStep* step = stepCalled(steps_, entry.words.step);
        double litres = 0.0;
        entry.drawn.reset();
        for (const DayReading& r : entry.words.readings) {
            if (r.kind == ReadingKind::Discs) {
                note(entry.drawn, "discs", drawStock("discs", r.value));
            }
            litres += r.kind == ReadingKind::Litres ? r.value : 0.0;
        }
        if (step != nullptr && !step->pour.empty() && litres > 0.0) {
            note(entry.drawn, kResinStock + step->resin, drawResin(step->resin, litres));
        }
    }
    void putBack(const DayEntry& entry) { putBack(entry, stepCalled(steps_, entry.words.step)); }

    /// What was said of slabs that no reading was taken of: it counts again when the entry is gone.
    [[nodiscard]] std::vector<MoistureBefore> moistureBefore(const DayWords& words) const
    {
        std::vector<MoistureBefore> out;
        for (const DayReading& r : words.readings) {
            const Slab* s = r.kind == ReadingKind::Moisture ? book_.shop->slab(r.slab) : nullptr;
            if (s != nullptr && s->moisture.empty() && s->mc_pct) {
                out.push_back({r.slab, *s->mc_pct});
            }
        }
        return out;
    }

    void job(const std::function<void(Job&)>& change)
    {
        if (const Job* now = book_.job(id_)) {
            Job next = *now;
            change(next);
            book_ = withJob(book_, std::move(next));
        }
    }

    Book book_;

private:
    void moisture(std::vector<BookMoisture> before, std::vector<BookMoisture> after)
    {
        for (auto it = before.begin(); it != before.end();) { // said before and after
            const auto same = std::find(after.begin(), after.end(), *it);
            if (same != after.end()) {
                after.erase(same);
                it = before.erase(it);
            } else {
                ++it;
            }
        }
        for (const BookMoisture& gone : before) {
            slab(gone.slab, [&](Slab& s) { takeBack(s, gone); });
        }
        for (const BookMoisture& come : after) {
            slab(come.slab, [&](Slab& s) {
                s.moisture.push_back({come.day, 0.0, come.mc_pct});
                setToday(s, true);
            });
        }
    }
    void takeBack(Slab& s, const BookMoisture& gone) const
    {
        const auto mine = std::find_if(s.moisture.begin(), s.moisture.end(), [&](const MoistureReading& m) {
            return m.date == gone.day && m.depth_mm == 0.0 && m.mc_pct == gone.mc_pct;
        });
        if (mine == s.moisture.end()) {
            return;
        }
        const bool explained = s.mc_pct == latestMc_pct(s.moisture); // not typed since
        s.moisture.erase(mine);
        setToday(s, explained);
        if (!s.moisture.empty() || !explained) {
            return;
        }
        s.mc_pct.reset();
        for (const DayEntry& e : book_.job(id_)->days.book) {
            for (const MoistureBefore& b : e.before) {
                s.mc_pct = b.slab == s.id && !s.mc_pct ? std::optional(b.mc_pct) : s.mc_pct;
            }
        }
    }

    static void note(std::optional<std::vector<StockDrawn>>& drawn, std::string of, double amount)
    {
        drawn = drawn.value_or(std::vector<StockDrawn>{});
        if (amount > 0.0) {
            drawn->push_back({std::move(of), amount});
        }
    }

    /// What the entry took; one that was written before this was kept, what it says it used.
    void putBack(const DayEntry& entry, const JobStep* step)
    {
        for (const StockDrawn& d : entry.drawn.value_or(std::vector<StockDrawn>{})) {
            if (d.of.starts_with(kResinStock)) {
                drawResin(d.of.substr(kResinStock.size()), -d.amount);
            } else {
                drawStock(d.of, -d.amount);
            }
        }
        if (entry.drawn) {
            return;
        }
        for (const DayReading& r : entry.words.readings) {
            if (r.kind == ReadingKind::Discs) {
                drawStock("discs", -r.value);
            } else if (r.kind == ReadingKind::Litres && step != nullptr && !step->pour.empty()) {
                drawResin(step->resin, -r.value);
            }
        }
    }

    /// Of what is counted; what nobody counts stays uncounted. Never less than nothing: returns what it really took.
    double drawStock(const std::string& kind, double amount)
    {
        Habits habits = book_.shop->habits;
        for (StockItem& item : habits.stock) {
            if (item.kind == kind) {
                const double had = item.amount;
                item.amount = std::max(0.0, item.amount - amount);
                const double took = had - item.amount;
                book_ = withHabits(book_, habits);
                return took;
            }
        }
        return 0.0;
    }
    double drawResin(const std::string& id, double litres)
    {
        const ResinClass* resin = book_.shop->resin(id);
        if (resin == nullptr || !resin->isOwn() || !resin->inStock_L) {
            return 0.0;
        }
        ResinClass less = *resin;
        less.inStock_L = std::max(0.0, *less.inStock_L - litres);
        const double took = *resin->inStock_L - *less.inStock_L;
        book_ = withResin(book_, less);
        return took;
    }

    void slab(SlabId id, const std::function<void(Slab&)>& change)
    {
        if (const Slab* now = book_.shop->slab(id)) {
            Slab next = *now;
            change(next);
            book_ = withSlab(book_, std::move(next));
        }
    }

    JobId id_;
    const std::vector<JobStep>& steps_;
};

const DayEntry* entryCalled(const Book& book, JobId id, int entry)
{
    const Job* job = book.job(id);
    if (job == nullptr) {
        return nullptr;
    }
    const auto found =
        std::find_if(job->days.book.begin(), job->days.book.end(), [&](const DayEntry& e) { return e.id == entry; });
    return found != job->days.book.end() ? &*found : nullptr;
}
void replace(DaysChoices& days, const DayEntry& by)
{
    for (DayEntry& e : days.book) {
        e = e.id == by.id ? by : e;
    }
}

std::vector<PlannedWork> plannedOf(const std::vector<JobStep>& steps, const std::string& key)
{
    const JobStep* step = stepCalled(steps, key);
    return step != nullptr ? step->planned : std::vector<PlannedWork>{};
}

} // namespace

Book withDayEntry(const Book& book, JobId job, const DayLine& line, double at_h, const std::vector<JobStep>& steps,
                  std::vector<std::string> pictures)
{
    Carrier carrier(book, job, steps);
    if (book.job(job) == nullptr) {
        return book;
    }
    DayEntry entry;
    entry.at = isoTime(at_h);
    entry.words = line.words;
    entry.agreed = line.agreed;
    entry.planned = plannedOf(steps, line.words.step);
    entry.before = carrier.moistureBefore(line.words);
    entry.pictures = std::move(pictures);
    carrier.draw(entry);
    carrier.entries([&](DaysChoices& days) {
        entry.id = ++days.lastEntry;
        days.book.push_back(entry);
    });
    return carrier.book_;
}

Book withCorrectedEntry(const Book& book, JobId job, int id, const DayLine& line, double now_h,
                        const std::vector<JobStep>& steps, const std::vector<std::string>& pictures,
                        std::optional<double> at_h)
{
    const DayEntry* old = entryCalled(book, job, id);
    if (old == nullptr) {
        return book;
    }
    DayEntry next = *old;
    next.pictures.insert(next.pictures.end(), pictures.begin(), pictures.end());
    const bool moved = at_h && isoTime(*at_h) != old->at;
    Carrier carrier(book, job, steps);
    if (!(old->words == line.words) || old->struck || moved) {
        if (!old->struck) { // of what was struck out nothing was left in the stock's account
            carrier.putBack(*old);
        }
        next.history.push_back({isoTime(now_h), old->words});
        next.planned = old->words.step == line.words.step ? old->planned : plannedOf(steps, line.words.step);
        next.words = line.words;
        next.agreed = line.agreed;
        next.struck = false;
        next.at = moved ? isoTime(*at_h) : old->at;
        for (const MoistureBefore& b : carrier.moistureBefore(line.words)) {
            next.before.push_back(b);
        }
        carrier.draw(next);
    } else if (pictures.empty()) {
        return book;
    }
    carrier.entries([&](DaysChoices& days) { replace(days, next); });
    return carrier.book_;
}

Book withStruckEntry(const Book& book, JobId job, int id, double now_h, const std::vector<JobStep>& steps)
{
    const DayEntry* old = entryCalled(book, job, id);
    if (old == nullptr || old->struck) {
        return book;
    }
    DayEntry next = *old;
    next.history.push_back({isoTime(now_h), old->words});
    next.struck = true;
    Carrier carrier(book, job, steps);
    carrier.putBack(*old);
    carrier.entries([&](DaysChoices& days) { replace(days, next); });
    return carrier.book_;
}

} // namespace burl
