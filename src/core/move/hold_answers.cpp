#include "core/move/hold_answers.h"

#include <algorithm>
#include <cmath>

#include "core/numeric/fit.h"

namespace burl
{
namespace
{

constexpr double kSpread = 0.2;     // how well stiffness across the grain is known
constexpr double kPull_N_kg = 10.0; // of the earth, on the safe side
constexpr double kSits_mm = 300.0;  // as large a place
constexpr double kBooks_N = kBookStack_kg * kPull_N_kg;
constexpr double kBooksLong_mm = 400.0;
constexpr size_t kRangeCells = 500; // a share of a cup needs no more

/// From the highest to the lowest place across at x, off the straight line that fits best.
double outOfStraight(const PlateModel& model, const PlateAnswer& answer, double x, std::pair<double, double> edges)
{
    constexpr int kPlaces = 24;
    std::vector<Vec2> shape;
    for (int i = 0; i <= kPlaces; ++i) {
        const double y = edges.first + (edges.second - edges.first) * i / kPlaces;
        const double w = model.deflection_mm(answer, {x, y});
        if (!std::isnan(w)) {
            shape.push_back({y, w});
        }
    }
    levelled(shape);
    double least = 0.0;
    double most = 0.0;
    for (const Vec2 p : shape) {
        least = std::min(least, p.y);
        most = std::max(most, p.y);
    }
    return most - least;
}

/// The larger cup over all places along the top: the mean of both edges against the middle.
void cupOf(const PlateModel& model, const PlateAnswer& answer, HoldShape& shape)
{
    const double hair = 1e-6 * model.input().box.width(); // the very ends are cuts, not places
    for (double x : model.xs_mm()) {
        x = std::clamp(x, model.input().box.left + hair, model.input().box.right - hair);
        const auto edges = model.edgesAt(x);
        constexpr double kNarrow_mm = 50.0; // at the tip of a round there is no width
        if (!edges || edges->second - edges->first < kNarrow_mm) {
            continue;
        }
        const double middle = (edges->first + edges->second) / 2.0;
        const auto w = [&](double y) { return model.deflection_mm(answer, {x, y}); };
        if (const double wave = outOfStraight(model, answer, x, *edges); wave > shape.wave_mm) {
            shape.wave_mm = wave;
            shape.waveAt_mm = x;
        }
        const double cup = (w(edges->first) + w(edges->second)) / 2.0 - w(middle);
        if (model.inWood({x, middle}) && !std::isnan(cup) && std::abs(cup) > std::abs(shape.cup_mm)) {
            shape.cup_mm = cup;
            shape.cupAt_mm = x;
        }
    }
}

/// Nodes in the wood and corners of its outline: where a top gives most.
std::vector<Vec2> placesOf(const PlateModel& model)
{
    std::vector<Vec2> out;
    for (const double y : model.ys_mm()) {
        for (const double x : model.xs_mm()) {
            if (model.inWood({x, y})) {
                out.push_back({x, y});
            }
        }
    }
    constexpr size_t kMost = 400; // of an outline of thousands of corners
    for (const PlateZone& zone : model.input().zones) {
        for (const Ring& ring : zone.region) {
            for (size_t i = 0; i < ring.size(); i += ring.size() / kMost + 1) {
                out.push_back(ring[i]);
            }
        }
    }
    return out;
}

HoldShape shapeOf(const PlateModel& model, const std::vector<Vec2>& places, const PlateCase& load)
{
    PlateAnswer answer = model.answer(load);
    HoldShape out;
    out.tips = answer.tips;
    if (out.tips) {
        return out;
    }
    for (const Vec2 at : places) {
        const double w = model.deflection_mm(answer, at);
        if (w > out.most_mm) {
            out.most_mm = w;
            out.mostAt = at;
        }
        out.least_mm = w < out.least_mm ? w : out.least_mm;
    }
    cupOf(model, answer, out);
    out.w_mm = std::move(answer.w_mm);
    out.bolts_N = std::move(answer.bolts_N);
    for (const SupportForce& s : answer.supports) {
        out.supports_N.push_back(s.force_N);
    }
    return out;
}

/// How far the tightened shape less the resting one is out of a plane, from its highest place to its lowest.
double bendOf(const PlateModel& model, const HoldShape& tightened, const HoldShape& resting)
{
    std::vector<Point3> all;
    const size_t columns = model.xs_mm().size();
    for (size_t k = 0; k < tightened.w_mm.size() && k < resting.w_mm.size(); ++k) {
        if (!std::isnan(tightened.w_mm[k]) && !std::isnan(resting.w_mm[k])) {
            all.push_back(
                {model.xs_mm()[k % columns], model.ys_mm()[k / columns], tightened.w_mm[k] - resting.w_mm[k]});
        }
    }
    const auto plane = fittedPlane(all);
    if (!plane) {
        return 0.0;
    }
    double least = 0.0;
    double most = 0.0;
    for (const Point3& p : all) {
        const double off = p.z - plane->at(p.x, p.y);
        least = std::min(least, off);
        most = std::max(most, off);
    }
    return most - least;
}

/// Somebody sits at the left end and the near edge, or at the right end and the far edge.
std::array<PlateCase, kHoldCases> casesOf(const HoldQuestion& q, bool far)
{
    std::array<PlateCase, kHoldCases> out;
    for (PlateCase& c : out) {
        c.freeCurvature = 0.0;
    }
    const Box& box = q.plate.box;
    const double middleX = (box.left + box.right) / 2.0;
    const double middleY = (box.bottom + box.top) / 2.0;
    const double end = far ? box.right - kSits_mm : box.left;
    const double edge = far ? q.farEdge_mm - kSits_mm : q.nearEdge_mm;
    out[static_cast<size_t>(HoldCase::AtEnd)].loads = {
        {{end, middleY - kSits_mm / 2.0, end + kSits_mm, middleY + kSits_mm / 2.0}, q.sitter_kg * kPull_N_kg}};
    out[static_cast<size_t>(HoldCase::AtEdge)].loads = {
        {{middleX - kSits_mm / 2.0, edge, middleX + kSits_mm / 2.0, edge + kSits_mm}, q.sitter_kg * kPull_N_kg}};
    out[static_cast<size_t>(HoldCase::Books)].loads = {{{middleX - kBooksLong_mm / 2.0, middleY - kSits_mm / 2.0,
                                                         middleX + kBooksLong_mm / 2.0, middleY + kSits_mm / 2.0},
                                                        kBooks_N}};
    out[static_cast<size_t>(HoldCase::Driest)].freeCurvature = q.driest_pct;
    out[static_cast<size_t>(HoldCase::Wettest)].freeCurvature = q.wettest_pct;
    out[static_cast<size_t>(HoldCase::Tightened)].tightened = true;
    return out;
}

bool asked(const HoldQuestion& q, size_t c)
{
    const auto which = static_cast<HoldCase>(c);
    return which == HoldCase::Driest || which == HoldCase::Wettest ? q.cups
           : which == HoldCase::Tightened                          ? q.pads
                                                                   : true;
}

} // namespace

std::shared_ptr<const HoldAnswer> holdAnswer(const HoldQuestion& q, const std::function<bool(double)>& goOn)
{
    double done = 0.0;
    const auto on = [&] { return !goOn || goOn(done); };
    auto out = std::make_shared<HoldAnswer>();
    const PlateModel model(q.plate, on);
    const std::vector<Vec2> places = placesOf(model);
    const std::array<PlateCase, kHoldCases> cases = casesOf(q, false);
    const std::array<PlateCase, kHoldCases> others = casesOf(q, true);
    const bool hasChannels =
        std::any_of(q.plate.beams.begin(), q.plate.beams.end(), [](const PlateBeam& b) { return b.removable; });
    out->xs_mm = model.xs_mm();
    out->ys_mm = model.ys_mm();
    for (size_t c = 0; c < kHoldCases; ++c) {
        done = 0.5 + 0.3 * static_cast<double>(c) / kHoldCases;
        if (!on()) {
            return nullptr;
        }
        if (!asked(q, c)) {
            continue;
        }
        PlateCase load = cases[c];
        out->with[c] = shapeOf(model, places, load);
        if (static_cast<HoldCase>(c) == HoldCase::AtEnd || static_cast<HoldCase>(c) == HoldCase::AtEdge) {
            HoldShape other = shapeOf(model, places, others[c]);
            const bool worse = other.tips != out->with[c].tips ? other.tips : other.most_mm > out->with[c].most_mm;
            if (worse) {
                out->with[c] = std::move(other);
                load = others[c];
            }
            if (static_cast<HoldCase>(c) == HoldCase::AtEnd) {
                out->end_mm = worse ? q.plate.box.right : q.plate.box.left;
            }
        }
        load.removables = false;
        out->without[c] = !hasChannels ? out->with[c] : shapeOf(model, places, load);
        const auto which = static_cast<HoldCase>(c);
        if (which != HoldCase::Driest && which != HoldCase::Wettest) {
            continue;
        }
        for (size_t b = 0; b < out->with[c].bolts_N.size(); ++b) {
            for (const double force : out->with[c].bolts_N[b]) {
                out->bolt_N = q.plate.beams[b].removable ? std::max(out->bolt_N, std::abs(force)) : out->bolt_N;
            }
        }
    }
    if (q.pads) {
        out->padsBend_mm = bendOf(model, out->shape(HoldCase::Tightened, true), out->shape(HoldCase::OwnWeight, true));
    }
    for (const double sign : {-1.0, 1.0}) {
        done += 0.1;
        if (!on()) {
            return nullptr;
        }
        if (!q.cups || !hasChannels) {
            break;
        }
        PlateInput other = q.plate;
        other.cells = kRangeCells;
        for (PlateZone& zone : other.zones) { // across the grain; along it hardly matters to a cup
            zone.stiffness.yy *= 1.0 + sign * kSpread;
            zone.stiffness.xy *= 1.0 + sign * kSpread;
        }
        const PlateModel ranged(std::move(other), on); // of it only the cup is asked
        for (const size_t k : {size_t{0}, size_t{1}}) {
            PlateCase load = cases[static_cast<size_t>(k == 0 ? HoldCase::Driest : HoldCase::Wettest)];
            HoldAnswer::Range& range = (sign < 0.0 ? out->softer : out->stiffer)[k];
            range.with_mm = shapeOf(ranged, {}, load).wave_mm;
            load.removables = false;
            range.without_mm = shapeOf(ranged, {}, load).wave_mm;
        }
    }
    return on() ? out : nullptr;
}

} // namespace burl
