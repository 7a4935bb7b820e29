#pragma once
// Steps of a job with their links and windows, the hours a maker works, and a plan judged by all of them.
// Units: whole minutes from the midnight before day 0; degrees Celsius.   Source: docs/formulas.md#days.
// Threads: pure.

#include <array>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/figure/work.h"
#include "core/measure/when.h"

namespace burl
{

struct StepLink {
    size_t step = 0;
    LinkFrom from = LinkFrom::Done;
    int least = 0;
    std::optional<int> most{};      // empty: no window
    std::optional<int> lateHands{}; // a start after the window is allowed: so much more work
    std::optional<int> lateLeast{}; // and no sooner than this
    bool operator==(const StepLink&) const = default;
};
struct WorkStep {
    std::string name;
    int hands = 0; // minutes of work
    int wait = 0;  // right after it: nights and days off count
    bool split = false;
    int persons = 1;
    bool daylight = false;
    std::optional<int> notBefore, notAfter;
    std::optional<double> least_C; // of the shop from start to done
    std::vector<StepLink> after;
    std::vector<std::string> holds; // things that exist once: from start to done, of work in pieces while it is done
    std::optional<int> due{};       // done by then at the latest
    std::optional<int> endNotBefore{};
    bool operator==(const WorkStep&) const = default;
};
using Spans = std::vector<std::pair<int, int>>;
struct WorkCalendar {
    int firstWeekday = 0; // of day 0; 0: Monday
    std::array<Spans, 7> hours;
    std::vector<int> off;                        // days
    Spans helper;                                // when a second person is there, from midnight 0
    std::optional<std::pair<int, int>> daylight; // of every day
    std::vector<std::pair<int, double>> shop;    // from this minute on so warm
    /// Another maker beside the first, with hours and days off of his own.
    struct Maker {
        std::array<Spans, 7> hours;
        std::vector<int> off;
        bool operator==(const Maker&) const = default;
    };
    std::vector<Maker> others;
    bool operator==(const WorkCalendar&) const = default;
};
/// A maker's sessions of a day, from midnight 0; the first maker is 0.
[[nodiscard]] Spans sessionsOf(const WorkCalendar& calendar, int day, size_t maker = 0);

/// A stretch of work.
struct WorkPiece {
    size_t step = 0;
    int from = 0;
    int to = 0;
    size_t maker = 0;
    std::optional<size_t> with{}; // another maker who helps; empty: nobody, or the helper
    bool operator==(const WorkPiece&) const = default;
};
struct JudgedPlan {
    std::vector<std::string> broken; // rules, sorted, each once: "hours", "window"
    std::optional<int> finish;       // empty: a step is missing
};
/// A plan against all rules; a step without hands is one piece of no length.
[[nodiscard]] JudgedPlan judged(const std::vector<WorkStep>& steps, const WorkCalendar& calendar,
                                const std::vector<WorkPiece>& pieces);

/// The plain network in elapsed minutes: no calendar, as many makers as wanted, least of links only.
struct Network {
    bool circle = false; // steps that wait for each other: nothing else is told then
    int finish = 0;
    std::vector<int> earliestStart, earliestFinish, latestStart, latestFinish, totalFloat, freeFloat;
    std::vector<size_t> critical;
};
[[nodiscard]] Network networkOf(const std::vector<WorkStep>& steps);

} // namespace burl
