// The figures of gluing, edges, sanding and finish, each with its working.

#include <algorithm>
#include <cmath>

#include "core/measure/clock.h"
#include "core/measure/units.h"
#include "core/measure/when.h"
#include "core/surface/surface_plan.h"

namespace burl
{
namespace
{

class SurfaceMeasurer
{
public:
    SurfaceMeasurer(const SurfaceInput& in, SurfacePlan& plan) : in_(in), plan_(plan), c_(plan.choices) {}

    void measure()
    {
        finish();
        sanding();
        glue();
        repairs();
        edges();
    }

private:
    void add(const Figure& figure, Prominence prominence = Prominence::Plain)
    {
        plan_.figures.push_back({figure, prominence});
    }
    static Figure drawn(const char* key, const char* label, double v, Unit unit)
    {
        return workedOut(key, label, v, unit, "on the drawing");
    }

    void finish()
    {
        const FinishClass& f = finishClass(c_.finish);
        const double face = plan_.sanding.empty() ? 0.0 : plan_.sanding.front().area_mm2;
        const Figure area = drawn("face_area", "a face", face, Unit::Area);
        const Figure edge = drawn("edge_area", "edges, as they grow", plan_.amount.edge_mm2, Unit::Area);
        if (plan_.flood) {
            const Figure film = given("film", "film", f.film_mm, Unit::Length, "class value: the sheet comes first");
            const Figure coats = given("coats", "coats above", plan_.coatsShow, Unit::Count, "chosen");
            const Figure under = given("coats_under", "below", plan_.coatsUnder, Unit::Count, "chosen");
            const Figure rim = workedOut("flood_edges", "over the edges", plan_.flood->edge_L, Unit::Volume,
                                         "the rim of the outline, a thinner film on it with each coat above");
            const Figure drips = workedOut("drips", "drips", plan_.flood->drips_L, Unit::Volume, "12 of 100 run off");
            add(made("finish", "Resin to mix", "({0} + {1}) × {2} × {3} + {4} + {5}",
                     {coats, under, area, film, rim, drips}, plan_.flood->all.volume_L, Unit::Volume),
                Prominence::Headline);
            parts(plan_.flood->all);
        } else {
            const bool own = c_.coverage_m2_L.has_value();
            const Figure coverage = own ? given("coverage", "m² to a litre", *c_.coverage_m2_L, Unit::None, "chosen")
                                        : assumed("coverage", "m² to a litre", f.coverage_m2_L, Unit::None,
                                                  "class value: the tin comes first");
            add(made("finish", plan_.amount.all.b_L > 0.0 ? "Finish to mix" : "Finish to have",
                     "{0} coats of {1} above, {2} below, and {3}, at {4} m² to a litre, the first coat thirstier",
                     {given("coats", "above", plan_.coatsShow, Unit::Count, "chosen"), area,
                      given("coats_under", "below", plan_.coatsUnder, Unit::Count, "chosen"), edge, coverage},
                     plan_.amount.all.volume_L, Unit::Volume),
                Prominence::Headline);
            parts(plan_.amount.all);
        }
        if (f.wiped && plan_.sections.possible) {
            const Figure largest = workedOut("section_most", "a section at most", plan_.sections.largest_mm2,
                                             Unit::Area, "spread, soaked and wiped within its window");
            add(made("sections", "Sections", "{0} ÷ {1}, the next whole one", {area, largest}, plan_.sections.sections,
                     Unit::Count));
            add(workedOut("section_minutes", "Minutes for each", plan_.sections.each_min, Unit::Minutes,
                          c_.wipers > 1 ? "one spreads, one wipes behind" : "spread, soaked, wiped by one"));
        }
        add(given("cure_days", "Cured after", f.cure_days, Unit::Days, "class value: the tin comes first"),
            Prominence::Folded);
    }

    void parts(const TwoParts& p)
    {
        if (!(p.b_L > 0.0)) {
            return;
        }
        const Figure ratio = given("ratio", "A to 1 of B", *finishClass(c_.finish).mix.ratio, Unit::None,
                                   "class value: the tin comes first");
        const Figure all = plan_.figures.front().figure;
        add(made("finish_a", "of it A", "{0} × {1} ÷ ({1} + 1)", {all, ratio}, p.a_L, Unit::Volume));
        add(made("finish_b", "of it B", "{0} ÷ ({1} + 1)", {all, ratio}, p.b_L, Unit::Volume));
    }

    void sanding()
    {
        std::vector<Figure> terms;
        double left = 0.0;
        for (const PartSanding& p : plan_.sanding) {
            terms.push_back(workedOut(
                "sand_" + std::to_string(static_cast<int>(p.part)), partWord(p.part), p.times.work_min, Unit::Minutes,
                "its area, " + std::to_string(p.ladder.grits.size()) + " grits, the rate of the shop, 4 min between"));
            left += p.minutesLeft;
        }
        add(sumFigure("sanding", "Sanding, in all", terms, Unit::Minutes));
        add(workedOut("discs", "Discs", plan_.discs, Unit::Count,
                      "each part and grit: area × passes ÷ what a disc lasts, whole ones"));
        add(workedOut("stop_grit", "Stops at", plan_.sanding.empty() ? 0.0 : plan_.sanding.front().stop, Unit::Count,
                      c_.stopGrit ? "chosen" : plan_.stop.why));
        if (!c_.sanded.empty()) {
            add(workedOut("sanding_left", "of it still to do", left, Unit::Minutes, "grits beyond those written down"));
        }
        add(workedOut("pencil", "Pencil for a grid", plan_.pencil.pencil_mm, Unit::Length,
                      std::to_string(plan_.pencil.across) + " lines across, " + std::to_string(plan_.pencil.along) +
                          " along"),
            Prominence::Folded);
    }

    void glue()
    {
        if (!plan_.glueAll) {
            return;
        }
        const GlueTime& g = *plan_.glueAll;
        add(workedOut("glue_grams", "Glue", g.grams, Unit::SmallMass,
                      std::string(c_.bothSides ? "both sides" : "one side") + " of every joint, and its tenons"));
        add(made("assembly", "From first glue to last clamp", "{0} ÷ {1}, and a minute to close each joint",
                 {workedOut("glue_work", "spreading, tenons, clamps", g.work_min, Unit::Minutes,
                            "0.6 m² a minute, 20 s a tenon, 25 s a clamp"),
                  given("people", "who glue", c_.people, Unit::Count, "chosen")},
                 g.assembly_min, Unit::Minutes));
        add(workedOut("open_time", "It stays open", g.open_min, Unit::Minutes,
                      std::string(glueClass(c_.glue).name) + " at " + std::to_string(std::lround(plan_.glue_C)) +
                          " degrees: class value, the bottle comes first"));
        add(workedOut("clamps", "Clamps", plan_.clampsInAll, Unit::Count, "by force and by pitch, the larger"));
    }

    void repairs()
    {
        if (!plan_.keys.empty()) {
            add(workedOut("keys_to_cut", "Keys to cut", static_cast<double>(plan_.keys.size()), Unit::Count,
                          "across the checks that are to be keyed"));
            add(made("key_depth", "Keys, deep", "{0} × {1}, a third to a half",
                     {in_.thickness, given("share", "share", c_.keyDepth, Unit::None, "chosen")},
                     c_.keyDepth * in_.thickness.value(), Unit::Length),
                Prominence::Folded);
        }
        double filler = 0.0;
        for (const RepairPlan& r : plan_.repairs) {
            filler += r.fill_mL;
        }
        if (filler > 0.0) {
            add(workedOut("filler", "Filler for repairs", filler / 1000.0, Unit::Volume,
                          "length × width × depth of each, and 15 of 100 more"));
        }
    }

    void edges()
    {
        if (plan_.profile.removed_mL) {
            add(workedOut("edge_off", "Comes off the corners", *plan_.profile.removed_mL / 1000.0, Unit::Volume,
                          "both corners round the top"),
                Prominence::Folded);
        }
        double minutes = 0.0;
        double goes = 0.0;
        for (const EdgePlan& e : plan_.edges) {
            minutes += e.minutes;
            goes += e.goes_mm2;
        }
        if (!plan_.edges.empty()) {
            add(workedOut("edge_minutes", "Long edges", minutes, Unit::Minutes, "each stretch by its metres"));
        }
        if (goes > 0.0) {
            add(workedOut("edge_goes", "Carving takes of the top", goes, Unit::Area, "two thirds of depth × length"));
        }
    }

    const SurfaceInput& in_;
    SurfacePlan& plan_;
    const SurfaceChoices& c_;
};

} // namespace

void measureSurface(const SurfaceInput& input, SurfacePlan& plan)
{
    SurfaceMeasurer(input, plan).measure();
}

} // namespace burl
