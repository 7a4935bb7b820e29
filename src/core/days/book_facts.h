#pragma once
// What the entries of a day book say together of pours, rests, moisture and delivery. An entry that is struck out says
// nothing.   Units: mm, %, litres.   Threads: pure.

#include <string>
#include <vector>

#include "core/days/job_steps.h"
#include "core/shop/fill_choices.h"
#include "core/shop/job.h"

namespace burl
{

struct BookMoisture {
    SlabId slab;
    std::string day;
    double mc_pct = 0.0;
    bool operator==(const BookMoisture&) const = default;
};
struct BookWarmth {
    double at_h = 0.0; // hours since 1970
    double measured_C = 0.0;
    bool atBeginning = false; // said by the entry that began the pour: no reading of its heat
};
struct BookPour {
    std::string event; // its id in the plan
    std::string began;
    std::string note; // the words of the entry that began it
    double poured_L = 0.0;
    double leaked_L = 0.0;
    std::vector<BookWarmth> warm;
};
struct BookFacts {
    std::vector<BookMoisture> moisture;
    std::vector<Rest> rests;     // thickness after a milling, one a slab and day
    std::vector<BookPour> pours; // all sessions of one are one
    std::string delivered;       // ISO date; empty: not yet
};
[[nodiscard]] BookFacts bookFacts(const std::vector<DayEntry>& entries, const std::vector<JobStep>& steps);

/// `now` less what was said `before`, and with what is said `after`: what was weighed or typed elsewhere stays.
[[nodiscard]] std::vector<PourRecord> poursAfter(std::vector<PourRecord> now, const std::vector<BookPour>& before,
                                                 const std::vector<BookPour>& after);
[[nodiscard]] std::vector<Rest> restsAfter(std::vector<Rest> now, const std::vector<Rest>& before,
                                           const std::vector<Rest>& after);

} // namespace burl
