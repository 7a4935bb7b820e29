#include "core/book/amounts.h"

#include <algorithm>
#include <cmath>

#include "core/book/amount_reader.h"

namespace burl
{

Expected<std::vector<BookAmount>> AmountReader::run()
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

bool AmountReader::ends(size_t i) const
{
    return i >= t_.size() || (t_[i].is == BookToken::Is::Sign && !t_[i].sign("+"));
}

size_t AmountReader::at(size_t i)
{
    const size_t before = i > 0 && sense(i - 1, Sense::Of) ? i - 1 : i;
    const bool wrong = before > 0 && (sense(before - 1, Sense::Not) || sense(before - 1, Sense::Instead));
    if (wrong && number(i) && t_[i].whole && !t_[i].clock && ends(i + 1)) { // "50 min, not 40"
        put(Is::Minutes, t_[i].value, i, i + 1);
        return i + 1;
    }
    for (const auto read : {&AmountReader::day, &AmountReader::clocks, &AmountReader::duration, &AmountReader::measures,
                            &AmountReader::count, &AmountReader::ordinal}) {
        if (const size_t next = (this->*read)(i); next > i) {
            return tolerance(next);
        }
        if (bad_) {
            return i;
        }
    }
    return i;
}

BookAmount& AmountReader::put(Is is, double value, size_t from, size_t to)
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
size_t AmountReader::tolerance(size_t i)
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

std::optional<BookUnit> AmountReader::unit(size_t i) const
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
std::optional<AmountReader::Found> AmountReader::numberAt(size_t i) const
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

std::optional<AmountReader::Scale> AmountReader::scaleOf(BookUnit u)
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
size_t AmountReader::measures(size_t i)
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

size_t AmountReader::toleranceEnd(size_t i) const
{
    const size_t n = sign(i, "±") ? i + 1 : sign(i, "+") && sign(i + 1, "-") ? i + 2 : i;
    return n > i && number(n) ? n + 1 : i;
}

size_t AmountReader::unitBehind(size_t i, size_t k, const std::vector<size_t>& numbers, char joined)
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

size_t AmountReader::count(size_t i)
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
size_t AmountReader::ordinal(size_t i)
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

Expected<std::vector<BookAmount>> bookAmounts(const std::vector<BookToken>& tokens,
                                              const std::vector<std::optional<KnownWord>>& senses,
                                              const Lexicon& lexicon, int today)
{
    return AmountReader(tokens, senses, lexicon, today).run();
}

} // namespace burl
