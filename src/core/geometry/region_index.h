#pragma once
// Asking many times whether something small lies inside a region of many corners.   Units: mm.   Threads: pure.

#include <vector>

#include "core/geometry/ring.h"

namespace burl
{

class RegionIndex
{
public:
    explicit RegionIndex(Region region);

    enum class Side {
        Inside,  // the whole box
        Outside, // nothing of it
        Across,  // an edge may come into it: clip it to know
    };
    [[nodiscard]] Side sideOf(const Box& box) const;
    /// What of a ring lies inside; clipped only where an edge comes near it.
    [[nodiscard]] Region partOf(const Ring& ring) const;
    /// The parts of a line that lie inside, in its order.
    [[nodiscard]] std::vector<std::vector<Vec2>> partsOf(const std::vector<Vec2>& line) const;
    [[nodiscard]] const Region& region() const { return region_; }

private:
    struct Edge {
        Vec2 a;
        Vec2 b;
    };
    [[nodiscard]] size_t bandAt(double y) const;

    Region region_;
    Box box_;
    std::vector<std::vector<Edge>> bands_; // edges by the heights they pass, from the lowest on
};

} // namespace burl
