#include "core/move/move_plan.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/layup/in_top.h"
#include "core/layup/rings_across.h"
#include "core/move/move_findings.h"
#include "core/shop/same_slabs.h"
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
           sameSlabs(a.slabs, b.slabs);
}

namespace
{

constexpr double kStands_mm = 0.05; // a bolt that travels less needs no slot

/// Where a piece's wood stands across the top at x, inside the final outline: from, to, from, to.
std::vector<double> woodAt(const PlacedPiece& piece, double x)
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
    std::sort(cuts.begin(), cuts.end());
    return cuts;
}

} // namespace

StripsAt stripsAt(const LayupPlan& layup, const std::vector<Rings>& rings, double x_mm)
{
    struct Wood {
        double from;
        double to;
        size_t piece;
    };
    std::vector<Wood> woods; // from the near side on; islands lie between
    for (size_t i = 0; i < layup.pieces.size(); ++i) {
        const std::vector<double> cuts = woodAt(layup.pieces[i], x_mm);
        for (size_t k = 0; k + 1 < cuts.size(); k += 2) {
            woods.push_back({cuts[k], cuts[k + 1], i});
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
        const Rings& r = rings[woods[i].piece];
        Strip strip{woods[i].to - woods[i].from, r.coefficient};
        if (r.pith) {
            const auto beside = [&](double y) { return r.besideAtZero_mm + r.besidePerX * x_mm + r.besidePerY * y; };
            strip.rings = RingsAcross{r.change, r.pith->distance_mm, beside(woods[i].from), beside(woods[i].to)};
        }
        out.strips.push_back(strip);
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
        rings();
        edges();
        for (const Fastener& fastener : in_.choices.fasteners) {
            plan_.fasteners.push_back(planFastener(fastener));
        }
        for (const Channel& channel : in_.choices.channels) {
            plan_.channels.push_back(planChannel(channel));
        }
        figures();
        inspectMove(in_, thickness_, plan_);
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    void askForWhatLacks()
    {
        for (size_t i = 0; i < in_.slabs.size() && i < in_.layup->pieces.size(); ++i) {
            const Species& species = in_.species[i];
            const std::string& name = in_.layup->pieces[i].name;
            const Where atSlab{"yard", "species", in_.slabs[i]->id.value};
            if (species.id.empty()) {
                plan_.missing = Missing{"What wood " + name + " is has not been said, so nobody knows how far it moves",
                                        "the species of " + name, atSlab};
            } else if (!(species.change.radial > 0.0) || !(species.change.tangential > 0.0)) {
                plan_.missing =
                    Missing{"How far " + species.name + " moves is not known: its species says no c_r and c_t",
                            "give both in the species of " + name, Where{}};
            }
        }
        if (!in_.climate) {
            plan_.missing = Missing{"The room this top will live in is not among the rooms of the shop",
                                    "choose its room", Where{"move"}};
        }
        if (plan_.missing) {
            addMissing(plan_.findings, "move.missing", *plan_.missing);
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
            plan_.assembly = assemblyFigure();
        }
        plan_.mc = {plan_.assembly.value(), plan_.driest.value(), plan_.wettest.value()};
    }

    /// What the pieces have today; of those nobody metered a guess.
    [[nodiscard]] Figure assemblyFigure() const
    {
        const size_t pieces = in_.layup->pieces.size(); // a slab too many is in no top
        double sum = 0.0;
        double metered = 0.0;
        for (size_t i = 0; i < pieces; ++i) {
            sum += in_.slabs[i]->mc_pct.value_or(0.0);
            metered += in_.slabs[i]->mc_pct ? 1.0 : 0.0;
        }
        const double midSeason = (plan_.driest.value() + plan_.wettest.value()) / 2.0;
        if (!(metered > 0.0)) {
            return assumed("mc_assembly", "day of assembly", midSeason, Unit::Percent,
                           "not metered; taken as mid-season");
        }
        const double mean = sum / metered;
        std::vector<Figure> terms;
        std::string formula = "(";
        for (size_t i = 0; i < pieces; ++i) {
            const std::string& name = in_.layup->pieces[i].name;
            terms.push_back(
                in_.slabs[i]->mc_pct
                    ? given("mc_" + name, "MC of " + name, *in_.slabs[i]->mc_pct, Unit::Percent, "meter")
                    : assumed("mc_" + name, "MC of " + name, mean, Unit::Percent, "not metered; taken as the others"));
            formula += (i > 0 ? " + " : "") + termOf(i);
        }
        if (terms.size() == 1) {
            return relabelled(terms.front(), "mc_assembly", "day of assembly");
        }
        terms.push_back(workedOut("pieces", "pieces", static_cast<double>(pieces), Unit::Count, "in the top"));
        return made("mc_assembly", "day of assembly", formula + ") ÷ " + termOf(pieces), terms, mean, Unit::Percent);
    }

    void rings()
    {
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            const PlacedPiece& piece = in_.layup->pieces[i];
            const Slab& slab = *in_.slabs[i];
            Rings r;
            r.change = in_.species[i].change;
            r.coefficient = r.change.tangential;
            if (slab.pith && !slab.endGrain) { // a cross-cut round moves most along its rings, whichever way
                r.pith = pithUnder(piece, slab, piece.rough); // the wood kept may lie to one side of the pith
                r.coefficient = meanCoefficient(boundsOf(piece.rough).height(), *r.pith, r.change);
                r.besideAtZero_mm = besidePith_mm(piece, slab, {0.0, 0.0});
                r.besidePerX = besidePith_mm(piece, slab, {1.0, 0.0}) - r.besideAtZero_mm;
                r.besidePerY = besidePith_mm(piece, slab, {0.0, 1.0}) - r.besideAtZero_mm;
            }
            plan_.rings.push_back(r);
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
                        "{0}; flat-sawn, as its pith is not known", {tangential}, plan_.rings[i].coefficient,
                        Unit::Coefficient);
        }
        const Figure radial =
            given("c_r", "C_R of " + species.name, species.change.radial, Unit::Coefficient, species.source);
        const Figure pith =
            given("pith", "distance from the pith", in_.slabs[i]->pith->distance_mm, Unit::Length, "log end");
        return made("coefficient_" + piece.name, "movement of " + piece.name,
                    "mean over the width between {0} and {1}, {2} from the pith", {radial, tangential, pith},
                    plan_.rings[i].coefficient, Unit::Coefficient);
    }

    /// Every place where the outline may turn, and close ones between.
    [[nodiscard]] std::vector<double> placesAlong() const
    {
        constexpr int kEven = 60;
        constexpr size_t kMost = 600; // an outline of thousands of corners turns little at each
        const double length = in_.layup->length.value();
        std::vector<double> places;
        for (const PlacedPiece& piece : in_.layup->pieces) {
            for (const Ring& ring : piece.kept) {
                for (const Vec2 p : ring) {
                    places.push_back(p.x);
                }
            }
        }
        std::sort(places.begin(), places.end());
        const size_t step = places.size() / kMost + 1;
        std::vector<double> out;
        for (size_t i = 0; i < places.size(); i += step) {
            out.push_back(places[i]);
        }
        for (int i = 0; i <= kEven; ++i) {
            out.push_back(length * i / kEven);
        }
        const double hair = 1e-6 * length; // the very ends are cuts, not places
        for (double& x : out) {
            x = std::clamp(x, hair, length - hair);
        }
        std::sort(out.begin(), out.end());
        out.erase(std::unique(out.begin(), out.end()), out.end());
        return out;
    }

    /// Wood, its coefficient and two moistures: how far that wood travels.
    [[nodiscard]] Figure travelFigure(const std::string& key, const std::string& label, const WoodBetween& between,
                                      const Figure& season, double value) const
    {
        const Figure wood =
            workedOut(key + "_wood", "wood from what is held", between.wood_mm, Unit::Length, "on the drawing");
        std::vector<Figure> pieces;
        std::string formula;
        for (size_t i = 0; i < plan_.rings.size(); ++i) {
            pieces.push_back(coefficientFigure(i));
            formula += (i > 0 ? ", " : "") + termOf(i);
        }
        const Figure mean =
            made(key + "_coefficient", "movement of that wood", "of what lies there, by " + formula, pieces,
                 between.wood_mm > 0.0 ? between.growth_mm_per_pct / between.wood_mm : 0.0, Unit::Coefficient);
        return made(key, label, "{0} × {1} × (from {2} to {3})", {wood, mean, plan_.assembly, season}, sure(value),
                    Unit::Length);
    }

    void edges()
    {
        struct Worst {
            double travel_mm = -1.0;
            double at_mm = 0.0;
            bool outwards = true;
            WoodBetween between;
            WoodBetween whole;
        } worst;
        for (const double place : placesAlong()) {
            const StripsAt here = stripsAt(*in_.layup, plan_.rings, place);
            double width = 0.0;
            for (const Strip& strip : here.strips) {
                width += strip.width_mm;
            }
            const double held = in_.choices.fixedLine_mm - here.from_mm;
            for (const double edge : {0.0, width}) {
                const FastenerTravel t = travelOf(here.strips, held, {edge, 0.0, 0.0}, plan_.mc);
                if (const double most = std::max(t.out_mm, t.in_mm); most > worst.travel_mm) {
                    worst = {most, place, t.out_mm >= t.in_mm, woodBetween(here.strips, held, edge),
                             woodBetween(here.strips, 0.0, width)};
                }
            }
        }
        const Figure& season = worst.outwards ? plan_.wettest : plan_.driest;
        plan_.edgeTravel = travelFigure("edge_travel", "Each edge travels, at most", worst.between, season,
                                        std::max(0.0, worst.travel_mm));
        const auto whole = [&](const char* key, const char* label, const Figure& to) {
            return travelFigure(key, label, worst.whole, to,
                                worst.whole.growth_mm_per_pct * (to.value() - plan_.assembly.value()));
        };
        plan_.widthDriest = whole("width_driest", "Whole width, driest", plan_.driest);
        plan_.widthWettest = whole("width_wettest", "Whole width, wettest", plan_.wettest);
    }

    /// How far a fastener stands from the nearest hole, punky wood, crack or edge; less than nothing: it sits in none.
    [[nodiscard]] double clearWood_mm(const Fastener& fastener) const
    {
        double out = -1e9;
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            const PlacedPiece& piece = in_.layup->pieces[i];
            if (!contains(piece.kept, fastener.at)) {
                continue;
            }
            out = 1e9;
            const Face below = piece.turnedOver ? Face::Top : Face::Bottom;
            for (const Feature& f : in_.slabs[i]->features) {
                const bool hollow =
                    f.kind == FeatureKind::ThroughVoid ||
                    (f.face == below &&
                     (f.kind == FeatureKind::BlindVoid || f.kind == FeatureKind::Inclusion ||
                      f.kind == FeatureKind::Check || (f.kind == FeatureKind::Knot && f.depth_mm > 0.0)));
                const Ring ring = hollow ? footprint(f) : Ring{};
                if (!ring.empty()) {
                    out = std::min(out, -signedDistance_mm(piece.place.toTable(ring), fastener.at));
                }
            }
            break;
        }
        return out;
    }

    FastenerPlan planFastener(const Fastener& fastener)
    {
        FastenerPlan out;
        out.fastener = fastener;
        const StripsAt here = stripsAt(*in_.layup, plan_.rings, fastener.at.x);
        const double held = in_.choices.fixedLine_mm - here.from_mm;
        const double place = fastener.at.y - here.from_mm;
        out.travel = travelOf(here.strips, held, {place, fastener.bolt_mm, fastener.clearance_mm}, plan_.mc);
        if (plan_.missing) {
            out.travel = {};
        }
        out.slotted = out.travel.out_mm + out.travel.in_mm > kStands_mm;
        out.clear_mm = clearWood_mm(fastener);
        out.inWood = out.clear_mm > fastener.bolt_mm / 2.0;
        const Figure bolt = given("bolt", "bolt", fastener.bolt_mm, Unit::Length, "chosen");
        const Figure clear = given("clearance", "clearance each end", fastener.clearance_mm, Unit::Length, "chosen");
        const WoodBetween between = woodBetween(here.strips, held, place);
        out.outward = travelFigure("travel_out", "out", between, plan_.wettest, out.travel.out_mm);
        out.inward = travelFigure("travel_in", "in", between, plan_.driest, out.travel.in_mm);
        out.slot = made("slot", "Slot", "{0} + {1} + {2} + 2 × {3}", {bolt, out.outward, out.inward, clear},
                        sure(out.travel.slotLength_mm), Unit::Length);
        const bool screw = fastener.kind == FastenerKind::ScrewAndWasher;
        const Figure insert =
            given("insert", screw ? "screw in the wood" : "insert", fastener.insert_mm, Unit::Length, "chosen");
        const Figure pilot = given("pilot", "pilot beyond it", fastener.pilotOverrun_mm, Unit::Length, "chosen");
        out.remaining = made("remaining", screw ? "Wood above the screw" : "Wood above the insert", "{0} − {1} − {2}",
                             {thickness_, insert, pilot},
                             thickness_.value() - fastener.insert_mm - fastener.pilotOverrun_mm, Unit::Length);
        return out;
    }

    ChannelPlan planChannel(const Channel& channel)
    {
        ChannelPlan out;
        out.channel = channel;
        const StripsAt here = stripsAt(*in_.layup, plan_.rings, channel.x_mm);
        const double middle = channel.middle_mm - here.from_mm;
        // Held at its own centre hole: the wood at the ends comes in towards the middle by this much.
        double in = 0.0;
        WoodBetween between;
        for (const double end : {middle - channel.length_mm / 2.0, middle + channel.length_mm / 2.0}) {
            const FastenerTravel t = travelOf(here.strips, middle, {end, 0.0, 0.0}, plan_.mc);
            if (t.in_mm >= in) {
                in = t.in_mm;
                between = woodBetween(here.strips, middle, end);
            }
            out.travel_mm = std::max(out.travel_mm, t.in_mm + t.out_mm);
        }
        if (plan_.missing) {
            out.travel_mm = 0.0;
        }
        double start = 0.0;
        for (const Strip& strip : here.strips) {
            const double from = std::max(start, middle - channel.length_mm / 2.0);
            const double to = std::min(start + strip.width_mm, middle + channel.length_mm / 2.0);
            out.overResin = out.overResin || (to > from && !(strip.coefficient > 0.0) && in_.layup->gap.has_value());
            start += strip.width_mm;
        }
        const Figure length = given("channel_length", "channel", channel.length_mm, Unit::Length, "chosen");
        const Figure travel = travelFigure("channel_travel", "travel in at an end", between, plan_.driest, in);
        const Figure room = given("end_room", "room each end", channel.endRoom_mm, Unit::Length, "chosen");
        out.groove = made("groove", "Groove", "{0} + 2 × ({1} + {2})", {length, travel, room},
                          sure(channel.length_mm + 2.0 * (in + channel.endRoom_mm)), Unit::Length);
        const Figure deep = given("groove_depth", "groove", channel.depth_mm, Unit::Length, "chosen");
        out.woodLeft = made("wood_left", "Wood above the groove", "{0} − {1}", {thickness_, deep},
                            thickness_.value() - channel.depth_mm, Unit::Length);
        return out;
    }

    void add(Figure figure, Prominence prominence = Prominence::Plain)
    {
        plan_.figures.push_back({std::move(figure), prominence});
    }

    /// A cross-cut round moves less across its rings, through the pith, than along them. Both over its diameter, from
    /// the driest to the wettest of the room; the travel of edges and fasteners takes the greater, which is sure.
    void roundBothWays()
    {
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            if (!in_.slabs[i]->endGrain) {
                continue;
            }
            const std::string& name = in_.layup->pieces[i].name;
            const Species& species = in_.species[i];
            const Box box = in_.layup->finalBox; // a round is of one piece
            const Figure across = workedOut("round_over", "over the round", std::max(box.width(), box.height()),
                                            Unit::Length, "on the drawing");
            const auto moves = [&](const char* key, const char* label, const char* c, double coefficient) {
                const Figure change = given(key, c, coefficient, Unit::Coefficient, species.source);
                add(made(
                    key + ("_" + name), label, "{0} × {1} × ({2} − {3})", {across, change, plan_.wettest, plan_.driest},
                    sure(across.value() * coefficient * (plan_.wettest.value() - plan_.driest.value())), Unit::Length));
            };
            moves("moves_across_rings", "Moves across its rings", "C_R", species.change.radial);
            moves("moves_along_rings", "Moves along its rings", "C_T", species.change.tangential);
        }
    }

    void figures()
    {
        add(plan_.edgeTravel, Prominence::Headline);
        add(plan_.widthDriest);
        add(plan_.widthWettest);
        roundBothWays();
        const FastenerPlan* longest = nullptr;
        const FastenerPlan* thinnest = nullptr;
        for (const FastenerPlan& f : plan_.fasteners) {
            if (longest == nullptr || f.travel.slotLength_mm > longest->travel.slotLength_mm) {
                longest = &f;
            }
            if (thinnest == nullptr || f.remaining.value() < thinnest->remaining.value()) {
                thinnest = &f;
            }
        }
        if (longest != nullptr) {
            add(relabelled(longest->slot, "slot_longest", "Longest slot"));
            add(made("bolt_place", "its bolt sits off the middle", "({0} in − {1} out) ÷ 2, positive outward",
                     {longest->inward, longest->outward}, sure(longest->travel.boltOffset_mm), Unit::Length));
        }
        if (thinnest != nullptr) {
            add(relabelled(thinnest->remaining, "remaining_least",
                           thinnest->fastener.kind == FastenerKind::ScrewAndWasher ? "Wood above screws"
                                                                                   : "Wood above inserts"));
        }
        std::vector<double> shown; // channels alike need one line
        for (const ChannelPlan& c : plan_.channels) {
            if (std::none_of(shown.begin(), shown.end(),
                             [&](double g) { return std::abs(g - c.groove.value()) < 0.5; })) {
                shown.push_back(c.groove.value());
                add(c.groove);
            }
        }
        add(plan_.driest, Prominence::Folded);
        add(plan_.wettest, Prominence::Folded);
        add(plan_.assembly, Prominence::Folded);
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

MoveInput moveInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup, const Figure& thickness)
{
    MoveInput out;
    out.choices = in.job.move;
    out.layup = std::move(layup);
    out.thickness = thickness;
    out.slabs = in.slabs;
    out.species = in.species;
    if (const Climate* climate = in.shop.climate(in.job.move.climate)) {
        out.climate = *climate;
    }
    out.leastWoodOverInsert_mm = in.shop.habits.leastWoodOverInsert_mm;
    return out;
}

std::vector<Fastener> fourFasteners(const LayupPlan& layup)
{
    constexpr double kIn = 0.2; // of the length, and of the width there
    std::vector<Fastener> out;
    const double length = layup.length.value();
    for (const double x : {kIn * length, (1.0 - kIn) * length}) {
        std::vector<double> wood; // from, to of every stretch there
        for (const PlacedPiece& piece : layup.pieces) {
            for (const double y : woodAt(piece, x)) {
                wood.push_back(y);
            }
        }
        std::sort(wood.begin(), wood.end());
        if (wood.size() < 2) {
            continue;
        }
        const double width = wood.back() - wood.front();
        for (const double y : {wood.front() + kIn * width, wood.back() - kIn * width}) {
            Fastener f;
            f.at = {std::round(x), std::round(y)};
            out.push_back(f);
        }
    }
    return out;
}

} // namespace burl
