// The base beside the top; then both together, packed and to the door.

#include <algorithm>

#include "core/base/base_plan.h"
#include "core/measure/when.h"

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

double membersOf(const BasePlan& plan)
{
    double members = 0.0;
    if (plan.shape) {
        for (const BaseMember& m : plan.shape->members) {
            members += m.count * workOf(m);
        }
        for (const BasePlateMember& p : plan.shape->plates) {
            members += p.count;
        }
    }
    return std::max(1.0, members);
}

Work baseWork(const char* key, const char* name, double takes_min, const char* ready, WorkPhase phase = WorkPhase::Base)
{
    Work w = workCalled(key, name, "base", phase);
    w.planned_min = takes_min;
    w.ready = ready;
    return w;
}

void coating(const BaseChoices& choices, BasePlan& plan)
{
    if (choices.coat == MetalCoat::Powder) {
        Work w = baseWork("base_coater", "Base to the coater", 45.0, "van, tubes open for the oven");
        constexpr double kCoater = 0.2; // other people's days
        w.wait = hoursFigure(w.key, choices.coater_days * kDay_h, "the coater's days");
        w.waitSpread = kCoater;
        w.split = false;
        plan.work.push_back(w);
    } else if (choices.coat == MetalCoat::Paint) {
        Work w = baseWork("base_paint", "Prime and paint the base", 90.0, "respirator, no flame");
        w.wait = hoursFigure(w.key, kDay_h, "paint hardens");
        plan.work.push_back(w);
    }
}

void making(const BaseChoices& choices, BasePlan& plan)
{
    if (choices.kind == BaseKind::None) {
        return;
    }
    switch (madeOf(choices.kind)) {
    case BaseOf::Steel: {
        Work w = baseWork("base_weld", "Cut and weld the base", 0.0, "steel on the rack, helmet, no dust or rags near");
        w.rate = "steel";
        w.quantity = membersOf(plan);
        plan.work.push_back(w);
        coating(choices, plan);
        return;
    }
    case BaseOf::Wood: {
        Work w = baseWork("base_wood", "Make the base", 0.0, "the cut list");
        w.rate = "wood_base";
        w.quantity = membersOf(plan);
        w.wait = hoursFigure(w.key, kDay_h, "glue dries");
        plan.work.push_back(w);
        return;
    }
    case BaseOf::Elsewhere:
        plan.work.push_back(baseWork("base_fit", "Try the legs on the floor", 30.0, "feet, level"));
        return;
    case BaseOf::Nothing:
        return;
    }
}

void ending(const BaseInput& in, BasePlan& plan)
{
    // Everybody who was said to carry, and never fewer than its weight asks for.
    const bool halves = in.layup && !in.layup->meetingBolts_mm.empty();
    Work mount = baseWork("mount", halves ? "Mount both halves, bolt them together" : "Mount the top on its base", 60.0,
                          "bolts, washers, torque by hand", WorkPhase::Ending);
    Work pack = baseWork("crate", "Wrap and pack it", 60.0, "the packing list, blankets, corners", WorkPhase::Ending);
    Work deliver = baseWork("deliver", "Deliver it", 120.0, "van, carriers, the care sheet", WorkPhase::Ending);
    for (Work* w : {&mount, &deliver}) {
        w->people = in.choices.carriers;
        w->handled = Handled::TopLifted;
    }
    for (Work* w : {&mount, &pack, &deliver}) {
        w->split = false;
        plan.work.push_back(*w);
    }
}

} // namespace

void nameWork(const BaseInput& input, BasePlan& plan)
{
    making(input.choices, plan);
    ending(input, plan);
}

} // namespace burl
