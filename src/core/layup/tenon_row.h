#pragma once
// A row of loose tenons along a joint, equally pitched, clear of what is in its way.
// Units: mm along the joint.   Source: docs/formulas.md#joinery.   Threads: pure.

#include <optional>
#include <utility>
#include <vector>

namespace burl
{

struct TenonRowInput {
    double from_mm = 0.0; // trim cuts
    double to_mm = 0.0;
    std::vector<std::pair<double, double>> obstacles;
    double keep_mm = 40.0;
    double wide_mm = 30.0;
    double mostEnd_mm = 150.0; // of the first and last, from its trim cut
    double leastPitch_mm = 150.0;
    double mostPitch_mm = 250.0;
};
struct TenonRow {
    bool possible = false; // at an equal pitch
    std::optional<double> pitch_mm;
    std::vector<double> positions_mm;
    std::optional<int> freeCount; // the fewest when pitches need not be equal
};
/// The fewest; of those the widest pitch; of those the one nearest the middle, of two the lower.
[[nodiscard]] TenonRow tenonRow(const TenonRowInput& input);

} // namespace burl
