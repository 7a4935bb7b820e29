#include "core/days/plain_list.h"

#include <algorithm>
#include <map>
#include <random>
#include <string>

namespace burl
{
namespace
{

/// Stretches that are taken, and the next moment none of them is in the way.
class Taken
{
public:
    void take(int from, int to) { spans_.emplace_back(from, to); }
    /// Empty: nothing of it lies in [from, to); else where that ends.
    [[nodiscard]] std::optional<int> inTheWay(int from, int to) const
    {
        std::optional<int> out;
        for (const auto& [a, b] : spans_) {
            if (a < to && from < b) {
                out = std::max(out.value_or(b), b);
            }
        }
        return out;
    }

private:
    Spans spans_;
};

class Lister
{
public:
    Lister(const ScheduleQuestion& question, const WorkingTime& time)
        : q_(question), time_(time), makers_(time.makers())
    {
        out_.start.assign(q_.steps.size(), 0);
        out_.end.assign(q_.steps.size(), 0);
        wait_.reserve(q_.steps.size());
        for (const WorkStep& step : q_.steps) {
            wait_.push_back(step.wait);
            left_.push_back(step.hands);
        }
        placed_.assign(q_.steps.size(), 0);
        facts();
    }

    /// False: a window, a date or a due cannot be kept in this order.
    bool place(size_t i)
    {
        if (placed_[i] != 0) {
            return true;
        }
        placed_[i] = 1;
        const bool begun = begun_.count(i) > 0;
        if (!begun && left_[i] == 0) {
            return wait(i);
        }
        return begun || q_.steps[i].split ? pieces(i, begun) : block(i);
    }

    std::optional<PlainList> done()
    {
        for (size_t i = 0; i < q_.steps.size(); ++i) {
            out_.finish = std::max(out_.finish, out_.end[i] + wait_[i]);
        }
        std::stable_sort(out_.pieces.begin(), out_.pieces.end(),
                         [](const WorkPiece& a, const WorkPiece& b) { return a.from < b.from; });
        return std::move(out_);
    }

private:
    void facts()
    {
        for (const StepFact& fact : q_.facts) {
            wait_[fact.step] = fact.wait.value_or(wait_[fact.step]);
            if (!fact.start) {
                continue;
            }
            out_.start[fact.step] = *fact.start;
            if (fact.end) {
                out_.end[fact.step] = *fact.end;
                placed_[fact.step] = 1;
                makers_[0].take(*fact.start, *fact.end);
                const int held = q_.steps[fact.step].split ? 0 : wait_[fact.step];
                for (const std::string& thing : q_.steps[fact.step].holds) {
                    things_[thing].take(*fact.start, *fact.end + held);
                }
            } else {
                left_[fact.step] = std::max(0, left_[fact.step] - fact.worked.value_or(0));
                begun_[fact.step] = true;
                if (left_[fact.step] == 0) {
                    out_.end[fact.step] = q_.now;
                    placed_[fact.step] = 1;
                }
            }
        }
    }

    [[nodiscard]] int upTo(int at) const { return (at + q_.grid - 1) / q_.grid * q_.grid; }

    [[nodiscard]] int opens(size_t i) const
    {
        int out = std::max(q_.now, q_.steps[i].notBefore.value_or(0));
        for (const StepLink& link : q_.steps[i].after) {
            out = std::max(out, begins(link) + link.least);
        }
        return out;
    }
    [[nodiscard]] int begins(const StepLink& link) const
    {
        return link.from == LinkFrom::Start ? out_.start[link.step] : out_.end[link.step] + wait_[link.step];
    }
    /// Minutes of work more for windows that are missed at `t`; where one may not be, or not yet: empty, and the next
    /// moment to try, if any.
    [[nodiscard]] std::optional<int> late(size_t i, int t, int& next) const
    {
        int out = 0;
        for (const StepLink& link : q_.steps[i].after) {
            const int gap = t - begins(link);
            if (!link.most || gap <= *link.most) {
                continue;
            }
            if (!link.lateHands) {
                next = kNever;
                return std::nullopt;
            }
            if (gap < link.lateLeast.value_or(0)) {
                next = std::max(next, begins(link) + *link.lateLeast);
                return std::nullopt;
            }
            out += *link.lateHands;
        }
        return out;
    }
    [[nodiscard]] bool inTime(size_t i) const
    {
        const WorkStep& step = q_.steps[i];
        return (!step.notAfter || out_.start[i] <= *step.notAfter) &&
               (!step.due || out_.end[i] + wait_[i] <= *step.due) &&
               (!step.endNotBefore || out_.end[i] >= *step.endNotBefore) && out_.end[i] <= q_.horizon;
    }

    bool wait(size_t i)
    {
        int t = opens(i);
        int next = t;
        while (!late(i, t, next)) {
            if (next <= t || next >= kNever) {
                return false;
            }
            t = next;
        }
        out_.start[i] = out_.end[i] = t;
        return inTime(i);
    }

    /// Who else is there all that time, where two are wanted; empty: nobody. The helper is no maker.
    struct Hands {
        size_t maker = 0;
        std::optional<size_t> with;
    };
    [[nodiscard]] std::optional<Hands> hands(const WorkStep& step, int from, int to) const
    {
        for (size_t m = 0; m < makers_.size(); ++m) {
            if (time_.of(m).holding(from, to) == nullptr || makers_[m].inTheWay(from, to)) {
                continue;
            }
            if (step.persons < 2 || time_.helper().holding(from, to) != nullptr) {
                return Hands{m, std::nullopt};
            }
            for (size_t other = 0; other < makers_.size(); ++other) {
                if (other != m && time_.of(other).holding(from, to) != nullptr && !makers_[other].inTheWay(from, to)) {
                    return Hands{m, other};
                }
            }
        }
        return std::nullopt;
    }
    [[nodiscard]] std::optional<int> thingsInTheWay(const WorkStep& step, int from, int to) const
    {
        std::optional<int> out;
        for (const std::string& thing : step.holds) {
            const auto held = things_.find(thing);
            const auto until = held == things_.end() ? std::nullopt : held->second.inTheWay(from, to);
            out = until ? std::max(out.value_or(*until), *until) : out;
        }
        return out;
    }
    void take(size_t i, int from, int to, const Hands& who)
    {
        makers_[who.maker].take(from, to);
        if (who.with) {
            makers_[*who.with].take(from, to);
        }
        if (!out_.pieces.empty() && out_.pieces.back().step == i && out_.pieces.back().to == from &&
            out_.pieces.back().maker == who.maker && out_.pieces.back().with == who.with) {
            out_.pieces.back().to = to;
        } else {
            out_.pieces.push_back({i, from, to, who.maker, who.with});
        }
    }
    [[nodiscard]] static HoursKind kindOf(const WorkStep& step) { return {step.persons > 1, step.daylight}; }

    bool block(size_t i)
    {
        const WorkStep& step = q_.steps[i];
        for (int t = upTo(opens(i)); t < q_.horizon;) {
            int next = t;
            const auto more = late(i, t, next);
            if (!more) {
                if (next <= t || next >= kNever) {
                    return false;
                }
                t = upTo(next);
                continue;
            }
            const int minutes = left_[i] + *more;
            const int at = time_.nextBlock(kindOf(step), t, minutes);
            if (at > t) {
                t = at; // windows may have closed meanwhile
                continue;
            }
            const int held = t + minutes + wait_[i];
            const auto busy = thingsInTheWay(step, t, std::max(t + 1, held));
            const auto who = hands(step, t, t + minutes);
            const bool warm = !step.least_C || time_.warm(*step.least_C, t, held);
            if (busy || !who || !warm) {
                t = busy ? std::max(t + q_.grid, upTo(*busy)) : t + q_.grid;
                continue;
            }
            take(i, t, t + minutes, *who);
            for (const std::string& thing : step.holds) {
                things_[thing].take(t, held);
            }
            out_.start[i] = t;
            out_.end[i] = t + minutes;
            return inTime(i);
        }
        return false;
    }

    bool pieces(size_t i, bool begun)
    {
        const WorkStep& step = q_.steps[i];
        const SpanSums& hours = time_.any(kindOf(step));
        int left = left_[i];
        bool started = begun;
        int t = begun ? q_.now : opens(i);
        while (left > 0) {
            t = upTo(hours.next(upTo(t)));
            if (t >= q_.horizon) {
                return false;
            }
            if (!started) {
                int next = t;
                const auto more = late(i, t, next);
                if (!more) {
                    if (next <= t || next >= kNever) {
                        return false;
                    }
                    t = next;
                    continue;
                }
            }
            const int until = t + std::min(left, q_.grid);
            const auto busy = thingsInTheWay(step, t, until);
            const auto who = busy ? std::nullopt : hands(step, t, until);
            if (!who) {
                t = busy ? std::max(t + q_.grid, *busy) : t + q_.grid;
                continue;
            }
            if (!started) {
                int next = t;
                left += *late(i, t, next);
                out_.start[i] = t;
                started = true;
            }
            take(i, t, until, *who);
            for (const std::string& thing : step.holds) {
                things_[thing].take(t, until);
            }
            left -= until - t;
            t = until;
            out_.end[i] = t;
        }
        return inTime(i);
    }

    const ScheduleQuestion& q_;
    const WorkingTime& time_;
    std::vector<Taken> makers_;
    std::map<std::string, Taken> things_;
    std::map<size_t, bool> begun_;
    std::vector<int> wait_, left_;
    std::vector<char> placed_;
    PlainList out_;
};

/// The order of the list, each step after those it waits for; `first` says which of two that are free comes first.
std::vector<size_t> ordered(const std::vector<WorkStep>& steps, const std::vector<int>& first)
{
    std::vector<size_t> out;
    std::vector<char> done(steps.size(), 0);
    while (out.size() < steps.size()) {
        std::optional<size_t> best;
        for (size_t i = 0; i < steps.size(); ++i) {
            const bool open = done[i] == 0 && std::all_of(steps[i].after.begin(), steps[i].after.end(),
                                                          [&](const StepLink& link) { return done[link.step] != 0; });
            if (open && (!best || first[i] < first[*best])) {
                best = i;
            }
        }
        if (!best) { // a circle: those who make the question do not
            return {};
        }
        done[*best] = 1;
        out.push_back(*best);
    }
    return out;
}

/// The plan of one order; empty: it cannot be kept.
std::optional<PlainList> listOf(const ScheduleQuestion& question, const WorkingTime& time,
                                const std::vector<int>& first)
{
    Lister lister(question, time);
    bool whole = true;
    for (const StepFact& fact : question.facts) { // what is begun has the maker first
        whole = whole && (!fact.start || lister.place(fact.step));
    }
    for (const size_t i : ordered(question.steps, first)) {
        whole = whole && lister.place(i);
    }
    return whole ? lister.done() : std::nullopt;
}

bool sooner(const std::optional<PlainList>& list, const std::optional<PlainList>& than)
{
    return list && (!than || list->finish < than->finish);
}

} // namespace

std::optional<PlainList> plainList(const ScheduleQuestion& question, const WorkingTime& time)
{
    const Network network = networkOf(question.steps);
    if (network.circle || question.steps.empty()) {
        return std::nullopt;
    }
    std::vector<int> listed;
    for (size_t i = 0; i < question.steps.size(); ++i) {
        listed.push_back(static_cast<int>(i));
    }
    std::optional<PlainList> out;
    for (const std::vector<int>& first : {listed, network.latestStart}) {
        auto list = listOf(question, time, first);
        if (sooner(list, out)) {
            out = std::move(list);
        }
    }
    return out;
}

std::optional<PlainList> sampledList(const ScheduleQuestion& question, const WorkingTime& time, int tries,
                                     int goodEnough)
{
    const Network network = networkOf(question.steps);
    if (network.circle || question.steps.empty()) {
        return std::nullopt;
    }
    std::mt19937 dice(1); // the same question has the same answer
    std::vector<int> best = network.latestStart;
    std::optional<PlainList> out = listOf(question, time, best);
    const auto [least, most] = std::minmax_element(best.begin(), best.end());
    const auto width = static_cast<double>(*most - *least);
    for (int i = 0; i < tries && !(out && out->finish <= goodEnough); ++i) {
        // Far first, then nearer to the best order so far.
        constexpr double kFar = 0.3;
        constexpr double kNear = 0.03;
        const double reach = width * (kFar + (kNear - kFar) * i / tries);
        const auto span = static_cast<unsigned>(std::max(1.0, reach));
        std::vector<int> first = best;
        for (int& moment : first) {
            if (dice() % 3U == 0U) {
                moment += static_cast<int>(dice() % (2U * span + 1U)) - static_cast<int>(span);
            }
        }
        auto list = listOf(question, time, first);
        if (list && (!out || list->finish <= out->finish)) {
            out = std::move(list);
            best = std::move(first);
        }
    }
    return out;
}

} // namespace burl
