// Entries of the day book, and what they read where it belongs.

#include <algorithm>

#include "core/days/day_line.h"
#include "core/measure/clock.h"
#include "core/shop/metered.h"

namespace burl
{
namespace
{

const JobStep* stepCalled(const std::vector<JobStep>& steps, const std::string& key)
{
    for (const JobStep& step : steps) {
        if (step.key == key) {
            return &step;
        }
    }
    return nullptr;
}

const std::string kResinStock = "resin:"; // with the id of one: litres of a resin of the shop's own
constexpr size_t kDate = 10;              // letters of a day in a moment

/// The mean of the latest day is what the plan goes by.
void setToday(Slab& slab)
{
    if (const auto latest = latestMc_pct(slab.moisture)) {
        slab.mc_pct = latest;
    }
}

/// Carries readings to slabs, rests and pours; or takes them back.
class Carrier
{
public:
    Carrier(Book book, JobId id, const std::vector<JobStep>& steps) : book_(std::move(book)), id_(id), steps_(steps) {}

    /// What it took from the stock; empty when it used nothing that a stock could hold.
    std::optional<std::vector<StockDrawn>> carry(const DayWords& words, const std::string& at)
    {
        const std::string day = at.substr(0, kDate);
        const JobStep* step = stepCalled(steps_, words.step);
        double litres = 0.0;
        double leak = 0.0;
        std::optional<double> warm;
        std::optional<std::vector<StockDrawn>> drawn;
        for (const DayReading& r : words.readings) {
            if (r.kind == ReadingKind::Moisture) {
                slab(r.slab, [&](Slab& s) {
                    s.moisture.push_back({day, 0.0, r.value});
                    setToday(s);
                });
            } else if (r.kind == ReadingKind::Thickness && step != nullptr && step->milling > 0) {
                job([&](Job& j) {
                    Rest rest;
                    rest.slab = r.slab;
                    rest.cut = day;
                    rest.thickness_mm = r.value;
                    if (r.slab.value != 0 &&
                        !std::any_of(j.flatten.rests.begin(), j.flatten.rests.end(),
                                     [&](const Rest& x) { return x.slab == r.slab && x.cut == day; })) {
                        j.flatten.rests.push_back(rest);
                    }
                });
            }
            if (r.kind == ReadingKind::Discs) {
                note(drawn, "discs", drawStock("discs", r.value));
            }
            litres += r.kind == ReadingKind::Litres ? r.value : 0.0;
            leak += r.kind == ReadingKind::Leak ? r.value : 0.0;
            warm = r.kind == ReadingKind::Temperature ? std::optional(r.value) : warm;
        }
        if (step != nullptr && !step->pour.empty()) {
            if (litres > 0.0) {
                note(drawn, kResinStock + step->resin, drawResin(step->resin, litres));
            }
            pour(*step, words, at, litres, leak, warm);
        }
        if (step != nullptr && step->key == "deliver" && words.ends) {
            job([&](Job& j) { j.days.delivered = day; });
        }
        return drawn;
    }

    void takeBack(const DayEntry& entry)
    {
        const DayWords& words = entry.words;
        const std::string& at = entry.at;
        const std::string day = at.substr(0, kDate);
        const JobStep* step = stepCalled(steps_, words.step);
        for (const DayReading& r : words.readings) {
            if (r.kind == ReadingKind::Moisture) {
                slab(r.slab, [&](Slab& s) {
                    const auto mine = std::find_if(s.moisture.begin(), s.moisture.end(), [&](const MoistureReading& m) {
                        return m.date == day && m.depth_mm == 0.0 && m.mc_pct == r.value;
                    });
                    if (mine != s.moisture.end()) {
                        s.moisture.erase(mine);
                        setToday(s);
                    }
                });
            } else if (r.kind == ReadingKind::Thickness) {
                job([&](Job& j) {
                    std::erase_if(j.flatten.rests, [&](const Rest& rest) {
                        return rest.slab == r.slab && rest.cut == day && rest.thickness_mm == r.value &&
                               rest.measured.empty();
                    });
                });
            }
        }
        putBack(entry, step);
        if (step != nullptr && !step->pour.empty()) {
            takeBackPour(*step, words, at);
        }
        if (step != nullptr && step->key == "deliver") {
            job([&](Job& j) { j.days.delivered = j.days.delivered == day ? "" : j.days.delivered; });
        }
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

    /// What this entry said of a pour. A record that it began and that holds nothing more is gone; one that was weighed
    /// stays.
    void takeBackPour(const JobStep& step, const DayWords& words, const std::string& at)
    {
        const auto end = hoursOf(at);
        if (!end) {
            return;
        }
        const std::string from = isoTime(*end - words.minutes / 60.0);
        constexpr double kAny_L = 1e-9;
        job([&](Job& j) {
            for (PourRecord& record : j.fill.log) {
                if (record.event != step.pour) {
                    continue;
                }
                for (const DayReading& r : words.readings) {
                    if (r.kind == ReadingKind::Litres) {
                        record.poured_L = std::max(0.0, record.poured_L - r.value);
                    } else if (r.kind == ReadingKind::Leak) {
                        record.leaked_L = std::max(0.0, record.leaked_L - r.value);
                    } else if (const auto began = hoursOf(record.began); r.kind == ReadingKind::Temperature && began) {
                        std::erase_if(record.heat, [&](const auto& seen) {
                            return std::abs(seen.at_h - (*end - *began)) < 1e-6 && seen.measured_C == r.value;
                        });
                    }
                }
            }
            std::erase_if(j.fill.log, [&](const PourRecord& record) {
                return record.event == step.pour && record.began == from && record.pots.empty() &&
                       record.heat.empty() && record.poured_L < kAny_L && record.leaked_L < kAny_L;
            });
        });
    }

    /// The first entry of a pour begins its record; a temperature later is one more reading of its heat.
    void pour(const JobStep& step, const DayWords& words, const std::string& at, double litres, double leak,
              std::optional<double> warm)
    {
        const auto end = hoursOf(at);
        if (!end) {
            return;
        }
        job([&](Job& j) {
            auto record = std::find_if(j.fill.log.begin(), j.fill.log.end(),
                                       [&](const PourRecord& r) { return r.event == step.pour; });
            if (record == j.fill.log.end()) {
                PourRecord fresh;
                fresh.event = step.pour;
                fresh.began = isoTime(*end - words.minutes / 60.0);
                fresh.note = words.text;
                j.fill.log.push_back(fresh);
                record = j.fill.log.end() - 1;
            } else if (const auto began = hoursOf(record->began); warm && began && *end > *began) {
                record->heat.push_back({*end - *began, *warm});
            }
            record->poured_L += litres;
            record->leaked_L += leak;
        });
    }

    JobId id_;
    const std::vector<JobStep>& steps_;
};

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
    const std::string at = isoTime(at_h);
    carrier.job([&](Job& j) {
        DayEntry entry;
        entry.id = ++j.days.lastEntry;
        entry.at = at;
        entry.words = line.words;
        entry.agreed = line.agreed;
        entry.planned = plannedOf(steps, line.words.step);
        entry.pictures = std::move(pictures);
        j.days.book.push_back(std::move(entry));
    });
    const auto drawn = carrier.carry(line.words, at);
    carrier.job([&](Job& j) { j.days.book.back().drawn = drawn; });
    return carrier.book_;
}

Book withCorrectedEntry(const Book& book, JobId job, int id, const DayLine& line, double now_h,
                        const std::vector<JobStep>& steps, const std::vector<std::string>& pictures)
{
    const Job* now = book.job(job);
    if (now == nullptr) {
        return book;
    }
    Carrier carrier(book, job, steps);
    for (const DayEntry& entry : now->days.book) {
        if (entry.id != id) {
            continue;
        }
        const bool saysTheSame = entry.words == line.words && !entry.struck;
        if (saysTheSame && pictures.empty()) {
            continue;
        }
        if (!saysTheSame && !entry.struck) { // of what was struck out nothing counts any more
            carrier.takeBack(entry);
        }
        carrier.job([&](Job& j) {
            for (DayEntry& mine : j.days.book) {
                if (mine.id != id) {
                    continue;
                }
                mine.pictures.insert(mine.pictures.end(), pictures.begin(), pictures.end());
                if (!saysTheSame) {
                    mine.history.push_back({isoTime(now_h), mine.words});
                    mine.planned =
                        mine.words.step == line.words.step ? mine.planned : plannedOf(steps, line.words.step);
                    mine.words = line.words;
                    mine.agreed = line.agreed;
                    mine.struck = false;
                }
            }
        });
        if (!saysTheSame) {
            const auto drawn = carrier.carry(line.words, entry.at);
            carrier.job([&](Job& j) {
                for (DayEntry& mine : j.days.book) {
                    mine.drawn = mine.id == id ? drawn : mine.drawn;
                }
            });
        }
    }
    return carrier.book_;
}

Book withStruckEntry(const Book& book, JobId job, int id, double now_h, const std::vector<JobStep>& steps)
{
    const Job* now = book.job(job);
    if (now == nullptr) {
        return book;
    }
    Carrier carrier(book, job, steps);
    for (const DayEntry& entry : now->days.book) {
        if (entry.id != id || entry.struck) {
            continue;
        }
        carrier.takeBack(entry);
        carrier.job([&](Job& j) {
            for (DayEntry& mine : j.days.book) {
                if (mine.id == id) {
                    mine.history.push_back({isoTime(now_h), mine.words});
                    mine.struck = true;
                }
            }
        });
    }
    return carrier.book_;
}

} // namespace burl
