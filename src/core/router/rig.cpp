#include "core/router/rig.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/router/passes.h"

namespace burl
{
namespace
{

constexpr double kClear_mm = 2.0;    // between sled and highest wood
constexpr double kShankShare = 0.75; // in the collet (custom)
constexpr double kShankLeast_mm = 20.0;
constexpr double kTape_mm = 0.1;    // a layer of tape
constexpr double kSagSeen_mm = 0.3; // more is felt on a finished top
constexpr double kRidgeSeen_mm = 0.1;
constexpr double kBenchHollow_mm = 0.5;
constexpr double kNoSheet_mm = 0.05; // under a turn of the depth stop

struct Material {
    double modulus_MPa;
    double weight_N_mm3;
};

constexpr Material kPlywood{8000.0, 6.5e-6}; // birch, along the face grain
constexpr Material kAluminium{69000.0, 26.5e-6};
constexpr Material kSteel{200000.0, 77.0e-6};

Material materialOf(SledBuild build)
{
    switch (build) {
    case SledBuild::Plywood:
        return kPlywood;
    case SledBuild::Aluminium:
        return kAluminium;
    case SledBuild::Steel:
        return kSteel;
    }
    return kPlywood;
}

Figure stepoverFigure(const FlattenMethod& method)
{
    return made("stepover", "stepover", "{0} × (100 % − {1})",
                {given("bit", "cutter", method.bit_mm, Unit::Length, "method"),
                 given("overlap", "overlap", method.overlap * 100.0, Unit::Percent, "method")},
                method.bit_mm * (1.0 - method.overlap), Unit::Length);
}

/// Rails, sled and its opening against the largest face that lies between them.
void inspectLengths(const Rig& rig, const FlattenMethod& method, const RigPlan& plan, Severity worstCase,
                    std::vector<Finding>& findings)
{
    double length = 0.0;
    double width = 0.0;
    for (const RigReach& reach : plan.faces) {
        length = std::max(length, reach.face.length_mm);
        width = std::max(width, reach.face.width_mm);
    }
    const Figure wide = workedOut("widest_face", "widest face", width, Unit::Length, "rough outline");
    const Figure apart = given("rails_apart", "rails apart", rig.railsApart_mm, Unit::Length,
                               worstCase == Severity::Stop ? "measured" : "usual; not measured");
    if (width >= rig.railsApart_mm) {
        addFinding(findings, "rig.between_rails", worstCase,
                   "The slab is {0} wide and does not lie between rails {1} apart.", {wide, apart},
                   worstCase == Severity::Stop ? "set the rails further apart"
                                               : "measure how far apart your rails stand");
    }
    const double wantsRails = length + rig.sledWide_mm - method.bit_mm;
    if (rig.railsLong_mm && *rig.railsLong_mm < wantsRails) {
        addFinding(
            findings, "rig.rails_short", Severity::Stop,
            "Rails of {0} are too short: the sled leaves them before the cutter leaves the wood; {1} are wanted.",
            {given("rails_long", "rails", *rig.railsLong_mm, Unit::Length, "measured"),
             made("rails_wanted", "wanted", "slab {0} + sled {1} − cutter {2}",
                  {workedOut("longest_face", "longest face", length, Unit::Length, "rough outline"),
                   given("sled_wide", "sled, wide", rig.sledWide_mm, Unit::Length, "chosen"),
                   given("bit", "cutter", method.bit_mm, Unit::Length, "chosen")},
                  wantsRails, Unit::Length)},
            "longer rails, or cut the slab to its rough length first");
    }
    if (rig.sledLong_mm && *rig.sledLong_mm <= rig.railsApart_mm) {
        addFinding(findings, "rig.sled_short", Severity::Stop, "A sled of {0} falls between rails {1} apart.",
                   {given("sled_long", "sled, long", *rig.sledLong_mm, Unit::Length, "measured"), apart},
                   "a longer sled, or rails closer together");
    }
    if (rig.opening_mm && *rig.opening_mm < width + method.bit_mm) {
        addFinding(findings, "rig.opening_short", Severity::Stop,
                   "The opening of {0} in the sled ends before the cutter has left a face {1} wide.",
                   {given("opening", "opening", *rig.opening_mm, Unit::Length, "measured"), wide},
                   "a longer opening: the face and a whole cutter");
    }
}

} // namespace

double leastInCollet_mm(const Rig& rig)
{
    return std::max(kShankShare * rig.shank_mm, kShankLeast_mm);
}

double mostOut_mm(const Rig& rig)
{
    return rig.cutterLong_mm + rig.shank_mm - leastInCollet_mm(rig) - rig.colletUp_mm;
}

RigPlan rigPlan(const Rig& rig, const FlattenMethod& method, const std::vector<FaceOnBench>& faces)
{
    RigPlan out;
    const double base = rig.railHeight_mm + rig.floor_mm; // of the router
    for (const FaceOnBench& face : faces) {
        RigReach reach;
        reach.face = face;
        reach.outFirst_mm = base - face.firstFloor_mm;
        reach.outLast_mm = base - face.plane_mm;
        reach.inCollet_mm = rig.cutterLong_mm + rig.shank_mm - rig.colletUp_mm - reach.outLast_mm;
        reach.sheet_mm = std::max(0.0, reach.outLast_mm - mostOut_mm(rig));
        reach.clears = face.highest_mm + kClear_mm <= rig.railHeight_mm;
        out.faces.push_back(reach);
    }
    const Material sheet = materialOf(SledBuild::Plywood);
    const Material walls = materialOf(rig.build);
    const SledSection section = sledSection(rig.sledWide_mm, rig.floor_mm, rig.wallHigh_mm, rig.wallThick_mm,
                                            sheet.modulus_MPa, walls.modulus_MPa);
    const double self = rig.sledWide_mm * rig.floor_mm * sheet.weight_N_mm3 +
                        2.0 * rig.wallHigh_mm * rig.wallThick_mm * walls.weight_N_mm3;
    const SledSag sag = sledSag(rig.railsApart_mm, rig.router_N, self, section.stiffness_Nmm2);
    out.sag_mm = sag.load_mm + sag.self_mm;
    out.sagRouter_mm = sag.load_mm;
    const double stepover = method.bit_mm * (1.0 - method.overlap);
    const double tilt_deg = std::abs(rig.tilt_deg); // either way it leaves the same ridges
    out.ridge_mm = ridge_mm(stepover, tilt_deg);
    out.tapeLayers = rig.sledWide_mm * std::tan(tilt_deg * std::numbers::pi / 180.0) / kTape_mm;
    return out;
}

void reportRig(const Rig& rig, const FlattenMethod& method, const RigPlan& plan, std::vector<Entry>& figures,
               std::vector<Finding>& findings)
{
    // Nobody said anything of the sled: its usual measures stand in, and what hangs on them is a question, not a stop.
    const bool told = !(rig == Rig{});
    const auto measure = [told](const char* key, const char* label, double value, Unit unit = Unit::Length) {
        return told ? given(key, label, value, unit, "of the sled and its rails, as measured")
                    : assumed(key, label, value, unit, "usual; not measured");
    };
    const Severity worstCase = told ? Severity::Stop : Severity::Caution;
    const Figure rails = measure("rail_height", "rails", rig.railHeight_mm);
    const Figure floor = measure("sled_floor", "sled floor", rig.floor_mm);
    const RigReach* worst = nullptr;
    for (const RigReach& reach : plan.faces) {
        worst = worst == nullptr || reach.outLast_mm > worst->outLast_mm ? &reach : worst;
    }
    if (worst != nullptr) {
        const Figure lowest = workedOut("plane_height", "lowest plane, " + worst->face.name, worst->face.plane_mm,
                                        Unit::Length, "above the bench, packers under the slab");
        const Figure out = made("bit_out", "Bit stands out, at most", "{0} + {1} − {2}", {rails, floor, lowest},
                                worst->outLast_mm, Unit::Length);
        const Figure shank = measure("shank", "shank", rig.shank_mm);
        figures.push_back({out, Prominence::Folded});
        figures.push_back(
            {made("in_collet", "Shank left in the collet", "{0} + {1} − {2} − {3}, no more than the shank",
                  {measure("cutter_long", "cutter", rig.cutterLong_mm), shank,
                   measure("collet_up", "collet above the base", rig.colletUp_mm), out},
                  std::min(worst->inCollet_mm, rig.shank_mm), Unit::Length),
             Prominence::Folded});
    }
    const Figure span = measure("rails_apart", "rails apart", rig.railsApart_mm);
    const Figure load = measure("router", "router", rig.router_N, Unit::Force);
    const Figure sag = made("sled_sag", "Sled sags at mid-span", "{0} + {1}",
                            {made("sag_router", "under the router", "{0} × {1}³ ÷ (48 × stiffness)", {load, span},
                                  plan.sagRouter_mm, Unit::Length),
                             made("sag_self", "by its own weight", "5 × weight × {0}³ ÷ (384 × stiffness)", {span},
                                  plan.sag_mm - plan.sagRouter_mm, Unit::Length)},
                            plan.sag_mm, Unit::Length);
    figures.push_back({sag, Prominence::Folded});
    if (rig.tilt_deg != 0.0) {
        const Figure tilt = given("tilt", "spindle off upright", std::abs(rig.tilt_deg), Unit::Degrees, "measured");
        figures.push_back({made("ridge", "Ridges between strokes", "{0} × tangent of {1}",
                                {stepoverFigure(method), tilt}, plan.ridge_mm, Unit::Length),
                           Prominence::Folded});
    }
    for (const RigReach& reach : plan.faces) {
        if (!reach.clears) {
            addFinding(findings, "rig.no_clearance", Severity::Stop,
                       "The sled would run into the wood: " + reach.face.name +
                           " stands {0} high and the rails {1}; {2} are "
                           "wanted, to clear it.",
                       {workedOut("highest", "highest", reach.face.highest_mm, Unit::Length, "readings and packers"),
                        rails,
                        workedOut("rails_wanted_high", "rails", reach.face.highest_mm + kClear_mm, Unit::Length,
                                  "highest wood and 2 mm")},
                       told ? "raise the rails to {2} at least" : "measure your rails: {2} or more clear it");
        }
        if (reach.sheet_mm > kNoSheet_mm) {
            const Figure sheet =
                workedOut("sheet", "sheet", reach.sheet_mm, Unit::Length, "what the bit lacks at the last pass");
            const bool room = reach.face.highest_mm + reach.sheet_mm + kClear_mm <= rig.railHeight_mm;
            addFinding(findings, "rig.no_reach", worstCase,
                       "The bit does not reach the plane of " + reach.face.name +
                           ": it lacks {0} with {1} of the shank "
                           "in the collet.",
                       {sheet, workedOut("least_in_collet", "kept in", leastInCollet_mm(rig), Unit::Length,
                                         "three quarters of the shank, 20 mm at least")},
                       !told  ? "measure your sled, bit and rails"
                       : room ? "lay a sheet of {0} under the slab, never a longer stick-out"
                              : "a longer bit or a lower sled floor: lower rails would not clear the wood");
        }
    }
    inspectLengths(rig, method, plan, worstCase, findings);
    if (plan.sag_mm > kSagSeen_mm) {
        addFinding(findings, "rig.sag", Severity::Warn,
                   "The sled sags {0} under the router: faces come out hollow across by that.", {sag},
                   "higher walls, or a bar of steel under them");
    }
    if (plan.ridge_mm > kRidgeSeen_mm) {
        addFinding(findings, "rig.ridges", Severity::Warn, "The tilted spindle leaves ridges of {0}.",
                   {workedOut("ridge", "ridges", plan.ridge_mm, Unit::Length, "stepover and tilt"),
                    workedOut("layers", "layers", std::ceil(plan.tapeLayers - 1e-9), Unit::Count, "0.1 mm each"),
                    stepoverFigure(method)},
                   "{1} layers of tape under the low runner");
    }
    if (rig.benchGap_mm > kBenchHollow_mm) {
        addFinding(findings, "rig.bench", Severity::Warn,
                   "The bench stands off a straightedge by {0}: it need not be level, but flat.",
                   {given("bench_gap", "gap", rig.benchGap_mm, Unit::Length, "straightedge")},
                   "shim it, or read the slab from rails that are true");
    }
}

} // namespace burl
