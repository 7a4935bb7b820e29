// What wants attention in how a top is fastened.

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/move/hazards.h"

namespace burl
{
namespace
{

constexpr double kClearOfHole_mm = 50.0; // three times the length of an insert
constexpr double kWetter_pct = 2.0;      // over the wettest of its room: more than the meter errs
constexpr double kOutside_pct = 0.5;     // beyond what the room ever does
constexpr double kHair_mm = 1e-9;        // of rounding
constexpr double kTongueHolds_mm = 3.0;  // of a tongue that stays in its groove

std::string nameOf(FastenerKind kind)
{
    switch (kind) {
    case FastenerKind::InsertAndBolt:
    case FastenerKind::KnockInInsert:
        return "insert";
    default:
        return "screw";
    }
}

class MoveInspector
{
public:
    MoveInspector(const MoveInput& input, MovePlan& plan) : in_(input), plan_(plan), underside_(*plan.underside) {}

    void inspect()
    {
        inspectMoisture();
        inspectHeld();
        for (const FastenerPlan& f : plan_.fasteners) {
            inspectSeat(f);
            inspectKind(f);
            inspectReach(f);
            inspectTravel(f);
            inspectWasher(f);
        }
        if (plan_.fasteners.empty()) {
            addFinding(plan_.findings, "move.no_fasteners", Severity::ToDo, "Nothing holds the top to a base yet.", {},
                       "lay them out");
        } else {
            addFinding(plan_.findings, "move.never_tight", Severity::Good,
                       "Centre bolts tight, all others snug with threadlock: never tight.", {}, "");
        }
    }

private:
    Finding& add(const char* code, Severity severity, const FastenerPlan& f, std::string text,
                 std::vector<Figure> figures, std::string remedy, std::string many = {})
    {
        Finding& out = addFinding(plan_.findings, code, severity, std::move(text), std::move(figures),
                                  std::move(remedy), f.fastener.at);
        out.row = f.number - 1;
        sayTogether(out, std::to_string(f.number), std::move(many));
        return out;
    }

    /// The line that stays where it is must lie in the top, or nothing of it is held.
    void inspectHeld()
    {
        const Box& top = in_.layup->finalBox;
        const double beyond = std::max(top.bottom - plan_.held.line_mm, plan_.held.line_mm - top.top);
        if (beyond > kHair_mm) {
            addFinding(plan_.findings, "move.held_outside", Severity::Warn,
                       "The line that stays put lies {0} outside the top: nothing is held there, and every slot is "
                       "reckoned from it.",
                       {workedOut("held_beyond", "outside", beyond, Unit::Length, "on the drawing")},
                       "put it where the top is fastened tight");
        }
    }

    void inspectMoisture()
    {
        for (size_t i = 0; i < in_.slabs.size() && i < in_.layup->pieces.size(); ++i) {
            const Slab& slab = *in_.slabs[i];
            const Where meter{"yard", "moisture", slab.id.value};
            if (!slab.mc_pct) {
                addFinding(plan_.findings, "move.no_mc", Severity::ToDo,
                           slab.name + " is not metered; its moisture is a guess.", {}, "read its MC")
                    .leadsTo = meter;
            } else if (in_.climate && *slab.mc_pct > plan_.mc.wettest_pct + kWetter_pct) {
                addFinding(plan_.findings, "move.too_wet", Severity::Warn,
                           slab.name + " is at {0}, wetter than its room ever gets ({1}): it will shrink and cup.",
                           {given("mc", "MC", *slab.mc_pct, Unit::Percent, "meter"), plan_.wettest}, "let it dry on")
                    .leadsTo = meter;
            }
        }
        if (!in_.climate || plan_.assembly.isGuess()) {
            return;
        }
        const bool wet = plan_.mc.assembly_pct > plan_.mc.wettest_pct + kOutside_pct;
        const bool dry = plan_.mc.assembly_pct < plan_.mc.driest_pct - kOutside_pct;
        if (wet || dry) {
            addFinding(plan_.findings, "move.assembled_outside", Severity::Warn,
                       std::string("On the day of assembly it is ") + (wet ? "wetter" : "drier") +
                           " than its room ever is ({0}): all its slots are used one way.",
                       {wet ? plan_.wettest : plan_.driest},
                       wet ? "let it dry on before it is fastened" : "let it stand in its room first");
        }
    }

    /// Whether it sits in sound wood.
    void inspectSeat(const FastenerPlan& f)
    {
        if (!f.inWood) {
            const bool inGap = std::any_of(underside_.hazards.begin(), underside_.hazards.end(), [&](const Hazard& h) {
                return h.kind == HazardKind::Resin && signedDistance_mm(h.ring, f.fastener.at) > 0.0;
            });
            add("move.fastener_off_wood", Severity::Stop, f,
                inGap && in_.layup->openGap ? "A fastener sits in the open gap: nothing holds it."
                : inGap ? "A fastener sits in the river: resin does not hold a thread as wood does, and does not move "
                          "with it."
                        : "A fastener does not sit in wood.",
                {}, "move to sound wood");
            return;
        }
        if (f.clear_mm <= kClearOfHole_mm) {
            add("move.fastener_off_wood", Severity::Caution, f,
                "A fastener sits {0} from a hole or punky wood; {1} of sound wood round it hold best.",
                {workedOut("clear", "clear", f.clear_mm, Unit::Length, "on the drawing"),
                 given("clear_wanted", "wanted", kClearOfHole_mm, Unit::Length, "custom")},
                "move into sound wood");
        }
        for (const Hazard& h : underside_.hazards) {
            if (h.kind == HazardKind::Void || h.kind == HazardKind::Channel) {
                continue; // said above, and with the channel
            }
            const double apart = -signedDistance_mm(h.ring, f.fastener.at);
            if (apart < f.fastener.bolt_mm / 2.0) {
                add("move.fastener_in_way",
                    h.kind == HazardKind::Key || h.kind == HazardKind::Joint ? Severity::Warn : Severity::Stop, f,
                    "Fastener {0} goes into " + h.name + ".", {numberOf(f)}, "move clear of it",
                    "Fasteners {0} go into " + h.name + ".");
            } else if (apart < h.wanted_mm) {
                add("move.fastener_in_way", Severity::Caution, f,
                    "Fastener {0} sits {1} from " + h.name + "; {2} are wanted.",
                    {numberOf(f), workedOut("apart", "apart", apart, Unit::Length, "on the drawing"),
                     given("wanted", "wanted", h.wanted_mm, Unit::Length, "custom")},
                    "move farther away", "Fasteners {0} sit {1} from " + h.name + "; {2} are wanted.");
            }
        }
        const double edge = std::min(signedDistance_mm(underside_.top, f.fastener.at),
                                     signedDistance_mm(underside_.under, f.fastener.at));
        if (edge <= 0.0) {
            add("move.fastener_near_edge", Severity::Stop, f, "Fastener {0} sits beside the wood of the narrower face.",
                {numberOf(f)}, "move in", "Fasteners {0} sit beside the wood of the narrower face.");
        } else if (edge < kClearOfEdge_mm) {
            add("move.fastener_near_edge", edge < f.fastener.bolt_mm ? Severity::Stop : Severity::Caution, f,
                "Fastener {0} sits {1} from the edge of the wood on its narrower face; {2} are wanted.",
                {numberOf(f), workedOut("edge", "from the edge", edge, Unit::Length, "on the drawing"),
                 given("wanted", "wanted", kClearOfEdge_mm, Unit::Length, "custom")},
                "move in", "Fasteners {0} sit {1} from the edge of the wood on its narrower face; {2} are wanted.");
        }
        const bool throughPlate = f.fastener.kind == FastenerKind::InsertAndBolt ||
                                  f.fastener.kind == FastenerKind::KnockInInsert ||
                                  f.fastener.kind == FastenerKind::ScrewAndWasher;
        if (throughPlate && !plan_.plates.empty() && !f.plate) {
            add("move.fastener_no_plate", Severity::Warn, f, "Fastener {0} goes through no plate of the base.",
                {numberOf(f)}, "move onto a plate", "Fasteners {0} go through no plate of the base.");
        }
    }

    static Figure numberOf(const FastenerPlan& f)
    {
        return workedOut("number", "fastener", f.number, Unit::Count, "as they were placed");
    }

    /// What is wrong with what holds it.
    void inspectKind(const FastenerPlan& f)
    {
        if (f.fastener.kind == FastenerKind::KnockInInsert) {
            add("move.knock_in", Severity::Warn, f,
                "Insert {0} is knocked in: its barbs tear the wood that they hold in; it bears a quarter of one that "
                "is "
                "screwed in, and pulls out.",
                {numberOf(f)}, "take one that is screwed in",
                "Inserts {0} are knocked in: their barbs tear the wood that they hold in; they bear a quarter of ones "
                "that are screwed in, and pull out.");
        }
        if (f.endGrain && f.inWood) {
            add("move.end_grain", Severity::Warn, f,
                "Fastener {0} sits in end grain: it holds at most half of what it would in a face, and lets go without "
                "a "
                "warning.",
                {numberOf(f)}, "let it in deeper, or bed it in epoxy",
                "Fasteners {0} sit in end grain: they hold at most half of what they would in a face, and let go "
                "without a warning.");
        }
    }

    /// How near inserts and screws come to the show face, and whether bolts find their thread.
    void inspectReach(const FastenerPlan& f)
    {
        const std::string what = nameOf(f.fastener.kind);
        const std::string article = what == "screw" ? "A " : "An ";
        if (f.remaining.value() <= 0.0) {
            add("move.insert_through", Severity::Stop, f,
                article + what + " breaks through the show face: it and its pilot are deeper than the {0} of wood.",
                {in_.thickness}, "take a shorter " + what,
                "Fasteners {of} break through the show face: they and their pilots are deeper than the {0} of wood.");
        } else if (f.remaining.value() < in_.leastWoodOverInsert_mm) {
            add("move.insert_deep", Severity::Warn, f,
                "Only {0} of wood above " + std::string(what == "screw" ? "a " : "an ") + what + "; {1} is wanted.",
                {f.remaining,
                 given("least_wood", "least", in_.leastWoodOverInsert_mm, Unit::Length, "the shop's habit")},
                "take a shorter " + what, "Only {0} of wood above fasteners {of}; {1} is wanted.");
        }
        if (!f.fastener.screw_mm) {
            return;
        }
        const double in = *f.fastener.screw_mm - f.fastener.through_mm;
        const Figure reach =
            made("reach", "reach", "{0} − {1}",
                 {given("screw", "below its head", *f.fastener.screw_mm, Unit::Length, "chosen"),
                  given("through", "what it goes through", f.fastener.through_mm, Unit::Length, "chosen")},
                 std::max(0.0, in), Unit::Length);
        if (in <= 0.0) {
            add("move.screw_short", Severity::Stop, f,
                "Fastener {0} does not reach the wood: its " + std::string(what == "screw" ? "screw" : "bolt") +
                    " is no longer than what it goes through.",
                {numberOf(f)}, "take a longer one",
                "Fasteners {0} do not reach the wood: they are no longer than what they go through.");
        } else if (!isScrew(f.fastener.kind)) {
            const double room = f.fastener.insert_mm + f.fastener.pilotOverrun_mm;
            if (in > room) {
                add("move.bolt_long", Severity::Stop, f,
                    "The bolt of fastener {0} reaches {1} into a hole of {2}: it lifts its insert, or comes through "
                    "the show face.",
                    {numberOf(f), reach, f.deep}, "take a shorter bolt, or washers",
                    "The bolts of fasteners {0} reach {1} into holes of {2}: they lift their inserts, or come through "
                    "the show face.");
            } else if (in < f.fastener.bolt_mm) {
                add("move.screw_short", Severity::Warn, f,
                    "The bolt of fastener {0} takes hold of {1} of its insert; its diameter, {2}, is the least.",
                    {numberOf(f), reach, given("bolt", "bolt", f.fastener.bolt_mm, Unit::Length, "chosen")},
                    "take a longer bolt",
                    "The bolts of fasteners {0} take hold of {1} of their inserts; their diameter, {2}, is the least.");
            }
        }
    }

    /// Whether the wood can go where it wants.
    void inspectTravel(const FastenerPlan& f)
    {
        if (plan_.missing || !f.slot.known()) {
            return;
        }
        inspectHoleInPlate(f);
        const Fastener& c = f.fastener;
        const double most = std::max(f.travel.out_mm, f.travel.in_mm);
        const Figure travel = made("travel_most", "travel", "the larger of {0} and {1}",
                                   {f.outwardTravel, f.inwardTravel}, most, Unit::Length);
        if (f.slotted && f.astray_mm > c.clearance_mm + kHair_mm) {
            add("move.slot_wrong_way", Severity::Stop, f,
                c.kind == FastenerKind::FigureEight
                    ? "The arm of fastener {0} points the way the wood goes: it cannot swing, and holds it fast."
                    : "The slot of fastener {0} runs the wrong way: {1} of the wood's travel goes beside it.",
                {numberOf(f), workedOut("astray", "beside it", f.astray_mm, Unit::Length, "by its angle")},
                "turn it as the wood travels");
        }
        const bool tongued = c.kind == FastenerKind::ZClip || c.kind == FastenerKind::Button;
        if (tongued && c.slot_mm && f.slotted && f.slot.known() && *c.slot_mm < f.slot.value() - kHair_mm) {
            add("move.groove_shallow", Severity::Warn, f,
                "The groove of fastener {0} is {1} deep and {2} is wanted: the wood drives its tongue to the ground.",
                {numberOf(f), given("groove_there", "groove", *c.slot_mm, Unit::Length, "chosen"), f.slot},
                "cut it deeper");
        }
        if (tongued) {
            if (f.slotted && c.reach_mm - most < kTongueHolds_mm) {
                add("move.tongue_short", c.reach_mm <= most ? Severity::Stop : Severity::Warn, f,
                    "The tongue of fastener {0} is {1} long and the wood goes {2}: less than {3} would hold.",
                    {numberOf(f), given("tongue", "tongue", c.reach_mm, Unit::Length, "chosen"), travel,
                     given("holds_least", "least", kTongueHolds_mm, Unit::Length, "custom")},
                    "take a longer tongue");
            }
            return;
        }
        if (c.kind == FastenerKind::FigureEight) {
            if (f.slotted && c.reach_mm < f.slot.value() - kHair_mm) {
                add("move.fixed_tight", Severity::Stop, f,
                    "The arm of fastener {0} is {1} from hole to hole; {2} let the wood go that far.",
                    {numberOf(f), given("arm", "arm", c.reach_mm, Unit::Length, "chosen"), f.slot},
                    "take a slotted tab");
            }
            return;
        }
        if (c.slot_mm && *c.slot_mm < c.bolt_mm) {
            add("move.hole_small", Severity::Stop, f,
                "The bolt of fastener {0} is {1} thick: it does not go into a hole of {2}.",
                {numberOf(f), given("bolt", "bolt", c.bolt_mm, Unit::Length, "chosen"),
                 given("slot_there", "there", *c.slot_mm, Unit::Length, "chosen")},
                "drill it up");
        } else if (f.slotted && c.slot_mm && *c.slot_mm < f.slot.value() - kHair_mm) {
            add("move.fixed_tight", Severity::Stop, f,
                "Fastener {0} is fixed too tight: its " + std::string(c.hole == HoleKind::Oversize ? "hole" : "slot") +
                    " of {1} lets the wood go less far than {2}; {3} are wanted. The top would crack or pull its "
                    "fasteners.",
                {numberOf(f), given("slot_there", "there", *c.slot_mm, Unit::Length, "chosen"), travel, f.slot},
                "make it {3} long",
                "Fasteners {0} are fixed too tight: their " +
                    std::string(c.hole == HoleKind::Oversize ? "holes" : "slots") +
                    " of {1} let the wood go less far than {2}; {3} are wanted. The top would crack or pull its "
                    "fasteners.");
        }
    }

    /// Whether the hole or slot lies in its plate, with steel all round it.
    void inspectHoleInPlate(const FastenerPlan& f)
    {
        const Fastener& c = f.fastener;
        const bool through = c.kind == FastenerKind::InsertAndBolt || c.kind == FastenerKind::KnockInInsert ||
                             c.kind == FastenerKind::ScrewAndWasher;
        if (!through || !f.plate) {
            return;
        }
        const BasePlate& plate = plan_.plates[*f.plate].plate;
        const double wide = c.bolt_mm + 2.0 * c.clearance_mm;
        const double run = std::max(0.0, c.slot_mm.value_or(f.slot.value()) - wide);
        const double turn = (c.hole == HoleKind::Oversize ? 0.0 : f.slotTurn_deg) * std::numbers::pi / 180.0;
        const double acrossTop = (std::abs(std::cos(turn)) * run + wide) / 2.0;
        const double alongTop = (std::abs(std::sin(turn)) * run + wide) / 2.0;
        const double room = std::min(plate.long_mm / 2.0 - std::abs(c.at.y - plate.middle_mm) - acrossTop,
                                     plate.wide_mm / 2.0 - std::abs(c.at.x - plate.x_mm) - alongTop);
        if (room < 0.0) {
            add("move.hole_off_plate", Severity::Stop, f,
                "The hole of fastener {0} runs out of its plate by {1}: nothing holds the bolt there.",
                {numberOf(f), workedOut("off_plate", "beyond the plate", -room, Unit::Length, "on the drawing")},
                "move in, or take a larger plate",
                "The holes of fasteners {0} run out of their plates by {1}: nothing holds the bolts there.");
        } else if (room < c.bolt_mm / 2.0) {
            add("move.hole_off_plate", Severity::Caution, f,
                "The hole of fastener {0} leaves {1} of its plate beside it; {2}, half its bolt, is the least.",
                {numberOf(f), workedOut("steel_left", "left", room, Unit::Length, "on the drawing"),
                 made("steel_least", "least", "{0} ÷ 2", {given("bolt", "bolt", c.bolt_mm, Unit::Length, "chosen")},
                      c.bolt_mm / 2.0, Unit::Length)},
                "move in");
        }
    }

    /// The far end of a slot from a bolt that stands at its other end: the washer reaches that far all round.
    void inspectWasher(const FastenerPlan& f)
    {
        const Fastener& c = f.fastener;
        if (c.kind == FastenerKind::ZClip || c.kind == FastenerKind::Button || c.kind == FastenerKind::FigureEight) {
            return;
        }
        const Figure there = c.slot_mm ? given("slot_there", "slot", *c.slot_mm, Unit::Length, "chosen") : f.slot;
        const double wanted = 2.0 * there.value() - c.bolt_mm;
        if (f.slotted && there.known() && c.washer_mm < wanted - kHair_mm) {
            add("move.washer_small", Severity::Warn, f,
                "A washer of {0} does not cover its slot when the bolt stands at an end: {1} would.",
                {given("washer", "washer", c.washer_mm, Unit::Length, "chosen"),
                 made("washer_wanted", "washer", "2 × {0} − {1}",
                      {there, given("bolt", "bolt", c.bolt_mm, Unit::Length, "chosen")}, wanted, Unit::Length)},
                "take a washer of {1}, or a plate");
        }
    }

    const MoveInput& in_;
    MovePlan& plan_;
    const Underside& underside_;
};

} // namespace

void inspectMove(const MoveInput& input, MovePlan& plan)
{
    MoveInspector(input, plan).inspect();
}

} // namespace burl
