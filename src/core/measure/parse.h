#pragma once
// Reading what a maker writes: lengths, volumes, masses and temperatures in any spelling.
// Units: out, the canonical measure: mm, litres, kg, degrees Celsius.   Errors: "measure.*", each a sentence that says
// how to write it.   Threads: pure.

#include <string_view>

#include "core/measure/outcome.h"
#include "core/measure/units.h"

namespace burl
{

/// A length in any workshop spelling: `2300`, `2.3 m`, `230cm`, `2,3 m`, `90.5 in`, `90-1/2`,
/// `7' 6 1/2"`, `11 9/16`, `5 ft 3`, `½"`. A bare number takes the unit of `bare`; a bare fraction
/// is inches. Comma or point is the decimal mark.
/// Units:  mm out.   Errors: "measure.empty", "measure.unreadable", "measure.unit",
///         "measure.ambiguous" (`2,300`), "measure.too_large".   Threads: pure, no locale.
[[nodiscard]] Expected<double> parseLength_mm(std::string_view text, LengthStyle bare = LengthStyle::Millimetres);

/// A volume: `3.2 L`, `750 ml`, `2 qt`, `1 gal 2 qt`. Litres out.
[[nodiscard]] Expected<double> parseVolume_L(std::string_view text, VolumeStyle bare = VolumeStyle::Litres);

/// A mass: `82 kg`, `450 g`, `5 lb 3 oz`. Kilograms out.
[[nodiscard]] Expected<double> parseMass_kg(std::string_view text, MassStyle bare = MassStyle::Metric);

/// A temperature: `21`, `21 °C`, `70 F`. Degrees Celsius out.
[[nodiscard]] Expected<double> parseTemperature_degC(std::string_view text,
                                                     TemperatureStyle bare = TemperatureStyle::Celsius);

/// A plain number with decimal point or comma and an optional trailing word such as `%`.
[[nodiscard]] Expected<double> parseNumber(std::string_view text);

} // namespace burl
