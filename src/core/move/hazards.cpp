#include "core/move/hazards.h"

#include <algorithm>
#include <numbers>
#include <span>

#include "core/layup/in_top.h"

namespace burl
{
namespace
{

constexpr double kClearOfHole_mm = 50.0; // three times the length of an insert
constexpr double kClearOfRod_mm = 15.0;  // half a rod and some wood
constexpr double kHalfRod_mm = 8.0;      // or so: their choice of diameter is Layup's
constexpr double kClearOfKey_mm = 15.0;
constexpr double kClearOfResin_mm = 25.0;
constexpr double kClearOfChannel_mm = 15.0;
constexpr double kClearOfJoint_mm = 10.0; // an insert's thread wedges a glue line open that runs through it
constexpr double kClearOfCut_mm = 30.0;   // of the saw, and of the ends it makes
constexpr double kHalfLine_mm = 0.5;      // a glue line, a kerf: a strip, so that one may stand in it
constexpr double kWormEaten = 0.05;       // share of the wood that is gone: more is no seat for a thread

Ring boxRing(double left, double bottom, double right, double top)
{
    return {{left, bottom}, {right, bottom}, {right, top}, {left, top}};
}

/// Wood that is eaten so much that nothing holds in it.
bool isEaten(const Feature& f)
{
    const double area = area_mm2(std::span<const Vec2>(footprint(f)));
    return f.kind == FeatureKind::WormHoles && area > 0.0 &&
           f.count * std::numbers::pi / 4.0 * f.width_mm * f.width_mm > kWormEaten * area;
}

/// What flattening leaves of a depth that was measured on the rough show face.
double leftBelowFace_mm(const MoveInput& input, size_t index, const Feature& f)
{
    if (!input.flatten || index >= input.flatten->pieces.size()) {
        return f.depth_mm;
    }
    const FlattenedPiece& flat = input.flatten->pieces[index];
    const FacePasses& face = f.face == Face::Top ? flat.top : flat.bottom;
    return std::max(0.0, f.depth_mm - takenOffAt_mm(face, centroid(f.points)));
}

} // namespace

Underside undersideOf(const MoveInput& input, const MovePlan& plan)
{
    Underside side;
    std::vector<Hazard>& out = side.hazards;
    const LayupPlan& layup = *input.layup;
    for (size_t i = 0; i < layup.pieces.size(); ++i) {
        const PlacedPiece& piece = layup.pieces[i];
        const Face below = piece.turnedOver ? Face::Top : Face::Bottom;
        for (const Feature& f : input.slabs[i]->features) {
            const bool through = f.kind == FeatureKind::ThroughVoid;
            const bool hollow = f.kind == FeatureKind::BlindVoid || f.kind == FeatureKind::Inclusion ||
                                f.kind == FeatureKind::Check || (f.kind == FeatureKind::Knot && f.depth_mm > 0.0);
            const Ring ring = through || hollow || isEaten(f) ? footprint(f) : Ring{};
            if (ring.empty()) {
                continue;
            }
            const double left_mm = through ? 0.0 : leftBelowFace_mm(input, i, f);
            const bool comesOut = input.thickness.known() && left_mm >= input.thickness.value();
            const bool onUnder = through || comesOut || f.face == below;
            out.push_back({HazardKind::Void, piece.place.toTable(ring),
                           isEaten(f) ? "worm-eaten wood" : "a hole or punky wood", kClearOfHole_mm, onUnder,
                           onUnder ? 0.0 : left_mm});
        }
    }
    if (layup.gap && layup.gapInput) {
        out.push_back({HazardKind::Resin, gapRing(*layup.gapInput, *layup.gap, true),
                       layup.openGap ? "the open gap" : "the river", kClearOfResin_mm, true, 0.0});
    }
    for (const Joint& joint : layup.joints) {
        Ring strip;
        for (const Vec2& p : joint.line) {
            strip.push_back({p.x, p.y - kHalfLine_mm});
        }
        for (auto p = joint.line.rbegin(); p != joint.line.rend(); ++p) {
            strip.push_back({p->x, p->y + kHalfLine_mm});
        }
        if (strip.size() > 3) {
            out.push_back(
                {HazardKind::Joint, std::move(strip), "the glue line of a joint", kClearOfJoint_mm, true, 0.0});
        }
    }
    if (layup.parted_mm) {
        const Box& all = layup.finalBox;
        out.push_back({HazardKind::Cut,
                       boxRing(*layup.parted_mm - kHalfLine_mm, all.bottom, *layup.parted_mm + kHalfLine_mm, all.top),
                       "the cut between the halves", kClearOfCut_mm, true, 0.0});
    }
    for (const ButterflyKey& key : layup.keys) {
        out.push_back({HazardKind::Key, key.outline(), "a butterfly key", kClearOfKey_mm, true, 0.0});
    }
    for (const Rod& rod : layup.rods) {
        const double in = (rod.cut_mm - rod.gap_mm) / 2.0;
        out.push_back({HazardKind::Rod,
                       boxRing(rod.x_mm - kHalfRod_mm, valueAt(layup.near().upper, rod.x_mm) - in,
                               rod.x_mm + kHalfRod_mm, valueAt(layup.far().lower, rod.x_mm) + in),
                       "a rod", kClearOfRod_mm, true, 0.0});
    }
    for (const ChannelPlan& c : plan.channels) {
        const double half = c.channel.width_mm / 2.0;
        out.push_back({HazardKind::Channel,
                       boxRing(c.channel.x_mm - half, c.channel.middle_mm - c.halfReach_mm(), c.channel.x_mm + half,
                               c.channel.middle_mm + c.halfReach_mm()),
                       "a channel", kClearOfChannel_mm, true, 0.0});
    }
    constexpr double kJoint_mm = 0.5; // pieces that meet are one
    for (const bool under : {false, true}) {
        Region all;
        for (const PlacedPiece& piece : layup.pieces) {
            const Region& kept = under && !piece.keptUnder.empty() ? piece.keptUnder : piece.kept;
            all.insert(all.end(), kept.begin(), kept.end());
        }
        if (layup.gap && layup.gapInput) {
            all.push_back(gapRing(*layup.gapInput, *layup.gap, under));
        }
        (under ? side.under : side.top) = grown(unionOf(grown(all, kJoint_mm)), -kJoint_mm);
    }
    return side;
}

Seat seatAt(const Underside& underside, Vec2 at)
{
    Seat out{std::min(signedDistance_mm(underside.top, at), signedDistance_mm(underside.under, at)) - kClearOfEdge_mm,
             nullptr};
    for (const Hazard& h : underside.hazards) {
        if (!h.below) {
            continue;
        }
        const double spare = -signedDistance_mm(h.ring, at) - h.wanted_mm;
        if (spare < out.spare_mm) {
            out = {spare, &h};
        }
    }
    return out;
}

} // namespace burl
