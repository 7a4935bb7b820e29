#pragma once
// What another resin would cost at a place: layers, degrees, hours.   Units: degrees Celsius, hours.
// Slow (some tenths of a second for each): not part of makePlan.   Threads: pure.

#include <functional>

#include "core/fill/fill_plan.h"

namespace burl
{

struct Alternative {
    std::string resin; // id
    int layers = 0;
    std::optional<double> peak_C; // empty: so many layers that nobody would, and it is not worked out
    bool runsAway = false;
    bool overheats = false;
    std::optional<double> hard_h; // until it comes out of the form; empty: not within a week after the last layer
};

/// Every resin of the shelf at this place, in the order of the shelf. What was stopped is empty.
[[nodiscard]] std::vector<Alternative> alternativesFor(const FillInput& input, const FillItem& item,
                                                       const std::function<bool(double)>& goOn = {});

} // namespace burl
