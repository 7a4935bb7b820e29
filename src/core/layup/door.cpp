#include "core/layup/door.h"

#include <algorithm>
#include <cmath>

namespace burl
{

double widestThroughDoor(double thickness_mm, double doorWide_mm, double doorHigh_mm)
{
    // Tilted by q from flat, the cross-section fills W cos q + T sin q across and W sin q + T cos q up. The widest
    // that fits at q is the smaller of what both leave; over q it has one peak on either side of where they meet,
    // so close steps find the peak and halving the step around it sharpens it.
    const auto widestAt = [&](double q) {
        const double c = std::cos(q);
        const double s = std::sin(q);
        const double across = c > 1e-12                         ? (doorWide_mm - thickness_mm * s) / c
                              : thickness_mm * s <= doorWide_mm ? 1e300
                                                                : 0.0;
        const double up = s > 1e-12                         ? (doorHigh_mm - thickness_mm * c) / s
                          : thickness_mm * c <= doorHigh_mm ? 1e300
                                                            : 0.0;
        return std::max(0.0, std::min(across, up));
    };
    const double right = std::acos(-1.0) / 2.0;
    double step = right / 720.0;
    double best = 0.0;
    for (int i = 0; i <= 720; ++i) {
        best = widestAt(i * step) > widestAt(best) ? i * step : best;
    }
    while (step > 1e-13) {
        step /= 2.0;
        for (const double q : {std::max(0.0, best - step), std::min(right, best + step)}) {
            best = widestAt(q) > widestAt(best) ? q : best;
        }
    }
    return widestAt(best);
}

} // namespace burl
