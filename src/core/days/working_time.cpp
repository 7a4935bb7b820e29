#include "core/days/working_time.h"

#include <algorithm>

namespace burl
{
namespace
{

Spans intersection(const Spans& a, const Spans& b)
{
    Spans out;
    for (const auto& [from, to] : a) {
        auto at = std::upper_bound(b.begin(), b.end(), std::make_pair(from, kNever));
        if (at != b.begin()) {
            --at;
        }
        for (; at != b.end() && at->first < to; ++at) {
            const int begin = std::max(from, at->first);
            const int end = std::min(to, at->second);
            if (begin < end) {
                out.emplace_back(begin, end);
            }
        }
    }
    return out;
}

/// Where any of them is; stretches that overlap become one, those that only touch stay two: a block does not cross a
/// pause.
Spans unionOf(Spans all)
{
    std::sort(all.begin(), all.end());
    Spans out;
    for (const auto& span : all) {
        if (!out.empty() && span.first < out.back().second) {
            out.back().second = std::max(out.back().second, span.second);
        } else {
            out.push_back(span);
        }
    }
    return out;
}

int ceilTo(int minute, int grid)
{
    return (minute + grid - 1) / grid * grid;
}

} // namespace

SpanSums::SpanSums(Spans spans) : spans_(std::move(spans))
{
    int sum = 0;
    for (const auto& [from, to] : spans_) {
        before_.push_back(sum);
        sum += to - from;
    }
    before_.push_back(sum);
}

int SpanSums::worked(int until) const
{
    const auto at = std::lower_bound(spans_.begin(), spans_.end(), std::make_pair(until, -1));
    if (at == spans_.begin()) {
        return 0;
    }
    const auto i = static_cast<size_t>(at - spans_.begin()) - 1;
    return before_[i] + std::min(until, spans_[i].second) - spans_[i].first;
}

int SpanSums::whenWorked(int minutes) const
{
    const auto at = std::lower_bound(before_.begin(), before_.end(), minutes);
    if (at == before_.end() || at == before_.begin()) {
        return kNever;
    }
    const auto i = static_cast<size_t>(at - before_.begin()) - 1;
    return spans_[i].first + minutes - before_[i];
}

int SpanSums::startAfter(int minutes) const
{
    if (minutes < 0 || spans_.empty()) {
        return -1;
    }
    const auto i = static_cast<size_t>(std::upper_bound(before_.begin(), before_.end(), minutes) - before_.begin()) - 1;
    return i < spans_.size() ? spans_[i].first + minutes - before_[i] : kNever;
}

int SpanSums::next(int from) const
{
    const auto at = std::upper_bound(spans_.begin(), spans_.end(), std::make_pair(from, kNever));
    if (at != spans_.begin() && std::prev(at)->second > from) {
        return from;
    }
    return at == spans_.end() ? kNever : at->first;
}

const std::pair<int, int>* SpanSums::holding(int from, int to) const
{
    const auto at = std::upper_bound(spans_.begin(), spans_.end(), std::make_pair(from, kNever));
    if (at == spans_.begin() || std::prev(at)->second < to) {
        return nullptr;
    }
    return &*std::prev(at);
}

WorkingTime::WorkingTime(const WorkCalendar& calendar, int horizon, int grid) : calendar_(calendar), grid_(grid)
{
    const int days = horizon / kMinutesOfDay + 1;
    Spans light;
    for (int day = 0; day < days; ++day) {
        const int midnight = day * kMinutesOfDay;
        const auto daylight = calendar.daylight.value_or(std::make_pair(0, kMinutesOfDay));
        light.emplace_back(midnight + daylight.first, midnight + daylight.second);
    }
    Spans help = calendar.helper;
    std::sort(help.begin(), help.end());
    helper_ = SpanSums(help);
    std::vector<Spans> sessions(1 + calendar.others.size());
    for (size_t maker = 0; maker < sessions.size(); ++maker) {
        for (int day = 0; day < days; ++day) {
            const Spans today = sessionsOf(calendar, day, maker);
            sessions[maker].insert(sessions[maker].end(), today.begin(), today.end());
        }
        of_.emplace_back(sessions[maker]);
    }
    Spans one;
    Spans two;
    for (size_t a = 0; a < sessions.size(); ++a) {
        one.insert(one.end(), sessions[a].begin(), sessions[a].end());
        const Spans helped = intersection(sessions[a], help);
        two.insert(two.end(), helped.begin(), helped.end());
        for (size_t b = a + 1; b < sessions.size(); ++b) {
            const Spans both = intersection(sessions[a], sessions[b]);
            two.insert(two.end(), both.begin(), both.end());
        }
    }
    one = unionOf(one);
    two = unionOf(two);
    any_[HoursKind{false, false}.index()] = SpanSums(one);
    any_[HoursKind{true, false}.index()] = SpanSums(two);
    any_[HoursKind{false, true}.index()] = SpanSums(intersection(one, light));
    any_[HoursKind{true, true}.index()] = SpanSums(intersection(two, light));
}

int WorkingTime::nextBlock(HoursKind kind, int from, int minutes) const
{
    const Spans& spans = any(kind).spans();
    auto at = std::upper_bound(spans.begin(), spans.end(), std::make_pair(from, kNever));
    if (at != spans.begin()) {
        --at;
    }
    for (; at != spans.end(); ++at) {
        const int start = ceilTo(std::max(from, at->first), grid_);
        if (start + minutes <= at->second) {
            return start;
        }
    }
    return kNever;
}

int WorkingTime::lastBlock(HoursKind kind, int from, int minutes) const
{
    const Spans& spans = any(kind).spans();
    auto at = std::upper_bound(spans.begin(), spans.end(), std::make_pair(from, kNever));
    while (at != spans.begin()) {
        --at;
        const int start = std::min(from, at->second - minutes) / grid_ * grid_;
        if (start >= at->first) {
            return start;
        }
    }
    return -1;
}

bool WorkingTime::inDaylight(int from, int to) const
{
    if (!calendar_.daylight) {
        return true;
    }
    const int midnight = from / kMinutesOfDay * kMinutesOfDay;
    return from >= midnight + calendar_.daylight->first && to <= midnight + calendar_.daylight->second;
}

Spans WorkingTime::cold(double least_C) const
{
    Spans out;
    for (size_t k = 0; k < calendar_.shop.size(); ++k) {
        if (calendar_.shop[k].second < least_C) {
            const int until = k + 1 < calendar_.shop.size() ? calendar_.shop[k + 1].first : kNever;
            if (!out.empty() && out.back().second == calendar_.shop[k].first) {
                out.back().second = until;
            } else {
                out.emplace_back(calendar_.shop[k].first, until);
            }
        }
    }
    return out;
}

bool WorkingTime::warm(double least_C, int from, int to) const
{
    return nextWarm(least_C, from, to - from) == from;
}

int WorkingTime::nextWarm(double least_C, int from, int minutes) const
{
    int start = from;
    for (const auto& [begin, end] : cold(least_C)) {
        if (begin < start + minutes && end > start) {
            start = end;
        }
    }
    return std::min(start, kNever);
}

int WorkingTime::lastWarm(double least_C, int from, int minutes) const
{
    int start = from;
    const Spans all = cold(least_C);
    for (auto at = all.rbegin(); at != all.rend(); ++at) {
        if (at->first < start + minutes && at->second > start) {
            start = at->first - minutes;
        }
    }
    return start;
}

} // namespace burl
