#pragma once
// Equilibrium moisture content: where wood comes to rest in a climate.

#include <optional>

namespace burl
{

/// Equilibrium moisture content in percent, from dry-bulb temperature and relative humidity.
/// Units:  degC, % RH, % MC.   Source: Wood Handbook ch. 4, docs/formulas.md#emc.   Threads: pure.
[[nodiscard]] double emc_pct(double temperature_degC, double humidity_pct);

/// The relative humidity that holds wood at a moisture content; nothing when the air cannot.
[[nodiscard]] std::optional<double> humidityForEmc_pct(double temperature_degC, double emc_pct);

} // namespace burl
