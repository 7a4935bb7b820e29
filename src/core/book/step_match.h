#pragma once
// Which of the steps of a job a clause speaks of: by what was done, to what, which of several, how much, and what is
// open in the job.   Source: docs/formulas.md#day-book.   Threads: pure.

#include <optional>
#include <vector>

#include "core/book/clauses.h"
#include "core/days/day_facts.h"
#include "core/days/job_steps.h"

namespace burl
{

struct StepMatch {
    size_t step = 0;
    double score = 0.0; // how well it fits, and how likely it comes now
    double fit = 0.0;   // the first of both
    bool named = false; // its whole name was said
    bool done = false;  // it was written down as done
};
struct StepsSaid {
    const std::vector<JobStep>& steps;
    const std::vector<StepProgress>& progress; // as long as the steps, or empty
    std::optional<double> litres;              // said in the clause
};
/// The best first; those that do not fit at all are left out.
[[nodiscard]] std::vector<StepMatch> stepMatches(const BookParts& parts, const BookClause& clause,
                                                 const StepsSaid& said);
/// True where the first can be taken without asking.
[[nodiscard]] bool isSure(const std::vector<StepMatch>& matches);

/// Steps before it that are not done yet: they would be taken as done with it.
[[nodiscard]] std::vector<size_t> alsoDone(const std::vector<JobStep>& steps, const std::vector<StepProgress>& progress,
                                           size_t step);

} // namespace burl
