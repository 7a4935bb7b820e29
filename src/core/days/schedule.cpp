#include "core/days/schedule.h"

#include <algorithm>
#include <climits>

#include "core/days/plain_list.h"
#include "core/days/plan_search.h"

namespace burl
{
namespace
{

constexpr int kOrders = 120;   // in which the steps of a large question are listed one after the other
constexpr int kBisections = 7; // between the bound and the first plan, to a hundredth

int workBoundIn(const WorkingTime& time, const ScheduleQuestion& question)
{
    int work = 0;
    for (const WorkStep& step : question.steps) {
        work += step.hands;
    }
    for (const StepFact& fact : question.facts) {
        if (fact.start) {
            const int hands = question.steps[fact.step].hands;
            work -= fact.end ? hands : std::min(hands, fact.worked.value_or(0));
        }
    }
    int low = question.now;
    int high = question.horizon;
    while (low < high) {
        const int middle = low + (high - low) / 2;
        int has = 0;
        for (size_t maker = 0; maker < time.makers(); ++maker) {
            has += time.of(maker).worked(middle) - time.of(maker).worked(question.now);
        }
        if (has >= work) {
            high = middle;
        } else {
            low = middle + 1;
        }
    }
    return low;
}

class Scheduler
{
public:
    explicit Scheduler(const ScheduleQuestion& question)
        : steps_(question.steps), grid_(question.grid), horizon_(question.horizon), now_(question.now),
          facts_(question.facts), time_(question.calendar, question.horizon, question.grid)
    {
        for (const StepFact& fact : facts_) {
            WorkStep& step = steps_[fact.step];
            step.wait = fact.wait.value_or(step.wait);
            if (fact.start) { // what is done is not judged
                step.after.clear();
                step.notBefore.reset();
                step.notAfter.reset();
                step.due.reset();
            }
        }
        findMissed(question);
    }

    StepSpans begun(const StepBounds& bounds)
    {
        StepSpans out = bounds.open();
        free_.assign(time_.makers(), now_);
        for (const StepFact& fact : facts_) {
            if (!fact.start) {
                continue;
            }
            StepSpan& s = out[fact.step];
            s.startLeast = s.startMost = *fact.start;
            if (fact.end) {
                s.is = StepSpan::Is::Ended;
                s.left = 0;
                s.endLeast = s.endMost = *fact.end;
                free_[0] = std::max(free_[0], *fact.end);
            } else {
                s.is = StepSpan::Is::Begun;
                s.left = std::max(0, s.left - fact.worked.value_or(0));
                s.free = now_;
                if (s.left == 0) {
                    s.is = StepSpan::Is::Ended;
                    s.endLeast = s.endMost = now_;
                }
            }
        }
        for (StepSpan& s : out) {
            if (s.is == StepSpan::Is::Waiting) {
                s.startLeast = std::max(s.startLeast, now_);
            }
        }
        return out;
    }

    /// The finish of a maker for every step; empty: it cannot be.
    std::optional<int> unlimited()
    {
        const StepBounds bounds(steps_, time_, grid_, horizon_);
        StepSpans states = begun(bounds);
        if (!bounds.tighten(states)) {
            return std::nullopt;
        }
        int finish = 0;
        for (size_t i = 0; i < steps_.size(); ++i) {
            finish = std::max(finish, states[i].endLeast + steps_[i].wait);
        }
        return finish;
    }

    PlanSearch::Found look(std::optional<int> due, bool every, int effort, const std::atomic<bool>* stop)
    {
        std::vector<WorkStep> steps = steps_;
        if (due) {
            for (WorkStep& step : steps) {
                step.due = std::min(step.due.value_or(INT_MAX), *due);
            }
        }
        const StepBounds bounds(steps, time_, grid_, horizon_);
        PlanSearch search(steps, time_, bounds, grid_);
        const StepSpans states = begun(bounds);
        const int tens = static_cast<int>(steps.size()) / 10 + 1;
        const int most = effort < INT_MAX / tens ? effort * tens : INT_MAX;
        const PlanSearch::Found found = search.look(states, free_, every, most, stop);
        if (found == PlanSearch::Found::Plan) {
            keep(search);
        }
        return found;
    }

    void keep(const PlanSearch& search)
    {
        found_.pieces = joined(search.pieces());
        found_.start.clear();
        found_.end.clear();
        int finish = 0;
        for (size_t i = 0; i < steps_.size(); ++i) {
            const StepSpan& s = search.states()[i];
            found_.start.push_back(s.startLeast);
            found_.end.push_back(s.endLeast);
            finish = std::max(finish, s.endLeast + steps_[i].wait);
            if (s.startLeast == s.endLeast && steps_[i].hands == 0 && s.startLeast >= now_) {
                found_.pieces.push_back({i, s.startLeast, s.startLeast, 0, std::nullopt});
            }
        }
        std::stable_sort(found_.pieces.begin(), found_.pieces.end(),
                         [](const WorkPiece& a, const WorkPiece& b) { return a.from < b.from; });
        found_.finish = finish;
    }

    /// A plan that was made otherwise.
    void keep(const PlainList& list)
    {
        found_.pieces = joined(list.pieces);
        found_.start = list.start;
        found_.end = list.end;
        for (size_t i = 0; i < steps_.size(); ++i) {
            if (steps_[i].hands == 0 && list.start[i] == list.end[i] && list.start[i] >= now_) {
                found_.pieces.push_back({i, list.start[i], list.start[i], 0, std::nullopt});
            }
        }
        std::stable_sort(found_.pieces.begin(), found_.pieces.end(),
                         [](const WorkPiece& a, const WorkPiece& b) { return a.from < b.from; });
        found_.finish = list.finish;
    }

    std::vector<WorkStep>& steps() { return steps_; }
    Schedule& found() { return found_; }
    [[nodiscard]] int horizon() const { return horizon_; }
    [[nodiscard]] const WorkingTime& time() const { return time_; }

private:
    /// Pieces that follow each other are one.
    static std::vector<WorkPiece> joined(const std::vector<WorkPiece>& pieces)
    {
        std::vector<WorkPiece> out;
        for (const WorkPiece& piece : pieces) {
            const auto before = std::find_if(out.rbegin(), out.rend(), [&](const WorkPiece& p) {
                return p.step == piece.step && p.maker == piece.maker && p.with == piece.with && p.to == piece.from;
            });
            if (before != out.rend()) {
                before->to = piece.to;
            } else {
                out.push_back(piece);
            }
        }
        return out;
    }

    /// Windows that opened with what is done and closed before now.
    void findMissed(const ScheduleQuestion& question)
    {
        found_.missed.clear();
        const auto factOf = [&](size_t step) -> const StepFact* {
            for (const StepFact& fact : facts_) {
                if (fact.step == step && fact.start) {
                    return &fact;
                }
            }
            return nullptr;
        };
        for (size_t i = 0; i < question.steps.size(); ++i) {
            if (factOf(i) != nullptr) {
                continue;
            }
            for (const StepLink& link : question.steps[i].after) {
                const StepFact* before = factOf(link.step);
                if (before == nullptr || !link.most || (link.from == LinkFrom::Done && !before->end)) {
                    continue;
                }
                const int begin = link.from == LinkFrom::Start
                                      ? *before->start
                                      : *before->end + before->wait.value_or(question.steps[link.step].wait);
                if (begin + *link.most < now_) {
                    found_.missed.push_back(i);
                    break;
                }
            }
        }
    }

    std::vector<WorkStep> steps_;
    int grid_;
    int horizon_;
    int now_;
    std::vector<StepFact> facts_;
    WorkingTime time_;
    std::vector<int> free_;
    Schedule found_;
};

/// First a bound, then any plan, then better ones until none can be.
Schedule earliest(Scheduler& scheduler, const ScheduleQuestion& question, const Effort& effort)
{
    using Found = PlanSearch::Found;
    Schedule& out = scheduler.found();
    const std::optional<int> unlimited = scheduler.unlimited();
    if (!unlimited) {
        out.proven = true;
        return out;
    }
    out.lower = std::max(*unlimited, workBoundIn(scheduler.time(), question));
    const auto quick = [&](int due) { return scheduler.look(due, false, effort.quick, effort.stop) == Found::Plan; };
    if (quick(out.lower)) {
        out.proven = true;
        return out;
    }
    int step = kMinutesOfDay;
    int tried = out.lower;
    while (!out.finish && tried < scheduler.horizon()) {
        tried = std::min(scheduler.horizon(), tried + step);
        step *= 2;
        quick(tried);
    }
    const auto closeIn = [&] {
        int low = out.lower;
        for (int i = 0; out.finish && i<kBisections&& * out.finish - low> 1; ++i) {
            const int middle = low + (*out.finish - low) / 2;
            low = quick(middle) ? low : middle;
        }
    };
    closeIn();
    // Never later than a plain list: the search may take a wrong turn early and not come back from it.
    const auto list = plainList(question, scheduler.time());
    if (list && list->finish <= scheduler.horizon() && (!out.finish || list->finish < *out.finish)) {
        scheduler.keep(*list);
        closeIn();
    }
    // Where much lies side by side, other orders may still be better by days.
    constexpr double kClose = 0.01;
    const auto close = static_cast<int>(out.lower + kClose * (out.lower - question.now));
    if (effort.exact > 0 && (!out.finish || *out.finish > close)) {
        const auto other = sampledList(question, scheduler.time(), kOrders, close);
        if (other && other->finish <= scheduler.horizon() && (!out.finish || other->finish < *out.finish)) {
            scheduler.keep(*other);
            closeIn();
        }
    }
    while (effort.exact > 0) {
        const int due = out.finish ? *out.finish - 1 : scheduler.horizon();
        const Found found = due < out.lower ? Found::None : scheduler.look(due, true, effort.exact, effort.stop);
        if (found != Found::Plan) {
            out.proven = found == Found::None;
            break;
        }
    }
    return out;
}

} // namespace

int workBound(const ScheduleQuestion& question)
{
    return workBoundIn(WorkingTime(question.calendar, question.horizon, question.grid), question);
}

Schedule schedule(const ScheduleQuestion& question, const Effort& effort)
{
    Scheduler scheduler(question);
    return earliest(scheduler, question, effort);
}

Schedule scheduleByDues(const ScheduleQuestion& question, const Effort& effort)
{
    Scheduler scheduler(question);
    const PlanSearch::Found found = scheduler.look(std::nullopt, false, effort.quick, effort.stop);
    scheduler.found().proven = found == PlanSearch::Found::None;
    return scheduler.found();
}

namespace
{

/// The least (or most) end of a step with which some plan keeps everything.
int leastEnd(Scheduler& scheduler, size_t i, int low, int high, const Effort& effort)
{
    const std::optional<int> was = scheduler.steps()[i].due;
    while (low < high) {
        const int middle = low + (high - low) / 2;
        scheduler.steps()[i].due = middle + scheduler.steps()[i].wait;
        if (scheduler.look(std::nullopt, false, effort.quick, effort.stop) == PlanSearch::Found::Plan ||
            scheduler.look(std::nullopt, true, effort.exact, effort.stop) == PlanSearch::Found::Plan) {
            high = std::min(middle, scheduler.found().end[i]);
        } else {
            low = middle + 1;
        }
    }
    scheduler.steps()[i].due = was;
    return low;
}

int mostEnd(Scheduler& scheduler, size_t i, int low, int high, const Effort& effort)
{
    while (low < high) {
        const int middle = low + (high - low + 1) / 2;
        scheduler.steps()[i].endNotBefore = middle;
        if (scheduler.look(std::nullopt, true, effort.exact, effort.stop) == PlanSearch::Found::Plan) {
            low = std::max(middle, scheduler.found().end[i]);
        } else {
            high = middle - 1;
        }
    }
    scheduler.steps()[i].endNotBefore.reset();
    return low;
}

} // namespace

Schedule scheduleFirst(const ScheduleQuestion& question, const Effort& effort)
{
    Scheduler scheduler(question);
    Schedule out = earliest(scheduler, question, effort);
    if (!out.finish) {
        return out;
    }
    for (WorkStep& step : scheduler.steps()) {
        step.due = std::min(step.due.value_or(INT_MAX), *out.finish);
    }
    for (size_t i = 0; i < scheduler.steps().size(); ++i) {
        const int least = leastEnd(scheduler, i, question.now, scheduler.found().end[i], effort);
        scheduler.steps()[i].due = least + scheduler.steps()[i].wait;
        if (scheduler.found().end[i] != least) { // the last look may have failed: look at what is kept now
            scheduler.look(std::nullopt, true, effort.exact, effort.stop);
        }
    }
    scheduler.found().proven = out.proven;
    scheduler.found().lower = out.lower;
    return scheduler.found();
}

Chain chainOf(const ScheduleQuestion& question, const Effort& effort)
{
    Scheduler scheduler(question);
    const Schedule best = earliest(scheduler, question, effort);
    Chain out;
    out.finish = best.finish;
    if (!best.finish) {
        return out;
    }
    for (WorkStep& step : scheduler.steps()) {
        step.due = std::min(step.due.value_or(INT_MAX), *best.finish);
    }
    for (size_t i = 0; i < question.steps.size(); ++i) {
        out.endEarliest.push_back(leastEnd(scheduler, i, question.now, best.end[i], effort));
        out.endLatest.push_back(mostEnd(scheduler, i, best.end[i], *best.finish - scheduler.steps()[i].wait, effort));
        if (out.endEarliest[i] == out.endLatest[i]) {
            out.critical.push_back(i);
        }
    }
    return out;
}

} // namespace burl
