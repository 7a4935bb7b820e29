// How long it took.

#include <algorithm>
#include <cmath>

#include "core/book/amount_reader.h"
#include "core/measure/text.h"
#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr double kWorkingDay_min = 8.0 * kHour_min; // "2 days" of work
constexpr double kHalf_min = kHour_min / 2.0;
constexpr double kQuarter_min = kHour_min / 4.0;

} // namespace

size_t AmountReader::pastFillers(size_t i) const
{
    while (sense(i, Sense::Filler) || sense(i, Sense::Of)) {
        ++i;
    }
    return i;
}

/// "half an hour", "three quarters of an hour", "an hour".
std::optional<AmountReader::Found> AmountReader::saidInWords(size_t i) const
{
    if (sense(i, Sense::Half) || sense(i, Sense::Quarter)) {
        const size_t unitAt = pastFillers(i + 1);
        const double minutes = sense(i, Sense::Half) ? kHalf_min : kQuarter_min;
        return hours(unitAt) ? std::optional(Found{minutes, unitAt + 1}) : std::nullopt;
    }
    const auto count = numberAt(i);
    if (count && sense(count->to, Sense::Quarter)) {
        const size_t unitAt = pastFillers(count->to + 1);
        return hours(unitAt) ? std::optional(Found{count->value * kQuarter_min, unitAt + 1}) : std::nullopt;
    }
    if (hours(i) && andAPart(i + 1).value > 0.0) { // "hour and a half"
        return Found{kHour_min, i + 1};
    }
    const bool article = i < t_.size() && (t_[i].text == "an" || t_[i].text == "a" || t_[i].text == "eine" ||
                                           t_[i].text == "una" || t_[i].text == "une");
    return article && hours(i + 1) ? std::optional(Found{kHour_min, i + 2}) : std::nullopt;
}

/// "and a half", "and three quarters", behind hours.
AmountReader::Found AmountReader::andAPart(size_t i) const
{
    if (!sense(i, Sense::And)) {
        return {0.0, i};
    }
    const size_t part = pastFillers(i + 1);
    if (sense(part, Sense::Half) && !hours(pastFillers(part + 1))) {
        return {kHalf_min, part + 1};
    }
    const auto count = numberAt(part);
    const size_t quarter = count ? count->to : part;
    return sense(quarter, Sense::Quarter) && !hours(pastFillers(quarter + 1))
               ? Found{(count ? count->value : 1.0) * kQuarter_min, quarter + 1}
               : Found{0.0, i};
}

std::optional<AmountReader::Found> AmountReader::span(size_t i) const
{
    if (const auto words = saidInWords(i)) {
        const Found part = andAPart(words->to);
        return Found{words->value + part.value, part.to};
    }
    if (number(i) && t_[i].clock && hours(i + 1)) {
        return Found{t_[i].value, i + 2};
    }
    const auto n = numberAt(i);
    if (!n) {
        return std::nullopt;
    }
    if (sense(n->to, Sense::And)) { // 2 and a half hours
        const size_t half = pastFillers(n->to + 1);
        if ((sense(half, Sense::Half) || sense(half, Sense::Quarter)) && hours(half + 1)) {
            return Found{n->value * kHour_min + (sense(half, Sense::Half) ? kHalf_min : kQuarter_min), half + 2};
        }
    }
    if (sign(n->to, "'") && !(number(n->to + 1) && sign(n->to + 2, "\""))) {
        return Found{n->value, n->to + 1};
    }
    const auto u = unit(n->to);
    if (u == BookUnit::Minutes || minutesLikely(i, n->to)) {
        return Found{n->value, n->to + 1};
    }
    if (u == BookUnit::Days) {
        return Found{n->value * kWorkingDay_min, n->to + 1};
    }
    return u == BookUnit::Hours ? std::optional(hoursAndRest(n->value, n->to + 1)) : std::nullopt;
}

/// "105m": metres are no measure of a slab from five on.
bool AmountReader::minutesLikely(size_t i, size_t at) const
{
    constexpr double kLeast = 5.0;
    return number(i) && t_[i].whole && t_[i].value >= kLeast && at < t_.size() && t_[at].text == "m";
}

/// "1 h 20", "1h20m", "2 hours and a quarter"
AmountReader::Found AmountReader::hoursAndRest(double count, size_t i) const
{
    if (number(i) && t_[i].whole && t_[i].value < kHour_min) {
        const auto u = unit(i + 1);
        const bool m = u == BookUnit::Minutes || (u == BookUnit::Metres && t_[i + 1].text == "m");
        if (m || (!u && (ends(i + 1) || !t_[i + 1].word() || t_[i].tight || !sense(i + 1, Sense::Pass)))) {
            const bool counts = !m && i + 1 < s_.size() && s_[i + 1] && isThing(s_[i + 1]->sense);
            if (!counts) {
                return {count * kHour_min + t_[i].value, i + (m ? 2 : 1)};
            }
        }
    }
    const Found part = andAPart(i);
    return {count * kHour_min + part.value, part.to};
}

size_t AmountReader::duration(size_t i)
{
    bool unsure = false;
    const auto whole = summed(i, unsure);
    if (!whole) {
        return clockAlone(i);
    }
    const bool within = i > 0 && unit(whole->to - 1) == BookUnit::Days && sense(i - 1, Sense::Where); // "over two days"
    const bool later = within || (i > 0 && (sense(i - 1, Sense::Before) && t_[i - 1].text != "for" &&
                                            t_[i - 1].text != "during" && t_[i - 1].text != "pendant")); // "after 6 h"
    if (later) {
        return whole->to;
    }
    const bool metres = t_[whole->to - 1].text == "m";
    put(Is::Minutes, whole->value, i, whole->to).unsure |= unsure || (metres && whole->to == i + 2);
    return whole->to;
}

/// Sums and products: "30 + 45 min", "2 x 45 min", "1 h + 20 min"; of "2-3 h" the middle, and it is not sure.
std::optional<AmountReader::Found> AmountReader::summed(size_t i, bool& unsure) const
{
    std::optional<Found> first = span(i);
    if (!first) {
        const auto n = numberAt(i);
        if (!n || n->to >= t_.size()) {
            return std::nullopt;
        }
        const bool plus = sign(n->to, "+") && !sign(n->to + 1, "-");
        const bool times = t_[n->to].text == "x" || sign(n->to, "*");
        const bool range = sign(n->to, "-");
        const auto rest = plus || times || range ? summed(n->to + 1, unsure) : std::nullopt;
        if (!rest) {
            return std::nullopt;
        }
        const auto lastUnit = unit(rest->to - 1);
        const double one = lastUnit == BookUnit::Hours ? kHour_min : lastUnit == BookUnit::Days ? kWorkingDay_min : 1.0;
        unsure = unsure || range;
        return Found{times   ? n->value * rest->value
                     : range ? (n->value * one + rest->value) / 2.0
                             : n->value * one + rest->value,
                     rest->to};
    }
    const bool plus = (sign(first->to, "+") && !sign(first->to + 1, "-")) || sense(first->to, Sense::And);
    if (plus) {
        if (const auto more = summed(first->to + 1, unsure)) {
            return Found{first->value + more->value, more->to};
        }
    }
    return first;
}

/// 1:30 alone is how long it took; 9:30 may be a time of the day.
size_t AmountReader::clockAlone(size_t i)
{
    constexpr double kSurelyLong_min = 6.0 * kHour_min;
    if (!number(i) || !t_[i].clock) {
        return i;
    }
    BookAmount& a = put(Is::Minutes, t_[i].value, i, i + 1);
    a.clock = t_[i].value >= kSurelyLong_min;
    return i + 1;
}

} // namespace burl
