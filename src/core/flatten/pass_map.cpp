#include "core/flatten/pass_map.h"

#include <algorithm>
#include <cmath>

#include "core/face/face_field.h"
#include "core/face/surfaces.h"
#include "core/router/removal.h"
#include "core/router/strokes.h"

namespace burl
{

PassMap passMapOf(const FlattenInput& input, const FlattenPlan& plan, std::size_t index, Face face, double cell_mm)
{
    PassMap out;
    if (index >= plan.pieces.size() || plan.pieces[index].missing) {
        return out;
    }
    const FlattenedPiece& piece = plan.pieces[index];
    const Slab& slab = *input.slabs[index];
    const auto surfaces = surfacesOf(slab);
    if (!surfaces) {
        return out;
    }
    const bool top = face == Face::Top;
    const PlacedPiece& placed = input.layup->pieces[index];
    const Ring outline = placed.place.toSlab(placed.rough);
    const FaceField field(gridOfFace(slab, face), top ? surfaces->top : surfaces->bottom);
    out.box = boundsOf(outline);
    out.map = removalOver(outline, field, top ? piece.topPlane : piece.bottomPlane, face, cell_mm);
    const FacePasses& coarse = top ? piece.top : piece.bottom;
    out.firstMet.reserve(out.map.height_mm.size());
    if (coarse.passes.passes.empty()) { // this face stays as it is
        for (const double h : out.map.height_mm) {
            out.firstMet.push_back(std::isfinite(h) ? std::uint8_t{0} : PassMap::kNoWood);
        }
        return out;
    }
    // The same floors as in the plan, though a fine cell may stand a hair higher than any coarse one.
    std::vector<PassFloor> floors;
    for (const Pass& pass : coarse.passes.passes) {
        floors.push_back({pass.floor_mm, pass.milling});
    }
    const PassInput passes = passInputOf(input.choices, coarse.passes.highest_mm);
    out.passes = passPlan(out.map, passes, floors);
    const auto& all = out.passes.passes;
    for (const double h : out.map.height_mm) {
        if (!std::isfinite(h)) {
            out.firstMet.push_back(PassMap::kNoWood);
            continue;
        }
        // Floors fall: the first that lies under the cell's height meets it.
        const auto meets = std::upper_bound(all.begin(), all.end(), h,
                                            [](double height, const Pass& p) { return p.floor_mm < height; });
        out.firstMet.push_back(
            static_cast<std::uint8_t>(meets == all.end() ? 0 : std::min<std::ptrdiff_t>(meets - all.begin() + 1, 254)));
    }
    const StrokeField strokes(out.map, passes);
    for (int k = 0; k < strokes.plan().strokes; ++k) {
        out.strokeMiddle_mm.push_back(strokes.middle(k));
    }
    for (const Pass& pass : all) {
        std::vector<bool> needed;
        for (int k = 0; k < strokes.plan().strokes; ++k) {
            needed.push_back(strokes.meets(k, pass.floor_mm));
        }
        out.needed.push_back(std::move(needed));
    }
    return out;
}

} // namespace burl
