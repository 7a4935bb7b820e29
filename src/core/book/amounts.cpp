#include "core/book/amounts.h"

#include <algorithm>
#include <cmath>

#include "core/measure/text.h"
#include "core/measure/when.h"

namespace burl
{
namespace
{

constexpr double kWorkingDay_min = 8.0 * kHour_min; // "2 days" of work
constexpr double kHalf_min = kHour_min / 2.0;
constexpr double kQuarter_min = kHour_min / 4.0;
constexpr double kNoon_min = 12.0 * kHour_min;

struct Found {
    double value = 0.0;
    size_t to = 0;
};

class Amounts
{
    using Is = BookAmount::Is;

public:
    Amounts(const std::vector<BookToken>& tokens, const std::vector<std::optional<KnownWord>>& senses,
            const Lexicon& lexicon, int today)
        : t_(tokens), s_(senses), lexicon_(lexicon), today_(today)
    {
    }

    Expected<std::vector<BookAmount>> run()
    {
        for (size_t i = 0; i < t_.size();) {
            const size_t next = at(i);
            if (bad_) {
                return tl::unexpected(*bad_);
            }
            i = next > i ? next : i + 1;
        }
        return std::move(out_);
    }

private:
    [[nodiscard]] bool sense(size_t i, Sense wanted) const { return i < s_.size() && s_[i] && s_[i]->sense == wanted; }
    [[nodiscard]] bool number(size_t i) const { return i < t_.size() && t_[i].number(); }
    [[nodiscard]] bool sign(size_t i, std::string_view what) const { return i < t_.size() && t_[i].sign(what); }
    [[nodiscard]] bool ends(size_t i) const
    {
        return i >= t_.size() || (t_[i].is == BookToken::Is::Sign && !t_[i].sign("+"));
    }

    size_t at(size_t i)
    {
        const size_t before = i > 0 && sense(i - 1, Sense::Of) ? i - 1 : i;
        const bool wrong = before > 0 && (sense(before - 1, Sense::Not) || sense(before - 1, Sense::Instead));
        if (wrong && number(i) && t_[i].whole && !t_[i].clock && ends(i + 1)) { // "50 min, not 40"
            put(Is::Minutes, t_[i].value, i, i + 1);
            return i + 1;
        }
        for (const auto read : {&Amounts::day, &Amounts::clocks, &Amounts::duration, &Amounts::measures,
                                &Amounts::count, &Amounts::ordinal}) {
            if (const size_t next = (this->*read)(i); next > i) {
                return tolerance(next);
            }
            if (bad_) {
                return i;
            }
        }
        return i;
    }

    BookAmount& put(Is is, double value, size_t from, size_t to)
    {
        BookAmount a;
        a.is = is;
        a.value = value;
        a.from = from;
        a.to = to;
        const size_t before = from > 0 && sense(from - 1, Sense::Of) ? from - 1 : from;
        a.notIt = before > 0 && (sense(before - 1, Sense::Not) || sense(before - 1, Sense::Instead));
        for (size_t k = from; k < to; ++k) {
            a.unsure = a.unsure || t_[k].doubtful;
        }
        if (from > 0) {
            const bool dash = sign(from - 1, "-") && t_[from].tight && !t_[from - 1].tight;
            a.negative = dash || sense(from - 1, Sense::Minus);
            a.from = a.negative ? from - 1 : from;
        }
        out_.push_back(a);
        return out_.back();
    }

    /// "38.4 ± 0.2 mm" and "38.4 mm +- 0.2".
    size_t tolerance(size_t i)
    {
        const bool plusMinus = sign(i, "+") && sign(i + 1, "-");
        const size_t n = sign(i, "±") ? i + 1 : plusMinus ? i + 2 : i;
        if (n == i || !number(n)) {
            return i;
        }
        const size_t to = n + 1 < t_.size() && unit(n + 1) ? n + 2 : n + 1;
        if (!out_.empty()) {
            out_.back().to = to;
        }
        return to;
    }

    [[nodiscard]] std::optional<BookUnit> unit(size_t i) const
    {
        if (i >= t_.size()) {
            return std::nullopt;
        }
        if (t_[i].is == BookToken::Is::Sign) {
            return t_[i].sign("\"")       ? std::optional(BookUnit::Inches)
                   : t_[i].sign("%")      ? std::optional(BookUnit::Percent)
                   : t_[i].sign("\u00B0") ? std::optional(BookUnit::Degrees)
                                          : std::nullopt;
        }
        if (!t_[i].word()) {
            return std::nullopt;
        }
        // "2 in a row": a word that goes on is no unit.
        if (t_[i].text == "in" && !ends(i + 1) && !number(i + 1) && !sense(i + 1, Sense::Thick) &&
            !sense(i + 1, Sense::NotThickness) && !sense(i + 1, Sense::Moisture) && !sense(i + 1, Sense::And)) {
            return std::nullopt;
        }
        return lexicon_.unit(t_[i].text);
    }

    /// A number in figures or in words.
    [[nodiscard]] std::optional<Found> numberAt(size_t i) const
    {
        if (number(i) && !t_[i].clock) {
            return Found{t_[i].value, i + 1};
        }
        if (i >= s_.size() || !s_[i]) {
            return std::nullopt;
        }
        if (s_[i]->sense == Sense::One) {
            return Found{1.0, i + 1};
        }
        if (s_[i]->sense == Sense::Couple) {
            return Found{2.0, sense(i + 1, Sense::Of) ? i + 2 : i + 1};
        }
        const int word = static_cast<int>(s_[i]->sense) - static_cast<int>(Sense::Number2);
        constexpr int kWords = static_cast<int>(Sense::Number12) - static_cast<int>(Sense::Number2);
        return word >= 0 && word <= kWords ? std::optional(Found{word + 2.0, i + 1}) : std::nullopt;
    }

    // -- days ---------------------------------------------------------------------------------------------------------

    [[nodiscard]] int place(size_t i, Sense first, int count) const
    {
        const int at = i < s_.size() && s_[i] ? static_cast<int>(s_[i]->sense) - static_cast<int>(first) : -1;
        return at >= 0 && at < count ? at : -1;
    }
    static std::string monthName(int month)
    {
        constexpr const char* kNames[] = {"Jan", "Feb", "Mar", "Apr", "May", "Jun",
                                          "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"};
        return kNames[month];
    }
    static std::string weekdayName(int day)
    {
        constexpr const char* kNames[] = {"Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"};
        return kNames[day];
    }

    /// "Two days ago", "vor zwei Tagen", "hace dos días", "il y a deux jours".
    size_t ago(size_t i)
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

    size_t day(size_t i)
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
        const auto next = parseDay(weekdayName(weekday), today_);
        constexpr int kWeek = 7;
        put(Is::Day, next ? *next - (*next > today_ || sense(i - 1, Sense::Last) ? kWeek : 0) : today_,
            i > 0 && sense(i - 1, Sense::Last) ? i - 1 : i, i + 1);
        return i + 1;
    }

    size_t dayBySense(size_t i)
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
            const bool part = morning || sense(i + 1, Sense::Morning) || sense(i + 1, Sense::Afternoon) ||
                              sense(i + 1, Sense::Evening);
            const size_t to = part ? i + 2 : i + 1;
            put(Is::Day, sense(i, Sense::Today) ? today_ : today_ - 1, i, to);
            return to;
        }
        return i;
    }

    /// Where a date that begins at `i` ends, and how `core/measure/when.h` reads it.
    size_t dateText(size_t i, std::string& text) const
    {
        const auto digits = [&](size_t k, size_t most) {
            return number(k) && t_[k].whole && t_[k].text.size() <= most;
        };
        constexpr size_t kYear = 4;
        if (digits(i, kYear) && t_[i].text.size() == kYear && sign(i + 1, "-") && digits(i + 2, 2) &&
            sign(i + 3, "-") && digits(i + 4, 2)) {
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
                text = std::to_string(static_cast<int>(t_[i].value)) + ' ' + monthName(month(m)) +
                       (year ? ' ' + t_[m + 1].text : "");
                return m + (year ? 2 : 1);
            }
        }
        if (month(i) >= 0 && digits(i + 1, 2) && !unit(i + 2)) { // Dec 2
            text = t_[i + 1].text + ' ' + monthName(month(i));
            return i + 2;
        }
        return i;
    }
    size_t dated(size_t from, size_t to, const std::string& text)
    {
        const auto day = parseDay(text, today_);
        if (!day) {
            bad_ = day.error();
            return from;
        }
        BookAmount& a = put(Is::Day, *day, from, to);
        const int said = place(from, Sense::Weekday0, 7);
        a.unsure = said >= 0 && said != weekdayOf(*day); // "Tue 2 Dec", and it is a Wednesday
        return to;
    }

    // -- clocks -------------------------------------------------------------------------------------------------------

    /// 8:00, 8.30, 8 am, 8 Uhr, noon; a bare hour where `bare`.
    [[nodiscard]] std::optional<Found> clockAt(size_t i, bool bare) const
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

    size_t clocks(size_t i)
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
    size_t toEnd(size_t i, bool from)
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

    // -- how long -----------------------------------------------------------------------------------------------------

    [[nodiscard]] bool hours(size_t i) const { return unit(i) == BookUnit::Hours; }
    [[nodiscard]] size_t pastFillers(size_t i) const
    {
        while (sense(i, Sense::Filler) || sense(i, Sense::Of)) {
            ++i;
        }
        return i;
    }

    /// "half an hour", "three quarters of an hour", "an hour".
    [[nodiscard]] std::optional<Found> saidInWords(size_t i) const
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
    [[nodiscard]] Found andAPart(size_t i) const
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

    [[nodiscard]] std::optional<Found> span(size_t i) const
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
    [[nodiscard]] bool minutesLikely(size_t i, size_t at) const
    {
        constexpr double kLeast = 5.0;
        return number(i) && t_[i].whole && t_[i].value >= kLeast && at < t_.size() && t_[at].text == "m";
    }
    /// "1 h 20", "1h20m", "2 hours and a quarter"
    [[nodiscard]] Found hoursAndRest(double count, size_t i) const
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

    size_t duration(size_t i)
    {
        bool unsure = false;
        const auto whole = summed(i, unsure);
        if (!whole) {
            return clockAlone(i);
        }
        const bool within =
            i > 0 && unit(whole->to - 1) == BookUnit::Days && sense(i - 1, Sense::Where); // "over two days"
        const bool later =
            within || (i > 0 && (sense(i - 1, Sense::Before) && t_[i - 1].text != "for" && t_[i - 1].text != "during" &&
                                 t_[i - 1].text != "pendant")); // "after 6 h"
        if (later) {
            return whole->to;
        }
        const bool metres = t_[whole->to - 1].text == "m";
        put(Is::Minutes, whole->value, i, whole->to).unsure |= unsure || (metres && whole->to == i + 2);
        return whole->to;
    }
    /// Sums and products: "30 + 45 min", "2 x 45 min", "1 h + 20 min"; of "2-3 h" the middle, and it is not sure.
    std::optional<Found> summed(size_t i, bool& unsure) const
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
            const double one = lastUnit == BookUnit::Hours  ? kHour_min
                               : lastUnit == BookUnit::Days ? kWorkingDay_min
                                                            : 1.0;
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
    size_t clockAlone(size_t i)
    {
        constexpr double kSurelyLong_min = 6.0 * kHour_min;
        if (!number(i) || !t_[i].clock) {
            return i;
        }
        BookAmount& a = put(Is::Minutes, t_[i].value, i, i + 1);
        a.clock = t_[i].value >= kSurelyLong_min;
        return i + 1;
    }

    // -- how much -----------------------------------------------------------------------------------------------------

    struct Scale {
        Is is;
        double factor;
    };
    static std::optional<Scale> scaleOf(BookUnit u)
    {
        switch (u) {
        case BookUnit::Millimetres:
            return Scale{Is::Length, 1.0};
        case BookUnit::Centimetres:
            return Scale{Is::Length, 10.0};
        case BookUnit::Metres:
            return Scale{Is::Length, 1000.0};
        case BookUnit::Inches:
            return Scale{Is::Length, kInch_mm};
        case BookUnit::Feet:
            return Scale{Is::Length, kFoot_mm};
        case BookUnit::Litres:
            return Scale{Is::Volume, 1.0};
        case BookUnit::Millilitres:
            return Scale{Is::Volume, 0.001};
        case BookUnit::Gallons:
            return Scale{Is::Volume, kGallon_L};
        case BookUnit::Quarts:
            return Scale{Is::Volume, kQuart_L};
        case BookUnit::Kilograms:
            return Scale{Is::Mass, 1.0};
        case BookUnit::Grams:
            return Scale{Is::Mass, 0.001};
        case BookUnit::Pounds:
            return Scale{Is::Mass, kPound_kg};
        case BookUnit::Percent:
            return Scale{Is::Percent, 1.0};
        case BookUnit::Celsius:
        case BookUnit::Fahrenheit:
        case BookUnit::Degrees:
            return Scale{Is::Temperature, 1.0};
        default:
            return std::nullopt;
        }
    }

    /// "38.4 mm", "38.4/38.9 mm", "9-10 %", "3 x 2.4 l", "4 + 5 l".
    size_t measures(size_t i)
    {
        std::vector<size_t> numbers;
        char joined = 0;
        size_t k = i;
        for (;;) {
            if (!number(k) || t_[k].clock) {
                return i;
            }
            numbers.push_back(k++);
            const size_t past = toleranceEnd(k);
            if (past > k) {
                k = past;
            }
            const char next = sign(k, "/")                         ? '/'
                              : sign(k, "+") && !sign(k + 1, "-")  ? '+'
                              : sign(k, "-") && number(k + 1)      ? '-'
                              : k < t_.size() && t_[k].text == "x" ? 'x'
                              : sense(k, Sense::And)               ? '/'
                                                                   : '\0';
            if (next == 0 || !number(k + 1) || (joined != 0 && next != joined)) {
                break;
            }
            joined = next;
            ++k;
        }
        return unitBehind(i, k, numbers, joined);
    }
    [[nodiscard]] size_t toleranceEnd(size_t i) const
    {
        const size_t n = sign(i, "±") ? i + 1 : sign(i, "+") && sign(i + 1, "-") ? i + 2 : i;
        return n > i && number(n) ? n + 1 : i;
    }

    size_t unitBehind(size_t i, size_t k, const std::vector<size_t>& numbers, char joined)
    {
        auto u = unit(k);
        const auto scale = u ? scaleOf(*u) : std::nullopt;
        if (!scale) {
            return i;
        }
        size_t to = k + 1;
        bool bareDegrees = u == BookUnit::Degrees;
        if (bareDegrees) {
            const auto next = unit(to);
            if (next == BookUnit::Celsius || next == BookUnit::Fahrenheit) {
                u = next;
                bareDegrees = false;
                ++to;
            }
        }
        const auto value = [&](size_t n) {
            return u == BookUnit::Fahrenheit ? (t_[n].value - 32.0) / 1.8 : t_[n].value * scale->factor;
        };
        double sum = 0.0;
        double product = 1.0;
        for (const size_t n : numbers) {
            sum += value(n);
            product *= n == numbers.back() ? value(n) : t_[n].value;
        }
        if (joined == '/') {
            for (const size_t n : numbers) {
                put(scale->is, value(n), n, n == numbers.back() ? to : n + 1);
            }
        } else {
            BookAmount& a = put(scale->is,
                                joined == '-'   ? sum / static_cast<double>(numbers.size())
                                : joined == 'x' ? product
                                                : sum,
                                i, to);
            a.unsure |= joined == '-' || bareDegrees;
            if (a.negative && u == BookUnit::Fahrenheit) {
                a.value = (-t_[i].value - 32.0) / 1.8;
                a.negative = false;
            }
        }
        return to;
    }

    // -- counts -------------------------------------------------------------------------------------------------------

    size_t count(size_t i)
    {
        const auto n = numberAt(i);
        if (!n || n->to >= s_.size() || !s_[n->to]) {
            return i;
        }
        const Sense of = s_[n->to]->sense;
        const bool counted = isThing(of) || of == Sense::Coat;
        if (!counted || n->value != std::floor(n->value)) {
            return i;
        }
        put(Is::Count, n->value, i, n->to).of = of; // the word itself still says what is worked on
        return n->to;
    }
    /// "layer 2", "coat 1"
    size_t ordinal(size_t i)
    {
        if (i == 0 || !number(i) || !t_[i].whole || !s_[i - 1] || unit(i + 1)) {
            return i;
        }
        constexpr double kMost = 12.0;
        switch (s_[i - 1]->sense) {
        case Sense::Layer:
        case Sense::Round:
        case Sense::Milling:
        case Sense::Coat:
        case Sense::Pour:
        case Sense::Fill:
        case Sense::Oil:
            if (t_[i].value >= 1.0 && t_[i].value <= kMost) {
                put(Is::Ordinal, t_[i].value, i, i + 1);
                return i + 1;
            }
            return i;
        default:
            return i;
        }
    }

    const std::vector<BookToken>& t_;
    const std::vector<std::optional<KnownWord>>& s_;
    const Lexicon& lexicon_;
    int today_;
    std::vector<BookAmount> out_;
    std::optional<Refusal> bad_;
};

} // namespace

Expected<std::vector<BookAmount>> bookAmounts(const std::vector<BookToken>& tokens,
                                              const std::vector<std::optional<KnownWord>>& senses,
                                              const Lexicon& lexicon, int today)
{
    return Amounts(tokens, senses, lexicon, today).run();
}

} // namespace burl
