#pragma once
// What lies in the underside that a hole must keep clear of.
// Frame of the top.   Units: mm.   Threads: pure.

#include <string>
#include <vector>

#include "core/move/move_plan.h"

namespace burl
{

enum class HazardKind { Void, Resin, Key, Rod, Channel, Joint, Cut };

struct Hazard {
    HazardKind kind = HazardKind::Void;
    Ring ring;              // on the top
    std::string name;       // "a hole or punky wood"
    double wanted_mm = 0.0; // from a fastener's middle
    bool below = true;      // open on the underside; else it comes from the show face
    double deep_mm = 0.0;   // from the finished show face, where it does
};
/// Of a layup that stands.
struct Underside {
    std::vector<Hazard> hazards; // voids, punky wood, cracks, loose knots, the river, keys, rods, channels
    Region top;                  // outline of the show face, joints closed
    Region under;                // and of the underside
};
[[nodiscard]] Underside undersideOf(const MoveInput& input, const MovePlan& plan);

/// How far a place is from the nearest of them, less what that one wants; from the edge of the wood on its thinner face
/// too. Less than nothing: too near.
struct Seat {
    double spare_mm = 0.0;
    const Hazard* nearest = nullptr; // null: the edge
};
[[nodiscard]] Seat seatAt(const Underside& underside, Vec2 at);

/// Wanted from the edge of the wood on its thinner face.
constexpr double kClearOfEdge_mm = 40.0;

} // namespace burl
