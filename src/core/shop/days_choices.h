#pragma once
// What the maker chose for the days of a job, and its day book: what was done, when, and what was read.
// Units: minutes, hours as the names say; moments as "2026-11-03T08:20".   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/figure/work.h"
#include "core/shop/slab.h"

namespace burl
{

/// A step of the maker's own.
struct OwnStep {
    int id = 0; // unique in its job, never given again
    std::string name;
    double hands_min = 60.0;
    double wait_h = 0.0; // after it
    bool split = true;   // may be cut into pieces
    int people = 1;
    bool daylight = false;
    std::string after;  // key of the step before it; empty: it may begin at once
    std::string before; // key of a step that waits for it; empty: only the end does
    bool operator==(const OwnStep&) const = default;
};

/// The maker's own word about a step of the plan.
struct StepOverrule {
    std::string step; // its key
    std::optional<double> hands_min, wait_h;
    std::string notBefore; // a moment it is fixed to; empty: as it comes
    bool skip = false;     // not done in this job
    bool operator==(const StepOverrule&) const = default;
};

enum class ReadingKind { Thickness, Moisture, Temperature, Litres, Leak, Pots, Discs, Moved };
struct DayReading {
    ReadingKind kind = ReadingKind::Temperature;
    SlabId slab; // of thickness, moisture, moved; 0: of none
    double value = 0.0;
    bool operator==(const DayReading&) const = default;
};

/// What an entry said.
struct DayWords {
    std::string text; // as it was written
    std::string step; // its key; empty: of none
    double minutes = 0.0;
    bool ends = true; // the step is done with it
    std::vector<DayReading> readings;
    bool operator==(const DayWords&) const = default;
};
struct DayCorrection {
    std::string at; // when it was corrected
    DayWords was;
    bool operator==(const DayCorrection&) const = default;
};
/// What an entry took from what is counted in the shop: less than it said where there was less.
struct StockDrawn {
    std::string of; // kind of the stock; "resin:" and the id of a resin of the shop's own, in litres
    double amount = 0.0;
    bool operator==(const StockDrawn&) const = default;
};
/// What was said of a slab's moisture before the day book read it first: it counts again when the entry is struck out.
struct MoistureBefore {
    SlabId slab;
    double mc_pct = 0.0;
    bool operator==(const MoistureBefore&) const = default;
};
struct DayEntry {
    int id = 0;
    std::string at; // when the work ended
    DayWords words;
    std::vector<PlannedWork> planned;
    std::optional<std::vector<StockDrawn>> drawn; // empty: used nothing, or written before it was kept
    std::vector<MoistureBefore> before;           // of slabs that had no reading yet
    std::vector<std::string> pictures;            // keys in the shop book
    bool agreed = false;                          // the customer agreed to what it says
    bool struck = false;                          // taken back; it stays in the book
    std::vector<DayCorrection> history;
    bool operator==(const DayEntry&) const = default;
};

struct DaysChoices {
    std::string promised;      // ISO date it is to be delivered; empty: nothing promised
    std::string firstPromised; // what was promised first, where it was moved
    std::string delivered;     // ISO date
    std::vector<OwnStep> own;
    int lastOwn = 0;
    std::vector<StepOverrule> overrules;
    std::vector<DayEntry> book; // in the order they were written
    int lastEntry = 0;
    bool operator==(const DaysChoices&) const = default;
};

} // namespace burl
