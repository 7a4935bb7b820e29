#include "core/flatten/millings.h"

#include <algorithm>
#include <cmath>
#include <memory>

#include "core/flatten/flatten_findings.h"
#include "core/flatten/flatten_plan.h"
#include "core/measure/date.h"

namespace burl
{
namespace
{

constexpr double kBigCut_mm = 6.0;  // off one face in one go: custom
constexpr double kUnequal_mm = 3.0; // one face against the other
constexpr double kWet_pct = 10.0;
constexpr double kCalliper_mm = 0.05; // less than this is not seen on a calliper

Figure day(const std::string& key, const std::string& label, int number, const std::string& source)
{
    return given(key, label, number, Unit::Date, source);
}

void inspectFaces(const FlattenChoices& choices, const FlattenedPiece& piece, const Slab& slab, FlattenPlan& plan)
{
    const double most = std::max(piece.top.mean_mm, piece.bottom.mean_mm);
    const Figure off = workedOut("milling_off_" + piece.name, "off one face", most, Unit::Length, "mean over its wood");
    if (choices.millings < 2 && (most > kBigCut_mm || slab.mc_pct.value_or(0.0) > kWet_pct)) {
        const bool wet = slab.mc_pct.value_or(0.0) > kWet_pct;
        sayTogether(addFinding(plan.findings, "flatten.one_go", Severity::Caution,
                               "{0} comes off one face of " + piece.name + (wet ? " and it is not dry: it" : ": it") +
                                   " will move after the cut.",
                               {off}, "mill twice, with a rest between"),
                    piece.name,
                    std::string("{0} come off one face of {of}") + (wet ? ", which are not dry: they" : ": they") +
                        " will move after the cut.");
    }
    if (choices.school == FlattenSchool::BothFaces && !piece.bottom.passes.passes.empty() &&
        std::abs(piece.top.mean_mm - piece.bottom.mean_mm) > kUnequal_mm) {
        Finding& unequal = addFinding(
            plan.findings, "flatten.unequal_faces", Severity::Caution,
            "The faces of " + piece.name +
                " lose unequally, {0} on top and {1} below: it may cup towards the deeper cut.",
            {workedOut("off_mean_top_" + piece.name, "off the top", piece.top.mean_mm, Unit::Length, "mean"),
             workedOut("off_mean_bottom_" + piece.name, "off the bottom", piece.bottom.mean_mm, Unit::Length, "mean")},
            "take the first millings off both faces in turn; let both breathe");
        sayTogether(unequal, piece.name,
                    "The faces of {of} lose unequally, {0} on top and {1} below: they may cup towards the deeper cut.");
    }
}

void inspectRests(const FlattenChoices& choices, const Rest& rest, const FlattenedPiece& piece, double wanted_mm,
                  const Figure& days, const LayupPlan& layup, const PlacedPiece& placed, FlattenPlan& plan)
{
    const std::string& name = piece.name;
    if (rest.covered) {
        addFinding(plan.findings, "rest.covered", Severity::Warn,
                   "One face of " + name + " is covered and one is open: it dries from one side and cups.", {},
                   "stand it on edge or on sticks, both faces in the air");
    }
    const auto cut = dayOf(rest.cut);
    if (rest.measured.empty()) {
        if (!cut) {
            return;
        }
        const Figure until =
            made("rest_until_" + name, name + " rests until", "milled {0}, {1}",
                 {day("rest_cut_" + name, "milled", *cut, "written down"), days}, *cut + days.value(), Unit::Date);
        plan.figures.push_back({until, Prominence::Plain});
        addFinding(plan.findings, "rest.lies", Severity::Caution, name + " rests: read it again from {0} on.", {until},
                   "Rest: read again");
        return;
    }
    const auto look = inspectRest(rest);
    if (!look) {
        addFinding(plan.findings, "rest.missing", Severity::Warn, name + " after its rest: " + look.error().sentence,
                   {}, look.error().code == "rest.thickness" ? "Rest: measure it by the calliper" : "Rest: read again");
        return;
    }
    const Figure thick =
        given("rest_thickness_" + name, "thickness milled", rest.thickness_mm, Unit::Length, "by the calliper");
    const Figure moved = workedOut("rest_moved_" + name, name + " moved in its rest", look->moved_mm, Unit::Length,
                                   "thickness that flattening it again takes, by its readings");
    const Figure leaves =
        made("rest_leaves_" + name, name + " is good for", "{0} - {1}", {thick, moved}, look->leaves_mm, Unit::Length);
    plan.figures.push_back({moved, Prominence::Plain});
    plan.figures.push_back({leaves, Prominence::Plain});
    // As the table shows it: of a round over its outline, as before the rest.
    const ShownShare shown = look->shape ? shownShare(*look->shape, layup, placed) : ShownShare{};
    const double alongTwice = shown.along * shown.along;
    const double acrossTwice = shown.across * shown.across;
    for (const auto& [key, word, value, share] :
         {std::tuple{"rest_wind_", ", wind in its rest", look->wind_mm, shown.along * shown.across * shown.atRim},
          std::tuple{"rest_bow_", ", bow in its rest", look->bow_mm, alongTwice},
          std::tuple{"rest_cup_", ", cup in its rest", look->cup_mm, acrossTwice}}) {
        if (value) {
            plan.figures.push_back({workedOut(key + name, name + word, *value * share, Unit::Length,
                                              shown.outlined ? "readings after the rest, over the final outline"
                                                             : "readings after the rest"),
                                    Prominence::Folded});
        }
    }
    const Figure limit = given("rest_limit", "limit", choices.moveLimit_mm, Unit::Length, "chosen");
    const Figure wanted = given("rest_wanted", "wanted", wanted_mm, Unit::Length, "chosen");
    const auto measured = dayOf(rest.measured);
    if (cut && measured && *measured < *cut) {
        addFinding(plan.findings, "rest.dates", Severity::Warn,
                   name + " was read on {0}, before it was milled on {1}: its rest tells nothing.",
                   {day("rest_measured_" + name, "read", *measured, "written down"),
                    day("rest_cut_" + name, "milled", *cut, "written down")},
                   "Rest: put the dates right");
    }
    const bool byItself = rest.thickness_mm + kCalliper_mm < wanted_mm; // before it moved at all
    const bool within = look->moved_mm <= choices.moveLimit_mm;         // so it is not flattened again
    if (look->leaves_mm + kCalliper_mm < wanted_mm && rest.agreed.empty() && (byItself || !within)) {
        addFinding(plan.findings, "rest.too_thin", Severity::Stop,
                   byItself ? name + " is {3} thick after its milling: flattened again it gives {1}, and {2} is wanted."
                            : "In its rest " + name + " moved {0}: flattened again it gives {1}, and {2} is wanted.",
                   {moved, leaves, wanted, thick}, "agree on less thickness, or on the curve, with the customer");
    } else if (within) {
        sayTogether(addFinding(plan.findings, "rest.within", Severity::Good,
                               "In its rest " + name + " moved {0}, within the limit of {1}.", {moved, limit}, {}),
                    name, "In their rest {of} moved {0}, within the limit of {1}.");
    } else if (!rest.agreed.empty()) {
        addFinding(plan.findings, "rest.agreed", Severity::Good,
                   "In its rest " + name + " moved {0} and is left so: " + rest.agreed + '.', {moved}, {});
    } else {
        sayTogether(addFinding(plan.findings, "rest.again", Severity::Warn,
                               "In its rest " + name + " moved {0}, more than {1}: flattened again it gives {2}.",
                               {moved, limit, leaves}, "flatten it again, or write down that the customer agrees"),
                    name, "In their rest {of} moved {0}, more than {1}: flattened again they give {2}.");
    }
}

/// What the first of several millings leaves, and whether there is wood enough for as many.
void firstMilling(const FlattenChoices& choices, const FlattenedPiece& piece, FlattenPlan& plan)
{
    const double faces = (piece.top.cut ? 1.0 : 0.0) + (piece.bottom.cut ? 1.0 : 0.0);
    const double stop = millingStops_mm(choices).front();
    const double wants = plan.thickness.value() + faces * stop;
    const Figure left = workedOut("allowance", "left on each face that is cut", stop, Unit::Length,
                                  "allowance, for as many millings as are to come");
    const Figure wanted = made(
        "first_milling_wanted_" + piece.name, piece.name + " after the first milling", "{0} + {1} × {2}",
        {plan.thickness, given("faces_cut", "faces cut", faces, Unit::Count, "school"), left}, wants, Unit::Length);
    if (wants <= piece.thickest.value() + kCalliper_mm) {
        plan.figures.push_back(
            {relabelled(wanted, "first_milling_" + piece.name, wanted.node().label), Prominence::Plain});
        return;
    }
    plan.figures.push_back(
        {made("first_milling_" + piece.name, piece.name + " after the first milling",
              "{0}, as there is not wood for {1}", {piece.thickest, wanted}, piece.thickest.value(), Unit::Length),
         Prominence::Plain});
    addFinding(plan.findings, "flatten.millings_no_wood", Severity::Warn,
               piece.name +
                   " gives {0}: that is not wood enough for {1} millings, of which the first would end at {2}.",
               {piece.thickest, given("millings", "millings", choices.millings, Unit::Count, "chosen"), wanted},
               "fewer millings, or a smaller allowance");
}

} // namespace

std::vector<double> millingStops_mm(const FlattenChoices& choices)
{
    std::vector<double> stops;
    for (int left = choices.millings - 1; left > 0; --left) {
        stops.push_back(left * choices.allowance_mm);
    }
    return stops;
}

Figure restDays(const std::string& name, double off_mm, std::optional<double> mc_pct)
{
    const double byCut = std::min(3.0, 1.0 + std::floor(off_mm / 4.0));
    const double byWater = mc_pct ? std::clamp(std::ceil(*mc_pct - kWet_pct - 1e-9), 0.0, 4.0) : 0.0;
    const Figure off = workedOut("rest_off_" + name, "off a face", off_mm, Unit::Length, "removal map, mean");
    const Figure mc = mc_pct ? given("rest_mc_" + name, "MC", *mc_pct, Unit::Percent, "meter")
                             : assumed("rest_mc_" + name, "MC", kWet_pct, Unit::Percent, "not metered");
    return made(
        "rest_days_" + name, "Rest of " + name + " between millings",
        "a day, one more for every 4 mm off a face ({0}), three at most; one more for each % over 10 % MC ({1})",
        {off, mc}, byCut + byWater, Unit::Days);
}

Expected<RestLook> inspectRest(const Rest& rest)
{
    if (!rest.readings) {
        return refuse("rest.not_read", "no readings of it are written down.");
    }
    if (!(rest.thickness_mm > 0.0)) {
        return refuse("rest.thickness", "its thickness after the milling is not written down.");
    }
    const HeightGrid& grid = *rest.readings;
    const double sign = grid.from == HeightsFrom::RailsDown ? -1.0 : 1.0;
    std::vector<Point3> top;
    std::vector<Point3> bottom;
    for (size_t k = 0; k < grid.readings_mm.size() && k < grid.xs_mm.size() * grid.ys_mm.size(); ++k) {
        if (grid.readings_mm[k]) {
            const Point3 p{grid.xs_mm[k % grid.xs_mm.size()], grid.ys_mm[k / grid.xs_mm.size()],
                           sign * *grid.readings_mm[k]};
            top.push_back(p);
            bottom.push_back({p.x, p.y, p.z - rest.thickness_mm});
        }
    }
    const auto planes = thickestSlab(top, bottom);
    if (!planes) {
        return tl::unexpected(planes.error());
    }
    RestLook look;
    look.leaves_mm = planes->thickness_mm;
    look.moved_mm = std::max(0.0, rest.thickness_mm - planes->thickness_mm);
    if (const auto shape = faceShape(top)) {
        look.wind_mm = shape->wind_mm;
        look.bow_mm = shape->bow_mm;
        look.cup_mm = shape->cup_mm;
        look.shape = *shape;
    }
    return look;
}

void reportMillings(const FlattenChoices& choices, const std::vector<std::shared_ptr<const Slab>>& slabs,
                    double wanted_mm, const LayupPlan& layup, FlattenPlan& plan)
{
    for (size_t i = 0; i < plan.pieces.size() && i < slabs.size(); ++i) {
        const FlattenedPiece& piece = plan.pieces[i];
        const Slab& slab = *slabs[i];
        if (piece.missing) {
            continue;
        }
        inspectFaces(choices, piece, slab, plan);
        const Figure days = restDays(piece.name, std::max(piece.top.mean_mm, piece.bottom.mean_mm), slab.mc_pct);
        if (choices.millings > 1) {
            plan.figures.push_back({days, Prominence::Plain});
            firstMilling(choices, piece, plan);
        }
        const auto last = std::find_if(choices.rests.rbegin(), choices.rests.rend(),
                                       [&](const Rest& r) { return r.slab == piece.slab; });
        if (last != choices.rests.rend()) {
            inspectRests(choices, *last, piece, wanted_mm > 0.0 ? wanted_mm : plan.thickness.value(), days, layup,
                         layup.pieces[i], plan);
        }
    }
}

} // namespace burl
