#pragma once
// Straight rip lines and windows on a live-edge slab.
// Shapes: near and far edges as profiles over the slab's length, near below far.
// Units:  mm.   Source: docs/formulas.md#rip.   Threads: pure.

#include <optional>

#include "core/geometry/profile.h"
#include "core/measure/outcome.h"
#include "core/shop/rip_line.h"

namespace burl
{

struct RipAnswer {
    RipLine line;
    double leastWidth_mm = 0.0; // from the near edge to the line, at its narrowest
    double meanWidth_mm = 0.0;
};

/// The best line along the far edge: `margin` inside it along the whole window, first the widest at
/// the narrowest place, then the largest mean.   Errors: "rip.window", "rip.no_line".
[[nodiscard]] Expected<RipAnswer> bestFarRip(const Profile& near, const Profile& far, double margin_mm, double x0_mm,
                                             double length_mm);
/// The same along the near edge: the slab looked at from the other side.   Errors: as there.
[[nodiscard]] Expected<RipAnswer> bestNearRip(const Profile& near, const Profile& far, double margin_mm, double x0_mm,
                                              double length_mm);

/// The widest strip between two parallel lines, `margin` inside both edges along the whole window: a piece
/// between two joints. `line` is its far side; `leastWidth_mm` is the strip's width.
/// Errors: "rip.window", "rip.no_line".
[[nodiscard]] Expected<RipAnswer> bestStrip(const Profile& near, const Profile& far, double margin_mm, double x0_mm,
                                            double length_mm);

struct WindowAnswer {
    double x0_mm = 0.0;
    RipAnswer rip;
};
/// The window of `length` along the slab, moved by `step`, in which bestFarRip is widest.   Errors: as there.
[[nodiscard]] Expected<WindowAnswer> bestWindow(const Profile& near, const Profile& far, double margin_mm,
                                                double length_mm, double step_mm);

} // namespace burl
