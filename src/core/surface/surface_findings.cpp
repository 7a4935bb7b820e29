// What wants attention in gluing, edges, sanding and finish: serious things first.

#include <algorithm>
#include <cmath>

#include "core/surface/surface_plan.h"

namespace burl
{
namespace
{

constexpr double kBow_mm = 0.5;     // a spring joint may have as much in its middle
constexpr double kBowMost_mm = 1.5; // more is no joint
constexpr int kClearResin = 600;

class SurfaceInspector
{
public:
    SurfaceInspector(const SurfaceInput& in, SurfacePlan& plan) : in_(in), plan_(plan), c_(plan.choices) {}

    void inspect()
    {
        glue();
        repairs();
        edges();
        sanding();
        finish();
        cautions();
    }

private:
    Finding& add(const char* code, Severity severity, std::string text, std::vector<Figure> figures, std::string remedy,
                 const char* page)
    {
        Finding& f = addFinding(plan_.findings, code, severity, std::move(text), std::move(figures), std::move(remedy));
        f.leadsTo = {"surface", page};
        return f;
    }
    static Figure number(const char* key, double v, Unit unit = Unit::Count, const char* source = "chosen")
    {
        return given(key, key, v, unit, source);
    }
    static Figure worked(const char* key, double v, Unit unit) { return workedOut(key, key, v, unit, "as planned"); }

    void glue()
    {
        if (!plan_.glueAll) {
            return;
        }
        const GlueTime& g = *plan_.glueAll;
        const GlueClass& k = glueClass(c_.glue);
        if (!g.fits) {
            const bool eachFits =
                std::all_of(plan_.joints.begin(), plan_.joints.end(), [](const JointGlue& j) { return j.glue.fits; });
            const bool helped = g.peopleNeeded && *g.peopleNeeded > c_.people;
            // Class values are no surer than that: what is as long as it may be is told, and stops nobody.
            constexpr double kAsLong = 1.05;
            const bool asLong = g.assembly_min <= kAsLong * g.open_min;
            add("surface.glue_late", asLong ? Severity::Caution : Severity::Stop,
                (asLong ? "It takes as long to close the last clamp, {0}, as the glue stays open"
                        : "It takes {0} to close the last clamp, and the glue stays open {1}") +
                    std::string(eachFits && plan_.joints.size() > 1 ? ": one joint at a time would do." : "."),
                {worked("assembly", g.assembly_min, Unit::Minutes), worked("open", g.open_min, Unit::Minutes),
                 worked("people", g.peopleNeeded.value_or(0), Unit::Count)},
                helped                ? "{2} people"
                : slowerThan(c_.glue) ? "a slower glue"
                                      : "in stages",
                "glue");
        }
        if (plan_.coldest_C < k.least_C) {
            add("surface.glue_cold", Severity::Warn, "At {0} this glue does not hold as it should: it wants {1}.",
                {number("room", plan_.coldest_C, Unit::Temperature),
                 number("least", k.least_C, Unit::Temperature, "class value")},
                "warm the wood, not the air alone", "glue");
        } else if (g.outsideTable) {
            add("surface.glue_outside", Severity::Caution,
                "At {0} how long it stays open is not known: the nearest known time is taken.",
                {number("room", plan_.glue_C, Unit::Temperature)}, "try it on an offcut", "glue");
        }
        if (c_.clampsAtHand && *c_.clampsAtHand < plan_.clampsInAll) {
            add("surface.clamps_few", Severity::Warn, "{0} clamps are wanted and {1} are at hand.",
                {worked("clamps", plan_.clampsInAll, Unit::Count), number("at_hand", *c_.clampsAtHand)},
                "borrow some, or stiffer cauls and a lower pressure", "glue");
        }
        if (c_.bow_mm && *c_.bow_mm > kBow_mm) {
            add("surface.joint_bowed", *c_.bow_mm > kBowMost_mm ? Severity::Stop : Severity::Warn,
                "{0} of light in the joint, dry: clamps that must bend it open will do so again.",
                {number("bow", *c_.bow_mm, Unit::Length)},
                "joint it again; half a millimetre in the middle is a spring joint", "glue");
        }
    }

    /// Of a round, an oval or a drawn top the grain comes out of its rim: a straight one has its two ends, which are
    /// sanded as ends.
    void endGrainInRim()
    {
        if (in_.layup->shape.empty()) {
            return;
        }
        constexpr double kEndGrain = 0.5; // sine of the angle to the grain, from 30 degrees on
        double all = 0.0;
        double end = 0.0;
        for (size_t i = 0; i < plan_.outline.size(); ++i) {
            const Vec2 way = plan_.outline[(i + 1) % plan_.outline.size()] - plan_.outline[i];
            const double run = length(way);
            all += run;
            end += run > 0.0 && std::abs(way.y) > kEndGrain * run ? run : 0.0;
        }
        constexpr double kSome = 0.05;
        if (end > kSome * all) {
            add("surface.end_grain_rim", Severity::Caution,
                "{0} of the rim is end grain: it drinks more, comes out darker and scratches show in it.",
                {worked("end_grain_rim", end, Unit::Length)}, "one grit finer there, wetted twice in the first coat",
                "finish");
        }
    }

    void repairs()
    {
        for (size_t i = 0; i < plan_.repairs.size(); ++i) {
            const RepairPlan& r = plan_.repairs[i];
            if (!contains(plan_.outline, r.repair.at)) {
                add("surface.repair_off", Severity::Warn, "Repair {0} lies off the top.",
                    {worked("number", static_cast<double>(i + 1), Unit::Count)}, "drag it where it is", "keys")
                    .place_mm = r.repair.at;
            } else if (r.repair.deep_mm > in_.thickness.value()) {
                add("surface.repair_deep", Severity::Warn, "Repair {0} is deeper than the top.",
                    {worked("number", static_cast<double>(i + 1), Unit::Count)}, "measure it again", "keys")
                    .place_mm = r.repair.at;
            } else if (r.repair.kind == RepairKind::Patch && r.offcut.empty()) {
                add("surface.no_patch", Severity::Caution,
                    "No offcut of this job has room for patch {0}: look for rings and colour alike.",
                    {worked("number", static_cast<double>(i + 1), Unit::Count)}, "", "keys")
                    .place_mm = r.repair.at;
            }
        }
    }

    void edges()
    {
        if (plan_.profile.meets) {
            add("surface.edges_meet", Severity::Stop,
                "The cuts above and below run into each other: {0} of edge is missing.",
                {worked("missing", -plan_.profile.flat_mm, Unit::Length)}, "smaller ones", "edges");
        } else if (!plan_.profile.bearingRuns &&
                   (c_.above.kind != CornerCut::None || c_.below.kind != CornerCut::None)) {
            add("surface.bearing", Severity::Warn,
                "{0} stay flat, and the bearing wants {1}: the second cut has nothing to run on.",
                {worked("flat", plan_.profile.flat_mm, Unit::Length), number("bearing", c_.bearing_mm, Unit::Length)},
                "cut the larger one last, along a fence", "edges");
        }
        for (const EdgePlan& e : plan_.edges) {
            if (e.kind == EdgeTreatment::BarkKept) {
                add("surface.bark_kept", Severity::Caution,
                    "Bark that is kept comes off in years: the glue behind it must have soaked in, and the customer "
                    "told.",
                    {}, "", "edges");
                break;
            }
        }
    }

    void sanding()
    {
        for (const PartSanding& p : plan_.sanding) {
            if (p.ladder.grits.empty()) {
                add("surface.skip", Severity::Warn,
                    "From {0} no step leads on to {1}: more than the ratio lies between, and scratches stay.",
                    {worked("reached", p.ladder.reached, Unit::Count), worked("beyond", p.ladder.beyond, Unit::Count)},
                    "a wider ratio, or a grit between", "sanding");
                break;
            }
        }
        const PartSanding* show = plan_.sanding.empty() ? nullptr : &plan_.sanding.front();
        if (show != nullptr && show->stop >= plan_.stop.tooFine) {
            add("surface.too_fine", Severity::Warn, "You chose {0}: " + plan_.stop.why + ".",
                {worked("stop", show->stop, Unit::Count), worked("better", plan_.stop.grit, Unit::Count)},
                "stop at {1}", "sanding");
        } else if (show != nullptr && show->stop > plan_.stop.grit) {
            add("surface.finer", Severity::Caution, "Some stop at {0}, most at {1}: " + plan_.stop.why + ".",
                {worked("stop", show->stop, Unit::Count), worked("better", plan_.stop.grit, Unit::Count)}, "",
                "sanding");
        }
        if (show != nullptr && show->stop < show->start) {
            add("surface.coarse", Severity::Caution, "It stops at {0}, coarser than the machine left it.",
                {worked("stop", show->stop, Unit::Count)}, "", "sanding");
        }
        inspectClearResin();
        for (const PartSanding& p : plan_.sanding) {
            if (p.reached > 0 && p.reached < p.stop && p.part == SurfacePart::Show) {
                for (const PartSanding& q : plan_.sanding) {
                    if (q.part == SurfacePart::Under && q.reached > p.stop) {
                        add("surface.uneven", Severity::Caution, "The underside is finer than the show face will be.",
                            {}, "", "sanding");
                    }
                }
            }
        }
    }

    /// Resin that is sanded no further than the wood beside it has no part of its own.
    void inspectClearResin()
    {
        const bool hasResin =
            in_.fill && std::any_of(in_.fill->items.begin(), in_.fill->items.end(), [](const auto& i) {
                return i.onShow && !i.resin.empty() && !i.seal && i.inTop_L > 0.0;
            });
        if (!in_.clearResin || !hasResin || plan_.sanding.empty()) {
            return;
        }
        const auto own = std::find_if(plan_.sanding.begin(), plan_.sanding.end(),
                                      [](const PartSanding& p) { return p.part == SurfacePart::Resin; });
        const PartSanding& sanded = own != plan_.sanding.end() ? *own : plan_.sanding.front();
        if (sanded.stop < kClearResin) {
            add("surface.resin_dull", Severity::Warn, "Clear resin stays hazy at {0}.",
                {worked("stop", sanded.stop, Unit::Count)}, "on to 600 or 800", "sanding");
        }
    }

    void finish()
    {
        const FinishClass& f = finishClass(c_.finish);
        if (f.wiped && !plan_.sections.possible) {
            add("surface.no_time", Severity::Stop,
                "It soaks as long as it may stay on: no section can be wiped in time.", {},
                "another finish, or a longer window", "finish");
        }
        if (f.wiped && plan_.sections.possible && c_.wipers == 1 && plan_.sections.sections > 6) {
            add("surface.many_sections", Severity::Caution,
                "{0} sections for one: two people need fewer, and keep a wet edge.",
                {worked("sections", plan_.sections.sections, Unit::Count)}, "a second one who wipes", "finish");
        }
        endGrainInRim();
        if (c_.faces == FacesSchool::TwoBelow && plan_.coatsShow > plan_.coatsUnder) {
            add("surface.faces_differ", Severity::Caution,
                "{0} coats below and {1} above: one school; another gives both faces the same, so that damp comes "
                "alike.",
                {worked("below", plan_.coatsUnder, Unit::Count), worked("above", plan_.coatsShow, Unit::Count)}, "",
                "finish");
        }
    }

    void cautions()
    {
        const FinishClass& f = finishClass(c_.finish);
        if (f.wiped) {
            add("surface.rags", Severity::Caution,
                "Rags with this finish heat up by themselves and burn: spread flat outdoors, or in water in a closed "
                "metal "
                "can.",
                {}, "", "finish");
        }
        add("surface.dust", Severity::Caution,
            "Dust of some woods sensitises for life, and of resin too: extraction, and a mask that fits.", {}, "",
            "sanding");
        add("surface.sample", Severity::Caution,
            "An offcut of this job, resin included, goes through the whole recipe first.", {}, "", "finish");
        const bool resin = std::any_of(plan_.sanding.begin(), plan_.sanding.end(),
                                       [](const PartSanding& p) { return p.part == SurfacePart::Resin; });
        if (resin) {
            add("surface.lamps", Severity::Caution,
                "No hot lamp or torch over resin for long: it softens, yellows and fumes.", {}, "", "finish");
        }
    }

    const SurfaceInput& in_;
    SurfacePlan& plan_;
    const SurfaceChoices& c_;
};

} // namespace

void inspectSurface(const SurfaceInput& input, SurfacePlan& plan)
{
    SurfaceInspector(input, plan).inspect();
}

} // namespace burl
