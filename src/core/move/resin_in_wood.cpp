// Where resin lies in wood that moves: what opens or stands up between them over a year.

#include <algorithm>

#include "core/move/hold_plan.h"

namespace burl
{
namespace
{

constexpr double kFelt_mm = 0.3;  // a step that a finger feels
constexpr double kOpens_mm = 0.5; // between wood and resin, across the grain: a hairline that is seen

} // namespace

void inspectResin(const HoldInput& in, HoldPlan& plan)
{
    if (!in.move || in.move->missing || !in.fill || !in.moveInput->layup || in.moveInput->layup->missing) {
        return;
    }
    const MovePlan& move = *in.move;
    const MoveInput& input = *in.moveInput;
    const double swing = move.mc.wettest_pct - move.mc.driest_pct;
    const Figure range =
        made("room_swing", "the room's swing", "{0} − {1}", {move.wettest, move.driest}, swing, Unit::Percent);
    // In thickness wood moves about as a quarter-sawn board does across: the rings lie level.
    double radial = 0.0;
    for (const Rings& r : move.rings) {
        radial = std::max(radial, r.change.radial);
    }
    if (input.layup->gap && !input.layup->openGap && input.thickness.known()) {
        const Figure step = made("resin_step", "Step at the river over a year", "{0} × {1} × {2}",
                                 {input.thickness, given("c_r", "C_R", radial, Unit::Coefficient, "species"), range},
                                 input.thickness.value() * radial * swing, Unit::Length);
        plan.figures.push_back({step, Prominence::Folded});
        if (step.value() > kFelt_mm) {
            addFinding(
                plan.findings, "move.resin_step", Severity::Caution,
                "Wood swells in its thickness and resin does not: over a year a step of up to {0} comes and goes at "
                "the river.",
                {step}, "flatten and finish it at the moisture it will live at");
        }
    }
    const FillItem* widest = nullptr;
    double opens = 0.0;
    for (const FillItem& item : in.fill->items) {
        if (item.river || item.seal || item.resin.empty() || item.pieceIndex >= move.rings.size()) {
            continue;
        }
        const double across = item.across_mm;
        const double by = across * move.rings[item.pieceIndex].coefficient * swing;
        if (by > opens) {
            opens = by;
            widest = &item;
        }
    }
    if (widest != nullptr && opens > kOpens_mm) {
        const Figure across =
            workedOut("fill_across", "the fill across the grain", widest->across_mm, Unit::Length, "on the drawing");
        const Figure opening =
            made("resin_opens", "Wood against the fill over a year", "{0} × {1} × {2}",
                 {across,
                  workedOut("coefficient", "movement of that wood", move.rings[widest->pieceIndex].coefficient,
                            Unit::Coefficient, "its rings"),
                  range},
                 opens, Unit::Length);
        plan.figures.push_back({opening, Prominence::Folded});
        addFinding(plan.findings, "move.resin_opens", Severity::Caution,
                   "Filled, the " + widest->name +
                       " is {0} wide across the grain and does not follow the wood: {1} between the "
                       "driest and the wettest day; a hairline may open beside it.",
                   {across, opening}, "fill it at the moisture it will live at", centroid(widest->onTable));
    }
}

} // namespace burl
