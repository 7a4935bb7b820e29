#include "core/layup/layup_plan.h"

// What is let into a layup that stands: keys across its checks, tenons along its joints.

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kSame_mm = 0.01; // ends nearer than this are the same end

class Joiner
{
public:
    Joiner(const LayupInput& input, LayupPlan& plan) : in_(input), choices_(input.choices), plan_(plan) {}

    void letInKeys()
    {
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            const PlacedPiece& piece = plan_.pieces[i];
            for (const Feature& f : in_.slabs[i]->features) {
                if (f.kind != FeatureKind::Check || f.intention != Intention::Key) {
                    continue;
                }
                keysOf(piece, f);
            }
        }
    }

    void letInTenons()
    {
        if (choices_.joint.kind == JointKind::GlueOnly) {
            return;
        }
        for (const Joint& meeting : plan_.joints) {
            const double joint = meeting.level_mm;
            std::vector<std::pair<double, double>> avoid;
            if (plan_.parted_mm) {
                avoid.emplace_back(*plan_.parted_mm, *plan_.parted_mm);
            }
            for (const ButterflyKey& key : plan_.keys) {
                avoidBox(meeting, boundsOf(key.outline()), avoid);
            }
            for (const Box& groove : in_.grooves) {
                avoidBox(meeting, groove, avoid);
            }
            avoidFeatures(meeting, avoid);
            double from = 0.0;
            double to = choices_.length_mm;
            if (!plan_.shape.empty()) { // a joint ends where it leaves the shape
                const auto cuts = crossingsAt(plan_.shape, joint);
                if (cuts.empty()) {
                    continue;
                }
                from = std::max(from, cuts.front());
                to = std::min(to, cuts.back());
            }
            for (const double x : tenonsAlong(from, to, choices_.joint.pitch_mm, avoid)) {
                plan_.tenons.push_back({x, valueAt(meeting.line, x)});
            }
        }
    }

private:
    /// Along each part of the check that the top keeps, from where it is open: an end at which it was cut off, else the
    /// end that reaches furthest out.
    void keysOf(const PlacedPiece& piece, const Feature& f)
    {
        const std::vector<Vec2> whole = piece.place.toTable(f.points);
        const Vec2 middle = piece.place.toTable(piece.middle);
        KeyedCheck check{piece.slab, f.id, {}, 0};
        const auto parts = partsInside(whole, piece.kept);
        for (std::vector<Vec2> part : parts) {
            check.place = part.front();
            const bool cutFront = length(part.front() - whole.front()) > kSame_mm;
            const bool cutBack = length(part.back() - whole.back()) > kSame_mm;
            const bool furtherBack = length(part.back() - middle) > length(part.front() - middle);
            if (cutBack != cutFront ? cutBack : furtherBack) {
                std::reverse(part.begin(), part.end());
            }
            for (ButterflyKey key : keysAcross(part)) {
                const Ring outline = key.outline();
                if (std::all_of(outline.begin(), outline.end(), [&](Vec2 p) { return contains(piece.kept, p); })) {
                    key.slab = piece.slab;
                    key.feature = f.id;
                    plan_.keys.push_back(key);
                    ++check.keys;
                }
            }
        }
        if (!parts.empty()) {
            plan_.keyed.push_back(check);
        }
    }

    using Stretches = std::vector<std::pair<double, double>>;

    /// What comes as near the joint as a tenon reaches.
    void avoidBox(const Joint& joint, const Box& box, Stretches& avoid) const
    {
        const Profile line = cutTo(joint.line, std::min(box.left, box.right - 1.0), box.right);
        if (box.bottom < most(line).value + choices_.joint.reach_mm &&
            box.top > least(line).value - choices_.joint.reach_mm) {
            avoid.emplace_back(box.left, box.right);
        }
    }

    /// Voids and loose knots at the joint hold no tenon.
    void avoidFeatures(const Joint& joint, Stretches& avoid) const
    {
        for (size_t i = 0; i < plan_.pieces.size(); ++i) {
            for (const Feature& f : in_.slabs[i]->features) {
                const bool hollow = f.kind == FeatureKind::ThroughVoid || f.kind == FeatureKind::BlindVoid ||
                                    f.kind == FeatureKind::Inclusion ||
                                    (f.kind == FeatureKind::Knot && f.depth_mm > 0.0);
                if (!hollow || f.points.empty()) {
                    continue;
                }
                const Box box = boundsOf(plan_.pieces[i].place.toTable(f.points));
                const double round = f.kind == FeatureKind::Knot ? f.width_mm / 2.0 : 0.0;
                avoidBox(joint, {box.left - round, box.bottom - round, box.right + round, box.top + round}, avoid);
            }
        }
    }

    const LayupInput& in_;
    const LayupChoices& choices_;
    LayupPlan& plan_;
};

} // namespace

void joinLayup(const LayupInput& input, LayupPlan& plan)
{
    Joiner joiner(input, plan);
    joiner.letInKeys();
    joiner.letInTenons();
}

} // namespace burl
