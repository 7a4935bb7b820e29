#include "core/move/shims.h"

namespace burl
{
namespace
{

constexpr double kLeastShim_mm = 0.3; // under a pad: a card fits

} // namespace

std::vector<Shim> shims(const MovePlan& plan)
{
    std::vector<Shim> out;
    for (size_t i = 0; i < plan.plates.size(); ++i) {
        const BasePlatePlan& p = plan.plates[i];
        for (const bool near : {true, false}) {
            const double gap = near ? p.nearGap_mm : p.farGap_mm;
            if (gap >= kLeastShim_mm) {
                out.push_back({i, near, gap, {p.plate.x_mm, near ? p.from_mm : p.to_mm}});
            }
        }
    }
    return out;
}

} // namespace burl
