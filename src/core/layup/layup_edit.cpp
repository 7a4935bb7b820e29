#include "core/layup/layup_edit.h"

#include <algorithm>
#include <cmath>

#include "core/layup/inscribed.h"
#include "core/layup/river.h"
#include "core/shop/outline.h"
#include "core/shop/ranges.h"

namespace burl
{
namespace
{

constexpr int kCurvePoints = 5;
constexpr int kRoundSteps = 720;
constexpr double kSmallestRound_mm = 50.0; // a smaller one is a coaster

constexpr double kLengthStep_mm = 10.0; // lengths that nobody said come in these

/// The longest top in round measures that leaves this much of each end of a slab to trim.
double longestOf(double slab_mm, double trim_mm)
{
    return std::max(ranges::kLength_mm.least, std::floor((slab_mm - 2.0 * trim_mm) / kLengthStep_mm) * kLengthStep_mm);
}

bool isRoundOfOne(const Job& job, const LayupPlan& layup)
{
    return job.layup.kind == TopKind::Single && job.layup.shape == TopShape::Round && !layup.missing &&
           layup.pieces.size() == 1 && !job.layup.pieces.empty();
}

} // namespace

Job withPieceMoved(const Job& job, const LayupPlan& layup, size_t piece, double dx_mm, double dy_mm)
{
    Job out = job;
    Piece& p = out.layup.pieces[piece];
    const PlacedPiece& placed = layup.pieces[piece];
    p.left_mm += dx_mm;
    if (job.layup.kind == TopKind::Single || placed.island) {
        p.across_mm += dy_mm;
    } else if (facesAcross(job.layup.kind) && dy_mm != 0.0) {
        if (job.layup.width_mm) {
            // The outer edge stays; moving the wood out moves its rip line in by as much.
            const Vec2 a = placed.place.toSlab({placed.ripFrom_mm, placed.ripLevel_mm - dy_mm});
            const Vec2 b = placed.place.toSlab({placed.ripTo_mm, placed.ripLevel_mm - dy_mm});
            const double slope = (b.y - a.y) / (b.x - a.x);
            p.rip = RipLine{a.y - slope * a.x, slope};
        } else {
            const double outward = piece == 0 ? dy_mm : -dy_mm;
            out.layup.leastGap_mm = std::max(0.0, out.layup.leastGap_mm + outward);
        }
    }
    return out;
}

bool takesOneMore(const LayupChoices& layup)
{
    return layup.pieces.size() < piecesOf(layup.kind).most;
}

Job withTopKind(const Job& job, TopKind kind)
{
    Job out = job;
    LayupChoices& layup = out.layup;
    layup.kind = kind;
    for (Piece& p : layup.pieces) {
        p.rip.reset(); // another kind rips another side
    }
    const size_t most = kind == TopKind::River ? 2 : piecesOf(kind).most; // islands are laid in
    if (layup.pieces.size() > most) {
        layup.pieces.resize(most);
    }
    if (kind == TopKind::Gap) {
        layup.rods.diameter_mm = std::min(layup.rods.diameter_mm, thickestRod_mm(layup.thickness_mm));
    }
    return out;
}

Job withSlabLaidIn(const Job& job, const Slab& slab, size_t at, double trim_mm)
{
    Piece piece;
    piece.slab = slab.id;
    Job out = job;
    if (const auto outline = outlineOf(slab, Face::Top)) {
        const bool unsaid = job.layup.pieces.empty() && job.layup.length_mm == LayupChoices{}.length_mm;
        const double longest = longestOf(outline->length_mm(), job.layup.trim_mm.value_or(trim_mm));
        if (unsaid && longest < job.layup.length_mm) {
            out = withLength(job, longest);
        }
        piece.left_mm = std::round(-(outline->length_mm() - out.layup.length_mm) / 2.0);
    }
    std::vector<Piece>& pieces = out.layup.pieces;
    at = std::min(at, pieces.size());
    if (takesOneMore(job.layup)) {
        pieces.insert(pieces.begin() + static_cast<std::ptrdiff_t>(at), piece);
    } else if (!pieces.empty()) {
        pieces[std::min(at, pieces.size() - 1)] = piece;
    }
    return out;
}

Job withEndsInWood(const Job& job, const LayupPlan& layup)
{
    double length = job.layup.length_mm;
    for (const PlacedPiece& piece : layup.pieces) {
        length = std::min(length, longestOf(boundsOf(piece.showRing).width(), layup.trim_mm));
    }
    Job out = withLengthAboutMiddle(job, length);
    for (size_t i = 0; i < layup.pieces.size() && i < out.layup.pieces.size(); ++i) {
        const Box box = boundsOf(layup.pieces[i].showRing);
        const double moved = (length - job.layup.length_mm) / 2.0; // with the middle of the top
        const double left = -(box.left + moved);
        const double right = box.right + moved - length;
        if (std::min(left, right) < layup.trim_mm) {
            out.layup.pieces[i].left_mm += (left - right) / 2.0;
        }
    }
    return out;
}

Job withPiecePutBack(const Job& job, size_t piece)
{
    Job out = job;
    out.layup.pieces.erase(out.layup.pieces.begin() + static_cast<std::ptrdiff_t>(piece));
    return out;
}

Job withPiecesSwapped(const Job& job, size_t a, size_t b)
{
    Job out = job;
    std::swap(out.layup.pieces[a], out.layup.pieces[b]);
    out.layup.pieces[a].rip.reset(); // the other side is ripped now
    out.layup.pieces[b].rip.reset();
    return out;
}

Job withRipEndMoved(const Job& job, const PlacedPiece& placed, size_t piece, bool leftEnd, double dy_mm)
{
    Job out = job;
    const Vec2 a = placed.place.toSlab({placed.ripFrom_mm, placed.ripLevel_mm + (leftEnd ? dy_mm : 0.0)});
    const Vec2 b = placed.place.toSlab({placed.ripTo_mm, placed.ripLevel_mm + (leftEnd ? 0.0 : dy_mm)});
    const double slope = (b.y - a.y) / (b.x - a.x);
    out.layup.pieces[piece].rip = RipLine{a.y - slope * a.x, slope};
    return out;
}

Job withLeftEndMoved(const Job& job, double by_mm)
{
    Job out = job;
    for (Piece& p : out.layup.pieces) {
        p.left_mm -= by_mm;
    }
    for (Fastener& f : out.move.fasteners) {
        f.at.x -= by_mm;
    }
    for (Channel& c : out.move.channels) {
        c.x_mm -= by_mm;
    }
    for (auto& curve : out.layup.curves) {
        for (Vec2& p : curve) {
            p.x -= by_mm;
        }
    }
    if (out.layup.parted_mm) {
        *out.layup.parted_mm -= by_mm;
    }
    return out;
}

Job withLength(const Job& job, double length_mm)
{
    Job out = job;
    const double stretch = length_mm / job.layup.length_mm;
    for (Vec2& p : out.layup.outline) {
        p.x *= stretch;
    }
    for (auto& curve : out.layup.curves) {
        for (Vec2& p : curve) {
            p.x *= stretch;
        }
    }
    out.layup.length_mm = length_mm;
    return out;
}

Job withLengthAboutMiddle(const Job& job, double length_mm)
{
    Job out = withLength(job, length_mm);
    for (Piece& p : out.layup.pieces) {
        p.left_mm += (length_mm - job.layup.length_mm) / 2.0;
    }
    return out;
}

Job withOutline(const Job& job, Ring outline)
{
    if (outline.empty()) {
        Job out = job;
        out.layup.outline.clear();
        return out;
    }
    const Box box = boundsOf(outline);
    Job out = withLeftEndMoved(job, box.left);
    for (Vec2& p : outline) {
        p.x -= box.left;
    }
    out.layup.outline = std::move(outline);
    if (box.width() > 0.0) {
        out.layup.length_mm = box.width();
    }
    return out;
}

Ring outlineToDraw(const LayupPlan& layup)
{
    const Box& box = layup.finalBox;
    return {{box.left, box.bottom}, {box.right, box.bottom}, {box.right, box.top}, {box.left, box.top}};
}

Job withCurve(const Job& job, size_t joint, std::vector<Vec2> points)
{
    Job out = job;
    if (out.layup.curves.size() <= joint) {
        out.layup.curves.resize(joint + 1);
    }
    std::sort(points.begin(), points.end(), [](Vec2 a, Vec2 b) { return a.x < b.x; });
    out.layup.curves[joint] = std::move(points);
    while (!out.layup.curves.empty() && out.layup.curves.back().empty()) {
        out.layup.curves.pop_back();
    }
    return out;
}

std::vector<Vec2> curveAlongWood(const LayupPlan& layup, size_t joint)
{
    const Joint& meeting = layup.joints[joint];
    const double length = layup.length.value();
    const Profile& above = layup.pieces[meeting.upper].lower;
    const Profile& below = layup.pieces[meeting.lower].upper;
    std::vector<Vec2> out;
    double mean = 0.0;
    for (int i = 0; i < kCurvePoints; ++i) {
        // The mean over a fifth of the length, so that one bump does not bend the joint.
        const double x = length * i / (kCurvePoints - 1);
        const double from = std::max(0.0, x - length / 10.0);
        const double to = std::min(length, x + length / 10.0);
        const auto mid = [&](const Profile& edge) { return integral(cutTo(edge, from, to)) / (to - from); };
        out.push_back({x, (mid(above) + mid(below)) / 2.0});
        mean += out.back().y / kCurvePoints;
    }
    for (Vec2& p : out) {
        p.y = std::round(p.y - mean);
    }
    return out;
}

std::optional<Job> tangentToEdge(const Job& job, const LayupPlan& layup, bool farEdge)
{
    if (!isRoundOfOne(job, layup)) {
        return std::nullopt;
    }
    // How far the slab can move across until the round meets its edge: the least room over the round's length.
    const PlacedPiece& piece = layup.pieces.front();
    const double radius = job.layup.length_mm / 2.0;
    double room = 1e9;
    for (int i = 1; i < kRoundSteps; ++i) {
        const double x = job.layup.length_mm * i / kRoundSteps;
        const double rise = std::sqrt(std::max(0.0, radius * radius - (x - radius) * (x - radius)));
        for (const Profile* edge :
             {farEdge ? &piece.upper : &piece.lower, farEdge ? &piece.upperUnder : &piece.lowerUnder}) {
            const double y = valueAt(*edge, x);
            room = std::min(room, farEdge ? y - rise : -rise - y);
        }
    }
    Job out = job;
    out.layup.pieces.front().across_mm += farEdge ? -room : room;
    return out;
}

std::optional<Job> withLargestRound(const Job& job, const LayupPlan& layup)
{
    if (!isRoundOfOne(job, layup)) {
        return std::nullopt;
    }
    const PlacedPiece& piece = layup.pieces.front();
    const Box ends = boundsOf(piece.showRing);
    const Ring clear = {{ends.left + layup.trim_mm, ends.bottom},
                        {ends.right - layup.trim_mm, ends.bottom},
                        {ends.right - layup.trim_mm, ends.top},
                        {ends.left + layup.trim_mm, ends.top}};
    const Region both = intersection(intersection({piece.showRing}, {piece.underRing}), {clear});
    InscribedCircle best;
    for (const Ring& ring : both) {
        const InscribedCircle circle = largestCircle(anticlockwise(ring));
        best = circle.radius_mm > best.radius_mm ? circle : best;
    }
    if (!(best.radius_mm > kSmallestRound_mm)) {
        return std::nullopt;
    }
    const double radius = std::floor(best.radius_mm); // whole millimetres, and never more than the wood
    Job out = withLeftEndMoved(job, best.centre.x - radius);
    out.layup.pieces.front().across_mm -= best.centre.y;
    out.layup.length_mm = 2.0 * radius;
    return out;
}

} // namespace burl
