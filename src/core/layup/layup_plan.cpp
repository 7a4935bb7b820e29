#include "core/layup/layup_plan.h"

// Method: each piece is brought into its pose (mirrored, end for end), its rip line found or taken
// from the maker, and the piece turned and shifted so that the line lies along the joint (pair) or
// along the outer edge (river). Everything after that happens in the frame of the top.

#include <algorithm>
#include <array>
#include <cmath>

namespace burl
{

Ring Placement::toTable(const Ring& ring) const
{
    Ring out;
    out.reserve(ring.size());
    for (const Vec2 p : ring) {
        out.push_back(toTable(p));
    }
    return out;
}

Ring Placement::toSlab(const Ring& ring) const
{
    Ring out;
    out.reserve(ring.size());
    for (const Vec2 p : ring) {
        out.push_back(toSlab(p));
    }
    return out;
}

bool sameInput(const LayupInput& a, const LayupInput& b)
{
    return a.choices == b.choices && a.trim_mm == b.trim_mm && a.ripMargin_mm == b.ripMargin_mm &&
           std::equal(a.slabs.begin(), a.slabs.end(), b.slabs.begin(), b.slabs.end(),
                      [](const auto& x, const auto& y) { return x == y || (x && y && *x == *y); });
}

namespace
{

enum class RipSide { None, Lower, Upper };

/// Which side of piece `index` is ripped straight: the joint of a pair, the outer edge of a river.
RipSide ripSideOf(const LayupChoices& choices, size_t index)
{
    switch (choices.kind) {
    case TopKind::Single:
        return RipSide::None;
    case TopKind::Pair:
        return index == 0 ? RipSide::Lower : RipSide::Upper;
    case TopKind::River:
        return index == 0 ? RipSide::Upper : RipSide::Lower;
    }
    return RipSide::None;
}

struct PosedEdges {
    Profile lower;
    Profile upper;
};

/// The outline in its pose, x still the slab's own (or reversed), rising.
PosedEdges posed(const FaceOutline& outline, PoseSigns signs)
{
    auto mapped = [signs](const Profile& edge) {
        Profile out;
        for (const Vec2 p : edge) {
            out.push_back({signs.x * p.x, signs.y * p.y});
        }
        if (signs.x < 0.0) {
            std::reverse(out.begin(), out.end());
        }
        return out;
    };
    PosedEdges edges{mapped(outline.near), mapped(outline.far)};
    if (signs.y < 0.0) {
        std::swap(edges.lower, edges.upper);
    }
    return edges;
}

/// Turned profiles can lean back by a hair at their ends; points that do not rise are dropped.
Profile rising(const Ring& points)
{
    Profile out;
    for (const Vec2 p : points) {
        if (out.empty() || p.x > out.back().x + 1e-9) {
            out.push_back(p);
        }
    }
    return out;
}

class Builder
{
public:
    explicit Builder(const LayupInput& input) : in_(input), choices_(input.choices) {}

    LayupPlan run()
    {
        plan_.length = given("length", "final length", choices_.length_mm, Unit::Length, "chosen");
        if (!(choices_.length_mm > 0.0)) {
            return missing("The final length is not given.", "Layup: final length");
        }
        const size_t wanted = choices_.kind == TopKind::Single ? 1 : 2;
        if (choices_.pieces.size() < wanted) {
            return missing(wanted == 1 ? "No slab is laid in the top yet."
                                       : "Two slabs make this top; fewer are laid in.",
                           "Layup: take a slab from the rack");
        }
        for (size_t i = 0; i < wanted; ++i) {
            if (!placePiece(i)) {
                return plan_;
            }
        }
        if (choices_.kind == TopKind::River) {
            settleRiver();
        } else if (choices_.kind == TopKind::Single) {
            settleSingle();
        } else {
            settlePair();
        }
        keepWood();
        measure();
        look();
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    LayupPlan missing(std::string what, std::string where)
    {
        plan_.missing = Missing{std::move(what), std::move(where)};
        return plan_;
    }

    bool placePiece(size_t index)
    {
        const Piece& piece = choices_.pieces[index];
        const auto& slab = index < in_.slabs.size() ? in_.slabs[index] : nullptr;
        if (!slab) {
            missing("A slab of this top is no longer in the shop.", "Layup: take another from the rack");
            return false;
        }
        const auto show = outlineOf(*slab, piece.show);
        const auto under = outlineOf(*slab, piece.show == Face::Top ? Face::Bottom : Face::Top);
        if (!show || !under) {
            missing(slab->name + ": " + (!show ? show.error() : under.error()).sentence, "Yard: tape of " + slab->name);
            return false;
        }
        PlacedPiece placed;
        placed.slab = slab->id;
        placed.name = slab->name;
        placed.turnedOver = piece.show == Face::Bottom;
        placed.roughThickness_mm = slab->thickness_mm.value_or(0.0);
        const PoseSigns signs = poseSigns(placed.turnedOver, piece.endForEnd);
        const PosedEdges edges = posed(*show, signs);
        const PosedEdges edgesUnder = posed(*under, signs);
        const double start = edges.lower.front().x;
        const double end = edges.lower.back().x;

        // The rough window in the pose: the final top with its trim, as far as the slab reaches.
        const double from = std::max(start, start - piece.left_mm - in_.trim_mm);
        const double to = std::min(end, start - piece.left_mm + choices_.length_mm + in_.trim_mm);
        if (!(to - from > 10.0)) {
            missing(slab->name + " does not reach the top where it lies.", "Layup: slide the piece back");
            return false;
        }
        const RipSide side = ripSideOf(choices_, index);
        RipLine line{(valueAt(edges.lower, (from + to) / 2.0) + valueAt(edges.upper, (from + to) / 2.0)) / 2.0, 0.0};
        if (piece.rip && side != RipSide::None) {
            line = inPose(*piece.rip, signs);
            placed.ripByHand = true;
        } else if (side != RipSide::None) {
            // Both faces must clear the line: the wood that both have.
            Profile lowerBoth;
            Profile upperBoth;
            for (const double x : mergedStations(edges.lower, edgesUnder.lower)) {
                lowerBoth.push_back({x, std::max(valueAt(edges.lower, x), valueAt(edgesUnder.lower, x))});
                upperBoth.push_back({x, std::min(valueAt(edges.upper, x), valueAt(edgesUnder.upper, x))});
            }
            const auto best = side == RipSide::Lower
                                  ? bestNearRip(lowerBoth, upperBoth, in_.ripMargin_mm, from, to - from)
                                  : bestFarRip(lowerBoth, upperBoth, in_.ripMargin_mm, from, to - from);
            if (!best) {
                missing(slab->name + ": " + best.error().sentence, "Layup: rip line of " + slab->name);
                return false;
            }
            line = best->line;
        }
        placed.rip = inPose(line, signs);

        // Turn about the rip line's middle so that it lies level, then set it down.
        const double middle = (from + to) / 2.0;
        const double angle = -std::atan(line.slope);
        const double c = std::cos(angle);
        const double s = std::sin(angle);
        Placement& place = placed.place;
        place.xx = c * signs.x;
        place.xy = -s * signs.y;
        place.yx = s * signs.x;
        place.yy = c * signs.y;
        const double px = middle;
        const double py = line.at(middle);
        place.dx = px - (c * px - s * py) - start + piece.left_mm;
        place.dy = -(s * px + c * py); // the line comes to y = 0
        placed.ripFrom_mm = from - start + piece.left_mm;
        placed.ripTo_mm = to - start + piece.left_mm;
        trace(placed, *show, *under, signs);
        plan_.pieces.push_back(std::move(placed));
        return true;
    }

    static void trace(PlacedPiece& placed, const FaceOutline& show, const FaceOutline& under, PoseSigns signs)
    {
        auto edge = [&](const FaceOutline& outline, bool lower) {
            const bool near = (signs.y > 0.0) == lower;
            Ring points = placed.place.toTable(near ? outline.near : outline.far);
            if (signs.x < 0.0) {
                std::reverse(points.begin(), points.end());
            }
            return rising(points);
        };
        placed.lower = edge(show, true);
        placed.upper = edge(show, false);
        placed.lowerUnder = edge(under, true);
        placed.upperUnder = edge(under, false);
        placed.showRing = ringBetween(placed.lower, placed.upper);
        placed.underRing = ringBetween(placed.lowerUnder, placed.upperUnder);
    }

    void shiftAcross(PlacedPiece& piece, double by)
    {
        piece.place.dy += by;
        piece.ripLevel_mm += by;
        for (Profile* profile :
             {&piece.lower, &piece.upper, &piece.lowerUnder, &piece.upperUnder, &piece.showRing, &piece.underRing}) {
            for (Vec2& p : *profile) {
                p.y += by;
            }
        }
    }

    /// The part of a profile that the final top uses; beyond the wood the end value stands.
    [[nodiscard]] Profile over(const Profile& profile) const { return cutTo(profile, 0.0, choices_.length_mm); }

    void settleSingle()
    {
        PlacedPiece& piece = plan_.pieces.front();
        const Profile upper = over(piece.upper);
        const Profile lower = over(piece.lower);
        const double high = least(upper).value;
        const double low = most(lower).value;
        shiftAcross(piece, -(high + low) / 2.0); // the straight middle of the wood comes to y = 0
        const double widest = high - low;
        const double width = choices_.width_mm.value_or(std::max(0.0, widest));
        plan_.outerLower_mm = -width / 2.0;
        plan_.outerUpper_mm = width / 2.0;
    }

    void settlePair()
    {
        const double upper = least(over(plan_.pieces[0].upper)).value;
        const double lower = -most(over(plan_.pieces[1].lower)).value;
        const double whole = upper + lower;
        const double spare = choices_.width_mm ? whole - *choices_.width_mm : 0.0;
        plan_.outerUpper_mm = upper - spare / 2.0; // both outer edges give alike
        plan_.outerLower_mm = -(lower - spare / 2.0);
    }

    void settleRiver()
    {
        PlacedPiece& far = plan_.pieces[0];
        PlacedPiece& near = plan_.pieces[1];
        // Rip lines lie at y = 0 now: the far piece hangs below its line, the near one stands above.
        const Profile farWood = over(far.lower);
        const Profile nearWood = over(near.upper);
        double wood = 0.0;
        for (const Vec2 p : combined(nearWood, -1.0, farWood)) {
            wood = std::max(wood, p.y);
        }
        double width = choices_.width_mm.value_or(wood + choices_.leastGap_mm);
        if (choices_.width_mm && choices_.edges == OuterEdges::Live) {
            // A wanted width is that of the widest place: live edges bulge out over their rip lines.
            width -= most(combined(over(far.upper), -1.0, over(near.lower))).value;
        }
        shiftAcross(far, width / 2.0);
        shiftAcross(near, -width / 2.0);
        plan_.outerUpper_mm = width / 2.0;
        plan_.outerLower_mm = -width / 2.0;

        GapInput gap;
        gap.overallWidth_mm = width;
        gap.thickness_mm = 1.0;
        gap.fillDepth_mm = 1.0;
        auto widths = [width](const Profile& edge, double sign) {
            Profile out;
            for (const Vec2 p : edge) {
                out.push_back({p.x, width / 2.0 + sign * p.y});
            }
            return out;
        };
        gap.edgeA = widths(near.upper, 1.0);
        gap.edgeB = widths(far.lower, -1.0);
        gap.bevelA = combined(near.upperUnder, -1.0, near.upper);
        gap.bevelB = combined(far.lower, -1.0, far.lowerUnder);
        gap.window = {0.0, choices_.length_mm};
        const auto answer = gapBetween(gap);
        if (answer) {
            plan_.gapInput = gap;
            plan_.gap = *answer;
        }
    }

    void keepWood()
    {
        const bool straight = choices_.edges == OuterEdges::Straight;
        const double far = 1e5;
        const double low = straight ? plan_.outerLower_mm : -far;
        const double high = straight ? plan_.outerUpper_mm : far;
        const double length = choices_.length_mm;
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            PlacedPiece& piece = plan_.pieces[i];
            double from = low;
            double to = high;
            if (choices_.kind == TopKind::Pair) {
                (i == 0 ? from : to) = 0.0;
            }
            const Ring window{{0.0, from}, {length, from}, {length, to}, {0.0, to}};
            piece.kept = intersection({piece.showRing}, {window});
            piece.keptUnder = intersection({piece.underRing}, {window});
            piece.keptArea_mm2 = area_mm2(piece.kept);
            const double trim = in_.trim_mm;
            const Ring roughWindow{{-trim, from}, {length + trim, from}, {length + trim, to}, {-trim, to}};
            const Region rough = intersection({piece.showRing}, {roughWindow});
            for (const Ring& ring : rough) {
                if (std::abs(signedArea_mm2(ring)) > std::abs(signedArea_mm2(piece.rough))) {
                    piece.rough = ring;
                }
            }
        }
        plan_.finalBox = {0.0, 0.0, length, 0.0};
        const PlacedPiece& top = plan_.pieces.front();
        const PlacedPiece& bottom = plan_.pieces.back();
        Profile upper = over(top.upper);
        Profile lower = over(bottom.lower);
        if (straight) {
            for (Vec2& p : upper) {
                p.y = choices_.kind == TopKind::River ? high : std::min(p.y, high);
            }
            for (Vec2& p : lower) {
                p.y = choices_.kind == TopKind::River ? low : std::max(p.y, low);
            }
        }
        plan_.width = combined(upper, -1.0, lower);
        plan_.finalBox.top = straight ? high : most(upper).value;
        plan_.finalBox.bottom = straight ? low : least(lower).value;
        if (choices_.kind == TopKind::Pair) {
            plan_.halvesDiffer = combined(upper, 1.0, lower); // upper - (-lower)
        }
    }

    void add(Figure figure, Weight weight = Weight::Plain) { plan_.figures.push_back({std::move(figure), weight}); }

    void measure()
    {
        double wood = 0.0;
        for (const PlacedPiece& piece : plan_.pieces) {
            wood += piece.keptArea_mm2;
        }
        const double area = integral(plan_.width);
        plan_.woodArea = given("wood_area", "wood in the top", wood, Unit::Area, "measured on the drawing, show face");
        plan_.topArea = given("top_area", "area of the top", area, Unit::Area, "measured on the drawing, show face");
        plan_.meanWidth = made("width_mean", "Width, mean", "{0} ÷ {1}", {plan_.topArea, plan_.length},
                               area / choices_.length_mm, Unit::Length);
        const Extreme narrowest = least(plan_.width);
        plan_.leastWidth = made("width_least", "Least width", "narrowest place, {0} from the left end",
                                {given("width_least_at", "place", narrowest.x, Unit::Length, "on the drawing")},
                                narrowest.value, Unit::Length);
        add(plan_.meanWidth, Weight::Telling);
        add(plan_.leastWidth);
        if (choices_.kind == TopKind::Pair) {
            Extreme differ;
            for (const Vec2 p : plan_.halvesDiffer) {
                if (std::abs(p.y) > std::abs(differ.value)) {
                    differ = {p.x, p.y};
                }
            }
            add(made("halves_differ", "Halves differ, at most", "width of far half − near half, {0} from the left end",
                     {given("halves_differ_at", "place", differ.x, Unit::Length, "on the drawing")},
                     std::abs(differ.value), Unit::Length));
        }
        if (plan_.gap) {
            add(made("gap_least", "River, narrowest", "show face, {0} from the left end",
                     {given("gap_least_at", "place", plan_.gap->leastTop.x, Unit::Length, "on the drawing")},
                     plan_.gap->leastTop.value, Unit::Length));
            add(made("gap_most", "River, widest", "show face, {0} from the left end",
                     {given("gap_most_at", "place", plan_.gap->mostTop.x, Unit::Length, "on the drawing")},
                     plan_.gap->mostTop.value, Unit::Length));
            add(given("gap_area", "River, area", plan_.gap->areaTop_mm2, Unit::Area,
                      "measured on the drawing, show face"));
        }
        add(plan_.woodArea, Weight::Folded);
        const Figure trim = given("trim", "trim", in_.trim_mm, Unit::Length, "chosen");
        add(made("rough_length", "Rough length", "{0} + 2 × {1}", {plan_.length, trim},
                 choices_.length_mm + 2.0 * in_.trim_mm, Unit::Length));
        double slabs = 0.0;
        for (const PlacedPiece& piece : plan_.pieces) {
            slabs += area_mm2(std::span<const Vec2>(piece.showRing));
        }
        const Figure slabArea = given("slab_area", "slabs, show faces", slabs, Unit::Area, "from the tape");
        add(made("offcuts", "Offcuts", "{0} − {1}", {slabArea, plan_.woodArea}, slabs - wood, Unit::Area));
    }

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
        if (choices_.width_mm && choices_.kind != TopKind::River) {
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
            addFinding(plan_.findings, "layup.overlap", Severity::Stop, "The slabs overlap by {0} across the river.",
                       {given("overlap", "overlap", -std::min(plan_.gap->leastTop.value, plan_.gap->leastBottom.value),
                              Unit::Length, "on the drawing")},
                       "widen the top or rip more off the outer edges", Vec2{plan_.gap->leastTop.x, 0.0});
        } else if (plan_.gap && plan_.gap->leastBottom.value < 5.0) {
            addFinding(
                plan_.findings, "layup.gap_tight", Severity::Warn,
                "The river closes to {0}, too narrow to pour and to clean.",
                {given("gap", "gap", std::max(0.0, plan_.gap->leastBottom.value), Unit::Length, "on the drawing")},
                "open the gap", Vec2{plan_.gap->leastBottom.x, 0.0});
        }
        if (plan_.pieces.size() == 2) {
            compareHalves();
            addFinding(plan_.findings, "layup.rip_after", Severity::Caution,
                       "Rip after the first flattening: on rough slabs nothing lines up.", {}, "");
        }
    }

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
        const bool lowerSide = ripSideOf(choices_, index) == RipSide::Lower;
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

    void compareHalves()
    {
        const Slab& a = *in_.slabs[0];
        const Slab& b = *in_.slabs[1];
        if (a.mc_pct && b.mc_pct) {
            const double apart = std::abs(*a.mc_pct - *b.mc_pct);
            const Figure figure = given("mc_apart", "apart", apart, Unit::Percent, "meter");
            if (apart > 1.5) {
                addFinding(plan_.findings, "layup.mc_apart", Severity::Warn,
                           "The two slabs are {0} moisture apart: one will move after gluing.", {figure},
                           "let them come to rest together")
                    .leadsTo = "yard";
            } else {
                addFinding(plan_.findings, "layup.mc_alike", Severity::Good,
                           "Both slabs are within {0} moisture: good to join.", {figure}, "");
            }
        }
        if (a.species != b.species) {
            addFinding(plan_.findings, "layup.two_species", Severity::Caution,
                       "The two slabs are of different species and move differently.", {}, "");
        }
    }

    const LayupInput& in_;
    const LayupChoices& choices_;
    LayupPlan plan_;
};

} // namespace

LayupPlan layupPlan(const LayupInput& input)
{
    return Builder(input).run();
}

} // namespace burl
