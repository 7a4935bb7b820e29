#pragma once
// Readings of both faces brought into one frame, z up, in the slab's x and y.
// Source: docs/formulas.md#surfaces.   Units: mm.   Threads: pure.

#include <vector>

#include "core/face/planes.h"
#include "core/measure/outcome.h"
#include "core/shop/slab.h"

namespace burl
{

/// Where the lower face comes from; the weaker the source, the less the thickness is worth.
enum class UnderSource {
    SameSetting,     // both faces read in one setting on the bench
    ThicknessPlaces, // turned over; tied by thickness read at three places or more
    MeanThickness,   // turned over; tied by one thickness, faces taken as parallel on the whole
    Parallel,        // never read; taken as parallel to the top at the tape's thickness
};

struct SurfacePoint {
    Point3 p;
    int column = 0; // of the grid it was read on
    int row = 0;
};

struct Surfaces {
    std::vector<SurfacePoint> top;
    std::vector<SurfacePoint> bottom;
    UnderSource under = UnderSource::SameSetting;
    double tieMisfit_mm = 0.0; // how far the thickness readings disagree with the tie, at worst
};

/// The readings of a grid, z as they were written times `sign`.
[[nodiscard]] std::vector<SurfacePoint> pointsOf(const HeightGrid& grid, double sign = 1.0);

/// Errors: "flatten.no_readings", "flatten.no_thickness", "flatten.grid" (grid and readings differ in
/// size or its lines do not rise).
[[nodiscard]] Expected<Surfaces> surfacesOf(const Slab& slab);

/// The grid a face was read on; an underside taken as parallel lies on the top's.
[[nodiscard]] const HeightGrid& gridOfFace(const Slab& slab, Face face);

} // namespace burl
