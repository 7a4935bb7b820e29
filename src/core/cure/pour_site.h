#pragma once
// What a pour is poured into, as a shop knows it, and the section that is worked out of it.
// Units: mm, hours, degrees Celsius.   Source: docs/formulas.md#cure.   Threads: pure.

#include "core/cure/cure_section.h"
#include "core/shop/fill_choices.h"

namespace burl
{

/// Coldest at five in the morning, warmest at five in the afternoon.
[[nodiscard]] double airAt_C(const PourRoom& room, double hourOfDay);
[[nodiscard]] inline double meanAir_C(const PourRoom& room)
{
    return (room.night_C + room.day_C) / 2.0;
}

struct PourSite {
    CureShape shape = CureShape::River;
    double width_mm = 0.0;      // at the bottom
    double widthAbove_mm = 0.0; // at the top of the wood; 0: as below
    double wood_mm = 0.0;       // thickness of the wood beside it
    FormBoard board = FormBoard::Melamine;
    double board_mm = 18.0;
    PourRoom room;
    double starts_hour = 8.0; // hour of the day of the first pour
    CureResin resin;
    PourMaterials materials;
    bool operator==(const PourSite&) const = default;
};

/// Measures rounded so that a hand that drags does not ask anew for every pixel: widths up, as wider is warmer.
[[nodiscard]] PourSite rounded(PourSite site);

/// The section of these layers, each poured at its hour after the first. Wood, form and resin have the mean of the
/// room. `warmer_K` is added to the room and all in it, and the cure runs `quicker` times as quick.
[[nodiscard]] CureSection sectionOf(const PourSite& site, const std::vector<CureLayer>& layers, double warmer_K = 0.0,
                                    double quicker = 1.0);

/// Beyond it no figure is a help: it boils, smokes and cracks.
constexpr double kRunsAway_C = 100.0;

} // namespace burl
