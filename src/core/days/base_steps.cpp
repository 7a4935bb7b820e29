// The base beside the top; then both together, packed and to the door.

#include <algorithm>

#include "core/days/steps_made.h"

namespace burl
{

namespace
{

/// As much work as so many straight members: a lamella is sawn, planed and glued, an arc needs its template.
double workOf(const BaseMember& m)
{
    constexpr double kLamella = 0.12;
    constexpr double kArc = 1.5;
    constexpr double kPanel = 1.0; // glued up of boards
    return 1.0 + kLamella * m.lamellae + (m.radius_mm > 0.0 ? kArc : 0.0) + (m.panel ? kPanel : 0.0);
}

} // namespace

void addBase(StepsMade& list)
{
    if (!list.in.base || list.in.base->choices.kind == BaseKind::None) {
        return;
    }
    const BaseChoices& c = list.in.base->choices;
    double members = 0.0;
    if (list.in.base->shape) {
        for (const BaseMember& m : list.in.base->shape->members) {
            members += m.count * workOf(m);
        }
        for (const BasePlateMember& p : list.in.base->shape->plates) {
            members += p.count;
        }
    }
    constexpr double kCoater = 0.2; // other people's days
    switch (madeOf(c.kind)) {
    case BaseOf::Steel:
        list.add(
            "base_weld", "Cut and weld the base", "base",
            {"steel", std::max(1.0, members), 0.0, {}, true, 1, "steel on the rack, helmet, no dust or rags near"});
        if (c.coat == MetalCoat::Powder) {
            list.add("base_coater", "Base to the coater", "base",
                     {"", 0.0, 45.0, hoursFigure("base_coater", c.coater_days * kDay_h, "the coater's days"), false, 1,
                      "van, tubes open for the oven"})
                .waitSpread = kCoater;
        } else if (c.coat == MetalCoat::Paint) {
            list.add(
                "base_paint", "Prime and paint the base", "base",
                {"", 0.0, 90.0, hoursFigure("base_paint", 24.0, "paint hardens"), true, 1, "respirator, no flame"});
        }
        break;
    case BaseOf::Wood:
        list.add("base_wood", "Make the base", "base",
                 {"wood_base", std::max(1.0, members), 0.0, hoursFigure("base_wood", 24.0, "glue dries"), true, 1,
                  "the cut list"});
        break;
    case BaseOf::Elsewhere:
        list.add("base_fit", "Try the legs on the floor", "base", {"", 0.0, 30.0, {}, true, 1, "feet, level"});
        break;
    case BaseOf::Nothing:
        break;
    }
}

void addEnding(StepsMade& list, const std::string& topDone)
{
    const std::string baseDone = list.last;
    list.last = topDone;
    // Everybody who was said to carry, and never fewer than its weight asks for.
    const int carry = std::max(list.in.base ? list.in.base->choices.carriers : 1, list.ofTop.people > 1 ? 2 : 1);
    const bool halves = list.in.layup && !list.in.layup->meetingBolts_mm.empty();
    JobStep& mount =
        list.add("mount", halves ? "Mount both halves, bolt them together" : "Mount the top on its base", "base",
                 {"", 0.0, 60.0, {}, false, carry, "bolts, washers, torque by hand" + list.ofTop.lift});
    if (!baseDone.empty() && baseDone != topDone) {
        mount.after.push_back({baseDone});
    }
    list.add("crate", "Wrap and pack it", "base", {"", 0.0, 60.0, {}, false, 1, "the packing list, blankets, corners"});
    list.add("deliver", "Deliver it", "base",
             {"", 0.0, 120.0, {}, false, carry, "van, carriers, the care sheet" + list.ofTop.lift});
}

} // namespace burl
