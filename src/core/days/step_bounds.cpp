#include "core/days/step_bounds.h"

#include <algorithm>
#include <numeric>

namespace burl
{

StepBounds::StepBounds(const std::vector<WorkStep>& steps, const WorkingTime& time, int grid, int horizon)
    : steps_(steps), time_(time), grid_(grid), horizon_(horizon), next_(steps.size())
{
    for (size_t i = 0; i < steps.size(); ++i) {
        for (const StepLink& link : steps[i].after) {
            next_[link.step].push_back({i, &link});
        }
    }
}

HoursKind StepBounds::kind(size_t step) const
{
    return {steps_[step].persons > 1, steps_[step].daylight};
}

StepSpans StepBounds::open() const
{
    StepSpans out(steps_.size());
    for (size_t i = 0; i < steps_.size(); ++i) {
        const WorkStep& step = steps_[i];
        StepSpan& s = out[i];
        s.left = step.hands;
        s.startLeast = std::max(0, step.notBefore.value_or(0));
        s.startMost = std::min(step.notAfter.value_or(kNever), horizon_);
        s.endLeast = step.endNotBefore.value_or(0);
        s.endMost = std::min(step.due.value_or(horizon_), horizon_) - step.wait;
    }
    return out;
}

/// An unbroken block: its end follows its start.
bool StepBounds::ownBlock(size_t i, StepSpan& s) const
{
    const WorkStep& step = steps_[i];
    s.startLeast = std::max(s.startLeast, s.endLeast - s.left);
    s.startMost = std::min(s.startMost, s.endMost - s.left);
    if (s.left > 0) {
        const int rest = s.left + step.wait;
        for (bool moved = true; moved && s.startLeast <= s.startMost;) { // hours and warmth in turn
            const int was = s.startLeast;
            s.startLeast = time_.nextBlock(kind(i), s.startLeast, s.left);
            if (step.least_C && s.startLeast < kNever) {
                s.startLeast = time_.nextWarm(*step.least_C, s.startLeast, rest);
            }
            moved = step.least_C && s.startLeast != was;
        }
        for (bool moved = true; moved && s.startLeast <= s.startMost;) {
            const int was = s.startMost;
            s.startMost = time_.lastBlock(kind(i), s.startMost, s.left);
            if (step.least_C && s.startMost >= 0) {
                s.startMost = time_.lastWarm(*step.least_C, s.startMost, rest);
            }
            moved = step.least_C && s.startMost != was;
        }
    }
    if (s.startLeast > s.startMost) {
        return false;
    }
    s.endLeast = std::max(s.endLeast, s.startLeast + s.left);
    // Begun late it may take longer.
    const bool grows =
        std::any_of(step.after.begin(), step.after.end(), [](const StepLink& l) { return l.lateHands.has_value(); });
    s.endMost = grows ? s.endMost : std::min(s.endMost, s.startMost + s.left);
    return s.endLeast <= s.endMost;
}

/// Work that may be cut: from its start on the hours give what it needs.
bool StepBounds::ownPieces(size_t i, StepSpan& s) const
{
    const SpanSums& hours = time_.any(kind(i));
    int from = s.free;
    if (s.is == StepSpan::Is::Waiting) {
        s.startLeast = time_.nextBlock(kind(i), s.startLeast, std::min(grid_, s.left));
        from = s.startLeast;
        if (s.startLeast > s.startMost) {
            return false;
        }
    }
    s.endLeast = std::max(s.endLeast, hours.whenWorked(hours.worked(from) + s.left));
    if (s.endLeast < kNever && hours.holding(s.endLeast - 1, s.endLeast) == nullptr) {
        s.endLeast = hours.whenWorked(hours.worked(s.endLeast) + std::min(grid_, s.left)); // no end in a pause
    }
    s.endMost = std::min(s.endMost, hours.whenWorked(hours.worked(s.endMost)));
    if (s.endLeast > s.endMost) {
        return false;
    }
    if (s.is == StepSpan::Is::Waiting) {
        s.startMost = std::min(s.startMost, hours.startAfter(hours.worked(s.endMost) - s.left));
        if (s.startMost < s.startLeast) {
            return false;
        }
        s.startMost = time_.lastBlock(kind(i), s.startMost, std::min(grid_, s.left));
    }
    return s.startLeast <= s.startMost;
}

bool StepBounds::own(size_t i, StepSpan& s) const
{
    if (s.is == StepSpan::Is::Ended) {
        return s.startLeast <= s.startMost && s.endLeast <= s.endMost;
    }
    const bool pieces = s.is == StepSpan::Is::Begun || (steps_[i].split && s.left > 0);
    return pieces ? ownPieces(i, s) : ownBlock(i, s);
}

bool StepBounds::tighten(StepSpans& states) const
{
    std::vector<size_t> all(steps_.size());
    std::iota(all.begin(), all.end(), size_t{0});
    return tighten(states, std::move(all));
}

bool StepBounds::tighten(StepSpans& states, std::vector<size_t> touched) const
{
    std::vector<char> queued(steps_.size(), 0);
    for (const size_t i : touched) {
        queued[i] = 1;
        if (!own(i, states[i])) {
            return false;
        }
    }
    const auto set = [&](size_t i, int StepSpan::*member, int value) {
        states[i].*member = value;
        if (!own(i, states[i])) {
            return false;
        }
        if (queued[i] == 0) {
            queued[i] = 1;
            touched.push_back(i);
        }
        return true;
    };
    const auto raise = [&](size_t i, int StepSpan::*member, int value) {
        return states[i].*member >= value || set(i, member, value);
    };
    const auto lower = [&](size_t i, int StepSpan::*member, int value) {
        return states[i].*member <= value || set(i, member, value);
    };
    const auto pull = [&](size_t first, size_t second, const StepLink& link) {
        // From start to start, or from done (the end and its wait) to start.
        const bool done = link.from == LinkFrom::Done;
        const int wait = done ? steps_[first].wait : 0;
        int StepSpan::*const least = done ? &StepSpan::endLeast : &StepSpan::startLeast;
        int StepSpan::*const most = done ? &StepSpan::endMost : &StepSpan::startMost;
        if (!raise(second, &StepSpan::startLeast, states[first].*least + wait + link.least) ||
            !lower(first, most, states[second].startMost - link.least - wait)) {
            return false;
        }
        if (link.most && !link.lateHands) {
            return raise(first, least, states[second].startLeast - *link.most - wait) &&
                   lower(second, &StepSpan::startMost, states[first].*most + wait + *link.most);
        }
        return true;
    };
    for (size_t at = 0; at < touched.size(); ++at) {
        const size_t i = touched[at];
        queued[i] = 0;
        for (const StepLink& link : steps_[i].after) {
            if (!pull(link.step, i, link)) {
                return false;
            }
        }
        for (const After& after : next_[i]) {
            if (!pull(i, after.step, *after.link)) {
                return false;
            }
        }
    }
    return true;
}

CalendarFloats calendarFloats(const std::vector<WorkStep>& steps, const WorkCalendar& calendar, int grid, int horizon)
{
    CalendarFloats out;
    const WorkingTime time(calendar, horizon, grid);
    const StepBounds bounds(steps, time, grid, horizon);
    StepSpans states = bounds.open();
    if (!bounds.tighten(states)) {
        return out;
    }
    int finish = 0;
    for (size_t i = 0; i < steps.size(); ++i) {
        out.earliestStart.push_back(states[i].startLeast);
        out.earliestEnd.push_back(states[i].endLeast);
        finish = std::max(finish, states[i].endLeast + steps[i].wait);
    }
    for (size_t i = 0; i < steps.size(); ++i) {
        states[i].endMost = std::min(states[i].endMost, finish - steps[i].wait);
    }
    if (!bounds.tighten(states)) {
        return out; // the earliest moments are such a plan: it cannot be
    }
    out.finish = finish;
    for (size_t i = 0; i < steps.size(); ++i) {
        out.latestStart.push_back(states[i].startMost);
        out.latestEnd.push_back(states[i].endMost);
        out.room.push_back(states[i].endMost - states[i].endLeast);
    }
    return out;
}

} // namespace burl
