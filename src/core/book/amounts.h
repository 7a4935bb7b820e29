#pragma once
// The amounts in a line of the day book: how long, how much, how thick, when.
// Units: minutes, mm, litres, kg, degrees Celsius, %; days since 1970; clocks in minutes after midnight.   Threads:
// pure.

#include <string>
#include <vector>

#include "core/book/senses.h"
#include "core/book/tokens.h"
#include "core/measure/outcome.h"
#include "core/measure/units.h"

namespace burl
{

struct BookAmount {
    enum class Is { Minutes, Length, Volume, Mass, Temperature, Percent, Count, Ordinal, Start, End, Day };
    Is is = Is::Minutes;
    double value = 0.0;
    Sense of = Sense::Filler; // what is counted
    size_t from = 0;          // tokens
    size_t to = 0;
    bool negative = false;
    bool unsure = false; // a range, or a number that may be read in two ways
    bool notIt = false;  // "not 40 min"
    bool clock = false;  // 9:30 alone: as long as that, or until then?
};
/// `senses`: of each token, nothing of what is no known word.   Errors: "when.no_day" of a day that is none.
[[nodiscard]] Expected<std::vector<BookAmount>> bookAmounts(const std::vector<BookToken>& tokens,
                                                            const std::vector<std::optional<KnownWord>>& senses,
                                                            const Lexicon& lexicon, int today);

} // namespace burl
