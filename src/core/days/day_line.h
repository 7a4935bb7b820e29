#pragma once
// A line of the day book as a maker writes it: "glued up 25 min 19C", "A4 44.9mm MC 9.0", "pour 1: 3 pots 11.4 l, leak
// at left end 0.3 l".   Units: minutes, mm, % MC, degrees Celsius, litres.   Source: docs/formulas.md#day-book.
// Threads: pure.

#include <string>
#include <string_view>
#include <vector>

#include "core/days/day_facts.h"
#include "core/days/job_steps.h"
#include "core/measure/outcome.h"
#include "core/shop/edit.h"

namespace burl
{

struct DayLine {
    DayWords words;
    bool agreed = false;    // the customer agreed to something
    std::string understood; // what was taken from it: "Glue up · 25 min · 19 °C"; empty: only the words
};
/// `progress` tells which of several alike steps comes next; it may be empty. A bare number before "mm" after a slab's
/// name is its thickness.   Errors: "days.empty", "days.negative" (minutes less than none), "days.range".
[[nodiscard]] Expected<DayLine> readDayLine(std::string_view text, const std::vector<JobStep>& steps,
                                            const std::vector<StepProgress>& progress,
                                            const std::vector<std::shared_ptr<const Slab>>& slabs,
                                            const UnitChoice& units);

/// Writes it into the book of a job, and what it read where it belongs: moisture with its slab, thickness with the rest
/// after a milling, litres and temperatures with the pour. `at_h`: hours since 1970.
[[nodiscard]] Book withDayEntry(const Book& book, JobId job, const DayLine& line, double at_h,
                                const std::vector<JobStep>& steps, std::vector<std::string> pictures = {});
/// What it said before is kept in its history, and taken back where it had gone; what was struck out counts again.
/// `pictures` come to those it has.
[[nodiscard]] Book withCorrectedEntry(const Book& book, JobId job, int entry, const DayLine& line, double now_h,
                                      const std::vector<JobStep>& steps, const std::vector<std::string>& pictures = {});
/// Struck out: it stays in the book and counts no more.
[[nodiscard]] Book withStruckEntry(const Book& book, JobId job, int entry, double now_h,
                                   const std::vector<JobStep>& steps);

} // namespace burl
