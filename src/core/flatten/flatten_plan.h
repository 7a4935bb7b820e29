#pragma once
// The flattening stage: how thick each piece becomes, what comes off where, packers and passes.
// Units: mm, minutes, litres.   Source: docs/formulas.md#flattening.   Threads: pure.

#include <memory>
#include <optional>
#include <vector>

#include "core/face/planes.h"
#include "core/face/surfaces.h"
#include "core/flatten/packers.h"
#include "core/layup/layup_plan.h"
#include "core/router/passes.h"
#include "core/shop/job_in_shop.h"

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
    bool cut = true;           // false: this face stays as it grew and was sawn, and nothing comes off it
    double standsOut_mm = 0.0; // its highest wood over its plane, whether that is cut or stays
    double mean_mm = 0.0;      // taken off, mean over the wood
    double most_mm = 0.0;      // taken off
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
    double over_mm = 0.0;           // of one face cut: how much thicker than its thinnest place it is, mean
    std::optional<Vec2> thinnestAt; // of one face cut, slab frame
    double carried_mm = 0.0;        // how far its rim lies beyond the outermost readings, at most
    std::optional<Vec2> carriedAt;  // slab frame
    std::vector<ReadingDot> dots;
    FacePasses top;
    FacePasses bottom;
    std::vector<Packer> packers; // under the slab, top face up
    RoundedPackers rounded;      // what building them from the shop's stock costs
};

/// A small hollow that holds the planes of a whole piece.
struct ThinSpot {
    size_t piece = 0;
    bool onTop = true;       // of the slab
    Vec2 at;                 // in the slab's frame
    double radius_mm = 0.0;  // round it nothing counts
    double without_mm = 0.0; // thickness of the piece were it not there
};

struct FlattenPlan : StageAnswer {
    std::vector<FlattenedPiece> pieces;
    Figure thickness; // of the finished top: the thinner piece decides; a guess when nothing is read. Where only one
                      // face is cut, at its thinnest place
    Figure meanThickness;         // for weight and volumes; the same where both faces are cut
    std::optional<ThinSpot> spot; // that holds the top below what is wanted
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

/// Thickness of a finished piece at a place of the slab, its thinnest place being `least_mm`: more where a face stays
/// as it is.
[[nodiscard]] double thicknessAt_mm(const FlattenedPiece& piece, double least_mm, Vec2 place);

/// What comes off a face at a place of the slab; the face's mean off the map. Nothing off a face that stays.
[[nodiscard]] double takenOffAt_mm(const FacePasses& face, Vec2 place);

/// How a face is cut that stands `most_mm` over its plane at most: method, millings, and the depth to set.
[[nodiscard]] PassInput passInputOf(const FlattenChoices& choices, double most_mm);

[[nodiscard]] FlattenPlan flattenPlan(const FlattenInput& input);
/// What it asks to be done.
void nameWork(const FlattenInput& input, FlattenPlan& plan);

[[nodiscard]] FlattenInput flattenInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup);

/// Its place in the list of stages (core/plan/plan.h).
struct FlattenStage {
    using Input = FlattenInput;
    using Answer = FlattenPlan;
    static constexpr const char* kName = "flatten";
    static constexpr const char* kBench = "flat"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& before)
    {
        return flattenInput(in, before.layup.answer);
    }
    static Answer answer(const Input& input)
    {
        FlattenPlan plan = flattenPlan(input);
        nameWork(input, plan);
        return plan;
    }
};

} // namespace burl
