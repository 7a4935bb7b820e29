#include "core/measure/format.h"

#include "core/measure/date.h"

#include <array>
#include <charconv>
#include <cmath>
#include <cstdint>
#include <cstdlib>
#include <numeric>

namespace burl
{
namespace
{

constexpr double kSquareFoot_mm2 = kFoot_mm * kFoot_mm;

/// Whole part and reduced fraction of a length in inches: `90-9/16`, or with feet `7' 6 9/16"`, `9'`.
std::string inchText(double inches, int fraction, bool feet)
{
    const auto parts = static_cast<int64_t>(std::llround(std::abs(inches) * fraction));
    const bool negative = inches < 0.0 && parts != 0;
    int64_t whole = parts / fraction;
    const int64_t rest = parts % fraction;
    std::string out = negative ? "-" : "";
    bool wroteFeet = false;
    if (feet && whole >= 12) {
        out += std::to_string(whole / 12) + "'";
        whole %= 12;
        wroteFeet = true;
        if (whole == 0 && rest == 0) {
            return out;
        }
        out += ' ';
    }
    if (whole != 0 || rest == 0) {
        out += std::to_string(whole);
        if (rest != 0) {
            out += wroteFeet ? ' ' : '-';
        }
    }
    if (rest != 0) {
        const int64_t divisor = std::gcd(rest, static_cast<int64_t>(fraction));
        out += std::to_string(rest / divisor) + '/' + std::to_string(fraction / divisor);
    }
    return feet ? out + '"' : out;
}

/// Under an inch a fraction can be off by more than the work allows (a slot cut short, a packer of
/// nothing); such a length is shown in decimals, as a calliper does.
bool fractionTooCoarse(double mm, int fraction)
{
    const double inches = std::abs(mm) / kInch_mm;
    const double shown = std::round(inches * fraction) / fraction;
    return inches > 0.0005 && inches < 1.0 && std::abs(shown - inches) > 0.015 * inches;
}

NumberAndUnit lengthParts(double mm, const UnitChoice& choice)
{
    const bool fractions =
        choice.length == LengthStyle::FractionalInches || choice.length == LengthStyle::FeetAndInches;
    if (fractions && fractionTooCoarse(mm, choice.inchFraction)) {
        return {formatNumber(mm / kInch_mm, 3), "in"};
    }
    switch (choice.length) {
    case LengthStyle::Millimetres:
        return {formatNumber(mm, std::abs(mm) < 99.95 ? 1 : 0), "mm"};
    case LengthStyle::Centimetres:
        return {formatNumber(mm / 10.0, std::abs(mm) < 99.95 ? 2 : 1), "cm"};
    case LengthStyle::FractionalInches:
        return {inchText(mm / kInch_mm, choice.inchFraction, false), "in"};
    case LengthStyle::FeetAndInches:
        return {inchText(mm / kInch_mm, choice.inchFraction, true), ""};
    case LengthStyle::DecimalInches:
        return {formatNumber(mm / kInch_mm, std::abs(mm) < kInch_mm ? 3 : 2), "in"};
    }
    return {formatNumber(mm, 1), "mm"};
}

int digitsForSize(double value)
{
    const double size = std::abs(value);
    return size < 0.995 ? 2 : size < 99.95 ? 1 : 0;
}

NumberAndUnit volumeParts(double litres, VolumeStyle style)
{
    constexpr double kSmall_L = 0.0995; // less is read off a small cup
    const bool small = std::abs(litres) > 0.0 && std::abs(litres) < kSmall_L;
    switch (style) {
    case VolumeStyle::Litres:
        if (small) {
            return {formatNumber(litres * 1000.0, std::abs(litres) < 0.00995 ? 1 : 0), "mL"};
        }
        return {formatNumber(litres, digitsForSize(litres)), "L"};
    case VolumeStyle::Quarts:
    case VolumeStyle::Gallons:
        if (small) {
            return {formatNumber(litres / kFluidOunce_L, 1), "fl oz"};
        }
        if (style == VolumeStyle::Gallons) {
            return {formatNumber(litres / kGallon_L, 2), "gal"};
        }
        return {formatNumber(litres / kQuart_L, digitsForSize(litres / kQuart_L)), "qt"};
    }
    return {formatNumber(litres, 1), "L"};
}

} // namespace

std::string formatNumber(double value, int decimals, bool shorten)
{
    if (!std::isfinite(value)) {
        return "not known";
    }
    std::array<char, 64> buffer{};
    const auto [end, error] =
        std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::fixed, decimals);
    if (error != std::errc()) {
        return "not known";
    }
    std::string out(buffer.data(), end);
    if (shorten && out.find('.') != std::string::npos) {
        while (out.back() == '0') {
            out.pop_back();
        }
        if (out.back() == '.') {
            out.pop_back();
        }
    }
    if (out.find_first_not_of("-0.") == std::string::npos && out.front() == '-') {
        out.erase(0, 1);
    }
    return out;
}

std::string lengthUnitWord(LengthStyle style)
{
    return style == LengthStyle::Millimetres ? "mm" : style == LengthStyle::Centimetres ? "cm" : "in";
}

NumberAndUnit formatParts(double value, Unit unit, const UnitChoice& choice)
{
    if (!std::isfinite(value)) {
        return {"not known", ""};
    }
    const bool pounds = choice.mass == MassStyle::Pounds;
    switch (unit) {
    case Unit::None:
        return {formatNumber(value, 2, true), ""};
    case Unit::Count:
        return {formatNumber(value, 0), ""};
    case Unit::Length:
        return lengthParts(value, choice);
    case Unit::Area:
        return isInches(choice.length) ? NumberAndUnit{formatNumber(value / kSquareFoot_mm2, 1), "sq ft"}
                                       : NumberAndUnit{formatNumber(value / 1e6, std::abs(value) < 1e6 ? 3 : 2), "m²"};
    case Unit::Volume:
        return volumeParts(value, choice.volume);
    case Unit::Mass:
        return pounds ? NumberAndUnit{formatNumber(value / kPound_kg, digitsForSize(value / kPound_kg)), "lb"}
                      : NumberAndUnit{formatNumber(value, digitsForSize(value)), "kg"};
    case Unit::SmallMass:
        return pounds ? NumberAndUnit{formatNumber(value / kOunce_g, 2), "oz"}
                      : NumberAndUnit{formatNumber(value, std::abs(value) < 99.95 ? 1 : 0), "g"};
    case Unit::Force:
        return {formatNumber(value, 0), "N"};
    case Unit::Temperature:
        return choice.temperature == TemperatureStyle::Fahrenheit
                   ? NumberAndUnit{formatNumber(value * 1.8 + 32.0, 0), "°F"}
                   : NumberAndUnit{formatNumber(value, 1, true), "°C"};
    case Unit::Percent:
        return {formatNumber(value, 1), "%"};
    case Unit::Humidity:
        return {formatNumber(value, 0), "% RH"};
    case Unit::Coefficient:
        return {formatNumber(value * 100.0, 3), "% per % MC"};
    case Unit::Density:
        return {formatNumber(value, 0), "kg/m³"};
    case Unit::MixedDensity:
        return {formatNumber(value, 3), "kg/L"};
    case Unit::SoakIn:
        return {formatNumber(value, 0), "g/m²"};
    case Unit::Minutes:
        return value >= 90.0 ? NumberAndUnit{formatNumber(value / 60.0, 1), "h"}
                             : NumberAndUnit{formatNumber(value, 0), "min"};
    case Unit::Days:
        return {formatNumber(value, 0), std::abs(value - 1.0) < 0.5 ? "day" : "days"};
    case Unit::Date:
        return {std::abs(value) < 1e6 ? dateText(static_cast<int>(std::floor(value))) : "not known", ""};
    case Unit::Degrees:
        return {formatNumber(value, 2, true), "°"};
    case Unit::Money:
        return {formatNumber(value, 2), ""};
    }
    return {formatNumber(value, 2), ""};
}

std::string formatQuantity(double value, Unit unit, const UnitChoice& choice)
{
    const NumberAndUnit parts = formatParts(value, unit, choice);
    return parts.unit.empty() ? parts.number : parts.number + ' ' + parts.unit;
}

EditText lengthToEdit(double mm, const UnitChoice& choice)
{
    constexpr double kSame_mm = 0.0005; // half a micrometre: nobody's tape
    switch (choice.length) {
    case LengthStyle::Millimetres:
        return {formatNumber(mm, 3, true), true};
    case LengthStyle::Centimetres:
        return {formatNumber(mm / 10.0, 4, true), true};
    case LengthStyle::DecimalInches:
        return {formatNumber(mm / kInch_mm, 5, true), true};
    case LengthStyle::FractionalInches:
    case LengthStyle::FeetAndInches:
        break;
    }
    // A finer fraction is shown rather than a rounded one when it says the value exactly.
    for (const int fraction : {choice.inchFraction, 32, 64}) {
        const double back = std::round(mm / kInch_mm * fraction) / fraction * kInch_mm;
        if (std::abs(back - mm) < kSame_mm) {
            const bool feet = choice.length == LengthStyle::FeetAndInches;
            return {inchText(mm / kInch_mm, fraction, feet) + (feet ? "" : "\""), true};
        }
    }
    const bool feet = choice.length == LengthStyle::FeetAndInches;
    return {"≈ " + inchText(mm / kInch_mm, choice.inchFraction, feet) + (feet ? "" : "\""), false};
}

} // namespace burl
