#pragma once
// The layup stage: slabs placed, rip lines, the final outline, widths along the length.
// Units: mm, mm2.   Source: docs/formulas.md#layup.   Threads: pure.

#include <memory>
#include <optional>
#include <vector>

#include "core/layup/joinery.h"
#include "core/layup/placement.h"
#include "core/layup/river.h"
#include "core/plan/entry.h"
#include "core/shop/job.h"
#include "core/shop/outline.h"
#include "core/shop/shop.h"

namespace burl
{

/// A slab laid in the top. Profiles run along the top's x; lower is the near side of the board.
struct PlacedPiece {
    SlabId slab;
    std::string name;
    bool turnedOver = false;
    Placement place;
    RipLine rip; // in the slab's frame
    bool ripByHand = false;
    double ripFrom_mm = 0.0; // the rip line's ends, x on the top
    double ripTo_mm = 0.0;
    double ripLevel_mm = 0.0; // y of the rip line on the top
    // Where the piece is cut straight for a joint: y on the top.
    std::optional<double> jointBelow_mm;
    std::optional<double> jointAbove_mm;
    Ring showRing;                  // outline of the show face on the top, whole slab
    Ring underRing;                 // outline of the face below
    Profile lower, upper;           // live edges of the show face
    Profile lowerUnder, upperUnder; // of the face below
    Region keptUnder;               // the same on the face below
    Region kept;                    // wood of the final top: inside rip line and final outline (show face)
    Ring rough;                     // what is flattened: with the trim at both ends
    double keptArea_mm2 = 0.0;
    double roughThickness_mm = 0.0; // by tape, 0 when not known
};

struct LayupPlan {
    std::vector<PlacedPiece> pieces;
    Box finalBox;               // x from 0 to the final length, y over the widest place
    double outerLower_mm = 0.0; // straight outer edges, where they run
    double outerUpper_mm = 0.0;
    bool openGap = false;           // the gap stays open: nothing is poured
    Ring shape;                     // of a round or an oval; empty otherwise
    std::vector<ButterflyKey> keys; // on the top, where checks are to be keyed
    std::vector<Vec2> tenons;       // loose tenons or dowels, at the joints
    std::vector<Rod> rods;          // across an open gap
    std::optional<double> parted_mm;
    std::vector<double> meetingBolts_mm; // y of the bolts where two halves meet
    Profile width;                       // of the final top along its length
    Profile halvesDiffer;                // far half minus near half, for a pair
    std::optional<GapInput> gapInput;
    std::optional<GapAnswer> gap; // between show faces as they lie rough
    std::vector<Entry> figures;
    std::vector<Finding> findings;
    std::optional<Missing> missing;

    Figure length, meanWidth, leastWidth, woodArea, topArea;
};

/// What the stage looks at: nothing else may change its answer.
struct LayupInput {
    LayupChoices choices;
    std::vector<std::shared_ptr<const Slab>> slabs; // one per piece, null when it is not in the shop
    double trim_mm = 40.0;
    double ripMargin_mm = 6.0;
};
[[nodiscard]] bool sameInput(const LayupInput& a, const LayupInput& b);

/// How many pieces a kind of top has, at least and at most.
struct PieceCount {
    size_t least = 1;
    size_t most = 1;
};
[[nodiscard]] PieceCount piecesOf(TopKind kind);
/// Slabs whose live edges face each other: a river or an open gap.
[[nodiscard]] inline bool facesAcross(TopKind kind)
{
    return kind == TopKind::River || kind == TopKind::Gap;
}

[[nodiscard]] LayupPlan layupPlan(const LayupInput& input);

/// Keys and tenons of a layup that stands. Part of layupPlan.
void joinLayup(const LayupInput& input, LayupPlan& plan);
/// The figures of a layup that stands; its top has this area. Part of layupPlan.
void measureLayup(const LayupInput& input, double topArea_mm2, LayupPlan& plan);
/// What wants attention in a layup that stands: appended to its findings. Part of layupPlan.
void lookAtLayup(const LayupInput& input, LayupPlan& plan);

} // namespace burl
