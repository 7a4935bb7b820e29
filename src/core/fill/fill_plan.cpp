#include "core/fill/fill_plan.h"

// Method: depths are what flattening leaves of them. The river is bounded by ruled live edges
// between the rough faces; flattening cuts into that slope from both sides, so the gap on the
// finished faces lies between the two.

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

#include "core/fill/fill_look.h"
#include "core/wood/density.h"

namespace burl
{

bool sameInput(const FillInput& a, const FillInput& b)
{
    return a.choices == b.choices && a.layup == b.layup && a.flatten == b.flatten && a.species == b.species &&
           a.resins == b.resins &&
           std::equal(a.slabs.begin(), a.slabs.end(), b.slabs.begin(), b.slabs.end(),
                      [](const auto& x, const auto& y) { return x == y || (x && y && *x == *y); });
}

namespace
{

const char* kindWord(FeatureKind kind)
{
    switch (kind) {
    case FeatureKind::ThroughVoid:
        return "through void";
    case FeatureKind::BlindVoid:
        return "pocket";
    case FeatureKind::Knot:
        return "loose knot";
    case FeatureKind::Check:
        return "check";
    case FeatureKind::Inclusion:
        return "inclusion";
    case FeatureKind::WormHoles:
        return "worm holes";
    case FeatureKind::Pith:
        return "pith";
    case FeatureKind::Sapwood:
        return "sapwood";
    }
    return "void";
}

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
                if (feature.intention == Intention::Fill) {
                    addVoid(i, feature);
                }
            }
        }
        chooseResins();
        makeOrders();
        weigh();
        lookAtFill(in_, plan_);
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    /// What flattening takes off a face at a place of the slab, the face's mean where it was not read.
    [[nodiscard]] double takenOffAt(size_t piece, Face face, Vec2 place) const
    {
        const FlattenedPiece& flat = in_.flatten->pieces[piece];
        const FacePasses& passes = face == Face::Top ? flat.top : flat.bottom;
        if (!flat.missing && passes.map.cellsAlong > 0) {
            const double along = (place.x - passes.box.left) / passes.map.length_mm * passes.map.cellsAlong;
            const double across = (place.y - passes.box.bottom) / passes.map.width_mm * passes.map.cellsAcross;
            if (along >= 0.0 && across >= 0.0 && along < passes.map.cellsAlong && across < passes.map.cellsAcross) {
                const double height =
                    passes.map.height_mm[static_cast<size_t>(across) * static_cast<size_t>(passes.map.cellsAlong) +
                                         static_cast<size_t>(along)];
                if (std::isfinite(height)) {
                    return std::max(0.0, height);
                }
            }
        }
        return takenOff(piece, face);
    }

    /// What flattening takes off a face of the slab, the mean over the wood.
    [[nodiscard]] double takenOff(size_t piece, Face face) const
    {
        const FlattenedPiece& flat = in_.flatten->pieces[piece];
        if (flat.missing) {
            return std::max(0.0, (flat.rough_mm - thickness_.value()) / 2.0);
        }
        return face == Face::Top ? flat.top.mean_mm : flat.bottom.mean_mm;
    }

    static double outerLength(const Region& region)
    {
        double out = 0.0;
        for (const Ring& ring : region) {
            out += perimeter_mm(ring);
        }
        return out;
    }

    void river()
    {
        if (!in_.layup->gapInput || !in_.layup->gap || !in_.layup->gap->fits || in_.layup->openGap) {
            return;
        }
        GapInput gap = *in_.layup->gapInput;
        // Share of the rough thickness that comes off the show side and the under side.
        const auto shares = [&](size_t piece) {
            const bool over = in_.layup->pieces[piece].turnedOver;
            const double show = takenOff(piece, over ? Face::Bottom : Face::Top);
            const double under = takenOff(piece, over ? Face::Top : Face::Bottom);
            const double rough = thickness_.value() + show + under;
            return std::pair{show / rough, under / rough};
        };
        const auto [showB, underB] = shares(0); // the far piece is B
        const auto [showA, underA] = shares(1);
        const Profile a = gap.edgeA;
        const Profile b = gap.edgeB;
        const Profile bevelA = gap.bevelA;
        const Profile bevelB = gap.bevelB;
        gap.edgeA = combined(a, showA, bevelA);
        gap.edgeB = combined(b, showB, bevelB);
        auto scaled = [](Profile profile, double by) {
            for (Vec2& p : profile) {
                p.y *= by;
            }
            return profile;
        };
        gap.bevelA = scaled(bevelA, 1.0 - showA - underA);
        gap.bevelB = scaled(bevelB, 1.0 - showB - underB);
        gap.thickness_mm = thickness_.value();
        gap.fillDepth_mm = thickness_.value();
        const auto answer = gapBetween(gap);
        if (!answer || !answer->fits) {
            return;
        }
        plan_.gap = *answer;
        FillItem item;
        item.name = "river";
        item.depth_mm = thickness_.value();
        item.width_mm = answer->leastTop.value;
        item.areaTop_mm2 = answer->areaTop_mm2;
        item.areaBottom_mm2 = answer->areaBottom_mm2;
        double volume_L = answer->volume_L;
        // An island's sides are ruled as well: its area runs evenly from the one face to the other.
        double islands_mm2 = 0.0;
        double islandsBelow_mm2 = 0.0;
        for (size_t i = 2; i < in_.layup->pieces.size(); ++i) {
            const PlacedPiece& island = in_.layup->pieces[i];
            const auto [show, under] = shares(i);
            const double above = island.keptArea_mm2;
            const double slope = area_mm2(island.keptUnder) - above;
            islands_mm2 += above + show * slope;
            islandsBelow_mm2 += above + (1.0 - under) * slope;
            item.islands.insert(item.islands.end(), island.kept.begin(), island.kept.end());
            item.wetted_mm2 += outerLength(island.kept) * item.depth_mm;
        }
        item.areaTop_mm2 -= islands_mm2;
        item.areaBottom_mm2 -= islandsBelow_mm2;
        volume_L -= (islands_mm2 + islandsBelow_mm2) / 2.0 * item.depth_mm / 1e6;
        const bool island = in_.layup->pieces.size() > 2;
        const Figure top = given("river_area_top", "area above", item.areaTop_mm2, Unit::Area,
                                 island ? "between the finished edges less the islands, show face"
                                        : "between the finished edges, show face");
        const Figure bottom = given("river_area_bottom", "area below", item.areaBottom_mm2, Unit::Area,
                                    island ? "between the finished edges less the islands, underside"
                                           : "between the finished edges, underside");
        item.volume =
            made("river_volume", "River", "({0} + {1}) ÷ 2 × {2}", {top, bottom, thickness_}, volume_L, Unit::Volume);
        const double half = gap.overallWidth_mm / 2.0;
        Ring ring;
        for (const Vec2 p : cutTo(gap.edgeA, answer->from_mm, answer->to_mm)) {
            ring.push_back({p.x, p.y - half});
            if (ring.size() > 1) {
                item.wetted_mm2 += length(ring[ring.size() - 1] - ring[ring.size() - 2]) * item.depth_mm;
            }
        }
        const Profile farEdge = cutTo(gap.edgeB, answer->from_mm, answer->to_mm);
        for (size_t k = farEdge.size(); k-- > 0;) {
            ring.push_back({farEdge[k].x, half - farEdge[k].y});
            if (k + 1 < farEdge.size()) {
                item.wetted_mm2 += length(ring[ring.size() - 1] - ring[ring.size() - 2]) * item.depth_mm;
            }
        }
        item.onTable = ring;
        plan_.items.push_back(std::move(item));
    }

    void addVoid(size_t pieceIndex, const Feature& feature)
    {
        const PlacedPiece& piece = in_.layup->pieces[pieceIndex];
        FillItem item;
        item.slab = piece.slab;
        item.feature = feature.id;
        item.name = std::string(kindWord(feature.kind)) + " in " + piece.name;
        const double taken = takenOffAt(pieceIndex, feature.face, centroid(feature.points));
        const double left = std::max(0.0, feature.depth_mm - taken);
        const Figure whole = given("depth", "depth", feature.depth_mm, Unit::Length, "measured on the rough face");
        const Figure off =
            in_.flatten->pieces[pieceIndex].missing
                ? assumed("taken_off", "taken off there", taken, Unit::Length, "half of what is spare; face not read")
                : given("taken_off", "taken off there", taken, Unit::Length, "flattening, at its middle");
        const Figure depth = made("depth_left", "depth left", "{0} − {1}", {whole, off}, left, Unit::Length);

        Ring ring = feature.points;
        if (feature.kind == FeatureKind::Knot && !feature.points.empty()) {
            ring = ellipse(feature.points.front(), feature.width_mm, feature.width_mm, 0.0);
        } else if (feature.kind == FeatureKind::Check && feature.points.size() >= 2) {
            ring = stripe(feature.points, std::max(1.0, feature.width_mm));
        }
        item.onTable = piece.place.toTable(ring);
        if (feature.kind != FeatureKind::ThroughVoid) {
            item.onShow = (feature.face == Face::Bottom) == piece.turnedOver;
            item.onUnder = !item.onShow;
        }
        const Region inTop = intersection({anticlockwise(item.onTable)}, piece.kept);
        const double whole_mm2 = area_mm2(std::span<const Vec2>(item.onTable));
        const double share = whole_mm2 > 0.0 ? std::clamp(area_mm2(inTop) / whole_mm2, 0.0, 1.0) : 0.0;
        if (share <= 0.0) {
            return; // cut away with the rest
        }
        if (share < 0.999) {
            for (const Ring& part : inTop) { // drawn as far as it lies in the top
                if (&part == &inTop.front() ||
                    area_mm2(std::span<const Vec2>(part)) > area_mm2(std::span<const Vec2>(item.onTable))) {
                    item.onTable = part;
                }
            }
        }
        VoidAmount amount;
        std::vector<Figure> terms;
        std::string formula;
        item.depth_mm = left;
        switch (feature.kind) {
        case FeatureKind::ThroughVoid: {
            item.depth_mm = thickness_.value();
            amount = throughVoid(ring, item.depth_mm);
            terms = {areaFigure(ring), thickness_};
            formula = "{0} × {1}";
            break;
        }
        case FeatureKind::BlindVoid:
        case FeatureKind::Inclusion:
            amount = pocket(ring, left);
            terms = {areaFigure(ring), depth};
            formula = "{0} × {1}";
            break;
        case FeatureKind::Knot: {
            // Flattening takes the wide mouth of the cone away: what is left is a smaller cone.
            const double mouth = feature.depth_mm > 0.0 ? feature.width_mm * left / feature.depth_mm : 0.0;
            amount = conicalKnot(mouth, left);
            terms = {given("mouth", "mouth", mouth, Unit::Length, "narrower below the rough face"), depth};
            formula = "⅓ of a round {0} wide, {1} deep";
            break;
        }
        case FeatureKind::Check: {
            const double mouth = feature.depth_mm > 0.0 ? feature.width_mm * left / feature.depth_mm : 0.0;
            double run = 0.0;
            for (size_t i = 0; i + 1 < feature.points.size(); ++i) {
                run += length(feature.points[i + 1] - feature.points[i]);
            }
            amount = vCrack(run, mouth, left);
            terms = {given("run", "length", run, Unit::Length, "tape"),
                     given("mouth", "width", mouth, Unit::Length, "narrower below the rough face"), depth};
            formula = "{0} × {1} × {2} ÷ 2";
            break;
        }
        case FeatureKind::WormHoles:
            amount = wormHoles(feature.count, feature.width_mm, left);
            terms = {given("count", "holes", feature.count, Unit::Count, "counted"),
                     given("hole", "across", feature.width_mm, Unit::Length, "measured"), depth};
            formula = "{0} holes × π ÷ 4 × {1}² × {2}";
            break;
        case FeatureKind::Pith:
        case FeatureKind::Sapwood:
            return;
        }
        if (share < 0.999) {
            terms.push_back(given("share", "share inside the top", share * 100.0, Unit::Percent, "on the drawing"));
            formula += ", {" + std::to_string(terms.size() - 1) + "} inside the top";
        }
        const Box box = boundsOf(item.onTable);
        item.width_mm = feature.kind == FeatureKind::Check || feature.kind == FeatureKind::WormHoles
                            ? feature.width_mm
                            : std::min(box.width(), box.height());
        item.areaTop_mm2 = item.areaBottom_mm2 =
            item.depth_mm > 0.0 ? amount.volume_L * share * 1e6 / item.depth_mm : 0.0;
        item.wetted_mm2 = amount.wetted_mm2 * share;
        item.volume = made("volume_" + piece.name + "_" + std::to_string(feature.id), item.name, formula, terms,
                           amount.volume_L * share, Unit::Volume);
        plan_.items.push_back(std::move(item));
    }

    static Figure areaFigure(const Ring& ring)
    {
        return given("area", "area", area_mm2(std::span<const Vec2>(ring)), Unit::Area, "on the drawing");
    }

    static Ring stripe(const std::vector<Vec2>& line, double width)
    {
        Ring left;
        Ring right;
        for (size_t i = 0; i < line.size(); ++i) {
            const Vec2 along = line[std::min(i + 1, line.size() - 1)] - line[i > 0 ? i - 1 : 0];
            const double size = std::max(1e-9, length(along));
            const Vec2 side{-along.y / size * width / 2.0, along.x / size * width / 2.0};
            left.push_back(line[i] + side);
            right.push_back(line[i] - side);
        }
        left.insert(left.end(), right.rbegin(), right.rend());
        return left;
    }

    [[nodiscard]] const ResinClass* resin(const std::string& id) const
    {
        for (const ResinClass& r : in_.resins) {
            if (r.id == id) {
                return &r;
            }
        }
        return nullptr;
    }

    void chooseResins()
    {
        for (FillItem& item : plan_.items) {
            FeatureKind kind = FeatureKind::ThroughVoid;
            for (size_t i = 0; i < in_.slabs.size(); ++i) {
                for (const Feature& feature : in_.slabs[i]->features) {
                    if (in_.slabs[i]->id == item.slab && feature.id == item.feature) {
                        kind = feature.kind;
                    }
                }
            }
            const ResinChoice choice =
                resinFor(item.feature == 0, kind, item.volume.value(), item.width_mm, item.depth_mm);
            item.resin = choice.resin;
            item.reason = choice.reason;
            for (const ResinOverrule& overrule : in_.choices.overrules) {
                if (overrule.slab == item.slab && overrule.feature == item.feature &&
                    resin(overrule.resin) != nullptr) {
                    item.overruled = overrule.resin != choice.resin;
                    item.resin = overrule.resin;
                    item.reason = item.overruled ? "your choice; the rule says: " + choice.reason : choice.reason;
                }
            }
            if (const ResinClass* r = resin(item.resin)) {
                item.layers = layersFor(item.depth_mm, r->maxLayer_mm, item.areaTop_mm2, item.areaBottom_mm2);
            }
        }
    }

    void makeOrders()
    {
        std::map<std::string, std::vector<const FillItem*>> byResin;
        for (const FillItem& item : plan_.items) {
            if (!item.resin.empty()) {
                byResin[item.resin].push_back(&item);
            }
        }
        for (const auto& [id, items] : byResin) {
            const ResinClass* r = resin(id);
            if (r == nullptr) {
                continue;
            }
            OrderInput input;
            std::vector<Figure> volumes;
            for (const FillItem* item : items) {
                input.voids_L += item->volume.value();
                input.wetted_mm2 += item->wetted_mm2;
                input.overpourArea_mm2 += item->areaTop_mm2;
                volumes.push_back(item->volume);
            }
            const FillChoices& c = in_.choices;
            input.overpour_mm = c.overpour_mm;
            input.soakIn_g_m2 = c.soakIn_g_m2;
            input.reserve = c.reserve;
            input.potResidue = c.potResidue;
            input.mix = r->mix;
            input.bucket_L = c.bucket_L;
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

    void add(Figure figure, Weight weight = Weight::Plain) { plan_.figures.push_back({std::move(figure), weight}); }

    void weigh()
    {
        std::vector<Figure> mixed;
        double litres = 0.0;
        for (const ResinOrder& order : plan_.orders) {
            mixed.push_back(order.mixed);
            litres += order.order.total.volume_L;
        }
        std::string sum;
        for (size_t i = 0; i < mixed.size(); ++i) {
            sum += (i > 0 ? " + {" : "{") + std::to_string(i) + "}";
        }
        plan_.litres = mixed.empty() ? given("litres", "Resin to mix", 0.0, Unit::Volume, "nothing to fill")
                                     : made("litres", "Resin to mix", sum, mixed, litres, Unit::Volume);
        add(plan_.litres, Weight::Telling);
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
            add(order.batchVolume);
            add(order.batchA);
            add(order.batchB);
            add(order.pigment);
            add(order.a, Weight::Folded);
            add(order.b, Weight::Folded);
            add(order.aVolume, Weight::Folded);
            add(order.bVolume, Weight::Folded);
        }
        double mass = 0.0;
        std::vector<Figure> masses;
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            const PlacedPiece& piece = in_.layup->pieces[i];
            const double mc = in_.slabs[i]->mc_pct.value_or(10.0);
            const double density = in_.species[i].id.empty() // of wood nobody named, no weight is known
                                       ? std::numeric_limits<double>::quiet_NaN()
                                       : density_kg_m3(in_.species[i].g12, mc);
            const double kg = piece.keptArea_mm2 * thickness_.value() * 1e-9 * density;
            const Figure area =
                given("kept_area", "wood of " + piece.name, piece.keptArea_mm2, Unit::Area, "on the drawing");
            const Figure mcFigure = in_.slabs[i]->mc_pct ? given("mc", "MC", mc, Unit::Percent, "meter")
                                                         : assumed("mc", "MC", mc, Unit::Percent, "not metered");
            const Figure g12 =
                given("g12", "specific gravity at 12 %", in_.species[i].g12, Unit::None, in_.species[i].source);
            const Figure densityFigure =
                made("density", "density", "{0} at {1}", {g12, mcFigure}, density, Unit::Density);
            masses.push_back(made("mass_" + piece.name, piece.name, "{0} × {1} × {2}",
                                  {area, thickness_, densityFigure}, kg, Unit::Mass));
            mass += kg;
        }
        double resinKg = 0.0;
        for (const ResinOrder& order : plan_.orders) {
            double voids = 0.0;
            for (const FillItem& item : plan_.items) {
                voids += item.resin == order.resin ? item.volume.value() : 0.0;
            }
            resinKg += voids * order.order.mixedDensity_kg_L;
        }
        std::string formula;
        for (size_t i = 0; i < masses.size(); ++i) {
            formula += (i > 0 ? " + {" : "{") + std::to_string(i) + "}";
        }
        if (resinKg > 0.0) {
            formula += " + {" + std::to_string(masses.size()) + "}";
            masses.push_back(
                given("mass_resin", "resin", resinKg, Unit::Mass, "volume of the voids × density of the mix"));
        }
        plan_.mass = made("mass", "Weight, finished top", formula, masses, mass + resinKg, Unit::Mass);
        add(plan_.mass);
    }

    const FillInput& in_;
    Figure thickness_;
    FillPlan plan_;
};

} // namespace

FillPlan fillPlan(const FillInput& input)
{
    return FillBuilder(input).run();
}

} // namespace burl
