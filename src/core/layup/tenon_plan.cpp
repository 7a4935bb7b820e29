#include "core/layup/tenon_plan.h"

#include <algorithm>
#include <cmath>

#include "core/layup/joinery.h"
#include "core/layup/tenon_row.h"
#include "core/measure/format.h"
#include "core/shop/same_slabs.h"

namespace burl
{

bool sameInput(const TenonInput& a, const TenonInput& b)
{
    return a.joint == b.joint && a.layup == b.layup && a.grooves == b.grooves && sameSlabs(a.slabs, b.slabs);
}

namespace
{

class TenonBuilder
{
public:
    explicit TenonBuilder(const TenonInput& input) : in_(input), layup_(*input.layup) {}

    TenonPlan run()
    {
        if (layup_.missing || in_.joint.kind == JointKind::GlueOnly) {
            return plan_;
        }
        letInTenons();
        if (!plan_.places.empty()) {
            const Figure pitch = given("tenon_pitch", "pitch", in_.joint.pitch_mm, Unit::Length, "chosen");
            plan_.figures.push_back(
                {made("tenons",
                      in_.joint.kind == JointKind::Dowels     ? "Dowels"
                      : in_.joint.kind == JointKind::Biscuits ? "Biscuits"
                                                              : "Loose tenons",
                      "evenly along each joint, {0} apart at most, 40 mm clear of ends, cuts, keys and voids", {pitch},
                      static_cast<double>(plan_.places.size()), Unit::Count)});
            const bool round = in_.joint.kind == JointKind::Dowels;
            const std::string name = std::string(round                                   ? "Dowels "
                                                 : in_.joint.kind == JointKind::Biscuits ? "Biscuits "
                                                                                         : "Loose tenons ") +
                                     (round ? "⌀ " : "") + formatNumber(in_.joint.wide_mm, 0) + " × " +
                                     formatNumber(2.0 * in_.joint.reach_mm, 0);
            plan_.goods.push_back({"tenon:" + name, name, "", plan_.figures.back().figure, "tenons"});
        }
        for (const Joint& joint : layup_.joints) {
            lookFor(joint);
        }
        sortBySeverity(plan_.findings);
        return plan_;
    }

private:
    void letInTenons()
    {
        for (const Joint& meeting : layup_.joints) {
            const double joint = meeting.level_mm;
            std::vector<std::pair<double, double>> avoid;
            if (layup_.parted_mm) {
                avoid.emplace_back(*layup_.parted_mm, *layup_.parted_mm);
            }
            for (const ButterflyKey& key : layup_.keys) {
                avoidBox(meeting, boundsOf(key.outline()), avoid);
            }
            for (const Box& groove : in_.grooves) {
                avoidBox(meeting, groove, avoid);
            }
            avoidFeatures(meeting, avoid);
            double from = 0.0;
            double to = layup_.length.value();
            if (!layup_.shape.empty()) { // a joint ends where it leaves the shape
                const auto cuts = crossingsAt(layup_.shape, joint);
                if (cuts.empty()) {
                    continue;
                }
                from = std::max(from, cuts.front());
                to = std::min(to, cuts.back());
            }
            // At one pitch where that can be; else each as near its place as it may stand.
            constexpr double kLeastPitch_mm = 150.0; // custom
            TenonRowInput row;
            row.from_mm = from;
            row.to_mm = to;
            row.obstacles = avoid;
            row.keep_mm = kTenonClear_mm;
            row.wide_mm = in_.joint.wide_mm;
            row.mostPitch_mm = in_.joint.pitch_mm;
            row.leastPitch_mm = std::min(kLeastPitch_mm, in_.joint.pitch_mm);
            const TenonRow equal = tenonRow(row);
            for (const double x :
                 equal.possible ? equal.positions_mm : tenonsAlong(from, to, in_.joint.pitch_mm, avoid)) {
                plan_.places.push_back({x, valueAt(meeting.line, x)});
            }
        }
    }

    using Stretches = std::vector<std::pair<double, double>>;

    /// What comes as near the joint as a tenon reaches.
    void avoidBox(const Joint& joint, const Box& box, Stretches& avoid) const
    {
        const Profile line = cutTo(joint.line, std::min(box.left, box.right - 1.0), box.right);
        if (box.bottom < most(line).value + in_.joint.reach_mm && box.top > least(line).value - in_.joint.reach_mm) {
            avoid.emplace_back(box.left, box.right);
        }
    }

    /// Voids and loose knots at the joint hold no tenon.
    void avoidFeatures(const Joint& joint, Stretches& avoid) const
    {
        for (size_t i = 0; i < layup_.pieces.size(); ++i) {
            for (const Feature& f : in_.slabs[i]->features) {
                const bool hollow = f.kind == FeatureKind::ThroughVoid || f.kind == FeatureKind::BlindVoid ||
                                    f.kind == FeatureKind::Inclusion ||
                                    (f.kind == FeatureKind::Knot && f.depth_mm > 0.0);
                if (!hollow || f.points.empty()) {
                    continue;
                }
                const Box box = boundsOf(layup_.pieces[i].place.toTable(f.points));
                const double round = f.kind == FeatureKind::Knot ? f.width_mm / 2.0 : 0.0;
                avoidBox(joint, {box.left - round, box.bottom - round, box.right + round, box.top + round}, avoid);
            }
        }
    }

    /// A joint that was to be held by tenons and has room for none.
    void lookFor(const Joint& joint)
    {
        const bool any = std::any_of(plan_.places.begin(), plan_.places.end(),
                                     [&](Vec2 t) { return std::abs(t.y - valueAt(joint.line, t.x)) < 1.0; });
        if (!any) {
            addFinding(plan_.findings, "layup.no_tenon", Severity::Warn,
                       "No " +
                           std::string(in_.joint.kind == JointKind::Dowels     ? "dowel"
                                       : in_.joint.kind == JointKind::Biscuits ? "biscuit"
                                                                               : "loose tenon") +
                           " finds room along the joint of " + layup_.pieces[joint.upper].name + " and " +
                           layup_.pieces[joint.lower].name + ".",
                       {}, "glue alone, or move what is in its way", Vec2{layup_.length.value() / 2.0, joint.level_mm});
        }
    }

    const TenonInput& in_;
    const LayupPlan& layup_;
    TenonPlan plan_;
};

} // namespace

TenonPlan tenonPlan(const TenonInput& input)
{
    return TenonBuilder(input).run();
}

TenonInput tenonInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup)
{
    TenonInput out;
    out.joint = in.job.layup.joint;
    out.layup = std::move(layup);
    out.slabs = in.slabs;
    const bool joined = !facesAcross(in.job.layup.kind) && in.job.layup.kind != TopKind::Single;
    if (joined && out.joint.kind != JointKind::GlueOnly) { // else no channel changes anything here
        for (const Channel& c : in.job.move.channels) {
            out.grooves.push_back({c.x_mm - c.width_mm / 2.0, c.middle_mm - c.length_mm / 2.0,
                                   c.x_mm + c.width_mm / 2.0, c.middle_mm + c.length_mm / 2.0});
        }
    }
    return out;
}

} // namespace burl
