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

constexpr int kShapeSteps = 90;         // corners of half a round
constexpr double kBoltEvery_mm = 300.0; // bolts where two halves meet (custom)
constexpr double kBoltFromEdge_mm = 80.0;

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
        const PieceCount count = piecesOf(choices_.kind);
        if (choices_.pieces.size() < count.least) {
            return missing(count.least == 1   ? "No slab is laid in the top yet."
                           : count.least == 2 ? "Two slabs make this top; fewer are laid in."
                                              : "Three to five slabs make this top; fewer are laid in.",
                           "Layup: take a slab from the rack");
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
        shapeTop();
        keepWood();
        rods();
        partTop();
        joinLayup(in_, plan_);
        measureLayup(in_, topArea_mm2_, plan_);
        lookAtLayup(in_, plan_);
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
        // Both faces must clear the line: the wood that both have.
        Profile lowerBoth;
        Profile upperBoth;
        for (const double x : mergedStations(edges.lower, edgesUnder.lower)) {
            lowerBoth.push_back({x, std::max(valueAt(edges.lower, x), valueAt(edgesUnder.lower, x))});
            upperBoth.push_back({x, std::min(valueAt(edges.upper, x), valueAt(edgesUnder.upper, x))});
        }
        if (piece.rip && side != RipSide::None) {
            line = inPose(*piece.rip, signs);
            placed.ripByHand = true;
        } else if (side == RipSide::Both) {
            const auto best = bestStrip(lowerBoth, upperBoth, in_.ripMargin_mm, from, to - from);
            if (!best) {
                missing(slab->name + ": " + best.error().sentence, "Layup: rip line of " + slab->name);
                return false;
            }
            line = best->line;
        } else if (side != RipSide::None) {
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
        if (side == RipSide::Lower || side == RipSide::Both) {
            placed.jointBelow_mm = 0.0;
        }
        if (side == RipSide::Upper || side == RipSide::Both) {
            placed.jointAbove_mm = 0.0;
        }
        if (facesAcross(choices_.kind)) { // ripped on the outside, not for a joint
            placed.jointBelow_mm.reset();
            placed.jointAbove_mm.reset();
        }
        if (side == RipSide::Both) { // the joint below runs alongside the one above
            double below = -1e9;
            for (const Profile* edge : {&placed.lower, &placed.lowerUnder}) {
                below = std::max(below, most(cutTo(*edge, placed.ripFrom_mm, placed.ripTo_mm)).value);
            }
            placed.jointBelow_mm = below + in_.ripMargin_mm;
            if (!(*placed.jointBelow_mm < -20.0)) {
                missing(slab->name + " has no straight strip left between two joints.",
                        "Layup: slide the piece or take a wider slab");
                return false;
            }
        }
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
        const double upper = least(over(plan_.pieces.front().upper)).value;
        const double lower = -most(over(plan_.pieces.back().lower)).value;
        const double whole = upper + lower;
        const double spare = choices_.width_mm ? whole - *choices_.width_mm : 0.0;
        plan_.outerUpper_mm = upper - spare / 2.0; // both outer edges give alike
        plan_.outerLower_mm = -(lower - spare / 2.0);
    }

    /// Half the height of the round or oval at x; its middle lies on y = 0.
    [[nodiscard]] double rise(double x) const
    {
        const double u = 2.0 * x / choices_.length_mm - 1.0;
        return std::sqrt(std::max(0.0, 1.0 - u * u));
    }

    void shapeTop()
    {
        if (choices_.shape == TopShape::AsLaid) {
            return;
        }
        const double length = choices_.length_mm;
        double half = length / 2.0;
        if (choices_.shape == TopShape::Oval) {
            half = choices_.width_mm.value_or(0.0) / 2.0;
            if (!choices_.width_mm) { // as wide as the wood allows
                half = 1e9;
                for (int i = 1; i < kShapeSteps; ++i) {
                    const double x = length * i / kShapeSteps;
                    half = std::min({half, valueAt(plan_.pieces.front().upper, x) / rise(x),
                                     -valueAt(plan_.pieces.back().lower, x) / rise(x)});
                }
                half = std::max(10.0, half);
            }
        }
        for (int i = 0; i < 2 * kShapeSteps; ++i) {
            const double a = 2.0 * std::acos(-1.0) * i / (2 * kShapeSteps);
            plan_.shape.push_back({length / 2.0 + length / 2.0 * std::cos(a), half * std::sin(a)});
        }
        plan_.outerUpper_mm = half;
        plan_.outerLower_mm = -half;
    }

    void rods()
    {
        if (choices_.kind != TopKind::Gap || !plan_.gapInput || !plan_.gap || !plan_.gap->fits) {
            return;
        }
        RodInput rods;
        rods.pitch_mm = choices_.rods.pitch_mm;
        rods.first_mm = choices_.rods.first_mm;
        rods.embed_mm = choices_.rods.embed_mm;
        rods.drillLimit_mm = choices_.rods.drillReach_mm;
        rods.height_mm = 0.5; // of the thickness: the gap input is made for a thickness of 1
        plan_.rods = rodsAcross(*plan_.gapInput, *plan_.gap, rods);
    }

    void partTop()
    {
        if (!choices_.parted_mm || !(*choices_.parted_mm > 0.0) || !(*choices_.parted_mm < choices_.length_mm)) {
            return;
        }
        plan_.parted_mm = choices_.parted_mm;
        const double wide = valueAt(plan_.width, *choices_.parted_mm);
        const double low =
            std::max(plan_.finalBox.bottom, valueAt(over(plan_.pieces.back().lower), *choices_.parted_mm));
        const int bolts = std::max(2, static_cast<int>(std::floor(wide / kBoltEvery_mm)) + 1);
        for (int i = 0; i < bolts; ++i) {
            plan_.meetingBolts_mm.push_back(low + kBoltFromEdge_mm + i * (wide - 2.0 * kBoltFromEdge_mm) / (bolts - 1));
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
            plan_.openGap = choices_.kind == TopKind::Gap;
            plan_.gapInput = gap;
            plan_.gap = *answer;
        }
    }

    void keepWood()
    {
        const bool straight = choices_.edges == OuterEdges::Straight && plan_.shape.empty();
        const double far = 1e5;
        const double low = straight ? plan_.outerLower_mm : -far;
        const double high = straight ? plan_.outerUpper_mm : far;
        const double length = choices_.length_mm;
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            PlacedPiece& piece = plan_.pieces[i];
            double from = low;
            double to = high;
            from = std::max(from, piece.jointBelow_mm.value_or(-far));
            to = std::min(to, piece.jointAbove_mm.value_or(far));
            const Ring window{{0.0, from}, {length, from}, {length, to}, {0.0, to}};
            const Region inside = plan_.shape.empty() ? Region{window} : intersection({window}, {plan_.shape});
            piece.kept = intersection({piece.showRing}, inside);
            piece.keptUnder = intersection({piece.underRing}, inside);
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
                p.y = facesAcross(choices_.kind) ? high : std::min(p.y, high);
            }
            for (Vec2& p : lower) {
                p.y = facesAcross(choices_.kind) ? low : std::max(p.y, low);
            }
        }
        if (!plan_.shape.empty()) {
            upper = underShape(upper, plan_.outerUpper_mm);
            lower = underShape(lower, plan_.outerLower_mm);
        }
        plan_.width = combined(upper, -1.0, lower);
        plan_.finalBox.top = straight ? high : most(upper).value;
        plan_.finalBox.bottom = straight ? low : least(lower).value;
        findTopArea();
        if (choices_.kind == TopKind::Pair) {
            plan_.halvesDiffer = combined(upper, 1.0, lower); // upper - (-lower)
        }
    }

    /// An edge that the round or oval cuts into: where the wood reaches further, the shape.
    [[nodiscard]] Profile underShape(const Profile& edge, double half) const
    {
        Profile out;
        for (int i = 0; i <= kShapeSteps; ++i) {
            const double x = choices_.length_mm * i / kShapeSteps;
            const double shape = half * rise(x);
            const double wood = valueAt(edge, x);
            out.push_back(
                {x, half > 0.0 ? std::max(0.0, std::min(wood, shape)) : std::min(0.0, std::max(wood, shape))});
        }
        return out;
    }

    void findTopArea()
    {
        topArea_mm2_ = integral(plan_.width);
        if (!plan_.shape.empty() && !facesAcross(choices_.kind)) { // exact, where the profile only has its steps
            Region all;
            for (const PlacedPiece& piece : plan_.pieces) {
                all.insert(all.end(), piece.kept.begin(), piece.kept.end());
            }
            topArea_mm2_ = area_mm2(all);
        }
    }

    const LayupInput& in_;
    const LayupChoices& choices_;
    double topArea_mm2_ = 0.0;
    LayupPlan plan_;
};

} // namespace

PieceCount piecesOf(TopKind kind)
{
    switch (kind) {
    case TopKind::Single:
        return {1, 1};
    case TopKind::Panel:
        return {3, 5};
    case TopKind::Pair:
    case TopKind::River:
    case TopKind::Gap:
        break;
    }
    return {2, 2};
}

LayupPlan layupPlan(const LayupInput& input)
{
    return Builder(input).run();
}

} // namespace burl
