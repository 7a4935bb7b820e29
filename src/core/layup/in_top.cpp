#include "core/layup/in_top.h"

#include <algorithm>

namespace burl
{
namespace
{

constexpr double kJustOpen_mm = 1.0; // a check that is only just open still takes a place

Ring stripe(const std::vector<Vec2>& line, double width_mm)
{
    Ring left;
    Ring right;
    for (size_t i = 0; i < line.size(); ++i) {
        const Vec2 along = line[std::min(i + 1, line.size() - 1)] - line[i > 0 ? i - 1 : 0];
        const double size = std::max(1e-9, length(along));
        const Vec2 side{-along.y / size * width_mm / 2.0, along.x / size * width_mm / 2.0};
        left.push_back(line[i] + side);
        right.push_back(line[i] - side);
    }
    left.insert(left.end(), right.rbegin(), right.rend());
    return left;
}

} // namespace

bool isLine(const Feature& feature)
{
    return feature.kind == FeatureKind::Check || feature.kind == FeatureKind::Pith ||
           feature.kind == FeatureKind::Sapwood || (feature.kind != FeatureKind::Knot && feature.points.size() == 2);
}

Ring footprint(const Feature& feature)
{
    if (feature.kind == FeatureKind::Knot) {
        return feature.points.empty() || !(feature.width_mm > 0.0)
                   ? Ring{}
                   : ellipse(feature.points.front(), feature.width_mm, feature.width_mm, 0.0);
    }
    if (isLine(feature)) {
        return feature.points.size() < 2 ? Ring{} : stripe(feature.points, std::max(kJustOpen_mm, feature.width_mm));
    }
    return feature.points.size() < 3 ? Ring{} : feature.points;
}

Profile overTop(const Profile& profile, const LayupChoices& choices)
{
    return cutTo(profile, 0.0, choices.length_mm);
}

InTop inTop(const PlacedPiece& piece, const Feature& feature, double topLength_mm)
{
    InTop out;
    const auto look = [&](Vec2 p) {
        const double into = std::min(p.x, topLength_mm - p.x);
        if (!out.inside || into > out.into_mm) {
            out.into_mm = into;
            out.innermost = p;
        }
        out.inside = true;
    };
    // A place between the ends counts as deep as the middle of the stretch it lies on.
    const auto lookAlong = [&](Vec2 a, Vec2 b) {
        look(a);
        look(b);
        const double middle = topLength_mm / 2.0;
        if ((a.x < middle) != (b.x < middle)) {
            look(a + (b - a) * ((middle - a.x) / (b.x - a.x)));
        }
    };
    if (isLine(feature)) {
        out.lines = piece.inKept->partsOf(piece.place.toTable(feature.points));
        for (const auto& part : out.lines) {
            for (size_t i = 0; i + 1 < part.size(); ++i) {
                lookAlong(part[i], part[i + 1]);
            }
        }
        return out;
    }
    const Ring ring = footprint(feature);
    if (ring.empty()) { // a place without a size
        for (const Vec2 p : piece.place.toTable(feature.points)) {
            if (contains(piece.kept, p)) {
                look(p);
            }
        }
        return out;
    }
    out.area = piece.inKept->partOf(piece.place.toTable(ring));
    for (const Ring& part : out.area) {
        for (size_t i = 0; i < part.size(); ++i) {
            lookAlong(part[i], part[(i + 1) % part.size()]);
        }
    }
    return out;
}

} // namespace burl
