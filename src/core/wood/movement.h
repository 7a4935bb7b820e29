#pragma once
// How wood grows and shrinks across the grain. Linear, good from about 6 to 14 % MC.
// Units:  mm, % MC; coefficients are a fraction of width per 1 % MC.
// Source: Wood Handbook ch. 13, docs/formulas.md#movement.   Threads: pure.

#include <optional>
#include <span>
#include <vector>

namespace burl
{

/// Radial and tangential change coefficients of a species.
struct ChangeCoefficients {
    double radial = 0.0;
    double tangential = 0.0;
    bool operator==(const ChangeCoefficients&) const = default;
};

/// Where a slab lay in its log, seen end-on: the height of its mid-plane above the pith (signed;
/// positive means the top face is the bark side) and how far its middle is beside the pith.
struct PithPlace {
    double distance_mm = 0.0;
    double offset_mm = 0.0;
    bool operator==(const PithPlace&) const = default;
};

[[nodiscard]] double widthChange_mm(double width_mm, double coefficient, double mcFrom_pct, double mcTo_pct);

/// Mean coefficient over the width of a slab whose mid-plane is `pith.distance_mm` above the pith:
/// C(y) = C_R y2/(y2+z2) + C_T z2/(y2+z2).
[[nodiscard]] double meanCoefficient(double width_mm, PithPlace pith, ChangeCoefficients c);

struct CupForecast {
    double upperCoefficient = 0.0;
    double lowerCoefficient = 0.0;
    double curvature_per_mm = 0.0;
    double depth_mm = 0.0; // positive: the middle stands higher than the edges (crown)
};
/// Cup from the upper and the lower face moving differently.
[[nodiscard]] CupForecast cupBetween(double width_mm, double thickness_mm, PithPlace pith, ChangeCoefficients c,
                                     double mcFrom_pct, double mcTo_pct);

/// Where a strip's two sides stand beside its pith: its coefficient differs from place to place.
struct RingsAcross {
    ChangeCoefficients change;
    double distance_mm = 0.0; // of its mid-plane from the pith
    double from_mm = 0.0;     // beside the pith, at the strip's first side and at its last
    double to_mm = 0.0;
    bool operator==(const RingsAcross&) const = default;
};

/// A strip across the top: wood that moves, or resin that does not (coefficient 0).
struct Strip {
    double width_mm = 0.0;
    double coefficient = 0.0;           // the mean over its width
    std::optional<RingsAcross> rings{}; // where its pith is known
    bool operator==(const Strip&) const = default;
};

/// Mean coefficient of a part of a strip, from its first side.
[[nodiscard]] double coefficientOf(const Strip& strip, double from_mm, double to_mm);

struct Fastener1d {
    double y_mm = 0.0; // from the first strip's outer edge
    double bolt_mm = 0.0;
    double clearance_mm = 0.0; // at each end of the slot
};

struct FastenerTravel {
    double moveWettest_mm = 0.0; // in +y
    double moveDriest_mm = 0.0;
    double out_mm = 0.0; // away from the held line
    double in_mm = 0.0;
    double slotLength_mm = 0.0;
    double boltOffset_mm = 0.0; // bolt centre at assembly from the slot centre, positive outward
};

struct MoistureRange {
    double assembly_pct = 0.0;
    double driest_pct = 0.0;
    double wettest_pct = 0.0;
    bool operator==(const MoistureRange&) const = default;
};

/// Wood between two places across the strips, and its growth by each 1 % MC.
struct WoodBetween {
    double wood_mm = 0.0;
    double growth_mm_per_pct = 0.0;
};
[[nodiscard]] WoodBetween woodBetween(std::span<const Strip> strips, double from_mm, double to_mm);

/// Movement in +y of the point y, relative to the held line, when the wood goes from one MC to another.
[[nodiscard]] double moveAt_mm(std::span<const Strip> strips, double fixedLine_mm, double y_mm, double mcFrom_pct,
                               double mcTo_pct);

[[nodiscard]] FastenerTravel travelOf(std::span<const Strip> strips, double fixedLine_mm, const Fastener1d& fastener,
                                      const MoistureRange& mc);

} // namespace burl
