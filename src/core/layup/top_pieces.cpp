#include "core/layup/top_pieces.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

/// Area and moment of what is seen from above. Wood and resin weigh much the same; a tenth of difference over a river
/// moves the middle by millimetres.
struct SeenFromAbove {
    Vec2 moment;
    double area = 0.0;
    void add(const Ring& ring, double sign)
    {
        const double a = sign * area_mm2(ring);
        moment = moment + centroid(ring) * a;
        area += a;
    }
    [[nodiscard]] Vec2 middle() const { return area > 0.0 ? moment * (1.0 / area) : Vec2{}; }
};

/// Of the whole, or of what lies inside `side`.
SeenFromAbove weigh(const LayupPlan& layup, const Ring& side = {})
{
    SeenFromAbove out;
    const auto add = [&](const Region& region, double sign) {
        for (const Ring& ring : side.empty() ? region : intersection(region, {side})) {
            out.add(ring, signedArea_mm2(ring) < 0.0 ? -sign : sign);
        }
    };
    for (const PlacedPiece& piece : layup.pieces) {
        add(piece.kept, 1.0);
    }
    if (layup.gap && layup.gapInput && !layup.openGap) {
        add({anticlockwise(gapRing(*layup.gapInput, *layup.gap, false))}, 1.0);
        for (const PlacedPiece& piece : layup.pieces) {
            if (piece.island) {
                add(piece.kept, -1.0); // it stands in the river
            }
        }
    }
    return out;
}

} // namespace

int peopleFor(double mass_kg)
{
    return std::max(1, static_cast<int>(std::ceil(mass_kg / kEach_kg - 1e-9)));
}

std::vector<TopPiece> topPieces(const LayupPlan& layup)
{
    const Box& box = layup.finalBox;
    if (!layup.parted_mm) {
        return {{"top", "top", box, 1.0, middleOfMass(layup)}};
    }
    const double at = *layup.parted_mm;
    const Box sides[] = {{box.left, box.bottom, at, box.top}, {at, box.bottom, box.right, box.top}};
    const auto within = [&](const Box& b) {
        return weigh(layup, {{b.left, b.bottom}, {b.right, b.bottom}, {b.right, b.top}, {b.left, b.top}});
    };
    const SeenFromAbove left = within(sides[0]);
    const SeenFromAbove right = within(sides[1]);
    const double all = left.area + right.area;
    const double share = all > 0.0 ? left.area / all : 0.5;
    return {{"left_half", "left half", sides[0], share, left.middle()},
            {"right_half", "right half", sides[1], 1.0 - share, right.middle()}};
}

TopPiece heaviestPiece(const LayupPlan& layup)
{
    const std::vector<TopPiece> pieces = topPieces(layup);
    return *std::max_element(pieces.begin(), pieces.end(),
                             [](const TopPiece& a, const TopPiece& b) { return a.share < b.share; });
}

Vec2 middleOfMass(const LayupPlan& layup)
{
    return weigh(layup).middle();
}

} // namespace burl
