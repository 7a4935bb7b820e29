#pragma once
// Where the wood of a plate lies, and the places where it is joined to its supports and beams.
// Units: mm.   Errors: none.   Threads: values.

#include <vector>

#include <Eigen/Core>

#include "core/plate/plate_grid.h"
#include "core/plate/plate_model.h"

namespace burl
{

/// The wood of all zones, asked for many places.
struct WoodRegions {
    std::vector<Region> regions;
    std::vector<Box> boxes;

    explicit WoodRegions(const std::vector<PlateZone>& zones);
    /// A place on the very edge is in it.
    [[nodiscard]] bool holds(Vec2 at) const;
};

/// One place where the plate is joined to a support or a beam.
struct PlateJoin {
    Vec2 at;
    bool inWood = false;
};

/// They stand in the order in which the columns of nodes come to them.
struct PlateJoins {
    std::vector<PlateJoin> places;
    std::vector<Eigen::Index> reached; // how many of them a column knows of
    std::vector<std::vector<size_t>> ofSupport, ofBeam;
};
[[nodiscard]] PlateJoins joinsOf(const PlateInput& input, const PlateGrid& grid, const WoodRegions& wood);

} // namespace burl
