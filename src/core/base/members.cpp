#include "core/base/members.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace burl
{
namespace
{

constexpr double kDegree = std::numbers::pi / 180.0;

double tangent(double deg)
{
    return std::tan(deg * kDegree);
}

} // namespace

SplayedLeg splayed(const Splay& leg)
{
    SplayedLeg out;
    const double tx = tangent(leg.leanX_deg);
    const double ty = tangent(leg.leanY_deg);
    const double stretch = std::sqrt(1.0 + tx * tx + ty * ty); // 1 ÷ cos of the tilt
    out.tilt_deg = std::atan(std::hypot(tx, ty)) / kDegree;
    out.direction_deg = std::atan2(ty, tx) / kDegree;
    out.axis_mm = leg.rise_mm * stretch;
    out.foot = {leg.rise_mm * tx, leg.rise_mm * ty};
    const double cosX = std::cos(leg.leanX_deg * kDegree);
    const double side = ty * cosX;
    out.onFace1 = {std::atan(side) / kDegree, leg.leanX_deg};
    out.onFace2 = {std::atan(stretch * std::sin(leg.leanX_deg * kDegree)) / kDegree,
                   std::asin(side / stretch) / kDegree};
    // Beyond the axis each level end reaches as far as its slope takes it over half the bar, both ways.
    const double over1 = std::abs(tangent(out.onFace2.mitre_deg)) * leg.width1_mm;
    const double over2 = std::abs(tangent(out.onFace1.mitre_deg)) * leg.width2_mm;
    out.blank_mm = out.axis_mm + over1 + over2;
    return out;
}

Trapezoid trapezoidOf(double rise, double topWidth, double lean, double depth)
{
    Trapezoid out;
    out.mitreTop_deg = 45.0 - lean / 2.0;
    out.mitreBottom_deg = 45.0 + lean / 2.0;
    const double top = depth * tangent(out.mitreTop_deg);
    const double bottom = depth * tangent(out.mitreBottom_deg);
    out.top = {topWidth, topWidth - 2.0 * top};
    const double bottomWidth = topWidth + 2.0 * rise * tangent(lean);
    out.bottom = {bottomWidth, bottomWidth - 2.0 * bottom};
    const double leg = rise / std::cos(lean * kDegree);
    out.leg = {leg, leg - top - bottom};
    return out;
}

WedgedTenon wedgedTenon(const WedgedTenonInput& in)
{
    WedgedTenon out;
    const double slope = tangent(in.wedge_deg);
    out.thick_mm = in.stretcher_mm / 3.0;
    out.shoulder_mm = (in.stretcher_mm - out.thick_mm) / 2.0;
    out.oneIn = 1.0 / slope;
    out.travel_mm = in.draw_mm / slope;
    out.wedgeLow_mm = in.narrowEnd_mm + in.sticksOut_mm * slope;
    out.wedgeHigh_mm = in.narrowEnd_mm + (in.sticksOut_mm + in.tenonHigh_mm) * slope;
    out.mortiseFrom_mm = in.leg_mm - in.setBack_mm;
    out.mortiseLow_mm = in.setBack_mm + out.wedgeLow_mm;
    out.mortiseHigh_mm = in.setBack_mm + out.wedgeHigh_mm;
    out.long_mm = in.leg_mm + out.wedgeHigh_mm + in.relish_mm;
    const double phi = std::atan(in.friction);
    out.pull_N = in.drive_N / (std::tan(in.wedge_deg * kDegree + phi) + in.friction);
    // By friction alone it stays below twice its angle; as the wood dries and is shaken only a slim one does.
    constexpr double kSlim_deg = 12.0; // custom is 5 to 8
    out.stays = in.wedge_deg <= kSlim_deg && in.wedge_deg * kDegree < 2.0 * phi;
    return out;
}

Thrust thrustOf(double load, double rise, double leanX, double leanY, double tieHeight, double friction)
{
    Thrust out;
    const double tx = tangent(leanX);
    const double ty = tangent(leanY);
    const double tilt = std::hypot(tx, ty);
    const double lever = rise / (rise - tieHeight);
    out.tieX_N = load * tx * lever;
    out.tieY_N = load * ty * lever;
    if (leanY == 0.0) {
        out.tieXWithFriction_N = load * std::max(0.0, tx - friction) * lever;
    }
    out.momentWithoutTie_N_mm = load * rise * tilt;
    out.legMomentAtTie_N_mm = load * tieHeight * tilt;
    out.standsByFriction = tilt <= friction;
    return out;
}

} // namespace burl
