#include "core/move/move_plan.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/wood/moisture.h"

namespace burl
{

bool sameInput(const MoveInput& a, const MoveInput& b)
{
    // The same node, not the same number: the working shown below a slot must be today's.
    const bool sameThickness =
        a.thickness && b.thickness ? &a.thickness.node() == &b.thickness.node() : !a.thickness && !b.thickness;
    return a.choices == b.choices && a.layup == b.layup && sameThickness && a.species == b.species &&
           a.climate == b.climate && a.leastWoodOverInsert_mm == b.leastWoodOverInsert_mm &&
           std::equal(a.slabs.begin(), a.slabs.end(), b.slabs.begin(), b.slabs.end(),
                      [](const auto& x, const auto& y) { return x == y || (x && y && *x == *y); });
}

namespace
{

/// Where a piece's wood stands across the top at x, inside the final outline.
std::optional<std::pair<double, double>> woodAt(const PlacedPiece& piece, double x)
{
    std::vector<double> cuts;
    for (const Ring& ring : piece.kept) {
        for (size_t i = 0; i < ring.size(); ++i) {
            const Vec2 a = ring[i];
            const Vec2 b = ring[(i + 1) % ring.size()];
            if ((a.x <= x) != (b.x <= x)) {
                cuts.push_back(a.y + (b.y - a.y) * (x - a.x) / (b.x - a.x));
            }
        }
    }
    if (cuts.size() < 2) {
        return std::nullopt;
    }
    const auto [low, high] = std::minmax_element(cuts.begin(), cuts.end());
    return std::pair{*low, *high};
}

} // namespace

StripsAt stripsAt(const LayupPlan& layup, const std::vector<double>& coefficients, double x_mm)
{
    struct Wood {
        double from;
        double to;
        size_t piece;
    };
    std::vector<Wood> woods; // from the near side on; islands lie between
    for (size_t i = 0; i < layup.pieces.size(); ++i) {
        if (const auto wood = woodAt(layup.pieces[i], x_mm)) {
            woods.push_back({wood->first, wood->second, i});
        }
    }
    std::sort(woods.begin(), woods.end(), [](const Wood& a, const Wood& b) { return a.from < b.from; });
    StripsAt out;
    for (size_t i = 0; i < woods.size(); ++i) {
        if (i == 0) {
            out.from_mm = woods[i].from;
        } else if (woods[i].from > woods[i - 1].to + 1e-6) {
            out.strips.push_back({woods[i].from - woods[i - 1].to, 0.0}); // resin does not move
        }
        out.strips.push_back({woods[i].to - woods[i].from, coefficients[woods[i].piece]});
    }
    return out;
}

namespace
{

class MoveBuilder
{
public:
    explicit MoveBuilder(const MoveInput& input) : in_(input), thickness_(input.thickness) {}

    MovePlan run()
    {
        if (!in_.layup || in_.layup->missing) {
            return plan_;
        }
        askForWhatLacks();
        moistures();
        coefficients();
        edges();
        for (const Fastener& fastener : in_.choices.fasteners) {
            plan_.fasteners.push_back(planFastener(fastener));
        }
        for (const Channel& channel : in_.choices.channels) {
            plan_.channels.push_back(planChannel(channel));
        }
        figures();
        look();
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    void askForWhatLacks()
    {
        for (size_t i = 0; i < in_.slabs.size() && i < in_.layup->pieces.size(); ++i) {
            if (in_.species[i].id.empty()) {
                plan_.missing = Missing{"What wood " + in_.layup->pieces[i].name +
                                            " is has not been said, so nobody knows how far it moves",
                                        "Yard: the species of " + in_.layup->pieces[i].name};
            }
        }
        if (!in_.climate) {
            plan_.missing =
                Missing{"The room this top will live in is not among the rooms of the shop", "Move: choose its room"};
        }
        if (plan_.missing) {
            addFinding(plan_.findings, "move.missing", Severity::Warn, plan_.missing->what + ".", {},
                       plan_.missing->where)
                .leadsTo = benchNamedIn(plan_.missing->where);
        }
    }

    /// The value, or nothing at all while something that it hangs on is not known.
    [[nodiscard]] double sure(double value) const
    {
        return plan_.missing ? std::numeric_limits<double>::quiet_NaN() : value;
    }

    void moistures()
    {
        const Climate climate = in_.climate.value_or(Climate{});
        const auto season = [&](const char* key, const char* label, double t, double rh) {
            const Figure temperature = given("temperature", "temperature", t, Unit::Temperature, climate.name);
            const Figure humidity = given("humidity", "humidity", rh, Unit::Humidity, climate.name);
            return made(key, label, "wood at rest at {0} and {1}", {temperature, humidity},
                        in_.climate ? emc_pct(t, rh) : std::numeric_limits<double>::quiet_NaN(), Unit::Percent);
        };
        Figure winter = season("emc_winter", "winter", climate.winter_degC, climate.winter_rh_pct);
        Figure summer = season("emc_summer", "summer", climate.summer_degC, climate.summer_rh_pct);
        if (winter.value() > summer.value()) {
            std::swap(winter, summer);
        }
        plan_.driest = relabelled(winter, "mc_driest", "driest in the room");
        plan_.wettest = relabelled(summer, "mc_wettest", "wettest in the room");
        if (in_.choices.assembly_mc_pct) {
            plan_.assembly =
                given("mc_assembly", "day of assembly", *in_.choices.assembly_mc_pct, Unit::Percent, "chosen");
        } else {
            double sum = 0.0;
            int count = 0;
            for (const auto& slab : in_.slabs) {
                if (slab && slab->mc_pct) {
                    sum += *slab->mc_pct;
                    ++count;
                }
            }
            plan_.assembly = count > 0 ? given("mc_assembly", "day of assembly", sum / count, Unit::Percent,
                                               "mean of the slabs' meter readings")
                                       : assumed("mc_assembly", "day of assembly",
                                                 (plan_.driest.value() + plan_.wettest.value()) / 2.0, Unit::Percent,
                                                 "not metered; taken as mid-season");
        }
        plan_.mc = {plan_.assembly.value(), plan_.driest.value(), plan_.wettest.value()};
    }

    void coefficients()
    {
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            const PlacedPiece& piece = in_.layup->pieces[i];
            const Slab& slab = *in_.slabs[i];
            const Box box = boundsOf(piece.rough);
            const double width = box.height();
            double c = in_.species[i].change.tangential;
            if (slab.pith) {
                // The wood kept may lie to one side of the pith.
                const Vec2 middle = piece.place.toSlab(centroid(piece.rough));
                const Vec2 whole = piece.place.toSlab(centroid(piece.showRing));
                c = meanCoefficient(width, {slab.pith->distance_mm, slab.pith->offset_mm + middle.y - whole.y},
                                    in_.species[i].change);
            }
            plan_.coefficients.push_back(c);
        }
    }

    [[nodiscard]] Figure coefficientFigure(size_t i) const
    {
        const PlacedPiece& piece = in_.layup->pieces[i];
        const Species& species = in_.species[i];
        const Figure tangential =
            given("c_t", "C_T of " + species.name, species.change.tangential, Unit::Coefficient, species.source);
        if (!in_.slabs[i]->pith) {
            return made("coefficient_" + piece.name, "movement of " + piece.name,
                        "{0}; flat-sawn, as its pith is not known", {tangential}, plan_.coefficients[i],
                        Unit::Coefficient);
        }
        const Figure radial =
            given("c_r", "C_R of " + species.name, species.change.radial, Unit::Coefficient, species.source);
        const Figure pith =
            given("pith", "distance from the pith", in_.slabs[i]->pith->distance_mm, Unit::Length, "log end");
        return made("coefficient_" + piece.name, "movement of " + piece.name,
                    "mean over the width between {0} and {1}, {2} from the pith", {radial, tangential, pith},
                    plan_.coefficients[i], Unit::Coefficient);
    }

    void edges()
    {
        double worst = 0.0;
        double at = 0.0;
        double wood = 0.0; // between the held line and that edge
        bool outwards = true;
        double driest = 0.0;
        double wettest = 0.0;
        for (const double share : {0.02, 0.25, 0.5, 0.75, 0.98}) {
            const double place = in_.layup->length.value() * share;
            const StripsAt here = stripsAt(*in_.layup, plan_.coefficients, place);
            double width = 0.0;
            for (const Strip& strip : here.strips) {
                width += strip.width_mm;
            }
            const double held = in_.choices.held_mm - here.from_mm;
            for (const double edge : {0.0, width}) {
                const FastenerTravel t = travelOf(here.strips, held, {edge, 0.0, 0.0}, plan_.mc);
                if (std::max(t.out_mm, t.in_mm) > worst) {
                    worst = std::max(t.out_mm, t.in_mm);
                    at = place;
                    outwards = t.out_mm >= t.in_mm;
                    // With a coefficient of 1 over 1 % every millimetre of wood counts as itself.
                    std::vector<Strip> plain = here.strips;
                    for (Strip& strip : plain) {
                        strip.coefficient = strip.coefficient > 0.0 ? 1.0 : 0.0;
                    }
                    wood = std::abs(moveAt_mm(plain, held, edge, 0.0, 1.0));
                    driest = moveAt_mm(here.strips, 0.0, width, plan_.mc.assembly_pct, plan_.mc.driest_pct);
                    wettest = moveAt_mm(here.strips, 0.0, width, plan_.mc.assembly_pct, plan_.mc.wettest_pct);
                }
            }
        }
        const Figure season = outwards ? plan_.wettest : plan_.driest;
        const double swing = std::abs(season.value() - plan_.assembly.value());
        std::vector<Figure> pieces;
        for (size_t i = 0; i < plan_.coefficients.size(); ++i) {
            pieces.push_back(coefficientFigure(i));
        }
        const Figure woodFigure =
            given("travel_wood", "wood from the held line to the edge", wood, Unit::Length, "on the drawing");
        const Figure mean = made("travel_coefficient", "movement of that wood",
                                 pieces.size() > 1 ? "of {0} and {1}, as much as lies there" : "{0}", pieces,
                                 wood * swing > 0.0 ? worst / (wood * swing) : 0.0, Unit::Coefficient);
        plan_.edgeTravel = made("edge_travel", "Each edge travels, at most", "{0} × {1} × (from {2} to {3})",
                                {woodFigure, mean, plan_.assembly, season}, sure(worst), Unit::Length);
        const Figure place = given("travel_at", "place", at, Unit::Length, "where it is largest");
        plan_.widthDriest = made("width_driest", "Whole width, driest", "at {0}, {1} to {2}",
                                 {place, plan_.assembly, plan_.driest}, sure(driest), Unit::Length);
        plan_.widthWettest = made("width_wettest", "Whole width, wettest", "at {0}, {1} to {2}",
                                  {place, plan_.assembly, plan_.wettest}, sure(wettest), Unit::Length);
    }

    FastenerPlan planFastener(const Fastener& fastener)
    {
        FastenerPlan out;
        out.fastener = fastener;
        const StripsAt here = stripsAt(*in_.layup, plan_.coefficients, fastener.at.x);
        const double held = in_.choices.held_mm - here.from_mm;
        out.travel = travelOf(here.strips, held,
                              {fastener.at.y - here.from_mm, fastener.bolt_mm, fastener.clearance_mm}, plan_.mc);
        if (plan_.missing) {
            out.travel = {};
        }
        out.slotted = out.travel.out_mm + out.travel.in_mm > 0.05;
        out.inWood = false;
        for (const PlacedPiece& piece : in_.layup->pieces) {
            for (const Ring& ring : piece.kept) {
                out.inWood = out.inWood || contains(ring, fastener.at);
            }
        }
        const Figure bolt = given("bolt", "bolt", fastener.bolt_mm, Unit::Length, "chosen");
        const Figure clear = given("clearance", "clearance each end", fastener.clearance_mm, Unit::Length, "chosen");
        const Figure distance = given("from_held", "from the held line", std::abs(fastener.at.y - in_.choices.held_mm),
                                      Unit::Length, "on the drawing");
        const Figure outward = made("travel_out", "out", "wood over {0}, {1} to {2}",
                                    {distance, plan_.assembly, plan_.wettest}, sure(out.travel.out_mm), Unit::Length);
        const Figure inward = made("travel_in", "in", "wood over {0}, {1} to {2}",
                                   {distance, plan_.assembly, plan_.driest}, sure(out.travel.in_mm), Unit::Length);
        out.slot = made("slot", "Slot", "{0} + {1} + {2} + 2 × {3}", {bolt, outward, inward, clear},
                        sure(out.travel.slotLength_mm), Unit::Length);
        const Figure insert = given("insert", "insert", fastener.insert_mm, Unit::Length, "chosen");
        const Figure pilot = given("pilot", "pilot beyond it", fastener.pilotOverrun_mm, Unit::Length, "chosen");
        out.remaining = made("remaining", "Wood above the insert", "{0} − {1} − {2}", {thickness_, insert, pilot},
                             thickness_.value() - fastener.insert_mm - fastener.pilotOverrun_mm, Unit::Length);
        return out;
    }

    ChannelPlan planChannel(const Channel& channel)
    {
        ChannelPlan out;
        out.channel = channel;
        const StripsAt here = stripsAt(*in_.layup, plan_.coefficients, channel.x_mm);
        const double middle = channel.middle_mm - here.from_mm;
        // Held at its own centre hole: the wood at the ends comes in towards the middle by this much.
        double in = 0.0;
        for (const double end : {middle - channel.length_mm / 2.0, middle + channel.length_mm / 2.0}) {
            const FastenerTravel t = travelOf(here.strips, middle, {end, 0.0, 0.0}, plan_.mc);
            in = std::max(in, t.in_mm);
            out.travel_mm = std::max(out.travel_mm, t.in_mm + t.out_mm);
        }
        if (plan_.missing) {
            out.travel_mm = 0.0;
        }
        const Figure length = given("channel_length", "channel", channel.length_mm, Unit::Length, "chosen");
        const Figure travel =
            given("channel_travel", "travel in at an end", sure(in), Unit::Length, "wood from its centre hole, driest");
        const Figure room = given("end_room", "room each end", channel.endRoom_mm, Unit::Length, "chosen");
        out.groove = made("groove", "Groove", "{0} + 2 × ({1} + {2})", {length, travel, room},
                          sure(channel.length_mm + 2.0 * (in + channel.endRoom_mm)), Unit::Length);
        const Figure deep = given("groove_depth", "groove", channel.depth_mm, Unit::Length, "chosen");
        out.woodLeft = made("wood_left", "Wood above the groove", "{0} − {1}", {thickness_, deep},
                            thickness_.value() - channel.depth_mm, Unit::Length);
        return out;
    }

    void add(Figure figure, Weight weight = Weight::Plain) { plan_.figures.push_back({std::move(figure), weight}); }

    void figures()
    {
        add(plan_.edgeTravel, Weight::Telling);
        add(plan_.widthDriest);
        add(plan_.widthWettest);
        const FastenerPlan* longest = nullptr;
        const FastenerPlan* thinnest = nullptr;
        for (const FastenerPlan& f : plan_.fasteners) {
            if (longest == nullptr || f.travel.slotLength_mm > longest->travel.slotLength_mm) {
                longest = &f;
            }
            if (f.fastener.kind == FastenerKind::InsertAndBolt &&
                (thinnest == nullptr || f.remaining.value() < thinnest->remaining.value())) {
                thinnest = &f;
            }
        }
        if (longest != nullptr) {
            add(relabelled(longest->slot, "slot_longest", "Longest slot"));
            add(made("bolt_place", "its bolt sits off the middle", "({0} in − {1} out) ÷ 2, positive outward",
                     {given("travel_in", "travel", sure(longest->travel.in_mm), Unit::Length, "driest"),
                      given("travel_out", "travel", sure(longest->travel.out_mm), Unit::Length, "wettest")},
                     sure(longest->travel.boltOffset_mm), Unit::Length));
        }
        if (thinnest != nullptr) {
            add(relabelled(thinnest->remaining, "remaining_least", "Wood above inserts"));
        }
        std::vector<double> shown; // channels alike need one line
        for (const ChannelPlan& c : plan_.channels) {
            if (std::none_of(shown.begin(), shown.end(),
                             [&](double g) { return std::abs(g - c.groove.value()) < 0.5; })) {
                shown.push_back(c.groove.value());
                add(c.groove);
            }
        }
        add(plan_.driest, Weight::Folded);
        add(plan_.wettest, Weight::Folded);
        add(plan_.assembly, Weight::Folded);
    }

    void look()
    {
        for (size_t i = 0; i < in_.slabs.size() && i < in_.layup->pieces.size(); ++i) {
            const Slab& slab = *in_.slabs[i];
            if (!slab.mc_pct) {
                addFinding(plan_.findings, "move.no_mc", Severity::Caution,
                           slab.name + " is not metered; its moisture is a guess.", {}, "read its MC")
                    .leadsTo = "yard";
            } else if (in_.climate && *slab.mc_pct > plan_.mc.wettest_pct + 2.0) {
                addFinding(plan_.findings, "move.too_wet", Severity::Warn,
                           slab.name + " is at {0}, wetter than its room ever gets ({1}): it will shrink and cup.",
                           {given("mc", "MC", *slab.mc_pct, Unit::Percent, "meter"), plan_.wettest}, "let it dry on")
                    .leadsTo = "yard";
            }
        }
        const double t = thickness_.value();
        for (const FastenerPlan& f : plan_.fasteners) {
            if (!f.inWood) {
                addFinding(plan_.findings, "move.fastener_off_wood", Severity::Stop, "A fastener does not sit in wood.",
                           {}, "move it", f.fastener.at);
            }
            if (f.fastener.kind == FastenerKind::InsertAndBolt) {
                if (f.remaining.value() <= 0.0) {
                    addFinding(plan_.findings, "move.insert_through", Severity::Stop,
                               "An insert breaks through the show face: {0} of wood above it.", {f.remaining},
                               "take a shorter insert", f.fastener.at);
                } else if (f.remaining.value() < in_.leastWoodOverInsert_mm) {
                    addFinding(
                        plan_.findings, "move.insert_deep", Severity::Warn,
                        "Only {0} of wood above an insert; {1} is wanted.",
                        {f.remaining, given("least_wood", "least", in_.leastWoodOverInsert_mm, Unit::Length, "habit")},
                        "take a shorter insert", f.fastener.at);
                }
            }
            if (f.slotted && f.fastener.washer_mm < f.fastener.bolt_mm + f.travel.out_mm + f.travel.in_mm + 2.0) {
                addFinding(plan_.findings, "move.washer_small", Severity::Warn,
                           "A washer of {0} does not cover its slot when the bolt stands at an end.",
                           {given("washer", "washer", f.fastener.washer_mm, Unit::Length, "chosen")},
                           "take a larger washer or a plate", f.fastener.at);
            }
        }
        for (const ChannelPlan& c : plan_.channels) {
            const Vec2 place{c.channel.x_mm, c.channel.middle_mm};
            if (c.woodLeft.value() < t / 2.0) {
                addFinding(plan_.findings, "move.groove_deep", Severity::Warn,
                           "The groove leaves {0}, less than half of {1}.", {c.woodLeft, thickness_},
                           "take a lower channel", place);
            }
            const StripsAt here = stripsAt(*in_.layup, plan_.coefficients, c.channel.x_mm);
            double width = 0.0;
            bool resin = false;
            for (const Strip& strip : here.strips) {
                width += strip.width_mm;
                resin = resin || strip.coefficient == 0.0;
            }
            const double reach = (c.groove.known() ? c.groove.value() : c.channel.length_mm) / 2.0;
            const double low = c.channel.middle_mm - reach;
            const double high = c.channel.middle_mm + reach;
            const double spare = std::min(low - here.from_mm, here.from_mm + width - high);
            if (spare < 25.0) {
                addFinding(plan_.findings, "move.groove_long", spare < 0.0 ? Severity::Stop : Severity::Warn,
                           spare < 0.0 ? "A channel's groove comes out of the edge."
                                       : "A channel's groove ends {0} from the edge; it may show.",
                           {given("edge_room", "room", std::max(0.0, spare), Unit::Length, "on the drawing")},
                           "take a shorter channel", place);
            }
            const double fromEnd = std::min(c.channel.x_mm, in_.layup->length.value() - c.channel.x_mm);
            if (fromEnd < 120.0) {
                addFinding(plan_.findings, "move.channel_end", Severity::Caution,
                           "A channel lies {0} from the end; 200 to 250 mm is custom.",
                           {given("from_end", "from the end", fromEnd, Unit::Length, "on the drawing")}, "move it in",
                           place);
            }
            for (const FastenerPlan& f : plan_.fasteners) {
                const double apart = std::abs(f.fastener.at.x - c.channel.x_mm) - c.channel.width_mm / 2.0;
                if (apart < f.fastener.washer_mm / 2.0 && f.fastener.at.y > low && f.fastener.at.y < high) {
                    addFinding(plan_.findings, "move.fastener_on_channel", Severity::Stop,
                               "A fastener lies over the channel at {0}.",
                               {given("channel_at", "channel", c.channel.x_mm, Unit::Length, "on the drawing")},
                               "move one of them", place);
                    break;
                }
            }
        }
        if (plan_.fasteners.empty()) {
            addFinding(plan_.findings, "move.no_fasteners", Severity::Caution, "Nothing holds the top to a base yet.",
                       {}, "add fasteners");
        } else {
            addFinding(plan_.findings, "move.never_tight", Severity::Good,
                       "Centre bolts tight, all others snug with threadlock: never tight.", {}, "");
        }
    }

    const MoveInput& in_;
    Figure thickness_;
    MovePlan plan_;
};

} // namespace

MovePlan movePlan(const MoveInput& input)
{
    return MoveBuilder(input).run();
}

} // namespace burl
