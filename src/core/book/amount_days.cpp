// Days of the calendar and times of the day.

#include <algorithm>
#include <cmath>

#include "core/book/amount_reader.h"
#include "core/measure/text.h"
#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr double kNoon_min = 12.0 * kHour_min;

} // namespace

int AmountReader::place(size_t i, Sense first, int count) const
{
    const int at = i < s_.size() && s_[i] ? static_cast<int>(s_[i]->sense) - static_cast<int>(first) : -1;
    return at >= 0 && at < count ? at : -1;
}

/// "Two days ago", "vor zwei Tagen", "hace dos días", "il y a deux jours".
size_t AmountReader::ago(size_t i)
{
    const bool il = t_[i].text == "il" && i + 2 < t_.size() && t_[i + 1].text == "y" && t_[i + 2].text == "a";
    const bool before = il || t_[i].text == "vor" || t_[i].text == "hace";
    const size_t from = il ? i + 3 : before ? i + 1 : i;
    const auto n = numberAt(from);
    if (!n || unit(n->to) != BookUnit::Days) {
        return i;
    }
    const bool behind = n->to + 1 < t_.size() && t_[n->to + 1].text == "ago";
    if (!before && !behind) {
        return i;
    }
    const size_t to = n->to + (behind ? 2 : 1);
    put(Is::Day, today_ - std::round(n->value), i, to);
    return to;
}

size_t AmountReader::day(size_t i)
{
    if (const size_t next = ago(i); next > i) {
        return next;
    }
    if (const size_t next = dayBySense(i); next > i) {
        return next;
    }
    const int weekday = place(i, Sense::Weekday0, 7);
    const size_t from = weekday >= 0 ? (sign(i + 1, ",") || sign(i + 1, ".") ? i + 2 : i + 1) : i;
    std::string text;
    const size_t to = dateText(from, text);
    if (to > from) {
        return dated(i, to, text);
    }
    constexpr size_t kShort = 3; // "sun" and "sat" are words as well
    const bool alone = i == 0 || sense(i - 1, Sense::Where) || sense(i - 1, Sense::Last) || sign(i + 1, ":");
    if (weekday < 0 || !(t_[i].text.size() > kShort || alone || sign(i + 1, ","))) {
        return i;
    }
    const bool last = i > 0 && sense(i - 1, Sense::Last);
    const int back = (weekdayOf(today_) - weekday + kWeek_days) % kWeek_days; // the last one, or today
    put(Is::Day, today_ - (back == 0 && last ? kWeek_days : back), last ? i - 1 : i, i + 1);
    return i + 1;
}

size_t AmountReader::dayBySense(size_t i)
{
    const bool daybefore = t_[i].text == "day" && sense(i + 1, Sense::Before) && sense(i + 2, Sense::Yesterday);
    if (daybefore || sense(i, Sense::DayBefore)) {
        const size_t to = daybefore ? i + 3 : i + 1;
        put(Is::Day, today_ - 2, i, to);
        return to;
    }
    const bool lastNight = sense(i, Sense::Last) && sense(i + 1, Sense::Evening);
    const bool thisPart = t_[i].text == "this" && (sense(i + 1, Sense::Morning) || sense(i + 1, Sense::Afternoon));
    const bool esta = t_[i].text == "esta" && i + 1 < t_.size();
    if (esta && (t_[i + 1].text == "ma\u00F1ana" || sense(i + 1, Sense::Afternoon))) {
        put(Is::Day, today_, i, i + 2);
        return i + 2;
    }
    if (lastNight || thisPart) {
        put(Is::Day, lastNight ? today_ - 1 : today_, i, i + 2);
        return i + 2;
    }
    if (sense(i, Sense::Today) || sense(i, Sense::Yesterday)) {
        const bool morning = i + 1 < t_.size() && t_[i + 1].text == "morgen"; // "heute morgen"
        const bool part =
            morning || sense(i + 1, Sense::Morning) || sense(i + 1, Sense::Afternoon) || sense(i + 1, Sense::Evening);
        const size_t to = part ? i + 2 : i + 1;
        put(Is::Day, sense(i, Sense::Today) ? today_ : today_ - 1, i, to);
        return to;
    }
    return i;
}

/// "2.12.", which is read the same in every language.
std::string AmountReader::inFigures(int day, int month)
{
    return std::to_string(day) + '.' + std::to_string(month + 1) + '.';
}

/// Where a date that begins at `i` ends, and how `core/measure/when.h` reads it.
size_t AmountReader::dateText(size_t i, std::string& text) const
{
    const auto digits = [&](size_t k, size_t most) { return number(k) && t_[k].whole && t_[k].text.size() <= most; };
    constexpr size_t kYear = 4;
    if (digits(i, kYear) && t_[i].text.size() == kYear && sign(i + 1, "-") && digits(i + 2, 2) && sign(i + 3, "-") &&
        digits(i + 4, 2)) {
        text = t_[i].text + '-' + t_[i + 2].text + '-' + t_[i + 4].text;
        return i + 5;
    }
    if (digits(i, 2) && sign(i + 1, ".") && t_[i + 1].tight && digits(i + 2, 2) && t_[i + 2].tight) { // 30.11.2026
        const bool point = sign(i + 3, ".") && t_[i + 3].tight;
        const bool year = point && digits(i + 4, kYear) && t_[i + 4].tight;
        if (point) {
            text = t_[i].text + '.' + t_[i + 2].text + '.' + (year ? t_[i + 4].text : "");
            return i + (year ? 5 : 4);
        }
    }
    const auto month = [&](size_t k) { return place(k, Sense::Month1, 12); };
    const bool ordinal = i < t_.size() && t_[i].word() && isDigit(t_[i].text[0]);
    if (digits(i, 2) || ordinal) { // 2 Dec, 2. Dec, 2nd Dec, 2 Dec 2026
        size_t m = i + (sign(i + 1, ".") ? 2 : 1);
        m += sense(m, Sense::Of) ? 1 : 0;
        if (month(m) >= 0) {
            const bool year = digits(m + 1, kYear) && t_[m + 1].text.size() == kYear;
            text = inFigures(static_cast<int>(t_[i].value), month(m)) + (year ? t_[m + 1].text : "");
            return m + (year ? 2 : 1);
        }
    }
    if (month(i) >= 0 && digits(i + 1, 2) && !unit(i + 2)) { // Dec 2
        text = inFigures(static_cast<int>(t_[i + 1].value), month(i));
        return i + 2;
    }
    return i;
}

size_t AmountReader::dated(size_t from, size_t to, const std::string& text)
{
    const auto day = parseDay(text, today_);
    if (!day) {
        std::string said; // as it was written, not as it was put together
        for (size_t i = from; i < to; ++i) {
            said += (t_[i].tight || said.empty() ? "" : " ") + t_[i].text;
        }
        bad_ = Refusal{day.error().code, '"' + shownText(said) + "\" is no day of the calendar."};
        return from;
    }
    BookAmount& a = put(Is::Day, *day, from, to);
    const int said = place(from, Sense::Weekday0, 7);
    a.unsure = said >= 0 && said != weekdayOf(*day); // "Tue 2 Dec", and it is a Wednesday
    return to;
}

/// 8:00, 8.30, 8 am, 8 Uhr, noon; a bare hour where `bare`.
std::optional<AmountReader::Found> AmountReader::clockAt(size_t i, bool bare) const
{
    if (sense(i, Sense::Noon)) {
        return Found{kNoon_min, i + 1};
    }
    if (!number(i)) {
        return std::nullopt;
    }
    double value = t_[i].value * kHour_min;
    bool said = t_[i].clock;
    if (said) {
        value = t_[i].value;
    } else if (const size_t point = t_[i].text.find('.');
               point != std::string::npos && t_[i].text.size() == point + 3) { // 10.30
        const double hour = std::floor(t_[i].value);
        const double past = std::round((t_[i].value - hour) * 100.0);
        value = hour * kHour_min + past;
        said = bare && past < kHour_min;
    } else if (!t_[i].whole) {
        return std::nullopt;
    }
    size_t to = i + 1;
    const auto unitNext = unit(to);
    if (unitNext == BookUnit::Clock || unitNext == BookUnit::Am || unitNext == BookUnit::Pm) {
        value += unitNext == BookUnit::Pm && value < kNoon_min ? kNoon_min : 0.0;
        said = true;
        ++to;
    } else if (unitNext) {
        return std::nullopt; // 8 mm
    }
    const bool fits = value >= 0.0 && value <= kMinutesOfDay;
    return fits && (said || (bare && t_[i].whole)) ? std::optional(Found{value, to}) : std::nullopt;
}

size_t AmountReader::clocks(size_t i)
{
    if (const auto from = clockAt(i, true)) { // 8-10.30
        const bool dash = sign(from->to, "-");
        const bool word =
            sense(from->to, Sense::Until) || (from->to < t_.size() && t_[from->to].text == "to"); // 1 to 3 pm
        const bool points = t_[i].text.find('.') != std::string::npos;                            // 8.00 to 10.15
        const Found to =
            dash || word ? clockAt(from->to + 1, dash || points || t_[i].clock).value_or(Found{}) : Found{};
        const bool named = i > 0 && s_[i - 1] && isThing(s_[i - 1]->sense);
        if (to.to > 0 && to.value != from->value && !named && !sense(i - 1, Sense::Moisture)) {
            const bool pm = unit(to.to - 1) == BookUnit::Pm && from->value + kNoon_min < to.value;
            put(Is::Start, from->value + (pm ? kNoon_min : 0.0), i, from->to);
            put(Is::End, to.value, from->to, to.to);
            return to.to;
        }
    }
    const bool from = sense(i, Sense::From) || sense(i, Sense::Begin);
    const bool until = sense(i, Sense::Until) || sense(i, Sense::Finish);
    const bool at = sense(i, Sense::At);
    if (from || until || at) {
        const bool word = sense(i, Sense::From) || sense(i, Sense::Until);
        const size_t n = sense(i + 1, Sense::At) ? i + 2 : i + 1;
        if (const auto clock = clockAt(n, word)) {
            put(from ? Is::Start : Is::End, clock->value, i, clock->to);
            return toEnd(clock->to, from);
        }
    }
    return i;
}

/// "from 8 to 10"
size_t AmountReader::toEnd(size_t i, bool from)
{
    if (!from || !(sense(i, Sense::Until) || (i < t_.size() && t_[i].text == "to") || sign(i, "-"))) {
        return i;
    }
    const auto clock = clockAt(i + 1, true);
    if (clock) {
        put(Is::End, clock->value, i, clock->to);
    }
    return clock ? clock->to : i;
}

} // namespace burl
