#pragma once
// Features as they are named, made and drawn on a face.

#include <span>

#include <QString>

#include "core/shop/slab.h"

namespace burl::ui
{

[[nodiscard]] std::span<const FeatureKind> allFeatureKinds();
[[nodiscard]] QString kindName(FeatureKind kind);

/// A feature of usual size at a place, to be dragged and measured.
[[nodiscard]] Feature usualFeature(const Slab& slab, FeatureKind kind, Vec2 at);

/// A feature from a line drawn by hand on a face: its ring, its line, or the circle of a knot. The rest of
/// its measures are the usual ones. Nothing when the line is shorter than a fingernail.
[[nodiscard]] std::optional<Feature> drawnFeature(const Slab& slab, FeatureKind kind, Face face,
                                                  const std::vector<Vec2>& line);

} // namespace burl::ui
