#pragma once
// The layup stage: slabs placed, rip lines, the final outline, widths along the length.
// Units: mm, mm2.   Source: docs/formulas.md#layup.   Threads: pure.

#include <memory>
#include <optional>
#include <vector>

#include "core/figure/answer.h"
#include "core/geometry/region_index.h"
#include "core/layup/curved_joint.h"
#include "core/layup/joinery.h"
#include "core/layup/placement.h"
#include "core/layup/river.h"
#include "core/shop/job.h"
#include "core/shop/job_in_shop.h"
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
    bool island = false;      // in a river: both its edges live, resin all round
    // Where the piece is cut for a joint: y on the top of the straight line that a curve rises above.
    std::optional<double> jointBelow_mm;
    std::optional<double> jointAbove_mm;
    Profile cutBelow, cutAbove;     // the lines that are cut, over the rough length; empty where there is no joint
    Vec2 middle;                    // of the whole slab's show face, in the slab's frame: the pith is told from it
    Ring showRing;                  // outline of the show face on the top, whole slab
    Ring underRing;                 // outline of the face below
    Profile lower, upper;           // live edges of the show face
    Profile lowerUnder, upperUnder; // of the face below
    Region keptUnder;               // the same on the face below
    Region kept;                    // wood of the final top: inside rip line and final outline (show face)
    Ring rough;                     // what is flattened: with the trim at both ends
    double roughMean_mm2 = 0.0;     // its area, the mean of both faces: what it displaces
    double keptArea_mm2 = 0.0;
    std::shared_ptr<const RegionIndex> inKept; // of kept and of rough, for the many features of a slab
    std::shared_ptr<const RegionIndex> inRough;
    double roughThickness_mm = 0.0; // by tape, 0 when not known
};

/// Where two pieces meet.
struct Joint {
    size_t upper = 0; // of the two pieces, the far one
    size_t lower = 0;
    double level_mm = 0.0; // y of its straight line
    bool curved = false;
    Profile line; // y over x, over the rough length
    Bends bends;  // of a curved one
};

/// A check that is to be keyed.
struct KeyedCheck {
    size_t piece = 0; // of the layup: a slab may give two
    SlabId slab;
    int feature = 0;
    Vec2 place;
    size_t keys = 0; // that hold it
};

struct LayupPlan : StageAnswer {
    std::vector<PlacedPiece> pieces;
    Box finalBox;               // x from 0 to the final length, y over the widest place
    double outerLower_mm = 0.0; // straight outer edges, where they run; of tapered ones the widest place
    double outerUpper_mm = 0.0;
    std::optional<RipLine> lowerSide, upperSide; // outer edges that are cut straight, y over x on the top
    std::vector<Joint> joints;                   // from the far one on
    bool openGap = false;                        // the gap stays open: nothing is poured
    Ring shape;                                  // of a round or an oval; empty otherwise
    std::vector<ButterflyKey> keys;              // on the top, where checks are to be keyed
    std::vector<Rod> rods;                       // across an open gap
    std::vector<KeyedCheck> keyed;               // checks to be keyed, whether or not a key finds room
    std::optional<double> parted_mm;
    double trim_mm = 0.0;                // each end, cut off after gluing and filling
    std::vector<double> meetingBolts_mm; // y of the bolts where two halves meet
    Profile width;                       // of the final top along its length
    Profile halvesDiffer;                // far half minus near half, for a pair
    std::optional<GapInput> gapInput;
    std::optional<GapAnswer> gap; // between show faces as they lie rough

    Figure length, meanWidth, leastWidth, woodArea, topArea;

    /// The pieces at the far and at the near side; neither is an island.   REQUIRES: pieces
    [[nodiscard]] const PlacedPiece& far() const { return pieces.front(); }
    [[nodiscard]] const PlacedPiece& near() const
    {
        size_t last = pieces.size() - 1;
        while (last > 0 && pieces[last].island) {
            --last;
        }
        return pieces[last];
    }
};

/// The river or gap between two live edges, from the near edge on, on the top.
[[nodiscard]] Ring gapRing(const GapInput& gap, const GapAnswer& answer, bool under);
/// The final outline: the drawn or round shape, else the stretch between both ends.
[[nodiscard]] Region finalOutline(const LayupPlan& layup);

/// What the stage looks at: nothing else may change its answer.
struct LayupInput {
    LayupChoices choices;
    std::vector<std::shared_ptr<const Slab>> slabs; // one per piece, null when it is not in the shop
    double trim_mm = 40.0;
    double ripMargin_mm = 6.0;
    std::optional<double> longest_mm; // that the shop handles
    std::optional<double> van_mm;
    DoorWay door;
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
/// What it asks to be done.
void nameWork(LayupPlan& plan);
/// Of the pieces: "A4 and A5", or how many there are.
[[nodiscard]] std::string namesOf(const std::vector<PlacedPiece>& pieces);
/// Bolts that hold two halves together: at each place one near either face.
[[nodiscard]] inline double meetingBolts(const LayupPlan& plan)
{
    return 2.0 * static_cast<double>(plan.meetingBolts_mm.size());
}

/// The outline of pieces that lie, and what it keeps of them; the area of the top. Part of layupPlan.
double outlineLayup(const LayupInput& input, LayupPlan& plan);
/// Keys of a layup that stands. Part of layupPlan.
void joinLayup(const LayupInput& input, LayupPlan& plan);
/// The figures of a layup that stands; its top has this area. Part of layupPlan.
void measureLayup(const LayupInput& input, double topArea_mm2, LayupPlan& plan);
/// What wants attention in a layup that stands: appended to its findings. Part of layupPlan.
void inspectLayup(const LayupInput& input, LayupPlan& plan);

[[nodiscard]] LayupInput layupInput(const JobInShop& in);

/// Its place in the list of stages (core/plan/plan.h).
struct LayupStage {
    using Input = LayupInput;
    using Answer = LayupPlan;
    static constexpr const char* kName = "layup";
    static constexpr const char* kBench = "layup"; // that shows it
    template <typename Before> static Input input(const JobInShop& in, const Before& /*before*/)
    {
        return layupInput(in);
    }
    static Answer answer(const Input& input)
    {
        LayupPlan plan = layupPlan(input);
        nameWork(plan);
        return plan;
    }
};

} // namespace burl
