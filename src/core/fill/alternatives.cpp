#include "core/fill/alternatives.h"

#include <cmath>

namespace burl
{

std::vector<Alternative> alternativesFor(const FillInput& input, const FillItem& item,
                                         const std::function<bool(double)>& goOn)
{
    std::vector<Alternative> out;
    if (item.seal || !item.depthKnown || !(item.depth_mm > 0.0) || !(item.width_mm > 0.0)) {
        return out;
    }
    for (const ResinClass& resin : input.resins) {
        if (resin.kind() == "penetrating_sealer" || !(resin.cure.kinetics.heatOfReaction_J_g > 0.0)) {
            continue; // fills nothing
        }
        FillInput asked = input;
        LayersNeeded needed = layersNeeded(asked, item, resin);
        if (needed.open) {
            HeatQuestions questions;
            questions.ask(*needed.open);
            asked.heat = answered(questions, input.heat, goOn);
            if (!asked.heat) {
                return {};
            }
            needed = layersNeeded(asked, item, resin);
        }
        constexpr int kMostLayers = 4; // more are no choice, and take long to work out
        if (needed.count > kMostLayers) {
            out.push_back({resin.id, needed.count, std::nullopt, false, false, std::nullopt});
            continue;
        }
        HeatQuestion q;
        q.site = pourSite(input, item, resin);
        q.depths_mm.assign(static_cast<size_t>(std::max(1, needed.count)), item.depth_mm / std::max(1, needed.count));
        const auto heat = pourHeat(q, goOn);
        if (!heat) {
            if (goOn && !goOn(0.0)) {
                return {};
            }
            continue;
        }
        out.push_back({resin.id, needed.count, heat->peak_C, heat->runsAway, heat->mayOverheat, heat->demould_h});
    }
    return out;
}

} // namespace burl
