#pragma once
// What pulls a screw out of wood.   Units: mm, N.   Source: docs/formulas.md#withdrawal.   Threads: pure.

#include <cmath>

namespace burl
{

/// Of a wood screw in side grain, as it breaks: Wood Handbook, chapter 8.
[[nodiscard]] inline double screwHolds_N(double g12, double diameter_mm, double thread_mm)
{
    constexpr double kWoodScrew = 108.25; // N/mm2
    return kWoodScrew * g12 * g12 * diameter_mm * thread_mm;
}

/// Of a lag screw.
[[nodiscard]] inline double lagHolds_N(double g12, double diameter_mm, double thread_mm)
{
    constexpr double kLagScrew = 125.4; // N/mm^1.75
    return kLagScrew * std::pow(g12, 1.5) * std::pow(diameter_mm, 0.75) * thread_mm;
}

/// What may be asked of it day by day: a fifth.
constexpr double kSafeShare = 0.2;
/// In end grain it holds at most half, and lets go without a warning.
constexpr double kEndGrainShare = 0.5;
/// An insert that is driven in holds by its barbs only.
constexpr double kKnockInShare = 0.25;
/// Over the bolt: the thread of an insert.
constexpr double kInsertOverBolt = 1.5;

} // namespace burl
