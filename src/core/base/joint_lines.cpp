#include "core/base/joint_lines.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/base/offcuts.h"

namespace burl
{

std::vector<BaseJoint> jointLines(const BasePlan& plan, const LayupPlan* layup)
{
    std::vector<BaseJoint> out;
    if (!plan.shape) {
        return out;
    }
    for (const BaseJoint& joint : plan.shape->joints) {
        const auto same = std::find_if(out.begin(), out.end(), [&](const BaseJoint& j) {
            return j.name == joint.name && j.note == joint.note &&
                   std::equal(j.terms.begin(), j.terms.end(), joint.terms.begin(), joint.terms.end(),
                              [](const Figure& a, const Figure& b) { return a.value() == b.value(); });
        });
        if (same != out.end()) {
            same->count += joint.count;
        } else {
            out.push_back(joint);
        }
    }
    const BaseChoices& c = plan.choices;
    if (madeOf(c.kind) == BaseOf::Steel) {
        out.push_back({"Holes for the top", static_cast<int>(plan.plates.size()),
                       "slots as Move asks for them, drilled before the plates are welded on; middle one round"});
        const std::string days = std::to_string(std::lround(c.coater_days));
        out.push_back({"Surface", 0,
                       c.coat == MetalCoat::Raw ? "degreased, brushed, waxed or oiled: it rusts where it is wet"
                       : c.coat == MetalCoat::Paint
                           ? "degreased, primed on every weld, two coats"
                           : "degreased, no filler that melts, threads plugged; " + days + " days at the coater"});
    } else if (madeOf(c.kind) == BaseOf::Wood) {
        constexpr double kPlank_mm = 45.0; // thicker stock is glued up of boards
        const double thick =
            std::max(c.thick_mm, c.kind == BaseKind::Apron || c.kind == BaseKind::Splayed ? c.deep_mm : c.thick_mm);
        if (thick > kPlank_mm && c.kind != BaseKind::Columns) {
            const int boards = static_cast<int>(std::ceil(thick / kPlank_mm));
            out.push_back({"Thick members", 0,
                           "glued up of " + std::to_string(boards) +
                               " boards, rings turned against each other, planed to size a day later"});
        }
        std::map<std::pair<int, std::string>, int> from;
        for (const Offcut& o : layup != nullptr ? offcutsFor(plan, *layup) : std::vector<Offcut>{}) {
            ++from[{o.member, o.slab}];
        }
        for (const auto& [what, count] : from) {
            const BaseMember& m = plan.shape->members[static_cast<size_t>(what.first) - 1];
            out.push_back({"From an offcut of " + what.second, count,
                           "member " + std::to_string(m.number) + ", " + m.name +
                               ": the same tree, as dry as the top; knots and checks are for the eye"});
        }
        if (from.empty()) {
            out.push_back({"Wood", 0, "as dry as the top; what the slabs leave beside it is too small"});
        }
    } else if (!plan.choices.footPoints.empty()) {
        out.push_back({"Bought legs", 0, "measure plate, holes and height of each before the top is drilled"});
    }
    return out;
}

} // namespace burl
