#pragma once
// The shared drawing of the top: pieces with their grain, rip lines, outline, resin, relief, ruler.
// Used by the board, the rack and the sheets; nothing here computes a figure.

#include <QPainter>

#include "core/plan/plan.h"
#include "drawing/palette.h"
#include "drawing/view.h"
#include "drawing/wood.h"

namespace burl
{

struct SceneStyle {
    Palette palette = dayPalette();
    bool underside = false; // show the other faces
    double waste = 0.28;    // how strongly wood outside the top is drawn; 0 hides it
    double wood = 1.0;      // how strongly the wood of the top is drawn
    bool screen = false;    // on a screen: turned faces may be kept between frames
    double line_px = 1.4;   // outlines
};

/// The slabs as they lie, wood outside the top faded.
void paintPieces(QPainter& painter, const BoardView& view, const Plan& plan, WoodCache& wood, const SceneStyle& style);

/// The final outline: dashed, the live edges followed.
void paintFinalOutline(QPainter& painter, const BoardView& view, const LayupPlan& layup, const SceneStyle& style);

/// Rods across an open gap, faint where they are in the wood.
void paintRods(QPainter& painter, const BoardView& view, const Plan& plan, const SceneStyle& style);

/// Butterfly keys; tenons too where `tenons`, as they lie hidden in the joint.
void paintJoinery(QPainter& painter, const BoardView& view, const Plan& plan, const SceneStyle& style, bool tenons);

/// River and voids that are filled.
void paintResin(QPainter& painter, const BoardView& view, const Plan& plan, const SceneStyle& style);

/// Knots, checks, voids of the pieces, each by its own mark.
void paintFeatures(QPainter& painter, const BoardView& view, const Plan& plan, const SceneStyle& style);

/// A scale along the top of `area`, numbered in the maker's unit, 0 at the left end of the top.
void paintRuler(QPainter& painter, const BoardView& view, const QRectF& area, const UnitChoice& units,
                const Palette& palette);

/// Height above the plane as bands of the ramp. `least` and `most` bound the ramp.
[[nodiscard]] QImage reliefImage(const RemovalMap& map, double least_mm, double most_mm);

/// The key beside it.
void paintRampKey(QPainter& painter, const QRectF& area, double least_mm, double most_mm, const UnitChoice& units,
                  const Palette& palette);

/// A face of one slab, as tall as it fits: rack and yard.
void paintSlab(QPainter& painter, const BoardView& view, const std::shared_ptr<const Slab>& slab, Face face,
               WoodCache& wood, const Palette& palette, double strength = 1.0);

/// One feature in the frame the view shows.
void paintFeature(QPainter& painter, const BoardView& view, const Feature& feature, const Placement& place,
                  const Palette& palette, bool grabbed = false);

} // namespace burl
