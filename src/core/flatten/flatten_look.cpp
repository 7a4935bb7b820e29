#include "core/flatten/flatten_look.h"

#include <algorithm>
#include <cmath>
#include <iterator>

#include "core/flatten/removal.h"

namespace burl
{
namespace
{

void lookForOddReadings(const Slab& slab, const Placement& place, const FlattenedPiece& piece,
                        std::vector<Finding>& findings)
{
    std::vector<ReadingDot> odd;
    std::copy_if(piece.dots.begin(), piece.dots.end(), std::back_inserter(odd),
                 [](const ReadingDot& dot) { return dot.oddBy_mm.has_value(); });
    std::stable_sort(odd.begin(), odd.end(), [](const ReadingDot& a, const ReadingDot& b) {
        return std::abs(*a.oddBy_mm) > std::abs(*b.oddBy_mm); // worst first
    });
    for (const ReadingDot& dot : odd) {
        const HeightGrid& grid = gridOfFace(slab, dot.onTop ? Face::Top : Face::Bottom);
        const auto column =
            static_cast<size_t>(std::find(grid.xs_mm.begin(), grid.xs_mm.end(), dot.slab.x) - grid.xs_mm.begin());
        const auto row =
            static_cast<size_t>(std::find(grid.ys_mm.begin(), grid.ys_mm.end(), dot.slab.y) - grid.ys_mm.begin());
        const double reading = grid.readings_mm[row * grid.xs_mm.size() + column].value_or(0.0);
        const double off = grid.from == HeightsFrom::RailsDown ? -*dot.oddBy_mm : *dot.oddBy_mm;
        addFinding(findings, "flatten.odd_reading", Severity::Warn,
                   "The reading {0} on the " + std::string(dot.onTop ? "top" : "bottom") + " of " + piece.name +
                       ", {1} along and {2} across, does not fit its neighbours: they tell {3}.",
                   {given("odd", "reading", reading, Unit::Length, "as typed"),
                    given("odd_x", "along", dot.slab.x, Unit::Length, "from the butt end"),
                    given("odd_y", "across", dot.slab.y, Unit::Length, "from the string, far side +"),
                    given("odd_expected", "expected", reading - off, Unit::Length, "from its neighbours")},
                   "read it again", place.toTable(dot.slab))
            .leadsTo = "yard";
    }
}

/// Neighbouring slabs whose touching faces are shown mirror each other.
[[nodiscard]] bool neighbours(const FlattenInput& in)
{
    const Slab& a = *in.slabs[0];
    const Slab& b = *in.slabs[1];
    if (!(a.log == b.log) || a.sequence == 0 || b.sequence == 0) {
        return false;
    }
    const auto& pieces = in.layup->pieces;
    if (a.sequence + 1 == b.sequence) { // a above b in the log: a shows its bottom, b its top
        return pieces[0].turnedOver && !pieces[1].turnedOver;
    }
    return b.sequence + 1 == a.sequence && pieces[1].turnedOver && !pieces[0].turnedOver;
}

} // namespace

void lookAtPiece(const Slab& slab, const Placement& place, const Surfaces& surfaces, const FlattenedPiece& piece,
                 std::vector<Finding>& findings)
{
    if (piece.missing) {
        addFinding(findings, "flatten.missing", Severity::Warn, piece.missing->what + ".", {}, piece.missing->where)
            .leadsTo = benchNamedIn(piece.missing->where);
        return;
    }
    lookForOddReadings(slab, place, piece, findings);
    if (piece.under == UnderSource::SameSetting && slab.thickness_mm &&
        (piece.readTo_mm < 0.6 * *slab.thickness_mm || piece.readFrom_mm > 1.6 * *slab.thickness_mm)) {
        addFinding(findings, "flatten.swapped", Severity::Stop,
                   "The readings of " + piece.name + " make it {0} thick at most, the tape says {1}.",
                   {given("read_to", "by the readings", piece.readTo_mm, Unit::Length, "top less underside"),
                    given("tape", "by the tape", *slab.thickness_mm, Unit::Length, "tape")},
                   "see whether they were read down from rails or up from the bench")
            .leadsTo = "yard";
    }
    if (piece.under == UnderSource::Parallel) {
        addFinding(findings, "flatten.under_not_read", Severity::Caution,
                   "The underside of " + piece.name + " is not read; it is taken as parallel to the top.", {},
                   "read the gaps under it")
            .leadsTo = "yard";
    } else if (piece.under == UnderSource::MeanThickness) {
        addFinding(findings, "flatten.faces_not_tied", Severity::Warn,
                   "Both faces of " + piece.name + " were read in different settings; one thickness does not tie them.",
                   {}, "read the thickness at three places")
            .leadsTo = "yard";
    }
    if (surfaces.tieMisfit_mm > 1.5) {
        addFinding(findings, "flatten.tie_misfit", Severity::Warn,
                   "Thickness readings of " + piece.name + " disagree with the surface readings by {0}.",
                   {given("misfit", "misfit", surfaces.tieMisfit_mm, Unit::Length, "readings")}, "measure again")
            .leadsTo = "yard";
    }
    if (piece.shape) {
        addFinding(findings, "flatten.between_readings", Severity::Caution,
                   "Readings of " + piece.name + " miss what stands between them: the last {0} may go too.",
                   {made("unevenness", "unevenness", "2 × what wind, bow and cup leave over: {0}",
                         {given("rms", "left over", piece.shape->rms_mm, Unit::Length, "surface readings")},
                         2.0 * piece.shape->rms_mm, Unit::Length)},
                   "read a finer grid")
            .leadsTo = "yard";
    }
}

void lookAtMethod(const FlattenInput& in, FlattenPlan& plan)
{
    const FlattenMethod& method = in.choices.method;
    const bool machine = method.id == "planer" || method.id == "drum_sander";
    for (const FlattenedPiece& piece : plan.pieces) {
        if (piece.missing) {
            continue;
        }
        if (machine && piece.top.map.width_mm > method.bit_mm) {
            addFinding(plan.findings, "flatten.too_wide", Severity::Stop,
                       piece.name + " is {0} wide where it is flattened; the machine passes {1}.",
                       {given("piece_width", "width", piece.top.map.width_mm, Unit::Length, "rough outline"),
                        given("machine_width", "machine", method.bit_mm, Unit::Length, "chosen")},
                       "rip it first, or take a router on a sled");
        }
        if (method.id == "planer" && piece.shape && piece.top.most_mm > method.depth_mm) {
            addFinding(plan.findings, "flatten.carrier", Severity::Caution,
                       "A thickness planer copies the face below: " + piece.name +
                           " goes through on a carrier, wedged as the packers say, until its top is flat.",
                       {}, "stops at both ends of the carrier; never stand behind the outfeed");
        }
    }
    if (method.id == "hand_planer" && !plan.pieces.empty()) {
        addFinding(plan.findings, "flatten.by_eye", Severity::Caution,
                   "A hand planer follows the face: the passes say where wood stands, the straightedge when to stop.",
                   {}, "winding sticks after every pass");
    }
}

void appendFlattenFigures(const FlattenInput& in, const Figure& possible, FlattenPlan& plan)
{
    const auto add = [&plan](Figure figure, Weight weight = Weight::Plain) {
        plan.figures.push_back({std::move(figure), weight});
    };
    add(plan.thickness, Weight::Telling);
    if (possible) {
        add(possible);
    }
    std::vector<Figure> minutes;
    double total = 0.0;
    double strokes = 0.0;
    double chips = 0.0;
    std::vector<Figure> drift;
    double driftSum = 0.0;
    bool known = true;
    for (size_t i = 0; i < plan.pieces.size(); ++i) {
        const FlattenedPiece& piece = plan.pieces[i];
        if (piece.missing) {
            const double half = std::max(0.0, (piece.rough_mm - plan.thickness.value()) / 2.0);
            known = known && piece.rough_mm > 0.0;
            drift.push_back(assumed("off_show_" + piece.name, "off the show face of " + piece.name, half, Unit::Length,
                                    "half of what is spare; face not read"));
            driftSum += half;
            continue;
        }
        const std::string source = "surface readings of " + piece.name;
        add(given("off_top_" + piece.name, "Off the top of " + piece.name + ", most", piece.top.most_mm, Unit::Length,
                  source));
        add(given("off_bottom_" + piece.name, "Off the bottom of " + piece.name + ", most", piece.bottom.most_mm,
                  Unit::Length, source));
        if (piece.roundingCost_mm > 0.0) {
            add(given("packer_cost_" + piece.name, "Packers of " + piece.name + ", rounding costs",
                      piece.roundingCost_mm, Unit::Length, "thickness lost by building them of the shop's stock"),
                Weight::Folded);
        }
        if (piece.shape) {
            for (const auto& [key, word, value] : {std::tuple{"wind_", "Wind of ", piece.shape->wind_mm},
                                                   std::tuple{"bow_", "Bow of ", piece.shape->bow_mm},
                                                   std::tuple{"cup_", "Cup of ", piece.shape->cup_mm}}) {
                add(given(key + piece.name, word + piece.name, value, Unit::Length,
                          "top face, least squares over its readings"),
                    Weight::Folded);
            }
        }
        for (const FacePasses* face : {&piece.top, &piece.bottom}) {
            total += face->minutes;
            for (const Pass& pass : face->passes.passes) {
                strokes += pass.strokesTouching;
                chips += pass.removed_L;
            }
        }
        minutes.push_back(given("minutes_" + piece.name, piece.name, piece.top.minutes + piece.bottom.minutes,
                                Unit::Minutes, "strokes that touch wood at the feed, and setting up"));
        const bool over = in.layup->pieces[i].turnedOver;
        const double offShow = over ? piece.bottom.mean_mm : piece.top.mean_mm;
        drift.push_back(
            given("off_show_" + piece.name, "off the show face of " + piece.name, offShow, Unit::Length, source));
        driftSum += offShow;
    }
    if (known && in.layup->pieces.size() == 2 && neighbours(in)) {
        const Figure kerf = given("kerf", "kerf", in.kerf_mm[0], Unit::Length, "of the log");
        add(made("figure_drift", "Figure drift", "{0} + {1} + {2}", {kerf, drift[0], drift[1]},
                 in.kerf_mm[0] + driftSum, Unit::Length));
    }
    if (!minutes.empty()) {
        add(given("strokes", "Strokes, all faces", strokes, Unit::Count,
                  "those that touch wood, counted on the removal map"));
        add(made("minutes", "Time at the router", sumOf(minutes.size()), minutes, total, Unit::Minutes));
        add(given("chips", "Wood removed", chips, Unit::Volume,
                  "removal map; loose chips fill two to three times this"),
            Weight::Folded);
        constexpr double kLoose = 2.5;
        constexpr double kBag_L = 100.0;
        add(made("bags", "Bags of chips", "{0} × 2.5 loose, in bags of 100 L",
                 {given("chips_solid", "wood removed", chips, Unit::Volume, "removal map")},
                 std::ceil(chips * kLoose / kBag_L), Unit::Count),
            Weight::Folded);
    }
}

} // namespace burl
