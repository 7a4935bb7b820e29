#include "core/surface/work_words.h"

#include <algorithm>
#include <cmath>

#include "core/measure/format.h"

namespace burl
{

std::vector<std::string> glueWords(const SurfacePlan& plan)
{
    const SurfaceChoices& c = plan.choices;
    const GlueClass& glue = glueClass(c.glue);
    std::vector<std::string> out{
        "once through without glue; clamps set and laid in their order",
        c.bothSides ? "both faces wetted: surest where wood is dry or glue is quick"
                    : "one face wetted, rubbed to the other: enough where joints close; both faces is the other school",
        "clamps by turns below and above, the first in the middle; blocks cut to the live edge",
        "cauls across, waxed; a bed that is flat and out of wind"};
    if (!plan.joints.empty() && plan.joints.front().length_mm > 2000.0) {
        out.emplace_back("too wide for the clamps at hand: bridge them, two hooked into each other");
    }
    if (c.bow_mm && *c.bow_mm > 0.0) {
        out.emplace_back(
            "a joint bowed hollow is a spring joint up to half a millimetre; bowed full it is jointed again");
    }
    out.emplace_back("end grain to long grain holds by epoxy, soaked first, and by what is let in");
    out.push_back("squeeze-out scraped when it is leather; " + std::to_string(std::lround(glue.clamps_h)) +
                  " h in the clamps, planed after " + std::to_string(std::lround(glue.plane_h)) +
                  " h: sooner and the line sinks");
    return out;
}

std::vector<std::string> repairWords(const SurfacePlan& plan)
{
    std::vector<std::string> out;
    if (!plan.keys.empty()) {
        out.emplace_back(
            "keys: their grain across the crack, the first near its open end; a crack that holds a slab together "
            "holds tension, so glue first and cut after");
        out.emplace_back("knife round the key itself, rout inside the line, a hair proud, planed flush a day later");
    }
    out.emplace_back(
        "patches from this job's offcuts: rings and colour as beside it, edges along the grain, never square across");
    out.emplace_back(
        "deep marks filled in layers of some millimetres, each hard before the next; thin glue first, so that "
        "nothing bleeds");
    out.emplace_back("thin glue in fine cracks before sanding: it is clear in resin and dark in wood; tape beside it");
    out.emplace_back("sticks a shade darker than the wood, and never beside clear resin, where their colour shows");
    return out;
}

std::vector<std::string> edgeWords(const SurfacePlan& plan, const UnitChoice& units)
{
    std::vector<std::string> out;
    std::vector<EdgeTreatment> seen;
    for (const EdgePlan& e : plan.edges) {
        if (std::find(seen.begin(), seen.end(), e.kind) == seen.end()) {
            seen.push_back(e.kind);
            out.push_back(std::string(edgeClass(e.kind).name) + ": " + edgeClass(e.kind).how);
        }
    }
    const auto corner = [&units](const char* where, const EdgeCorner& k) {
        const auto mm = [&units](double v) { return formatQuantity(v, Unit::Length, units); };
        return std::string(where) + (k.kind == CornerCut::None ? ": left sharp, only broken with paper"
                                     : k.kind == CornerCut::Round
                                         ? ": rounded " + mm(k.radius_mm)
                                         : ": chamfered " + mm(k.onFace_mm) + " by " + mm(k.onEdge_mm));
    };
    out.push_back(corner("above", plan.choices.above));
    out.push_back(corner("below", plan.choices.below));
    out.emplace_back(
        "ends square to the middle line, their corners as the edges; splinters eased to the end of the grain");
    return out;
}

std::vector<std::string> sandingWords(const SurfacePlan& plan)
{
    std::vector<std::string> out{
        "marks of router and machine go with the first grit, or they come back with the finish",
        "pencil grid before each grit; equal strokes, two like machines side by side",
        "dust out between grits: one grain of the last scratches through the next"};
    if (plan.choices.waterPop) {
        out.emplace_back("wetted before the last grit and left to dry: fibres stand up once and for all");
    }
    out.emplace_back("light along the top at the end of every grit");
    return out;
}

std::vector<std::string> finishWords(const SurfacePlan& plan)
{
    const FinishClass& f = finishClass(plan.choices.finish);
    std::vector<std::string> out{"a sample of this job's offcut, resin included, through the whole recipe first",
                                 "underside first, then hardware, then the top; on stands that touch little"};
    if (f.wiped) {
        out.push_back("spread, " + std::to_string(std::lround(f.soak_min)) + " min to soak, wiped dry within " +
                      std::to_string(std::lround(f.window_min)) + " min: section by section, wet edge to wet edge");
        out.emplace_back("only what is used within that time is mixed");
    } else if (plan.flood) {
        out.emplace_back(
            "seal first; spread with a notched blade, bubbles out with a short pass of heat, drips scraped below");
        out.emplace_back("the first coats may be tinted, the last is clear");
    } else {
        out.emplace_back("built in gloss, which is clearer and harder, the last coat in the sheen that is wanted");
    }
    if (f.between > 0) {
        out.push_back("scuffed at " + std::to_string(f.between) + " between coats, dust off");
    }
    out.emplace_back("end grain and edges drink: wet them twice in the first coat");
    if (plan.choices.before) {
        out.emplace_back("finished before it is put together: faces that are glued are taped");
    }
    out.push_back("next coat after " + std::to_string(std::lround(f.gap_h)) + " h" +
                  (f.latest_h ? ", without scuffing within " + std::to_string(std::lround(*f.latest_h)) + " h" : "") +
                  "; turned over after " + std::to_string(std::lround(f.handle_h)) + " h, in use after " +
                  std::to_string(std::lround(f.cure_days)) + " days");
    if (f.maintain_h) {
        out.push_back("a thin maintenance coat after " + std::to_string(std::lround(*f.maintain_h)) + " to " +
                      std::to_string(std::lround(*f.maintain_h) + 12) + " h");
    }
    if (f.wiped) {
        out.emplace_back("rags flat outdoors, or in water in a closed metal can: they heat up by themselves");
    }
    return out;
}

std::vector<std::string> careWords(const SurfacePlan& plan)
{
    const FinishClass& f = finishClass(plan.choices.finish);
    std::vector<std::string> out{
        "For the first " + std::to_string(std::lround(f.cure_days)) +
            " days nothing wet or heavy on it, no cloth, no cover: the finish hardens still.",
        "Wood moves: a little narrower in winter, wider in summer. Screws under the top stay as they are; those that "
        "are "
        "meant to slide must slide.",
        "Between 40 and 60 percent of humidity it moves least. Not over a radiator, not half in the sun.",
        "Wipe with a damp cloth, then dry. No steam, no scouring, no ammonia, no furniture spray with silicone."};
    if (f.film_mm > 0.0) {
        out.emplace_back(
            "Resin softens when it is hot: cups on coasters, pots on boards. Scratches are polished out by the "
            "maker.");
    } else if (f.wiped) {
        out.emplace_back(
            "Once a year, or where it looks dry: a thin wipe of the same oil, rubbed dry after ten minutes. Rags "
            "flat outdoors: they can catch fire by themselves.");
    } else {
        out.emplace_back(
            "Scratches in a film are for the maker; rings of water often go by themselves in a day or two.");
    }
    out.emplace_back("Spills at once; red wine, coffee and oil are not left overnight. Hot pots on boards.");
    return out;
}

} // namespace burl
