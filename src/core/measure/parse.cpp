#include "core/measure/parse.h"

#include <charconv>
#include <cmath>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "core/measure/text.h"

// Method: the text is cleaned to ASCII (typographic quotes, fraction glyphs), cut into terms
// "number [unit]", and the terms are added up. Each measure only brings its own table of units.

namespace burl
{
namespace
{

struct UnitWord {
    std::string_view word;
    double factor; // to the canonical unit
};

struct Term {
    double value = 0.0;
    bool fraction = false; // written with a slash
    std::string unit;
};

struct Glyph {
    std::string_view utf8;
    std::string_view ascii;
};

// A vulgar fraction gets a space before it so that `6½` reads as 6 1/2.
constexpr Glyph kGlyphs[] = {{"½", " 1/2"},   {"¼", " 1/4"}, {"¾", " 3/4"}, {"⅛", " 1/8"},   {"⅜", " 3/8"},
                             {"⅝", " 5/8"},   {"⅞", " 7/8"}, {"⅓", " 1/3"}, {"⅔", " 2/3"},   {"⁄", "/"},
                             {"′", "'"},      {"’", "'"},    {"″", "\""},   {"”", "\""},     {"“", "\""},
                             {"−", "-"},      {"–", "-"},    {"°", ""},     {"\u00a0", " "}, {"\u202f", " "},
                             {"\u2009", " "}, {"≈", ""}};

std::string toAscii(std::string_view text)
{
    std::string out;
    for (size_t i = 0; i < text.size();) {
        bool found = false;
        for (const Glyph& glyph : kGlyphs) {
            if (text.substr(i, glyph.utf8.size()) == glyph.utf8) {
                out += glyph.ascii;
                i += glyph.utf8.size();
                found = true;
                break;
            }
        }
        if (!found) {
            const char c = text[i++];
            out += (c >= 'A' && c <= 'Z') ? static_cast<char>(c - 'A' + 'a') : c;
        }
    }
    // Two apostrophes are an inch mark.
    for (size_t at = out.find("''"); at != std::string::npos; at = out.find("''")) {
        out.replace(at, 2, "\"");
    }
    return out;
}

bool isUnitLetter(char c)
{
    return (c >= 'a' && c <= 'z') || c == '\'' || c == '"' || c == '%';
}

Refusal unreadable(std::string_view text, std::string_view example)
{
    return {"measure.unreadable",
            "Cannot read \"" + std::string(text) + "\" as a measure; write it like " + std::string(example) + "."};
}

class Reader
{
public:
    Reader(std::string_view original, std::string_view example)
        : original_(original), example_(example), text_(toAscii(original))
    {
    }

    Expected<std::vector<Term>> terms(bool& negative)
    {
        skipSpace();
        if (at_ == text_.size()) {
            return refuse("measure.empty",
                          "Nothing is written here; write a measure like " + std::string(example_) + ".");
        }
        negative = false;
        if (text_[at_] == '-' || text_[at_] == '+') {
            negative = text_[at_] == '-';
            ++at_;
        }
        std::vector<Term> out;
        while (true) {
            skipSpace();
            if (at_ == text_.size()) {
                break;
            }
            if (!out.empty() && text_[at_] == '-') { // 6'-3", 90-1/2
                ++at_;
                skipSpace();
            }
            auto term = oneTerm();
            if (!term) {
                return tl::unexpected(term.error());
            }
            out.push_back(*term);
        }
        if (out.empty()) {
            return tl::unexpected(unreadable(original_, example_));
        }
        return out;
    }

private:
    void skipSpace()
    {
        while (at_ < text_.size() && (text_[at_] == ' ' || text_[at_] == '\t')) {
            ++at_;
        }
    }

    Expected<double> decimal()
    {
        std::string digits;
        int commas = 0;
        int points = 0;
        while (at_ < text_.size()) {
            const char c = text_[at_];
            if (isDigit(c)) {
                digits += c;
            } else if (c == ',' || c == '.') {
                (c == ',' ? commas : points)++;
                digits += c;
            } else if (c == ' ' && groupOfThreeAt(at_ + 1) && !digits.empty() && commas + points == 0) {
                // 2 700: a space between thousands
            } else {
                break;
            }
            ++at_;
        }
        if (digits.empty() || commas + points > 2 || (commas > 1 && points == 0) || points > 1) {
            return tl::unexpected(unreadable(original_, example_));
        }
        if (commas == 1 && points == 1) { // 1,234.5
            if (digits.find(',') > digits.find('.')) {
                return tl::unexpected(unreadable(original_, example_));
            }
            digits.erase(digits.find(','), 1);
        } else if (commas == 1) {
            const size_t comma = digits.find(',');
            const bool leadingZero = comma == 1 && digits[0] == '0';
            if (digits.size() - comma == 4 && comma >= 1 && comma <= 3 && !leadingZero) {
                return refuse("measure.ambiguous", "\"" + std::string(original_) +
                                                       "\" can be read two ways; leave the comma out, or "
                                                       "write a point for the decimals.");
            }
            digits[comma] = '.';
        }
        double value = 0.0;
        const auto [end, error] = std::from_chars(digits.data(), digits.data() + digits.size(), value);
        if (error != std::errc() || end != digits.data() + digits.size() || !std::isfinite(value)) {
            return tl::unexpected(unreadable(original_, example_));
        }
        return value;
    }

    bool groupOfThreeAt(size_t i) const
    {
        if (i + 3 > text_.size()) {
            return false;
        }
        for (size_t k = 0; k < 3; ++k) {
            if (!isDigit(text_[i + k])) {
                return false;
            }
        }
        return i + 3 == text_.size() || (!isDigit(text_[i + 3]) && text_[i + 3] != '/');
    }

    Expected<Term> oneTerm()
    {
        Term term;
        auto first = decimal();
        if (!first) {
            return tl::unexpected(first.error());
        }
        term.value = *first;
        const size_t mark = at_;
        skipSpace();
        if (at_ < text_.size() && text_[at_] == '/') {
            auto fraction = overDenominator(term.value);
            if (!fraction) {
                return tl::unexpected(fraction.error());
            }
            term.value = *fraction;
            term.fraction = true;
        } else {
            // `90 1/2` and `90-1/2`: whole inches followed by a fraction
            size_t probe = at_;
            if (probe < text_.size() && text_[probe] == '-') {
                ++probe;
                while (probe < text_.size() && text_[probe] == ' ') {
                    ++probe;
                }
            }
            size_t digitsEnd = probe;
            while (digitsEnd < text_.size() && isDigit(text_[digitsEnd])) {
                ++digitsEnd;
            }
            size_t slash = digitsEnd;
            while (slash < text_.size() && text_[slash] == ' ') {
                ++slash;
            }
            if (digitsEnd > probe && slash < text_.size() && text_[slash] == '/') {
                at_ = probe;
                const auto numerator = decimal();
                skipSpace();
                auto fraction = numerator ? overDenominator(*numerator) : numerator;
                if (!fraction) {
                    return tl::unexpected(fraction.error());
                }
                term.value += *fraction;
                term.fraction = true;
            } else {
                at_ = mark;
            }
        }
        skipSpace();
        if (at_ < text_.size() && (text_[at_] == '\'' || text_[at_] == '"' || text_[at_] == '%')) {
            term.unit = text_[at_++];
        } else {
            while (at_ < text_.size() && isUnitLetter(text_[at_]) && text_[at_] != '\'' && text_[at_] != '"') {
                term.unit += text_[at_++];
            }
        }
        if (term.unit.empty() && at_ < text_.size() && !isDigit(text_[at_]) && text_[at_] != ' ' && text_[at_] != '-') {
            return tl::unexpected(unreadable(original_, example_));
        }
        return term;
    }

    Expected<double> overDenominator(double numerator)
    {
        ++at_; // the slash
        skipSpace();
        auto denominator = decimal();
        if (!denominator || !(*denominator > 0.0)) {
            return tl::unexpected(unreadable(original_, example_));
        }
        return numerator / *denominator;
    }

    std::string_view original_;
    std::string_view example_;
    std::string text_;
    size_t at_ = 0;
};

std::optional<double> factorOf(const std::string& unit, std::span<const UnitWord> words)
{
    for (const UnitWord& word : words) {
        if (word.word == unit) {
            return word.factor;
        }
    }
    return std::nullopt;
}

struct Grammar {
    std::span<const UnitWord> words;
    double bare;              // factor of a number without a unit
    double bareFraction;      // factor of a fraction without a unit
    double most;              // larger is a slip of the pen
    std::string_view example; // for the sentence
};

Expected<double> parseSum(std::string_view text, const Grammar& grammar)
{
    bool negative = false;
    Reader reader(text, grammar.example);
    const auto terms = reader.terms(negative);
    if (!terms) {
        return tl::unexpected(terms.error());
    }
    double sum = 0.0;
    double lastFactor = 0.0;
    for (const Term& term : *terms) {
        double factor = term.fraction ? grammar.bareFraction : grammar.bare;
        if (!term.unit.empty()) {
            const auto known = factorOf(term.unit, grammar.words);
            if (!known) {
                return refuse("measure.unit", "\"" + term.unit + "\" in \"" + std::string(text) +
                                                  "\" is not a unit known here; write it like " +
                                                  std::string(grammar.example) + ".");
            }
            factor = *known;
        } else if (lastFactor != 0.0) {
            if (lastFactor != kFoot_mm) { // only `7' 6` may leave its last unit out
                return tl::unexpected(unreadable(text, grammar.example));
            }
            factor = kInch_mm;
        }
        if (lastFactor != 0.0 && factor >= lastFactor) {
            return tl::unexpected(unreadable(text, grammar.example));
        }
        lastFactor = factor;
        sum += term.value * factor;
    }
    if (!(sum <= grammar.most)) {
        return refuse("measure.too_large",
                      "\"" + std::string(text) + "\" is larger than anything in this work; look at the unit.");
    }
    return negative ? -sum : sum;
}

constexpr UnitWord kLengthWords[] = {{"mm", 1.0},      {"cm", 10.0},     {"dm", 100.0},      {"m", 1000.0},
                                     {"\"", kInch_mm}, {"in", kInch_mm}, {"inch", kInch_mm}, {"inches", kInch_mm},
                                     {"'", kFoot_mm},  {"ft", kFoot_mm}, {"foot", kFoot_mm}, {"feet", kFoot_mm}};
constexpr UnitWord kVolumeWords[] = {
    {"l", 1.0},           {"litre", 1.0},     {"litres", 1.0},       {"liter", 1.0},         {"liters", 1.0},
    {"dl", 0.1},          {"cl", 0.01},       {"ml", 0.001},         {"qt", kQuart_L},       {"quart", kQuart_L},
    {"quarts", kQuart_L}, {"gal", kGallon_L}, {"gallon", kGallon_L}, {"gallons", kGallon_L}, {"floz", kFluidOunce_L}};
constexpr UnitWord kMassWords[] = {{"kg", 1.0},       {"g", 0.001},       {"t", 1000.0},
                                   {"lb", kPound_kg}, {"lbs", kPound_kg}, {"oz", kOunce_g / 1000.0}};

double bareLength(LengthStyle style)
{
    switch (style) {
    case LengthStyle::Millimetres:
        return 1.0;
    case LengthStyle::Centimetres:
        return 10.0;
    case LengthStyle::FractionalInches:
    case LengthStyle::FeetAndInches:
    case LengthStyle::DecimalInches:
        return kInch_mm;
    }
    return 1.0;
}

double bareVolume(VolumeStyle style)
{
    switch (style) {
    case VolumeStyle::Litres:
        return 1.0;
    case VolumeStyle::Quarts:
        return kQuart_L;
    case VolumeStyle::Gallons:
        return kGallon_L;
    }
    return 1.0;
}

} // namespace

Expected<double> parseLength_mm(std::string_view text, LengthStyle bare)
{
    return parseSum(text, {kLengthWords, bareLength(bare), kInch_mm, 100'000.0,
                           isInches(bare) ? "90-1/2, 7' 6 1/2\" or 2.3 m" : "2300, 2.3 m or 90-1/2"});
}

Expected<double> parseVolume_L(std::string_view text, VolumeStyle bare)
{
    const double factor = bareVolume(bare);
    std::string joined(text); // "fl oz" is one unit in two words
    for (size_t at = joined.find(' '); at != std::string::npos; at = joined.find(' ', at + 1)) {
        const auto ends = [&](const char* word) { return at >= 2 && joined.compare(at - 2, 5, word) == 0; };
        if (ends("fl oz") || ends("Fl oz") || ends("FL OZ")) {
            joined.erase(at, 1);
        }
    }
    return parseSum(joined, {kVolumeWords, factor, factor, 10'000.0, "3.2 L, 750 ml or 2 qt"});
}

Expected<double> parseMass_kg(std::string_view text, MassStyle bare)
{
    const double factor = bare == MassStyle::Metric ? 1.0 : kPound_kg;
    return parseSum(text, {kMassWords, factor, factor, 100'000.0, "82 kg, 450 g or 5 lb 3 oz"});
}

Expected<double> parseTemperature_degC(std::string_view text, TemperatureStyle bare)
{
    bool negative = false;
    Reader reader(text, "21 C or 70 F");
    const auto terms = reader.terms(negative);
    if (!terms) {
        return tl::unexpected(terms.error());
    }
    const Term& term = terms->front();
    bool fahrenheit = bare == TemperatureStyle::Fahrenheit;
    if (terms->size() != 1) {
        return tl::unexpected(unreadable(text, "21 C or 70 F"));
    }
    if (term.unit == "f") {
        fahrenheit = true;
    } else if (term.unit == "c") {
        fahrenheit = false;
    } else if (!term.unit.empty()) {
        return refuse("measure.unit", "\"" + term.unit + "\" is not a temperature unit; write 21 C or 70 F.");
    }
    const double value = negative ? -term.value : term.value;
    const double celsius = fahrenheit ? (value - 32.0) / 1.8 : value;
    if (!(celsius >= -60.0 && celsius <= 200.0)) {
        return refuse("measure.too_large",
                      "\"" + std::string(text) + "\" is not a temperature of a workshop; look at the unit.");
    }
    return celsius;
}

Expected<double> parseNumber(std::string_view text)
{
    constexpr UnitWord kPercent[] = {{"%", 1.0}};
    return parseSum(text, {kPercent, 1.0, 1.0, 1e9, "8.5"});
}

} // namespace burl
