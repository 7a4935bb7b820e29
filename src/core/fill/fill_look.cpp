#include "core/fill/fill_look.h"

#include <algorithm>

namespace burl
{
namespace
{

const ResinClass* resinOf(const FillInput& in, const std::string& id)
{
    const auto found =
        std::find_if(in.resins.begin(), in.resins.end(), [&](const ResinClass& r) { return r.id == id; });
    return found != in.resins.end() ? &*found : nullptr;
}

} // namespace

void nameOrder(ResinOrder& order, const OrderInput& input, const std::vector<Figure>& volumes)
{
    const Order& o = order.order;
    std::string sum = "{0}";
    for (size_t i = 1; i < volumes.size() && i < 10; ++i) {
        sum += " + {" + std::to_string(i) + "}";
    }
    const bool many = volumes.size() > 9; // more than a line can hold
    const Figure voids = many ? given("voids", "voids", input.voids_L, Unit::Volume, "all of them, listed above")
                              : made("voids_" + order.resin, "voids", sum, volumes, input.voids_L, Unit::Volume);
    const Figure overMm = given("overpour", "overpour", input.overpour_mm, Unit::Length, "chosen; planed off later");
    const Figure overArea = given("overpour_area", "open area", input.overpourArea_mm2, Unit::Area, "on the drawing");
    const Figure over =
        made("overpour_volume", "overpour", "{0} × {1}", {overMm, overArea}, o.overpour_L, Unit::Volume);
    const Figure rate = given("soak_in", "soak-in", input.soakIn_g_m2, Unit::SoakIn, "chosen; less after a seal coat");
    const Figure wet = given("wetted", "wood that gets wet", input.wetted_mm2, Unit::Area, "on the drawing");
    const Figure density =
        given("mixed_density", "density of the mix", o.mixedDensity_kg_L, Unit::MixedDensity, "resin class values");
    const Figure soak = made("soak_volume", "soak-in", "{0} × {1} ÷ {2}", {rate, wet, density}, o.soak_L, Unit::Volume);
    const Figure share = given("reserve_share", "reserve", input.reserve * 100.0, Unit::Percent, "chosen, for leaks");
    const Figure reserve = made("reserve_volume", "reserve", "{0} of {1}", {share, voids}, o.reserve_L, Unit::Volume);
    const Figure needed = made("needed_" + order.resin, "needed", "{0} + {1} + {2} + {3}", {voids, over, soak, reserve},
                               o.needed_L, Unit::Volume);
    const Figure pots = given("pot_residue", "left in the pots", input.potResidue * 100.0, Unit::Percent, "chosen");
    order.mixed = made("mixed_" + order.resin, "Mix of " + order.name, "{0} ÷ (100 % − {1})", {needed, pots},
                       o.total.volume_L, Unit::Volume);
    const Figure batches =
        made("batches_" + order.resin, "batches", "{0} in pots of at most {1}, all alike",
             {order.mixed, given("bucket", "bucket", input.bucket_L, Unit::Volume, "chosen")}, o.batches, Unit::Count);
    const Figure ratio =
        given("ratio", "A to 1 B", input.mix.aToB, Unit::None, input.mix.byMass ? "by mass" : "by volume");
    const Figure densityA =
        given("density_a", "density of A", input.mix.densityA_kg_L, Unit::MixedDensity, "resin class values");
    const Figure densityB =
        given("density_b", "density of B", input.mix.densityB_kg_L, Unit::MixedDensity, "resin class values");
    order.aVolume = made("a_volume_" + order.resin, "part A", "{0} at {1} parts A to 1 B", {order.mixed, ratio},
                         o.total.a_L, Unit::Volume);
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

void lookAtFill(const FillInput& in, FillPlan& plan)
{
    if (in.flatten->thickness.isGuess() && !plan.items.empty()) {
        addFinding(plan.findings, "fill.thickness_guess", Severity::Caution,
                   "The thickness is a guess ({0}), so the litres are one too.", {in.flatten->thickness},
                   "read the faces first")
            .leadsTo = "yard";
    }
    for (const FillItem& item : plan.items) {
        const std::optional<Vec2> place = item.onTable.empty() ? std::nullopt : std::optional(centroid(item.onTable));
        const ResinClass* r = resinOf(in, item.resin);
        if (item.feature != 0 && item.depth_mm <= 0.0) {
            addFinding(plan.findings, "fill.planed_away", Severity::Good,
                       "The " + item.name + " is planed away by flattening.", {}, "", place);
        }
        if (r != nullptr && item.depth_mm > 0.0 && item.depth_mm < r->minLayer_mm && item.feature != 0) {
            addFinding(plan.findings, "fill.too_shallow", Severity::Warn,
                       r->name + " may not cure in the " + item.name + ": {0} deep, its class wants {1}.",
                       {given("depth", "depth", item.depth_mm, Unit::Length, ""),
                        given("min_layer", "least", r->minLayer_mm, Unit::Length, "resin class")},
                       "use table-top resin there", place);
        }
        if (r != nullptr && item.layers.count > 1) {
            addFinding(plan.findings, "fill.layers", Severity::Caution,
                       "Pour the " + item.name + " in {0} layers of {1}.",
                       {given("layers", "layers", item.layers.count, Unit::Count,
                              "depth ÷ the class's deepest layer, rounded up"),
                        given("layer", "layer", item.layers.thickness_mm, Unit::Length, "depth ÷ layers")},
                       "next layer inside the recoat window, or scuff", place);
        }
        if (item.overruled && r != nullptr && r->maxLayer_mm < 10.0 && item.width_mm > 60.0 &&
            item.depth_mm > 2.0 * r->maxLayer_mm) {
            addFinding(plan.findings, "fill.overruled_hot", Severity::Warn,
                       r->name + " poured deep in the " + item.name + " heats and cracks.", {},
                       "take the deep-pour resin", place);
        }
    }
    for (const ResinOrder& order : plan.orders) {
        const ResinClass* r = resinOf(in, order.resin);
        const double grams = order.batchA.value() + order.batchB.value();
        if (r != nullptr && r->potLife_min > 0.0 && r->potLife_min < 60.0 && grams > 2.0 * r->potLifeMass_g) {
            addFinding(plan.findings, "fill.pot_heats", Severity::Warn,
                       "A batch of {0} of " + r->name + " heats in the pot: its class is timed on {1}.",
                       {given("batch", "batch", grams, Unit::SmallMass, ""),
                        given("pot_mass", "pot", r->potLifeMass_g, Unit::SmallMass, "resin class")},
                       "mix smaller batches, pour at once");
        }
    }
    if (!plan.orders.empty()) {
        addFinding(plan.findings, "fill.skin", Severity::Caution,
                   "Resin: gloves, eyes, fresh air; a pot that smokes goes outdoors. The product's own sheet rules.",
                   {}, "");
    }
}

} // namespace burl
