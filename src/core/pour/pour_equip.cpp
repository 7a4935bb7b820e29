#include "core/pour/pour_plan.h"

// What a pour needs beside resin: a form, clamps, a bench that carries it; and whole packs of resin.

#include <algorithm>
#include <cmath>
#include <map>

#include "core/fill/fill_findings.h"

namespace burl
{
namespace
{

constexpr double kKilo = 1000.0;
constexpr double kMargin = 1.5;          // of a clamp, against a knock or a slipped caul
constexpr double kClampEvery_mm = 800.0; // a piece bends between clamps that stand further apart
constexpr double kFloats_N = 1.0;

const FillItem* riverOf(const FillPlan& fill)
{
    for (const FillItem& item : fill.items) {
        if (item.river && !item.layers.volumes_L.empty()) {
            return &item;
        }
    }
    return nullptr;
}

double boardDensity(const PourInput& in)
{
    return in.fillInput->materials.board(in.fillInput->choices.form.board).density_kg_m3;
}

void makeForm(const PourInput& in, const FillItem& river, PourPlan& plan)
{
    const LayupPlan& layup = *in.fillInput->layup;
    FormInput form;
    form.choices = in.fillInput->choices.form;
    Box box = boundsOf(river.onTable);
    double outline = 0.0;
    for (const PlacedPiece& piece : layup.pieces) {
        const Box b = boundsOf(piece.rough);
        box = {std::min(box.left, b.left), std::min(box.bottom, b.bottom), std::max(box.right, b.right),
               std::max(box.top, b.top)};
        outline += perimeter_mm(piece.rough);
    }
    form.long_mm = box.width();
    form.wide_mm = box.height();
    form.deep_mm = river.depth_mm;
    form.pieces_mm = outline;
    form.area_mm2 = (river.areaTop_mm2 + river.areaBottom_mm2) / 2.0;
    form.board_kg_m3 = boardDensity(in);
    form.dividers = layup.parted_mm ? 1 : 0;
    const auto made = formFor(form);
    if (made) {
        plan.form = *made;
    } else {
        plan.formTrouble = made.error().sentence;
    }
}

/// Evenly along the middle of a piece, none nearer to an end than half their distance.
std::vector<Vec2> alongPiece(const PlacedPiece& piece, int count)
{
    std::vector<Vec2> out;
    const Box box = boundsOf(piece.rough);
    for (int i = 0; i < count; ++i) {
        const double x = box.left + box.width() * (i + 0.5) / count;
        std::vector<double> ys; // where a line across the board leaves the piece
        Ring turned;
        for (const Vec2 p : piece.rough) {
            turned.push_back({p.y, p.x});
        }
        ys = crossingsAt(turned, x);
        const double y = ys.size() >= 2 ? (ys.front() + ys.back()) / 2.0 : centroid(piece.rough).y;
        out.push_back({x, y});
    }
    return out;
}

void makeUplift(const PourInput& in, const FillItem& river, PourPlan& plan)
{
    const FillInput& f = *in.fillInput;
    const ResinClass* r = resinCalled(f.resins, river.resin);
    if (r == nullptr) {
        return;
    }
    const double resin = mixedDensity_kg_L(r->mix) * kKilo;
    const double thick = river.depth_mm;
    for (size_t i = 0; i < f.layup->pieces.size(); ++i) {
        const Figure wood = woodDensity(f, i);
        if (!wood.known()) {
            continue;
        }
        const PlacedPiece& piece = f.layup->pieces[i];
        const double area = piece.roughMean_mm2;
        const auto at = [&](double deep) {
            return upliftOf(area, thick, std::min(deep, thick), wood.value(), resin, kMargin, f.choices.form.clamp_N);
        };
        const Uplift whole = at(river.depth_mm);
        Floating floating;
        floating.piece = i;
        floating.name = piece.name;
        floating.floats_mm = whole.floatDepth_mm;
        floating.firstLayer_N = at(river.layers.thickness_mm).net_N;
        floating.whole_N = whole.net_N;
        if (whole.uplift_N > kFloats_N) {
            const int apart = static_cast<int>(std::ceil(boundsOf(piece.rough).width() / kClampEvery_mm));
            floating.clamps = std::max(whole.clamps, apart);
            floating.at = alongPiece(piece, floating.clamps);
        }
        plan.floating.push_back(std::move(floating));
    }
}

void makeLoad(const PourInput& in, PourPlan& plan)
{
    const FillInput& f = *in.fillInput;
    double wood = 0.0;
    for (size_t i = 0; i < f.layup->pieces.size(); ++i) {
        const Figure density = woodDensity(f, i);
        const PlacedPiece& piece = f.layup->pieces[i];
        const FlattenedPiece& flat = f.flatten->pieces[i];
        const double read = flat.readTo_mm > 0.0 ? (flat.readFrom_mm + flat.readTo_mm) / 2.0 : 0.0;
        const double thick = read > 0.0                      ? read
                             : piece.roughThickness_mm > 0.0 ? piece.roughThickness_mm
                                                             : f.flatten->thickness.value();
        constexpr double kCubic_mm3 = 1e9;
        wood += piece.roughMean_mm2 * thick / kCubic_mm3 * density.value();
    }
    double resin = 0.0;
    for (const PourEvent& event : plan.events) {
        const ResinClass* r = resinCalled(f.resins, event.resin);
        if (event.kind == PourKind::River && r != nullptr) {
            resin += event.litres.value() * mixedDensity_kg_L(r->mix);
        }
    }
    plan.benchLoad =
        made("bench_load", "On the bench while it cures", "{0} + {1} + {2}",
             {workedOut("load_slabs", "slabs", wood, Unit::Mass, "rough pieces at the density of their wood"),
              workedOut("load_resin", "resin", resin, Unit::Mass, "of all layers"),
              workedOut("load_form", "form", plan.form ? plan.form->mass_kg : 0.0, Unit::Mass, "its boards")},
             wood + resin + (plan.form ? plan.form->mass_kg : 0.0), Unit::Mass);
}

void makePurchases(const PourInput& in, PourPlan& plan)
{
    std::map<std::string, std::vector<Figure>> byResin;
    for (const PourEvent& event : plan.events) {
        byResin[event.resin].push_back(relabelled(event.litres, event.litres.node().key, event.name));
    }
    for (const auto& [id, litres] : byResin) {
        const ResinClass* r = resinCalled(in.fillInput->resins, id);
        if (r == nullptr) {
            continue;
        }
        Purchase purchase;
        purchase.resin = id;
        purchase.name = r->name;
        purchase.litres = sumFigure("pour_" + id, r->name + ", all pours", litres, Unit::Volume);
        purchase.inStock_L = r->inStock_L;
        if (!r->packs.empty()) {
            purchase.packs = packsFor(purchase.litres.value(), r->inStock_L.value_or(0.0), r->packs);
        }
        plan.purchases.push_back(std::move(purchase));
    }
}

std::string boardWord(FormBoard board)
{
    switch (board) {
    case FormBoard::Plywood:
        return "plywood";
    case FormBoard::Melamine:
        return "melamine board";
    case FormBoard::Mdf:
        return "MDF";
    case FormBoard::Hdpe:
        return "HDPE";
    }
    return "board";
}

void nameResin(PourPlan& plan)
{
    for (const Purchase& purchase : plan.purchases) {
        Goods goods{"resin:" + purchase.resin, purchase.name, "L", purchase.litres, "pour_", {}, true};
        for (const PourEvent& event : plan.events) {
            if (event.resin == purchase.resin && event.litres.known()) {
                goods.uses.push_back({"pour_" + event.id, event.litres.value()});
            }
        }
        plan.goods.push_back(std::move(goods));
    }
}

/// Resin, and what a form and its colours use up beside it.
void nameGoods(const PourInput& in, PourPlan& plan)
{
    nameResin(plan);
    const FillChoices& c = in.fillInput->choices;
    const auto add = [&](const std::string& kind, const std::string& name, const std::string& unit, double amount,
                         Unit measured, const std::string& source, const std::string& step) {
        plan.goods.push_back({kind, name, unit, workedOut("goods_" + kind, name, amount, measured, source), step});
    };
    if (plan.form) {
        const std::string board = boardWord(c.form.board);
        add("form_board:" + board, "Sheets of " + board + " for the form", "sheets",
            static_cast<double>(plan.form->sheets), Unit::Count, "the boards as they lie on them", "form");
        add("sealant", "Cartridges of sealant", "", plan.form->cartridges, Unit::Count,
            "the bead round the form and under the slabs", "form");
        if (c.form.board != FormBoard::Hdpe) { // resin lets go of that by itself
            add("release", "Release tape or film, m²", "m²", plan.form->release_m2, Unit::None,
                "the inside of the form", "form");
        }
    }
    std::map<std::string, double> pigments;
    for (const PourEvent& event : plan.events) {
        for (const ColourPots& colour : event.colours) {
            pigments[colour.colour] += colour.pots.all.pigment_g;
        }
    }
    for (const auto& [colour, grams] : pigments) {
        if (grams > 0.0) {
            const std::string name = colour.empty() ? "Pigment" : "Pigment " + colour;
            add("pigment:" + colour, name + ", g", "g", grams, Unit::None, "its share of every pot", "pour_");
        }
    }
}

} // namespace

void equipPours(const PourInput& in, PourPlan& plan)
{
    if (const FillItem* river = riverOf(*in.fill)) {
        makeForm(in, *river, plan);
        makeUplift(in, *river, plan);
        makeLoad(in, plan);
    }
    makePurchases(in, plan);
    nameGoods(in, plan);
}

} // namespace burl
