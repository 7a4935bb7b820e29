#include "core/move/move_findings.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kClearOfHole_mm = 50.0;   // three times the length of an insert
constexpr double kClearOfRod_mm = 15.0;    // half a rod and some wood
constexpr double kWetter_pct = 2.0;        // over the wettest of its room: more than the meter errs
constexpr double kLeastFromEnd_mm = 120.0; // of a channel; 200 to 250 is custom
constexpr double kLeastFromEdge_mm = 25.0; // of a groove's end: nearer it may show
constexpr double kHair_mm = 1e-9;          // of rounding

class MoveInspector
{
public:
    MoveInspector(const MoveInput& input, const Figure& thickness, MovePlan& plan)
        : in_(input), thickness_(thickness), plan_(plan)
    {
    }

    void inspect()
    {
        inspectMoisture();
        for (const FastenerPlan& f : plan_.fasteners) {
            inspectSeat(f);
            inspectReach(f);
            inspectWasher(f);
        }
        for (const ChannelPlan& c : plan_.channels) {
            inspectDepth(c);
            inspectCrossings(c);
            inspectEnds(c);
            inspectPlace(c);
        }
        if (plan_.fasteners.empty()) {
            addFinding(plan_.findings, "move.no_fasteners", Severity::ToDo, "Nothing holds the top to a base yet.", {},
                       "add fasteners");
        } else {
            addFinding(plan_.findings, "move.never_tight", Severity::Good,
                       "Centre bolts tight, all others snug with threadlock: never tight.", {}, "");
        }
    }

private:
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
    }

    /// Whether it sits in sound wood.
    void inspectSeat(const FastenerPlan& f)
    {
        if (!f.inWood) {
            addFinding(plan_.findings, "move.fastener_off_wood", Severity::Stop, "A fastener does not sit in wood.", {},
                       "move it", f.fastener.at);
        } else if (f.clear_mm <= kClearOfHole_mm) {
            addFinding(plan_.findings, "move.fastener_off_wood", Severity::Caution,
                       "A fastener sits {0} from a hole or punky wood; {1} of sound wood round it hold best.",
                       {workedOut("clear", "clear", f.clear_mm, Unit::Length, "on the drawing"),
                        given("clear_wanted", "wanted", kClearOfHole_mm, Unit::Length, "custom")},
                       "move it into sound wood", f.fastener.at);
        }
    }

    /// The far end of a slot from a bolt that stands at its other end: the washer reaches that far all round.
    void inspectWasher(const FastenerPlan& f)
    {
        const double wanted = 2.0 * f.slot.value() - f.fastener.bolt_mm;
        if (f.slotted && f.slot.known() && f.fastener.washer_mm < wanted - kHair_mm) {
            addFinding(plan_.findings, "move.washer_small", Severity::Warn,
                       "A washer of {0} does not cover its slot when the bolt stands at an end: {1} would.",
                       {given("washer", "washer", f.fastener.washer_mm, Unit::Length, "chosen"),
                        made("washer_wanted", "washer", "2 × {0} − {1}",
                             {f.slot, given("bolt", "bolt", f.fastener.bolt_mm, Unit::Length, "chosen")}, wanted,
                             Unit::Length)},
                       "take a washer of {1}, or a plate", f.fastener.at);
        }
    }

    void inspectDepth(const ChannelPlan& c)
    {
        if (c.woodLeft.value() <= 0.0) {
            addFinding(plan_.findings, "move.groove_deep", Severity::Stop,
                       "The groove of {1} breaks through the show face: the top is {0} thick.",
                       {thickness_, given("groove_depth", "groove", c.channel.depth_mm, Unit::Length, "chosen")},
                       "take a lower channel", placeOf(c));
        } else if (c.woodLeft.value() < thickness_.value() / 2.0) {
            addFinding(plan_.findings, "move.groove_deep", Severity::Warn,
                       "The groove leaves {0}, less than half of {1}.", {c.woodLeft, thickness_},
                       "take a lower channel", placeOf(c));
        }
    }

    /// Whether the groove's ends stay inside the top.
    void inspectEnds(const ChannelPlan& c)
    {
        const StripsAt here = stripsAt(*in_.layup, plan_.rings, c.channel.x_mm);
        double width = 0.0;
        for (const Strip& strip : here.strips) {
            width += strip.width_mm;
        }
        const double spare = std::min(c.channel.middle_mm - reachOf(c) - here.from_mm,
                                      here.from_mm + width - c.channel.middle_mm - reachOf(c));
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
        if (fromEnd < kLeastFromEnd_mm) {
            addFinding(plan_.findings, "move.channel_end", Severity::Caution,
                       "A channel lies {0} from the end; 200 to 250 mm is custom.",
                       {workedOut("from_end", "from the end", fromEnd, Unit::Length, "on the drawing")}, "move it in",
                       placeOf(c));
        }
        const bool covered = std::any_of(plan_.fasteners.begin(), plan_.fasteners.end(), [&](const FastenerPlan& f) {
            const double apart = std::abs(f.fastener.at.x - c.channel.x_mm) - c.channel.width_mm / 2.0;
            return apart < f.fastener.washer_mm / 2.0 && std::abs(f.fastener.at.y - c.channel.middle_mm) < reachOf(c);
        });
        if (covered) {
            addFinding(plan_.findings, "move.fastener_on_channel", Severity::Stop,
                       "A fastener lies over the channel at {0}.",
                       {workedOut("channel_at", "channel", c.channel.x_mm, Unit::Length, "on the drawing")},
                       "move one of them", placeOf(c));
        }
    }

    [[nodiscard]] static Vec2 placeOf(const ChannelPlan& c) { return {c.channel.x_mm, c.channel.middle_mm}; }
    /// Of its groove, from its middle on.
    [[nodiscard]] static double reachOf(const ChannelPlan& c)
    {
        return (c.groove.known() ? c.groove.value() : c.channel.length_mm) / 2.0;
    }

    /// How near inserts and screws come to the show face.
    void inspectReach(const FastenerPlan& f)
    {
        const std::string what = f.fastener.kind == FastenerKind::ScrewAndWasher ? "screw" : "insert";
        const std::string article = what == "screw" ? "A " : "An ";
        if (f.remaining.value() <= 0.0) {
            addFinding(plan_.findings, "move.insert_through", Severity::Stop,
                       article + what +
                           " breaks through the show face: it and its pilot are deeper than the {0} of wood.",
                       {thickness_}, "take a shorter " + what, f.fastener.at);
        } else if (f.remaining.value() < in_.leastWoodOverInsert_mm) {
            addFinding(plan_.findings, "move.insert_deep", Severity::Warn,
                       "Only {0} of wood above " + std::string(what == "screw" ? "a " : "an ") + what +
                           "; {1} is wanted.",
                       {f.remaining,
                        given("least_wood", "least", in_.leastWoodOverInsert_mm, Unit::Length, "the shop's habit")},
                       "take a shorter " + what, f.fastener.at);
        }
    }

    /// Rivers, rods and keys that a channel's groove would cut.
    void inspectCrossings(const ChannelPlan& c)
    {
        const Vec2 place{c.channel.x_mm, c.channel.middle_mm};
        const double reach = reachOf(c);
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
    }

    const MoveInput& in_;
    const Figure& thickness_;
    MovePlan& plan_;
};

} // namespace

void inspectMove(const MoveInput& input, const Figure& thickness, MovePlan& plan)
{
    MoveInspector(input, thickness, plan).inspect();
}

} // namespace burl
