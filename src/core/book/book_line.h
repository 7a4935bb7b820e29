#pragma once
// A line of the day book as a maker writes it, read and not guessed: what it says as boxes, what it leaves open as
// questions. Nothing that is in question is kept.
// Units: minutes, mm, % MC, degrees Celsius, litres; hours since 1970.   Source: docs/formulas.md#day-book.
// Threads: pure.

#include <map>
#include <memory>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/book/clauses.h"
#include "core/days/day_entry.h"
#include "core/days/day_facts.h"
#include "core/days/job_steps.h"
#include "core/measure/outcome.h"
#include "core/measure/units.h"

namespace burl
{

/// What a line is read against: the job as it stands.
struct BookContext {
    std::vector<JobStep> steps;
    std::vector<StepProgress> progress;             // of each step, or empty
    std::vector<std::shared_ptr<const Slab>> slabs; // of the job
    std::vector<DayEntry> book;
    std::vector<BookName> names;                // of the shop's people, the customer, products
    std::map<std::string, double> density_kg_L; // of mixed resins, by id
    std::string started;                        // ISO date of the job; empty: not known
    double now_h = 0.0;
    UnitChoice units;
};

/// What was understood, as it is shown; taken out or changed by an answer to its `id`.
struct BookBox {
    enum class Is { When, Step, GoesOn, Minutes, Reading, AlsoDone, Agreed, Corrects };
    Is is = Is::Step;
    std::string id; // "step:flattened 40 min"
    std::string text;
    std::string tip;
};
struct BookChoice {
    std::string value;
    std::string label;
};
/// Something that the line leaves open.
struct BookAsk {
    enum class Is { Step, Ends, Reading, Minutes, When, AlsoDone, Agreed };
    Is is = Is::Step;
    std::string id;
    std::string sentence;
    std::vector<BookChoice> choices; // the likeliest first; the last leaves it out
    ReadingKind reading = ReadingKind::Temperature;
};
struct BookEntry {
    DayLine line;
    double at_h = 0.0;                 // when the work ended
    bool dated = false;                // the line says when
    int corrects = 0;                  // entry of the book that it takes the place of; 0: a new one
    std::vector<std::string> alsoDone; // keys of steps that are taken as done with it
    std::vector<BookBox> boxes;
};
struct BookReading {
    std::vector<BookEntry> entries; // one at least
    std::vector<BookAsk> asks;
    std::vector<std::pair<size_t, size_t>> left; // bytes of the line that were not understood
    /// No step and no reading: only its words are kept.
    [[nodiscard]] bool isNote() const;
};
/// `id` of a question or a box, and the value chosen: a key of a step, "yes", "no"; kLeftOut.
using BookAnswers = std::map<std::string, std::string>;
inline constexpr const char* kLeftOut = "-";
inline constexpr const char* kEach = "each"; // all steps that are offered, the time parted

/// Errors: "days.empty", "days.long", "days.negative" (less time than none), "days.range", "when.*".
[[nodiscard]] Expected<BookReading> readBookLine(std::string_view text, const BookContext& context,
                                                 const BookAnswers& answers = {});
/// Into the book of a job, each entry where it belongs.   Asks first what is open: a reading with questions is not
/// kept.
[[nodiscard]] Book withBookLine(const Book& book, JobId job, const BookReading& reading, double now_h,
                                const std::vector<JobStep>& steps, std::vector<std::string> pictures = {});
/// "A4 44.9 mm thick"
[[nodiscard]] std::string readingText(const DayReading& reading, const std::vector<std::shared_ptr<const Slab>>& slabs,
                                      const UnitChoice& units);

} // namespace burl
