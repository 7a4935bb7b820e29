#include "ui/yard/features.h"

#include <cmath>

#include <QCoreApplication>

#include "core/geometry/ring.h"
#include "core/geometry/simplify.h"
#include "core/shop/edit.h"

namespace burl::ui
{
namespace
{

constexpr FeatureKind kKinds[] = {FeatureKind::ThroughVoid, FeatureKind::BlindVoid, FeatureKind::Knot,
                                  FeatureKind::Check,       FeatureKind::Inclusion, FeatureKind::WormHoles,
                                  FeatureKind::Pith,        FeatureKind::Sapwood};

constexpr double kShortest_mm = 8.0;
constexpr double kSmooth_mm = 2.0; // what a hand's shake may be off

bool isLine(FeatureKind kind)
{
    return kind == FeatureKind::Check || kind == FeatureKind::Pith || kind == FeatureKind::Sapwood;
}

} // namespace

std::span<const FeatureKind> allFeatureKinds()
{
    return kKinds;
}

QString kindName(FeatureKind kind)
{
    switch (kind) {
    case FeatureKind::ThroughVoid:
        return QCoreApplication::translate("Feature", "through void");
    case FeatureKind::BlindVoid:
        return QCoreApplication::translate("Feature", "pocket");
    case FeatureKind::Knot:
        return QCoreApplication::translate("Feature", "knot");
    case FeatureKind::Check:
        return QCoreApplication::translate("Feature", "check");
    case FeatureKind::Inclusion:
        return QCoreApplication::translate("Feature", "inclusion");
    case FeatureKind::WormHoles:
        return QCoreApplication::translate("Feature", "worm holes");
    case FeatureKind::Pith:
        return QCoreApplication::translate("Feature", "pith");
    case FeatureKind::Sapwood:
        return QCoreApplication::translate("Feature", "sapwood line");
    }
    return {};
}

Feature usualFeature(const Slab& slab, FeatureKind kind, Vec2 at)
{
    Feature f;
    f.id = freeFeatureId(slab);
    f.kind = kind;
    const bool line = kind == FeatureKind::Pith || kind == FeatureKind::Sapwood;
    f.intention = line ? Intention::Keep : Intention::Fill;
    f.depth_mm = 0.0; // to be measured
    f.width_mm = kind == FeatureKind::Knot        ? 40.0
                 : kind == FeatureKind::Check     ? 4.0
                 : kind == FeatureKind::WormHoles ? 3.0
                                                  : 0.0;
    f.count = kind == FeatureKind::WormHoles ? 10 : 0;
    if (kind == FeatureKind::Knot) {
        f.points = {{std::round(at.x), std::round(at.y)}};
    } else if (isLine(kind)) {
        f.points = {{std::round(at.x - 100.0), std::round(at.y)}, {std::round(at.x + 100.0), std::round(at.y)}};
    } else {
        for (const Vec2 p : ellipse(at, 120.0, 40.0, 0.0, 16)) {
            f.points.push_back({std::round(p.x), std::round(p.y)});
        }
    }
    return f;
}

std::optional<Feature> drawnFeature(const Slab& slab, FeatureKind kind, Face face, const std::vector<Vec2>& line)
{
    double run = 0.0;
    for (size_t i = 1; i < line.size(); ++i) {
        run += length(line[i] - line[i - 1]);
    }
    if (line.size() < 3 || run < kShortest_mm) {
        return std::nullopt;
    }
    Ring points;
    for (const Vec2 p : simplified(line, kSmooth_mm)) {
        points.push_back({std::round(p.x), std::round(p.y)});
    }
    const Box box = boundsOf(points);
    Feature f = usualFeature(slab, kind, {(box.left + box.right) / 2.0, (box.bottom + box.top) / 2.0});
    f.face = face;
    if (kind == FeatureKind::Knot) {
        f.width_mm = std::round((box.width() + box.height()) / 2.0);
        return f;
    }
    if (!isLine(kind)) {
        if (points.size() > 3 && length(points.back() - points.front()) < 6.0) {
            points.pop_back(); // the hand came back to where it began
        }
        // A stroke to and fro encloses nothing that could be filled, however long it is.
        constexpr double kNarrowest_mm = 2.0;
        if (points.size() < 3 || std::abs(area_mm2(std::span<const Vec2>(points))) < kNarrowest_mm * run) {
            return std::nullopt;
        }
    }
    f.points = std::move(points);
    return f;
}

} // namespace burl::ui
