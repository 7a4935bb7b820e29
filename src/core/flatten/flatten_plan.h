#pragma once
// The flattening stage: how thick each piece becomes, what comes off where, packers and passes.
// Units: mm, minutes, litres.   Source: docs/formulas.md#flattening.   Threads: pure.

#include <memory>
#include <optional>
#include <vector>

#include "core/flatten/passes.h"
#include "core/flatten/planes.h"
#include "core/flatten/surfaces.h"
#include "core/layup/layup_plan.h"

namespace burl
{

/// A reading in the plan: where it stands and what comes off it.
struct ReadingDot {
    Vec2 slab; // in the slab's frame
    bool onTop = true;
    bool counts = true;
    bool binds = false;
    double removal_mm = 0.0;        // down to (or up to) the plane chosen
    std::optional<double> oddBy_mm; // stands off what its neighbours tell, z up; nothing when it fits
};

struct FacePasses {
    RemovalMap map; // over the box below, in the slab's frame; NaN off the wood
    Box box;
    PassPlan passes;
    double mean_mm = 0.0; // taken off, mean over the wood
    double most_mm = 0.0;
    double minutes = 0.0;
};

struct FlattenedPiece {
    SlabId slab;
    std::string name;
    std::optional<Missing> missing;
    UnderSource under = UnderSource::SameSetting;
    Plane topPlane; // in the slab's frame, with the spare shared out
    Plane bottomPlane;
    Figure thickest;                // the thickest flat slab in this piece
    std::optional<FaceShape> shape; // of the top face
    double rough_mm = 0.0;
    double readFrom_mm = 0.0; // least and most thickness the readings show
    double readTo_mm = 0.0;
    std::vector<ReadingDot> dots;
    FacePasses top;
    FacePasses bottom;
    std::vector<Packer> packers;  // under the slab, top face up
    double roundingCost_mm = 0.0; // of building them from the shop's stock
};

struct FlattenPlan {
    std::vector<FlattenedPiece> pieces;
    Figure thickness; // of the finished top: the thinner piece decides; a guess when nothing is read
    std::vector<Entry> figures;
    std::vector<Finding> findings;
};

struct FlattenInput {
    FlattenChoices choices;
    double wanted_mm = 0.0;
    std::shared_ptr<const LayupPlan> layup;
    std::vector<std::shared_ptr<const Slab>> slabs;
    std::vector<double> kerf_mm;          // of each piece's log
    std::vector<ChangeCoefficients> wood; // of each piece, noughts where its species is not known
    std::optional<double> roomMc_pct;     // that the wood comes to, its mean over the year
};
[[nodiscard]] bool sameInput(const FlattenInput& a, const FlattenInput& b);

/// How a face is cut that stands `most_mm` over its plane at most: method, millings, and the depth to set.
[[nodiscard]] PassInput passInputOf(const FlattenChoices& choices, double most_mm);

[[nodiscard]] FlattenPlan flattenPlan(const FlattenInput& input);

/// The methods that ship, with customary depths; the maker may change every number.
[[nodiscard]] const std::vector<FlattenMethod>& flattenMethods();

} // namespace burl
