#pragma once
// What the maker chose for how a top is held: its room, the line that stays put, base plates, fasteners, channels.
// Frame of the top (core/shop/job.h), looking at the show face.
// Units: as the names say.   Threads: values.

#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/geometry/vec2.h"

namespace burl
{

/// How a top is fastened. What the measures of a Fastener mean depends on it.
enum class FastenerKind {
    InsertAndBolt,  // a threaded insert screwed in, a bolt through a plate
    ScrewAndWasher, // a screw through a plate
    KnockInInsert,  // an insert driven in: its barbs pull out
    SlottedTab,     // a screw through the slot of a steel tab
    ZClip,          // its tongue lies in a slot of the rail, its screw in the top
    FigureEight,    // a plate of two holes that swings
    Button,         // a wooden tongue in a groove of the rail
    ApronScrew,     // a screw through the apron
};

/// Its thread sits in the wood itself.
[[nodiscard]] inline bool isScrew(FastenerKind kind)
{
    return kind != FastenerKind::InsertAndBolt && kind != FastenerKind::KnockInInsert;
}

/// What lets the wood travel past a bolt or screw.
enum class HoleKind { Slot, Oversize };

struct Fastener {
    Vec2 at;
    FastenerKind kind = FastenerKind::InsertAndBolt;
    double bolt_mm = 8.0;      // diameter of bolt or screw
    double clearance_mm = 0.5; // each end of the slot
    double insert_mm = 16.0;   // length let into the wood; of a screw what sits in the wood
    double pilotOverrun_mm = 2.0;
    double washer_mm = 24.0;
    HoleKind hole = HoleKind::Slot;
    double through_mm = 0.0;          // what it goes through before the wood: plate, tab or apron, and washers
    std::optional<double> screw_mm{}; // below its head; empty: as long as it takes
    std::optional<double> slot_mm{};  // of a slot or hole that is there already; empty: made as it is wanted
    std::optional<double> turn_deg{}; // of slot, tongue or arm from across the top; empty: as the wood travels
    double reach_mm = 10.0;           // of a tongue into its groove; of a figure-eight from hole to hole
    bool operator==(const Fastener&) const = default;
};

/// A plate of the base under the top, its long way across it.
struct BasePlate {
    double x_mm = 0.0;
    double middle_mm = 0.0; // y
    double long_mm = 600.0; // across the top
    double wide_mm = 80.0;  // along it
    double thick_mm = 8.0;
    bool letIn = false;      // flush with the underside
    double room_mm = 2.0;    // of its pocket, all round, beyond the travel
    std::string section;     // of the shop's list, when a rail on two legs is no stiffer; empty: it does not bend
    double legsIn_mm = 40.0; // of such a rail, from both its ends
    std::optional<double> nearLow_mm; // how far its near end lies below the plane of the pads
    std::optional<double> farLow_mm;
    bool operator==(const BasePlate&) const = default;
};

/// How a channel lies in the wood: one flush pocket, or a slot for each flange and a shallow bed for its web.
enum class GrooveKind { Pocket, TwoSlots };

/// A steel bar or a batten of wood let into the underside across the grain.
struct Channel {
    double x_mm = 0.0;
    double middle_mm = 0.0; // y of its centre hole
    double length_mm = 600.0;
    double width_mm = 40.0;
    double depth_mm = 20.0;   // of the groove
    double endRoom_mm = 10.0; // at each end, over the travel; custom 6 to 13
    double taper_mm = 0.0;    // narrower at its far end by this: a batten that is driven in as a wedge
    std::string section{};    // of the shop's list; empty: only its measures are known
    GrooveKind groove = GrooveKind::Pocket;
    int bolts = 3;
    double boltsIn_mm = 30.0; // the outer ones, from its ends
    double bolt_mm = 8.0;
    bool operator==(const Channel&) const = default;
};

/// What the surface is closed with, both faces and the edges: it decides how slowly the wood follows its room.
enum class MoistureCoat { Bare, Oil, Film, Epoxy };

struct MoveChoices {
    std::string climate = "heated_dry_winter";
    std::optional<double> assembly_mc_pct; // empty: what the pieces have today
    std::string assembled;                 // ISO date it comes into its room; empty: not said
    MoistureCoat coat = MoistureCoat::Oil;
    double fixedLine_mm = 0.0;         // y of the line that stays put
    std::optional<double> fixedX_mm;   // of a round: the point that stays put; empty: its middle
    std::optional<double> baseMass_kg; // what hangs from the top when it is lifted; empty: not known
    std::vector<BasePlate> plates;
    std::vector<Fastener> fasteners;
    std::vector<Channel> channels;
    bool operator==(const MoveChoices&) const = default;
};

/// The sections that channels and rails are made of, to be renamed when a job comes into another shop.
[[nodiscard]] inline std::vector<std::string*> sectionIdsOf(MoveChoices& move)
{
    std::vector<std::string*> out;
    for (Channel& c : move.channels) {
        if (!c.section.empty()) {
            out.push_back(&c.section);
        }
    }
    for (BasePlate& p : move.plates) {
        if (!p.section.empty()) {
            out.push_back(&p.section);
        }
    }
    return out;
}
/// Each once.
[[nodiscard]] inline std::set<std::string> sectionsOf(MoveChoices move)
{
    std::set<std::string> out;
    for (const std::string* id : sectionIdsOf(move)) {
        out.insert(*id);
    }
    return out;
}

} // namespace burl
