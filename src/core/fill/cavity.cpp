#include "core/fill/cavity.h"

// Method: flattening takes the mouth of a hole away, and what is left of its depth counts, no more than the top is
// thick. Holes are filled before the ends are trimmed and the outline is cut: what is mixed is for the rough piece,
// what weighs is in the finished top.

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "core/layup/in_top.h"

namespace burl
{
namespace
{

const char* kindWord(FeatureKind kind)
{
    switch (kind) {
    case FeatureKind::ThroughVoid:
        return "through void";
    case FeatureKind::BlindVoid:
        return "pocket";
    case FeatureKind::Knot:
        return "loose knot";
    case FeatureKind::Check:
        return "check";
    case FeatureKind::Inclusion:
        return "inclusion";
    case FeatureKind::WormHoles:
        return "worm holes";
    case FeatureKind::Pith:
        return "pith";
    case FeatureKind::Sapwood:
        return "sapwood";
    }
    return "void";
}

double discArea_mm2(double across_mm)
{
    return std::numbers::pi / 4.0 * across_mm * across_mm;
}

/// What a kind of hole is made of, at the depth that is left.
struct Shape {
    VoidAmount amount;
    double areaTop_mm2 = 0.0; // open at its face, whole
    double areaBottom_mm2 = 0.0;
    std::vector<Figure> terms;
    std::string formula;
};

Figure areaFigure(const Ring& ring)
{
    return workedOut("area", "area", area_mm2(std::span<const Vec2>(ring)), Unit::Area, "on the drawing");
}

/// How far a hole reaches: measured on the rough face, below the finished face, and in the finished wood.
struct Reach {
    Figure rough;
    Figure below; // of the finished face, were the wood thick enough
    Figure depth; // in the wood
};

/// A mouth narrows as the face comes down to it.
Figure mouthFigure(const Feature& feature, const Reach& reach, const char* label)
{
    const Figure wide = given("mouth_rough", "at the rough face", feature.width_mm, Unit::Length, "measured");
    const double whole = reach.rough.value();
    const double mouth = whole > 0.0 ? feature.width_mm * reach.below.value() / whole : 0.0;
    return made("mouth", label, "{0} × {1} ÷ {2}", {wide, reach.below, reach.rough}, mouth, Unit::Length);
}

/// And of one that comes out below, what is open there; nothing known to be open for one that ends in the wood.
Figure footFigure(const Feature& feature, const Reach& reach)
{
    const double beyond = reach.below.value() - reach.depth.value();
    if (!(beyond > 0.0) || !(reach.rough.value() > 0.0)) {
        return {};
    }
    const Figure wide = given("mouth_rough", "at the rough face", feature.width_mm, Unit::Length, "measured");
    return made("foot", "where it comes out below", "{0} × ({1} − {2}) ÷ {3}",
                {wide, reach.below, reach.depth, reach.rough}, feature.width_mm * beyond / reach.rough.value(),
                Unit::Length);
}

Shape shapeOf(const Feature& feature, const Ring& ring, const Reach& reach, bool through)
{
    Shape out;
    const Figure& depth = reach.depth;
    const double deep = depth.value();
    const double area = area_mm2(std::span<const Vec2>(ring));
    switch (feature.kind) {
    case FeatureKind::ThroughVoid:
    case FeatureKind::BlindVoid:
    case FeatureKind::Inclusion:
        out.amount = through ? throughVoid(ring, deep) : pocket(ring, deep);
        out.areaTop_mm2 = out.areaBottom_mm2 = area;
        out.terms = {areaFigure(ring), depth};
        out.formula = "{0} × {1}";
        break;
    case FeatureKind::Knot: {
        // Flattening takes the wide mouth of the cone away: what is left is a smaller cone, without its tip where it
        // comes out below.
        const Figure mouth = mouthFigure(feature, reach, "mouth");
        const Figure foot = footFigure(feature, reach);
        const double narrow = foot ? foot.value() : 0.0;
        out.amount = conicalKnot(mouth.value(), deep, narrow);
        out.areaTop_mm2 = discArea_mm2(mouth.value());
        out.areaBottom_mm2 = discArea_mm2(narrow);
        out.terms = {mouth, depth};
        out.formula = "⅓ × π ÷ 4 × {0}² × {1}";
        if (foot) {
            out.terms.push_back(foot);
            out.formula = "⅓ × π ÷ 4 × ({0}² + {0} × {2} + {2}²) × {1}";
        }
        break;
    }
    case FeatureKind::Check: {
        const Figure mouth = mouthFigure(feature, reach, "width");
        const Figure foot = footFigure(feature, reach);
        const double narrow = foot ? foot.value() : 0.0;
        double run = 0.0;
        for (size_t i = 0; i + 1 < feature.points.size(); ++i) {
            run += length(feature.points[i + 1] - feature.points[i]);
        }
        out.amount = vCrack(run, mouth.value(), deep, narrow);
        out.areaTop_mm2 = run * mouth.value();
        out.areaBottom_mm2 = run * narrow;
        out.terms = {workedOut("run", "length", run, Unit::Length, "on the drawing"), mouth, depth};
        out.formula = "{0} × {1} × {2} ÷ 2";
        if (foot) {
            out.terms.push_back(foot);
            out.formula = "{0} × ({1} + {3}) ÷ 2 × {2}";
        }
        break;
    }
    case FeatureKind::WormHoles: {
        out.amount = wormHoles(feature.count, feature.width_mm, deep);
        out.areaTop_mm2 = out.areaBottom_mm2 = deep > 0.0 ? out.amount.volume_L * 1e6 / deep : 0.0;
        out.terms = {given("count", "holes", feature.count, Unit::Count, "counted"),
                     given("hole", "across", feature.width_mm, Unit::Length, "measured"), depth};
        out.formula = "{0} × π ÷ 4 × {1}² × {2}";
        break;
    }
    case FeatureKind::Pith:
    case FeatureKind::Sapwood:
        break;
    }
    return out;
}

/// How wide one plug of it stands across the top: what a box round scattered holes, or round a slanting crack, holds is
/// mostly wood that moves with the rest.
double acrossOf(const Feature& feature, const FillItem& item, double box_mm)
{
    if (feature.kind == FeatureKind::WormHoles) {
        return std::min(box_mm, feature.width_mm);
    }
    if (feature.kind != FeatureKind::Check) {
        return box_mm;
    }
    const Vec2 run = feature.points.back() - feature.points.front();
    const double along = std::abs(run.x);
    const double steep = along > 0.0 ? length(run) / along : 1e9; // cut straight across it is wider than its mouth
    return std::min(box_mm, item.width_mm * steep);
}

/// Share of a footprint that lies in a region.
double shareIn(const Ring& footprint, const RegionIndex& region)
{
    const double whole = area_mm2(std::span<const Vec2>(footprint));
    return whole > 0.0 ? std::clamp(area_mm2(region.partOf(footprint)) / whole, 0.0, 1.0) : 0.0;
}

} // namespace

bool isHole(const Feature& feature)
{
    switch (feature.kind) {
    case FeatureKind::ThroughVoid:
    case FeatureKind::BlindVoid:
    case FeatureKind::Check:
    case FeatureKind::WormHoles:
        return true;
    case FeatureKind::Knot:
    case FeatureKind::Inclusion:
        return feature.intention == Intention::Fill;
    case FeatureKind::Pith:
    case FeatureKind::Sapwood:
        break;
    }
    return false;
}

std::optional<FillItem> cavityOf(const FillInput& in, size_t index, const Feature& feature)
{
    const PlacedPiece& piece = in.layup->pieces[index];
    const FlattenedPiece& flat = in.flatten->pieces[index];
    const Figure& thickness = in.flatten->thickness;
    const Ring ring = footprint(feature);
    if (!isHole(feature) || ring.empty()) {
        return std::nullopt;
    }
    FillItem item;
    item.slab = piece.slab;
    item.pieceIndex = index;
    item.feature = feature.id;
    item.kind = feature.kind;
    item.name = std::string(kindWord(feature.kind)) + " in " + piece.name;
    item.onTable = piece.place.toTable(ring);
    const Ring whole = item.onTable;
    const double inTop = shareIn(whole, *piece.inKept);
    if (!(inTop > 0.0)) {
        return std::nullopt; // cut away with the rest
    }
    const double inRough = std::max(inTop, shareIn(whole, *piece.inRough));
    item.shareInside = inRough;
    if (inRough < kWhole) { // drawn as far as it is filled
        item.onTable = largestRing(piece.inRough->partOf(whole));
    }

    const Vec2 middle = centroid(feature.points);
    const double local = thicknessAt_mm(flat, thickness.value(), middle);
    const bool guess = flat.missing.has_value() || thickness.isGuess();
    const Figure thick = local == thickness.value() ? thickness
                                                    : workedOut("thickness_there", "thickness there", local,
                                                                Unit::Length, "the face that stays, over the plane");
    const Figure rough = given("depth", "depth", feature.depth_mm, Unit::Length, "measured on the rough face");
    Figure depth = thick;
    Figure below = thick; // of the finished face, were the wood thick enough
    bool through = feature.kind == FeatureKind::ThroughVoid;
    if (!through) {
        item.onShow = (feature.face == Face::Bottom) == piece.turnedOver;
        item.onUnder = !item.onShow;
        item.depthKnown = feature.depth_mm > 0.0;
        const FacePasses& face = feature.face == Face::Top ? flat.top : flat.bottom;
        const double taken = takenOffAt_mm(face, middle);
        const std::string source =
            flat.missing ? "its share of what is spare; face not read" : "flattening, at its middle";
        const Figure off = guess ? assumed("taken_off", "taken off there", taken, Unit::Length, source)
                                 : workedOut("taken_off", "taken off there", taken, Unit::Length, source);
        const double left = feature.depth_mm - taken;
        below = made("depth_below", "below the finished face", "{0} − {1}", {rough, off}, left, Unit::Length);
        if (!item.depthKnown) {
            depth = assumed("depth_left", "depth left", 0.0, Unit::Length, "its depth is not measured");
        } else if (left >= local) {
            through = true;
            item.breaksThrough = true;
            item.onShow = item.onUnder = true;
            depth = made("depth_left", "depth left", "{0} − {1}, no more than {2}", {rough, off, thick}, local,
                         Unit::Length);
        } else if (left <= 0.0) {
            depth = made("depth_left", "depth left", "nothing: {1} of its {0} is taken off", {rough, off}, 0.0,
                         Unit::Length);
        } else {
            depth = made("depth_left", "depth left", "{0} − {1}", {rough, off}, left, Unit::Length);
        }
    }
    item.through = through;
    item.depth_mm = depth.value();
    item.depth = depth;
    Shape shape = shapeOf(feature, ring, {rough, depth.value() > 0.0 ? below : depth, depth}, through);
    if (inRough < kWhole) {
        shape.terms.push_back(
            workedOut("share", "of it in the rough piece", inRough * 100.0, Unit::Percent, "on the drawing"));
        shape.formula += " × " + termOf(shape.terms.size() - 1);
    }
    const Box box = boundsOf(item.onTable);
    item.width_mm = feature.kind == FeatureKind::Check || feature.kind == FeatureKind::WormHoles
                        ? feature.width_mm
                        : std::min(box.width(), box.height());
    item.across_mm = acrossOf(feature, item, box.height());
    item.areaTop_mm2 = shape.areaTop_mm2 * inRough;
    item.areaBottom_mm2 = shape.areaBottom_mm2 * inRough;
    item.wetted_mm2 = shape.amount.wetted_mm2 * inRough;
    item.inTop_L = shape.amount.volume_L * inTop;
    item.volume = made("volume_" + piece.name + "_" + std::to_string(feature.id), item.name, shape.formula,
                       std::move(shape.terms), shape.amount.volume_L * inRough, Unit::Volume);
    return item;
}

} // namespace burl
