#pragma once
// Members of a base: how long and at which angles they are cut, what they weigh, what leaning legs push apart.
// Units: mm, N, kg, kg/m3; angles degrees from square.   Source: docs/formulas.md#members.   Threads: pure.

#include <optional>

#include "core/geometry/vec2.h"

namespace burl
{

/// A leg from the top down and outwards, as it is seen square on from the side and from the end.
struct Splay {
    double leanX_deg = 0.0;
    double leanY_deg = 0.0;
    double rise_mm = 0.0;
    double width1_mm = 0.0; // between faces whose normal lies in the side view
    double width2_mm = 0.0; // and those square to them
};
/// How both ends of such a bar are sawn level when one of its faces lies on the saw.
struct SawAngles {
    double mitre_deg = 0.0; // on that face, between the cut and the square line
    double bevel_deg = 0.0; // tilt of the blade from square to that face
};
struct SplayedLeg {
    double tilt_deg = 0.0;      // from the vertical
    double direction_deg = 0.0; // of the foot seen from above, from x towards y
    double axis_mm = 0.0;
    double blank_mm = 0.0; // overall along the bar
    Vec2 foot;             // foot less top
    SawAngles onFace1, onFace2;
};
[[nodiscard]] SplayedLeg splayed(const Splay& leg);

/// From the floor to the underside, less plate and pad; a plate that is let in counts less.
[[nodiscard]] inline double riseOf_mm(double surface_mm, double top_mm, double letIn_mm, double plate_mm, double pad_mm)
{
    return surface_mm - top_mm + letIn_mm - plate_mm - pad_mm;
}

/// A closed frame in one plane, legs leaning outwards going down; all its members as deep, mitred.
struct TrapezoidMember {
    double long_mm = 0.0;
    double short_mm = 0.0;
};
struct Trapezoid {
    TrapezoidMember top, bottom, leg;
    double mitreTop_deg = 0.0;
    double mitreBottom_deg = 0.0;
};
[[nodiscard]] Trapezoid trapezoidOf(double rise_mm, double topWidth_mm, double lean_deg, double depth_mm);

struct WedgedTenonInput {
    double stretcher_mm = 0.0; // thick
    double leg_mm = 0.0;       // thick
    double wedge_deg = 8.0;
    double draw_mm = 1.0; // a gap that the wedge is to close
    double tenonHigh_mm = 0.0;
    double narrowEnd_mm = 0.0; // of the wedge
    double sticksOut_mm = 0.0; // below the tenon, when tight
    double setBack_mm = 3.0;   // of the mortise inside the leg
    double relish_mm = 35.0;   // wood beyond the wedge
    double friction = 0.3;
    double drive_N = 300.0;
};
struct WedgedTenon {
    double thick_mm = 0.0;
    double shoulder_mm = 0.0; // each side
    double oneIn = 0.0;       // slope of the wedge
    double travel_mm = 0.0;
    double wedgeLow_mm = 0.0; // its width at the tenon's low and high face
    double wedgeHigh_mm = 0.0;
    double mortiseFrom_mm = 0.0; // from the shoulder
    double mortiseLow_mm = 0.0;
    double mortiseHigh_mm = 0.0;
    double long_mm = 0.0; // of the tenon
    double pull_N = 0.0;
    bool stays = false; // by friction
};
[[nodiscard]] WedgedTenon wedgedTenon(const WedgedTenonInput& input);

/// One leg with a load, pinned at the top, its foot free to slide.
struct Thrust {
    double tieX_N = 0.0; // pull in a stretcher to its opposite
    double tieY_N = 0.0;
    std::optional<double> tieXWithFriction_N; // where it leans one way only
    double momentWithoutTie_N_mm = 0.0;       // that a stiff joint at the top must take
    double legMomentAtTie_N_mm = 0.0;
    bool standsByFriction = false;
};
[[nodiscard]] Thrust thrustOf(double load_N, double rise_mm, double leanX_deg, double leanY_deg, double tieHeight_mm,
                              double friction);

} // namespace burl
