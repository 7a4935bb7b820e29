#include "core/layup/layup_plan.h"

// Method: each piece is laid by itself with its rip line level (lay_piece.h), then the pieces are shifted across to
// meet. Everything happens in the frame of the top.

#include <algorithm>
#include <array>
#include <cmath>

#include "core/layup/in_top.h"
#include "core/layup/lay_piece.h"
#include "core/measure/format.h"
#include "core/shop/same_slabs.h"

namespace burl
{

bool sameInput(const LayupInput& a, const LayupInput& b)
{
    return a.choices == b.choices && a.trim_mm == b.trim_mm && a.ripMargin_mm == b.ripMargin_mm &&
           a.longest_mm == b.longest_mm && a.van_mm == b.van_mm && a.door == b.door && sameSlabs(a.slabs, b.slabs);
}

namespace
{

constexpr double kBendStep_mm = 1.0; // bends are looked for more closely than lines are drawn

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
            auto placed = layPiece(in_, i);
            if (!placed) {
                plan_.missing = std::move(placed.error());
                return plan_;
            }
            plan_.pieces.push_back(std::move(*placed));
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
        if (!plan_.rods.empty()) {
            const std::string name = "Rods ⌀ " + formatNumber(in_.choices.rods.diameter_mm, 1, true);
            plan_.goods.push_back(
                {"rod:" + name, name, "",
                 workedOut("goods_rods", name, static_cast<double>(plan_.rods.size()), Unit::Count, "across the gap"),
                 "rods"});
        }
        if (!plan_.meetingBolts_mm.empty()) {
            plan_.goods.push_back({"bolt:meeting", "Bolts that hold the halves together", "",
                                   workedOut("goods_meeting_bolts", "bolts", meetingBolts(plan_), Unit::Count,
                                             "near both faces where the halves meet"),
                                   "fit_halves"});
        }
        return plan_;
    }

private:
    LayupPlan missing(std::string what, std::string wants, Where where = {"layup"})
    {
        plan_.missing = Missing{std::move(what), std::move(wants), std::move(where)};
        return plan_;
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

    void settleSingle()
    {
        PlacedPiece& piece = plan_.pieces.front();
        const Profile upper = overTop(piece.upper, choices_);
        const Profile lower = overTop(piece.lower, choices_);
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
        shiftAcross(plan_.pieces.front(), joint - plan_.pieces.front().jointBelow_mm.value_or(0.0));
        for (size_t i = 1; i < plan_.pieces.size(); ++i) {
            PlacedPiece& piece = plan_.pieces[i];
            shiftAcross(piece, joint - piece.jointAbove_mm.value_or(0.0));
            if (piece.jointBelow_mm) {
                joint = *piece.jointBelow_mm;
            }
        }
        for (size_t i = 0; i + 1 < plan_.pieces.size(); ++i) {
            meet(i);
        }
        const double upper = least(overTop(plan_.far().upper, choices_)).value;
        const double lower = -most(overTop(plan_.near().lower, choices_)).value;
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
        const Profile curve = curveBelow_mm(in_, i);
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
            const Profile high = overTop(plan_.far().upper, choices_);
            const Profile low = overTop(plan_.near().lower, choices_);
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
        const Profile farWood = overTop(far.lower, choices_);
        const Profile nearWood = overTop(near.upper, choices_);
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
            width -= most(combined(farLive ? overTop(far.upper, choices_) : none, -1.0,
                                   nearLive ? overTop(near.lower, choices_) : none))
                         .value;
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
