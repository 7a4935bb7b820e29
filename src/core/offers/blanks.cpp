#include "core/offers/blanks.h"

#include <algorithm>
#include <cmath>

#include "core/face/planes.h"
#include "core/face/surfaces.h"
#include "core/geometry/ring.h"
#include "core/layup/layup_plan.h"
#include "core/layup/rip.h"
#include "core/shop/outline.h"

namespace burl::offers
{
namespace
{

constexpr double kLeastSpare_mm = 2.0; // rough over wanted thickness: less cannot be flattened
constexpr double kThinPoints_per_mm = 10.0;
constexpr double kDefectPoints = 2000.0; // a twentieth of the wood spoilt is all of it lost
constexpr double kCheckWide_mm = 20.0;   // what a check spoils to its sides
constexpr double kPithWide_mm = 60.0;
constexpr double kLeastStrip_mm = 20.0; // a narrower strip is a lath
constexpr double kPithPoints = 30.0;    // a slab sawn through the pith that was not drawn

/// How much of the face a feature spoils.
double spoilt_mm2(const Feature& f)
{
    double run = 0.0;
    for (size_t i = 1; i < f.points.size(); ++i) {
        run += length(f.points[i] - f.points[i - 1]);
    }
    const double ring = f.points.size() > 2 ? area_mm2(std::span<const Vec2>(f.points)) : 0.0;
    double out = 0.0;
    switch (f.kind) {
    case FeatureKind::Knot:
        out = std::acos(-1.0) / 4.0 * f.width_mm * f.width_mm;
        break;
    case FeatureKind::ThroughVoid:
    case FeatureKind::BlindVoid:
    case FeatureKind::Inclusion:
        out = 1.5 * ring;
        break;
    case FeatureKind::WormHoles:
        out = 0.5 * ring;
        break;
    case FeatureKind::Check:
        out = kCheckWide_mm * run;
        break;
    case FeatureKind::Pith:
        out = kPithWide_mm * run;
        break;
    case FeatureKind::Sapwood:
        break;
    }
    return f.intention == Intention::CutOff ? 5.0 * out : out;
}

class SlabReader
{
public:
    SlabReader(const OfferInput& in, const Slab& slab, LeftOut& leftOut) : in_(in), slab_(slab), leftOut_(leftOut) {}

    /// False when the slab is left out.
    bool read(SlabBlanks& out)
    {
        const LayupChoices& c = in_.choices;
        const auto top = outlineOf(slab_, Face::Top);
        const auto bottom = outlineOf(slab_, Face::Bottom);
        if (!top || !bottom || !slab_.thickness_mm) {
            ++leftOut_.notMeasured;
            return false;
        }
        if (!in_.wishes.species.empty() && slab_.species != in_.wishes.species) {
            ++leftOut_.otherSpecies;
            return false;
        }
        if (slab_.endGrain && c.kind != TopKind::Single) {
            ++leftOut_.rounds;
            return false;
        }
        if (*slab_.thickness_mm < c.thickness_mm + kLeastSpare_mm) {
            ++leftOut_.tooThin;
            return false;
        }
        from_ = std::max(top->from_mm(), bottom->from_mm());
        to_ = std::min(top->to_mm(), bottom->to_mm());
        const double room = to_ - from_ - c.length_mm - 2.0 * in_.trim_mm;
        if (room < 0.0) {
            ++leftOut_.tooShort;
            return false;
        }
        top_ = *top;
        bottom_ = *bottom;
        for (const double x : mergedStations(top->near, bottom->near)) {
            nearBoth_.push_back({x, std::max(valueAt(top->near, x), valueAt(bottom->near, x))});
        }
        for (const double x : mergedStations(top->far, bottom->far)) {
            farBoth_.push_back({x, std::min(valueAt(top->far, x), valueAt(bottom->far, x))});
        }
        const Ring ring = top->ring();
        out.area_mm2 = area_mm2(std::span<const Vec2>(ring));
        thin_ = thinPoints();
        const int most = c.kind == TopKind::Panel ? kMostPlacesInPanel : kMostPlaces;
        const int places = std::min(most, 1 + static_cast<int>(room / kLeastStep_mm));
        for (int k = 0; k < places; ++k) {
            const double x0 = from_ + in_.trim_mm + (places > 1 ? room * k / (places - 1) : room / 2.0);
            addPlace(out, x0);
        }
        if (out.far.empty()) {
            ++leftOut_.notMeasured; // no straight line in it anywhere
            return false;
        }
        for (const auto* strips : {&out.far, &out.near}) {
            for (const Blank& s : *strips) {
                out.widest_mm = std::max(out.widest_mm, s.meanWidth_mm);
            }
        }
        return true;
    }

private:
    /// What flattening will leave too little by; only where both faces were read.
    [[nodiscard]] double thinPoints() const
    {
        if (!slab_.topHeights || !slab_.bottomHeights) {
            return 0.0;
        }
        const auto surfaces = surfacesOf(slab_);
        if (!surfaces) {
            return 0.0;
        }
        std::vector<Point3> top;
        std::vector<Point3> bottom;
        for (const SurfacePoint& p : surfaces->top) {
            top.push_back(p.p);
        }
        for (const SurfacePoint& p : surfaces->bottom) {
            bottom.push_back(p.p);
        }
        const auto planes = thickestSlab(top, bottom);
        return planes ? std::max(0.0, in_.choices.thickness_mm - planes->thickness_mm) * kThinPoints_per_mm : 0.0;
    }

    void addPlace(SlabBlanks& out, double x0)
    {
        if (in_.choices.kind == TopKind::Single) {
            for (const Face show : {Face::Top, Face::Bottom}) {
                addSingle(out, x0, show);
            }
            return;
        }
        const double start = x0 - in_.trim_mm;
        const double length = in_.choices.length_mm + 2.0 * in_.trim_mm;
        if (in_.choices.kind == TopKind::Panel) {
            addInner(out, x0, start, length);
        }
        for (const SlabSide side : {SlabSide::Near, SlabSide::Far}) {
            const auto rip = side == SlabSide::Far ? bestFarRip(nearBoth_, farBoth_, in_.ripMargin_mm, start, length)
                                                   : bestNearRip(nearBoth_, farBoth_, in_.ripMargin_mm, start, length);
            if (!rip) {
                continue;
            }
            for (const Face show : {Face::Top, Face::Bottom}) {
                const Blank strip = ripped(x0, side, show, rip->line, out.area_mm2);
                for (const bool reversed : {false, true}) {
                    place(out, strip, reversed);
                }
            }
        }
    }

    /// A strip between two joints.
    void addInner(SlabBlanks& out, double x0, double start, double length) const
    {
        const auto between = bestStrip(nearBoth_, farBoth_, in_.ripMargin_mm, start, length);
        if (!between || !(between->leastWidth_mm > kLeastStrip_mm)) {
            return;
        }
        const double level = std::cos(std::atan(between->line.slope));
        for (const Face show : {Face::Top, Face::Bottom}) {
            Blank strip;
            strip.show = show;
            strip.x0_mm = x0;
            strip.width_mm.fill(between->leastWidth_mm * level);
            strip.least_mm.fill(between->leastWidth_mm * level);
            const RipLine line = between->line;
            finish(strip, out.area_mm2,
                   [&](Vec2 p) { return p.y < line.at(p.x) && p.y > line.at(p.x) - between->leastWidth_mm; });
            for (const bool reversed : {false, true}) {
                strip.reversed = reversed;
                out.inner.push_back(strip);
            }
        }
    }

    /// The side that is ripped, the face that shows and the way round decide whether it lies far or near.
    void place(SlabBlanks& out, Blank strip, bool reversed) const
    {
        if (reversed) {
            strip.reversed = true;
            std::reverse(strip.width_mm.begin(), strip.width_mm.end());
            std::reverse(strip.least_mm.begin(), strip.least_mm.end());
        }
        const bool over = strip.show == Face::Bottom;
        const bool upright = poseSigns(over, reversed).y > 0.0;
        const bool ripsUpper = (strip.ripped == SlabSide::Far) == upright;
        // A far piece is ripped below for a joint and above on the outside of a river.
        const bool far = ripsUpper == facesAcross(in_.choices.kind);
        (far ? out.far : out.near).push_back(strip);
    }

    Blank ripped(double x0, SlabSide side, Face show, const RipLine& line, double slabArea) const
    {
        Blank strip;
        strip.ripped = side;
        strip.show = show;
        strip.x0_mm = x0;
        const FaceOutline& face = show == Face::Top ? top_ : bottom_;
        const Profile& edge = side == SlabSide::Far ? face.near : face.far;
        const double level = std::cos(std::atan(line.slope)); // across the turned piece
        for (int i = 0; i < kSamples; ++i) {
            const double x = x0 + in_.choices.length_mm * i / (kSamples - 1);
            const double width = std::abs(line.at(x) - valueAt(edge, x)) * level;
            strip.width_mm[static_cast<size_t>(i)] = width;
        }
        for (int i = 0; i + 1 < kSamples; ++i) {
            const auto k = static_cast<size_t>(i);
            strip.least_mm[k] = std::min(strip.width_mm[k], strip.width_mm[k + 1]);
        }
        for (const Vec2 p : edge) { // straight between stations: the narrowest place is at one of them
            const double along = (p.x - x0) / in_.choices.length_mm * (kSamples - 1);
            if (along > 0.0 && along < kSamples - 1) {
                double& narrowest = strip.least_mm[static_cast<size_t>(along)];
                narrowest = std::min(narrowest, std::abs(line.at(p.x) - p.y) * level);
            }
        }
        const double sign = side == SlabSide::Far ? 1.0 : -1.0;
        finish(strip, slabArea,
               [&](Vec2 p) { return sign * (line.at(p.x) - p.y) > 0.0 && sign * (p.y - valueAt(edge, p.x)) > 0.0; });
        return strip;
    }

    void addSingle(SlabBlanks& out, double x0, Face show) const
    {
        const FaceOutline& face = show == Face::Top ? top_ : bottom_;
        Blank strip;
        strip.show = show;
        strip.x0_mm = x0;
        const double length = in_.choices.length_mm;
        const double high = least(cutTo(face.far, x0, x0 + length)).value;
        const double low = most(cutTo(face.near, x0, x0 + length)).value;
        const bool shaped = shapeHalf(in_.choices, 0).has_value();
        if (!shaped && in_.choices.width_mm && high - low < *in_.choices.width_mm) {
            return;
        }
        // A round lies about the middle of the slab's area, as it is laid up; a side that must be whole may not
        // leave the wood of either face.
        const Ring ring = face.ring();
        const double middle = shaped ? centroid(ring).y : (high + low) / 2.0;
        for (int i = 0; i < kSamples; ++i) {
            const double x = x0 + length * i / (kSamples - 1);
            double width = in_.choices.width_mm.value_or(valueAt(face.far, x) - valueAt(face.near, x));
            if (const auto shape = shapeHalf(in_.choices, i)) {
                const double over = std::min(valueAt(face.far, x) - middle, *shape);
                const double under = std::min(middle - valueAt(face.near, x), *shape);
                const bool whole = valueAt(farBoth_, x) - middle >= *shape && middle - valueAt(nearBoth_, x) >= *shape;
                if (in_.choices.edges != OuterEdges::Live && !whole) {
                    return;
                }
                width = std::max(0.0, over) + std::max(0.0, under);
            }
            strip.width_mm[static_cast<size_t>(i)] = width;
        }
        const double half = in_.choices.width_mm.value_or(1e6) / 2.0;
        finish(strip, out.area_mm2, [&](Vec2 p) { return std::abs(p.y - middle) < half; });
        out.far.push_back(strip);
    }

    template <typename Inside> void finish(Blank& strip, double slabArea, Inside inside) const
    {
        double sum = 0.0; // trapezes
        for (int i = 0; i < kSamples; ++i) {
            sum += strip.width_mm[static_cast<size_t>(i)] * (i == 0 || i == kSamples - 1 ? 0.5 : 1.0);
        }
        strip.meanWidth_mm = sum / (kSamples - 1);
        const double kept = strip.meanWidth_mm * in_.choices.length_mm;
        double spoilt = 0.0;
        bool pithDrawn = false;
        for (const Feature& f : slab_.features) {
            pithDrawn = pithDrawn || f.kind == FeatureKind::Pith;
            const bool seen = std::any_of(f.points.begin(), f.points.end(), [&](Vec2 p) {
                return p.x > strip.x0_mm && p.x < strip.x0_mm + in_.choices.length_mm && inside(p);
            });
            spoilt += seen ? spoilt_mm2(f) : 0.0;
        }
        double pith = 0.0;
        if (slab_.pith && !pithDrawn && std::abs(slab_.pith->distance_mm) < *slab_.thickness_mm / 2.0 &&
            inside({strip.x0_mm + in_.choices.length_mm / 2.0, -slab_.pith->offset_mm})) {
            pith = kPithPoints;
        }
        strip.sound = std::min(100.0, kDefectPoints * spoilt / std::max(1.0, kept) + pith + thin_);
        strip.waste = std::clamp(100.0 * (1.0 - kept / std::max(1.0, slabArea)), 0.0, 100.0);
    }

    const OfferInput& in_;
    const Slab& slab_;
    LeftOut& leftOut_;
    double from_ = 0.0;
    double to_ = 0.0;
    double thin_ = 0.0;
    FaceOutline top_;
    FaceOutline bottom_;
    Profile nearBoth_;
    Profile farBoth_;
};

/// What a price of 100 points would be, and what an unpriced slab is taken for.
struct PriceScale {
    double whole = 0.0;
    double mean = 0.0;
};

PriceScale priceScale(const OfferInput& in, double pieces)
{
    double sum = 0.0;
    double most = 0.0;
    int n = 0;
    for (const auto& slab : in.slabs) {
        if (slab->price) {
            sum += *slab->price;
            most = std::max(most, *slab->price);
            ++n;
        }
    }
    return {in.wishes.budget.value_or(most * pieces), n > 0 ? sum / n : 0.0};
}

} // namespace

std::optional<double> shapeHalf(const LayupChoices& choices, int i)
{
    const double u = 2.0 * i / (kSamples - 1) - 1.0;
    const double rise = std::sqrt(std::max(0.0, 1.0 - u * u));
    if (choices.shape == TopShape::Round) {
        return choices.length_mm / 2.0 * rise;
    }
    if (choices.shape == TopShape::Oval && choices.width_mm) {
        return *choices.width_mm / 2.0 * rise;
    }
    return std::nullopt;
}

Prepared prepare(const OfferInput& in)
{
    Prepared out;
    const bool single = in.choices.kind == TopKind::Single;
    const double pieces = single ? 1.0 : in.choices.kind == TopKind::Panel ? 4.0 : 2.0;
    const PriceScale scale = priceScale(in, pieces);
    const double sound = weightOf(in.wishes.sound) / pieces;
    const double waste = weightOf(in.wishes.waste) / pieces;
    const double price = weightOf(in.wishes.price);
    for (std::size_t i = 0; i < in.slabs.size(); ++i) {
        const Slab& slab = *in.slabs[i];
        if (in.wishes.budget && slab.price.value_or(0.0) > *in.wishes.budget) {
            ++out.leftOut.tooDear;
            continue;
        }
        SlabBlanks strips;
        strips.slab = i;
        if (!SlabReader(in, slab, out.leftOut).read(strips)) {
            continue;
        }
        strips.price = scale.whole > 0.0 ? 100.0 * slab.price.value_or(scale.mean) / scale.whole : 0.0;
        for (auto* list : {&strips.far, &strips.near, &strips.inner}) {
            for (Blank& s : *list) {
                s.own = sound * s.sound + waste * s.waste + price * strips.price;
            }
            std::stable_sort(list->begin(), list->end(), [](const Blank& a, const Blank& b) { return a.own < b.own; });
        }
        if (!strips.far.empty() && (single || !strips.near.empty())) {
            out.slabs.push_back(std::move(strips));
        }
    }
    return out;
}

} // namespace burl::offers
