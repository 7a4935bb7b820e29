#include "core/layup/lay_piece.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "core/layup/curved_joint.h"
#include "core/layup/rip.h"

namespace burl
{
namespace
{

constexpr double kCurveStep_mm = 5.0;
constexpr double kLeastWindow_mm = 10.0; // of wood along the top, to be laid in it at all
constexpr double kLeastStrip_mm = 20.0;  // between two joints: narrower holds no glue line on either side

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

class PieceLayer
{
public:
    explicit PieceLayer(const LayupInput& input) : in_(input) {}

    tl::expected<PlacedPiece, Missing> lay(size_t index)
    {
        const auto posed = poseOf(index);
        const std::optional<Ripped> line = posed ? ripLineOf(index, *posed) : std::nullopt;
        if (!line) {
            return tl::unexpected(missing_);
        }
        const Piece& piece = in_.choices.pieces[index];
        PlacedPiece placed;
        placed.slab = in_.slabs[index]->id;
        placed.name = nameOf(index);
        placed.turnedOver = piece.show == Face::Bottom;
        placed.roughThickness_mm = in_.slabs[index]->thickness_mm.value_or(0.0);
        placed.ripByHand = piece.rip && posed->side != RipSide::None;
        placed.rip = inPose(line->line, posed->signs);
        setDown(placed, piece, *posed, *line);
        trace(placed, posed->show, posed->under, posed->signs);
        if (!settleJoints(placed, *posed)) {
            return tl::unexpected(missing_);
        }
        return placed;
    }

private:
    void lacks(std::string what, std::string wants, Where where = {"layup"})
    {
        missing_ = {std::move(what), std::move(wants), std::move(where)};
    }

    /// Its slab's name; where pieces of one name lie in the top, each with its number: "A3 (2)".
    [[nodiscard]] std::string nameOf(size_t index) const
    {
        const std::string& name = in_.slabs[index]->name;
        size_t before = 0;
        size_t all = 0;
        for (size_t i = 0; i < in_.choices.pieces.size() && i < in_.slabs.size(); ++i) {
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

    std::optional<Posed> poseOf(size_t index)
    {
        const Piece& piece = in_.choices.pieces[index];
        const auto& slab = index < in_.slabs.size() ? in_.slabs[index] : nullptr;
        if (!slab) {
            lacks("A slab of this top is no longer in the shop.", "take another from the rack");
            return std::nullopt;
        }
        const auto show = outlineOf(*slab, piece.show);
        const auto under = outlineOf(*slab, piece.show == Face::Top ? Face::Bottom : Face::Top);
        if (!show || !under) {
            lacks(slab->name + ": " + (!show ? show.error() : under.error()).sentence, "tape of " + slab->name,
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
        out.to = std::min(out.end, out.start - piece.left_mm + in_.choices.length_mm + in_.trim_mm);
        if (!(out.to - out.from > kLeastWindow_mm)) {
            lacks(slab->name + " does not reach the top where it lies.", "slide the piece back");
            return std::nullopt;
        }
        out.side = ripSideOf(in_.choices, index);
        out.curveBelow = curveBelow_mm(in_, index);
        out.curveAbove = index > 0 ? curveBelow_mm(in_, index - 1) : Profile{};
        return out;
    }

    struct Ripped {
        RipLine line;
        double strip_mm = 0.0; // between two best lines: the other one lies so far below it
    };

    /// The maker's line, or the best one: both faces must clear it, so it is sought in the wood that both have. A
    /// curved joint is its straight line for an edge from which the curve is taken away.
    std::optional<Ripped> ripLineOf(size_t index, const Posed& at)
    {
        const Piece& piece = in_.choices.pieces[index];
        if (at.side == RipSide::None) { // through its middle: nothing is cut
            const double middle = (at.from + at.to) / 2.0;
            return Ripped{{(valueAt(at.edges.lower, middle) + valueAt(at.edges.upper, middle)) / 2.0, 0.0}};
        }
        if (piece.rip) {
            return Ripped{inPose(*piece.rip, at.signs)};
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
            lacks(name + ": " + best.error().sentence, "rip line of " + name);
            return std::nullopt;
        }
        return Ripped{best->line, at.side == RipSide::Both ? best->leastWidth_mm : 0.0};
    }

    /// Turns the piece about the middle of its rip line, a strip about its own, so that the line lies level at y = 0.
    /// An island turns about its own middle, as the maker says.
    void setDown(PlacedPiece& placed, const Piece& piece, const Posed& at, const Ripped& rip) const
    {
        RipLine line = rip.line;
        placed.island = facesAcross(in_.choices.kind) && at.side == RipSide::None;
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
        place.dx = px - (c * px - s * (py - rip.strip_mm / 2.0)) - at.start + piece.left_mm;
        place.dy = -(s * px + c * py);
        placed.ripFrom_mm = at.from - at.start + piece.left_mm;
        placed.ripTo_mm = at.to - at.start + piece.left_mm;
    }

    /// Where the piece is cut for joints; false when two leave nothing of it.
    bool settleJoints(PlacedPiece& placed, const Posed& at)
    {
        if (!facesAcross(in_.choices.kind)) { // a river's slabs are ripped on the outside, not for a joint
            // A line by hand stands where it is drawn; the best one was sought before the piece lay level, and the last
            // tenths of a curve are settled now.
            const bool byHand = placed.ripByHand;
            if (at.side == RipSide::Lower || at.side == RipSide::Both) {
                placed.jointBelow_mm = byHand || at.curveBelow.empty() ? 0.0 : clearBelow_mm(placed, at);
            }
            if (at.side == RipSide::Upper || at.side == RipSide::Both) {
                placed.jointAbove_mm = byHand || at.curveAbove.empty() ? 0.0 : clearAbove_mm(placed, at);
            }
        }
        if (at.side != RipSide::Both) {
            return true;
        }
        placed.jointBelow_mm = clearBelow_mm(placed, at); // it runs alongside the one above
        if (!(*placed.jointBelow_mm < placed.jointAbove_mm.value_or(0.0) - kLeastStrip_mm)) {
            lacks(placed.name + " has no straight strip left between two joints.",
                  "slide the piece or take a wider slab");
            return false;
        }
        return true;
    }

    /// The lowest level of a joint below, and the highest of one above, with the margin left inside both faces.
    [[nodiscard]] double clearBelow_mm(const PlacedPiece& placed, const Posed& at) const
    {
        double below = -std::numeric_limits<double>::infinity();
        for (const Profile* edge : {&placed.lower, &placed.lowerUnder}) {
            const Profile straight = without(*edge, at.curveBelow, 0.0);
            below = std::max(below, most(cutTo(straight, placed.ripFrom_mm, placed.ripTo_mm)).value);
        }
        return below + in_.ripMargin_mm;
    }
    [[nodiscard]] double clearAbove_mm(const PlacedPiece& placed, const Posed& at) const
    {
        double above = std::numeric_limits<double>::infinity();
        for (const Profile* edge : {&placed.upper, &placed.upperUnder}) {
            const Profile straight = without(*edge, at.curveAbove, 0.0);
            above = std::min(above, least(cutTo(straight, placed.ripFrom_mm, placed.ripTo_mm)).value);
        }
        return above - in_.ripMargin_mm;
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

    const LayupInput& in_;
    Missing missing_;
};

} // namespace

Profile curveBelow_mm(const LayupInput& input, size_t index)
{
    if (facesAcross(input.choices.kind) || index >= input.choices.curves.size() ||
        index + 1 >= input.choices.pieces.size()) {
        return {};
    }
    return smoothThrough(input.choices.curves[index], -input.trim_mm - kCurveRoom_mm,
                         input.choices.length_mm + input.trim_mm + kCurveRoom_mm, kCurveStep_mm);
}

tl::expected<PlacedPiece, Missing> layPiece(const LayupInput& input, size_t index)
{
    return PieceLayer(input).lay(index);
}

} // namespace burl
