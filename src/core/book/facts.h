#pragma once
// The facts of a line: each thing that was done, with the clauses that tell of it.   Threads: pure.

#include <string>
#include <vector>

#include "core/book/clauses.h"
#include "core/book/step_match.h"

namespace burl
{

struct SaidFact {
    BookClause said;               // its clauses put together
    std::vector<size_t> clauses;   // of the line
    std::vector<StepMatch> steps;  // what it may be, the likeliest first
    std::vector<StepMatch> parted; // each fits one of the things named: the show face and the underside
    double share = 1.0;            // of its minutes, where they were parted between steps
    bool rest = false;             // parted off: what was read stands with the first part
    bool work = false;             // something was done; else its words are kept
};
/// One fact at least. `litresOf`: said in each clause.
[[nodiscard]] std::vector<SaidFact> saidFacts(const BookParts& parts, const std::vector<JobStep>& steps,
                                              const std::vector<StepProgress>& progress,
                                              const std::vector<std::optional<double>>& litresOf);

} // namespace burl
