#pragma once
// The readings in a line, with the slabs they are of, and how likely they are.   Units: mm, %, degrees Celsius, litres,
// kg.   Threads: pure.

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/book/clauses.h"
#include "core/shop/days_choices.h"

namespace burl
{

struct SaidReading {
    DayReading reading;
    size_t clause = 0;
    size_t token = 0;     // where it stands
    std::string as;       // as it was written: "384 mm"
    bool noSlab = false;  // of which slab is not said
    bool unsure = false;  // a range, or several of one kind
    std::string unlikely; // why: "it was 52 mm thick"; empty: it may well be
    bool mass = false;    // kg where litres are wanted: `reading.value` is kg
};
/// Used tokens are marked.
[[nodiscard]] std::vector<SaidReading> saidReadings(const BookParts& parts, std::string_view line,
                                                    const std::vector<std::shared_ptr<const Slab>>& slabs,
                                                    std::vector<bool>& used);

} // namespace burl
