// What is to be known of the whole top: its way into the room, its outline, rods, halves and keys.

#include <algorithm>
#include <cmath>

#include "core/layup/door.h"
#include "core/layup/layup_findings.h"

namespace burl
{
namespace
{

constexpr double kRodCover_mm = 20.0; // wood beyond a rod's end (custom)
constexpr double kSliver_mm2 = 100.0; // an overlap of less is rounding

/// Shop, van and door: what a long or wide top must pass before anybody sits at it.
void inspectWay(const LayupInput& in, LayupPlan& plan)
{
    const double rough = in.choices.length_mm + 2.0 * in.trim_mm;
    double longest = in.choices.length_mm;
    if (plan.parted_mm) {
        longest = std::max(*plan.parted_mm, in.choices.length_mm - *plan.parted_mm);
    }
    if (in.longest_mm && rough > *in.longest_mm) {
        addFinding(plan.findings, "layup.too_long_for_shop", Severity::Warn,
                   "The rough pieces are {0} long; the shop handles {1}.",
                   {workedOut("rough", "rough length", rough, Unit::Length, "length and trim"),
                    given("shop_longest", "shop", *in.longest_mm, Unit::Length, "the shop's habits")},
                   "shorten it, make it in two halves, or have it cut elsewhere");
    }
    if (in.van_mm && longest > *in.van_mm) {
        addFinding(plan.findings, "layup.too_long_for_van", Severity::Warn, "The top is {0} long; the van takes {1}.",
                   {workedOut("longest", "longest piece", longest, Unit::Length, "on the drawing"),
                    given("van", "van", *in.van_mm, Unit::Length, "the shop's habits")},
                   "two halves, or a longer van");
    }
    if (in.door.wide_mm && in.door.high_mm) {
        // The shorter way of the top stands up in the door.
        const double across = std::min(longest, plan.finalBox.height());
        const double widest = widestThroughDoor(in.choices.thickness_mm, *in.door.wide_mm, *in.door.high_mm);
        if (across > widest) {
            addFinding(plan.findings, "layup.too_wide_for_door", Severity::Stop,
                       widest > 0.0 ? "The top is {0} wide; its door passes {1} at most, tilted."
                                    : "The top is {0} wide, and nothing so thick passes its door.",
                       {workedOut("across", "across", across, Unit::Length, "on the drawing"),
                        workedOut("door_widest", "through the door", widest, Unit::Length, "door and thickness")},
                       "two halves joined in the room, or another way in");
        }
    }
}

void inspectShape(const LayupInput& in, LayupPlan& plan)
{
    if (plan.shape.empty()) {
        if (in.choices.shape == TopShape::Drawn) {
            addFinding(plan.findings, "layup.outline_crossed", Severity::Warn,
                       in.choices.outline.size() < 3 ? "A drawn outline needs three corners; the top stays as the "
                                                       "pieces lie."
                                                     : "The drawn outline crosses itself; the top stays as the pieces "
                                                       "lie.",
                       {}, "drag its corners apart",
                       in.choices.outline.empty() ? std::nullopt : std::optional<Vec2>(in.choices.outline.front()));
        }
        return;
    }
    // Where the round is not on wood: the worst place, seen from the middle.
    double worst = 0.0;
    Vec2 place;
    for (const Vec2 p : plan.shape) {
        double out = 1e9;
        for (const PlacedPiece& piece : plan.pieces) {
            out = std::min(out, -signedDistance_mm(piece.showRing, p));
        }
        const bool inGap =
            facesAcross(in.choices.kind) && plan.gapInput && std::abs(p.y) < plan.gapInput->overallWidth_mm / 2.0 - 1.0;
        if (out > worst && !inGap) {
            worst = out;
            place = p;
        }
    }
    const Figure off = workedOut("shape_off", "off the wood", worst, Unit::Length, "on the drawing");
    const std::string word = in.choices.shape == TopShape::Round  ? "round"
                             : in.choices.shape == TopShape::Oval ? "oval"
                                                                  : "drawn outline";
    if (worst > 0.5 && in.choices.edges == OuterEdges::Straight) {
        addFinding(plan.findings, "layup.shape_off_wood", Severity::Stop, "The " + word + " leaves the wood by {0}.",
                   {off}, "make it smaller or shift it", place);
    } else if (worst > 0.5) {
        addFinding(plan.findings, "layup.shape_keeps_edge", Severity::Caution,
                   "The " + word + " keeps the live edge where the wood ends {0} inside it.", {off},
                   "make it smaller to have it whole", place);
    }
}

void inspectRods(const LayupInput& in, LayupPlan& plan)
{
    if (in.choices.kind != TopKind::Gap) {
        return;
    }
    if (plan.rods.empty() && plan.gap && plan.gap->fits) {
        addFinding(plan.findings, "layup.no_rods", Severity::Stop, "No rod lies across the gap: nothing holds it.", {},
                   "choose a shorter pitch");
        return;
    }
    if (!plan.rods.empty()) {
        addFinding(plan.findings, "layup.rods_square", Severity::Caution,
                   "Drill all rods from the same reference face, parallel and square, or it will not go together.", {},
                   "");
    }
    if (in.choices.rods.embed_mm > in.choices.rods.drillReach_mm) {
        addFinding(plan.findings, "layup.drill_short", Severity::Stop,
                   "The drill reaches {0}, the rods go {1} into the wood.",
                   {given("reach", "reach", in.choices.rods.drillReach_mm, Unit::Length, "chosen"),
                    given("embed", "embed", in.choices.rods.embed_mm, Unit::Length, "chosen")},
                   "a longer drill, or less in the wood");
    }
    if (in.choices.rods.diameter_mm > in.choices.thickness_mm / 3.0) {
        addFinding(plan.findings, "layup.rod_thick", Severity::Warn,
                   "Rods of {0} leave little wood above and below in {1}.",
                   {given("rod", "rod", in.choices.rods.diameter_mm, Unit::Length, "chosen"),
                    given("thickness", "thickness", in.choices.thickness_mm, Unit::Length, "wanted")},
                   "thinner rods: a third of the thickness at most");
    }
}

/// A rod must end in wood, not come out of the outer edge.
void inspectRodWood(const LayupInput& in, LayupPlan& plan)
{
    const double embed = std::min(in.choices.rods.embed_mm, in.choices.rods.drillReach_mm);
    double least = 1e9;
    Vec2 place;
    std::string piece;
    for (const Rod& rod : plan.rods) {
        for (const PlacedPiece* p : {&plan.far(), &plan.near()}) {
            // The rods lie at half the thickness: halfway between the edges of both faces.
            const auto middle = [&](const Profile& show, const Profile& under) {
                return (valueAt(show, rod.x_mm) + valueAt(under, rod.x_mm)) / 2.0;
            };
            const auto& side = p == &plan.far() ? plan.upperSide : plan.lowerSide;
            const bool far = p == &plan.far();
            double outer = far ? middle(p->upper, p->upperUnder) : -middle(p->lower, p->lowerUnder);
            if (side) {
                outer = std::min(outer, far ? side->at(rod.x_mm) : -side->at(rod.x_mm));
            }
            const double inner = far ? middle(p->lower, p->lowerUnder) : -middle(p->upper, p->upperUnder);
            if (outer - inner - embed < least) {
                least = outer - inner - embed;
                place = {rod.x_mm, far ? outer : -outer};
                piece = p->name;
            }
        }
    }
    const Figure deep = given("rod_embed_used", "in the wood", embed, Unit::Length, "chosen, no more than the drill");
    if (least <= 0.0) {
        addFinding(plan.findings, "layup.rod_through", Severity::Stop,
                   "A rod that goes {0} into " + piece + " comes out of its outer edge.", {deep},
                   "less of the rods in the wood", place);
    } else if (least < kRodCover_mm) {
        addFinding(plan.findings, "layup.rod_near_edge", Severity::Warn,
                   "A rod in " + piece + " ends {0} from its outer edge; {1} of wood should cover it.",
                   {workedOut("rod_cover", "covered by", least, Unit::Length, "on the drawing"),
                    given("rod_cover_least", "least", kRodCover_mm, Unit::Length, "custom")},
                   "less of the rods in the wood", place);
    }
}

/// Pieces beyond what the kind of top takes, and wood that is used twice.
void inspectPieces(const LayupInput& in, LayupPlan& plan)
{
    for (size_t i = plan.pieces.size(); i < in.choices.pieces.size() && i < in.slabs.size(); ++i) {
        if (in.slabs[i]) {
            addFinding(
                plan.findings, "layup.piece_too_many", Severity::Warn,
                in.slabs[i]->name + " is in no top: this kind takes {0} pieces at most.",
                {given("pieces_most", "pieces", static_cast<double>(plan.pieces.size()), Unit::Count, "kind of top")},
                "put it back on the rack, or choose a top of more pieces");
        }
    }
    for (size_t i = 0; i < plan.pieces.size(); ++i) {
        for (size_t k = i + 1; k < plan.pieces.size(); ++k) {
            const PlacedPiece& a = plan.pieces[i];
            const PlacedPiece& b = plan.pieces[k];
            if (!(a.slab == b.slab)) {
                continue;
            }
            const Region both =
                intersection({anticlockwise(a.place.toSlab(a.rough))}, {anticlockwise(b.place.toSlab(b.rough))});
            const double twice = area_mm2(both);
            if (twice > kSliver_mm2) {
                addFinding(plan.findings, "layup.wood_twice", Severity::Stop,
                           "Two pieces are cut from the same wood of " + a.name + ": {0} of it is used twice.",
                           {workedOut("wood_twice", "used twice", twice, Unit::Area, "where both lie in the slab")},
                           "slide one of them, or take another slab", a.place.toTable(centroid(largestRing(both))));
            }
        }
    }
}

void inspectParting(const LayupInput& in, LayupPlan& plan)
{
    constexpr double kNothing_mm = 0.5;
    if (in.choices.parted_mm && !plan.parted_mm && std::abs(*in.choices.parted_mm) < kNothing_mm) {
        addFinding(plan.findings, "layup.parted_outside", Severity::Warn,
                   "The cut into two halves is said at the very end of the top: it stays in one piece.", {},
                   "say a place between its ends, or leave it in one");
    } else if (in.choices.parted_mm && !plan.parted_mm) {
        addFinding(plan.findings, "layup.parted_outside", Severity::Warn,
                   "The cut into two halves is said at {0}, and the top is {1} long: it stays in one piece.",
                   {given("parted", "cross cut", *in.choices.parted_mm, Unit::Length, "chosen"), plan.length},
                   "say a place between its ends, or leave it in one");
    }
    if (plan.parted_mm) {
        addFinding(plan.findings, "layup.parted", Severity::Caution,
                   "Cross cut square to the sides; bolts near both faces; one pigment recipe for both pours.", {}, "",
                   Vec2{*plan.parted_mm, 0.0});
    }
}

void inspectKeys(const LayupInput& in, LayupPlan& plan)
{
    for (const KeyedCheck& check : plan.keyed) {
        if (check.keys == 0) {
            addFinding(plan.findings, "layup.no_key", Severity::Warn,
                       "No key finds room across a check of " + plan.pieces[check.piece].name + " that is to be keyed.",
                       {}, "cut the check off or fill it", check.place);
        }
    }
    if (plan.keys.empty()) {
        return;
    }
    const Figure thick = given("thickness", "thickness", in.choices.thickness_mm, Unit::Length, "wanted");
    addFinding(plan.findings, "layup.keys", Severity::Caution,
               plan.keys.size() == 1 ? "One key holds the check: {1} to {2} deep, its grain across it."
                                     : "{0} keys hold the checks: {1} to {2} deep, their grain across them.",
               {workedOut("keys", "keys", static_cast<double>(plan.keys.size()), Unit::Count, "every 120 mm"),
                made("key_least", "least", "{0} ÷ 3", {thick}, in.choices.thickness_mm / 3.0, Unit::Length),
                made("key_most", "most", "{0} ÷ 2", {thick}, in.choices.thickness_mm / 2.0, Unit::Length)},
               "let them in before the last flattening", plan.keys.front().at);
}

} // namespace

void inspectWhole(const LayupInput& in, LayupPlan& plan)
{
    inspectWay(in, plan);
    inspectShape(in, plan);
    inspectRods(in, plan);
    inspectRodWood(in, plan);
    inspectPieces(in, plan);
    inspectParting(in, plan);
    inspectKeys(in, plan);
}

} // namespace burl
