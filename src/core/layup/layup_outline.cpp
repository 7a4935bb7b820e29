#include "core/layup/layup_plan.h"

// The final outline of a layup whose pieces lie: straight or tapered sides, a round, an oval or a drawn outline,
// the wood that is kept inside it, the width along the length, rods across a gap, the cut between two halves.

#include <algorithm>
#include <cmath>

#include "core/layup/in_top.h"

namespace burl
{
namespace
{

constexpr int kShapeSteps = 90;         // corners of half a round
constexpr double kBoltEvery_mm = 300.0; // bolts where two halves meet (custom)
constexpr double kBoltFromEdge_mm = 80.0;
constexpr double kFar_mm = 1e5;         // beyond any wood
constexpr double kRodFromEnd_mm = 25.0; // wood beyond a rod at the end of the top (custom)

class Outliner
{
public:
    Outliner(const LayupInput& input, LayupPlan& plan) : in_(input), choices_(input.choices), plan_(plan) {}

    double outline()
    {
        shapeTop();
        keepWood();
        measureWidth();
        rods();
        partTop();
        return topArea();
    }

private:
    /// Half the height of the round or oval at x, as a share; its middle lies on y = 0.
    [[nodiscard]] double rise(double x) const
    {
        const double u = 2.0 * x / choices_.length_mm - 1.0;
        return std::sqrt(std::max(0.0, 1.0 - u * u));
    }

    void shapeTop()
    {
        switch (choices_.shape) {
        case TopShape::AsLaid:
            return;
        case TopShape::Drawn:
            drawnShape();
            return;
        case TopShape::Round:
        case TopShape::Oval:
            break;
        }
        const double length = choices_.length_mm;
        double half = length / 2.0;
        if (choices_.shape == TopShape::Oval) {
            half = choices_.width_mm.value_or(0.0) / 2.0;
            if (!choices_.width_mm) { // as wide as the wood allows
                half = 1e9;
                for (int i = 1; i < kShapeSteps; ++i) {
                    const double x = length * i / kShapeSteps;
                    half = std::min(
                        {half, valueAt(plan_.far().upper, x) / rise(x), -valueAt(plan_.near().lower, x) / rise(x)});
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

    void drawnShape()
    {
        if (choices_.outline.size() < 3 || selfCrossing(choices_.outline)) {
            return; // as the pieces lie; inspectLayup says why
        }
        Region shape{anticlockwise(choices_.outline)};
        if (choices_.corner_mm > 0.0) { // shrunk and grown again, outer corners come out round
            const Region rounded = grown(grown(shape, -choices_.corner_mm), choices_.corner_mm, Corners::Round);
            if (rounded.size() == 1) {
                shape = rounded;
            }
        }
        plan_.shape = shape.front();
        const Box box = boundsOf(plan_.shape);
        plan_.outerUpper_mm = box.top;
        plan_.outerLower_mm = box.bottom;
    }

    /// Between two lines over the rough length and a little more.
    template <typename Lower, typename Upper> [[nodiscard]] Ring between(Lower lower, Upper upper) const
    {
        const double from = -in_.trim_mm - 1.0;
        const double to = choices_.length_mm + in_.trim_mm + 1.0;
        return {{from, lower(from)}, {to, lower(to)}, {to, upper(to)}, {from, upper(from)}};
    }

    /// Where a piece may keep its wood: between its joints, inside straight sides.
    [[nodiscard]] Region roomFor(const PlacedPiece& piece) const
    {
        const auto low = [&](double x) { return plan_.lowerSide ? plan_.lowerSide->at(x) : -kFar_mm; };
        const auto high = [&](double x) { return plan_.upperSide ? plan_.upperSide->at(x) : kFar_mm; };
        Region room{between(low, high)};
        if (piece.cutBelow.empty() && piece.cutAbove.empty()) {
            return room;
        }
        const double from = -in_.trim_mm - 1.0;
        const double to = choices_.length_mm + in_.trim_mm + 1.0;
        const auto line = [&](const Profile& cut, double otherwise) {
            return cut.empty() ? Profile{{from, otherwise}, {to, otherwise}} : cutTo(cut, from, to);
        };
        const Ring joints = ringBetween(line(piece.cutBelow, -kFar_mm), line(piece.cutAbove, kFar_mm));
        return plan_.lowerSide || plan_.upperSide ? intersection(room, {joints}) : Region{joints};
    }

    void keepWood()
    {
        const double length = choices_.length_mm;
        const double trim = in_.trim_mm;
        const Ring whole{{0.0, -kFar_mm}, {length, -kFar_mm}, {length, kFar_mm}, {0.0, kFar_mm}};
        const Ring roughEnds{{-trim, -kFar_mm}, {length + trim, -kFar_mm}, {length + trim, kFar_mm}, {-trim, kFar_mm}};
        const Region inShape = plan_.shape.empty() ? Region{whole} : intersection({whole}, {plan_.shape});
        for (PlacedPiece& piece : plan_.pieces) {
            const Region room = roomFor(piece);
            const Region inside = intersection(room, inShape);
            piece.kept = intersection({piece.showRing}, inside);
            piece.keptUnder = intersection({piece.underRing}, inside);
            piece.keptArea_mm2 = area_mm2(piece.kept);
            const Region rough = intersection({piece.showRing}, intersection(room, {roughEnds}));
            piece.rough = largestRing(rough);
            const Region under = intersection({piece.underRing}, intersection(room, {roughEnds}));
            const double shown = area_mm2(std::span<const Vec2>(piece.rough));
            piece.roughMean_mm2 = under.empty() ? shown : (shown + area_mm2(largestRing(under))) / 2.0;
            piece.inKept = std::make_shared<const RegionIndex>(piece.kept);
            piece.inRough = std::make_shared<const RegionIndex>(Region{piece.rough});
        }
    }

    /// An outer edge of the top: the live edge, the straight side, or of a river the straight side throughout.
    [[nodiscard]] Profile outerEdge(const Profile& live, const std::optional<RipLine>& side, double sign) const
    {
        Profile out = overTop(live, choices_);
        if (!side) {
            return out;
        }
        // The corner where a slanting side leaves the live edge is found among close steps.
        if (side->slope != 0.0) {
            Profile fine;
            for (int i = 0; i <= kShapeSteps; ++i) {
                const double x = choices_.length_mm * i / kShapeSteps;
                fine.push_back({x, 0.0});
            }
            out = combined(out, 1.0, fine);
        }
        for (Vec2& p : out) {
            const double straight = side->at(p.x);
            p.y = facesAcross(choices_.kind) ? straight : sign * std::min(sign * p.y, sign * straight);
        }
        return out;
    }

    void measureWidth()
    {
        plan_.finalBox = {0.0, 0.0, choices_.length_mm, 0.0};
        Profile upper = outerEdge(plan_.far().upper, plan_.upperSide, 1.0);
        Profile lower = outerEdge(plan_.near().lower, plan_.lowerSide, -1.0);
        if (!plan_.shape.empty()) {
            std::tie(lower, upper) = insideShape(lower, upper);
        }
        plan_.width = combined(upper, -1.0, lower);
        const auto reach = [&](const std::optional<RipLine>& side, bool high, double live) {
            if (!side) {
                return live;
            }
            const double a = side->at(0.0);
            const double b = side->at(choices_.length_mm);
            return high ? std::max(a, b) : std::min(a, b);
        };
        plan_.finalBox.top = plan_.shape.empty() ? reach(plan_.upperSide, true, most(upper).value) : most(upper).value;
        plan_.finalBox.bottom =
            plan_.shape.empty() ? reach(plan_.lowerSide, false, least(lower).value) : least(lower).value;
        if (choices_.kind == TopKind::Pair && choices_.shape != TopShape::Drawn) { // drawn halves differ as drawn
            plan_.halvesDiffer = combined(upper, 1.0, lower); // upper - (-lower), about a joint on y = 0
            if (!plan_.joints.empty() && plan_.joints.front().curved) {
                plan_.halvesDiffer = combined(plan_.halvesDiffer, -2.0, plan_.joints.front().line);
            }
        }
        outer_ = ringBetween(lower, upper);
    }

    /// The outer edges where the shape cuts into them.
    [[nodiscard]] std::pair<Profile, Profile> insideShape(const Profile& lower, const Profile& upper) const
    {
        Profile low;
        Profile high;
        Ring across = plan_.shape; // x and y swapped, to ask for columns
        for (Vec2& p : across) {
            std::swap(p.x, p.y);
        }
        const Box box = boundsOf(plan_.shape);
        for (int i = 0; i <= kShapeSteps; ++i) {
            const double x = choices_.length_mm * i / kShapeSteps;
            double from = 0.0;
            double to = 0.0;
            if (choices_.shape == TopShape::Drawn) {
                const double hair = 1e-6 * std::max(1.0, box.width()); // its very ends are points of the ring
                const auto cuts = crossingsAt(across, std::clamp(x, box.left + hair, box.right - hair));
                from = cuts.empty() ? 0.0 : cuts.front();
                to = cuts.empty() ? 0.0 : cuts.back();
            } else {
                to = plan_.outerUpper_mm * rise(x);
                from = -to;
            }
            const double l = std::max(from, valueAt(lower, x));
            const double h = std::min(to, valueAt(upper, x));
            low.push_back({x, std::min(l, std::max(h, from))});
            high.push_back({x, std::max(h, low.back().y)});
        }
        return {low, high};
    }

    [[nodiscard]] double topArea() const
    {
        if (plan_.shape.empty()) {
            return integral(plan_.width);
        }
        if (facesAcross(choices_.kind)) { // wood and what lies between, inside the shape
            return area_mm2(intersection({anticlockwise(outer_)}, {plan_.shape}));
        }
        Region all; // exact, where the profile only has its steps
        for (const PlacedPiece& piece : plan_.pieces) {
            all.insert(all.end(), piece.kept.begin(), piece.kept.end());
        }
        return area_mm2(all);
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
        // A rod needs wood on both sides of it at the end of the top as well.
        const double fromEnd = choices_.rods.diameter_mm / 2.0 + kRodFromEnd_mm;
        std::erase_if(plan_.rods,
                      [&](const Rod& rod) { return rod.x_mm < fromEnd || rod.x_mm > choices_.length_mm - fromEnd; });
    }

    void partTop()
    {
        if (!choices_.parted_mm || !(*choices_.parted_mm > 0.0) || !(*choices_.parted_mm < choices_.length_mm)) {
            return;
        }
        plan_.parted_mm = choices_.parted_mm;
        const double wide = valueAt(plan_.width, *choices_.parted_mm);
        const double low =
            std::max(plan_.finalBox.bottom, valueAt(overTop(plan_.near().lower, choices_), *choices_.parted_mm));
        // Between the outermost two no further apart than custom.
        const double between = std::max(0.0, wide - 2.0 * kBoltFromEdge_mm);
        const int bolts = std::max(2, static_cast<int>(std::ceil(between / kBoltEvery_mm - 1e-9)) + 1);
        for (int i = 0; i < bolts; ++i) {
            plan_.meetingBolts_mm.push_back(low + kBoltFromEdge_mm + i * (wide - 2.0 * kBoltFromEdge_mm) / (bolts - 1));
        }
    }

    const LayupInput& in_;
    const LayupChoices& choices_;
    LayupPlan& plan_;
    Ring outer_;
};

} // namespace

double outlineLayup(const LayupInput& input, LayupPlan& plan)
{
    return Outliner(input, plan).outline();
}

} // namespace burl
