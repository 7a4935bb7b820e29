#pragma once
// When a pour is done and when it may be: one moment for it on every paper.
// Units: hours since 1970, or from the first pour where no day is known.   Threads: pure.

#include <optional>
#include <string>

#include "core/days/days_plan.h"
#include "core/pour/pour_plan.h"

namespace burl
{

struct PourTimes {
    bool ofTheClock = false;           // hours since 1970; else from the first pour
    bool takenAsDone = false;          // nobody wrote it down, but what comes after it is done
    std::optional<double> at_h;        // empty: it waits for what is not known
    std::optional<double> notBefore_h; // the one before bears it
    std::optional<double> closes_h;    // later it is scuffed first
    [[nodiscard]] bool scuffed() const { return at_h && closes_h && *at_h > *closes_h; }
};

/// By the days, while they have it and it is not begun; by the hours of the pours otherwise. The window counts from the
/// pour before it, where that one stands.
[[nodiscard]] PourTimes pourTimes(const PourPlan& pours, const DaysPlan& days, const PourEvent& event);

/// When it is poured: "Wed 2 Dec, 13:15", "hour 6", "waits", "taken as done".
[[nodiscard]] std::string pourWhen(const PourTimes& times);
/// Another moment of it, in the same words.
[[nodiscard]] std::string pourMoment(const PourTimes& times, const std::optional<double>& at_h);

} // namespace burl
