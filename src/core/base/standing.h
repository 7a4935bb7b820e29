#pragma once
// How a table stands: its weight, what its feet bear, what tips it, and how a top sags between and beyond two supports.
// Frame of the top, z up from the floor.   Units: mm, kg, N, kg/m3; angles degrees; deflections positive downward.
// Source: docs/formulas.md#standing.   Threads: pure.

#include <optional>
#include <vector>

#include "core/geometry/ring.h"

namespace burl
{

struct Point3Mass {
    double mass_kg = 0.0;
    double x = 0.0;
    double y = 0.0;
    double z = 0.0;
};

/// A part of a top: its upper face lies at the surface.
struct TopPart {
    Ring outline;
    std::vector<Ring> holes;
    double thickness_mm = 0.0;
    double density_kg_m3 = 0.0;
};
/// The middle of mass of parts under one surface, and of whatever else there is.
struct Weighed {
    double top_kg = 0.0;
    Point3Mass all;
};
[[nodiscard]] Weighed weighed(const std::vector<TopPart>& parts, double surface_mm,
                              const std::vector<Point3Mass>& more);

/// An edge that a table tips over: a side of the hull of its feet.
struct TippingEdge {
    size_t from = 0; // of the feet, as they were given; anticlockwise
    size_t to = 0;
    double distance_mm = 0.0;    // of the middle of mass inside it
    double tilt_deg = 0.0;       // until it goes over by itself; less than nothing: it already does
    double overhang_mm = 0.0;    // of the top beyond it
    std::optional<double> tip_N; // straight down at its farthest corner; nothing where it has no overhang
};
struct Tipping {
    std::vector<TippingEdge> edges;
    std::optional<double> least_N;
};
[[nodiscard]] Tipping tippingOf(const Point3Mass& middle, const std::vector<Vec2>& feet, const Ring& top);

/// What each foot bears, upward: of three by statics; of more the smallest forces that balance, as on springs alike.
/// Less than nothing: it would have to be held down.   REQUIRES: three feet or more, not on one line
[[nodiscard]] std::vector<double> footForces_N(double mass_kg, Vec2 middle, const std::vector<Vec2>& feet);

struct SagInput {
    double span_mm = 0.0;
    double left_mm = 0.0; // overhangs
    double right_mm = 0.0;
    double width_mm = 0.0;
    double thickness_mm = 0.0;
    double e_N_mm2 = 0.0;
    double density_kg_m3 = 0.0;
    double middle_N = 0.0;   // at mid-span
    double rightEnd_N = 0.0; // at the right tip
};
struct Sag {
    double inertia_mm4 = 0.0;
    double weight_N_mm = 0.0;
    double spanAlone_mm = 0.0;    // as if it had no overhangs
    double rightClamped_mm = 0.0; // as if clamped at its support
    double middle_mm = 0.0;       // of the beam as it is
    double leftTip_mm = 0.0;
    double rightTip_mm = 0.0;
};
[[nodiscard]] Sag sagOf(const SagInput& input);

/// The longest slab on edge that goes level round a right-angled corner; nothing when it is no thinner than a corridor.
struct CornerPass {
    double longest_mm = 0.0;
    double angle_deg = 0.0; // from the way of the first corridor, where it is tightest
};
[[nodiscard]] std::optional<CornerPass> roundCorner(double from_mm, double to_mm, double thickness_mm);

} // namespace burl
