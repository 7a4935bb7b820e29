#include "core/base/carry.h"

#include <algorithm>
#include <cmath>

#include "core/base/standing.h"
#include "core/layup/door.h"

namespace burl
{
namespace
{

/// The room that a section has when it is carried level through an opening, standing or lying.
double spareOf(double across, double up, double wide, double high)
{
    return std::max(std::min(wide - across, high - up), std::min(wide - up, high - across));
}

/// A thin rectangle in a larger one, turned as it fits best.
double turnedSpare(double long_mm, double wide_mm, double inLong, double inWide)
{
    return std::max(widestThroughDoor(wide_mm, inLong, inWide), widestThroughDoor(wide_mm, inWide, inLong)) - long_mm;
}

NarrowPlace placeOf(std::string name, std::optional<double> topSpare, const char* topHow,
                    std::optional<double> wholeSpare)
{
    NarrowPlace out;
    out.name = std::move(name);
    if (wholeSpare && *wholeSpare >= 0.0) {
        out.answer = PassAnswer::Passes;
        out.how = "as a whole";
        out.spare_mm = wholeSpare;
    } else if (topSpare) {
        out.answer = *topSpare >= 0.0 ? PassAnswer::TopAlone : PassAnswer::Never;
        out.how = topHow;
        out.spare_mm = topSpare;
    }
    return out;
}

} // namespace

std::vector<NarrowPlace> narrowPlaces(const Carried& top, const std::optional<Carried>& whole, const WayThrough& in)
{
    std::vector<NarrowPlace> out;
    const WayIn& way = in.way;
    const double thin = top.high_mm;
    if (in.van_mm || way.vanWide_mm || way.vanHigh_mm) {
        NarrowPlace van{"van", PassAnswer::NotMeasured, "", {}};
        if (in.van_mm && way.vanWide_mm) {
            const double flat = turnedSpare(top.long_mm, top.wide_mm, *in.van_mm, *way.vanWide_mm);
            const double edge =
                way.vanHigh_mm ? std::min(*in.van_mm - top.long_mm, *way.vanHigh_mm - top.wide_mm) : -1.0;
            std::optional<double> all;
            if (whole && way.vanHigh_mm) {
                all = std::min(*in.van_mm - whole->long_mm,
                               spareOf(whole->wide_mm, whole->high_mm, *way.vanWide_mm, *way.vanHigh_mm));
            }
            van = placeOf("van", std::max(flat, edge), flat >= edge ? "lying flat" : "on its edge", all);
        } else if (in.van_mm) {
            van = placeOf("van", *in.van_mm - top.long_mm, "by its length", std::nullopt);
        }
        out.push_back(van);
    }
    if (way.corridor_mm && way.after_mm) {
        const auto longest = [&](double thick) {
            const auto turn = roundCorner(*way.corridor_mm, *way.after_mm, thick);
            return turn ? turn->longest_mm : -1.0;
        };
        const bool stands = !way.ceiling_mm || top.wide_mm <= *way.ceiling_mm;
        std::optional<double> all;
        if (whole) { // on its feet, or on its side
            all = std::max(longest(whole->wide_mm), longest(whole->high_mm)) - whole->long_mm;
        }
        out.push_back(placeOf("turn of the corridor", (stands ? longest(thin) : longest(top.wide_mm)) - top.long_mm,
                              stands ? "on its edge" : "lying flat", all));
    } else {
        out.push_back({"turn of the corridor", PassAnswer::NotMeasured, "", {}});
    }
    if (way.stairs_mm && way.landing_mm) {
        const auto turn = roundCorner(*way.stairs_mm, *way.landing_mm, thin);
        out.push_back(placeOf("landing of the stairs", (turn ? turn->longest_mm : -1.0) - top.long_mm,
                              "on its edge and level", std::nullopt));
    } else {
        out.push_back({"landing of the stairs", PassAnswer::NotMeasured, "", {}});
    }
    if (way.liftWide_mm && way.liftDeep_mm && way.liftHigh_mm) {
        const double leaning =
            std::min(turnedSpare(std::max(top.long_mm, top.wide_mm), std::min(top.long_mm, top.wide_mm),
                                 *way.liftDeep_mm, *way.liftHigh_mm),
                     *way.liftWide_mm - thin);
        std::optional<double> all;
        if (whole) {
            all = std::min(spareOf(whole->long_mm, whole->wide_mm, *way.liftDeep_mm, *way.liftWide_mm),
                           *way.liftHigh_mm - whole->high_mm);
        }
        out.push_back(placeOf("lift", leaning, "leaning on its edge", all));
    } else {
        out.push_back({"lift", PassAnswer::NotMeasured, "", {}});
    }
    if (in.door.wide_mm && in.door.high_mm) {
        const double shorter = std::min(top.long_mm, top.wide_mm);
        std::optional<double> all;
        if (whole) { // its length goes first
            all = spareOf(whole->wide_mm, whole->high_mm, *in.door.wide_mm, *in.door.high_mm);
        }
        out.push_back(placeOf("door", widestThroughDoor(thin, *in.door.wide_mm, *in.door.high_mm) - shorter,
                              shorter <= *in.door.high_mm ? "on its edge" : "tilted", all));
    } else {
        out.push_back({"door", PassAnswer::NotMeasured, "", {}});
    }
    return out;
}

Crate crateFor(const Carried& box)
{
    constexpr double kPadding_mm = 40.0; // foam all round
    constexpr double kPly_mm = 12.0;
    constexpr double kPly_kg_m3 = 650.0;
    constexpr double kBattens = 1.35; // they weigh about a third of the sheets
    const double more = 2.0 * (kPadding_mm + kPly_mm);
    Crate out;
    out.outside = {box.long_mm + more, box.wide_mm + more, box.high_mm + more};
    const double area = 2.0 * (out.outside.long_mm * out.outside.wide_mm + out.outside.long_mm * out.outside.high_mm +
                               out.outside.wide_mm * out.outside.high_mm);
    out.mass_kg = kBattens * area * kPly_mm * kPly_kg_m3 / 1e9;
    return out;
}

} // namespace burl
