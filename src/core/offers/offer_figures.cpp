#include "core/offers/offer_figures.h"

#include <algorithm>
#include <string>

namespace burl
{
namespace
{

constexpr double kLeastOffcut_mm = 300.0; // shorter ones make no table

/// The longest end that is left of a slab when the final top and its trim are cut out.
double longestOffcut_mm(const LayupPlan& layup, double trim_mm)
{
    double longest = 0.0;
    for (const PlacedPiece& piece : layup.pieces) {
        const Box box = boundsOf(piece.showRing);
        longest = std::max({longest, -trim_mm - box.left, box.right - layup.length.value() - trim_mm});
    }
    return longest;
}

} // namespace

OfferView layupView(const LayupChoices& layup, const Job& job, const Shop& shop)
{
    Job changed = job;
    changed.layup = layup;
    OfferView view;
    view.plan = makePlan(changed, shop);
    const auto add = [&view](const char* key, Prominence prominence = Prominence::Plain) {
        if (const Figure f = view.plan.figure(key)) {
            view.figures.push_back({f, prominence});
        }
    };
    add("width_mean", Prominence::Headline);
    add("width_least");
    add("halves_differ");
    add("gap_least");
    add("gap_most");
    add("figure_drift");
    add("knots_mirrored");
    add("defects");
    add("pith_nearest");
    add("thickness");
    if (view.plan.fill && view.plan.fill->mass) {
        view.figures.push_back({view.plan.fill->mass, Prominence::Plain});
    }
    add("offcuts");
    const double trim = layup.trim_mm.value_or(shop.habits.trimEachEnd_mm);
    if (const double longest = longestOffcut_mm(*view.plan.layup, trim); longest >= kLeastOffcut_mm) {
        view.figures.push_back({workedOut("offcut_longest", "Longest offcut", longest, Unit::Length, "on the drawing"),
                                Prominence::Plain});
    }
    double price = 0.0;
    bool priced = !layup.pieces.empty();
    std::vector<Figure> prices;
    for (const Piece& piece : layup.pieces) {
        const Slab* slab = shop.slab(piece.slab);
        priced = priced && slab != nullptr && slab->price.has_value();
        if (priced) {
            price += *slab->price;
            prices.push_back(given("slab_price", "price of " + slab->name, *slab->price, Unit::Money, "bill"));
        }
    }
    if (priced) {
        view.figures.push_back(
            {prices.size() == 1 ? relabelled(prices[0], "slabs_price", "Slabs cost")
                                : made("slabs_price", "Slabs cost", sumOf(prices.size()), prices, price, Unit::Money),
             Prominence::Plain});
    }
    return view;
}

OfferView offerView(const Offer& offer, const Job& job, const Shop& shop)
{
    OfferView view = layupView(offer.layup, job, shop);
    const auto part = [](const char* key, const char* label, double points, Counts counts) {
        return made(key, label, "{0} × {1}",
                    {workedOut("points", "points", points, Unit::None, "0 nothing lost, 100 all"),
                     given("weight", "weight", weightOf(counts), Unit::None, "your wishes")},
                    points * weightOf(counts), Unit::None);
    };
    const OfferWishes& w = job.wishes;
    view.figures.push_back({made("offer_points", "Points lost", "{0} + {1} + {2} + {3} + {4}",
                                 {part("lost_match", "match", offer.loss.match, w.match),
                                  part("lost_even", "evenness", offer.loss.even, w.even),
                                  part("lost_sound", "soundness", offer.loss.sound, w.sound),
                                  part("lost_waste", "waste", offer.loss.waste, w.waste),
                                  part("lost_price", "price", offer.loss.price, w.price)},
                                 offer.points, Unit::None),
                            Prominence::Folded});
    return view;
}

} // namespace burl
