// What is to be known of the whole top: its way into the room, its outline, rods, halves and keys.

#include <algorithm>
#include <cmath>

#include "core/layup/door.h"
#include "core/layup/layup_look.h"

namespace burl
{
namespace
{

/// Shop, van and door: what a long or wide top must pass before anybody sits at it.
void lookAtWay(const LayupInput& in, LayupPlan& plan)
{
    const double rough = in.choices.length_mm + 2.0 * in.trim_mm;
    double longest = in.choices.length_mm;
    if (plan.parted_mm) {
        longest = std::max(*plan.parted_mm, in.choices.length_mm - *plan.parted_mm);
    }
    if (in.longest_mm && rough > *in.longest_mm) {
        addFinding(plan.findings, "layup.too_long_for_shop", Severity::Warn,
                   "The rough pieces are {0} long; the shop handles {1}.",
                   {given("rough", "rough length", rough, Unit::Length, "length and trim"),
                    given("shop_longest", "shop", *in.longest_mm, Unit::Length, "the shop's habits")},
                   "shorten it, make it in two halves, or have it cut elsewhere");
    }
    if (in.van_mm && longest > *in.van_mm) {
        addFinding(plan.findings, "layup.too_long_for_van", Severity::Warn, "The top is {0} long; the van takes {1}.",
                   {given("longest", "longest piece", longest, Unit::Length, "on the drawing"),
                    given("van", "van", *in.van_mm, Unit::Length, "the shop's habits")},
                   "two halves, or a longer van");
    }
    if (in.door.wide_mm && in.door.high_mm) {
        // The shorter way of the top stands up in the door.
        const double across = std::min(longest, plan.finalBox.height());
        const double widest = widestThroughDoor(in.choices.thickness_mm, *in.door.wide_mm, *in.door.high_mm);
        if (across > widest) {
            addFinding(plan.findings, "layup.too_wide_for_door", Severity::Stop,
                       "The top is {0} wide; its door passes {1} at most, tilted.",
                       {given("across", "across", across, Unit::Length, "on the drawing"),
                        given("door_widest", "through the door", widest, Unit::Length, "door and thickness")},
                       "two halves joined in the room, or another way in");
        }
    }
}

void lookAtShape(const LayupInput& in, LayupPlan& plan)
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
    const Figure off = given("shape_off", "off the wood", worst, Unit::Length, "on the drawing");
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

void lookAtRods(const LayupInput& in, LayupPlan& plan)
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

void lookAtParting(LayupPlan& plan)
{
    if (plan.parted_mm) {
        addFinding(plan.findings, "layup.parted", Severity::Caution,
                   "Cross cut square to the sides; bolts near both faces; one pigment recipe for both pours.", {}, "",
                   Vec2{*plan.parted_mm, 0.0});
    }
}

void lookAtKeys(const LayupInput& in, LayupPlan& plan)
{
    if (plan.keys.empty()) {
        return;
    }
    const Figure thick = given("thickness", "thickness", in.choices.thickness_mm, Unit::Length, "wanted");
    addFinding(plan.findings, "layup.keys", Severity::Caution,
               "{0} keys hold the check: {1} to {2} deep, their grain across it.",
               {given("keys", "keys", static_cast<double>(plan.keys.size()), Unit::Count, "every 120 mm"),
                made("key_least", "least", "{0} ÷ 3", {thick}, in.choices.thickness_mm / 3.0, Unit::Length),
                made("key_most", "most", "{0} ÷ 2", {thick}, in.choices.thickness_mm / 2.0, Unit::Length)},
               "let them in before the last flattening", plan.keys.front().at);
}

} // namespace

void lookAtWhole(const LayupInput& in, LayupPlan& plan)
{
    lookAtWay(in, plan);
    lookAtShape(in, plan);
    lookAtRods(in, plan);
    lookAtParting(plan);
    lookAtKeys(in, plan);
}

} // namespace burl
