// Each fastener: how far the wood goes there, what lets it, how deep it sits and what it bears.

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/move/hazards.h"
#include "core/move/move_plan.h"
#include "core/move/withdrawal.h"

namespace burl
{
namespace
{

constexpr double kStands_mm = 0.05;   // a bolt that travels less needs no slot
constexpr double kPilotOfScrew = 0.7; // of its diameter, in hardwood

Figure chosen(const char* key, const std::string& label, double value)
{
    return given(key, label, value, Unit::Length, "chosen");
}

class FastenerPlanner
{
public:
    FastenerPlanner(const MoveInput& input, const MovePlan& plan, const Underside& underside)
        : in_(input), plan_(plan), underside_(underside)
    {
    }

    FastenerPlan planned(const Fastener& fastener, int number)
    {
        FastenerPlan out;
        out.fastener = fastener;
        out.number = number;
        seat(out);
        travel(out);
        opening(out);
        depth(out);
        strength(out);
        return out;
    }

private:
    /// The wood it sits in, and what it goes through.
    void seat(FastenerPlan& out) const
    {
        const Vec2 at = out.fastener.at;
        out.clear_mm = -1e9;
        for (size_t i = 0; i < in_.layup->pieces.size(); ++i) {
            if (contains(in_.layup->pieces[i].kept, at)) {
                out.piece = i;
                out.endGrain = plan_.rings[i].endGrain;
                out.clear_mm = 1e9;
                break;
            }
        }
        for (const Hazard& h : underside_.hazards) {
            if (h.kind == HazardKind::Void && h.below && out.clear_mm > -1e9) {
                out.clear_mm = std::min(out.clear_mm, -signedDistance_mm(h.ring, at));
            }
        }
        out.inWood = out.clear_mm > out.fastener.bolt_mm / 2.0;
        for (size_t p = 0; p < in_.choices.plates.size(); ++p) {
            const BasePlate& plate = in_.choices.plates[p];
            if (std::abs(at.x - plate.x_mm) <= plate.wide_mm / 2.0 &&
                std::abs(at.y - plate.middle_mm) <= plate.long_mm / 2.0) {
                out.plate = p;
            }
        }
    }

    void travel(FastenerPlan& out) const
    {
        const Fastener& f = out.fastener;
        const PlaceTravel t = travelAt(*in_.layup, plan_.rings, plan_.held, f.at);
        out.outward = t.outward;
        out.perPct = t.by;
        const double way = dot(t.by, t.outward);
        const double wettest = way * (plan_.mc.wettest_pct - plan_.mc.assembly_pct);
        const double driest = way * (plan_.mc.driest_pct - plan_.mc.assembly_pct);
        FastenerTravel& travel = out.travel;
        travel.moveWettest_mm = wettest * (t.outward.y < 0.0 ? -1.0 : 1.0);
        travel.moveDriest_mm = driest * (t.outward.y < 0.0 ? -1.0 : 1.0);
        travel.out_mm = std::max({0.0, wettest, driest});
        travel.in_mm = std::max({0.0, -wettest, -driest});
        travel.slotLength_mm = f.bolt_mm + travel.out_mm + travel.in_mm + 2.0 * f.clearance_mm;
        travel.boltOffset_mm = (travel.in_mm - travel.out_mm) / 2.0;
        if (plan_.missing) {
            travel = {};
        }
        out.slotted = travel.out_mm + travel.in_mm > kStands_mm;
        out.outwardTravel = travelFigure(in_, plan_, "travel_out", "out", t.between, plan_.wettest, travel.out_mm);
        out.inwardTravel = travelFigure(in_, plan_, "travel_in", "in", t.between, plan_.driest, travel.in_mm);
        // Which way its slot runs, and what of its travel goes beside that.
        const double radians = f.turn_deg.value_or(0.0) * std::numbers::pi / 180.0;
        const Vec2 asTravels = t.outward.y < 0.0 ? t.outward * -1.0 : t.outward;
        const Vec2 slot = f.turn_deg ? Vec2{-std::sin(radians), std::cos(radians)} : asTravels;
        out.slotTurn_deg = std::atan2(-slot.x, slot.y) * 180.0 / std::numbers::pi;
        const double most = std::max(travel.out_mm, travel.in_mm);
        const bool swings = f.kind == FastenerKind::FigureEight;
        const bool tongue = f.kind == FastenerKind::ZClip || f.kind == FastenerKind::Button;
        const double beside = std::abs(cross(slot, t.outward)) * most;
        const double along = std::abs(dot(slot, t.outward)) * most;
        if (f.hole == HoleKind::Oversize && !swings && !tongue) {
            out.astray_mm = 0.0;
        } else if (swings) {
            out.astray_mm = along; // its arm lets the wood go sideways only
        } else if (tongue) {
            out.astray_mm = 0.0; // it slides along its groove, and in and out of it
        } else {
            out.astray_mm = beside;
        }
    }

    void opening(FastenerPlan& out) const
    {
        const Fastener& f = out.fastener;
        const double most = std::max(out.travel.out_mm, out.travel.in_mm);
        const Figure larger = made("travel_most", "the larger of out and in", "the larger of {0} and {1}",
                                   {out.outwardTravel, out.inwardTravel}, sureOf(plan_, most), Unit::Length);
        const Figure clear = chosen("clearance", "clearance each end", f.clearance_mm);
        switch (f.kind) {
        case FastenerKind::ZClip:
        case FastenerKind::Button: {
            const Figure tongue = chosen("tongue", "tongue", f.reach_mm);
            out.slot = made("slot", "Groove, deep", "{0} + {1} + {2}", {tongue, larger, clear},
                            sureOf(plan_, f.reach_mm + most + f.clearance_mm), Unit::Length);
            break;
        }
        case FastenerKind::FigureEight: {
            // Swung thirty degrees to a side it has gone half its length sideways.
            out.slot = made("slot", "Arm, hole to hole, at least", "2 × {0}", {larger}, sureOf(plan_, 2.0 * most),
                            Unit::Length);
            break;
        }
        default: {
            const Figure bolt = chosen("bolt", "bolt", f.bolt_mm);
            if (f.hole == HoleKind::Oversize) {
                out.slot = made("slot", "Hole", "{0} + 2 × {1} + 2 × {2}", {bolt, larger, clear},
                                sureOf(plan_, f.bolt_mm + 2.0 * (most + f.clearance_mm)), Unit::Length);
            } else {
                out.slot = made("slot", "Slot", "{0} + {1} + {2} + 2 × {3}",
                                {bolt, out.outwardTravel, out.inwardTravel, clear},
                                sureOf(plan_, out.travel.slotLength_mm), Unit::Length);
            }
        }
        }
        const bool centred = f.hole == HoleKind::Oversize;
        out.bolt = made("bolt_place", "its bolt sits off the middle", "({0} in − {1} out) ÷ 2, positive outward",
                        {out.inwardTravel, out.outwardTravel}, sureOf(plan_, centred ? 0.0 : out.travel.boltOffset_mm),
                        Unit::Length);
    }

    /// How deep it goes, and the wood that is left above its pilot.
    void depth(FastenerPlan& out) const
    {
        const Fastener& f = out.fastener;
        const bool screw = isScrew(f.kind);
        Figure in = chosen("insert", screw ? "screw in the wood" : "insert", f.insert_mm);
        if (screw && f.screw_mm) {
            in = made("insert", "screw in the wood", "{0} − {1}",
                      {chosen("screw", "screw below its head", *f.screw_mm),
                       chosen("through", "what it goes through", f.through_mm)},
                      std::max(0.0, *f.screw_mm - f.through_mm), Unit::Length);
        }
        const Figure pilot = chosen("pilot", "pilot beyond it", f.pilotOverrun_mm);
        out.deep = made("drill_depth", "Drilled, deep", "{0} + {1}", {in, pilot}, in.value() + f.pilotOverrun_mm,
                        Unit::Length);
        out.drill = screw ? made("drill", "Pilot", "0.7 × {0}", {chosen("bolt", "screw", f.bolt_mm)},
                                 kPilotOfScrew * f.bolt_mm, Unit::Length)
                          : made("drill", "Pilot, as the insert's maker says; about", "1.5 × {0} − 1 mm",
                                 {chosen("bolt", "bolt", f.bolt_mm)}, kInsertOverBolt * f.bolt_mm - 1.0, Unit::Length);
        std::vector<Figure> terms{in_.thickness, in, pilot};
        std::string formula = "{0} − {1} − {2}";
        double left = in_.thickness.value() - in.value() - f.pilotOverrun_mm;
        if (out.plate && in_.choices.plates[*out.plate].letIn) {
            const double deep = in_.choices.plates[*out.plate].thick_mm;
            terms.push_back(chosen("pocket", "pocket of the plate", deep));
            formula += " − " + termOf(terms.size() - 1);
            left -= deep;
        }
        double above = 0.0;
        for (const Hazard& h : underside_.hazards) {
            if (h.kind == HazardKind::Void && !h.below && signedDistance_mm(h.ring, f.at) > 0.0) {
                above = std::max(above, h.deep_mm);
            }
        }
        if (above > 0.0) {
            terms.push_back(workedOut("above", "hole in the show face over it", above, Unit::Length, "as it was read"));
            formula += " − " + termOf(terms.size() - 1);
            left -= above;
        }
        out.remaining = made("remaining", screw ? "Wood above the screw" : "Wood above the insert", formula, terms,
                             left, Unit::Length);
    }

    /// What it may be asked to bear, pulled straight out.
    void strength(FastenerPlan& out) const
    {
        const Fastener& f = out.fastener;
        const Species& species = in_.species[out.piece];
        const bool screw = isScrew(f.kind);
        const double wide = screw ? f.bolt_mm : kInsertOverBolt * f.bolt_mm;
        const double deep = out.deep.value() - f.pilotOverrun_mm;
        double share = kSafeShare;
        std::string formula = "108.25 × {0}² × {1} × {2} ÷ 5";
        if (out.endGrain) {
            share *= kEndGrainShare;
            formula += ", half in end grain";
        }
        if (f.kind == FastenerKind::KnockInInsert) {
            share *= kKnockInShare;
            formula += ", a quarter by its barbs";
        }
        const Figure gravity = species.id.empty() ? Figure{}
                                                  : given("g12", "specific gravity of " + species.name, species.g12,
                                                          Unit::None, species.source);
        const Figure across = screw ? chosen("bolt", "screw", f.bolt_mm)
                                    : assumed("insert_thread", "thread of the insert, 1.5 × bolt", wide, Unit::Length,
                                              "as inserts of this size are");
        const Figure length = workedOut("thread", "thread in the wood", deep, Unit::Length, "its depth");
        out.holds = made("holds", "Bears, pulled out", formula, {gravity, across, length},
                         species.id.empty() ? kNotKnown : share * screwHolds_N(species.g12, wide, deep), Unit::Force);
    }

    const MoveInput& in_;
    const MovePlan& plan_;
    const Underside& underside_;
};

} // namespace

void planFasteners(const MoveInput& input, MovePlan& plan)
{
    plan.underside = std::make_shared<const Underside>(undersideOf(input, plan));
    FastenerPlanner planner(input, plan, *plan.underside);
    for (const Fastener& fastener : input.choices.fasteners) {
        plan.fasteners.push_back(planner.planned(fastener, static_cast<int>(plan.fasteners.size()) + 1));
    }
}

} // namespace burl
