#include "core/shop/outline.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace burl
{

Expected<FaceOutline> outlineOf(const Tape& tape)
{
    FaceOutline out;
    int row = 0;
    for (const TapeReading& reading : tape.readings) {
        ++row;
        if (!reading.near_mm || !reading.far_mm) {
            continue;
        }
        const double near = tape.from == TapeFrom::String ? -*reading.near_mm : *reading.near_mm;
        const double far = *reading.far_mm;
        const std::string where = "row " + std::to_string(row);
        if (!std::isfinite(near) || !std::isfinite(far) || !std::isfinite(reading.at_mm)) {
            return refuse("outline.not_a_number", where + " of the tape is not a number; read it again.");
        }
        if (!out.near.empty() && !(reading.at_mm > out.near.back().x)) {
            return refuse("outline.order", where + " of the tape does not lie beyond the row before; put the "
                                                   "stations in order.");
        }
        if (!(far > near)) {
            return refuse("outline.swapped", where + " of the tape has the near edge beyond the far edge; swap "
                                                     "the two readings.");
        }
        out.near.push_back({reading.at_mm, near});
        out.far.push_back({reading.at_mm, far});
    }
    if (out.near.size() < 2) {
        return refuse("outline.too_few", "An outline needs near and far readings at two stations at least.");
    }
    return out;
}

Expected<FaceOutline> outlineOf(const Ring& drawn)
{
    if (drawn.size() < 3) {
        return refuse("outline.too_few", "A drawn outline needs three corners at least.");
    }
    for (const Vec2 p : drawn) {
        if (!std::isfinite(p.x) || !std::isfinite(p.y)) {
            return refuse("outline.not_a_number", "A corner of the drawn outline is not a number; draw it again.");
        }
    }
    std::vector<double> xs;
    xs.reserve(drawn.size());
    for (const Vec2 p : drawn) {
        xs.push_back(p.x);
    }
    std::sort(xs.begin(), xs.end());
    xs.erase(std::unique(xs.begin(), xs.end(), [](double a, double b) { return b - a < 1e-6; }), xs.end());
    if (xs.size() < 2) {
        return refuse("outline.too_few", "The drawn outline has no length; draw it again.");
    }
    FaceOutline out;
    out.drawn = drawn;
    for (const double x : xs) {
        out.near.push_back({x, std::numeric_limits<double>::infinity()});
        out.far.push_back({x, -std::numeric_limits<double>::infinity()});
    }
    // Each side of the ring speaks only for the stations it passes over.
    for (size_t i = 0; i < drawn.size(); ++i) {
        const Vec2 a = drawn[i];
        const Vec2 b = drawn[(i + 1) % drawn.size()];
        const double from = std::min(a.x, b.x);
        const double to = std::max(a.x, b.x);
        auto at = static_cast<size_t>(std::lower_bound(xs.begin(), xs.end(), from - 1e-6) - xs.begin());
        for (; at < xs.size() && xs[at] <= to + 1e-6; ++at) {
            const double share = to - from > 1e-9 ? std::clamp((xs[at] - a.x) / (b.x - a.x), 0.0, 1.0) : 0.0;
            for (const double y : {a.y + share * (b.y - a.y), to - from > 1e-9 ? a.y + share * (b.y - a.y) : b.y}) {
                out.near[at].y = std::min(out.near[at].y, y);
                out.far[at].y = std::max(out.far[at].y, y);
            }
        }
    }
    return out;
}

Expected<FaceOutline> outlineOf(const Slab& slab, Face face)
{
    if (face == Face::Bottom && slab.bottomDrawn) {
        return outlineOf(*slab.bottomDrawn);
    }
    if (face == Face::Bottom && slab.bottom) {
        return outlineOf(*slab.bottom);
    }
    auto outline = slab.topDrawn ? outlineOf(*slab.topDrawn) : outlineOf(slab.top);
    if (outline && face == Face::Bottom && (slab.bevelNear_mm != 0.0 || slab.bevelFar_mm != 0.0)) {
        outline->drawn.clear();
        for (Vec2& p : outline->near) {
            p.y -= slab.bevelNear_mm;
        }
        for (Vec2& p : outline->far) {
            p.y += slab.bevelFar_mm;
        }
        for (size_t i = 0; i < outline->near.size(); ++i) {
            if (!(outline->far[i].y > outline->near[i].y)) {
                return refuse("outline.bevel", "The bevel leaves no wood on the bottom face at row " +
                                                   std::to_string(i + 1) + "; make it smaller.");
            }
        }
    }
    return outline;
}

} // namespace burl
