#pragma once
// A made-up log: a tapered stem with swellings, cut into slabs by level saw lines. Neighbouring
// slabs come from the same stem, so their faces mirror as real ones do.

#include <vector>

#include "core/shop/slab.h"

namespace burl
{

struct Wave {
    double amplitude_mm = 0.0;
    double length_mm = 1.0; // of one wave along the stem
    double phase = 0.0;
    double lobes = 0.0; // round the stem
};

struct Branch {
    double x_mm = 0.0;
    double angle_deg = 90.0; // in the cross-section, 0 towards the far edge, 90 up
    double diameter_mm = 50.0;
    bool dead = false;
};

struct SawnLog {
    Log log;
    double length_mm = 3000.0;
    double radius_mm = 280.0;
    double taper_mm = 30.0; // butt radius less top radius
    std::vector<Wave> waves;
    std::vector<Branch> branches;
    int slabs = 5;
    double thickness_mm = 58.0;
};

/// How a dried slab lies crooked.
struct Warp {
    double wind_mm = 0.0;
    double bow_mm = 0.0;
    double cup_mm = 0.0;
    double ripple_mm = 0.4;
};

/// Slab `number` (1 is the top-most) with tapes of both faces, knots and pith, not yet read.
[[nodiscard]] Slab sawn(const SawnLog& log, int number);

/// Surface readings of a slab as it lies: both faces in one setting from the bench.
void readFromBench(Slab& slab, const Warp& warp, int along, int across);
/// Top from rails, underside from rails after turning over, thickness at four places.
void readFromRails(Slab& slab, const Warp& warp, int along, int across, bool underside);

} // namespace burl
