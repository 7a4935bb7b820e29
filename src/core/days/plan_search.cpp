#include "core/days/plan_search.h"

#include <algorithm>

namespace burl
{
namespace
{

/// Beyond so many steps the sums of work between any two moments cost more than they rule out.
constexpr size_t kStepsForSums = 60;

using Is = StepSpan::Is;

} // namespace

PlanSearch::PlanSearch(const std::vector<WorkStep>& steps, const WorkingTime& time, const StepBounds& bounds, int grid)
    : steps_(steps), time_(time), bounds_(bounds), grid_(grid), holds_(steps.size()), regular_(steps.size(), 1)
{
    std::map<std::string, size_t> things;
    for (size_t i = 0; i < steps.size(); ++i) {
        for (const std::string& thing : steps[i].holds) {
            holds_[i].push_back(things.emplace(thing, things.size()).first->second);
        }
        if (!steps[i].split || steps[i].endNotBefore) {
            regular_[i] = 0;
        }
        for (const StepBounds::After& after : bounds.waitingFor(i)) {
            if (after.link->most) {
                regular_[i] = 0;
            }
        }
    }
    things_ = things.size();
}

PlanSearch::Found PlanSearch::look(StepSpans begun, const std::vector<int>& makersFree, bool every, int effort,
                                   const std::atomic<bool>* stop)
{
    every_ = every;
    left_ = effort;
    stop_ = stop;
    gaveUp_ = false;
    failed_.clear();
    pieces_.clear();
    Node node{std::move(begun), makersFree, std::vector<int>(things_, 0)};
    for (size_t i = 0; i < steps_.size(); ++i) {
        for (const size_t thing : holds_[i]) {
            if (node.steps[i].is == Is::Ended) {
                const int wait = steps_[i].split ? 0 : steps_[i].wait;
                node.things[thing] = std::max(node.things[thing], node.steps[i].endLeast + wait);
            }
        }
    }
    if (!bounds_.tighten(node.steps)) {
        return Found::None;
    }
    if (go(node)) {
        return Found::Plan;
    }
    return gaveUp_ ? Found::GaveUp : Found::None;
}

/// Waits without work begin by themselves, as soon as they may.
bool PlanSearch::settleWaits(Node& node) const
{
    for (bool moved = true; moved;) {
        moved = false;
        for (size_t i = 0; i < steps_.size(); ++i) {
            StepSpan& s = node.steps[i];
            if (s.is != Is::Waiting || s.left > 0) {
                continue;
            }
            const bool open = std::all_of(steps_[i].after.begin(), steps_[i].after.end(), [&](const StepLink& link) {
                const Is is = node.steps[link.step].is;
                return is == Is::Ended || (link.from == LinkFrom::Start && is == Is::Begun);
            });
            if (!open) {
                continue;
            }
            s.is = Is::Ended;
            s.startMost = s.endLeast = s.endMost = s.startLeast;
            if (!bounds_.tighten(node.steps, {i})) {
                return false;
            }
            moved = true;
        }
    }
    return true;
}

/// What it waits for is there; `late`: minutes of work more, where a window was missed that may be.
bool PlanSearch::ready(const Node& node, size_t i, int t, int& late) const
{
    late = 0;
    const StepSpan& s = node.steps[i];
    if (t < s.startLeast || t > s.startMost) {
        return false;
    }
    for (const StepLink& link : steps_[i].after) {
        const StepSpan& before = node.steps[link.step];
        int begin = before.startLeast;
        if (link.from == LinkFrom::Done) {
            if (before.is != Is::Ended) {
                return false;
            }
            begin = before.endLeast + steps_[link.step].wait;
        } else if (before.is == Is::Waiting) {
            return false;
        }
        const int gap = t - begin;
        if (gap < link.least) {
            return false;
        }
        if (link.most && gap > *link.most) {
            if (!link.lateHands || gap < link.lateLeast.value_or(0)) {
                return false;
            }
            late += *link.lateHands;
        }
    }
    return true;
}

std::optional<PlanSearch::Move> PlanSearch::block(const Node& node, size_t maker, size_t i, int t) const
{
    const WorkStep& step = steps_[i];
    int late = 0;
    if (!ready(node, i, t, late)) {
        return std::nullopt;
    }
    Move move{i, node.steps[i].startMost, node.steps[i].left + late, std::nullopt, true};
    const int end = t + move.minutes;
    if (end > node.steps[i].endMost || (step.endNotBefore && end < *step.endNotBefore) ||
        time_.of(maker).holding(t, end) == nullptr || (step.daylight && !time_.inDaylight(t, end)) ||
        (step.least_C && !time_.warm(*step.least_C, t, end + step.wait))) {
        return std::nullopt;
    }
    for (const size_t thing : holds_[i]) {
        if (node.things[thing] > t) {
            return std::nullopt;
        }
    }
    if (step.persons > 1 && time_.helper().holding(t, end) == nullptr) {
        for (size_t other = 0; other < node.free.size() && !move.with; ++other) {
            if (other != maker && node.free[other] <= t && time_.of(other).holding(t, end) != nullptr) {
                move.with = other;
            }
        }
        if (!move.with) {
            return std::nullopt;
        }
    }
    return move;
}

/// The next moment after `t` at which something else may or must begin.
int PlanSearch::nextChange(const Node& node, size_t but, int t) const
{
    int out = kNever;
    for (size_t i = 0; i < steps_.size(); ++i) {
        const StepSpan& s = node.steps[i];
        if (i == but || s.is == Is::Ended) {
            continue;
        }
        if (s.is == Is::Waiting) {
            out = s.startLeast > t ? std::min(out, s.startLeast) : out;
            out = s.startMost > t ? std::min(out, s.startMost) : out;
        } else if (s.free > t) {
            out = std::min(out, s.free);
        }
    }
    return out;
}

std::optional<PlanSearch::Move> PlanSearch::stretch(const Node& node, size_t maker, size_t i, int t) const
{
    const WorkStep& step = steps_[i];
    const StepSpan& s = node.steps[i];
    int late = 0;
    if (s.is == Is::Waiting ? !ready(node, i, t, late) : s.free > t) {
        return std::nullopt;
    }
    if (std::any_of(holds_[i].begin(), holds_[i].end(), [&](size_t thing) { return node.things[thing] > t; })) {
        return std::nullopt;
    }
    const int hands = s.left + late;
    const SpanSums& hours = time_.any(bounds_.kind(i));
    const auto* mine = time_.of(maker).holding(t, t + 1);
    const auto* span = hours.holding(t, t + 1);
    if (mine == nullptr || span == nullptr) {
        return std::nullopt;
    }
    int end = std::min({mine->second, span->second, t + hands});
    Move move{i, 0, 0, std::nullopt, false};
    move.urgency = s.is == Is::Waiting ? s.startMost : hours.startAfter(hours.worked(s.endMost) - s.left);
    end = std::min(end, every_ ? t + grid_ : std::max(t + grid_, nextChange(node, i, t)));
    if (step.persons > 1) {
        const auto* helped = time_.helper().holding(t, t + 1);
        if (helped != nullptr) {
            end = std::min(end, helped->second);
        } else {
            for (size_t other = 0; other < node.free.size() && !move.with; ++other) {
                const auto* theirs = time_.of(other).holding(t, t + 1);
                if (other != maker && node.free[other] <= t && theirs != nullptr) {
                    move.with = other;
                    end = std::min(end, theirs->second);
                }
            }
            if (!move.with) {
                return std::nullopt;
            }
        }
    }
    if (step.endNotBefore && end - t == hands && end < *step.endNotBefore) {
        end -= std::min(grid_, end - t); // its last part waits
    }
    move.minutes = end - t;
    return move.minutes > 0 ? std::optional(move) : std::nullopt;
}

std::vector<PlanSearch::Move> PlanSearch::moves(const Node& node, size_t maker, int t) const
{
    std::vector<Move> out;
    for (size_t i = 0; i < steps_.size(); ++i) {
        const StepSpan& s = node.steps[i];
        if (s.is == Is::Ended || s.left == 0) {
            continue;
        }
        const bool pieces = steps_[i].split || s.is == Is::Begun;
        if (auto move = pieces ? stretch(node, maker, i, t) : block(node, maker, i, t)) {
            out.push_back(*move);
        }
    }
    std::stable_sort(out.begin(), out.end(), [&](const Move& a, const Move& b) {
        return a.urgency != b.urgency ? a.urgency < b.urgency : steps_[a.step].wait > steps_[b.step].wait;
    });
    return out;
}

bool PlanSearch::take(const Node& node, size_t maker, int t, const Move& move)
{
    const int end = t + move.minutes;
    if (end > node.steps[move.step].endMost) { // minutes more for a window that was missed go beyond what is due
        return false;
    }
    Node child = node;
    StepSpan& s = child.steps[move.step];
    int late = 0;
    if (s.is == Is::Waiting) {
        static_cast<void>(ready(node, move.step, t, late)); // it was asked before: only how late it is
        s.startLeast = s.startMost = t;
        s.left += late;
    }
    s.left -= move.minutes;
    s.is = s.left == 0 ? Is::Ended : Is::Begun;
    s.free = end;
    if (s.left == 0) {
        s.endLeast = s.endMost = end;
    }
    for (const size_t thing : holds_[move.step]) { // what may be cut lets go of it in between
        child.things[thing] = end + (steps_[move.step].split ? 0 : steps_[move.step].wait);
    }
    child.free[maker] = end;
    if (move.with) {
        child.free[*move.with] = end;
    }
    pieces_.push_back({move.step, t, end, maker, move.with});
    if (bounds_.tighten(child.steps, {move.step}) && go(child)) {
        return true;
    }
    pieces_.pop_back();
    return false;
}

/// Between any two moments the makers have the minutes that must be worked there.
bool PlanSearch::enough(const Node& node, int t) const
{
    struct Left {
        int head;
        int due;
        int minutes;
    };
    std::vector<Left> all;
    for (size_t i = 0; i < steps_.size(); ++i) {
        const StepSpan& s = node.steps[i];
        if (s.is != Is::Ended && s.left > 0) {
            all.push_back({s.is == Is::Waiting ? s.startLeast : std::max(t, s.free), s.endMost, s.left});
        }
    }
    std::sort(all.begin(), all.end(), [](const Left& a, const Left& b) { return a.due < b.due; });
    const bool few = all.size() <= kStepsForSums;
    for (const Left& from : all) {
        const int head = few ? from.head : t;
        int before = 0;
        for (size_t maker = 0; maker < node.free.size(); ++maker) {
            before += time_.of(maker).worked(std::max(head, node.free[maker]));
        }
        int sum = 0;
        for (const Left& work : all) {
            if (work.head < head) {
                continue;
            }
            sum += work.minutes;
            int has = -before;
            for (size_t maker = 0; maker < node.free.size(); ++maker) {
                has += time_.of(maker).worked(std::max(work.due, node.free[maker]));
            }
            if (sum > has) {
                return false;
            }
        }
        if (!few) {
            break;
        }
    }
    return true;
}

/// Two moments with the same signature have the same future.
std::string PlanSearch::signature(const Node& node, int t) const
{
    std::string out;
    const auto put = [&](int value) { out.append(reinterpret_cast<const char*>(&value), sizeof(value)); };
    for (const int free : node.free) {
        put(std::max(free, t));
    }
    for (size_t i = 0; i < steps_.size(); ++i) {
        const StepSpan& s = node.steps[i];
        put(s.left);
        if (s.is == Is::Waiting) {
            continue;
        }
        const bool asked = std::any_of(bounds_.waitingFor(i).begin(), bounds_.waitingFor(i).end(),
                                       [&](const auto& a) { return node.steps[a.step].is == Is::Waiting; });
        put(asked ? s.startLeast : -1);
        put(asked && s.is == Is::Ended ? s.endLeast : -1);
    }
    for (const int held : node.things) {
        put(std::max(held, t));
    }
    return out;
}

bool PlanSearch::go(Node& node)
{
    if (--left_ < 0 || (stop_ != nullptr && *stop_)) {
        gaveUp_ = true;
        return false;
    }
    if (!settleWaits(node)) {
        return false;
    }
    if (std::all_of(node.steps.begin(), node.steps.end(), [](const StepSpan& s) { return s.is == Is::Ended; })) {
        done_ = node.steps;
        return true;
    }
    size_t maker = 0;
    int t = kNever;
    for (size_t i = 0; i < node.free.size(); ++i) {
        const int next = time_.of(i).next((node.free[i] + grid_ - 1) / grid_ * grid_);
        node.free[i] = next;
        if (next < t) {
            t = next;
            maker = i;
        }
    }
    if (t >= kNever) {
        return false;
    }
    t = (t + grid_ - 1) / grid_ * grid_;
    // Nothing begins before now.
    std::vector<size_t> touched;
    for (size_t i = 0; i < steps_.size(); ++i) {
        StepSpan& s = node.steps[i];
        if (s.is == Is::Waiting && s.left > 0 && s.startLeast < t) {
            s.startLeast = t;
            touched.push_back(i);
        } else if (s.is == Is::Begun && s.free < t) {
            s.free = t;
            touched.push_back(i);
        }
    }
    if (!bounds_.tighten(node.steps, std::move(touched)) || !enough(node, t)) {
        return false;
    }
    std::string key;
    if (every_) {
        key = signature(node, t);
        if (failed_.count(key) > 0) {
            return false;
        }
    }
    const std::vector<Move> all = moves(node, maker, t);
    for (const Move& move : all) {
        if (take(node, maker, t, move)) {
            return true;
        }
        if (gaveUp_) {
            return false;
        }
    }
    // Or the maker waits: never where something could be worked on that harms nothing.
    const bool harmless = std::any_of(all.begin(), all.end(), [&](const Move& m) { return regular_[m.step] != 0; });
    if (!harmless || node.free.size() > 1) {
        Node child = node;
        int until = t + grid_;
        if (!every_) {
            until = nextChange(node, steps_.size(), t);
            for (const int free : node.free) {
                until = free > t ? std::min(until, free) : until;
            }
            for (const int held : node.things) {
                until = held > t ? std::min(until, held) : until;
            }
            until = std::max(t + grid_, until);
        }
        child.free[maker] = until;
        if (go(child)) {
            return true;
        }
    }
    if (every_ && !gaveUp_) {
        failed_.insert(std::move(key));
    }
    return false;
}

} // namespace burl
