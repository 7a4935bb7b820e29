#include "core/fill/fill_plan.h"

// How many layers a place takes: by the product's sheet until the cure model has answered, then by both.

#include <algorithm>
#include <cmath>
#include <numbers>

namespace burl
{

PourSite pourSite(const FillInput& in, const FillItem& item, const ResinClass& resin)
{
    PourSite site;
    const double area = item.areaTop_mm2 > 0.0 ? item.areaTop_mm2 : item.areaBottom_mm2;
    constexpr double kLongish = 2.0; // a hole less long than so many widths is taken as round
    const bool isRound = !item.river && item.width_mm > 0.0 && area < kLongish * item.width_mm * item.width_mm;
    site.shape = isRound ? CureShape::Round : CureShape::River;
    site.width_mm = isRound ? 2.0 * std::sqrt(area / std::numbers::pi) : item.width_mm;
    if (item.river) {
        site.width_mm = item.widestUnder_mm; // the widest place is the warmest
        site.widthAbove_mm = item.widestTop_mm;
    }
    site.wood_mm = item.depth_mm;
    site.board = in.choices.form.board;
    site.board_mm = in.choices.form.board_mm;
    site.room = in.choices.room;
    site.resin = resin.cure;
    site.materials = in.materials;
    return rounded(site);
}

LayersNeeded layersNeeded(const FillInput& in, const FillItem& item, const ResinClass& r)
{
    constexpr double kTiny_L = 0.01; // a thimbleful loses its heat at once
    constexpr double kTiny_mm = 3.0;
    LayersNeeded out;
    const bool narrow = !item.river && isNarrow(item.width_mm);
    out.deepest_mm = narrow ? std::max(r.maxLayer_mm, item.depth_mm / 2.0) : r.maxLayer_mm;
    const bool ask = item.depthKnown && item.depth_mm > 0.0 && item.width_mm > kTiny_mm &&
                     item.volume.value() > kTiny_L && r.cure.kinetics.heatOfReaction_J_g > 0.0;
    if (ask) {
        constexpr double kStep_mm = 1.0; // of the depth that is asked about
        const LayerQuestion question{pourSite(in, item, r), r.maxLayer_mm,
                                     std::ceil(item.depth_mm / kStep_mm) * kStep_mm, narrow};
        const SafeLayer* answer = in.heat ? in.heat->layer(question) : nullptr;
        if (answer == nullptr) {
            out.open = question;
        } else if (answer->sure_mm > 0.0) {
            out.safe = *answer;
            out.deepest_mm = answer->sure_mm;
        }
    }
    out.count =
        item.depth_mm > 0.0 ? layersFor(item.depth_mm, out.deepest_mm, item.areaTop_mm2, item.areaBottom_mm2).count : 0;
    return out;
}

} // namespace burl
