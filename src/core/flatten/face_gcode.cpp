#include "core/flatten/face_gcode.h"

#include <algorithm>

namespace burl
{

GcodeInput gcodeInputOf(const FlattenChoices& choices, const FlattenedPiece& piece, const PlacedPiece& placed, bool top)
{
    const FacePasses& face = top ? piece.top : piece.bottom;
    GcodeInput in;
    in.title = piece.name + (top ? ", top face up" : ", bottom face up");
    in.map = face.map;
    for (const Ring* ring : {&placed.showRing, &placed.underRing}) {
        Ring stock = placed.place.toSlab(*ring);
        for (Vec2& p : stock) {
            p = {p.x - face.box.left, p.y - face.box.bottom};
            p.y = top ? p.y : in.map.width_mm - p.y;
        }
        in.stock.push_back(std::move(stock));
    }
    if (!top) { // turned over about its long side: across runs the other way
        for (int j = 0; j < in.map.cellsAcross / 2; ++j) {
            const auto row = [&](int k) {
                return in.map.height_mm.begin() + static_cast<std::ptrdiff_t>(k) * in.map.cellsAlong;
            };
            std::swap_ranges(row(j), row(j + 1), row(in.map.cellsAcross - 1 - j));
        }
    }
    in.passes = passInputOf(choices, face.most_mm);
    in.settings.feed_mm_min = choices.method.feed_mm_min;
    return in;
}

} // namespace burl
