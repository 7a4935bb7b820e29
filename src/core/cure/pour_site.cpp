#include "core/cure/pour_site.h"

#include "core/measure/units.h"

#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kColdest_hour = 5.0;
constexpr double kNarrow_mm = 20.0, kMiddle_mm = 100.0; // steps of widths: finer where they matter
constexpr double kFine_mm = 1.0, kCoarse_mm = 5.0, kWide_mm = 20.0;
constexpr double kWood_mm = 2.0;

double upTo(double value, double step)
{
    return std::ceil(value / step - 1e-9) * step;
}

double roundedWidth_mm(double mm)
{
    return std::max(kFine_mm, upTo(mm, mm <= kNarrow_mm ? kFine_mm : mm <= kMiddle_mm ? kCoarse_mm : kWide_mm));
}

} // namespace

double airAt_C(const PourRoom& room, double hourOfDay)
{
    const double swing = (room.day_C - room.night_C) / 2.0;
    return meanAir_C(room) - swing * std::cos(2.0 * std::numbers::pi * (hourOfDay - kColdest_hour) / kDay_h);
}

PourSite rounded(PourSite site)
{
    site.width_mm = roundedWidth_mm(site.width_mm);
    if (site.widthAbove_mm > 0.0) {
        site.widthAbove_mm = roundedWidth_mm(site.widthAbove_mm);
    }
    site.wood_mm = upTo(site.wood_mm, kWood_mm);
    site.starts_hour = std::floor(std::fmod(site.starts_hour, kDay_h));
    return site;
}

CureSection sectionOf(const PourSite& site, const std::vector<CureLayer>& layers, double warmer_K, double quicker)
{
    CureSection out;
    out.shape = site.shape;
    out.width_mm = site.width_mm;
    out.widthAbove_mm = site.widthAbove_mm;
    out.slabThickness_mm = site.wood_mm;
    out.wood = site.materials.wood;
    out.wood_C = meanAir_C(site.room) + warmer_K;
    out.form = CureForm{site.materials.board(site.board), site.board_mm};
    out.resin = site.resin;
    out.resin.kinetics.a1_per_s *= quicker;
    out.resin.kinetics.a2_per_s *= quicker;
    out.layers = layers;
    for (CureLayer& layer : out.layers) {
        layer.resin_C += warmer_K;
    }
    const RoomExchange& air = site.room.fan ? site.materials.fan : site.materials.still;
    out.room.top_W_m2K = air.top_W_m2K;
    out.room.bottom_W_m2K = site.room.onBench ? site.materials.onBench_W_m2K : air.bottom_W_m2K;
    out.room.side_W_m2K = air.side_W_m2K;
    out.room.air_C = [room = site.room, warmer_K, starts = site.starts_hour](double hour) {
        return airAt_C(room, starts + hour) + warmer_K;
    };
    return out;
}

} // namespace burl
