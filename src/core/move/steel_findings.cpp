// What wants attention in channels, base plates and pads.

#include <algorithm>
#include <cmath>

#include "core/move/hazards.h"
#include "core/move/shims.h"

namespace burl
{
namespace
{

constexpr double kClearOfRod_mm = 15.0;    // half a rod and some wood
constexpr double kLeastFromEnd_mm = 120.0; // of a channel: less is said
constexpr double kCustomFromEnd_mm = 200.0;
constexpr double kCustomFromEndMost_mm = 250.0;
constexpr double kLeastFromEdge_mm = 25.0; // of a groove's end: nearer it may show
constexpr double kClearOfPlate_mm = 5.0;   // of a groove from a pocket: a lip that does not break out

class SteelInspector
{
public:
    SteelInspector(const MoveInput& input, MovePlan& plan) : in_(input), plan_(plan) {}

    void inspect()
    {
        for (size_t i = 0; i < plan_.channels.size(); ++i) {
            const ChannelPlan& c = plan_.channels[i];
            inspectDepth(c);
            inspectCrossings(c);
            inspectEnds(c);
            inspectPlace(c);
            inspectSection(c);
        }
        inspectPairs();
        for (const BasePlatePlan& p : plan_.plates) {
            inspectPlate(p);
        }
        inspectPads();
    }

private:
    [[nodiscard]] static Vec2 placeOf(const ChannelPlan& c) { return {c.channel.x_mm, c.channel.middle_mm}; }
    [[nodiscard]] static Vec2 placeOf(const BasePlatePlan& p) { return {p.plate.x_mm, p.plate.middle_mm}; }

    void inspectDepth(const ChannelPlan& c)
    {
        if (c.woodLeft.value() <= 0.0) {
            addFinding(plan_.findings, "move.groove_deep", Severity::Stop,
                       "The groove of {1} breaks through the show face: the top is {0} thick.",
                       {in_.thickness, given("groove_depth", "groove", c.channel.depth_mm, Unit::Length, "chosen")},
                       "take a lower channel", placeOf(c));
        } else if (c.woodLeft.value() < in_.thickness.value() / 2.0) {
            addFinding(plan_.findings, "move.groove_deep", Severity::Warn,
                       "The groove leaves {0}, less than half of {1}.", {c.woodLeft, in_.thickness},
                       "take a lower channel", placeOf(c));
        }
    }

    /// Whether the groove's ends stay inside the top.
    void inspectEnds(const ChannelPlan& c)
    {
        const StripsAt here = stripsAt(*in_.layup, plan_.rings, c.channel.x_mm);
        const double spare = std::min(c.channel.middle_mm - c.halfReach_mm() - here.from_mm,
                                      here.from_mm + here.width_mm() - c.channel.middle_mm - c.halfReach_mm());
        if (spare < kLeastFromEdge_mm) {
            addFinding(plan_.findings, "move.groove_long", spare < 0.0 ? Severity::Stop : Severity::Warn,
                       spare < 0.0 ? "A channel's groove comes out of the edge."
                                   : "A channel's groove ends {0} from the edge; it may show.",
                       {workedOut("edge_room", "room", std::max(0.0, spare), Unit::Length, "on the drawing")},
                       "take a shorter channel", placeOf(c));
        }
    }

    /// How it lies along the top, and whether a fastener stands over it.
    void inspectPlace(const ChannelPlan& c)
    {
        const double fromEnd = std::min(c.channel.x_mm, in_.layup->length.value() - c.channel.x_mm);
        if (fromEnd < 0.0) {
            addFinding(plan_.findings, "move.channel_outside", Severity::Stop, "A channel lies outside the top.", {},
                       "move it in", placeOf(c));
            return;
        }
        if (fromEnd < c.channel.width_mm / 2.0) {
            addFinding(plan_.findings, "move.groove_long", Severity::Stop,
                       "A channel's groove comes out of the end: its middle lies {0} from it and it is {1} wide.",
                       {workedOut("from_end", "from the end", fromEnd, Unit::Length, "on the drawing"),
                        given("groove_wide", "groove", c.channel.width_mm, Unit::Length, "chosen")},
                       "move it in", placeOf(c));
        } else if (fromEnd < kLeastFromEnd_mm) {
            addFinding(plan_.findings, "move.channel_end", Severity::Caution,
                       "A channel lies {0} from the end; {1} to {2} is custom.",
                       {workedOut("from_end", "from the end", fromEnd, Unit::Length, "on the drawing"),
                        given("custom_least", "custom, from", kCustomFromEnd_mm, Unit::Length, "custom"),
                        given("custom_most", "custom, to", kCustomFromEndMost_mm, Unit::Length, "custom")},
                       "move it in", placeOf(c));
        }
        const bool covered = std::any_of(plan_.fasteners.begin(), plan_.fasteners.end(), [&](const FastenerPlan& f) {
            const double apart = std::abs(f.fastener.at.x - c.channel.x_mm) - c.channel.width_mm / 2.0;
            return apart < f.fastener.washer_mm / 2.0 &&
                   std::abs(f.fastener.at.y - c.channel.middle_mm) < c.halfReach_mm();
        });
        if (covered) {
            addFinding(plan_.findings, "move.fastener_on_channel", Severity::Stop,
                       "A fastener lies over the channel at {0}.",
                       {workedOut("channel_at", "channel", c.channel.x_mm, Unit::Length, "on the drawing")},
                       "move one of them", placeOf(c));
        }
    }

    /// Rivers, rods, keys and plates that a channel's groove would cut.
    void inspectCrossings(const ChannelPlan& c)
    {
        const Vec2 place = placeOf(c);
        const double reach = c.halfReach_mm();
        const Box groove{place.x - c.channel.width_mm / 2.0, place.y - reach, place.x + c.channel.width_mm / 2.0,
                         place.y + reach};
        const Figure at = workedOut("channel_at", "channel", place.x, Unit::Length, "on the drawing");
        if (c.overResin) {
            addFinding(plan_.findings, "move.channel_over_river", Severity::Warn,
                       in_.layup->openGap
                           ? "The channel at {0} crosses the open gap and shows there."
                           : "The channel at {0} crosses the river: resin does not move as the wood beside "
                             "it does, and the groove shows through it.",
                       {at}, "take two shorter channels, one in each slab", place);
        }
        for (const Rod& rod : in_.layup->rods) {
            if (rod.x_mm > groove.left - kClearOfRod_mm && rod.x_mm < groove.right + kClearOfRod_mm) {
                addFinding(plan_.findings, "move.channel_on_rod", Severity::Stop, "The channel at {0} lies over a rod.",
                           {at}, "move it clear of the rod", place);
                break;
            }
        }
        for (const ButterflyKey& key : in_.layup->keys) {
            const Box box = boundsOf(key.outline());
            if (box.right > groove.left && box.left < groove.right && box.top > groove.bottom &&
                box.bottom < groove.top) {
                addFinding(plan_.findings, "move.channel_on_key", Severity::Warn,
                           "The channel at {0} lies over a butterfly key.", {at}, "move it clear of the key", place);
                break;
            }
        }
        inspectHoles(c, groove, at);
        for (const BasePlatePlan& p : plan_.plates) {
            const double apart = std::abs(p.plate.x_mm - c.channel.x_mm) - p.plate.wide_mm / 2.0 -
                                 c.channel.width_mm / 2.0 - (p.plate.letIn ? p.plate.room_mm : 0.0);
            if (apart < kClearOfPlate_mm && p.to_mm > groove.bottom && p.from_mm < groove.top) {
                // To the side where it lies, as far as it takes.
                const double by = kClearOfPlate_mm - apart + 1.0;
                const double to = c.channel.x_mm + (c.channel.x_mm >= p.plate.x_mm ? by : -by);
                Finding& f =
                    addFinding(plan_.findings, "move.plate_on_channel", Severity::Stop,
                               "Base plate {0} lies over the channel at {1}.",
                               {numberOf(p), at,
                                workedOut("channel_to", "there", std::round(to), Unit::Length, "clear of the plate")},
                               "move the channel to {2}", place);
                f.row = static_cast<int>(&c - plan_.channels.data());
            }
        }
    }

    /// Holes that a groove runs through or meets from below, and the cut between two halves.
    void inspectHoles(const ChannelPlan& c, const Box& groove, const Figure& at)
    {
        const Vec2 place = placeOf(c);
        const auto row = static_cast<int>(&c - plan_.channels.data());
        for (const Hazard& h : plan_.underside->hazards) {
            if (h.kind == HazardKind::Cut && meets(groove, h.ring)) {
                addFinding(plan_.findings, "move.channel_in_cut", Severity::Stop,
                           "The channel at {0} lies in the cut between the halves: it is sawn through, or holds them "
                           "together.",
                           {at}, "move it into one half", place)
                    .row = row;
            }
            if (h.kind != HazardKind::Void || !meets(groove, h.ring)) {
                continue;
            }
            const double above = in_.thickness.value() - c.channel.depth_mm;
            if (h.below) {
                addFinding(plan_.findings, "move.channel_on_void", Severity::Warn,
                           "The channel at {0} crosses " + h.name +
                               ": the groove shows there, and a bolt in it holds "
                               "nothing.",
                           {at}, "move it into sound wood", place)
                    .row = row;
            } else if (above > 0.0 && h.deep_mm > above) { // else it breaks through by itself
                addFinding(
                    plan_.findings, "move.channel_on_void", Severity::Stop,
                    "The groove of the channel at {0} breaks into a hole of the show face: that reaches {1} down, "
                    "and {2} are left over the groove.",
                    {at, workedOut("hole_deep", "hole", h.deep_mm, Unit::Length, "after flattening"), c.woodLeft},
                    "move it clear of the hole", place)
                    .row = row;
            }
        }
    }

    [[nodiscard]] static bool meets(const Box& box, const Ring& ring)
    {
        const Ring outline{{box.left, box.bottom}, {box.right, box.bottom}, {box.right, box.top}, {box.left, box.top}};
        return !intersection({outline}, {ring}).empty();
    }

    /// Two grooves, or two plates, in one place.
    void inspectPairs()
    {
        for (size_t i = 0; i < plan_.channels.size(); ++i) {
            for (size_t k = i + 1; k < plan_.channels.size(); ++k) {
                const ChannelPlan& a = plan_.channels[i];
                const ChannelPlan& b = plan_.channels[k];
                if (std::abs(a.channel.x_mm - b.channel.x_mm) < (a.channel.width_mm + b.channel.width_mm) / 2.0 &&
                    std::abs(a.channel.middle_mm - b.channel.middle_mm) < a.halfReach_mm() + b.halfReach_mm()) {
                    addFinding(plan_.findings, "move.channels_overlap", Severity::Stop,
                               "The grooves of the channel at {0} and the channel at {1} overlap.",
                               {workedOut("channel_at", "channel", a.channel.x_mm, Unit::Length, "on the drawing"),
                                workedOut("other_at", "the other", b.channel.x_mm, Unit::Length, "on the drawing")},
                               "move one of them", placeOf(b))
                        .row = static_cast<int>(k);
                }
            }
        }
        for (size_t i = 0; i < plan_.plates.size(); ++i) {
            for (size_t k = i + 1; k < plan_.plates.size(); ++k) {
                const BasePlatePlan& a = plan_.plates[i];
                const BasePlatePlan& b = plan_.plates[k];
                if (std::abs(a.plate.x_mm - b.plate.x_mm) < (a.plate.wide_mm + b.plate.wide_mm) / 2.0 &&
                    std::abs(a.plate.middle_mm - b.plate.middle_mm) < (a.plate.long_mm + b.plate.long_mm) / 2.0) {
                    addFinding(plan_.findings, "move.plates_overlap", Severity::Stop,
                               "Base plates {0} and {1} lie in each other.", {numberOf(a), numberOf(b)},
                               "move one of them", placeOf(b));
                }
            }
        }
    }

    /// Whether the groove fits what lies in it.
    void inspectSection(const ChannelPlan& c)
    {
        if (!c.stock) {
            return;
        }
        const Section& s = c.stock->section;
        if (c.channel.depth_mm + 1e-9 < s.height_mm) {
            addFinding(plan_.findings, "move.channel_proud", Severity::Caution,
                       "The channel at {0} is {1} high and its groove {2} deep: it stands proud of the underside.",
                       {workedOut("channel_at", "channel", c.channel.x_mm, Unit::Length, "on the drawing"),
                        given("section_high", "high", s.height_mm, Unit::Length, c.stock->name),
                        given("groove_depth", "groove", c.channel.depth_mm, Unit::Length, "chosen")},
                       "make the groove {1} deep", placeOf(c))
                .row = static_cast<int>(&c - plan_.channels.data());
        }
        if (c.channel.width_mm + 1e-9 < s.width_mm) {
            addFinding(plan_.findings, "move.channel_wide", Severity::Warn,
                       "The channel at {0} is {1} wide and its groove {2}.",
                       {workedOut("channel_at", "channel", c.channel.x_mm, Unit::Length, "on the drawing"),
                        given("section_wide", "wide", s.width_mm, Unit::Length, c.stock->name),
                        given("groove_wide", "groove", c.channel.width_mm, Unit::Length, "chosen")},
                       "make the groove {1} wide", placeOf(c))
                .row = static_cast<int>(&c - plan_.channels.data());
        }
    }

    [[nodiscard]] Figure numberOf(const BasePlatePlan& p) const
    {
        const auto number = static_cast<double>(&p - plan_.plates.data()) + 1.0;
        return workedOut("plate_number", "plate", number, Unit::Count, "as they were placed");
    }

    void inspectPlate(const BasePlatePlan& p)
    {
        const Figure at = numberOf(p);
        const StripsAt here = stripsAt(*in_.layup, plan_.rings, p.plate.x_mm);
        if (p.plate.x_mm < 0.0 || p.plate.x_mm > in_.layup->length.value() || here.strips.empty()) {
            addFinding(plan_.findings, "move.plate_outside", Severity::Stop, "Base plate {0} lies outside the top.",
                       {at}, "move it in", placeOf(p));
            return;
        }
        inspectPlateOverCut(p, at);
        const double spare = std::min(p.from_mm - here.from_mm, here.from_mm + here.width_mm() - p.to_mm);
        if (spare < 0.0) {
            addFinding(plan_.findings, "move.plate_long", Severity::Warn,
                       "Base plate {0} reaches past the edge of the top.", {at}, "take a shorter plate", placeOf(p));
        }
        if (!p.plate.letIn) {
            return;
        }
        if (p.woodLeft.value() <= 0.0) {
            addFinding(plan_.findings, "move.pocket_deep", Severity::Stop,
                       "The pocket of base plate {0} breaks through the show face.", {at}, "take a thinner plate",
                       placeOf(p));
        } else if (p.woodLeft.value() < in_.thickness.value() / 2.0) {
            addFinding(plan_.findings, "move.pocket_deep", Severity::Warn,
                       "The pocket of base plate {0} leaves {1}, less than half of {2}.",
                       {at, p.woodLeft, in_.thickness}, "take a thinner plate", placeOf(p));
        }
    }

    /// The cut between two halves, and holes of the show face over its pocket.
    void inspectPlateOverCut(const BasePlatePlan& p, const Figure& at)
    {
        const double half = p.plate.wide_mm / 2.0 + (p.plate.letIn ? p.plate.room_mm : 0.0);
        const Box room{p.plate.x_mm - half, p.from_mm, p.plate.x_mm + half, p.to_mm};
        for (const Hazard& h : plan_.underside->hazards) {
            if (h.kind == HazardKind::Cut && meets(room, h.ring)) {
                addFinding(plan_.findings, "move.plate_in_cut", p.plate.letIn ? Severity::Stop : Severity::Warn,
                           "Base plate {0} lies across the cut between the halves: they no longer come apart.", {at},
                           "move it into one half", placeOf(p));
            }
            if (p.plate.letIn && h.kind == HazardKind::Void && !h.below && p.woodLeft.value() > 0.0 &&
                h.deep_mm > p.woodLeft.value() && meets(room, h.ring)) {
                addFinding(
                    plan_.findings, "move.pocket_on_void", Severity::Stop,
                    "The pocket of base plate {0} breaks into a hole of the show face: that reaches {1} down, and "
                    "{2} are left over the pocket.",
                    {at, workedOut("hole_deep", "hole", h.deep_mm, Unit::Length, "after flattening"), p.woodLeft},
                    "move it clear of the hole", placeOf(p));
            }
        }
    }

    void inspectPads()
    {
        if (plan_.plates.size() < 2) {
            return;
        }
        if (!plan_.padsRead) {
            addFinding(plan_.findings, "move.pads_unread", Severity::ToDo,
                       "Whether the ends of the base plates lie in one plane is not read: a base out of true rocks the "
                       "top or bends it.",
                       {}, "lay two straight edges over them and read the low ends")
                .leadsTo = {"move", "plates"};
            return;
        }
        if (!plan_.padsRest) {
            addFinding(plan_.findings, "move.pads_tip", Severity::Stop,
                       "No three ends of the base plates carry the weight of the top: it tips.", {},
                       "put the plates under the middle of the weight");
            return;
        }
        for (const Shim& shim : shims(plan_)) {
            addFinding(plan_.findings, "move.pad_low", Severity::Caution,
                       std::string("The ") + (shim.near ? "near" : "far") +
                           " end of base plate {0} stands {1} below the top: tightened down it would bend the top.",
                       {numberOf(plan_.plates[shim.plate]),
                        workedOut("gap", "gap", shim.thick_mm, Unit::Length, "the top resting on three ends")},
                       "put a shim of {1} there", shim.at);
        }
    }

    const MoveInput& in_;
    MovePlan& plan_;
};

} // namespace

void inspectSteel(const MoveInput& input, MovePlan& plan)
{
    SteelInspector(input, plan).inspect();
}

} // namespace burl
