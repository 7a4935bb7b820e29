#include "core/flatten/after_cut.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kShare = 0.3;      // coefficients differ by this from tree to tree
constexpr double kMeter_pct = 1.0;  // of a pin meter
constexpr double kAtLeast = 0.3;    // of that strain, however evenly both faces lose
constexpr double kSpiral_deg = 3.0; // of the grain, either way, unless it is seen
constexpr double kStress = 0.4e-3;  // strain that a slab's outer millimetres may hold: left over from growth and drying

} // namespace

AfterCut afterCut(const AfterCutInput& in)
{
    AfterCut out;
    const CupForecast ring = cupBetween(in.width_mm, in.thickness_mm, in.pith, in.wood, in.mcNow_pct, in.mcRoom_pct);
    out.ringCup_mm = ring.depth_mm;
    const double square = in.width_mm * in.width_mm / 8.0;
    const double mean = (ring.upperCoefficient + ring.lowerCoefficient) / 2.0;
    // The face that was cut deeper is wetter; it shrinks more, and its edges rise.
    const double wetterTop_pct = in.wetter_pct_per_mm * (in.offTop_mm - in.offBottom_mm);
    out.bareCup_mm = -mean * wetterTop_pct / in.thickness_mm * square;
    out.cup_mm = out.ringCup_mm + out.bareCup_mm;
    const double aPercent = std::abs(ring.upperCoefficient - ring.lowerCoefficient) / in.thickness_mm * square;
    const double off = in.offTop_mm + in.offBottom_mm;
    const double unequal = off > 0.0 ? std::max(kAtLeast, std::abs(in.offTop_mm - in.offBottom_mm) / off) : 0.0;
    const double bend = kStress * unequal / in.thickness_mm;
    const double stress = bend * square;
    out.bowUnsure_mm = bend * in.length_mm * in.length_mm / 8.0;
    out.cupUnsure_mm = std::hypot(kShare * std::hypot(out.ringCup_mm, out.bareCup_mm), kMeter_pct * aPercent, stress);
    // A sheet that curves about an axis turned by the grain's angle winds by its curvature x sin x cos over its
    // length and width.
    const double spiral = kSpiral_deg * std::numbers::pi / 180.0;
    const double curvature = (std::abs(out.cup_mm) + out.cupUnsure_mm) / square;
    out.windUnsure_mm = curvature * std::sin(spiral) * std::cos(spiral) * in.length_mm * in.width_mm;
    return out;
}

/// Two depths nearer to each other tell no slope.
constexpr double kApart_mm = 3.0;

std::optional<double> wetterInside_pct_per_mm(const std::vector<MoistureReading>& readings)
{
    if (readings.empty()) {
        return std::nullopt;
    }
    const std::string last = std::max_element(readings.begin(), readings.end(), [](const auto& a, const auto& b) {
                                 return a.date < b.date;
                             })->date;
    const MoistureReading* shallow = nullptr;
    const MoistureReading* deep = nullptr;
    for (const MoistureReading& r : readings) {
        if (r.date == last) {
            shallow = shallow == nullptr || r.depth_mm < shallow->depth_mm ? &r : shallow;
            deep = deep == nullptr || r.depth_mm > deep->depth_mm ? &r : deep;
        }
    }
    if (shallow == nullptr || !(deep->depth_mm - shallow->depth_mm >= kApart_mm)) {
        return std::nullopt;
    }
    return (deep->mc_pct - shallow->mc_pct) / (deep->depth_mm - shallow->depth_mm);
}

void reportAfterCut(const AfterCutInput& in, double limit_mm, std::vector<Entry>& figures,
                    std::vector<Finding>& findings)
{
    const AfterCut after = afterCut(in);
    const Figure now = given("mc_now_" + in.name, "MC now", in.mcNow_pct, Unit::Percent, "meter");
    const Figure room =
        given("mc_room_" + in.name, "MC of the room", in.mcRoom_pct, Unit::Percent, "climate, its mean");
    const Figure ring =
        made("cup_rings_" + in.name, "by its rings", "faces at different heights over the pith, from {0} to {1}",
             {now, room}, after.ringCup_mm, Unit::Length);
    const Figure bare = assumed("cup_bare_" + in.name, "by wetter wood laid bare", after.bareCup_mm, Unit::Length,
                                in.wetter_pct_per_mm != 0.0 ? "readings of the meter at two depths"
                                                            : "no readings at two depths: taken as none");
    const Figure cup = made("cup_to_come_" + in.name, "Cup to come, " + in.name, "{0} + {1}; + is the middle higher",
                            {ring, bare}, after.cup_mm, Unit::Length);
    const Figure unsure = assumed("cup_unsure_" + in.name, "Cup of " + in.name + ", give or take", after.cupUnsure_mm,
                                  Unit::Length, "wood differs by 30 %, the meter by 1 %, and stress is not seen");
    const Figure wind = assumed("wind_to_come_" + in.name, "Wind to come, " + in.name + ", either way",
                                after.windUnsure_mm, Unit::Length, "grain that spirals by 3 degrees, unseen");
    const Figure bow =
        assumed("bow_to_come_" + in.name, "Bow to come, " + in.name + ", either way", after.bowUnsure_mm, Unit::Length,
                "stress that is set free by the cut, a strain of 0.4 in a thousand, unseen");
    for (const Figure& f : {cup, unsure, bow, wind}) {
        figures.push_back({f, Prominence::Folded});
    }
    if (std::abs(after.cup_mm) > limit_mm) {
        Finding& cups = addFinding(
            findings, "flatten.will_cup", Severity::Caution,
            "The middle of " + in.name + (after.cup_mm > 0.0 ? " will rise" : " will sink") +
                " against its edges by {0}, give or take {1}, on its way to the room's moisture: an estimate.",
            {made("cup_size_" + in.name, "cup", "{0}, whichever way", {cup}, std::abs(after.cup_mm), Unit::Length),
             unsure},
            "dry it further before the last milling, and read it after the rest");
        sayTogether(cups, in.name,
                    std::string("The middles of {of} will ") + (after.cup_mm > 0.0 ? "rise" : "sink") +
                        " against their edges by {0}, give or take {1}, on their way to the room's moisture: an "
                        "estimate.");
    }
}

} // namespace burl
