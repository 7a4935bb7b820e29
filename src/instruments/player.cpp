#include "instruments/player.h"

#include <charconv>
#include <cmath>

#include "core/measure/text.h"

namespace burl
{

InstrumentPlayer::InstrumentPlayer(PlayerHabits habits, std::vector<double> values)
    : habits_(habits), values_(std::move(values)), random_(habits.seed)
{
}

std::string InstrumentPlayer::next(bool button)
{
    if (values_.empty()) {
        return "error nothing to play\n";
    }
    InstrumentReading reading;
    reading.kind = habits_.kind;
    reading.value = values_[at_];
    reading.button = button;
    at_ = (at_ + 1) % values_.size();
    if (habits_.noise > 0.0) {
        reading.value += std::normal_distribution<double>(0.0, habits_.noise)(random_);
    }
    std::string line = writeInstrumentLine(reading);
    if (std::uniform_real_distribution<double>(0.0, 1.0)(random_) < habits_.dropOut) {
        at_ = (at_ + values_.size() - 1) % values_.size(); // it stands where it stood
        switch (std::uniform_int_distribution<int>(0, 2)(random_)) {
        case 0:
            return {}; // never sent
        case 1:
            return line.substr(0, line.size() / 2) + '\n'; // cut short
        default:
            line[line.size() / 3] = '\x7f'; // a bit lost
            return line;
        }
    }
    return line;
}

std::string InstrumentPlayer::button()
{
    return next(true);
}

std::string InstrumentPlayer::answer(std::string_view line)
{
    line = trimmed(line);
    if (line == trimmed(kAskReading)) {
        return next(false);
    }
    if (line == trimmed(kAskName)) {
        static constexpr const char* kWords[] = {"depth", "moisture", "mass", "temperature"};
        return std::string("hello ") + kWords[static_cast<int>(habits_.kind)] + " stand-in\n";
    }
    return line.empty() ? std::string() : "error not understood\n";
}

Expected<std::vector<double>> playedFrom(std::string_view text)
{
    std::vector<double> out;
    int number = 0;
    while (!text.empty()) {
        const size_t end = std::min(text.size(), text.find('\n'));
        std::string_view line = text.substr(0, end);
        text.remove_prefix(std::min(text.size(), end + 1));
        ++number;
        line = trimmed(line.substr(0, line.find('#')));
        if (line.empty()) {
            continue;
        }
        double value = 0.0;
        const auto [last, error] = std::from_chars(line.data(), line.data() + line.size(), value);
        if (error != std::errc{} || last != line.data() + line.size() || !std::isfinite(value)) {
            return refuse("player.number", "line " + std::to_string(number) + ": \"" + std::string(line) +
                                               "\" is not a number; write one reading on each line.");
        }
        out.push_back(value);
    }
    if (out.empty()) {
        return refuse("player.empty", "no readings are in it; write one number on each line.");
    }
    return out;
}

Expected<std::vector<double>> playedFrom(const Slab& slab, Face face)
{
    const auto& grid = face == Face::Top ? slab.topHeights : slab.bottomHeights;
    if (!grid) {
        return refuse("player.no_heights", slab.name + " has no heights on that face.");
    }
    std::vector<double> out;
    for (size_t i = 0; i < grid->xs_mm.size(); ++i) {
        for (size_t j = grid->ys_mm.size(); j-- > 0;) {
            if (const auto& r = grid->readings_mm[j * grid->xs_mm.size() + i]) {
                out.push_back(*r);
            }
        }
    }
    if (out.empty()) {
        return refuse("player.no_heights", slab.name + " has no readings on that face.");
    }
    return out;
}

} // namespace burl
