#include "core/shop/outline.h"

#include <cmath>

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

Expected<FaceOutline> outlineOf(const Slab& slab, Face face)
{
    if (face == Face::Bottom && slab.bottom) {
        return outlineOf(*slab.bottom);
    }
    auto outline = outlineOf(slab.top);
    if (outline && face == Face::Bottom) {
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
