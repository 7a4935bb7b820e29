#include "core/fill/fill_plan.h"

// Method: depths are what flattening leaves of them. The river is bounded by ruled live edges
// between the rough faces; flattening cuts into that slope from both sides, so the gap on the
// finished faces lies between the two.

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

#include "core/fill/cavity.h"
#include "core/fill/fill_findings.h"
#include "core/shop/same_slabs.h"
#include "core/wood/density.h"

namespace burl
{

bool sameInput(const FillInput& a, const FillInput& b)
{
    return a.choices == b.choices && a.layup == b.layup && a.flatten == b.flatten && a.species == b.species &&
           a.resins == b.resins && a.materials == b.materials && a.heat == b.heat && a.flood == b.flood &&
           sameSlabs(a.slabs, b.slabs);
}

namespace
{

class FillBuilder
{
public:
    explicit FillBuilder(const FillInput& input) : in_(input), thickness_(input.flatten->thickness) {}

    FillPlan run()
    {
        if (!in_.layup || in_.layup->missing) {
            return plan_;
        }
        river();
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            for (const Feature& feature : in_.slabs[i]->features) {
                if (auto hole = cavityOf(in_, i, feature)) {
                    if (feature.intention == Intention::Fill) {
                        addItem(std::move(*hole));
                    } else {
                        air_.push_back(std::move(*hole));
                    }
                }
            }
        }
        chooseResins();
        makeOrders();
        weigh();
        inspectFill(in_, plan_);
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    /// What flattening takes off a face of the slab, the mean over the wood.
    [[nodiscard]] double takenOff(size_t piece, Face face) const
    {
        const FlattenedPiece& flat = in_.flatten->pieces[piece];
        return face == Face::Top ? flat.top.mean_mm : flat.bottom.mean_mm;
    }

    /// Mean thickness of a finished piece: more than the top's where one face stays as it is.
    [[nodiscard]] double thick_mm(size_t piece) const
    {
        return thickness_.value() + in_.flatten->pieces[piece].over_mm;
    }

    /// Shares of the rough thickness that come off the show side and the under side.
    struct Shares {
        double show = 0.0;
        double under = 0.0;
    };
    [[nodiscard]] Shares sharesOf(size_t piece) const
    {
        const bool over = in_.layup->pieces[piece].turnedOver;
        const double show = takenOff(piece, over ? Face::Bottom : Face::Top);
        const double under = takenOff(piece, over ? Face::Top : Face::Bottom);
        const double rough = thick_mm(piece) + show + under;
        return rough > 0.0 ? Shares{show / rough, under / rough} : Shares{};
    }

    /// The wood of a piece on its finished faces: its sides are ruled between the rough ones.
    struct FinishedArea {
        double show_mm2 = 0.0;
        double under_mm2 = 0.0;
        [[nodiscard]] double mean_mm2() const { return (show_mm2 + under_mm2) / 2.0; }
    };
    [[nodiscard]] FinishedArea finishedArea(size_t index) const
    {
        const PlacedPiece& piece = in_.layup->pieces[index];
        const Shares off = sharesOf(index);
        const double slope = area_mm2(piece.keptUnder) - piece.keptArea_mm2;
        return {piece.keptArea_mm2 + off.show * slope, piece.keptArea_mm2 + (1.0 - off.under) * slope};
    }

    /// What is filled, punky wood soaked first.
    void addItem(FillItem item)
    {
        if (item.kind == FeatureKind::Inclusion) {
            FillItem seal = item;
            seal.seal = true;
            seal.name += ", sealed first";
            seal.inTop_L = 0.0;
            seal.areaTop_mm2 = seal.areaBottom_mm2 = 0.0; // no overpour: it soaks away
            seal.volume = workedOut(item.volume.node().key + "_seal", seal.name, 0.0, Unit::Volume,
                                    "fills nothing: it soaks into the wood that gets wet");
            plan_.items.push_back(std::move(seal));
        }
        plan_.items.push_back(std::move(item));
    }

    static double outerLength(const Region& region)
    {
        double out = 0.0;
        for (const Ring& ring : region) {
            out += perimeter_mm(ring);
        }
        return out;
    }

    /// What the resin stands in between rough slabs: the finished thickness and what comes off both faces.
    [[nodiscard]] Figure roughDepth() const
    {
        double off = 0.0;
        for (const size_t piece : {size_t{0}, size_t{1}}) {
            off = std::max(off, takenOff(piece, Face::Top) + takenOff(piece, Face::Bottom));
        }
        return made("rough_depth", "poured deep", "{0} + {1}",
                    {in_.flatten->meanThickness,
                     workedOut("comes_off", "flattened off later", off, Unit::Length, "the more of both slabs, mean")},
                    in_.flatten->meanThickness.value() + off, Unit::Length);
    }

    /// The river between faces of which these shares are off.
    [[nodiscard]] GapInput riverGap(const Shares& farOff, const Shares& nearOff, double deep_mm) const
    {
        GapInput gap = *in_.layup->gapInput; // the far piece is B
        const Profile bevelA = gap.bevelA;
        const Profile bevelB = gap.bevelB;
        gap.edgeA = combined(gap.edgeA, nearOff.show, bevelA);
        gap.edgeB = combined(gap.edgeB, farOff.show, bevelB);
        const auto scaled = [](Profile profile, double by) {
            for (Vec2& p : profile) {
                p.y *= by;
            }
            return profile;
        };
        gap.bevelA = scaled(bevelA, 1.0 - nearOff.show - nearOff.under);
        gap.bevelB = scaled(bevelB, 1.0 - farOff.show - farOff.under);
        gap.thickness_mm = deep_mm;
        gap.fillDepth_mm = deep_mm;
        return gap;
    }

    void river()
    {
        if (!in_.layup->gapInput || !in_.layup->gap || !in_.layup->gap->fits || in_.layup->openGap) {
            return;
        }
        const double finishedDeep = in_.flatten->meanThickness.value();
        const GapInput finishedGap = riverGap(sharesOf(0), sharesOf(1), finishedDeep);
        const auto finished = gapBetween(finishedGap);
        // Poured between rough slabs nothing is off yet.
        const bool rough = in_.choices.fromRough;
        const Figure deep = rough ? roughDepth() : in_.flatten->meanThickness;
        GapInput gap = rough ? riverGap({}, {}, deep.value()) : finishedGap;
        // It is poured before the ends are trimmed.
        gap.window = {-in_.layup->trim_mm, in_.layup->length.value() + in_.layup->trim_mm};
        const auto poured = gapBetween(gap);
        if (!finished || !finished->fits || !poured) {
            return;
        }
        plan_.gap = *finished;
        FillItem item;
        item.river = true;
        item.name = "river";
        item.depth_mm = deep.value();
        item.depth = deep;
        item.through = true;
        item.width_mm = finished->leastTop.value;
        item.widestTop_mm = poured->mostTop.value;
        item.widestUnder_mm = poured->mostBottom.value;
        item.onTable = gapRing(gap, *poured, false);
        const Region above{anticlockwise(item.onTable)};
        item.under = gapRing(gap, *poured, true);
        const Region below{anticlockwise(item.under)};
        const Region outline = finalOutline(*in_.layup);
        const double aboveInTop =
            area_mm2(intersection({anticlockwise(gapRing(finishedGap, *finished, false))}, outline));
        const double belowInTop =
            area_mm2(intersection({anticlockwise(gapRing(finishedGap, *finished, true))}, outline));
        // An island's sides are ruled as well: its area runs evenly from the one face to the other.
        double islandsAbove = 0.0;
        double islandsBelow = 0.0;
        for (size_t i = 2; i < in_.layup->pieces.size(); ++i) {
            const PlacedPiece& island = in_.layup->pieces[i];
            const FinishedArea area = finishedArea(i);
            islandsAbove += area.show_mm2;
            islandsBelow += area.under_mm2;
            item.islands.insert(item.islands.end(), island.kept.begin(), island.kept.end());
            item.islandsUnder.insert(item.islandsUnder.end(), island.keptUnder.begin(), island.keptUnder.end());
            item.wetted_mm2 += outerLength(island.kept) * item.depth_mm;
        }
        item.areaTop_mm2 = area_mm2(above) - islandsAbove;
        item.areaBottom_mm2 = area_mm2(below) - islandsBelow;
        const double volume_L = (item.areaTop_mm2 + item.areaBottom_mm2) / 2.0 * item.depth_mm / 1e6;
        if (!(volume_L > 0.0)) {
            return; // slabs that lie over each other: Layup says so, and no litres are less than none
        }
        item.inTop_L = (aboveInTop - islandsAbove + belowInTop - islandsBelow) / 2.0 * finishedDeep / 1e6;
        const std::string less = in_.layup->pieces.size() > 2 ? ", less the islands" : "";
        const std::string between =
            std::string("between the ") + (rough ? "rough" : "finished") + " edges over the rough length";
        const Figure top =
            workedOut("river_area_top", "area above", item.areaTop_mm2, Unit::Area, between + ", show face" + less);
        const Figure bottom = workedOut("river_area_bottom", "area below", item.areaBottom_mm2, Unit::Area,
                                        between + ", underside" + less);
        item.volume =
            made("river_volume", "River", "({0} + {1}) ÷ 2 × {2}", {top, bottom, deep}, volume_L, Unit::Volume);
        const auto along = [](const Profile& edge) {
            double sum = 0.0;
            for (size_t i = 0; i + 1 < edge.size(); ++i) {
                sum += length(edge[i + 1] - edge[i]);
            }
            return sum;
        };
        item.wetted_mm2 += (along(cutTo(gap.edgeA, poured->from_mm, poured->to_mm)) +
                            along(cutTo(gap.edgeB, poured->from_mm, poured->to_mm))) *
                           item.depth_mm;
        constexpr double kMetre_mm = 1000.0;
        item.wedge_L =
            in_.choices.form.slope_mm_m / kMetre_mm * boundsOf(item.onTable).width() / 2.0 * item.areaTop_mm2 / 1e6;
        plan_.items.push_back(std::move(item));
    }

    [[nodiscard]] const ResinClass* resin(const std::string& id) const { return resinCalled(in_.resins, id); }

    static std::vector<ResinChoice> ruleFor(const FillItem& item)
    {
        if (item.seal) {
            return {sealFor()};
        }
        if (!item.depthKnown) {
            return {{"table_top", "its depth is not measured: measure it, and the rule can tell"}};
        }
        return resinsFor(item.river, item.kind, item.volume.value(), item.width_mm, item.depth_mm);
    }

    LayersNeeded needed(const FillItem& item, const ResinClass& r)
    {
        LayersNeeded out = layersNeeded(in_, item, r);
        if (out.open) {
            plan_.asks.ask(*out.open);
        }
        return out;
    }

    /// The first of what the rule allows that takes one or two fills; of a river the one that takes fewest.
    void chooseByRule(FillItem& item)
    {
        constexpr int kFewFills = 2;
        constexpr double kSheetRoom_C = 20.0; // what sheets of slow classes are written for, at least
        int fewest = 0;
        bool ownFound = false;
        for (const ResinChoice& choice : ruleFor(item)) {
            const ResinClass* r = choice.resin.empty() ? nullptr : onShelf(in_.resins, choice.resin);
            if (r == nullptr) {
                item.resin = choice.resin;
                item.reason = choice.reason;
                return;
            }
            const bool first = fewest == 0;
            if (choice.resin == "deep_pour_extra" &&
                (in_.choices.room.night_C + in_.choices.room.day_C) / 2.0 < kSheetRoom_C) {
                return; // a slower class would not harden there in a week
            }
            if (ownFound && !r->isOwn()) {
                return; // what stands on the shelf is used, before another is bought
            }
            ownFound = ownFound || r->isOwn();
            const LayersNeeded here = needed(item, *r);
            const bool tooShallow = !first && item.depth_mm < r->minLayer_mm;
            if (first || (here.count < fewest && here.count > 0 && !tooShallow)) {
                item.resin = r->id;
                item.reason = choice.reason;
                fewest = here.count;
            }
            if (fewest <= (item.river ? 1 : kFewFills)) {
                return;
            }
        }
    }

    template <typename List> [[nodiscard]] auto meantBy(const List& list, const FillItem& item) const
    {
        return std::find_if(list.begin(), list.end(), [&](const auto& o) {
            return item.river ? o.slab == SlabId{} && o.feature == 0 : o.slab == item.slab && o.feature == item.feature;
        });
    }

    /// What the cure model says of a resin that the rule allows.
    struct Tried {
        ResinChoice choice;
        const ResinClass* resin = nullptr;
        std::shared_ptr<const PourHeat> heat;
    };

    /// Tries what the rule allows with the cure model: of those that stay cool and harden, the one that may be
    /// flattened first. Until the model has answered for all of them the rule's own order stands.
    void chooseByModel(FillItem& item)
    {
        constexpr int kMostLayers = 4; // more are no choice
        std::vector<Tried> tried;
        bool ownFound = false;
        for (const ResinChoice& choice : ruleFor(item)) {
            const ResinClass* r = choice.resin.empty() ? nullptr : onShelf(in_.resins, choice.resin);
            if (r == nullptr) {
                return;
            }
            if (ownFound && !r->isOwn()) {
                break; // what stands on the shelf is used, before another is bought
            }
            ownFound = ownFound || r->isOwn();
            if (!tried.empty() && item.depth_mm < r->minLayer_mm) {
                continue; // too shallow for it
            }
            tried.push_back({choice, r, nullptr});
        }
        if (tried.size() < 2) {
            return;
        }
        bool answered = true;
        for (Tried& one : tried) {
            const LayersNeeded here = needed(item, *one.resin);
            if (here.open || here.count < 1) {
                answered = false;
                continue;
            }
            if (here.count > kMostLayers) {
                continue;
            }
            HeatQuestion q;
            q.site = pourSite(in_, item, *one.resin);
            q.depths_mm.assign(static_cast<size_t>(here.count), item.depth_mm / here.count);
            one.heat = in_.heat ? in_.heat->pour(q) : nullptr;
            if (!one.heat) {
                plan_.asks.ask(q);
                answered = false;
            }
        }
        const Tried* best = nullptr;
        for (const Tried& one : tried) {
            const bool passes = one.heat && !one.heat->runsAway && !one.heat->overheats && one.heat->flatten_h;
            if (passes && (best == nullptr || *one.heat->flatten_h < *best->heat->flatten_h)) {
                best = &one;
            }
        }
        if (answered && best != nullptr && best->resin->id != item.resin) {
            item.resin = best->resin->id;
            item.reason = best->choice.reason + "; of what may be poured here it is hard first";
        }
    }

    void chooseResins()
    {
        for (FillItem& item : plan_.items) {
            chooseByRule(item);
            if (!item.seal && item.depthKnown && item.depth_mm > 0.0 && item.width_mm > 0.0) {
                chooseByModel(item);
            }
            const auto overrule = meantBy(in_.choices.overrules, item);
            if (overrule != in_.choices.overrules.end() && !item.seal && resin(overrule->resin) != nullptr) {
                item.overruled = overrule->resin != item.resin;
                item.resin = overrule->resin;
                item.reason = item.overruled ? "your choice; the rule says: " + item.reason : item.reason;
            }
            if (const ResinClass* r = resin(item.resin); r != nullptr && !item.seal) {
                layer(item, *r);
            }
        }
    }

    void layer(FillItem& item, const ResinClass& r)
    {
        const LayersNeeded here = needed(item, r);
        item.safe = here.safe;
        item.deepestLayer_mm = here.deepest_mm;
        item.layersByRule = here.count;
        item.layers = layersFor(item.depth_mm, here.deepest_mm, item.areaTop_mm2, item.areaBottom_mm2);
        item.layersReason = !here.safe           ? "by the product's sheet"
                            : here.safe->bySheet ? "the sheet's deepest layer; it stays cool in one"
                                                 : "stays under what its class bears, also in a room 1 K warmer";
        const auto byHand = meantBy(in_.choices.layers, item);
        if (byHand != in_.choices.layers.end() && item.depth_mm > 0.0) {
            item.layersByHand = byHand->layers != item.layersByRule;
            item.layers =
                layersFor(item.depth_mm, item.depth_mm / byHand->layers, item.areaTop_mm2, item.areaBottom_mm2);
            item.layersReason = item.layersByHand ? "your choice" : item.layersReason;
        }
        if (item.kind == FeatureKind::Knot) {
            asCone(item.layers, item.volume.value());
        }
    }

    [[nodiscard]] bool sealedFirst(const FillItem& item) const { return item.river && in_.choices.sealCoat; }
    /// A coat that sets overnight: what fills the river would stay wet on the wood for days.
    [[nodiscard]] std::string sealCoatResin() const
    {
        const ResinClass* r = onShelf(in_.resins, "table_top");
        return r != nullptr ? r->id : std::string();
    }

    void makeOrders()
    {
        struct Need {
            std::vector<const FillItem*> items;
            double wetted_mm2 = 0.0; // of it and of others
        };
        std::map<std::string, Need> byResin;
        for (const FillItem& item : plan_.items) {
            const bool planedAway = item.depthKnown && !item.river && !(item.depth_mm > 0.0);
            if (!item.resin.empty() && !planedAway) {
                byResin[item.resin].items.push_back(&item);
                byResin[sealedFirst(item) ? sealCoatResin() : item.resin].wetted_mm2 += item.wetted_mm2;
            }
        }
        for (const auto& [id, need] : byResin) {
            const ResinClass* r = resin(id);
            if (r == nullptr) {
                continue;
            }
            OrderInput input;
            input.wetted_mm2 = need.wetted_mm2;
            std::vector<Figure> volumes;
            for (const FillItem* item : need.items) {
                input.voids_L += item->volume.value();
                input.overpourArea_mm2 += item->areaTop_mm2;
                input.wedge_L += item->wedge_L;
                volumes.push_back(item->volume);
            }
            const FillChoices& c = in_.choices;
            input.overpour_mm = c.overpour_mm;
            input.soakIn_g_m2 = c.soakIn_g_m2;
            input.reserve = c.reserve;
            input.potResidue = c.potResidue;
            input.mix = r->mix;
            input.bucket_L = largestPot_L(c.bucket_L, c.mixing);
            input.pigment_pct = c.pigment_pct;
            ResinOrder order;
            order.resin = id;
            order.name = r->name;
            order.maxLayer_mm = r->maxLayer_mm;
            order.order = orderFor(input);
            nameOrder(order, input, volumes);
            plan_.orders.push_back(std::move(order));
        }
    }

    void add(Figure figure, Prominence prominence = Prominence::Plain)
    {
        plan_.figures.push_back({std::move(figure), prominence});
    }

    void weigh()
    {
        std::vector<Figure> mixed;
        double litres = 0.0;
        for (const ResinOrder& order : plan_.orders) {
            mixed.push_back(order.mixed);
            litres += order.order.total.volume_L;
        }
        plan_.litres = mixed.empty() ? given("litres", "Resin to mix", 0.0, Unit::Volume, "nothing to fill")
                                     : sumFigure("litres", "For voids and river alone", mixed, Unit::Volume);
        // What is mixed in all, with pinholes and films, the pours say.
        add(plan_.litres, mixed.empty() ? Prominence::Headline : Prominence::Plain);
        if (in_.choices.price_per_L && litres > 0.0) {
            const Figure price =
                given("resin_price", "price of a litre", *in_.choices.price_per_L, Unit::Money, "chosen");
            plan_.cost = made("resin_cost", "Resin costs", "{0} × {1}", {plan_.litres, price},
                              litres * *in_.choices.price_per_L, Unit::Money);
            add(plan_.cost);
        }
        for (const ResinOrder& order : plan_.orders) {
            if (plan_.orders.size() > 1) {
                add(order.mixed);
            }
            add(order.batchVolume, Prominence::Folded); // pots are told by pour
            add(order.batchA, Prominence::Folded);
            add(order.batchB, Prominence::Folded);
            add(order.pigment, Prominence::Folded);
            add(order.a, Prominence::Folded);
            add(order.b, Prominence::Folded);
            add(order.aVolume, Prominence::Folded);
            add(order.bVolume, Prominence::Folded);
        }
        weighTop();
    }

    /// Wood, resin and air of the finished top, and what they weigh.
    void weighTop()
    {
        std::vector<Figure> masses;
        std::vector<Figure> woods;
        std::vector<Figure> outlines;
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            const PlacedPiece& piece = in_.layup->pieces[i];
            const FinishedArea faces = finishedArea(i);
            const Figure area =
                made("mean_area_" + piece.name, "outline of " + piece.name, "({0} + {1}) ÷ 2",
                     {workedOut("area_show", "show face", faces.show_mm2, Unit::Area, "finished face"),
                      workedOut("area_under", "underside", faces.under_mm2, Unit::Area, "finished face")},
                     faces.mean_mm2(), Unit::Area);
            const double over = in_.flatten->pieces[i].over_mm;
            const Figure thick = over > 0.0 ? made("mean_thickness_" + piece.name, "thickness, mean", "{0} + {1}",
                                                   {thickness_, workedOut("over_" + piece.name, "more than there, mean",
                                                                          over, Unit::Length, "the face that stays")},
                                                   thick_mm(i), Unit::Length)
                                            : thickness_;
            const Figure whole = made("outline_" + piece.name, piece.name + " and its holes", "{0} × {1}",
                                      {area, thick}, faces.mean_mm2() * thick_mm(i) / 1e6, Unit::Volume);
            std::vector<Figure> holes;
            double holes_L = 0.0;
            for (const std::vector<FillItem>* list : {&plan_.items, &air_}) {
                for (const FillItem& item : *list) {
                    if (!item.river && item.slab == piece.slab && item.pieceIndex == i && item.inTop_L > 0.0) {
                        holes.push_back(inTopFigure(item));
                        holes_L += item.inTop_L;
                    }
                }
            }
            Figure wood = whole;
            if (!holes.empty()) {
                wood = made("wood_" + piece.name, "wood of " + piece.name, "{0} − {1}",
                            {whole, sumFigure("holes_" + piece.name, "its holes", holes, Unit::Volume)},
                            std::max(0.0, whole.value() - holes_L), Unit::Volume);
            }
            outlines.push_back(whole);
            woods.push_back(wood);
            masses.push_back(massOf(i, wood));
        }
        std::vector<Figure> resins;
        std::vector<Figure> air;
        for (const ResinOrder& order : plan_.orders) {
            std::vector<Figure> filled;
            for (const FillItem& item : plan_.items) {
                if (item.resin == order.resin && item.inTop_L > 0.0) {
                    filled.push_back(inTopFigure(item));
                }
            }
            if (!filled.empty()) {
                const Figure litres = sumFigure("filled_" + order.resin, order.name, filled, Unit::Volume);
                resins.push_back(litres);
                masses.push_back(
                    made("mass_resin_" + order.resin, "resin", "{0} × {1}",
                         {litres, given("mixed_density", "density of the mix", order.order.mixedDensity_kg_L,
                                        Unit::MixedDensity, "resin class values")},
                         litres.value() * order.order.mixedDensity_kg_L, Unit::Mass));
            }
        }
        for (const FillItem& item : plan_.items) {
            if (item.resin.empty() &&
                item.inTop_L > 0.0) { // hairlines and pinholes: filler that weighs nothing to speak of
                air.push_back(inTopFigure(item));
            }
            if (item.river) {
                outlines.push_back(inTopFigure(item));
            }
        }
        for (const FillItem& item : air_) {
            if (item.inTop_L > 0.0) {
                air.push_back(inTopFigure(item));
            }
        }
        addFloodCoats(masses);
        plan_.wood_L = sumFigure("wood_volume", "Wood", woods, Unit::Volume);
        plan_.resin_L = sumFigure("resin_volume", "Resin in the top", resins, Unit::Volume);
        plan_.air_L = sumFigure("air_volume", "Left open", air, Unit::Volume);
        plan_.outline_L = sumFigure("outline_volume", "Inside the outline", outlines, Unit::Volume);
        plan_.mass = sumFigure("mass", "Weight, finished top", masses, Unit::Mass);
        add(plan_.mass);
        add(plan_.wood_L, Prominence::Folded);
        if (!resins.empty()) {
            add(plan_.resin_L, Prominence::Folded);
        }
        if (!air.empty()) {
            add(plan_.air_L, Prominence::Folded);
        }
    }

    /// Coats of resin over the whole top lie on it, and weigh.
    void addFloodCoats(std::vector<Figure>& masses) const
    {
        const ResinClass* r = onShelf(in_.resins, "table_top");
        const int coats = in_.flood.show > 0 ? in_.flood.show + in_.flood.under : in_.choices.floodCoats;
        const double film_mm = in_.flood.show > 0 ? in_.flood.film_mm : in_.choices.flood_mm;
        if (coats <= 0 || r == nullptr || !in_.layup->topArea.known()) {
            return;
        }
        const double density = mixedDensity_kg_L(r->mix);
        const double litres = coats * film_mm * in_.layup->topArea.value() / 1e6;
        masses.push_back(
            made("mass_flood", "flood coats", "{0} × {1} × {2} × {3}",
                 {given("flood_coats", "coats", coats, Unit::Count, "chosen"),
                  given("flood_film", "film", film_mm, Unit::Length, "chosen"), in_.layup->topArea,
                  given("mixed_density", "density of the mix", density, Unit::MixedDensity, "resin class values")},
                 litres * density, Unit::Mass));
    }

    /// The figure of a hole as far as it lies in the finished top.
    static Figure inTopFigure(const FillItem& item)
    {
        const double all = item.volume.value();
        if (std::abs(all - item.inTop_L) <= 1e-12 + 1e-9 * all) {
            return item.volume;
        }
        return made(item.volume.node().key + "_in_top", item.name, "of {0} what lies in the finished top: {1}",
                    {item.volume, workedOut("share_in_top", "share", all > 0.0 ? 100.0 * item.inTop_L / all : 0.0,
                                            Unit::Percent, "on the drawing")},
                    item.inTop_L, Unit::Volume);
    }

    [[nodiscard]] Figure massOf(size_t i, const Figure& wood) const
    {
        const std::string& name = in_.layup->pieces[i].name;
        const Figure density = woodDensity(in_, i);
        return made("mass_" + name, name, "{0} × {1}", {wood, density}, wood.value() / 1000.0 * density.value(),
                    Unit::Mass);
    }

    const FillInput& in_;
    Figure thickness_;
    std::vector<FillItem> air_; // holes that stay open
    FillPlan plan_;
};

} // namespace

FillPlan fillPlan(const FillInput& input)
{
    return FillBuilder(input).run();
}

FillInput fillInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup,
                    std::shared_ptr<const FlattenPlan> flatten)
{
    FillInput out{in.job.fill,     std::move(layup), std::move(flatten),          in.slabs, in.species, in.shop.resins,
                  in.shop.pouring, in.worked.heat,   floodCoatsOf(in.job.surface)};
    for (ResinClass& resin : out.resins) {
        resin.name = withoutTerms(resin.name);
    }
    return out;
}

} // namespace burl
