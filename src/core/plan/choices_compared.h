#pragma once
// What another layup would change: width, days and money of layups that were put by, against the one that lies.
// Units: mm, days since 1970, money.   Source: docs/formulas.md#money.   Threads: pure; a plan is made for each.

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "core/plan/plan.h"

namespace burl
{

struct ChoiceCompared {
    std::string name;
    double width_mm = 0.0; // mean; 0: it does not lie
    std::optional<int> done_day;
    std::optional<double> cost; // of what has a price; empty: nothing has
    std::optional<double> gross;
    ChoiceChange change; // against the layup that lies: this less that
    bool whole = false;  // everything of both has a price
};
/// The layup that lies is the first, as "as it lies". `goOn` empty: it is not stopped.
[[nodiscard]] std::vector<ChoiceCompared> compareKept(const Job& job, const Shop& shop, const Worked& worked,
                                                      const std::function<bool(double)>& goOn = {});

} // namespace burl
