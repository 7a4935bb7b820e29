#include "core/layup/layup_findings.h"

// What a maker should know of a layup before the saw is taken to it.

#include <algorithm>
#include <array>
#include <cmath>

#include "core/layup/in_top.h"
#include "core/shop/metered.h"

namespace burl
{
namespace
{

constexpr double kClearOfJoint_mm = 5.0;
constexpr double kWidthOff_mm = 5.0;       // of live edges: nearer than this nobody sees
constexpr double kHair_mm = 0.05;          // under what a tape tells
constexpr double kTightGap_mm = 5.0;       // neither a brush nor a pour gets in
constexpr double kMcApart_pct = 1.5;       // as much as two readings of one slab differ, and a little
constexpr double kSame_pct = 0.05;         // under the last digit of a meter
constexpr double kThicknessApart_mm = 4.0; // more is a pass or two of its own
constexpr double kDiffer = 0.2;            // of the mean width, from end to end: a taper anybody sees

class LayupInspector
{
public:
    LayupInspector(const LayupInput& input, LayupPlan& plan) : in_(input), choices_(input.choices), plan_(plan) {}

    void look()
    {
        const double length = choices_.length_mm;
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const PlacedPiece& piece = plan_.pieces[i];
            const Slab& slab = *in_.slabs[i];
            if (!piece.island) {
                inspectEnds(piece, length);
            }
            inspectFeatures(piece, slab);
            if (piece.ripByHand) {
                inspectRip(piece, i);
            }
            lookForThinSpots(piece, slab);
            if (slab.endGrain) {
                addFinding(plan_.findings, "layup.end_grain", Severity::Warn,
                           piece.name + " is a cross-cut round: it shrinks more round the pith than towards it and "
                                        "cracks along a radius.",
                           {}, "dry it slowly, let a key or a fill take the crack", centroid(piece.rough));
            } else if (slab.pith && slab.thickness_mm && std::abs(slab.pith->distance_mm) < *slab.thickness_mm / 2.0 &&
                       keepsPith(piece, slab)) {
                addFinding(plan_.findings, "layup.pith_slab", Severity::Warn,
                           piece.name + " has the pith in it: it will crack along it, and cups little.",
                           {given("pith", "pith", slab.pith->distance_mm, Unit::Length, "log end")},
                           "rip the pith out, or take a slab further from it", centroid(piece.rough));
            }
        }
        inspectSides();
        inspectWidth();
        if (plan_.gap && !plan_.gap->fits) {
            addFinding(
                plan_.findings, "layup.overlap", Severity::Stop,
                choices_.kind == TopKind::Gap ? "The slabs overlap by {0} across the gap."
                                              : "The slabs overlap by {0} across the river.",
                {workedOut("overlap", "overlap", -std::min(plan_.gap->leastTop.value, plan_.gap->leastBottom.value),
                           Unit::Length, "on the drawing")},
                "widen the top or rip more off the outer edges", Vec2{plan_.gap->leastTop.x, 0.0});
        } else if (plan_.gap && plan_.gap->leastBottom.value < kTightGap_mm) {
            addFinding(
                plan_.findings, "layup.gap_tight", Severity::Warn,
                choices_.kind == TopKind::Gap ? "The gap closes to {0}, too narrow to finish its edges."
                                              : "The river closes to {0}, too narrow to pour and to clean.",
                {workedOut("gap", "gap", std::max(0.0, plan_.gap->leastBottom.value), Unit::Length, "on the drawing")},
                "open the gap", Vec2{plan_.gap->leastBottom.x, 0.0});
        }
        if (plan_.pieces.size() >= 2) {
            comparePieces();
            addFinding(plan_.findings, "layup.rip_after", Severity::Caution,
                       "Rip after the first flattening: on rough slabs nothing lines up.", {}, "");
        }
        inspectJoints();
        inspectIslands();
    }

private:
    /// The rip line that is shown and turned: the lower side of a far joined piece and of a near piece
    /// across a gap.
    [[nodiscard]] bool ripsLower(size_t index) const { return (index == 0) != facesAcross(choices_.kind); }

    /// The pith runs along the slab where the log end says; a ripped half may have lost it.
    static bool keepsPith(const PlacedPiece& piece, const Slab& slab)
    {
        const Box box = boundsOf(piece.place.toSlab(piece.showRing));
        const double y = piece.middle.y - slab.pith->offset_mm;
        return !partsInside({piece.place.toTable({box.left, y}), piece.place.toTable({box.right, y})}, piece.kept)
                    .empty();
    }

    /// Both outer edges as they are cut or left, when nobody asks for less.
    [[nodiscard]] bool straight() const
    {
        return choices_.edges == OuterEdges::Straight &&
               choices_.nearEdge.value_or(choices_.edges) == OuterEdges::Straight;
    }

    /// A wanted width that the wood does not give, or that live edges do not keep to.
    void inspectWidth()
    {
        if (!choices_.width_mm || facesAcross(choices_.kind) || tapered() || choices_.shape != TopShape::AsLaid) {
            return;
        }
        const Figure wanted = given("width", "width", *choices_.width_mm, Unit::Length, "chosen");
        const Profile upper = overTop(plan_.far().upper, choices_);
        const Profile lower = overTop(plan_.near().lower, choices_);
        if (straight()) { // two level sides stand inside both edges along the whole length
            const double widest = least(upper).value - most(lower).value;
            if (*choices_.width_mm > widest + kHair_mm) {
                addFinding(plan_.findings, "layup.too_wide", Severity::Stop,
                           "The wood gives {0} between two straight sides, {1} is wanted.",
                           {made("widest", "widest", "{0} − {1}",
                                 {workedOut("far_innermost", "far edge at its innermost", least(upper).value,
                                            Unit::Length, "on the drawing"),
                                  workedOut("near_innermost", "near edge at its innermost", most(lower).value,
                                            Unit::Length, "on the drawing")},
                                 widest, Unit::Length),
                            wanted},
                           "make the top narrower or turn a piece");
            }
            return;
        }
        if (choices_.edges != OuterEdges::Live || choices_.nearEdge.value_or(choices_.edges) != OuterEdges::Live) {
            return;
        }
        const Extreme widest = most(combined(upper, -1.0, lower));
        if (std::abs(widest.value - *choices_.width_mm) > kWidthOff_mm) {
            addFinding(plan_.findings, "layup.width_not_met", Severity::Warn,
                       "Live edges stay as they grew: the top comes {0} wide at its widest place, {1} is wanted.",
                       {workedOut("widest", "widest", widest.value, Unit::Length, "on the drawing"), wanted},
                       widest.value > *choices_.width_mm ? "choose straight edges to cut it to width"
                                                         : "take wider slabs, or another width",
                       Vec2{widest.x, 0.0});
        }
    }

    [[nodiscard]] bool tapered() const
    {
        return choices_.edges == OuterEdges::Tapered || choices_.nearEdge == OuterEdges::Tapered;
    }

    /// A straight or tapered side that leaves the wood.
    void inspectSides()
    {
        if (facesAcross(choices_.kind)) { // their outer sides are their rip lines
            return;
        }
        Extreme worst;
        bool atFar = true;
        for (const bool far : {true, false}) {
            const auto& side = far ? plan_.upperSide : plan_.lowerSide;
            if (!side) {
                continue;
            }
            for (const Vec2 p : overTop(far ? plan_.far().upper : plan_.near().lower, choices_)) {
                const double out = far ? side->at(p.x) - p.y : p.y - side->at(p.x);
                if (out > worst.value) {
                    worst = {p.x, out};
                    atFar = far;
                }
            }
        }
        if (worst.value > 0.5) {
            addFinding(plan_.findings, "layup.side_off_wood", Severity::Stop,
                       std::string("The straight ") + (atFar ? "far" : "near") + " edge leaves the wood by {0}.",
                       {workedOut("side_off", "off the wood", worst.value, Unit::Length, "on the drawing")},
                       tapered() ? "less width at that end" : "less width, or shift the piece across",
                       Vec2{worst.x, (atFar ? plan_.upperSide : plan_.lowerSide)->at(worst.x)});
        }
    }

    /// Where the tape says that a place of the top is thinner than wanted.
    void lookForThinSpots(const PlacedPiece& piece, const Slab& slab)
    {
        const std::vector<ThicknessReading> readings = calliperReadings(slab);
        const ThicknessReading* thinnest = nullptr;
        for (const ThicknessReading& reading : readings) {
            const Vec2 at = piece.place.toTable(reading.at);
            const bool inTop =
                std::any_of(piece.kept.begin(), piece.kept.end(), [&](const Ring& ring) { return contains(ring, at); });
            if (inTop && (thinnest == nullptr || reading.thickness_mm < thinnest->thickness_mm)) {
                thinnest = &reading;
            }
        }
        if (thinnest != nullptr && thinnest->thickness_mm < choices_.thickness_mm) {
            addFinding(plan_.findings, "layup.thin_spot", Severity::Warn,
                       piece.name + " is only {0} thick there; {1} is wanted.",
                       {given("thin_spot", "thin spot", thinnest->thickness_mm, Unit::Length, "tape"),
                        given("thickness", "thickness", choices_.thickness_mm, Unit::Length, "wanted")},
                       "lay the top clear of it, or make it thinner", piece.place.toTable(thinnest->at));
        }
    }

    void inspectJoints()
    {
        for (const Joint& joint : plan_.joints) {
            inspectWoodAt(joint);
            for (const size_t i : {joint.upper, joint.lower}) {
                inspectFeaturesAt(joint, i);
            }
            if (joint.curved) {
                inspectBends(joint);
            }
        }
    }

    /// A curved joint that leaves the wood of a piece it is cut on. Straight ones are looked at as rip lines.
    void inspectWoodAt(const Joint& joint)
    {
        if (!joint.curved) {
            return;
        }
        for (const size_t i : {joint.upper, joint.lower}) {
            const PlacedPiece& piece = plan_.pieces[i];
            Extreme worst{0.0, 1e9};
            for (const Profile* edge : {i == joint.upper ? &piece.lower : &piece.upper,
                                        i == joint.upper ? &piece.lowerUnder : &piece.upperUnder}) {
                const double from = std::max(piece.ripFrom_mm, edge->front().x);
                const double to = std::min(piece.ripTo_mm, edge->back().x);
                for (const Vec2 p : combined(cutTo(joint.line, from, to), -1.0, cutTo(*edge, from, to))) {
                    const double inside = i == joint.upper ? p.y : -p.y;
                    if (inside < worst.value) {
                        worst = {p.x, inside};
                    }
                }
            }
            if (worst.value < -0.5) {
                addFinding(plan_.findings, "layup.curve_in_bark", Severity::Stop,
                           "The curved joint leaves the wood of " + piece.name + " by {0}.",
                           {workedOut("curve_out", "outside", -worst.value, Unit::Length, "on the drawing")},
                           "draw the curve flatter, or take the best lines",
                           Vec2{worst.x, valueAt(joint.line, worst.x)});
            }
        }
    }

    /// Bark, punky wood or a hole in a joint will not glue; a check that runs into it holds tension.
    void inspectFeaturesAt(const Joint& joint, size_t index)
    {
        const PlacedPiece& piece = plan_.pieces[index];
        for (const Feature& f : in_.slabs[index]->features) {
            const bool looseKnot = f.kind == FeatureKind::Knot && (f.depth_mm > 0.0 || f.intention == Intention::Fill);
            const bool area = f.kind == FeatureKind::Inclusion || f.kind == FeatureKind::WormHoles ||
                              f.kind == FeatureKind::ThroughVoid || f.kind == FeatureKind::BlindVoid || looseKnot;
            if ((!area && f.kind != FeatureKind::Check) || f.points.empty()) {
                continue;
            }
            const Ring round = looseKnot ? footprint(f) : Ring{};
            double nearest = 1e9; // how far inside this piece it lies, at least and at most
            double furthest = -1e9;
            Vec2 place;
            for (const Vec2 p : piece.place.toTable(round.empty() ? f.points : round)) {
                if (p.x < 0.0 || p.x > choices_.length_mm) {
                    continue;
                }
                const double off = p.y - valueAt(joint.line, p.x);
                const double inside = index == joint.upper ? off : -off;
                furthest = std::max(furthest, inside);
                if (inside < nearest) {
                    nearest = inside;
                    place = {p.x, valueAt(joint.line, p.x)};
                }
            }
            if (nearest > std::max(in_.ripMargin_mm, kClearOfJoint_mm) || furthest < 0.0) {
                continue; // clear of the joint, or ripped away with the waste
            }
            if (f.kind == FeatureKind::Check) {
                addFinding(plan_.findings, "layup.check_tension", Severity::Warn,
                           "A check in " + piece.name +
                               " runs into the joint: the wood there is under tension and may "
                               "spring when it is ripped.",
                           {}, "stop the check first: cut it off or key it; rip in two passes", place);
            } else {
                const std::string what = f.kind == FeatureKind::Inclusion   ? "bark or punky wood"
                                         : f.kind == FeatureKind::WormHoles ? "worm-eaten wood"
                                         : looseKnot                        ? "a loose knot"
                                                                            : "a void";
                addFinding(plan_.findings, "layup.joint_in_punk", Severity::Warn,
                           "The joint of " + piece.name + " runs through " + what + ": it will not glue there.", {},
                           "move the rip line into sound wood", place);
            }
        }
    }

    void inspectBends(const Joint& joint)
    {
        const TemplateTools& tools = choices_.tools;
        const TemplateJoint meet = templateJoint(tools.bit_mm, tools.bushing1_mm, tools.bushing2_mm);
        const double middle = choices_.length_mm / 2.0;
        if (!meet.coincide && !saidBushings_) {
            saidBushings_ = true;
            addFinding(
                plan_.findings, "layup.bushings", Severity::Stop,
                meet.mismatch_mm < 0.0 ? "With these guide bushings the curved joints stand open by {0}."
                                       : "With these guide bushings the pieces overlap by {0} at the curved joints.",
                {workedOut("mismatch", "mismatch", std::abs(meet.mismatch_mm), Unit::Length, "bushings and bit")},
                "the first bushing is the second and twice the bit: {1}");
            plan_.findings.back().figures.push_back(
                made("bushing_matching", "first bushing", "{0} + 2 × {1}",
                     {given("bushing_2", "second bushing", tools.bushing2_mm, Unit::Length, "chosen"),
                      given("bit", "bit", tools.bit_mm, Unit::Length, "chosen")},
                     meet.matchingBushing1_mm, Unit::Length));
        }
        const BendLimits limits = leastBends(tools);
        const auto tight = [&](const std::optional<Bend>& bend, double limit) {
            if (bend && bend->radius_mm < limit) {
                addFinding(plan_.findings, "layup.bend_tight", Severity::Stop,
                           "A curved joint bends to a radius of {0}; bit and bushings cut no tighter than {1}.",
                           {workedOut("bend", "radius", bend->radius_mm, Unit::Length, "on the drawing"),
                            workedOut("bend_least", "least", limit, Unit::Length, "bit and bushings")},
                           "draw the curve out, or take a smaller bit",
                           Vec2{bend->x_mm, valueAt(joint.line, bend->x_mm)});
            }
        };
        tight(joint.bends.hollowBelow, limits.hollowBelow_mm);
        tight(joint.bends.hollowAbove, limits.hollowAbove_mm);
        if (!saidTemplate_) {
            saidTemplate_ = true;
            addFinding(plan_.findings, "layup.template", Severity::Caution,
                       "One template for both cuts of a curved joint, never moved between them; the router always on "
                       "the same side. Let no hand come near the bit's side of the template.",
                       {}, "", Vec2{middle, joint.level_mm});
        }
    }

    void inspectIslands()
    {
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const PlacedPiece& island = plan_.pieces[i];
            if (!island.island) {
                continue;
            }
            double overlap = 0.0;
            for (size_t k = 0; k < plan_.pieces.size(); ++k) {
                if (k != i && (!plan_.pieces[k].island || k > i)) {
                    overlap += area_mm2(intersection({island.showRing}, {plan_.pieces[k].showRing}));
                    overlap += area_mm2(intersection({island.underRing}, {plan_.pieces[k].underRing}));
                }
            }
            if (overlap > 1.0) {
                addFinding(plan_.findings, "layup.island_overlap", Severity::Stop,
                           "The island " + island.name + " lies over another slab.", {},
                           "drag it clear, or open the river", centroid(island.showRing));
            } else if (island.keptArea_mm2 < 1.0) {
                addFinding(plan_.findings, "layup.island_outside", Severity::Warn,
                           "The island " + island.name + " lies outside the top.", {}, "drag it into the river",
                           centroid(island.showRing));
            }
        }
    }

    void inspectEnds(const PlacedPiece& piece, double length)
    {
        const Box box = boundsOf(piece.showRing);
        const double shortLeft = box.left;
        const double shortRight = length - box.right;
        const double over = std::max(shortLeft, shortRight);
        if (over > 0.5) {
            addFinding(plan_.findings, "layup.too_short", Severity::Stop, piece.name + " ends {0} inside the top.",
                       {workedOut("short_by", "short", over, Unit::Length, "on the drawing")},
                       "slide it or shorten the top",
                       Vec2{shortLeft > shortRight ? 0.0 : length, centroid(piece.showRing).y});
        } else if (over > -in_.trim_mm + 0.5) {
            addFinding(plan_.findings, "layup.no_trim", Severity::Warn,
                       piece.name + " has only {0} of its end to trim; {1} is wanted.",
                       {workedOut("trim_left", "left", -over, Unit::Length, "on the drawing"),
                        given("trim", "trim", in_.trim_mm, Unit::Length, "chosen")},
                       "slide it or shorten the top",
                       Vec2{shortLeft > shortRight ? 0.0 : length, centroid(piece.showRing).y});
        }
    }

    void inspectFeatures(const PlacedPiece& piece, const Slab& slab)
    {
        for (const Feature& feature : slab.features) {
            const InTop part = inTop(piece, feature, choices_.length_mm);
            if (!part.inside) {
                continue;
            }
            const Vec2 place = part.innermost;
            const Figure deep = workedOut("into", "into the top", part.into_mm, Unit::Length, "on the drawing");
            if (feature.intention == Intention::CutOff) {
                inspectCutOff(piece, part, deep);
            } else if (feature.kind == FeatureKind::Check && feature.intention == Intention::Keep) {
                addFinding(plan_.findings, "layup.check_in_top", Severity::Warn,
                           "A check in " + piece.name + " runs {0} into the top.", {deep},
                           "cut it off, fill it or key it", place);
            } else if (feature.kind == FeatureKind::Inclusion && feature.intention == Intention::Keep &&
                       (feature.face == Face::Bottom) == piece.turnedOver) {
                addFinding(plan_.findings, "layup.inclusion_shows", Severity::Caution,
                           "Bark or punky wood of " + piece.name + " lies {0} into the top and shows on its face.",
                           {deep}, "fill it, carve it out, or keep it and soak it hard", place);
            } else if (feature.kind == FeatureKind::Inclusion && feature.intention == Intention::Fill &&
                       (feature.face == Face::Bottom) == piece.turnedOver) {
                addFinding(plan_.findings, "layup.inclusion_shows", Severity::Caution,
                           "An inclusion of " + piece.name +
                               " lies {0} into the top: filled, it is seen in the show face.",
                           {deep}, "turn the slab over, or lay the top clear of it", place);
            } else if (feature.kind == FeatureKind::Pith) {
                addFinding(plan_.findings, "layup.pith_in_top", Severity::Warn,
                           "The pith of " + piece.name + " lies in the top; it will crack.", {},
                           "rip it out, or plan keys along it", place);
            }
        }
    }

    /// What is meant to be cut off but lies in the top: slid out where the piece is long enough for it.
    void inspectCutOff(const PlacedPiece& piece, const InTop& part, const Figure& deep)
    {
        const bool left = part.innermost.x < choices_.length_mm / 2.0;
        const Box box = boundsOf(piece.showRing);
        const double spare = left ? box.right - choices_.length_mm : -box.left;
        const std::string remedy = spare >= part.into_mm
                                       ? "slide " + piece.name + (left ? " left" : " right") + " by {0}"
                                   : part.into_mm < choices_.length_mm / 4.0
                                       ? std::string("make the top shorter by {0} at that end")
                                       : std::string("fill it, or take another slab: it lies too far in");
        addFinding(plan_.findings, "layup.not_cut_off", Severity::Warn,
                   "A part of " + piece.name + " meant to be cut off lies {0} inside the " + (left ? "left" : "right") +
                       " end of the top.",
                   {deep}, remedy, part.innermost);
    }

    void inspectRip(const PlacedPiece& piece, size_t index)
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
                       {workedOut("rip_out", "outside", -worst, Unit::Length, "on the drawing")}, "take the best line",
                       Vec2{at, piece.ripLevel_mm});
        } else if (worst < in_.ripMargin_mm - kHair_mm) {
            addFinding(plan_.findings, "layup.rip_near_bark", Severity::Warn,
                       "The rip line of " + piece.name + " comes within {0} of the edge; {1} is wanted.",
                       {workedOut("rip_inside", "inside", worst, Unit::Length, "on the drawing"),
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
        for (size_t i = 0; i < plan_.pieces.size(); ++i) { // a slab too many is in no top
            const auto& slab = in_.slabs[i];
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
            if (apart > kMcApart_pct) {
                addFinding(plan_.findings, "layup.mc_apart", Severity::Warn,
                           "The " + many + " are {0} moisture apart: one will move after gluing.", {figure},
                           "let them come to rest together")
                    .leadsTo.bench = "yard";
            } else {
                const std::string all = plan_.pieces.size() == 2 ? "Both slabs" : "All slabs";
                addFinding(plan_.findings, "layup.mc_alike", Severity::Good,
                           all + (apart < kSame_pct ? " have the same moisture: good to join."
                                                    : " are within {0} moisture: good to join."),
                           {figure}, "");
            }
        }
        if (measured && thickest - thinnest > kThicknessApart_mm) {
            addFinding(plan_.findings, "layup.unequal_thickness", Severity::Caution,
                       "The thickness of the " + many + " differs by {0}; the thinnest decides.",
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
            if (std::abs(differ.value) > kDiffer * plan_.meanWidth.value()) {
                addFinding(plan_.findings, "layup.uneven", Severity::Caution, "The width of the halves differs by {0}.",
                           {workedOut("halves_differ", "halves differ", std::abs(differ.value), Unit::Length,
                                      "on the drawing")},
                           "swing one piece end for end, or move a rip line", Vec2{differ.x, 0.0});
            }
        }
    }

    const LayupInput& in_;
    const LayupChoices& choices_;
    LayupPlan& plan_;
    bool saidBushings_ = false;
    bool saidTemplate_ = false;
};

} // namespace

void inspectLayup(const LayupInput& input, LayupPlan& plan)
{
    LayupInspector(input, plan).look();
    inspectWhole(input, plan);
}

} // namespace burl
