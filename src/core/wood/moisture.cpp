#include "core/wood/moisture.h"

namespace burl
{

double emc_pct(double t, double humidity_pct)
{
    const double h = humidity_pct / 100.0;
    const double w = 349.0 + 1.29 * t + 0.0135 * t * t;
    const double k = 0.805 + 0.000736 * t - 0.00000273 * t * t;
    const double k1 = 6.27 - 0.00938 * t - 0.000303 * t * t;
    const double k2 = 1.91 + 0.0407 * t - 0.000293 * t * t;
    const double kh = k * h;
    const double hydrate = (k1 * kh + 2.0 * k1 * k2 * kh * kh) / (1.0 + k1 * kh + k1 * k2 * kh * kh);
    return 1800.0 / w * (kh / (1.0 - kh) + hydrate);
}

std::optional<double> humidityForEmc_pct(double temperature_degC, double wanted_pct)
{
    if (!(wanted_pct >= 0.0) || wanted_pct > emc_pct(temperature_degC, 100.0)) {
        return std::nullopt;
    }
    double low = 0.0;
    double high = 100.0; // the equation rises with humidity, so halving always closes in
    for (int i = 0; i < 200 && high - low > 1e-13; ++i) {
        const double middle = (low + high) / 2.0;
        (emc_pct(temperature_degC, middle) < wanted_pct ? low : high) = middle;
    }
    return (low + high) / 2.0;
}

} // namespace burl
