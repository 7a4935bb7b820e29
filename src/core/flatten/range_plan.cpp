#include "core/flatten/range_plan.h"

#include <algorithm>

#include "core/face/surfaces.h"
#include "core/flatten/plane_limits.h"
#include "core/router/removal.h"

namespace burl
{
namespace
{

constexpr double kProbe_mm = 0.2; // error of a reading by probe or rule against rails
constexpr double kTied_mm = 0.3;  // of faces tied by thicknesses at several places
constexpr double kTiedOnce_mm = 1.0;

double tieError_mm(UnderSource source)
{
    switch (source) {
    case UnderSource::SameSetting:
        return 0.0;
    case UnderSource::ThicknessPlaces:
        return kTied_mm;
    case UnderSource::MeanThickness:
    case UnderSource::Parallel:
        break;
    }
    return kTiedOnce_mm;
}

} // namespace

RangePlan rangePlan(const FlattenInput& input, const FlattenPlan& plan, const RangeProgress& progress)
{
    RangePlan out;
    if (!input.layup || input.layup->missing || input.choices.school != FlattenSchool::BothFaces) {
        return out;
    }
    bool all = !plan.pieces.empty();
    std::vector<Figure> lows;
    std::vector<Figure> highs;
    std::vector<double> together; // the thinnest piece of each sample: that one decides
    for (size_t i = 0; i < plan.pieces.size(); ++i) {
        const FlattenedPiece& piece = plan.pieces[i];
        const PlacedPiece& placed = input.layup->pieces[i];
        const Slab& slab = *input.slabs[i];
        const auto surfaces = surfacesOf(slab);
        if (piece.missing || !surfaces || surfaces->under == UnderSource::Parallel) {
            all = false;
            continue;
        }
        ThicknessRangeInput in;
        const auto face = [&](Face which, const std::vector<SurfacePoint>& read, std::vector<Point3>& counted,
                              std::vector<Point3>& beside) {
            const HeightGrid& grid = gridOfFace(slab, which);
            Region kept;
            for (const Ring& ring : (which == Face::Top) == placed.turnedOver ? placed.keptUnder : placed.kept) {
                kept.push_back(placed.place.toSlab(ring));
            }
            const PlaneLimits among = planeLimits(read, FaceField(grid, read), grid, kept, slab, which);
            counted.assign(among.points.begin(), among.points.begin() + static_cast<std::ptrdiff_t>(among.read));
            const std::vector<Ring> low = mayStayLow(slab, which);
            for (size_t k = 0; k < read.size(); ++k) {
                const Vec2 at{read[k].p.x, read[k].p.y};
                if (among.among[k] < 0 &&
                    std::none_of(low.begin(), low.end(), [at](const Ring& ring) { return contains(ring, at); })) {
                    beside.push_back(read[k].p);
                }
            }
        };
        face(Face::Top, surfaces->top, in.top, in.besideTop);
        face(Face::Bottom, surfaces->bottom, in.bottom, in.besideBottom);
        in.outline = placed.place.toSlab(largestRing(placed.kept));
        in.seed = static_cast<std::uint32_t>(i + 1); // each piece its own samples
        in.mayBeLow = mayStayLow(slab, Face::Top);
        for (Ring& ring : mayStayLow(slab, Face::Bottom)) {
            in.mayBeLow.push_back(std::move(ring));
        }
        in.readError_mm = kProbe_mm;
        in.sawMarks_mm = sawMarksOf(slab.cut);
        in.tieError_mm = tieError_mm(surfaces->under);
        const auto sure = thicknessRange(in, [&](double share) {
            return !progress || progress((static_cast<double>(i) + share) / static_cast<double>(plan.pieces.size()));
        });
        if (!sure) {
            all = false;
            if (sure.error().code == "range.stopped") {
                return {};
            }
            addFinding(out.findings, "flatten.sure_not_known", Severity::Caution,
                       slab.name + ": " + sure.error().sentence, {}, "")
                .leadsTo.bench = "yard";
            continue;
        }
        const std::string source = std::to_string(in.samples) + " surfaces that the readings allow, saw marks " +
                                   (slab.cut.empty() ? "as of a band mill" : "by how it was cut");
        const Figure least = given("sure_low_" + placed.name, placed.name + " gives at least, 19 times in 20",
                                   sure->low_mm, Unit::Length, source);
        const Figure most = given("sure_high_" + placed.name, placed.name + " gives at most, 19 times in 20",
                                  sure->high_mm, Unit::Length, source);
        out.figures.push_back({least, Prominence::Folded});
        out.figures.push_back({most, Prominence::Folded});
        lows.push_back(least);
        highs.push_back(most);
        for (size_t k = 0; k < sure->samples_mm.size(); ++k) {
            if (k >= together.size()) {
                together.push_back(sure->samples_mm[k]);
            }
            together[k] = std::min(together[k], sure->samples_mm[k]);
        }
        if (sure->oneMore && sure->high_mm - sure->low_mm > 1.0) {
            const Vec2 at = sure->oneMore->at;
            addFinding(out.findings, "flatten.one_more_reading", Severity::Caution,
                       "One more reading on the " + std::string(sure->oneMore->onTop ? "top" : "bottom") + " of " +
                           slab.name + " would narrow its thickness most: {0} from the butt end, {1} across.",
                       {workedOut("more_x", "along", at.x, Unit::Length,
                                  "where the planes hold and the surface is least sure"),
                        given("more_y", "across", at.y, Unit::Length, "from the string, far side +")},
                       "read there", placed.place.toTable(at));
        }
    }
    if (!all || lows.empty()) {
        return out;
    }
    const Interval range = intervalOf(together);
    const auto ofAll = [&](const char* key, const char* label, const std::vector<Figure>& each, double value) {
        if (each.size() == 1) {
            return relabelled(each.front(), key, label);
        }
        std::string formula = "the thinnest piece of each sample, the pieces sampled together:";
        for (size_t i = 0; i < each.size(); ++i) {
            formula += (i > 0 ? ", " : " ") + termOf(i);
        }
        return made(key, label, formula, each, value, Unit::Length);
    };
    const Figure low = ofAll("sure_low", "At least, 19 times in 20", lows, range.low_mm);
    const Figure high = ofAll("sure_high", "At most, 19 times in 20", highs, range.high_mm);
    out.low_mm = low.value();
    out.high_mm = high.value();
    const Figure wanted = given("thickness_wanted", "wanted", input.wanted_mm, Unit::Length, "chosen");
    out.figures.insert(out.figures.begin(), {{low, Prominence::Plain}, {high, Prominence::Plain}});
    if (input.wanted_mm > high.value()) {
        addFinding(out.findings, "flatten.hardly", Severity::Warn,
                   "{0} is hardly to be had: 19 times in 20 the slabs give less than {1}.", {wanted, high},
                   "plan for {1} at most");
    } else if (input.wanted_mm > low.value()) {
        addFinding(out.findings, "flatten.not_sure", Severity::Caution,
                   "{0} is not sure: the slabs may give as little as {1} between the readings.", {wanted, low},
                   "read a finer grid, or promise {1}");
    } else {
        addFinding(out.findings, "flatten.sure", Severity::Good,
                   "{0} is sure: 19 times in 20 the slabs give {1} or more.", {wanted, low}, "");
    }
    return out;
}

} // namespace burl
