#pragma once
// Entries of the day book, and what they read where it belongs. A line is read by core/book.
// Units: minutes, mm, % MC, degrees Celsius, litres.   Source: docs/formulas.md#day-book.   Threads: pure.

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
/// Writes it into the book of a job, and what it read where it belongs: moisture with its slab, thickness with the rest
/// after a milling, litres and temperatures with the pour. `at_h`: hours since 1970.
[[nodiscard]] Book withDayEntry(const Book& book, JobId job, const DayLine& line, double at_h,
                                const std::vector<JobStep>& steps, std::vector<std::string> pictures = {});
/// What it said before is kept in its history, and taken back where it had gone; what was struck out counts again.
/// `pictures` come to those it has; `at_h`: another moment for it; empty: the one it has.
[[nodiscard]] Book withCorrectedEntry(const Book& book, JobId job, int entry, const DayLine& line, double now_h,
                                      const std::vector<JobStep>& steps, const std::vector<std::string>& pictures = {},
                                      std::optional<double> at_h = std::nullopt);
/// Struck out: it stays in the book and counts no more.
[[nodiscard]] Book withStruckEntry(const Book& book, JobId job, int entry, double now_h,
                                   const std::vector<JobStep>& steps);

} // namespace burl
