#pragma once
// What the maker chose for what the top stands on, the way into its room, and who sits at it. The frames of a base
// stand under the base plates of Move (core/shop/move_choices.h): dragging one drags the other.
// Frame of the top (core/shop/job.h), z up from the floor.   Units: as the names say.   Threads: values.

#include <optional>
#include <string>
#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

enum class BaseKind {
    None, // not chosen yet
    // of steel
    U,         // two frames open at the floor
    Trapezoid, // two closed frames, wider at the floor
    Cross,     // two frames of bars that cross
    Box,       // two closed frames tied by stretchers
    Truss,     // two I-shaped ends tied by chords and diagonals
    Spider,    // legs from the floor to a waist and on to the top
    Pedestal,  // one column on a disc or a ring
    // of wood
    Trestle,     // two posts on feet, a stretcher wedged through them
    AngledLegs,  // two pairs that lean outwards, open at the floor, tied
    CrossLapped, // two pairs lapped over each other, tied
    Splayed,     // four legs that lean both ways, ties dovetailed into them
    Apron,       // four upright legs and an apron
    Columns,     // two pairs of curved columns, laminated
    ArcPanels,   // two panels with an arc cut out below
    // made elsewhere
    Bought, // legs on a plate of their own
    Own,    // a base that is there already
};
enum class BaseOf { Nothing, Steel, Wood, Elsewhere };
[[nodiscard]] inline BaseOf madeOf(BaseKind kind)
{
    return kind == BaseKind::None        ? BaseOf::Nothing
           : kind <= BaseKind::Pedestal  ? BaseOf::Steel
           : kind <= BaseKind::ArcPanels ? BaseOf::Wood
                                         : BaseOf::Elsewhere;
}
/// How many base plates of Move it stands under.
[[nodiscard]] inline size_t platesUnder(BaseKind kind)
{
    switch (kind) {
    case BaseKind::None:
    case BaseKind::Splayed:
    case BaseKind::Apron:
        return 0;
    case BaseKind::Pedestal:
        return 1;
    default:
        return 2;
    }
}

enum class BaseFeet { Adjustable, Felt, None };
enum class MetalCoat { Raw, Paint, Powder };
enum class RailJoint { Tenons, LooseTenons, Dowels };

/// Where a bought or given leg stands on the floor; it comes straight down from its plate to the bend.
struct FootPoint {
    Vec2 at;
    double bend_mm = 0.0; // height of its bend above the floor; 0: straight from the plate's end
    bool operator==(const FootPoint&) const = default;
};

/// What a table is carried through beside the door of the room (core/shop/job.h). What is not measured is empty.
struct WayIn {
    std::optional<double> corridor_mm; // wide, before a turn
    std::optional<double> after_mm;    // and behind it
    std::optional<double> ceiling_mm;
    std::optional<double> stairs_mm;  // a flight, wide between wall and rail
    std::optional<double> landing_mm; // deep
    std::optional<double> liftWide_mm, liftDeep_mm, liftHigh_mm;
    std::optional<double> vanWide_mm, vanHigh_mm; // its length stands with the shop's habits
    bool operator==(const WayIn&) const = default;
};

struct BaseChoices {
    BaseKind kind = BaseKind::None;
    double surface_mm = 740.0; // from the floor to the show face
    BaseFeet feet = BaseFeet::Adjustable;
    double foot_mm = 12.0;       // high, as they stand
    double footTravel_mm = 10.0; // that an adjustable one can be screwed out
    bool carpet = false;
    double deep_mm = 60.0;           // of a member, in the plane of its frame
    double thick_mm = 30.0;          // square to it
    double wall_mm = 3.0;            // of steel; 0: solid
    std::optional<double> spread_mm; // foot to foot across the top, outside; empty: as the kind stands
    std::optional<double> along_mm;  // and along it, of a spider
    double lean_deg = 8.0;           // outwards going down, seen from an end
    double leanAlong_deg = 8.0;      // seen from the side
    double inset_mm = 60.0;          // of legs without a plate, from the rim of the top
    double tie_mm = 250.0;           // height of a stretcher's middle
    double rail_mm = 90.0;           // high, of aprons, ties and stretchers of wood
    double railThick_mm = 25.0;      //
    RailJoint joint = RailJoint::Tenons;
    double wedge_deg = 8.0;   // of a trestle's stretcher
    double bow_mm = 60.0;     // of a curved column, or how high an arc is cut out
    double lamella_mm = 4.0;  // thick, of a laminated column
    double column_mm = 100.0; // of a pedestal
    double disc_mm = 700.0;   // its foot
    double discThick_mm = 10.0;
    bool ring = false;              // the foot is a ring of tube, not a disc
    std::string wood;               // species of a wooden base; empty: as the top
    std::optional<double> stock_mm; // length of a bar or board; empty: 6 m of steel, 2.5 m of wood
    std::optional<double> barPrice; // of one such
    double kerf_mm = 3.0;
    MetalCoat coat = MetalCoat::Powder;
    double coater_days = 7.0;
    std::vector<FootPoint> footPoints;              // of what is bought or there
    std::optional<double> leg_mm;                   // its height from the floor to the underside of the top
    std::vector<std::optional<double>> footGaps_mm; // air under each foot, standing on three
    double sitter_kg = 75.0;
    double seat_mm = 450.0;        // of a chair
    std::optional<double> arms_mm; // of its arms above the floor
    double place_mm = 600.0;       // of edge for each
    int carriers = 2;
    std::optional<double> hoist_kg; // what it is rated for
    WayIn way;
    std::optional<double> roomLong_mm, roomWide_mm;
    std::optional<double> chairs; // round the table; empty: as many as sit at it
    bool operator==(const BaseChoices&) const = default;
};

} // namespace burl
