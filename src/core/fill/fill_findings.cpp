#include "core/fill/fill_findings.h"

#include <algorithm>
#include <cmath>

#include "core/layup/top_pieces.h"
#include "core/wood/density.h"

namespace burl
{
namespace
{

constexpr double kThinResin_mm = 10.0; // a class whose layers are thinner heats in depth
constexpr double kWideHole_mm = 60.0;  // a narrower hole is cooled by its wood
constexpr double kShortPot_min = 60.0; // a longer pot life is a deep-pour resin's: it bears large batches

} // namespace

void nameOrder(ResinOrder& order, const OrderInput& input, const std::vector<Figure>& volumes)
{
    const Order& o = order.order;
    const Figure voids = sumFigure("voids_" + order.resin, "voids", volumes, Unit::Volume);
    const Figure overMm = given("overpour", "overpour", input.overpour_mm, Unit::Length, "chosen; planed off later");
    const Figure overArea = workedOut("overpour_area", "open area", input.overpourArea_mm2, Unit::Area,
                                      "of all that is filled, at the finished face");
    const Figure over =
        made("overpour_volume", "overpour", "{0} × {1}", {overMm, overArea}, o.overpour_L, Unit::Volume);
    const Figure rate = given("soak_in", "soak-in", input.soakIn_g_m2, Unit::SoakIn, "chosen; less after a seal coat");
    const Figure wet = workedOut("wetted", "wood that gets wet", input.wetted_mm2, Unit::Area, "on the drawing");
    const Figure density =
        given("mixed_density", "density of the mix", o.mixedDensity_kg_L, Unit::MixedDensity, "resin class values");
    const Figure soak = made("soak_volume", "soak-in", "{0} × {1} ÷ {2}", {rate, wet, density}, o.soak_L, Unit::Volume);
    const Figure share = given("reserve_share", "reserve", input.reserve * 100.0, Unit::Percent, "chosen, for leaks");
    const Figure reserve = made("reserve_volume", "reserve", "{0} of {1}", {share, voids}, o.reserve_L, Unit::Volume);
    std::vector<Figure> parts{voids, over, soak, reserve};
    if (input.wedge_L > 0.0) {
        parts.push_back(workedOut("wedge_" + order.resin, "wedge of a form out of level", input.wedge_L, Unit::Volume,
                                  "its fall over half its length, on the open area"));
    }
    const Figure needed =
        made("needed_" + order.resin, "needed", sumOf(parts.size()), std::move(parts), o.needed_L, Unit::Volume);
    const Figure pots = given("pot_residue", "left in the pots", input.potResidue * 100.0, Unit::Percent, "chosen");
    order.mixed = made("mixed_" + order.resin, "Mix of " + order.name, "{0} ÷ (100 % − {1})", {needed, pots},
                       o.total.volume_L, Unit::Volume);
    const Figure batches = made("batches_" + order.resin, "batches", "{0} in pots of at most {1}, all alike",
                                {order.mixed, given("bucket", "the most at once", input.bucket_L, Unit::Volume,
                                                    "bucket, or a third of the chamber")},
                                o.batches, Unit::Count);
    const Figure ratio =
        given("ratio", "A to 1 B", input.mix.aToB, Unit::None, input.mix.byMass ? "by mass" : "by volume");
    const Figure densityA =
        given("density_a", "density of A", input.mix.densityA_kg_L, Unit::MixedDensity, "resin class values");
    const Figure densityB =
        given("density_b", "density of B", input.mix.densityB_kg_L, Unit::MixedDensity, "resin class values");
    // A ratio by mass gives litres by way of both densities.
    order.aVolume = made("a_volume_" + order.resin, "part A",
                         input.mix.byMass ? "{0} × ({1} ÷ {2}) ÷ ({1} ÷ {2} + 1 ÷ {3})" : "{0} × {1} ÷ ({1} + 1)",
                         {order.mixed, ratio, densityA, densityB}, o.total.a_L, Unit::Volume);
    order.bVolume =
        made("b_volume_" + order.resin, "part B", "{0} − {1}", {order.mixed, order.aVolume}, o.total.b_L, Unit::Volume);
    order.a = made("a_mass_" + order.resin, "part A", "{0} × {1}", {order.aVolume, densityA}, o.total.a_kg, Unit::Mass);
    order.b = made("b_mass_" + order.resin, "part B", "{0} × {1}", {order.bVolume, densityB}, o.total.b_kg, Unit::Mass);
    order.batchVolume =
        made("batch_" + order.resin, "one batch", "{0} ÷ {1}", {order.mixed, batches}, o.batch.volume_L, Unit::Volume);
    order.batchA = made("batch_a_" + order.resin, "A in a batch", "{0} ÷ {1}", {order.a, batches},
                        o.batch.a_kg * 1000.0, Unit::SmallMass);
    order.batchB = made("batch_b_" + order.resin, "B in a batch", "{0} ÷ {1}", {order.b, batches},
                        o.batch.b_kg * 1000.0, Unit::SmallMass);
    const Figure pigmentShare =
        given("pigment_share", "pigment", input.pigment_pct, Unit::Percent, "of the mix by mass, chosen");
    order.pigment = made("pigment_" + order.resin, "pigment in a batch", "{0} of {1} and {2}",
                         {pigmentShare, order.batchA, order.batchB}, o.batch.pigment_g, Unit::SmallMass);
}

Figure woodDensity(const FillInput& in, size_t piece)
{
    constexpr double kUnmetered_pct = 10.0; // of air-dried wood that nobody metered, about
    const std::string& name = in.layup->pieces[piece].name;
    const Species& species = in.species[piece];
    const std::optional<double>& metered = in.slabs[piece]->mc_pct;
    const double mc = metered.value_or(kUnmetered_pct);
    const bool known = !species.id.empty() && species.g12 > 0.0; // of wood nobody named no weight is
    const Figure mcFigure = metered ? given("mc", "MC of " + name, mc, Unit::Percent, "meter")
                                    : assumed("mc", "MC of " + name, mc, Unit::Percent, "not metered");
    const Figure g12 =
        given("g12", "specific gravity at 12 %", known ? species.g12 : kNotKnown, Unit::None, species.source);
    return made("density", "density of " + name, "{0} brought to {1}, with its water", {g12, mcFigure},
                known ? density_kg_m3(species.g12, mc) : kNotKnown, Unit::Density);
}

namespace
{

/// "pocket in A4", and where, as one job may have many of a name.
struct Named {
    std::string text; // with {0}
    Figure at;
    std::optional<Vec2> place;
};
Named named(const FillItem& item, double topLength_mm)
{
    if (item.river || item.onTable.empty()) {
        return {item.name, {}, item.onTable.empty() ? std::nullopt : std::optional(centroid(item.onTable))};
    }
    Vec2 middle = centroid(item.onTable);
    middle.x = std::clamp(middle.x, 0.0, topLength_mm); // where it begins in the trim, at the end it runs in from
    constexpr double kAtEnd_mm = 0.5;
    if (middle.x < kAtEnd_mm || middle.x > topLength_mm - kAtEnd_mm) {
        return {item.name + (middle.x < kAtEnd_mm ? ", at the left end" : ", at the right end"),
                workedOut("void_at", "along", middle.x, Unit::Length, "on the drawing"), middle};
    }
    return {item.name + ", {0} from the left end",
            workedOut("void_at", "along", middle.x, Unit::Length, "on the drawing"), middle};
}

/// What must be known before a hole is filled: its depth, where the resin would run out.
void inspectHole(const FillItem& item, const Named& name, std::vector<Finding>& findings)
{
    if (!item.depthKnown) {
        addFinding(findings, "fill.no_depth", Severity::ToDo,
                   "How deep the " + name.text + " is has not been measured: its resin is not counted.", {name.at},
                   "measure its depth", name.place);
        return;
    }
    if (!item.river && !item.seal && item.depth_mm <= 0.0) {
        addFinding(findings, "fill.planed_away", Severity::Good, "The " + name.text + ", is planed away by flattening.",
                   {name.at}, "", name.place);
        return;
    }
    if (item.breaksThrough && !item.seal) {
        addFinding(findings, "fill.breaks_through", Severity::Warn,
                   "The " + name.text + ", is deeper than the finished top: it breaks through the other face.",
                   {name.at}, "dam it below: tape and a flat board", name.place);
    }
    if (item.shareInside < kWhole && !item.seal) {
        addFinding(
            findings, "fill.runs_off", Severity::Warn,
            "The " + name.text + ", runs off its piece: {1} of it lies inside.",
            {name.at, workedOut("share_inside", "inside", item.shareInside * 100.0, Unit::Percent, "on the drawing")},
            "dam it at the edge before it is filled", name.place);
    }
}

Figure layersFigure(const FillItem& item, const ResinClass& r)
{
    const Figure& depth = item.depth;
    if (!item.river && isNarrow(item.width_mm)) {
        return made("layers", "fills", "{0} deep and {1} wide: its wood cools it, two at most",
                    {depth, workedOut("hole_width", "wide", item.width_mm, Unit::Length, "on the drawing")},
                    item.layers.count, Unit::Count);
    }
    return made("layers", "layers", "{0} ÷ {1}, rounded up",
                {depth, given("max_layer", "deepest layer", r.maxLayer_mm, Unit::Length, "resin class")},
                item.layers.count, Unit::Count);
}

void inspectItem(const FillInput& in, const FillItem& item, std::vector<Finding>& findings)
{
    const Named name = named(item, in.layup->length.value());
    const ResinClass* r = resinCalled(in.resins, item.resin);
    inspectHole(item, name, findings);
    if (item.resin.empty() && !item.seal && item.depthKnown && item.depth_mm > 0.0) {
        addFinding(findings, "fill.by_hand", Severity::Good,
                   "The " + name.text + ", is closed by hand: " + item.reason + ".", {name.at}, "", name.place);
    }
    if (r == nullptr || item.seal || !(item.depth_mm > 0.0)) {
        return;
    }
    if (!item.river && item.depth_mm < r->minLayer_mm) {
        const bool thinnest = item.resin == "table_top";
        addFinding(findings, "fill.too_shallow", Severity::Warn,
                   r->name + " may not cure in the " + name.text + ": it is {1} deep, its class wants {2}.",
                   {name.at, item.depth, given("min_layer", "least", r->minLayer_mm, Unit::Length, "resin class")},
                   thinnest ? "fill it with a stick after sanding" : "use table-top resin there", name.place);
    }
    if (item.layers.count > 1) {
        const Figure layers = layersFigure(item, *r);
        addFinding(findings, "fill.layers", Severity::Caution,
                   "Pour the " + name.text + (item.river ? "" : ",") + " in " + std::to_string(item.layers.count) +
                       " layers of {2}.",
                   {name.at, layers,
                    made("layer", "layer", "{0} ÷ {1}", {item.depth, layers}, item.layers.thickness_mm, Unit::Length)},
                   "next layer inside the recoat window, or scuff", name.place);
    }
    if (item.overruled && r->maxLayer_mm < kThinResin_mm && item.width_mm > kWideHole_mm &&
        item.depth_mm > 2.0 * r->maxLayer_mm) {
        addFinding(findings, "fill.overruled_hot", Severity::Warn,
                   r->name + " poured deep heats and cracks: the " + name.text +
                       (item.river ? "." : ", is filled with it."),
                   {name.at}, "take the deep-pour resin", name.place);
    }
    const bool thin =
        item.resin == "deep_pour_slow" || item.resin == "deep_pour_extra" || item.resin == "penetrating_sealer";
    if (item.through && !item.river && thin) {
        addFinding(findings, "fill.thin_leaks", Severity::Caution,
                   r->name + " is thin and finds every pinhole in the tape: the " + name.text + ", is open below.",
                   {name.at}, "bed a flat board in sealant below it, or take a thicker class", name.place);
    }
}

/// Who lifts it: the top alone, without its base.
void inspectWeight(const FillInput& in, FillPlan& plan)
{
    constexpr double kHoist_kg = 100.0; // four pairs of hands get in each other's way
    if (!plan.mass.known() || !in.layup) {
        return;
    }
    const TopPiece piece = heaviestPiece(*in.layup);
    const bool half = in.layup->parted_mm.has_value();
    const Figure mass =
        half ? made("half_mass", "heavier half", "{0} × {1}",
                    {plan.mass, workedOut("half_share", "its share", piece.share, Unit::None, "of the outline")},
                    piece.share * plan.mass.value(), Unit::Mass)
             : plan.mass;
    if (!(mass.value() > kEach_kg)) {
        return;
    }
    const std::string people = std::to_string(peopleFor(mass.value()));
    const Figure each = given("lift_each", "a person", kEach_kg, Unit::Mass, "as a caution");
    const bool hoist = mass.value() > kHoist_kg;
    const std::string what = half ? "The heavier half of the finished top" : "The finished top";
    addFinding(plan.findings, "fill.lift", hoist ? Severity::Warn : Severity::Caution,
               what + (hoist
                           ? " weighs {0}: that is " + people +
                                 " people by {1} each, so turn and carry it by a hoist or gantry that is rated for it."
                           : " weighs {0}: " + people + " people lift and turn it, by {1} each."),
               {mass, each}, hoist ? "plan the hoist, the way and the van before it is glued" : "");
}

/// Wood floats in resin: what holds the slabs down while a river is poured.
void inspectUplift(const FillInput& in, FillPlan& plan)
{
    const FillItem* river = nullptr;
    for (const FillItem& item : plan.items) {
        river = item.river ? &item : river;
    }
    const ResinClass* r = river != nullptr ? resinCalled(in.resins, river->resin) : nullptr;
    if (r == nullptr) {
        return;
    }
    constexpr double kMargin = 1.5;    // of a clamp, against a knock or a slipped caul
    constexpr double kClamp_N = 500.0; // half of what a bar clamp gives by hand
    const double resin = mixedDensity_kg_L(r->mix) * 1000.0;
    for (size_t i = 0; i < in.layup->pieces.size(); ++i) {
        const PlacedPiece& piece = in.layup->pieces[i];
        const Figure wood = woodDensity(in, i);
        if (!wood.known()) {
            continue;
        }
        const double area = piece.roughMean_mm2;
        const double thick = river->depth_mm; // as thick as the resin is deep: both are flattened after, or before
        const Uplift up = upliftOf(area, thick, river->depth_mm, wood.value(), resin, kMargin, kClamp_N);
        if (!(up.uplift_N > 1.0)) {
            continue;
        }
        const Figure force = made(
            "uplift_" + piece.name, "Uplift of " + piece.name + " in the pour", "({0} × {1} − {2} × {3}) × {4} × g",
            {given("resin_density", "resin", resin, Unit::Density, "resin class values"),
             relabelled(river->depth, "pour_depth", "poured deep, resin under the slab"), wood, river->depth,
             workedOut("rough_area", "area", area, Unit::Area, "rough piece, the mean of both faces")},
            up.uplift_N, Unit::Force);
        plan.figures.push_back({force, Prominence::Folded});
    }
}

} // namespace

void inspectFill(const FillInput& in, FillPlan& plan)
{
    if (in.flood.show > 0 && in.choices.floodCoats > 0) {
        addFinding(plan.findings, "fill.flood_twice", Severity::Caution,
                   "Surface finishes with flood coats: those said here are not poured a second time.", {},
                   "say them in one place")
            .leadsTo = {"surface", ""};
    }
    if (in.flatten->thickness.isGuess() && !plan.items.empty()) {
        Where where{"yard", "heights"};
        std::string remedy = "read the faces first";
        for (const FlattenedPiece& piece : in.flatten->pieces) {
            if (piece.missing) {
                where = piece.missing->where;
                break;
            }
            if (piece.under == UnderSource::Parallel && where.slab == 0) {
                where = {"yard", "underside", piece.slab.value};
                remedy = "read the gaps under " + piece.name;
            }
        }
        addFinding(plan.findings, "fill.thickness_guess", Severity::Caution,
                   "The thickness is a guess ({0}), so the litres are one too.", {in.flatten->thickness}, remedy)
            .leadsTo = where;
    }
    for (const FillItem& item : plan.items) {
        inspectItem(in, item, plan.findings);
    }
    inspectUplift(in, plan);
    inspectWeight(in, plan);
    for (const ResinOrder& order : plan.orders) {
        const ResinClass* r = resinCalled(in.resins, order.resin);
        const double grams = order.batchA.value() + order.batchB.value();
        if (r != nullptr && r->potLife_min > 0.0 && r->potLife_min < kShortPot_min && grams > 2.0 * r->potLifeMass_g) {
            addFinding(plan.findings, "fill.pot_heats", Severity::Warn,
                       "A batch of {0} of " + r->name + " heats in the pot: its class is timed on {1}.",
                       {workedOut("batch", "batch", grams, Unit::SmallMass, ""),
                        given("pot_mass", "pot", r->potLifeMass_g, Unit::SmallMass, "resin class")},
                       "mix smaller batches, pour at once");
        }
    }
    if (!plan.orders.empty()) {
        addFinding(
            plan.findings, "fill.skin", Severity::Caution,
            "Resin: gloves, eyes, fresh air; a pot that smokes goes outdoors. Heat and hours are estimates for a "
            "class of resin: the product's own sheet rules.",
            {}, "");
    }
}

} // namespace burl
