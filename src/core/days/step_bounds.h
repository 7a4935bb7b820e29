#pragma once
// Between when and when each step can begin and end: bounds that links, hours, dates and dues draw together until they
// rest. Every plan that keeps the rules lies inside them; makers and things that exist once are not counted.
// Units: whole minutes from the midnight before day 0.   Source: docs/formulas.md#schedule.   Threads: values.

#include <vector>

#include "core/days/working_time.h"

namespace burl
{

struct StepSpan {
    enum class Is { Waiting, Begun, Ended };
    Is is = Is::Waiting;
    int startLeast = 0;
    int startMost = 0;
    int endLeast = 0;
    int endMost = 0;
    int left = 0; // minutes of work
    int free = 0; // nobody works on it from then on; of a step begun
};
using StepSpans = std::vector<StepSpan>;

class StepBounds
{
public:
    /// `steps` and `time` outlive it.
    StepBounds(const std::vector<WorkStep>& steps, const WorkingTime& time, int grid, int horizon);

    /// All waiting, bounds not yet drawn together; each step done by its due and the horizon.
    [[nodiscard]] StepSpans open() const;
    /// Draws all bounds together, or those that hang on `touched`. False: no plan can keep them.
    [[nodiscard]] bool tighten(StepSpans& states) const;
    [[nodiscard]] bool tighten(StepSpans& states, std::vector<size_t> touched) const;

    struct After {
        size_t step;
        const StepLink* link;
    };
    /// Those that wait for a step.
    [[nodiscard]] const std::vector<After>& waitingFor(size_t step) const { return next_[step]; }
    [[nodiscard]] HoursKind kind(size_t step) const;

private:
    [[nodiscard]] bool own(size_t i, StepSpan& s) const;
    [[nodiscard]] bool ownBlock(size_t i, StepSpan& s) const;
    [[nodiscard]] bool ownPieces(size_t i, StepSpan& s) const;

    const std::vector<WorkStep>& steps_;
    const WorkingTime& time_;
    int grid_;
    int horizon_;
    std::vector<std::vector<After>> next_;
};

/// Hours, windows and dates kept, with a maker for every step.
struct CalendarFloats {
    std::optional<int> finish; // empty: some window or date cannot be kept
    std::vector<int> earliestStart, earliestEnd, latestStart, latestEnd, room;
};
[[nodiscard]] CalendarFloats calendarFloats(const std::vector<WorkStep>& steps, const WorkCalendar& calendar, int grid,
                                            int horizon);

} // namespace burl
