#pragma once
// A pour of one or more layers through its hours: when each may be poured, how warm it gets, when it may be touched.
// Hours count from the first pour.   Units: mm, hours, degrees Celsius.   Source: docs/formulas.md#cure.
// Threads: pure.

#include <functional>
#include <memory>
#include <optional>
#include <vector>

#include "core/cure/pour_site.h"

namespace burl
{

struct HeatQuestion {
    PourSite site;
    std::vector<double> depths_mm; // of the layers, from below
    std::vector<double> poured_h;  // of those whose hour is fixed: poured already, the first at 0
    double opens_hour = 8.0;       // a layer is poured between these hours of the day
    double closes_hour = 18.0;
    double quicker = 1.0; // fitted to what was measured
    bool operator==(const HeatQuestion&) const = default;
};

/// The first hour from `from_h` on that lies between these hours of the day, when hour 0 is `starts_hour` of a day.
[[nodiscard]] double inWorkingHours(double from_h, double starts_hour, double opens_hour, double closes_hour);

struct LayerHeat {
    double pouredAt_h = 0.0;
    bool scuff = false; // the one below has set too far to bond by itself
    CuredLayer times;   // hours from its own pour
};

struct PourHeat {
    std::vector<LayerHeat> layers; // fewer than asked when one never comes to bear the next
    double peak_C = 0.0;
    double peakAt_h = 0.0;
    size_t peakLayer = 0;
    double least_C = 0.0; // of the peak, by a room 1 K cooler and a resin a tenth slower
    double most_C = 0.0;  // and the other way
    double mostSpread_K = 0.0;
    bool overheats = false;   // the likely one
    bool mayOverheat = false; // the most
    bool mayCrack = false;
    bool runsAway = false; // the most is above 100 degrees: no figure of it is a help
    bool stalls = false;   // it does not come out of the form within the time that was looked at
    std::optional<double> demould_h, flatten_h;
    bool neverHard = false; // not even within kLongestLookedAt_h may it be flattened
    double sinks_mm = 0.0;  // of the level while it is liquid: it shrinks
    std::vector<CureInstant> instants;
    std::vector<double> x_mm, y_mm;
    std::vector<CurePicture> pictures;
};

constexpr double kHeatLookedAt_h = 168.0; // after the last layer: a week
/// As long as a cold one is followed to the hour when it may be flattened: eight weeks. After them it does not harden
/// here.
constexpr double kLongestLookedAt_h = 8.0 * 168.0;

/// Nothing when it was stopped, or when the class does not say how it cures.
[[nodiscard]] std::optional<PourHeat> pourHeat(const HeatQuestion& question,
                                               const std::function<bool(double)>& goOn = {});

/// How much quicker the resin cured than its class, from what was measured in the middle of the first layer (hours from
/// its pour, degrees Celsius): the factor with the least squares of what is left. Nothing with fewer than three
/// readings, or when they say nothing.
[[nodiscard]] std::optional<double> quickerThanClass(const HeatQuestion& question,
                                                     const std::vector<HeatReading>& readings,
                                                     const std::function<bool(double)>& goOn = {});

} // namespace burl
