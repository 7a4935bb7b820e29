#include "core/measure/when.h"

#include <algorithm>
#include <charconv>
#include <chrono>
#include <cmath>
#include <optional>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/parse.h"
#include "core/measure/text.h"
#include "core/measure/units.h"

namespace burl
{
namespace
{

constexpr int kLongPast_days = 180; // a date without a year lies ahead, or not longer ago than this

constexpr std::array<std::string_view, 7> kDays{"Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"};
constexpr std::array<std::string_view, 12> kMonthNames{"jan", "feb", "mar", "apr", "may", "jun",
                                                       "jul", "aug", "sep", "oct", "nov", "dec"};

struct Token {
    enum class Kind { Word, Number, Time, Dash, Comma, Semicolon, Point, Other };
    Kind kind = Kind::Other;
    std::string text;
    int value = 0; // of a number, or the minutes of a time
};

bool isLetter(char c)
{
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
}

int numberOf(std::string_view digits)
{
    int out = -1;
    std::from_chars(digits.data(), digits.data() + digits.size(), out);
    return out;
}

/// Dashes of any length, and "to", are one kind.
std::vector<Token> tokensOf(std::string_view text)
{
    std::vector<Token> out;
    for (size_t i = 0; i < text.size();) {
        const char c = text[i];
        if (isDigit(c)) {
            size_t end = i;
            while (end < text.size() && isDigit(text[end])) {
                ++end;
            }
            Token t{Token::Kind::Number, std::string(text.substr(i, end - i)), numberOf(text.substr(i, end - i))};
            const bool minutes =
                end + 2 < text.size() && text[end] == ':' && isDigit(text[end + 1]) && isDigit(text[end + 2]);
            if (minutes) {
                const int past = numberOf(text.substr(end + 1, 2));
                t.kind = Token::Kind::Time;
                t.value = past < 60 && t.value >= 0 && t.value <= 24 ? t.value * 60 + past : -1;
                t.text = std::string(text.substr(i, end + 3 - i));
                end += 3;
            }
            out.push_back(std::move(t));
            i = end;
        } else if (isLetter(c)) {
            size_t end = i;
            while (end < text.size() && isLetter(text[end])) {
                ++end;
            }
            const std::string word = lower(text.substr(i, end - i));
            out.push_back({word == "to" ? Token::Kind::Dash : Token::Kind::Word, word, 0});
            i = end;
        } else if (c == '-' || text.substr(i, 3) == "\u2013" || text.substr(i, 3) == "\u2014") {
            out.push_back({Token::Kind::Dash, "-", 0});
            i += c == '-' ? 1 : 3;
        } else if (c == ',') {
            out.push_back({Token::Kind::Comma, ",", 0});
            ++i;
        } else if (c == ';') {
            out.push_back({Token::Kind::Semicolon, ";", 0});
            ++i;
        } else if (c == '.') {
            out.push_back({Token::Kind::Point, ".", 0});
            ++i;
        } else if (c == ' ' || c == '\t') {
            ++i;
        } else {
            out.push_back({Token::Kind::Other, std::string(1, c), 0});
            ++i;
        }
    }
    return out;
}

std::optional<int> weekdayCalled(const std::string& word)
{
    for (size_t i = 0; i < kDays.size(); ++i) {
        if (word.size() >= 3 && lower(kDays[i]) == word.substr(0, 3)) {
            return static_cast<int>(i);
        }
    }
    return std::nullopt;
}

std::optional<int> monthCalled(const std::string& word)
{
    for (size_t i = 0; i < kMonthNames.size(); ++i) {
        if (word.size() >= 3 && kMonthNames[i] == word.substr(0, 3)) {
            return static_cast<int>(i) + 1;
        }
    }
    return std::nullopt;
}

std::optional<int> dayNumber(int year, int month, int day)
{
    if (year < 0 || month < 1 || day < 1 || day > 31) {
        return std::nullopt;
    }
    const std::chrono::year_month_day date{std::chrono::year(year), std::chrono::month(static_cast<unsigned>(month)),
                                           std::chrono::day(static_cast<unsigned>(day))};
    if (!date.ok()) {
        return std::nullopt;
    }
    return static_cast<int>(std::chrono::sys_days(date).time_since_epoch().count());
}

int yearOf(int day)
{
    return static_cast<int>(std::chrono::year_month_day(std::chrono::sys_days(std::chrono::days(day))).year());
}

tl::unexpected<Refusal> noDay(std::string_view text)
{
    return refuse("when.no_day", "\"" + shownText(text) + "\" is no day of the calendar.");
}

Expected<int> dated(std::string_view text, std::optional<int> year, int month, int day, int today)
{
    if (year && *year < 100) {
        year = 2000 + *year;
    }
    if (year) {
        const auto found = dayNumber(*year, month, day);
        return found ? Expected<int>(*found) : noDay(text);
    }
    for (int ahead = -1; ahead <= 4; ++ahead) { // 29 February may be four years off
        const auto found = dayNumber(yearOf(today) + ahead, month, day);
        if (found && *found >= today - kLongPast_days) {
            return *found;
        }
    }
    return noDay(text);
}

/// Minutes of "8", "8:30", "8.30".
std::optional<int> timeAt(const std::vector<Token>& tokens, size_t& at)
{
    if (at >= tokens.size()) {
        return std::nullopt;
    }
    int out = -1;
    if (tokens[at].kind == Token::Kind::Time) {
        out = tokens[at++].value;
    } else if (tokens[at].kind == Token::Kind::Number) {
        out = tokens[at].value <= 24 ? tokens[at].value * 60 : -1;
        ++at;
        if (at + 1 < tokens.size() && tokens[at].kind == Token::Kind::Point &&
            tokens[at + 1].kind == Token::Kind::Number && tokens[at + 1].text.size() == 2) {
            out = tokens[at + 1].value < 60 && out >= 0 ? out + tokens[at + 1].value : -1;
            at += 2;
        }
    }
    return out >= 0 && out <= kMinutesOfDay ? std::optional(out) : std::nullopt;
}

/// "8", "8:30".
std::string clock(int minutes)
{
    const int past = minutes % 60;
    return past == 0 ? std::to_string(minutes / 60)
                     : std::to_string(minutes / 60) + (past < 10 ? ":0" : ":") + std::to_string(past);
}

} // namespace

int weekdayOf(int day)
{
    constexpr int kFirst = 3; // 1970 began on a Thursday
    return ((day + kFirst) % kWeek_days + kWeek_days) % kWeek_days;
}

std::string shortDayText(int day)
{
    const std::string date = dateText(day);
    return std::string(kDays[static_cast<size_t>(weekdayOf(day))]) + ' ' + date.substr(0, date.rfind(' '));
}

Expected<int> parseDay(std::string_view text, int today)
{
    const std::string_view plain = trimmed(text);
    if (const auto iso = dayOf(plain)) {
        return *iso;
    }
    std::vector<Token> tokens = tokensOf(plain);
    using Kind = Token::Kind;
    if (tokens.size() == 5 && tokens[0].kind == Kind::Number && tokens[0].text.size() == 4 &&
        tokens[1].kind == Kind::Dash && tokens[3].kind == Kind::Dash) {
        return noDay(plain); // written as one, and none
    }
    std::optional<int> weekday;
    if (!tokens.empty() && tokens[0].kind == Kind::Word) {
        if (tokens.size() == 1 && tokens[0].text == "today") {
            return today;
        }
        if (tokens.size() == 1 && tokens[0].text == "tomorrow") {
            return today + 1;
        }
        weekday = weekdayCalled(tokens[0].text);
        if (weekday) {
            tokens.erase(tokens.begin());
            while (!tokens.empty() && (tokens[0].kind == Kind::Comma || tokens[0].kind == Kind::Point)) {
                tokens.erase(tokens.begin());
            }
        }
    }
    if (weekday && tokens.empty()) {
        return today + (*weekday - weekdayOf(today) + kWeek_days) % kWeek_days;
    }
    // 18 Dec 2026, Dec 18 2026, 18.12.2026
    std::vector<int> numbers;
    std::optional<int> month;
    for (const Token& t : tokens) {
        if (t.kind == Kind::Number) {
            numbers.push_back(t.value);
        } else if (t.kind == Kind::Word && monthCalled(t.text) && !month) {
            month = monthCalled(t.text);
        } else if (t.kind == Kind::Word && (t.text == "st" || t.text == "nd" || t.text == "rd" || t.text == "th")) {
            continue;
        } else if (t.kind != Kind::Point && t.kind != Kind::Comma) {
            numbers.clear();
            break;
        }
    }
    if (!month && numbers.size() >= 2 && plain.find('.') != std::string_view::npos) {
        month = numbers[1];
        numbers.erase(numbers.begin() + 1);
    }
    if (!month || numbers.empty() || numbers.size() > 2) {
        return refuse("when.unreadable",
                      "\"" + shownText(plain) + "\" is not understood as a day: write it like 2026-12-18 or 18 Dec.");
    }
    const std::optional<int> year = numbers.size() == 2 ? std::optional(numbers[1]) : std::nullopt;
    Expected<int> day = dated(plain, year, *month, numbers[0], today);
    if (day && weekday && weekdayOf(*day) != *weekday) {
        return refuse("when.no_day", "\"" + shownText(plain) + "\": that day is a " +
                                         std::string(kDays[static_cast<size_t>(weekdayOf(*day))]) + ".");
    }
    return day;
}

Expected<double> parseMoment(std::string_view text, int today)
{
    constexpr int kHours = 24;
    constexpr int kMinutes = 60;
    const std::string_view plain = trimmed(text);
    if (const auto iso = hoursOf(plain)) {
        return *iso;
    }
    const size_t gap = plain.find_last_of(" ,");
    const std::string_view clock = gap == std::string_view::npos ? plain : plain.substr(gap + 1);
    const size_t colon = clock.find(':');
    int hour = -1;
    int minute = -1;
    const auto number = [](std::string_view digits, int& out) {
        const auto [end, error] = std::from_chars(digits.data(), digits.data() + digits.size(), out);
        return error == std::errc() && end == digits.data() + digits.size();
    };
    if (gap == std::string_view::npos || colon == std::string_view::npos || !number(clock.substr(0, colon), hour) ||
        !number(clock.substr(colon + 1), minute) || hour < 0 || hour >= kHours || minute < 0 || minute >= kMinutes) {
        return refuse("when.no_hour",
                      "A day and its hour are written as 3 Nov 8:20; \"" + shownText(plain) + "\" is no such thing.");
    }
    std::string_view day = trimmed(plain.substr(0, gap));
    if (!day.empty() && day.back() == ',') {
        day.remove_suffix(1);
    }
    const auto on = parseDay(day, today);
    if (!on) {
        return tl::unexpected(on.error());
    }
    return *on * double(kHours) + hour + minute / double(kMinutes);
}

Expected<std::vector<int>> parseDays(std::string_view text, int today)
{
    constexpr int kLongest_days = 400; // a stretch without work
    std::vector<int> out;
    while (!trimmed(text).empty()) {
        const size_t comma = text.find_first_of(",;\n");
        const std::string_view part = trimmed(text.substr(0, comma));
        text = comma == std::string_view::npos ? std::string_view{} : text.substr(comma + 1);
        if (part.empty()) {
            continue;
        }
        // A dash between blanks, or "to", parts the two ends: 2026-12-24 - 2027-01-01.
        size_t dash = std::string_view::npos;
        size_t wide = 0;
        for (const std::string_view mark : {" - ", " to ", "\u2013"}) {
            if (const size_t at = part.find(mark); at != std::string_view::npos && dash == std::string_view::npos) {
                dash = at;
                wide = mark.size();
            }
        }
        const Expected<int> from = parseDay(part.substr(0, dash), today);
        if (!from) {
            return tl::unexpected(from.error());
        }
        int to = *from;
        if (dash != std::string_view::npos) {
            const Expected<int> last = parseDay(part.substr(dash + wide), *from);
            if (!last) {
                return tl::unexpected(last.error());
            }
            to = *last;
        }
        if (to < *from || to - *from > kLongest_days) {
            return refuse("when.no_day", "\"" + shownText(part) + "\" does not end after it begins.");
        }
        for (int day = *from; day <= to; ++day) {
            out.push_back(day);
        }
    }
    std::sort(out.begin(), out.end());
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

std::string daysText(const std::vector<int>& days, std::optional<int> today)
{
    const auto word = [&](int day) {
        const std::string text = dateText(day);
        const std::string plain = text.substr(0, text.rfind(' '));
        const auto meant = today ? parseDay(plain, *today) : parseDay(text, day);
        return today && meant && *meant == day ? plain : text;
    };
    std::string out;
    for (size_t i = 0; i < days.size();) {
        size_t last = i;
        while (last + 1 < days.size() && days[last + 1] == days[last] + 1) {
            ++last;
        }
        out += (out.empty() ? "" : ", ") + word(days[i]);
        if (last > i) {
            out += " - " + word(days[last]);
        }
        i = last + 1;
    }
    return out;
}

Expected<WeekSessions> parseWeek(std::string_view text)
{
    WeekSessions out;
    if (trimmed(text).empty() || lower(trimmed(text)) == "none") {
        return out;
    }
    const std::vector<Token> tokens = tokensOf(text);
    using Kind = Token::Kind;
    const auto odd = [&](const std::string& what) {
        return refuse("when.hours", "The hours are not understood at \"" + shownText(what) +
                                        "\": write them like \"Mon-Fri 8-12 13-17; Sat 9-12\".");
    };
    std::vector<size_t> days;
    bool hoursSeen = false;
    for (size_t at = 0; at < tokens.size();) {
        const Token& t = tokens[at];
        if (t.kind == Kind::Word && t.text != "and") {
            if (hoursSeen) {
                days.clear();
                hoursSeen = false;
            }
            const auto from = weekdayCalled(t.text);
            if (!from) {
                return odd(t.text);
            }
            int to = *from;
            ++at;
            if (at + 1 < tokens.size() && tokens[at].kind == Kind::Dash && tokens[at + 1].kind == Kind::Word) {
                const auto last = weekdayCalled(tokens[at + 1].text);
                if (!last) {
                    return odd(tokens[at + 1].text);
                }
                to = *last;
                at += 2;
            }
            for (int day = *from;; day = (day + 1) % kWeek_days) {
                days.push_back(static_cast<size_t>(day));
                if (day == to) {
                    break;
                }
            }
        } else if (t.kind == Kind::Time || t.kind == Kind::Number) {
            const std::string word = t.text;
            const auto from = timeAt(tokens, at);
            if (!from || at >= tokens.size() || tokens[at].kind != Kind::Dash) {
                return odd(word);
            }
            ++at;
            const auto to = timeAt(tokens, at);
            if (!to || *to <= *from || days.empty()) {
                return odd(word);
            }
            hoursSeen = true;
            for (const size_t day : days) {
                if (!out[day].empty() && out[day].back().second > *from) {
                    return odd(word);
                }
                out[day].emplace_back(*from, *to);
            }
        } else if (t.kind == Kind::Comma || t.kind == Kind::Semicolon || t.kind == Kind::Point || t.text == "and") {
            ++at;
        } else {
            return odd(t.text);
        }
    }
    if (!hoursSeen) {
        return odd(std::string(trimmed(text)));
    }
    return out;
}

std::string weekText(const WeekSessions& week)
{
    std::string out;
    std::vector<char> said(week.size(), 0);
    for (size_t day = 0; day < week.size(); ++day) {
        if (said[day] != 0 || week[day].empty()) {
            continue;
        }
        std::string names;
        for (size_t other = day; other < week.size();) {
            if (week[other] != week[day] || said[other] != 0) {
                ++other;
                continue;
            }
            size_t last = other;
            while (last + 1 < week.size() && week[last + 1] == week[day]) {
                ++last;
            }
            for (size_t k = other; k <= last; ++k) {
                said[k] = 1;
            }
            names += (names.empty() ? "" : ", ") + std::string(kDays[other]);
            if (last > other) {
                names += (last == other + 1 ? ", " : "-") + std::string(kDays[last]);
            }
            other = last + 1;
        }
        out += (out.empty() ? "" : "; ") + names;
        for (const auto& [from, to] : week[day]) {
            out += ' ' + clock(from) + '-' + clock(to);
        }
    }
    return out.empty() ? "none" : out;
}

Expected<double> parseMinutes(std::string_view text, double bare)
{
    const std::string_view plain = trimmed(text);
    const auto odd = [&] {
        return refuse("when.minutes",
                      "\"" + shownText(plain) + "\" is not understood as a time: write 65, 65 min, 1 h 5 or 1:05.");
    };
    double sum = 0.0;
    bool some = false;
    double unit = bare;
    for (size_t i = 0; i < plain.size();) {
        size_t end = i;
        while (end < plain.size() &&
               (isDigit(plain[end]) || plain[end] == '.' || plain[end] == ',' || plain[end] == ':')) {
            ++end;
        }
        const std::string_view number = plain.substr(i, end - i);
        while (end < plain.size() && plain[end] == ' ') {
            ++end;
        }
        size_t stop = end;
        while (stop < plain.size() && isLetter(plain[stop])) {
            ++stop;
        }
        const std::string word = lower(plain.substr(end, stop - end));
        while (stop < plain.size() && plain[stop] == ' ') {
            ++stop;
        }
        if (number.empty() || stop == i) {
            return odd();
        }
        if (const size_t colon = number.find(':'); colon != std::string_view::npos) {
            const int hours = numberOf(number.substr(0, colon));
            const int past = numberOf(number.substr(colon + 1));
            if (!word.empty() && word != "h") {
                return odd();
            }
            if (hours < 0 || past < 0 || past >= 60) {
                return odd();
            }
            sum += 60.0 * hours + past;
        } else {
            if (word == "h" || word == "hr" || word == "hrs" || word == "hour" || word == "hours") {
                unit = 60.0;
            } else if (word == "min" || word == "m" || word == "mins" || word == "minute" || word == "minutes") {
                unit = 1.0;
            } else if (word == "d" || word == "day" || word == "days") {
                unit = kMinutesOfDay;
            } else if (!word.empty()) {
                return odd();
            }
            const auto value = parseNumber(number);
            if (!value) {
                return odd();
            }
            sum += *value * unit;
            unit = unit == 60.0 ? 1.0 : unit; // "1 h 5"
        }
        some = true;
        i = stop;
    }
    return some && std::isfinite(sum) ? Expected<double>(sum) : odd();
}

std::string durationText(double minutes)
{
    const long all = std::lround(std::max(0.0, minutes));
    const long hours = all / 60;
    const long past = all % 60;
    if (hours == 0) {
        return std::to_string(past) + " min";
    }
    return std::to_string(hours) + " h" + (past > 0 ? ' ' + std::to_string(past) + " min" : "");
}

} // namespace burl
