#include "core/flatten/sure_plan.h"

#include <algorithm>

#include "core/flatten/counted.h"

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

SurePlan surePlan(const FlattenInput& input, const FlattenPlan& plan, const SurenessProgress& progress)
{
    SurePlan out;
    if (!input.layup || input.layup->missing || input.choices.school != FlattenSchool::BothFaces) {
        return out;
    }
    bool all = !plan.pieces.empty();
    Figure low;
    Figure high;
    for (size_t i = 0; i < plan.pieces.size(); ++i) {
        const FlattenedPiece& piece = plan.pieces[i];
        const PlacedPiece& placed = input.layup->pieces[i];
        const Slab& slab = *input.slabs[i];
        const auto surfaces = surfacesOf(slab);
        if (piece.missing || !surfaces || surfaces->under == UnderSource::Parallel) {
            all = false;
            continue;
        }
        SurenessInput in;
        in.outline = placed.place.toSlab(placed.rough);
        in.top = countedIn(surfaces->top, in.outline, slab, Face::Top).points;
        in.bottom = countedIn(surfaces->bottom, in.outline, slab, Face::Bottom).points;
        in.mayBeLow = mayStayLow(slab, Face::Top);
        for (Ring& ring : mayStayLow(slab, Face::Bottom)) {
            in.mayBeLow.push_back(std::move(ring));
        }
        in.readError_mm = kProbe_mm;
        in.sawMarks_mm = sawMarksOf(slab.cut);
        in.tieError_mm = tieError_mm(surfaces->under);
        const auto sure = surenessOf(in, [&](double share) {
            return !progress || progress((static_cast<double>(i) + share) / static_cast<double>(plan.pieces.size()));
        });
        if (!sure) {
            all = false;
            if (sure.error().code == "sureness.stopped") {
                return {};
            }
            addFinding(out.findings, "flatten.sure_not_known", Severity::Caution,
                       slab.name + ": " + sure.error().sentence, {}, "")
                .leadsTo = "yard";
            continue;
        }
        const std::string source = std::to_string(in.samples) + " surfaces that the readings allow, saw marks " +
                                   (slab.cut.empty() ? "as of a band mill" : "by how it was cut");
        const Figure least = given("sure_low_" + slab.name, slab.name + " gives at least, 19 times in 20", sure->low_mm,
                                   Unit::Length, source);
        const Figure most = given("sure_high_" + slab.name, slab.name + " gives at most, 19 times in 20", sure->high_mm,
                                  Unit::Length, source);
        out.figures.push_back({least, Weight::Folded});
        out.figures.push_back({most, Weight::Folded});
        low = !low || sure->low_mm < low.value() ? least : low;
        high = !high || sure->high_mm < high.value() ? most : high;
        if (sure->oneMore && sure->high_mm - sure->low_mm > 1.0) {
            const Vec2 at = sure->oneMore->at;
            addFinding(
                out.findings, "flatten.one_more_reading", Severity::Caution,
                "One more reading on the " + std::string(sure->oneMore->onTop ? "top" : "bottom") + " of " + slab.name +
                    " would narrow its thickness most: {0} from the butt end, {1} across.",
                {given("more_x", "along", at.x, Unit::Length, "where the planes hold and the surface is least sure"),
                 given("more_y", "across", at.y, Unit::Length, "from the string, far side +")},
                "read there", placed.place.toTable(at));
        }
    }
    if (!all || !low) {
        return out;
    }
    out.low_mm = low.value();
    out.high_mm = high.value();
    const Figure wanted = given("thickness_wanted", "wanted", input.wanted_mm, Unit::Length, "chosen");
    out.figures.insert(out.figures.begin(),
                       {{relabelled(low, "sure_low", "At least, 19 times in 20"), Weight::Plain},
                        {relabelled(high, "sure_high", "At most, 19 times in 20"), Weight::Plain}});
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
