#include "core/days/work_plan.h"

#include <algorithm>
#include <climits>
#include <functional>
#include <set>

namespace burl
{
namespace
{

bool inOne(const Spans& spans, int from, int to)
{
    return std::any_of(spans.begin(), spans.end(),
                       [&](const auto& span) { return from >= span.first && to <= span.second; });
}

class Judge
{
public:
    Judge(const std::vector<WorkStep>& steps, const WorkCalendar& calendar, const std::vector<WorkPiece>& pieces)
        : steps_(steps), calendar_(calendar), of_(steps.size())
    {
        for (const WorkPiece& piece : pieces) {
            of_[piece.step].push_back(piece);
        }
        for (auto& mine : of_) {
            std::sort(mine.begin(), mine.end(), [](const WorkPiece& a, const WorkPiece& b) { return a.from < b.from; });
        }
    }

    JudgedPlan judge()
    {
        const bool whole = std::none_of(of_.begin(), of_.end(), [](const auto& mine) { return mine.empty(); });
        if (!whole) {
            return {{"work"}, std::nullopt};
        }
        JudgedPlan out;
        int finish = 0;
        for (size_t i = 0; i < steps_.size(); ++i) {
            work(i);
            place(i);
            links(i);
            finish = std::max(finish, doneOf(i));
        }
        overlaps();
        out.broken.assign(broken_.begin(), broken_.end());
        out.finish = finish;
        return out;
    }

private:
    [[nodiscard]] int startOf(size_t i) const { return of_[i].front().from; }
    [[nodiscard]] int doneOf(size_t i) const { return of_[i].back().to + steps_[i].wait; }

    /// Hands that the step takes: more when it is begun after a window that may be missed.
    [[nodiscard]] int handsOf(size_t i) const
    {
        int out = steps_[i].hands;
        for (const StepLink& link : steps_[i].after) {
            const int gap = startOf(i) - beginOf(link);
            out += link.most && gap > *link.most && link.lateHands ? *link.lateHands : 0;
        }
        return out;
    }
    [[nodiscard]] int beginOf(const StepLink& link) const
    {
        return link.from == LinkFrom::Start ? startOf(link.step) : doneOf(link.step);
    }

    void work(size_t i)
    {
        int sum = 0;
        for (size_t k = 0; k < of_[i].size(); ++k) {
            sum += of_[i][k].to - of_[i][k].from;
            if (k > 0 && of_[i][k].from < of_[i][k - 1].to) {
                broken_.insert("work");
            }
        }
        if (sum != handsOf(i)) {
            broken_.insert("work");
        }
        if (!steps_[i].split && of_[i].size() > 1) {
            broken_.insert("split");
        }
    }

    void place(size_t i)
    {
        const WorkStep& step = steps_[i];
        for (const WorkPiece& piece : of_[i]) {
            if (piece.to == piece.from) { // a pure wait begins whenever it may
                continue;
            }
            // A block lies in one session; what may be cut may not lie outside of all.
            const int day = piece.from / kMinutesOfDay;
            if (!inOne(sessionsOf(calendar_, day, piece.maker), piece.from, piece.to) ||
                (piece.with && !inOne(sessionsOf(calendar_, day, *piece.with), piece.from, piece.to))) {
                broken_.insert("hours");
            }
            if (step.persons > 1 && !piece.with && !inOne(calendar_.helper, piece.from, piece.to)) {
                broken_.insert("helper");
            }
            if (step.daylight && calendar_.daylight) {
                const int midnight = day * kMinutesOfDay;
                if (piece.from < midnight + calendar_.daylight->first ||
                    piece.to > midnight + calendar_.daylight->second) {
                    broken_.insert("daylight");
                }
            }
        }
        if ((step.notBefore && startOf(i) < *step.notBefore) || (step.notAfter && startOf(i) > *step.notAfter)) {
            broken_.insert("date");
        }
        if (step.least_C) {
            for (size_t k = 0; k < calendar_.shop.size(); ++k) {
                const int until = k + 1 < calendar_.shop.size() ? calendar_.shop[k + 1].first : INT_MAX;
                if (calendar_.shop[k].second < *step.least_C && calendar_.shop[k].first < doneOf(i) &&
                    until > startOf(i)) {
                    broken_.insert("warm");
                }
            }
        }
    }

    void links(size_t i)
    {
        for (const StepLink& link : steps_[i].after) {
            const int gap = startOf(i) - beginOf(link);
            if (gap < link.least) {
                broken_.insert("link");
            }
            const bool mayBeLate = link.lateHands && gap >= link.lateLeast.value_or(0);
            if (link.most && gap > *link.most && !mayBeLate) {
                broken_.insert("window");
            }
        }
    }

    [[nodiscard]] static bool busy(const WorkPiece& piece, size_t maker)
    {
        return piece.maker == maker || piece.with == maker;
    }

    void overlaps()
    {
        std::vector<WorkPiece> all;
        for (const auto& mine : of_) {
            all.insert(all.end(), mine.begin(), mine.end());
        }
        for (size_t a = 0; a < all.size(); ++a) {
            for (size_t b = a + 1; b < all.size(); ++b) {
                const bool share = busy(all[a], all[b].maker) || (all[b].with && busy(all[a], *all[b].with));
                if (share && all[a].step != all[b].step && all[a].from < all[b].to && all[b].from < all[a].to) {
                    broken_.insert("overlap");
                }
            }
        }
        for (size_t a = 0; a < steps_.size(); ++a) {
            for (size_t b = a + 1; b < steps_.size(); ++b) {
                const bool shares =
                    std::any_of(steps_[a].holds.begin(), steps_[a].holds.end(), [&](const std::string& thing) {
                        return std::find(steps_[b].holds.begin(), steps_[b].holds.end(), thing) !=
                               steps_[b].holds.end();
                    });
                if (shares && meet(a, b)) {
                    broken_.insert("shared");
                }
            }
        }
    }

    /// From its start to its done; what may be cut has a thing only while it is worked on.
    [[nodiscard]] Spans held(size_t i) const
    {
        if (!steps_[i].split) {
            return {{startOf(i), doneOf(i)}};
        }
        Spans out;
        for (const WorkPiece& piece : of_[i]) {
            out.emplace_back(piece.from, piece.to);
        }
        return out;
    }
    [[nodiscard]] bool meet(size_t a, size_t b) const
    {
        for (const auto& x : held(a)) {
            for (const auto& y : held(b)) {
                if (x.first < y.second && y.first < x.second) {
                    return true;
                }
            }
        }
        return false;
    }

    const std::vector<WorkStep>& steps_;
    const WorkCalendar& calendar_;
    std::vector<std::vector<WorkPiece>> of_;
    std::set<std::string> broken_;
};

} // namespace

Spans sessionsOf(const WorkCalendar& calendar, int day, size_t maker)
{
    Spans out;
    const std::vector<int>& off = maker == 0 ? calendar.off : calendar.others.at(maker - 1).off;
    if (std::find(off.begin(), off.end(), day) != off.end()) {
        return out;
    }
    const auto weekday = static_cast<size_t>((calendar.firstWeekday + day) % 7);
    for (const auto& [from, to] : (maker == 0 ? calendar.hours : calendar.others[maker - 1].hours)[weekday]) {
        out.emplace_back(day * kMinutesOfDay + from, day * kMinutesOfDay + to);
    }
    return out;
}

JudgedPlan judged(const std::vector<WorkStep>& steps, const WorkCalendar& calendar,
                  const std::vector<WorkPiece>& pieces)
{
    return Judge(steps, calendar, pieces).judge();
}

Network networkOf(const std::vector<WorkStep>& steps)
{
    Network out;
    const size_t n = steps.size();
    // In an order in which each comes after what it waits for.
    std::vector<size_t> order;
    std::vector<int> seen(n, 0);
    const std::function<void(size_t)> visit = [&](size_t i) {
        if (seen[i] == 1) {
            out.circle = true;
        }
        if (seen[i] != 0) {
            return;
        }
        seen[i] = 1;
        for (const StepLink& link : steps[i].after) {
            visit(link.step);
        }
        seen[i] = 2;
        order.push_back(i);
    };
    for (size_t i = 0; i < n; ++i) {
        visit(i);
    }
    if (out.circle) {
        return out;
    }
    const auto length = [&](size_t i) { return steps[i].hands + steps[i].wait; };
    out.earliestStart.assign(n, 0);
    out.earliestFinish.assign(n, 0);
    for (const size_t i : order) {
        for (const StepLink& link : steps[i].after) {
            const int begin = out.earliestStart[link.step] + (link.from == LinkFrom::Done ? length(link.step) : 0);
            out.earliestStart[i] = std::max(out.earliestStart[i], begin + link.least);
        }
        out.earliestFinish[i] = out.earliestStart[i] + length(i);
        out.finish = std::max(out.finish, out.earliestFinish[i]);
    }
    out.latestStart.assign(n, 0);
    out.latestFinish.assign(n, 0);
    out.freeFloat.assign(n, 0);
    for (size_t i = 0; i < n; ++i) {
        out.latestStart[i] = out.finish - length(i);
        out.freeFloat[i] = out.finish - out.earliestFinish[i];
    }
    for (auto at = order.rbegin(); at != order.rend(); ++at) {
        for (const StepLink& link : steps[*at].after) {
            const int taken = link.least + (link.from == LinkFrom::Done ? length(link.step) : 0);
            out.latestStart[link.step] = std::min(out.latestStart[link.step], out.latestStart[*at] - taken);
            out.freeFloat[link.step] =
                std::min(out.freeFloat[link.step], out.earliestStart[*at] - taken - out.earliestStart[link.step]);
        }
    }
    for (size_t i = 0; i < n; ++i) {
        out.latestFinish[i] = out.latestStart[i] + length(i);
        out.totalFloat.push_back(out.latestStart[i] - out.earliestStart[i]);
        if (out.totalFloat[i] == 0) {
            out.critical.push_back(i);
        }
    }
    return out;
}

} // namespace burl
