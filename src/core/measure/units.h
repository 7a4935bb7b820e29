#pragma once
// The kinds of quantity that appear in a plan, and the maker's choice of how to see them.
// Inside the program every quantity has one canonical unit, named here; choices only affect text.
// Threads: values.

namespace burl
{

enum class Unit {
    None,         // a plain number or ratio
    Count,        // whole things
    Length,       // mm
    Area,         // mm2, shown as m2 or sq ft
    Volume,       // litres
    Mass,         // kg
    SmallMass,    // g
    Force,        // N
    Temperature,  // degC
    Percent,      // 12.0 means 12 %
    Humidity,     // % relative humidity
    Coefficient,  // fraction of width per 1 % of moisture content
    Density,      // kg/m3
    MixedDensity, // kg/litre
    SoakIn,       // g/m2
    Minutes,
    Days,
    Date,    // days since 1970-01-01
    Degrees, // angle
    Money,
};

enum class LengthStyle { Millimetres, Centimetres, FractionalInches, FeetAndInches, DecimalInches };
enum class VolumeStyle { Litres, Quarts, Gallons };
enum class MassStyle { Metric, Pounds };
enum class TemperatureStyle { Celsius, Fahrenheit };

/// How the maker wants to see measures, everywhere at once.
struct UnitChoice {
    LengthStyle length = LengthStyle::Millimetres;
    int inchFraction = 16; // smallest fraction of an inch that is shown: 8, 16, 32 or 64
    VolumeStyle volume = VolumeStyle::Litres;
    MassStyle mass = MassStyle::Metric;
    TemperatureStyle temperature = TemperatureStyle::Celsius;
    bool operator==(const UnitChoice&) const = default;
};

inline bool isInches(LengthStyle style)
{
    return style == LengthStyle::FractionalInches || style == LengthStyle::FeetAndInches ||
           style == LengthStyle::DecimalInches;
}

constexpr double kInch_mm = 25.4;
constexpr double kMmPerM = 1e3;
constexpr double kMm2PerM2 = 1e6;
constexpr double kMm3PerL = 1e6;
constexpr double kMm3PerM3 = 1e9;
constexpr double kHour_min = 60.0;
constexpr double kDay_h = 24.0;
constexpr int kWeek_days = 7;
constexpr double kFoot_mm = 304.8;
constexpr double kQuart_L = 0.946352946;  // US liquid quart, exact
constexpr double kGallon_L = 3.785411784; // US liquid gallon, exact
constexpr double kFluidOunce_L = 0.0295735295625;
constexpr double kPound_kg = 0.45359237;
constexpr double kOunce_g = 28.349523125;
constexpr double kBoardFoot_L = 2.359737216; // 144 cubic inches
constexpr double kGravity_m_s2 = 9.80665;

} // namespace burl
