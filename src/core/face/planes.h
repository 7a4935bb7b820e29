#pragma once
// The plan of planes: the thickest flat slab that lies in a rough one.
// Points are (x, y, z) in one frame for both faces, z up, the slab's top the larger z.
// Units: mm; slopes mm per mm.   Source: docs/formulas.md#planes.   Threads: pure.

#include <cstddef>
#include <span>
#include <vector>

#include "core/geometry/plane.h"
#include "core/measure/outcome.h"

namespace burl
{

/// A reading that holds a plane where it is, with its share (the multipliers of the programme).
struct BindingPoint {
    bool onTop = true;
    std::size_t index = 0;
    double share = 0.0;
    bool operator==(const BindingPoint&) const = default;
};

struct PlanesAnswer {
    Plane top;
    Plane bottom;
    double vertical_mm = 0.0;  // height between the planes, straight up
    double thickness_mm = 0.0; // square to the planes: what the calliper will say
    std::vector<BindingPoint> binding;
    int steps = 0;
};

constexpr double kSteepest = 0.25; // a slab steeper than 1 in 4 has been measured wrongly

/// Both faces flat and parallel, as far apart as they can be.
/// Errors: "flatten.too_few" (fewer than three readings on a face), "flatten.one_line", "flatten.not_a_number",
///         "flatten.no_plane" (none flatter than kSteepest).
[[nodiscard]] Expected<PlanesAnswer> thickestSlab(std::span<const Point3> top, std::span<const Point3> bottom);
/// Of all that are as thick, the planes that take least off the highest wood of either face, and of those the ones
/// that lean least from how the faces lean: the same planes from whichever end the slab is measured.
/// Errors: as thickestSlab.
[[nodiscard]] Expected<PlanesAnswer> thickestSlabTakingLeast(std::span<const Point3> top,
                                                             std::span<const Point3> bottom);

struct OneFaceAnswer {
    Plane plane;
    double mostRemoved_mm = 0.0;
    std::vector<BindingPoint> binding;
};

/// One face flat: the plane under every top reading that takes least off the highest.   Errors: as thickestSlab.
[[nodiscard]] Expected<OneFaceAnswer> leastRemoval(std::span<const Point3> top);
/// Of all that take as little, the plane that leaves most at the thinnest place over the other face, and of those the
/// one that leans least from how the face leans.   Errors: as thickestSlab.
[[nodiscard]] Expected<OneFaceAnswer> leastRemovalOver(std::span<const Point3> top, std::span<const Point3> bottom);

struct Packer {
    Point3 at;
    double height_mm = 0.0;        // along the slab's own z
    double squareToBench_mm = 0.0; // what really stands on the bench
    int pieces = 0;                // of the shop's stock, when packers are built of it
};
/// Heights under bearing points of the lower face that bring the plane level; the lowest needs none.
[[nodiscard]] std::vector<Packer> packersUnder(const Plane& plane, std::span<const Point3> supports);

/// Wind, bow and cup of a face: least squares over its readings.
struct FaceShape {
    double length_mm = 0.0;
    double width_mm = 0.0;
    double coefficients[6] = {};
    double wind_mm = 0.0; // the (+,+) corner above the plane of the other three
    double bow_mm = 0.0;  // positive: the middle higher than the ends
    double cup_mm = 0.0;  // positive: the middle higher than the edges
    double rms_mm = 0.0;  // what the three words do not tell
    int spare = 0;        // readings beyond the six that the words need: with few of them rms says little
    double left_mm = 0.0; // rms for so many spare readings, not for all of them; 0 where there are none
};
/// Errors: "flatten.too_few" (six readings are needed), "flatten.one_line".
[[nodiscard]] Expected<FaceShape> faceShape(std::span<const Point3> points);

} // namespace burl
