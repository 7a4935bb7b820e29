#pragma once
// Kinds of work whose minutes are learned, what they take before anything was, and what the day books have taught.
// Units: minutes (litres of resin, discs) for a quantity of the kind's own.   Source: docs/formulas.md#learned-rates.
// Threads: pure.

#include <map>
#include <memory>
#include <string>
#include <vector>

#include "core/days/learned_rate.h"
#include "core/shop/job.h"
#include "core/shop/work_habits.h"

namespace burl
{

struct StandardRate {
    const char* key = nullptr;
    const char* label = nullptr;
    const char* per = nullptr; // "m² and pass"
    double rate = 0.0;         // for one of it; 0: the plan says how much
    double typical = 0.0;      // quantity of one table: as much as the standard is worth against what was logged
    bool time = true;          // minutes; else litres or discs
};
[[nodiscard]] const std::vector<StandardRate>& standardRates();
/// Null for a key that is none.
[[nodiscard]] const StandardRate* standardRate(const std::string& key);

using RateLogs = std::map<std::string, std::vector<RateLog>>;
/// What was used of each kind in the books of these jobs; what was struck out, and what is older than a reset, is not
/// counted.
[[nodiscard]] RateLogs rateLogsOf(const std::vector<std::shared_ptr<const Job>>& jobs, const WorkHabits& habits);
[[nodiscard]] RateLogs rateLogsOf(const Job& job, const WorkHabits& habits);

/// A kind with what was logged of it. `planned`: for one of it by the plan, where the standard leaves it to that.
[[nodiscard]] LearnedRate rateFor(const StandardRate& standard, double planned, const RateLogs& logs);

/// How much of a kind ("resin", "discs") goes for one that was planned, by the day books; 1 while they say nothing.
[[nodiscard]] double usedForPlanned(const char* kind, const RateLogs& logs);

} // namespace burl
