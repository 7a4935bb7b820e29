#pragma once
// The path language of SVG: all commands, absolute and relative, crowded numbers, arcs.

#include <string_view>
#include <vector>

#include "core/geometry/vec2.h"
#include "core/measure/outcome.h"

namespace burl
{

struct SvgSubpath {
    Ring points;
    bool closed = false;
};

/// `tolerance`: of flattened curves, in the path's own units.   Errors: "import.path" (says where).
[[nodiscard]] Expected<std::vector<SvgSubpath>> svgPath(std::string_view d, double tolerance);

/// translate, scale, rotate, skewX, skewY, matrix, chained; (a b c d e f) as in SVG.   Errors: "import.transform".
struct SvgTransform {
    double a = 1, b = 0, c = 0, d = 1, e = 0, f = 0;
    [[nodiscard]] Vec2 map(Vec2 p) const { return {a * p.x + c * p.y + e, b * p.x + d * p.y + f}; }
    [[nodiscard]] SvgTransform then(const SvgTransform& inner) const;
};
[[nodiscard]] Expected<SvgTransform> svgTransform(std::string_view text);

} // namespace burl
