#include "core/shop/room.h"

#include <cmath>
#include <numbers>
#include <numeric>

#include "core/wood/moisture.h"

namespace burl
{

std::array<RoomMonth, kMonths> monthsOf(const Climate& climate)
{
    if (climate.months) {
        return *climate.months;
    }
    std::array<RoomMonth, kMonths> out;
    for (size_t k = 0; k < kMonths; ++k) {
        const double summer = (1.0 - std::cos(2.0 * std::numbers::pi * static_cast<double>(k) / kMonths)) / 2.0;
        out[k] = {climate.winter_degC + summer * (climate.summer_degC - climate.winter_degC),
                  climate.winter_rh_pct + summer * (climate.summer_rh_pct - climate.winter_rh_pct)};
    }
    return out;
}

double meanRest_pct(const Climate& climate)
{
    if (climate.months) {
        const auto emc = RoomYear(*climate.months).months_pct();
        return std::accumulate(emc.begin(), emc.end(), 0.0) / static_cast<double>(kMonths);
    }
    return (emc_pct(climate.winter_degC, climate.winter_rh_pct) + emc_pct(climate.summer_degC, climate.summer_rh_pct)) /
           2.0;
}

} // namespace burl
