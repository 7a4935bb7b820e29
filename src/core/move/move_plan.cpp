#include "core/move/move_plan.h"

#include <algorithm>
#include <cmath>

#include "core/layup/rings_across.h"
#include "core/measure/date.h"
#include "core/move/top_year.h"
#include "core/shop/room.h"
#include "core/shop/same_slabs.h"
#include "core/wood/drying.h"
#include "core/wood/moisture.h"
#include "core/yard/slab_card.h"

namespace burl
{

bool sameInput(const MoveInput& a, const MoveInput& b)
{
    // The same node, not the same number: the working shown below a slot must be today's.
    const bool sameThickness =
        a.thickness && b.thickness ? &a.thickness.node() == &b.thickness.node() : !a.thickness && !b.thickness;
    return a.choices == b.choices && a.layup == b.layup && a.flatten == b.flatten && sameThickness &&
           a.species == b.species && a.climate == b.climate && a.sections == b.sections &&
           a.leastWoodOverInsert_mm == b.leastWoodOverInsert_mm && sameSlabs(a.slabs, b.slabs);
}

double sureOf(const MovePlan& plan, double value)
{
    return plan.missing ? kNotKnown : value;
}

namespace
{

Figure coefficientFigure(const MoveInput& in, const MovePlan& plan, size_t i)
{
    const PlacedPiece& piece = in.layup->pieces[i];
    const Species& species = in.species[i];
    const Figure tangential =
        given("c_t", "C_T of " + species.name, species.change.tangential, Unit::Coefficient, species.source);
    if (!in.slabs[i]->pith) {
        return made("coefficient_" + piece.name, "movement of " + piece.name,
                    "{0}; flat-sawn, as its pith is not known", {tangential}, plan.rings[i].coefficient,
                    Unit::Coefficient);
    }
    const Figure radial =
        given("c_r", "C_R of " + species.name, species.change.radial, Unit::Coefficient, species.source);
    const Figure pith =
        given("pith", "distance from the pith", in.slabs[i]->pith->distance_mm, Unit::Length, "log end");
    return made("coefficient_" + piece.name, "movement of " + piece.name,
                "mean over the width between {0} and {1}, {2} from the pith", {radial, tangential, pith},
                plan.rings[i].coefficient, Unit::Coefficient);
}

} // namespace

Figure travelFigure(const MoveInput& input, const MovePlan& plan, const std::string& key, const std::string& label,
                    const WoodBetween& between, const Figure& season, double value)
{
    const Figure wood =
        workedOut(key + "_wood", "wood from what is held", between.wood_mm, Unit::Length, "on the drawing");
    std::vector<Figure> pieces;
    std::string formula;
    for (size_t i = 0; i < plan.rings.size(); ++i) {
        pieces.push_back(coefficientFigure(input, plan, i));
        formula += (i > 0 ? ", " : "") + termOf(i);
    }
    const Figure mean =
        made(key + "_coefficient", "movement of that wood", "of what lies there, by " + formula, pieces,
             between.wood_mm > 0.0 ? between.growth_mm_per_pct / between.wood_mm : 0.0, Unit::Coefficient);
    const bool otherWay = !(value > 0.0) && between.wood_mm > 0.0;
    return made(key, label,
                otherWay ? "nothing: {0} × {1} × (from {2} to {3}) goes the other way"
                         : "{0} × {1} × (from {2} to {3})",
                {wood, mean, plan.assembly, season}, sureOf(plan, value), Unit::Length);
}

double MoveYear::mc_pct(double day, double assembly_pct) const
{
    return assembled_day ? top->after_pct(*assembled_day, assembly_pct, day) : top->cycle_pct(day);
}

namespace
{

class MoveBuilder
{
public:
    explicit MoveBuilder(const MoveInput& input) : in_(input) {}

    MovePlan run()
    {
        if (!in_.layup || in_.layup->missing) {
            return plan_;
        }
        askForWhatLacks();
        plan_.held = {in_.choices.fixedLine_mm,
                      in_.choices.fixedX_mm.value_or((in_.layup->finalBox.left + in_.layup->finalBox.right) / 2.0)};
        moistures();
        rings();
        cups();
        year();
        edges();
        planChannels(in_, plan_);
        planBasePlates(in_, plan_);
        planFasteners(in_, plan_);
        figures();
        inspectMove(in_, plan_);
        inspectSteel(in_, plan_);
        nameGoods(plan_);
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

    void moistures()
    {
        const Climate climate = in_.climate.value_or(Climate{});
        plan_.year.months = monthsOf(climate);
        size_t dry = 0;
        size_t wet = 0;
        const auto emc = [&](size_t k) { return emc_pct(plan_.year.months[k].degC, plan_.year.months[k].rh_pct); };
        for (size_t k = 1; k < kMonths; ++k) {
            dry = emc(k) < emc(dry) ? k : dry;
            wet = emc(k) > emc(wet) ? k : wet;
        }
        const auto month = [&](const char* key, const char* label, size_t k) {
            const RoomMonth& m = plan_.year.months[k];
            const Figure temperature = given("temperature", "temperature", m.degC, Unit::Temperature, climate.name);
            const Figure humidity = given("humidity", "humidity", m.rh_pct, Unit::Humidity, climate.name);
            return made(key, label, "wood at rest at {0} and {1}", {temperature, humidity},
                        in_.climate ? emc(k) : kNotKnown, Unit::Percent);
        };
        plan_.driest = month("mc_driest", "driest in the room", dry);
        plan_.wettest = month("mc_wettest", "wettest in the room", wet);
        if (in_.choices.assembly_mc_pct) {
            plan_.assembly =
                given("mc_assembly", "day of assembly", *in_.choices.assembly_mc_pct, Unit::Percent, "chosen");
        } else {
            plan_.assembly = assemblyFigure();
        }
        plan_.mc = {plan_.assembly.value(), plan_.driest.value(), plan_.wettest.value()};
    }

    /// What a slab has by the meter; dried on by its log to the day of assembly, where that lies ahead and its readings
    /// tell how it dries. Unknown when nobody metered it.
    [[nodiscard]] Figure meteredBy(size_t i) const
    {
        const Slab& slab = *in_.slabs[i];
        const std::string& name = in_.layup->pieces[i].name;
        if (!slab.mc_pct) {
            return {};
        }
        Figure today = given("mc_" + name, "MC of " + name, *slab.mc_pct, Unit::Percent, "meter");
        const auto day = dayOf(in_.choices.assembled);
        if (!day || !in_.climate || slab.moisture.empty()) {
            return today;
        }
        const std::vector<DryingReading> readings = deepestReadings(slab.moisture);
        const auto curve = dryingCurve(readings, meanRest_pct(*in_.climate));
        if (!curve || readings.empty() || *day <= readings.back().day) {
            return today;
        }
        const double then = std::min(curve->at(*day), *slab.mc_pct); // it dries, or stays
        const Figure to = workedOut("mc_dries_to", "where it comes to rest", curve->equilibrium_pct, Unit::Percent,
                                    curve->restFitted ? "its readings" : "the room");
        const Figure on = given("assembled_on", "day of assembly", *day, Unit::Date, "chosen");
        const Figure pace =
            assumed("mc_tau", "its drying", curve->tau_days, Unit::Days, "fitted to the log of its meter");
        return made("mc_" + name, "MC of " + name, "from {0} towards {1} in {2}, until {3}", {today, to, pace, on},
                    then, Unit::Percent);
    }

    /// What the pieces have today; of those nobody metered a guess.
    [[nodiscard]] Figure assemblyFigure() const
    {
        const size_t pieces = in_.layup->pieces.size(); // a slab too many is in no top
        double sum = 0.0;
        double metered = 0.0;
        std::vector<Figure> each;
        for (size_t i = 0; i < pieces; ++i) {
            each.push_back(meteredBy(i));
            sum += each.back() ? each.back().value() : 0.0;
            metered += each.back() ? 1.0 : 0.0;
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
            terms.push_back(each[i] ? each[i]
                                    : assumed("mc_" + name, "MC of " + name, mean, Unit::Percent,
                                              "not metered; taken as the others"));
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
            r.endGrain = slab.endGrain;
            r.across = {piece.place.xy, piece.place.yy};
            plan_.rings.push_back(r);
        }
    }

    /// Each piece's own cup for 1 % MC more, as it lies: upper and lower face stand at different heights over the pith.
    void cups()
    {
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            if (plan_.rings[i].endGrain) {
                plan_.cups_per_mm.push_back(0.0); // its rings stand upright: they do not cup it
                continue;
            }
            if (!plan_.rings[i].pith) {
                plan_.cups_per_mm.clear(); // one that is not known makes the cup of the top unknown
                return;
            }
            const PlacedPiece& piece = in_.layup->pieces[i];
            const CupForecast cup = cupBetween(boundsOf(piece.rough).height(), in_.thickness.value(),
                                               *plan_.rings[i].pith, plan_.rings[i].change, 0.0, 1.0);
            plan_.cups_per_mm.push_back((piece.turnedOver ? -1.0 : 1.0) * cup.curvature_per_mm);
        }
        if (!(in_.thickness.value() > 0.0)) {
            plan_.cups_per_mm.clear();
        }
    }

    void year()
    {
        MoveYear& year = plan_.year;
        if (plan_.missing || !in_.thickness.known() || !(in_.thickness.value() > 0.0)) {
            return;
        }
        year.tau_days = lagOf(in_.thickness.value(), in_.choices.coat).tau_days();
        year.top.emplace(RoomYear(year.months), year.tau_days);
        year.cycle = year.top->cycleExtremes();
        if (const auto day = dayOf(in_.choices.assembled)) {
            const std::string newYear = in_.choices.assembled.substr(0, 4) + "-01-01";
            year.assembled_day = *day - dayOf(newYear).value_or(*day);
            constexpr double kTwoYears = 2.0;
            year.first = year.top->extremesAfter(*year.assembled_day, plan_.assembly.value(), kTwoYears * kYear_days);
        }
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
            const double width = here.width_mm();
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
        plan_.edgeTravel = travelFigure(in_, plan_, "edge_travel", "Each edge travels, at most", worst.between, season,
                                        std::max(0.0, worst.travel_mm));
        const auto whole = [&](const char* key, const char* label, const Figure& to) {
            return travelFigure(in_, plan_, key, label, worst.whole, to,
                                worst.whole.growth_mm_per_pct * (to.value() - plan_.assembly.value()));
        };
        plan_.widthDriest = whole("width_driest", "Whole width, driest", plan_.driest);
        plan_.widthWettest = whole("width_wettest", "Whole width, wettest", plan_.wettest);
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
                add(made(key + ("_" + name), label, "{0} × {1} × ({2} − {3})",
                         {across, change, plan_.wettest, plan_.driest},
                         sureOf(plan_, across.value() * coefficient * (plan_.wettest.value() - plan_.driest.value())),
                         Unit::Length));
            };
            moves("moves_across_rings", "Moves across its rings", "C_R", species.change.radial);
            moves("moves_along_rings", "Moves along its rings", "C_T", species.change.tangential);
        }
    }

    void yearFigures()
    {
        if (!plan_.year.top) {
            return;
        }
        const TopLag lag = lagOf(in_.thickness.value(), in_.choices.coat);
        const Figure wood = assumed("lag_wood", "the wood's own", lag.wood_days, Unit::Days,
                                    "by half its thickness squared, as hardwoods let water through");
        const Figure coat = assumed("lag_coat", "its coat's", lag.coat_days, Unit::Days,
                                    "by half its thickness; how coats keep panels from wetting in a fortnight");
        const Figure tau = made("lag", "Follows its room in", "{0} + {1}: two thirds of the way", {wood, coat},
                                lag.tau_days(), Unit::Days);
        const MoistureExtremes& e = plan_.year.first ? *plan_.year.first : plan_.year.cycle;
        const auto extreme = [&](const char* key, const char* label, double value, const Figure& room) {
            return made(key, label, "the room to {0}, followed in {1}", {room, tau}, value, Unit::Percent);
        };
        add(extreme("top_driest", "The top itself, driest", e.least_pct, plan_.driest));
        add(extreme("top_wettest", "The top itself, wettest", e.most_pct, plan_.wettest));
        add(tau, Prominence::Folded);
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
            const bool hasSlot = f.fastener.kind != FastenerKind::ZClip && f.fastener.kind != FastenerKind::Button &&
                                 f.fastener.kind != FastenerKind::FigureEight && f.fastener.hole == HoleKind::Slot;
            if (hasSlot && (longest == nullptr || f.travel.slotLength_mm > longest->travel.slotLength_mm)) {
                longest = &f;
            }
            if (thinnest == nullptr || f.remaining.value() < thinnest->remaining.value()) {
                thinnest = &f;
            }
        }
        if (longest != nullptr) {
            add(relabelled(longest->slot, "slot_longest", "Longest slot"));
            add(longest->bolt);
        }
        if (thinnest != nullptr) {
            add(relabelled(thinnest->remaining, "remaining_least",
                           isScrew(thinnest->fastener.kind) ? "Wood above screws" : "Wood above inserts"));
        }
        std::vector<double> shown; // channels alike need one line
        for (const ChannelPlan& c : plan_.channels) {
            if (std::none_of(shown.begin(), shown.end(),
                             [&](double g) { return std::abs(g - c.groove.value()) < 0.5; })) {
                shown.push_back(c.groove.value());
                add(c.groove);
            }
        }
        for (const BasePlatePlan& p : plan_.plates) {
            if (p.plate.letIn) {
                add(p.pocketLong);
                break; // plates of one base are alike
            }
        }
        yearFigures();
        add(plan_.driest, Prominence::Folded);
        add(plan_.wettest, Prominence::Folded);
        add(plan_.assembly, Prominence::Folded);
    }

    const MoveInput& in_;
    MovePlan plan_;
};

} // namespace

MovePlan movePlan(const MoveInput& input)
{
    return MoveBuilder(input).run();
}

MoveInput moveInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup,
                    std::shared_ptr<const FlattenPlan> flatten)
{
    MoveInput out;
    out.choices = in.job.move;
    out.layup = std::move(layup);
    out.thickness = flatten->thickness;
    out.flatten = std::move(flatten);
    out.slabs = in.slabs;
    out.species = in.species;
    out.sections = in.shop.sections;
    for (SectionStock& section : out.sections) {
        section.name = withoutTerms(section.name);
    }
    if (const Climate* climate = in.shop.climate(in.job.move.climate)) {
        out.climate = *climate;
    }
    out.leastWoodOverInsert_mm = in.shop.habits.leastWoodOverInsert_mm;
    return out;
}

} // namespace burl
