// What the underside asks for: channels, plates let in, inserts.

#include "core/move/move_plan.h"

namespace burl
{
namespace
{

/// As much work as so many inserts, which are marked, drilled, countersunk and screwed in square.
double placesOf(FastenerKind kind)
{
    switch (kind) {
    case FastenerKind::InsertAndBolt:
        return 1.0;
    case FastenerKind::KnockInInsert:
        return 0.6;
    case FastenerKind::ZClip: // and its slot in the rail
    case FastenerKind::Button:
    case FastenerKind::FigureEight: // and its recess
        return 0.4;
    case FastenerKind::SlottedTab:
        return 0.25;
    case FastenerKind::ScrewAndWasher:
    case FastenerKind::ApronScrew:
        return 0.15; // two minutes
    }
    return 1.0;
}

} // namespace

void nameWork(MovePlan& plan)
{
    constexpr double kChannel = 3.0; // as much work as three inserts
    double places = kChannel * static_cast<double>(plan.channels.size());
    for (const FastenerPlan& f : plan.fasteners) {
        places += placesOf(f.fastener.kind);
    }
    for (const BasePlatePlan& plate : plan.plates) {
        places += plate.plate.letIn ? kChannel : 0.0;
    }
    if (places <= 0.0) {
        return;
    }
    Work w = workCalled("underside", "Channels, plates and inserts in the underside", "move", WorkPhase::Underside);
    w.rate = "underside";
    w.quantity = places;
    w.handled = Handled::TopTurned;
    w.ready = "the drilling map, template, stop collar";
    plan.work.push_back(w);
}

} // namespace burl
