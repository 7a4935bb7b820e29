#include "core/flatten/flatten_findings.h"

#include <algorithm>
#include <cmath>
#include <iterator>

#include "core/face/surfaces.h"
#include "core/measure/text.h"
#include "core/router/removal.h"

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
        const bool proud = dot.onTop == (*dot.oddBy_mm > 0.0); // z is up: on the underside lower wood stands proud
        addFinding(findings, "flatten.odd_reading", Severity::Warn,
                   "The reading {0} on the " + std::string(dot.onTop ? "top" : "bottom") + " of " + piece.name +
                       ", {1} along and {2} across" + (dot.slab.y < 0.0 ? " on the near side" : "") +
                       ", does not fit its neighbours: they tell {3}.",
                   {given("odd", "reading", reading, Unit::Length, "as typed"),
                    given("odd_x", "along", dot.slab.x, Unit::Length, "from the butt end"),
                    given("odd_y", "across", std::abs(dot.slab.y), Unit::Length, "from the string"),
                    workedOut("odd_expected", "expected", reading - off, Unit::Length, "from its neighbours")},
                   proud ? "read it again; if a stub stands proud there, cut it back first" : "read it again",
                   place.toTable(dot.slab))
            .leadsTo.bench = "yard";
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

namespace
{

constexpr double kTapeOff_mm = 5.0;     // a tape at a live edge tells a thickness no better
constexpr double kTapeOffShare = 0.1;   // nor that of a thick slab
constexpr double kOtherWay_share = 0.4; // further off the heights are surely read the other way round

/// The thickness by the readings against that by the tape.
void inspectTape(const Slab& slab, const FlattenedPiece& piece, std::vector<Finding>& findings)
{
    if (piece.under != UnderSource::SameSetting || !slab.thickness_mm || !(piece.readTo_mm > 0.0)) {
        return;
    }
    const double tape = *slab.thickness_mm;
    const double off = std::max(piece.readFrom_mm - tape, tape - piece.readTo_mm);
    if (off <= std::max(kTapeOff_mm, kTapeOffShare * tape)) {
        return;
    }
    addFinding(findings, "flatten.swapped", off > kOtherWay_share * tape ? Severity::Stop : Severity::Warn,
               "By its readings " + piece.name + " is {0} to {1} thick, by the tape {2}.",
               {workedOut("read_from", "least by the readings", piece.readFrom_mm, Unit::Length, "top less underside"),
                workedOut("read_to", "most by the readings", piece.readTo_mm, Unit::Length, "top less underside"),
                given("tape", "by the tape", tape, Unit::Length, "tape")},
               "measure the thickness again, and see whether heights were read down from rails or up from the bench")
        .leadsTo.bench = "yard";
}

constexpr int kSpareToTell = 3;       // readings beyond wind, bow and cup, before they tell how uneven a face is
constexpr double kReadError_mm = 0.2; // of one reading
constexpr double kSeveral_mm = 3.0;   // what a coarse grid missed on slabs whose whole face was known
constexpr double kRimSeen_mm = 60.0;  // a rim nearer to the readings is as good as read
constexpr double kMisfit_mm = 1.5;    // a tape reads a thickness to a millimetre

/// What no grid of readings can know: what stands between them, and beyond them out to the rim.
void lookBetween(const Placement& place, const FlattenedPiece& piece, std::vector<Finding>& findings)
{
    const bool told = piece.shape && piece.shape->spare >= kSpareToTell;
    const Figure more =
        told ? made("unevenness", "unevenness", "2 × √({0}² + {1}²)",
                    {workedOut("left_over", "left over by wind, bow and cup", piece.shape->left_mm, Unit::Length,
                               "surface readings"),
                     given("read_error", "error of a reading", kReadError_mm, Unit::Length, "probe or rule")},
                    2.0 * std::hypot(piece.shape->left_mm, kReadError_mm), Unit::Length)
             : assumed("unevenness", "unevenness", kSeveral_mm, Unit::Length,
                       "what coarse grids miss on sawn slabs; read three more places to have it measured");
    const std::string what = told ? " miss what stands between them: {0} more may go."
                                  : " are too few to tell what stands between them: {0} more may go.";
    Finding& between = addFinding(findings, "flatten.between_readings", Severity::Caution,
                                  "Readings of " + piece.name + what, {more}, "read a finer grid");
    between.leadsTo.bench = "yard";
    sayTogether(between, piece.name, "Readings of {of}" + what);
    if (piece.carriedAt && piece.carried_mm > kRimSeen_mm) {
        Finding& rim = addFinding(
            findings, "flatten.rim_not_read", Severity::Caution,
            "The rim of " + piece.name + " lies {0} beyond its readings: its height there is carried on from them.",
            {workedOut("rim_beyond", "beyond the readings", piece.carried_mm, Unit::Length, "final outline")},
            "read a row near the edge", place.toTable(*piece.carriedAt));
        rim.leadsTo.bench = "yard";
        sayTogether(rim, piece.name,
                    "The rims of {of} lie {0} beyond their readings: the height there is carried on from them.");
    }
}

/// A slab lies on its edges, hollow side down, or it rocks.
void inspectHollow(const Placement& place, const FlattenedPiece& piece, std::vector<Finding>& findings)
{
    constexpr double kHollow_mm = 2.0; // less does not rock a slab
    if (!piece.shape) {
        return;
    }
    const double bow = piece.shape->bow_mm;
    const double cup = piece.shape->cup_mm;
    const bool bowed = std::abs(bow) > kHollow_mm && std::abs(bow) > std::abs(cup);
    if (!bowed && !(std::abs(cup) > kHollow_mm)) {
        return;
    }
    const double by = bowed ? bow : cup;
    const std::string key = bowed ? "bow" : "cup";
    const std::string how = bowed ? " bowed by {0}, hollow on " : " cupped by {0}, hollow on ";
    const std::string side = by < 0.0 ? "top" : "underside";
    const std::string stands = bowed ? "on its ends and does not rock." : "on its edges and does not rock.";
    const std::string stand = bowed ? "on their ends and do not rock." : "on their edges and do not rock.";
    const std::string lay = ": lay that side down for the first cut, so that ";
    Finding& hollow =
        addFinding(findings, "flatten.hollow_down", Severity::Caution,
                   piece.name + " is" + how + "its " + side + lay + "it stands " + stands,
                   {made("hollow_" + piece.name, key, "{0}, whichever way",
                         {workedOut(key + "_" + piece.name, key, by, Unit::Length, "readings of the top")},
                         std::abs(by), Unit::Length)},
                   "",
                   place.toTable(Vec2{(piece.top.box.left + piece.top.box.right) / 2.0,
                                      (piece.top.box.bottom + piece.top.box.top) / 2.0}));
    sayTogether(hollow, piece.name, "{of} are" + how + "their " + side + lay + "they stand " + stand);
}

} // namespace

void inspectPiece(const Slab& slab, const Placement& place, const Surfaces& surfaces, const FlattenedPiece& piece,
                  std::vector<Finding>& findings)
{
    if (piece.missing) {
        addMissing(findings, "flatten.missing", *piece.missing);
        return;
    }
    lookForOddReadings(slab, place, piece, findings);
    inspectTape(slab, piece, findings);
    if (piece.under == UnderSource::Parallel) {
        Finding& under =
            addFinding(findings, "flatten.under_not_read", Severity::ToDo,
                       "The underside of " + piece.name + " is not read; it is taken as parallel to the top.", {},
                       "read the gaps under it");
        under.leadsTo = {"yard", "underside", piece.slab.value};
        sayTogether(under, piece.name,
                    "The undersides of {of} are not read; they are taken as parallel to their tops.");
    } else if (piece.under == UnderSource::MeanThickness) {
        addFinding(findings, "flatten.faces_not_tied", Severity::Warn,
                   "Both faces of " + piece.name + " were read in different settings; one thickness does not tie them.",
                   {}, "read the thickness at three places")
            .leadsTo = {"yard", "", piece.slab.value};
    }
    if (surfaces.tieMisfit_mm > kMisfit_mm) {
        addFinding(findings, "flatten.tie_misfit", Severity::Warn,
                   "Thickness readings of " + piece.name + " disagree with the surface readings by {0}.",
                   {workedOut("misfit", "misfit", surfaces.tieMisfit_mm, Unit::Length, "readings")}, "measure again")
            .leadsTo.bench = "yard";
    }
    lookBetween(place, piece, findings);
    inspectHollow(place, piece, findings);
}

void inspectMethod(const FlattenInput& in, FlattenPlan& plan)
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
                       {workedOut("piece_width", "width", piece.top.map.width_mm, Unit::Length, "rough outline"),
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

namespace
{

/// Time of a piece: the way of its strokes at the feed, and setting up for each face that is cut.
Figure minutesFigure(const FlattenMethod& method, const FlattenedPiece& piece)
{
    double path = 0.0;
    double faces = 0.0;
    for (const FacePasses* face : {&piece.top, &piece.bottom}) {
        for (const Pass& pass : face->passes.passes) {
            path += pass.path_mm;
        }
        faces += face->minutes > 0.0 ? 1.0 : 0.0;
    }
    return made(
        "minutes_" + piece.name, piece.name, "{0} ÷ {1} a minute + {2} × {3}",
        {workedOut("path_" + piece.name, "strokes that touch wood", path, Unit::Length, "removal map, with run-off"),
         given("feed", "feed", method.feed_mm_min, Unit::Length, "method"),
         given("faces_" + piece.name, "faces cut", faces, Unit::Count, "school"),
         given("setup", "setting up", method.setup_min, Unit::Minutes, "method")},
        piece.top.minutes + piece.bottom.minutes, Unit::Minutes);
}

/// Strokes, time and chips of all pieces. A piece that nobody read is taken as much work as the others on the mean.
void addWork(const FlattenInput& in, std::vector<Figure> minutes, std::vector<Figure> strokes,
             std::vector<Figure> chips, const std::vector<std::string>& unread, FlattenPlan& plan)
{
    const auto withUnread = [&unread](std::vector<Figure> figures) {
        double sum = 0.0;
        for (const Figure& f : figures) {
            sum += f.value();
        }
        const double mean = sum / static_cast<double>(figures.size());
        const Unit unit = figures.front().node().unit;
        for (const std::string& name : unread) {
            figures.push_back(assumed("unread_" + name, name, unit == Unit::Count ? std::round(mean) : mean, unit,
                                      "face not read; as much as the others on the mean"));
        }
        return figures;
    };
    const std::string& method = in.choices.method.id;
    const std::string where = method == "router_sled" || method == "cnc" || method == "spindle" ? "Time at the router"
                                                                                                : "Time at the machine";
    plan.figures.push_back({sumFigure("strokes", "Strokes, all faces", withUnread(std::move(strokes)), Unit::Count)});
    plan.figures.push_back({sumFigure("minutes", where, withUnread(std::move(minutes)), Unit::Minutes)});
    const Figure all = sumFigure("chips", "Wood removed", withUnread(std::move(chips)), Unit::Volume);
    plan.figures.push_back({all, Prominence::Folded});
    constexpr double kLoose = 2.5;
    constexpr double kBag_L = 100.0;
    plan.figures.push_back({made("bags", "Bags of chips", "{0} × 2.5 loose, in bags of {1}, rounded up",
                                 {all, given("bag", "bag", kBag_L, Unit::Volume, "custom")},
                                 std::ceil(all.value() * kLoose / kBag_L), Unit::Count),
                            Prominence::Folded});
}

/// The most that comes off a face: where a reading stands furthest over the plane, from that reading.
Figure mostOff(const FlattenedPiece& piece, bool onTop)
{
    constexpr double kSame_mm = 0.05; // less is not shown
    const FacePasses& face = onTop ? piece.top : piece.bottom;
    const std::string side = onTop ? "top" : "bottom";
    const std::string key = "off_" + side + "_" + piece.name;
    const std::string label = "Off the " + side + " of " + piece.name + ", most";
    const ReadingDot* most = nullptr;
    for (const ReadingDot& dot : piece.dots) {
        if (dot.onTop == onTop && dot.counts && (most == nullptr || dot.removal_mm > most->removal_mm)) {
            most = &dot;
        }
    }
    if (!face.cut) {
        return workedOut(key, label, face.most_mm, Unit::Length, "this face stays as it is");
    }
    if (most == nullptr || std::abs(most->removal_mm - face.most_mm) > kSame_mm) {
        // The highest place lies between the readings, or beyond the last of them.
        const double off = most == nullptr ? 0.0 : most->removal_mm;
        const Figure atReading = workedOut("off_reading", "at the reading that stands out most", off, Unit::Length,
                                           "surface readings of " + piece.name + ", over the plane");
        const Figure beyond =
            workedOut("off_beyond", "more between readings and out to the edge", face.most_mm - off, Unit::Length,
                      "the surface drawn through the readings and carried on to the edge");
        return made(key, label, "{0} + {1}", {atReading, beyond}, face.most_mm, Unit::Length);
    }
    const double plane = (onTop ? piece.topPlane : piece.bottomPlane).at(most->slab.x, most->slab.y);
    const Figure read =
        workedOut("stands_out", onTop ? "highest reading" : "lowest reading",
                  plane + (onTop ? 1.0 : -1.0) * most->removal_mm, Unit::Length, "surface readings of " + piece.name);
    const Figure cutTo = workedOut("plane_there", "plane there", plane, Unit::Length, "the plane that is cut to");
    return made(key, label, "{0} − {1}", onTop ? std::vector<Figure>{read, cutTo} : std::vector<Figure>{cutTo, read},
                face.most_mm, Unit::Length);
}

/// Wind, bow and cup, from what a bent sheet through the readings does over a metre.
/// How much of a twist of unit shows in a region: the highest place less the lowest, twice, over what the corners of
/// its box would show. One of a rectangle, a half of a round.
double twistShown(const Region& region, const Box& box)
{
    const double middleX = (box.left + box.right) / 2.0;
    const double middleY = (box.bottom + box.top) / 2.0;
    double least = 0.0;
    double most = 0.0;
    for (const Ring& ring : region) {
        for (const Vec2& p : ring) {
            const double rise = (p.x - middleX) * (p.y - middleY);
            least = std::min(least, rise);
            most = std::max(most, rise);
        }
    }
    const double corners = box.width() * box.height();
    return corners > 0.0 ? 2.0 * (most - least) / corners : 1.0;
}

} // namespace

ShownShare shownShare(const FaceShape& shape, const LayupPlan& layup, const PlacedPiece& placed)
{
    ShownShare out;
    out.outlined = !layup.shape.empty() && !placed.kept.empty();
    out.long_mm = shape.length_mm;
    out.wide_mm = shape.width_mm;
    if (!out.outlined) {
        return out;
    }
    std::vector<Vec2> corners;
    for (const Ring& ring : placed.kept) {
        corners.insert(corners.end(), ring.begin(), ring.end());
    }
    const Box kept = boundsOf(corners);
    out.long_mm = kept.width();
    out.wide_mm = kept.height();
    out.along = shape.length_mm > 0.0 ? kept.width() / shape.length_mm : 1.0;
    out.across = shape.width_mm > 0.0 ? kept.height() / shape.width_mm : 1.0;
    out.atRim = twistShown(placed.kept, kept);
    return out;
}

namespace
{

/// Of a round, an oval or a drawn top they are told over what the piece has in it, at its rim.
template <typename Add>
void addShape(const FlattenedPiece& piece, const LayupPlan& layup, const PlacedPiece& placed, Add add)
{
    constexpr double kMetre_mm = 1000.0;
    const FaceShape& shape = *piece.shape;
    const ShownShare shown = shownShare(shape, layup, placed);
    const bool atRim = shown.outlined;
    const char* over = atRim ? "what the final outline keeps" : "outermost readings";
    const Figure length = workedOut("face_length", "over the length", shown.long_mm, Unit::Length, over);
    const Figure width = workedOut("face_width", "over the width", shown.wide_mm, Unit::Length, over);
    const double perLength = shown.along;
    const double perWidth = shown.across;
    const auto bend = [&](const char* key, const char* label, double coefficient) {
        return workedOut(key, label, coefficient * kMetre_mm * kMetre_mm, Unit::Length,
                         "bent sheet of least squares through the top's readings");
    };
    // On the rim of a round a twist is greatest halfway between its axes: there both ways are √½ of a corner's.
    const double rimOverCorner = shown.atRim;
    const Figure rim = workedOut("at_rim", "of it at the rim", rimOverCorner * 100.0, Unit::Percent, "its outline");
    add(made("wind_" + piece.name, "Wind of " + piece.name,
             atRim ? "{0} × {1} ÷ 1 m × {2} ÷ 1 m × {3}" : "{0} × {1} ÷ 1 m × {2} ÷ 1 m",
             {bend("twist", "twist over a metre each way", shape.coefficients[3]), length, width, rim},
             shape.wind_mm * perLength * perWidth * rimOverCorner, Unit::Length),
        Prominence::Folded);
    add(made("bow_" + piece.name, "Bow of " + piece.name, "{0} × ({1} ÷ 2 m)²",
             {bend("bend_along", "middle over the ends of 2 m", -shape.coefficients[4]), length},
             shape.bow_mm * perLength * perLength, Unit::Length),
        Prominence::Folded);
    add(made("cup_" + piece.name, "Cup of " + piece.name, "{0} × ({1} ÷ 2 m)²",
             {bend("bend_across", "middle over the edges of 2 m", -shape.coefficients[5]), width},
             shape.cup_mm * perWidth * perWidth, Unit::Length),
        Prominence::Folded);
}

} // namespace

void appendFlattenFigures(const FlattenInput& in, const Figure& possible, FlattenPlan& plan)
{
    const auto add = [&plan](Figure figure, Prominence prominence = Prominence::Plain) {
        plan.figures.push_back({std::move(figure), prominence});
    };
    add(plan.thickness, Prominence::Headline);
    if (plan.meanThickness && &plan.meanThickness.node() != &plan.thickness.node()) {
        add(plan.meanThickness);
    }
    if (possible) {
        add(possible);
    }
    std::vector<Figure> minutes;
    std::vector<Figure> strokes;
    std::vector<Figure> chips;
    std::vector<Figure> drift;
    double driftSum = 0.0;
    bool known = true;
    std::vector<std::string> unread;
    for (size_t i = 0; i < plan.pieces.size(); ++i) {
        const FlattenedPiece& piece = plan.pieces[i];
        if (piece.missing) {
            const double show = (in.layup->pieces[i].turnedOver ? piece.bottom : piece.top).mean_mm;
            known = known && piece.rough_mm > 0.0;
            drift.push_back(assumed("off_show_" + piece.name, "off the show face of " + piece.name, show, Unit::Length,
                                    "its share of what is spare; face not read"));
            driftSum += show;
            unread.push_back(piece.name);
            continue;
        }
        add(mostOff(piece, true));
        add(mostOff(piece, false));
        if (piece.rounded.cost_mm() > 0.0) {
            const std::string least = "least between both faces, read and carried on to the edge";
            add(made("packer_cost_" + piece.name, "Packers of " + piece.name + ", rounding costs", "{0} − {1}",
                     {workedOut("thick_as_planned", "thickness on packers to measure", piece.rounded.toMeasure_mm,
                                Unit::Length, least),
                      workedOut("thick_as_built", "on packers of the shop's stock", piece.rounded.ofStock_mm,
                                Unit::Length,
                                least + ", leaning as " + std::to_string(piece.packers.size()) +
                                    " packers in whole pieces of " + "the stock make it lean")},
                     piece.rounded.cost_mm(), Unit::Length),
                Prominence::Folded);
        }
        if (piece.shape) {
            addShape(piece, *in.layup, in.layup->pieces[i], add);
        }
        double touching = 0.0;
        double removed = 0.0;
        for (const FacePasses* face : {&piece.top, &piece.bottom}) {
            for (const Pass& pass : face->passes.passes) {
                touching += pass.strokesTouching;
                removed += pass.removed_L;
            }
        }
        strokes.push_back(workedOut("strokes_" + piece.name, piece.name, touching, Unit::Count,
                                    "those that touch wood, counted on the removal map"));
        chips.push_back(workedOut("chips_" + piece.name, piece.name, removed, Unit::Volume, "removal map"));
        minutes.push_back(minutesFigure(in.choices.method, piece));
        const bool over = in.layup->pieces[i].turnedOver;
        const double offShow = over ? piece.bottom.mean_mm : piece.top.mean_mm;
        drift.push_back(workedOut("off_show_" + piece.name, "off the show face of " + piece.name, offShow, Unit::Length,
                                  "surface readings of " + piece.name));
        driftSum += offShow;
    }
    if (known && in.layup->pieces.size() == 2 && neighbours(in)) {
        const Figure kerf = given("kerf", "kerf", in.kerf_mm[0], Unit::Length, "of the log");
        add(made("figure_drift", "Figure drift", "{0} + {1} + {2}", {kerf, drift[0], drift[1]},
                 in.kerf_mm[0] + driftSum, Unit::Length));
    }
    if (!minutes.empty()) {
        addWork(in, minutes, strokes, chips, unread, plan);
    }
}

} // namespace burl
