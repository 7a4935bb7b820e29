// When it was done, and how long it took.

#include <algorithm>

#include "core/book/line_reader.h"
#include "core/measure/date.h"
#include "core/measure/when.h"
#include "core/shop/ranges.h"

namespace burl
{
namespace
{

constexpr double kEvening_h = 17.0;          // of a day of which no hour is said
constexpr double kLongDay_min = 12.0 * 60.0; // more in one entry is asked

} // namespace

void LineReader::day()
{
    const bool did =
        !readings_.empty() || std::any_of(facts_.begin(), facts_.end(), [](const SaidFact& f) { return f.work; });
    for (const BookAmount& a : p_.amounts) {
        if (a.is != Is::Day) {
            continue;
        }
        use(a);
        const int d = static_cast<int>(a.value);
        const bool planned = std::any_of(p_.clauses.begin(), p_.clauses.end(), [&](const BookClause& c) {
            return a.from >= c.from && a.from < c.to && c.planned;
        });
        if (planned || (!did && d > today_)) { // a day that is only spoken of
            continue;
        }
        askDay(a, d);
    }
}

void LineReader::askDay(const BookAmount& a, int d)
{
    const std::string as = words(a.from, a.to);
    const std::string id = "when:" + as;
    if (const std::string* said = answer(id)) {
        words_ = words_ || *said == kLeftOut;
        day_ = dayOf(*said);
        return;
    }
    const auto begun = dayOf(in_.started);
    if (day_ && *day_ != d) {
        ask(Ask::When, id, "Two days are named, " + shortDayText(*day_) + " and " + shortDayText(d) + ": which is it?",
            {{isoDay(*day_), shortDayText(*day_)}, {isoDay(d), shortDayText(d)}, kKeepWords});
    } else if (a.unsure) {
        ask(Ask::When, id, '"' + as + "\" is a " + shortDayText(d).substr(0, 3) + ": which day is meant?",
            dayChoices(d));
    } else if (d > today_) {
        ask(Ask::When, id, shortDayText(d) + " is still to come: was it done?", dayChoices(d));
    } else if (begun && d < *begun) {
        ask(Ask::When, id,
            shortDayText(d) + " lies before the job, which was begun on " + shortDayText(*begun) + ": is it meant?",
            dayChoices(d));
    }
    day_ = d;
}

std::vector<BookChoice> LineReader::dayChoices(int d) const
{
    std::vector<BookChoice> out{{isoDay(today_), "today"}};
    if (d <= today_) {
        out.insert(out.begin(), {isoDay(d), shortDayText(d)});
    }
    out.push_back(kKeepWords);
    return out;
}

void LineReader::when(BookEntry& e, const SaidFact& fact)
{
    std::optional<double> start;
    std::optional<double> end;
    for (const size_t k : fact.said.amounts) {
        const BookAmount& a = p_.amounts[k];
        start = a.is == Is::Start ? std::optional(a.value) : start;
        end = a.is == Is::End ? std::optional(a.value) : end;
    }
    double& minutes = e.line.words.minutes;
    constexpr double kHalfDay_min = 12.0 * 60.0;
    if (start && end) {
        double later = *end;
        later += later < *start ? kHalfDay_min : 0.0; // from 9 to 1
        if (minutes == 0.0 && later > *start) {
            minutes = later - *start;
        }
        end = later;
    } else if (start && minutes > 0.0) {
        end = *start + minutes;
    }
    const bool other = day_ && *day_ != today_;
    const double midnight_h = (day_ ? *day_ : today_) * kDay_h;
    e.at_h = end ? midnight_h + *end / kHour_min : other ? midnight_h + kEvening_h : in_.now_h;
    for (const size_t k : fact.said.amounts) {
        const BookAmount& a = p_.amounts[k];
        if (a.is == Is::End || (a.is == Is::Start && end)) {
            use(a);
        }
    }
    constexpr double kSoon_h = 1.0;
    if (end && !other && e.at_h > in_.now_h + kSoon_h && fact.work) {
        const std::string id = "when:" + timeText(e.at_h);
        if (answer(id) == nullptr) {
            ask(Ask::When, id, timeText(e.at_h) + " is still to come: was it done?",
                {{isoDay(today_), "yes, now"}, kKeepWords});
        } else {
            words_ = words_ || leftOut(id);
            e.at_h = in_.now_h;
        }
    }
    e.dated = (day_ || end) && !leftOut("when:");
    e.at_h = e.dated ? e.at_h : in_.now_h;
    if (e.dated) {
        box(e, Box::When, "when:", timeText(e.at_h));
    }
}

void LineReader::minutes(BookEntry& e, const SaidFact& fact)
{
    const std::string id = "minutes:" + wordsOf(fact);
    double sum = 0.0;
    for (const size_t k : fact.said.amounts) {
        const BookAmount& a = p_.amounts[k];
        if (a.is != Is::Minutes) {
            continue;
        }
        use(a);
        if (a.notIt) {
            continue;
        }
        if (a.negative && a.value > 0.0) {
            bad_ = Refusal{"days.negative",
                           '"' + words(a.from, a.to) + "\" is less than no time: write how long it took."};
            return;
        }
        if (a.unsure || a.clock) {
            askMinutes(a);
            const std::string* said = answer("minutes:" + words(a.from, a.to));
            sum += said != nullptr && *said != kLeftOut ? a.value : 0.0;
            continue;
        }
        sum += a.value;
    }
    if (!ranges::kStepMinutes.holds(sum)) {
        bad_ = Refusal{"days.range", "Minutes of an entry " + rangeSentence(ranges::kStepMinutes) + '.'};
        return;
    }
    e.line.words.minutes = leftOut(id) ? 0.0 : sum * fact.share;
}

void LineReader::askMinutes(const BookAmount& a)
{
    const std::string id = "minutes:" + words(a.from, a.to);
    if (answer(id) == nullptr) {
        ask(Ask::Minutes, id, '"' + words(a.from, a.to) + "\": how long is that?",
            {{"yes", durationText(a.value)}, {kLeftOut, a.clock ? "a time of the day" : "not said"}});
    }
}

void LineReader::longDay(BookEntry& e, const SaidFact& fact)
{
    const std::string id = "long:" + wordsOf(fact);
    if (e.line.words.minutes > kLongDay_min && !daysSaid(fact) && answer(id) == nullptr) {
        ask(Ask::Minutes, id, durationText(e.line.words.minutes) + " in one entry: is that right?",
            {{"yes", "yes, " + durationText(e.line.words.minutes)}, {kLeftOut, "no"}});
    } else if (leftOut(id)) {
        e.line.words.minutes = 0.0;
    }
}

bool LineReader::daysSaid(const SaidFact& fact) const // "2 days" may well be sixteen hours
{
    return std::any_of(fact.clauses.begin(), fact.clauses.end(), [&](size_t i) {
        for (size_t t = p_.clauses[i].from; t < p_.clauses[i].to; ++t) {
            const std::string& word = p_.tokens[t].text;
            if (word.rfind("day", 0) == 0 || word.rfind("tag", 0) == 0 || word.rfind("jour", 0) == 0 ||
                word.rfind("d\u00EDa", 0) == 0) {
                return true;
            }
        }
        return false;
    });
}

} // namespace burl
