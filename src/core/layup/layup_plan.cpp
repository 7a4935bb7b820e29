#include "core/layup/layup_plan.h"
#include "core/shop/same_slabs.h"

// Method: each piece is brought into its pose (mirrored, end for end), its rip line found or taken
// from the maker, and the piece turned and shifted so that the line lies along the joint (pair) or
// along the outer edge (river). Everything after that happens in the frame of the top.

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numbers>

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
           a.longest_mm == b.longest_mm && a.van_mm == b.van_mm && a.door == b.door && sameSlabs(a.slabs, b.slabs);
}

namespace
{

constexpr double kCurveRoom_mm = 60.0; // curves are known this far beyond the rough ends
constexpr double kCurveStep_mm = 5.0;
constexpr double kLeastWindow_mm = 10.0; // of wood along the top, to be laid in it at all
constexpr double kLeastStrip_mm = 20.0;  // between two joints: narrower holds no glue line on either side
constexpr double kBendStep_mm = 1.0;     // bends are looked for more closely than lines are drawn

enum class RipSide { None, Lower, Upper, Both };

/// Which side of piece `index` is ripped straight: the joint of a pair, the outer edge of a river.
RipSide ripSideOf(const LayupChoices& choices, size_t index)
{
    const size_t last = choices.pieces.size() - 1;
    switch (choices.kind) {
    case TopKind::Single:
        return RipSide::None;
    case TopKind::Pair:
        return index == 0 ? RipSide::Lower : RipSide::Upper;
    case TopKind::Panel:
        return index == 0 ? RipSide::Lower : index == last ? RipSide::Upper : RipSide::Both;
    case TopKind::River:
    case TopKind::Gap:
        return index == 0 ? RipSide::Upper : index == 1 ? RipSide::Lower : RipSide::None;
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

class LayupBuilder
{
public:
    explicit LayupBuilder(const LayupInput& input) : in_(input), choices_(input.choices) {}

    LayupPlan run()
    {
        plan_.length = given("length", "final length", choices_.length_mm, Unit::Length, "chosen");
        plan_.trim_mm = in_.trim_mm;
        if (!(choices_.length_mm > 0.0)) {
            return missing("The final length is not given.", "final length");
        }
        const PieceCount count = piecesOf(choices_.kind);
        if (choices_.pieces.size() < count.least) {
            return missing(count.least == 1   ? "No slab is laid in the top yet."
                           : count.least == 2 ? "Two slabs make this top; fewer are laid in."
                                              : "Three to five slabs make this top; fewer are laid in.",
                           "take a slab from the rack");
        }
        const size_t wanted = std::min(choices_.pieces.size(), count.most);
        for (size_t i = 0; i < wanted; ++i) {
            if (!placePiece(i)) {
                return plan_;
            }
        }
        switch (choices_.kind) {
        case TopKind::Single:
            settleSingle();
            break;
        case TopKind::Pair:
        case TopKind::Panel:
            settleJoined();
            break;
        case TopKind::River:
        case TopKind::Gap:
            settleRiver();
            break;
        }
        straightenSides();
        const double topArea_mm2 = outlineLayup(in_, plan_);
        joinLayup(in_, plan_);
        measureLayup(in_, topArea_mm2, plan_);
        inspectLayup(in_, plan_);
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    LayupPlan missing(std::string what, std::string wants, Where where = {"layup"})
    {
        plan_.missing = Missing{std::move(what), std::move(wants), std::move(where)};
        return plan_;
    }

    /// Its slab's name; where pieces of one name lie in the top, each with its number: "A3 (2)".
    [[nodiscard]] std::string nameOf(size_t index) const
    {
        const std::string& name = in_.slabs[index]->name;
        size_t before = 0;
        size_t all = 0;
        for (size_t i = 0; i < choices_.pieces.size() && i < in_.slabs.size(); ++i) {
            if (in_.slabs[i] && in_.slabs[i]->name == name) {
                ++all;
                before += i < index ? 1 : 0;
            }
        }
        return all > 1 ? name + " (" + std::to_string(before + 1) + ")" : name;
    }

    /// A piece in its pose: mirrored and swung as chosen, not yet turned nor set down.
    struct Posed {
        FaceOutline show, under;
        PoseSigns signs;
        PosedEdges edges, edgesUnder;
        double start = 0.0; // of the slab along its pose
        double end = 0.0;
        double from = 0.0; // of the rough window: the final top with its trim, as far as the slab reaches
        double to = 0.0;
        RipSide side = RipSide::None;
        Profile curveBelow, curveAbove; // of curved joints, over the top's x
    };

    /// Says what is missing when the piece cannot be laid.
    bool placePiece(size_t index)
    {
        const auto posed = poseOf(index);
        if (!posed) {
            return false;
        }
        const Piece& piece = choices_.pieces[index];
        PlacedPiece placed;
        placed.slab = in_.slabs[index]->id;
        placed.name = nameOf(index);
        placed.turnedOver = piece.show == Face::Bottom;
        placed.roughThickness_mm = in_.slabs[index]->thickness_mm.value_or(0.0);
        placed.ripByHand = piece.rip && posed->side != RipSide::None;
        const auto line = ripLineOf(index, *posed);
        if (!line) {
            return false;
        }
        placed.rip = inPose(*line, posed->signs);
        setDown(placed, piece, *posed, *line);
        trace(placed, posed->show, posed->under, posed->signs);
        if (!settleJoints(placed, *posed)) {
            return false;
        }
        plan_.pieces.push_back(std::move(placed));
        return true;
    }

    std::optional<Posed> poseOf(size_t index)
    {
        const Piece& piece = choices_.pieces[index];
        const auto& slab = index < in_.slabs.size() ? in_.slabs[index] : nullptr;
        if (!slab) {
            missing("A slab of this top is no longer in the shop.", "take another from the rack");
            return std::nullopt;
        }
        const auto show = outlineOf(*slab, piece.show);
        const auto under = outlineOf(*slab, piece.show == Face::Top ? Face::Bottom : Face::Top);
        if (!show || !under) {
            missing(slab->name + ": " + (!show ? show.error() : under.error()).sentence, "tape of " + slab->name,
                    {"yard", "tape", slab->id.value});
            return std::nullopt;
        }
        Posed out;
        out.show = *show;
        out.under = *under;
        out.signs = poseSigns(piece.show == Face::Bottom, piece.endForEnd);
        out.edges = posed(*show, out.signs);
        out.edgesUnder = posed(*under, out.signs);
        out.start = out.edges.lower.front().x;
        out.end = out.edges.lower.back().x;
        out.from = std::max(out.start, out.start - piece.left_mm - in_.trim_mm);
        out.to = std::min(out.end, out.start - piece.left_mm + choices_.length_mm + in_.trim_mm);
        if (!(out.to - out.from > kLeastWindow_mm)) {
            missing(slab->name + " does not reach the top where it lies.", "slide the piece back");
            return std::nullopt;
        }
        out.side = ripSideOf(choices_, index);
        out.curveBelow = curveOf(index);
        out.curveAbove = index > 0 ? curveOf(index - 1) : Profile{};
        return out;
    }

    /// The maker's line, or the best one: both faces must clear it, so it is sought in the wood that both have. A
    /// curved joint is its straight line for an edge from which the curve is taken away.
    std::optional<RipLine> ripLineOf(size_t index, const Posed& at)
    {
        const Piece& piece = choices_.pieces[index];
        if (at.side == RipSide::None) { // through its middle: nothing is cut
            const double middle = (at.from + at.to) / 2.0;
            return RipLine{(valueAt(at.edges.lower, middle) + valueAt(at.edges.upper, middle)) / 2.0, 0.0};
        }
        if (piece.rip) {
            return inPose(*piece.rip, at.signs);
        }
        Profile lower;
        Profile upper;
        for (const double x : mergedStations(at.edges.lower, at.edgesUnder.lower)) {
            lower.push_back({x, std::max(valueAt(at.edges.lower, x), valueAt(at.edgesUnder.lower, x))});
            upper.push_back({x, std::min(valueAt(at.edges.upper, x), valueAt(at.edgesUnder.upper, x))});
        }
        lower = without(lower, at.curveBelow, at.start - piece.left_mm);
        upper = without(upper, at.curveAbove, at.start - piece.left_mm);
        const double length = at.to - at.from;
        const auto best = at.side == RipSide::Both    ? bestStrip(lower, upper, in_.ripMargin_mm, at.from, length)
                          : at.side == RipSide::Lower ? bestNearRip(lower, upper, in_.ripMargin_mm, at.from, length)
                                                      : bestFarRip(lower, upper, in_.ripMargin_mm, at.from, length);
        if (!best) {
            const std::string& name = in_.slabs[index]->name;
            missing(name + ": " + best.error().sentence, "rip line of " + name);
            return std::nullopt;
        }
        return best->line;
    }

    /// Turns the piece about the middle of its rip line, so that the line lies level at y = 0. An island turns about
    /// its own middle, as the maker says.
    void setDown(PlacedPiece& placed, const Piece& piece, const Posed& at, RipLine line) const
    {
        placed.island = facesAcross(choices_.kind) && at.side == RipSide::None;
        const double middle = placed.island ? (at.start + at.end) / 2.0 : (at.from + at.to) / 2.0;
        if (placed.island) {
            line = {centroid(ringBetween(at.edges.lower, at.edges.upper)).y, 0.0};
        }
        const double angle = placed.island ? piece.turn_deg * std::numbers::pi / 180.0 : -std::atan(line.slope);
        const double c = std::cos(angle);
        const double s = std::sin(angle);
        Placement& place = placed.place;
        place.xx = c * at.signs.x;
        place.xy = -s * at.signs.y;
        place.yx = s * at.signs.x;
        place.yy = c * at.signs.y;
        const double px = middle;
        const double py = line.at(middle);
        place.dx = px - (c * px - s * py) - at.start + piece.left_mm;
        place.dy = -(s * px + c * py);
        placed.ripFrom_mm = at.from - at.start + piece.left_mm;
        placed.ripTo_mm = at.to - at.start + piece.left_mm;
    }

    /// Where the piece is cut for joints; false when two leave nothing of it.
    bool settleJoints(PlacedPiece& placed, const Posed& at)
    {
        if (!facesAcross(choices_.kind)) { // a river's slabs are ripped on the outside, not for a joint
            if (at.side == RipSide::Lower || at.side == RipSide::Both) {
                placed.jointBelow_mm = 0.0;
            }
            if (at.side == RipSide::Upper || at.side == RipSide::Both) {
                placed.jointAbove_mm = 0.0;
            }
        }
        if (at.side != RipSide::Both) {
            return true;
        }
        double below = -std::numeric_limits<double>::infinity(); // the joint below runs alongside the one above
        for (const Profile* edge : {&placed.lower, &placed.lowerUnder}) {
            const Profile straight = without(*edge, at.curveBelow, 0.0);
            below = std::max(below, most(cutTo(straight, placed.ripFrom_mm, placed.ripTo_mm)).value);
        }
        placed.jointBelow_mm = below + in_.ripMargin_mm;
        if (!(*placed.jointBelow_mm < -kLeastStrip_mm)) {
            missing(placed.name + " has no straight strip left between two joints.",
                    "slide the piece or take a wider slab");
            return false;
        }
        return true;
    }

    /// The curve of the joint below piece `index`, over the top's x; empty when it is straight.
    [[nodiscard]] Profile curveOf(size_t index) const
    {
        if (facesAcross(choices_.kind) || index >= choices_.curves.size() || index + 1 >= choices_.pieces.size()) {
            return {};
        }
        return smoothThrough(choices_.curves[index], -in_.trim_mm - kCurveRoom_mm,
                             choices_.length_mm + in_.trim_mm + kCurveRoom_mm, kCurveStep_mm);
    }

    /// An edge with a joint's curve taken away; the curve runs over the edge's x less `shift`.
    static Profile without(const Profile& edge, Profile curve, double shift)
    {
        if (curve.empty()) {
            return edge;
        }
        for (Vec2& p : curve) {
            p.x += shift;
        }
        return combined(edge, -1.0, curve);
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
        // A drawn outline may have a notch that its edges do not show.
        const auto ring = [&placed](const FaceOutline& outline, const Profile& lower, const Profile& upper) {
            return outline.drawn.empty() ? ringBetween(lower, upper)
                                         : anticlockwise(placed.place.toTable(outline.drawn));
        };
        placed.showRing = ring(show, placed.lower, placed.upper);
        placed.underRing = ring(under, placed.lowerUnder, placed.upperUnder);
        placed.middle = placed.place.toSlab(centroid(placed.showRing));
    }

    void shiftAcross(PlacedPiece& piece, double by)
    {
        piece.place.dy += by;
        piece.ripLevel_mm += by;
        for (auto* joint : {&piece.jointBelow_mm, &piece.jointAbove_mm}) {
            if (*joint) {
                **joint += by;
            }
        }
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
        // The straight middle of the wood comes to y = 0; of a round the middle of its area.
        const double middle = choices_.shape == TopShape::AsLaid ? (high + low) / 2.0 : centroid(piece.showRing).y;
        shiftAcross(piece, choices_.pieces.front().across_mm - middle);
        const double widest = high - low;
        const double width = choices_.width_mm.value_or(std::max(0.0, widest));
        plan_.outerLower_mm = -width / 2.0;
        plan_.outerUpper_mm = width / 2.0;
    }

    /// Joints closed: the far piece stands on the uppermost joint, the others hang below one another. The
    /// inner pieces lie about y = 0.
    void settleJoined()
    {
        double inner = 0.0;
        for (const PlacedPiece& piece : plan_.pieces) {
            if (piece.jointBelow_mm && piece.jointAbove_mm) {
                inner += *piece.jointAbove_mm - *piece.jointBelow_mm;
            }
        }
        double joint = inner / 2.0;
        shiftAcross(plan_.pieces.front(), joint);
        for (size_t i = 1; i < plan_.pieces.size(); ++i) {
            PlacedPiece& piece = plan_.pieces[i];
            shiftAcross(piece, joint);
            if (piece.jointBelow_mm) {
                joint = *piece.jointBelow_mm;
            }
        }
        for (size_t i = 0; i + 1 < plan_.pieces.size(); ++i) {
            meet(i);
        }
        const double upper = least(over(plan_.far().upper)).value;
        const double lower = -most(over(plan_.near().lower)).value;
        const double whole = upper + lower;
        const double spare = choices_.width_mm ? whole - *choices_.width_mm : 0.0;
        plan_.outerUpper_mm = upper - spare / 2.0; // both outer edges give alike
        plan_.outerLower_mm = -(lower - spare / 2.0);
    }

    /// The joint between piece i and the next.
    void meet(size_t i)
    {
        Joint joint;
        joint.upper = i;
        joint.lower = i + 1;
        joint.level_mm = plan_.pieces[i].jointBelow_mm.value_or(0.0);
        const Profile curve = curveOf(i);
        joint.curved = !curve.empty();
        if (joint.curved) {
            for (const Vec2 p : curve) {
                joint.line.push_back({p.x, joint.level_mm + p.y});
            }
            joint.bends = tightestBends(
                smoothThrough(choices_.curves[i], -in_.trim_mm, choices_.length_mm + in_.trim_mm, kBendStep_mm));
        } else {
            joint.line = {{-in_.trim_mm - kCurveRoom_mm, joint.level_mm},
                          {choices_.length_mm + in_.trim_mm + kCurveRoom_mm, joint.level_mm}};
        }
        plan_.pieces[i].cutBelow = joint.line;
        plan_.pieces[i + 1].cutAbove = joint.line;
        plan_.joints.push_back(std::move(joint));
    }

    /// Outer edges that are cut: level ones as settled, tapered ones along the wood or between two widths.
    void straightenSides()
    {
        if (choices_.shape != TopShape::AsLaid) {
            return;
        }
        const OuterEdges farEdge = choices_.edges;
        const OuterEdges nearEdge = choices_.nearEdge.value_or(farEdge);
        if (farEdge == OuterEdges::Straight) {
            plan_.upperSide = RipLine{plan_.outerUpper_mm, 0.0};
        }
        if (nearEdge == OuterEdges::Straight) {
            plan_.lowerSide = RipLine{plan_.outerLower_mm, 0.0};
        }
        const double length = choices_.length_mm;
        const auto through = [length](double left, double right) { return RipLine{left, (right - left) / length}; };
        // The best straight lines along the wood, as an outer edge would be ripped with nothing to spare.
        RipLine upper{plan_.outerUpper_mm, 0.0};
        RipLine lower{plan_.outerLower_mm, 0.0};
        if (!facesAcross(choices_.kind)) {
            const Profile high = over(plan_.far().upper);
            const Profile low = over(plan_.near().lower);
            const Profile middle{{0.0, plan_.outerLower_mm}, {length, plan_.outerLower_mm}};
            const Profile top{{0.0, plan_.outerUpper_mm}, {length, plan_.outerUpper_mm}};
            if (const auto best = bestFarRip(middle, high, 0.0, 0.0, length)) {
                upper = best->line;
            }
            if (const auto best = bestNearRip(low, top, 0.0, 0.0, length)) {
                lower = best->line;
            }
        }
        // Wanted widths at the ends: what is spare there is shared by both edges.
        const auto end = [&](double x, const std::optional<double>& wanted) {
            const double give = wanted ? (upper.at(x) - lower.at(x) - *wanted) / 2.0 : 0.0;
            return std::pair{lower.at(x) + give, upper.at(x) - give};
        };
        const auto [lowLeft, highLeft] = end(0.0, choices_.width_mm);
        const auto [lowRight, highRight] = end(length, choices_.endWidth_mm);
        if (farEdge == OuterEdges::Tapered) {
            plan_.upperSide = through(highLeft, highRight);
            plan_.outerUpper_mm = std::max(highLeft, highRight);
        }
        if (nearEdge == OuterEdges::Tapered) {
            plan_.lowerSide = through(lowLeft, lowRight);
            plan_.outerLower_mm = std::min(lowLeft, lowRight);
        }
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
        if (choices_.width_mm && choices_.shape == TopShape::AsLaid) {
            // A wanted width is that of the widest place: a live edge bulges out over its rip line.
            const bool farLive = choices_.edges == OuterEdges::Live;
            const bool nearLive = choices_.nearEdge.value_or(choices_.edges) == OuterEdges::Live;
            const Profile none{{0.0, 0.0}, {choices_.length_mm, 0.0}};
            width -= most(combined(farLive ? over(far.upper) : none, -1.0, nearLive ? over(near.lower) : none)).value;
        }
        shiftAcross(far, width / 2.0);
        shiftAcross(near, -width / 2.0);
        for (size_t i = 2; i < plan_.pieces.size(); ++i) { // islands
            shiftAcross(plan_.pieces[i], choices_.pieces[i].across_mm);
        }
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
            plan_.openGap = choices_.kind == TopKind::Gap;
            plan_.gapInput = gap;
            plan_.gap = *answer;
        }
    }

    const LayupInput& in_;
    const LayupChoices& choices_;
    LayupPlan plan_;
};

} // namespace

Ring gapRing(const GapInput& gap, const GapAnswer& answer, bool under)
{
    const auto edge = [&](const Profile& show, const Profile& bevel) {
        Profile out = cutTo(show, answer.from_mm, answer.to_mm);
        return under && !bevel.empty() ? combined(out, 1.0, cutTo(bevel, answer.from_mm, answer.to_mm)) : out;
    };
    const double half = gap.overallWidth_mm / 2.0;
    Ring ring;
    for (const Vec2 p : edge(gap.edgeA, gap.bevelA)) {
        ring.push_back({p.x, p.y - half});
    }
    const Profile far = edge(gap.edgeB, gap.bevelB);
    for (auto p = far.rbegin(); p != far.rend(); ++p) {
        ring.push_back({p->x, half - p->y});
    }
    return ring;
}

Region finalOutline(const LayupPlan& layup)
{
    if (!layup.shape.empty()) {
        return {anticlockwise(layup.shape)};
    }
    const Box& box = layup.finalBox;
    constexpr double kOver_mm = 1000.0; // across it ends where the wood does
    return {{{0.0, box.bottom - kOver_mm},
             {layup.length.value(), box.bottom - kOver_mm},
             {layup.length.value(), box.top + kOver_mm},
             {0.0, box.top + kOver_mm}}};
}

PieceCount piecesOf(TopKind kind)
{
    switch (kind) {
    case TopKind::Single:
        return {1, 1};
    case TopKind::Panel:
        return {3, 5};
    case TopKind::River:
        return {2, 5}; // more than two: islands
    case TopKind::Pair:
    case TopKind::Gap:
        break;
    }
    return {2, 2};
}

LayupPlan layupPlan(const LayupInput& input)
{
    return LayupBuilder(input).run();
}

LayupInput layupInput(const JobInShop& in)
{
    LayupInput out;
    out.choices = in.job.layup;
    out.slabs = in.slabs;
    out.trim_mm = in.job.layup.trim_mm.value_or(in.shop.habits.trimEachEnd_mm);
    out.ripMargin_mm = in.job.layup.ripMargin_mm.value_or(in.shop.habits.ripMargin_mm);
    out.longest_mm = in.shop.habits.longest_mm;
    out.van_mm = in.shop.habits.van_mm;
    out.door = in.job.door;
    return out;
}

} // namespace burl
