#pragma once
// When a step may be worked on: the sessions of the makers cut to what the step asks for, and sums of minutes in them.
// Units: whole minutes from the midnight before day 0.   Source: docs/formulas.md#days.   Threads: values.

#include <array>
#include <vector>

#include "core/days/work_plan.h"

namespace burl
{

/// What cannot be within the horizon: later than anything.
constexpr int kNever = 1 << 30;

/// Stretches in rising order, none touching back, with the minutes worked up to each.
class SpanSums
{
public:
    SpanSums() = default;
    explicit SpanSums(Spans spans);

    [[nodiscard]] const Spans& spans() const { return spans_; }
    /// Minutes in the stretches before this moment.
    [[nodiscard]] int worked(int until) const;
    /// The moment at which so many minutes are worked; from 1 on. kNever where there are not so many.
    [[nodiscard]] int whenWorked(int minutes) const;
    /// The latest start of what is worked on from then on, when so many minutes are worked before it; -1: less than
    /// none.
    [[nodiscard]] int startAfter(int minutes) const;
    /// The first moment at or after `from` that lies in a stretch.
    [[nodiscard]] int next(int from) const;
    /// The stretch that holds [from, to], or null.
    [[nodiscard]] const std::pair<int, int>* holding(int from, int to) const;

private:
    Spans spans_;
    std::vector<int> before_; // minutes before each stretch
};

/// What a step asks of the hours.
struct HoursKind {
    bool two = false;
    bool daylight = false;
    [[nodiscard]] size_t index() const { return (two ? 1U : 0U) + (daylight ? 2U : 0U); }
};

class WorkingTime
{
public:
    WorkingTime(const WorkCalendar& calendar, int horizon, int grid);

    [[nodiscard]] size_t makers() const { return of_.size(); }
    /// All that any maker can give to one step of this kind.
    [[nodiscard]] const SpanSums& any(HoursKind kind) const { return any_[kind.index()]; }
    /// Sessions of one maker.
    [[nodiscard]] const SpanSums& of(size_t maker) const { return of_[maker]; }
    [[nodiscard]] const SpanSums& helper() const { return helper_; }

    /// The first start at or after `from` at which so long a block lies in one stretch, on the grid.
    [[nodiscard]] int nextBlock(HoursKind kind, int from, int minutes) const;
    /// The last start at or before `from` of such a block; -1 when there is none.
    [[nodiscard]] int lastBlock(HoursKind kind, int from, int minutes) const;
    [[nodiscard]] bool inDaylight(int from, int to) const;
    /// Warm enough all the time; and the next moment at which it is so that long.
    [[nodiscard]] bool warm(double least_C, int from, int to) const;
    [[nodiscard]] int nextWarm(double least_C, int from, int minutes) const;
    [[nodiscard]] int lastWarm(double least_C, int from, int minutes) const;

private:
    [[nodiscard]] Spans cold(double least_C) const;

    const WorkCalendar& calendar_;
    int grid_;
    std::vector<SpanSums> of_;
    SpanSums helper_;
    std::array<SpanSums, 4> any_;
};

} // namespace burl
