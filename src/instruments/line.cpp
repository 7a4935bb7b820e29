#include "instruments/line.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <limits>
#include <utility>

#include "core/measure/text.h"
#include "core/measure/units.h"
#include "core/shop/ranges.h"

namespace burl
{
namespace
{

constexpr size_t kLongest = 200;

struct KindWord {
    InstrumentKind kind;
    std::string_view word; // on the line
    std::string_view name; // for the maker
    std::string_view unit; // written
    double least, most;    // canonical: what such an instrument can read
};
constexpr std::array<KindWord, 4> kKinds{{
    {InstrumentKind::Depth, "depth", "depth probe", "mm", -100.0, 1000.0},
    {InstrumentKind::Moisture, "moisture", "moisture meter", "%", 0.0, 150.0},
    {InstrumentKind::Mass, "mass", "scale", "g", -5'000.0, 500'000.0},
    {InstrumentKind::Temperature, "temperature", "thermometer", "C", -60.0, 400.0},
}};

const KindWord& wordsOf(InstrumentKind kind)
{
    return *std::find_if(kKinds.begin(), kKinds.end(), [kind](const KindWord& k) { return k.kind == kind; });
}

std::optional<double> numberIn(std::string_view text)
{
    if (!text.empty() && text.front() == '+') {
        text.remove_prefix(1);
    }
    double value = 0.0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc{} || end != text.data() + text.size() || !std::isfinite(value)) {
        return std::nullopt;
    }
    return value;
}

/// Into the kind's canonical unit; nothing for a unit that it does not have.
std::optional<double> canonical(InstrumentKind kind, double value, std::string_view unit)
{
    const std::string u = lower(unit);
    switch (kind) {
    case InstrumentKind::Depth:
        return u == "mm"   ? std::optional(value)
               : u == "cm" ? std::optional(value * 10.0)
               : u == "in" ? std::optional(value * kInch_mm)
                           : std::nullopt;
    case InstrumentKind::Moisture:
        return u == "%" ? std::optional(value) : std::nullopt;
    case InstrumentKind::Mass:
        return u == "g"    ? std::optional(value)
               : u == "kg" ? std::optional(value * 1000.0)
               : u == "oz" ? std::optional(value * 28.349523125)
               : u == "lb" ? std::optional(value * 453.59237)
                           : std::nullopt;
    case InstrumentKind::Temperature:
        return u == "c" ? std::optional(value) : u == "f" ? std::optional((value - 32.0) / 1.8) : std::nullopt;
    }
    return std::nullopt;
}

unsigned checkOf(std::string_view text)
{
    unsigned sum = 0;
    for (const char c : text) {
        sum ^= static_cast<unsigned char>(c);
    }
    return sum;
}

/// For a sentence: what came, without what a screen cannot show.
std::string shown(std::string_view line)
{
    std::string out;
    for (const char c : line.substr(0, 40)) {
        out += c >= ' ' && c <= '~' ? c : '?';
    }
    return line.size() > 40 ? out + "..." : out;
}

InstrumentTrouble garbage(std::string_view line)
{
    return {InstrumentTrouble::What::Garbage,
            "The instrument sent \"" + shown(line) + "\", which is no reading: take it again."};
}

std::vector<std::string_view> wordsIn(std::string_view line)
{
    std::vector<std::string_view> out;
    while (!line.empty()) {
        const size_t from = line.find_first_not_of(" \t");
        if (from == std::string_view::npos) {
            break;
        }
        const size_t end = std::min(line.size(), line.find_first_of(" \t", from));
        out.push_back(line.substr(from, end - from));
        line.remove_prefix(end);
    }
    return out;
}

} // namespace

std::string_view wordOf(InstrumentKind kind)
{
    return wordsOf(kind).name;
}

InstrumentLine readInstrumentLine(std::string_view line)
{
    std::string_view text = trimmed(line);
    if (const size_t star = text.rfind(" *"); star != std::string_view::npos && text.size() - star == 4) {
        unsigned told = 0;
        const auto [end, error] = std::from_chars(text.data() + star + 2, text.data() + text.size(), told, 16);
        if (error != std::errc{} || end != text.data() + text.size() || told != checkOf(text.substr(0, star))) {
            return garbage(line); // a bit was lost on the way
        }
        text = text.substr(0, star);
    }
    const std::vector<std::string_view> words = wordsIn(text);
    if (words.size() >= 2 && words[0] == "error") {
        return InstrumentTrouble{InstrumentTrouble::What::SaidByInstrument,
                                 "The instrument says: " + shown(text.substr(6)) + '.'};
    }
    const bool greets = !words.empty() && words[0] == "hello";
    const size_t at = greets ? 1 : 0;
    const auto kind = std::find_if(kKinds.begin(), kKinds.end(),
                                   [&](const KindWord& k) { return words.size() > at && words[at] == k.word; });
    if (kind == kKinds.end()) {
        return garbage(line);
    }
    if (greets) {
        const size_t from = words.size() > 2 ? static_cast<size_t>(words[2].data() - text.data()) : text.size();
        return InstrumentGreeting{kind->kind, shown(text.substr(from))};
    }
    if (words.size() < 3) {
        return garbage(line);
    }
    InstrumentReading out;
    out.kind = kind->kind;
    const auto number = numberIn(words[1]);
    const auto value = number ? canonical(kind->kind, *number, words[2]) : std::nullopt;
    if (!value) {
        return garbage(line);
    }
    out.value = *value;
    for (size_t i = 3; i < words.size(); ++i) {
        if (words[i] == "button") {
            out.button = true;
        } else if (words[i].substr(0, 6) == "depth=") {
            const auto deep = numberIn(words[i].substr(6));
            const auto mm =
                deep && i + 1 < words.size() ? canonical(InstrumentKind::Depth, *deep, words[i + 1]) : std::nullopt;
            if (!mm || !ranges::kMeterDepth_mm.holds(*mm)) { // no pins reach there: the line is not as it was sent
                return garbage(line);
            }
            out.depth_mm = *mm;
            ++i;
        } else {
            return garbage(line);
        }
    }
    if (!(out.value >= kind->least && out.value <= kind->most)) {
        return InstrumentTrouble{InstrumentTrouble::What::OutOfRange,
                                 "The " + std::string(kind->name) + " reads " + shown(words[1]) + ' ' +
                                     shown(words[2]) + ", which it cannot: look at its tip and take it again."};
    }
    return out;
}

std::string writeInstrumentLine(const InstrumentReading& reading)
{
    const KindWord& kind = wordsOf(reading.kind);
    const auto number = [](double v) {
        constexpr int kDecimals = 2;
        // Every double has room: 309 digits before the point.
        std::array<char, std::numeric_limits<double>::max_exponent10 + 8> buffer{};
        const auto [end, error] =
            std::to_chars(buffer.data(), buffer.data() + buffer.size(), v, std::chars_format::fixed, kDecimals);
        return std::string(buffer.data(), error == std::errc{} ? end : buffer.data());
    };
    std::string line = std::string(kind.word) + ' ' + number(reading.value) + ' ' + std::string(kind.unit);
    if (reading.depth_mm) {
        line += " depth=" + number(*reading.depth_mm) + " mm";
    }
    if (reading.button) {
        line += " button";
    }
    constexpr std::string_view kHex = "0123456789ABCDEF";
    const unsigned check = checkOf(line);
    return line + " *" + kHex[check >> 4U & 15U] + kHex[check & 15U] + '\n';
}

std::vector<InstrumentLine> InstrumentLines::take(std::string_view bytes)
{
    std::vector<InstrumentLine> out;
    for (const char c : bytes) {
        if (c == '\n' || c == '\r') {
            if (tooLong_) {
                out.emplace_back(garbage(begun_));
            } else if (!trimmed(begun_).empty()) {
                out.push_back(readInstrumentLine(begun_));
            }
            begun_.clear();
            tooLong_ = false;
        } else if (begun_.size() < kLongest) {
            begun_ += c;
        } else {
            tooLong_ = true;
        }
    }
    return out;
}

} // namespace burl
