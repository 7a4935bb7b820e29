#include "core/layup/layup_plan.h"

// What a maker should know of a layup before the saw is taken to it.

#include <algorithm>
#include <array>
#include <cmath>

namespace burl
{
namespace
{

class Looker
{
public:
    Looker(const LayupInput& input, LayupPlan& plan) : in_(input), choices_(input.choices), plan_(plan) {}

    void look()
    {
        const double length = choices_.length_mm;
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const PlacedPiece& piece = plan_.pieces[i];
            const Slab& slab = *in_.slabs[i];
            lookAtEnds(piece, length);
            lookAtFeatures(piece, slab);
            if (piece.ripByHand) {
                lookAtRip(piece, i);
            }
            if (slab.endGrain) {
                addFinding(plan_.findings, "layup.end_grain", Severity::Warn,
                           piece.name + " is a cross-cut round: it shrinks more round the pith than towards it and "
                                        "cracks along a radius.",
                           {}, "dry it slowly, let a key or a fill take the crack", centroid(piece.rough));
            } else if (slab.pith && slab.thickness_mm && std::abs(slab.pith->distance_mm) < *slab.thickness_mm / 2.0) {
                addFinding(plan_.findings, "layup.pith_slab", Severity::Warn,
                           piece.name + " has the pith in it: it will crack along it, and cups little.",
                           {given("pith", "pith", slab.pith->distance_mm, Unit::Length, "log end")},
                           "rip the pith out, or take a slab further from it", centroid(piece.rough));
            }
        }
        if (choices_.width_mm && !facesAcross(choices_.kind)) {
            const double widest = least(widestStraight()).value;
            if (*choices_.width_mm > widest + 0.05) {
                addFinding(plan_.findings, "layup.too_wide", Severity::Stop,
                           "The wood gives {0} at its narrowest, {1} is wanted.",
                           {given("widest", "widest", widest, Unit::Length, "on the drawing"),
                            given("width", "width", *choices_.width_mm, Unit::Length, "chosen")},
                           "make the top narrower or turn a piece");
            }
        }
        if (plan_.gap && !plan_.gap->fits) {
            addFinding(plan_.findings, "layup.overlap", Severity::Stop,
                       choices_.kind == TopKind::Gap ? "The slabs overlap by {0} across the gap."
                                                     : "The slabs overlap by {0} across the river.",
                       {given("overlap", "overlap", -std::min(plan_.gap->leastTop.value, plan_.gap->leastBottom.value),
                              Unit::Length, "on the drawing")},
                       "widen the top or rip more off the outer edges", Vec2{plan_.gap->leastTop.x, 0.0});
        } else if (plan_.gap && plan_.gap->leastBottom.value < 5.0) {
            addFinding(
                plan_.findings, "layup.gap_tight", Severity::Warn,
                choices_.kind == TopKind::Gap ? "The gap closes to {0}, too narrow to finish its edges."
                                              : "The river closes to {0}, too narrow to pour and to clean.",
                {given("gap", "gap", std::max(0.0, plan_.gap->leastBottom.value), Unit::Length, "on the drawing")},
                "open the gap", Vec2{plan_.gap->leastBottom.x, 0.0});
        }
        if (plan_.pieces.size() >= 2) {
            comparePieces();
            addFinding(plan_.findings, "layup.rip_after", Severity::Caution,
                       "Rip after the first flattening: on rough slabs nothing lines up.", {}, "");
        }
        lookAtShape();
        lookAtRods();
        lookAtParting();
        lookAtKeys();
    }

private:
    [[nodiscard]] Profile over(const Profile& profile) const { return cutTo(profile, 0.0, choices_.length_mm); }

    /// The rip line that is shown and turned: the lower side of a far joined piece and of a near piece
    /// across a gap.
    [[nodiscard]] bool ripsLower(size_t index) const { return (index == 0) != facesAcross(choices_.kind); }

    [[nodiscard]] Profile widestStraight() const
    {
        return combined(over(plan_.pieces.front().upper), -1.0, over(plan_.pieces.back().lower));
    }

    void lookAtEnds(const PlacedPiece& piece, double length)
    {
        const Box box = boundsOf(piece.showRing);
        const double shortLeft = box.left;
        const double shortRight = length - box.right;
        const double over = std::max(shortLeft, shortRight);
        if (over > 0.5) {
            addFinding(plan_.findings, "layup.too_short", Severity::Stop, piece.name + " ends {0} inside the top.",
                       {given("short_by", "short", over, Unit::Length, "on the drawing")},
                       "slide it or shorten the top",
                       Vec2{shortLeft > shortRight ? 0.0 : length, centroid(piece.showRing).y});
        } else if (over > -in_.trim_mm + 0.5) {
            addFinding(plan_.findings, "layup.no_trim", Severity::Warn,
                       piece.name + " has only {0} of its end to trim; {1} is wanted.",
                       {given("trim_left", "left", -over, Unit::Length, "on the drawing"),
                        given("trim", "trim", in_.trim_mm, Unit::Length, "chosen")},
                       "slide it or shorten the top",
                       Vec2{shortLeft > shortRight ? 0.0 : length, centroid(piece.showRing).y});
        }
    }

    void lookAtFeatures(const PlacedPiece& piece, const Slab& slab)
    {
        for (const Feature& feature : slab.features) {
            double into = 0.0;
            Vec2 place;
            for (const Vec2 p : feature.points) {
                const Vec2 t = piece.place.toTable(p);
                for (const Ring& ring : piece.kept) {
                    if (contains(ring, t)) {
                        const double depth = std::min(t.x, choices_.length_mm - t.x);
                        if (depth >= into) {
                            into = depth;
                            place = t;
                        }
                    }
                }
            }
            if (into <= 0.0) {
                continue;
            }
            const Figure deep = given("into", "into the top", into, Unit::Length, "on the drawing");
            const bool left = place.x < choices_.length_mm / 2.0;
            if (feature.intention == Intention::CutOff) {
                addFinding(plan_.findings, "layup.not_cut_off", Severity::Warn,
                           "A part of " + piece.name + " meant to be cut off lies {0} inside the " +
                               (left ? "left" : "right") + " end of the top.",
                           {deep},
                           left ? "slide " + piece.name + " left by {0}" : "slide " + piece.name + " right by {0}",
                           place);
            } else if (feature.kind == FeatureKind::Check && feature.intention == Intention::Keep) {
                addFinding(plan_.findings, "layup.check_in_top", Severity::Warn,
                           "A check in " + piece.name + " runs {0} into the top.", {deep},
                           "cut it off, fill it or key it", place);
            } else if (feature.kind == FeatureKind::Pith) {
                addFinding(plan_.findings, "layup.pith_in_top", Severity::Warn,
                           "The pith of " + piece.name + " lies in the top; it will crack.", {},
                           "rip it out, or plan keys along it", place);
            }
        }
    }

    void lookAtRip(const PlacedPiece& piece, size_t index)
    {
        const bool lowerSide = ripsLower(index);
        double worst = 1e9;
        double at = 0.0;
        const std::array<const Profile*, 2> edges{lowerSide ? &piece.lower : &piece.upper,
                                                  lowerSide ? &piece.lowerUnder : &piece.upperUnder};
        for (const Profile* edge : edges) {
            for (const Vec2 p : cutTo(*edge, piece.ripFrom_mm, piece.ripTo_mm)) {
                const double inside = lowerSide ? piece.ripLevel_mm - p.y : p.y - piece.ripLevel_mm;
                if (inside < worst) {
                    worst = inside;
                    at = p.x;
                }
            }
        }
        if (worst < 0.0) {
            addFinding(plan_.findings, "layup.rip_in_bark", Severity::Stop,
                       "The rip line of " + piece.name + " leaves the wood by {0}: the joint would stand open.",
                       {given("rip_out", "outside", -worst, Unit::Length, "on the drawing")}, "take the best line",
                       Vec2{at, piece.ripLevel_mm});
        } else if (worst < in_.ripMargin_mm - 0.05) {
            addFinding(plan_.findings, "layup.rip_near_bark", Severity::Warn,
                       "The rip line of " + piece.name + " comes within {0} of the edge; {1} is wanted.",
                       {given("rip_inside", "inside", worst, Unit::Length, "on the drawing"),
                        given("margin", "margin", in_.ripMargin_mm, Unit::Length, "chosen")},
                       "take the best line", Vec2{at, piece.ripLevel_mm});
        }
    }

    void comparePieces()
    {
        double driest = 1e9;
        double wettest = -1e9;
        double thinnest = 1e9;
        double thickest = -1e9;
        bool metered = true;
        bool measured = true;
        bool alike = true;
        for (const auto& slab : in_.slabs) {
            if (!slab) {
                continue;
            }
            metered = metered && slab->mc_pct.has_value();
            measured = measured && slab->thickness_mm.has_value();
            driest = std::min(driest, slab->mc_pct.value_or(driest));
            wettest = std::max(wettest, slab->mc_pct.value_or(wettest));
            thinnest = std::min(thinnest, slab->thickness_mm.value_or(thinnest));
            thickest = std::max(thickest, slab->thickness_mm.value_or(thickest));
            alike = alike && slab->species == in_.slabs.front()->species;
        }
        const std::string many = plan_.pieces.size() == 2 ? "two slabs" : "slabs";
        if (metered) {
            const double apart = wettest - driest;
            const Figure figure = given("mc_apart", "apart", apart, Unit::Percent, "meter");
            if (apart > 1.5) {
                addFinding(plan_.findings, "layup.mc_apart", Severity::Warn,
                           "The " + many + " are {0} moisture apart: one will move after gluing.", {figure},
                           "let them come to rest together")
                    .leadsTo = "yard";
            } else {
                addFinding(plan_.findings, "layup.mc_alike", Severity::Good,
                           plan_.pieces.size() == 2 ? "Both slabs are within {0} moisture: good to join."
                                                    : "All slabs are within {0} moisture: good to join.",
                           {figure}, "");
            }
        }
        if (measured && thickest - thinnest > 4.0) {
            addFinding(plan_.findings, "layup.unequal_thickness", Severity::Caution,
                       "The " + many + " differ by {0} in thickness; the thinnest decides.",
                       {given("thickness_apart", "apart", thickest - thinnest, Unit::Length, "tape")}, "");
        }
        if (!alike) {
            addFinding(plan_.findings, "layup.two_species", Severity::Caution,
                       "The " + many + " are of different species and move differently.", {}, "");
        }
        if (plan_.pieces.size() == 2 && !plan_.halvesDiffer.empty()) {
            Extreme differ;
            for (const Vec2 p : plan_.halvesDiffer) {
                differ = std::abs(p.y) > std::abs(differ.value) ? Extreme{p.x, p.y} : differ;
            }
            if (std::abs(differ.value) > 0.2 * plan_.meanWidth.value()) {
                addFinding(
                    plan_.findings, "layup.uneven", Severity::Caution, "The halves differ by {0} in width.",
                    {given("halves_differ", "halves differ", std::abs(differ.value), Unit::Length, "on the drawing")},
                    "swing one piece end for end, or move a rip line", Vec2{differ.x, 0.0});
            }
        }
    }

    void lookAtShape()
    {
        if (plan_.shape.empty()) {
            return;
        }
        // Where the round is not on wood: the worst place, seen from the middle.
        double worst = 0.0;
        Vec2 place;
        for (const Vec2 p : plan_.shape) {
            double out = 1e9;
            for (const PlacedPiece& piece : plan_.pieces) {
                out = std::min(out, -signedDistance_mm(piece.showRing, p));
            }
            const bool inGap = facesAcross(choices_.kind) && plan_.gapInput &&
                               std::abs(p.y) < plan_.gapInput->overallWidth_mm / 2.0 - 1.0;
            if (out > worst && !inGap) {
                worst = out;
                place = p;
            }
        }
        const Figure off = given("shape_off", "off the wood", worst, Unit::Length, "on the drawing");
        const std::string word = choices_.shape == TopShape::Round ? "round" : "oval";
        if (worst > 0.5 && choices_.edges == OuterEdges::Straight) {
            addFinding(plan_.findings, "layup.shape_off_wood", Severity::Stop,
                       "The " + word + " leaves the wood by {0}.", {off}, "make it smaller or shift it", place);
        } else if (worst > 0.5) {
            addFinding(plan_.findings, "layup.shape_keeps_edge", Severity::Caution,
                       "The " + word + " keeps the live edge where the wood ends {0} inside it.", {off},
                       "make it smaller to have it whole", place);
        }
    }

    void lookAtRods()
    {
        if (choices_.kind != TopKind::Gap) {
            return;
        }
        if (plan_.rods.empty() && plan_.gap && plan_.gap->fits) {
            addFinding(plan_.findings, "layup.no_rods", Severity::Stop, "No rod lies across the gap: nothing holds it.",
                       {}, "choose a shorter pitch");
            return;
        }
        if (!plan_.rods.empty()) {
            addFinding(plan_.findings, "layup.rods_square", Severity::Caution,
                       "Drill all rods from the same reference face, parallel and square, or it will not go together.",
                       {}, "");
        }
        if (choices_.rods.embed_mm > choices_.rods.drillReach_mm) {
            addFinding(plan_.findings, "layup.drill_short", Severity::Stop,
                       "The drill reaches {0}, the rods go {1} into the wood.",
                       {given("reach", "reach", choices_.rods.drillReach_mm, Unit::Length, "chosen"),
                        given("embed", "embed", choices_.rods.embed_mm, Unit::Length, "chosen")},
                       "a longer drill, or less in the wood");
        }
        if (choices_.rods.diameter_mm > choices_.thickness_mm / 3.0) {
            addFinding(plan_.findings, "layup.rod_thick", Severity::Warn,
                       "Rods of {0} leave little wood above and below in {1}.",
                       {given("rod", "rod", choices_.rods.diameter_mm, Unit::Length, "chosen"),
                        given("thickness", "thickness", choices_.thickness_mm, Unit::Length, "wanted")},
                       "thinner rods: a third of the thickness at most");
        }
    }

    void lookAtParting()
    {
        if (plan_.parted_mm) {
            addFinding(plan_.findings, "layup.parted", Severity::Caution,
                       "Cross cut square to the sides; bolts near both faces; one pigment recipe for both pours.", {},
                       "", Vec2{*plan_.parted_mm, 0.0});
        }
    }

    void lookAtKeys()
    {
        if (plan_.keys.empty()) {
            return;
        }
        const Figure thick = given("thickness", "thickness", choices_.thickness_mm, Unit::Length, "wanted");
        addFinding(plan_.findings, "layup.keys", Severity::Caution,
                   "{0} keys hold the check: {1} to {2} deep, their grain across it.",
                   {given("keys", "keys", static_cast<double>(plan_.keys.size()), Unit::Count, "every 120 mm"),
                    made("key_least", "least", "{0} ÷ 3", {thick}, choices_.thickness_mm / 3.0, Unit::Length),
                    made("key_most", "most", "{0} ÷ 2", {thick}, choices_.thickness_mm / 2.0, Unit::Length)},
                   "let them in before the last flattening", plan_.keys.front().at);
    }

    const LayupInput& in_;
    const LayupChoices& choices_;
    LayupPlan& plan_;
};

} // namespace

void lookAtLayup(const LayupInput& input, LayupPlan& plan)
{
    Looker(input, plan).look();
}

} // namespace burl
