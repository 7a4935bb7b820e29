#pragma once
// A job: what the maker chose for one top. Nothing here is computed.
// Frame of the top, mm, looking at the show face: x along the length from the left end of the final
// top, y across, up the sheet; y = 0 is the joint of a pair and the middle of a river or a single.
// Units: as the names say.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/shop/base_choices.h"
#include "core/shop/days_choices.h"
#include "core/shop/fill_choices.h"
#include "core/shop/money_choices.h"
#include "core/shop/move_choices.h"
#include "core/shop/rip_line.h"
#include "core/shop/slab.h"
#include "core/shop/surface_choices.h"
#include "core/shop/template_tools.h"

namespace burl
{

struct JobId {
    int value = 0;
    auto operator<=>(const JobId&) const = default;
};

enum class TopKind {
    Single,
    Pair,
    River, // live edges facing each other across resin
    Panel, // three to five pieces, straight joints
    Gap,   // as a river, but open, bridged with metal rods
};
/// The final outline: as the pieces and the outer edges make it, cut round, or drawn corner by corner. Where the
/// wood ends inside a round or drawn outline the live edge is kept.
enum class TopShape { AsLaid, Round, Oval, Drawn };
enum class OuterEdges { Live, Straight, Tapered };

/// A slab in the top. Joined pieces are listed from the far side (y > 0) on; of a river first the far, then the
/// near piece, then islands.
struct Piece {
    SlabId slab;
    Face show = Face::Top;
    bool endForEnd = false;
    double left_mm = 0.0;       // x of the piece's left end on the top; usually a little below 0
    std::optional<RipLine> rip; // in the slab's frame, by hand; empty: the best line
    double across_mm = 0.0;     // of a single slab: shifted across by this; of an island: y of its middle
    double turn_deg = 0.0;      // of an island: turned about its middle, anticlockwise
    bool operator==(const Piece&) const = default;
};

/// Rods across an open gap.
struct RodChoices {
    double diameter_mm = 16.0;
    double pitch_mm = 300.0;
    double first_mm = 150.0;     // from the left end
    double embed_mm = 60.0;      // in the wood, each side
    double drillReach_mm = 90.0; // what the drill and its jig reach
    bool operator==(const RodChoices&) const = default;
};

enum class JointKind { GlueOnly, LooseTenons, Dowels, Biscuits };

/// What holds a joint beside the glue.
struct JointChoices {
    JointKind kind = JointKind::LooseTenons;
    double pitch_mm = 200.0; // custom 150 to 250
    double wide_mm = 40.0;   // along the joint; of a dowel its diameter
    double reach_mm = 30.0;  // into each piece
    bool operator==(const JointChoices&) const = default;
};

struct LayupChoices {
    TopKind kind = TopKind::Pair;
    OuterEdges edges = OuterEdges::Live;
    std::optional<OuterEdges> nearEdge; // when the near edge is made otherwise than the far one
    double length_mm = 2000.0;
    std::optional<double> width_mm;        // empty: as it comes
    std::optional<double> endWidth_mm;     // tapered: at the right end; empty: as the wood runs
    double thickness_mm = 42.0;            // wanted
    std::optional<double> trim_mm;         // each end; empty: the shop's habit
    std::optional<double> ripMargin_mm;    // empty: the shop's habit
    double leastGap_mm = 80.0;             // river without a wanted width: narrowest gap
    TopShape shape = TopShape::AsLaid;     // round: the length is its diameter; oval: length by width
    Ring outline;                          // drawn: its corners on the top, x from 0 to the length
    double corner_mm = 0.0;                // drawn: its outer corners are rounded by this
    std::vector<std::vector<Vec2>> curves; // of each joint from the far one on: points above the straight line; see
                                           // curved_joint.h; an empty or missing one is straight
    TemplateTools tools;
    RodChoices rods;
    JointChoices joint;
    std::optional<double> parted_mm; // a top in two halves: x of the cross cut
    std::vector<Piece> pieces;
    bool operator==(const LayupChoices&) const = default;
};

enum class FlattenSchool {
    BothFaces, // show face and underside flat and parallel
    ShowFace,  // the underside keeps a curve nobody sees
    Underside, // flat where it meets the base; the show face keeps its curve
};

/// Where wood goes when a piece could be thicker than the top.
enum class SpareFrom { BothAlike, Underside, ShowFace };

struct FlattenMethod {
    std::string id; // "router_sled"
    std::string name;
    double depth_mm = 2.0;
    double bit_mm = 50.0;
    double overlap = 0.5;
    double runoff_mm = 40.0;
    double feed_mm_min = 4000.0;
    double setup_min = 15.0; // per face: packers, rails, first height
    bool along = false;      // strokes run along the slab, else across
    bool operator==(const FlattenMethod&) const = default;
};

enum class SledBuild { Plywood, Aluminium, Steel }; // its walls; the floor is a plywood sheet

/// What the router rides on. Heights above the bench.
struct Rig {
    double railHeight_mm = 80.0;
    double railsApart_mm = 1000.0; // the sled's span
    double sledWide_mm = 300.0;
    double floor_mm = 12.0; // thickness of the sled's floor
    double wallHigh_mm = 70.0;
    double wallThick_mm = 18.0;
    SledBuild build = SledBuild::Plywood;
    double router_N = 60.0;
    double cutterLong_mm = 45.0; // of the bit, below its shank
    double shank_mm = 50.0;
    double colletUp_mm = 0.0;           // the collet's mouth above the router's base, plunged as far as it goes
    double tilt_deg = 0.0;              // of the spindle
    double benchGap_mm = 0.0;           // largest under a straightedge
    std::optional<double> railsLong_mm; // where not measured, not checked
    std::optional<double> sledLong_mm;
    std::optional<double> opening_mm; // in the sled's floor, that the cutter runs in
    bool operator==(const Rig&) const = default;
};

/// What a shop lays under a slab; packers are built of it.
enum class PackerStock { Any, Millimetre, ThirtySecond, Veneer, Card };

/// A piece that lies after a milling, and what it was found to have done. Both faces move together.
struct Rest {
    SlabId slab;
    std::string cut;                    // ISO date it was milled
    double thickness_mm = 0.0;          // by the calliper, as it came from the milling
    bool covered = false;               // one face lay covered, the other open
    std::string measured;               // ISO date; empty while it rests
    std::optional<HeightGrid> readings; // of its top face, then
    std::string agreed;                 // what was agreed with the customer, to leave it so; empty: nothing
    bool operator==(const Rest&) const = default;
};

/// Where a slab is to lie on packers, in its own frame.
struct Bearing {
    SlabId slab;
    Vec2 at;
    bool operator==(const Bearing&) const = default;
};

struct FlattenChoices {
    FlattenSchool school = FlattenSchool::BothFaces;
    SpareFrom spare = SpareFrom::BothAlike;
    FlattenMethod method;
    Rig rig;
    PackerStock packers = PackerStock::Any;
    std::vector<Bearing> bearings; // three or more of a slab stand in for those that are proposed
    int millings = 1;              // 1 to 3, with a rest between
    double allowance_mm = 1.5; // left on each face by every milling but the last, as often as there are more to come
    double moveLimit_mm = 1.5; // more than this and it is flattened again
    std::vector<Rest> rests;   // in the order they were written down
    bool operator==(const FlattenChoices&) const = default;
};

/// How much something counts when slabs are sought for a top.
enum class Counts { Not, Little, Much, AboveAll };

/// What is asked of the slabs besides the kind and the measures of the top.
struct OfferWishes {
    std::string species;           // empty: any
    std::optional<double> budget;  // for the slabs
    Counts match = Counts::Much;   // one tree, mirrored, near each other in the log
    Counts even = Counts::Little;  // halves alike in width
    Counts sound = Counts::Much;   // few knots, checks and voids, no pith
    Counts waste = Counts::Little; // little wood cut away
    Counts price = Counts::Little;
    bool operator==(const OfferWishes&) const = default;
};

/// A layup put by, to be compared with others and taken again.
struct KeptLayup {
    std::string name;
    LayupChoices layup;
    bool operator==(const KeptLayup&) const = default;
};

/// The way into the room. What is not measured is empty.
struct DoorWay {
    std::optional<double> wide_mm;
    std::optional<double> high_mm;
    bool operator==(const DoorWay&) const = default;
};

struct Job {
    JobId id;
    std::string name;
    std::string note;
    std::string started;   // ISO date
    std::string sheetMade; // ISO date the shop sheet was exported; empty: not yet, or something changed since
    LayupChoices layup;
    FlattenChoices flatten;
    FillChoices fill;
    MoveChoices move;
    BaseChoices base;
    SurfaceChoices surface;
    DaysChoices days;
    MoneyChoices money;
    OfferWishes wishes;
    DoorWay door;
    std::vector<KeptLayup> kept;
    bool operator==(const Job&) const = default;
};

} // namespace burl
