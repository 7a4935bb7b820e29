#include "core/geometry/region_index.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr size_t kEdgesInABand = 16; // about: more bands would hold long edges many times

}

RegionIndex::RegionIndex(Region region) : region_(std::move(region))
{
    size_t edges = 0;
    bool first = true;
    for (const Ring& ring : region_) {
        edges += ring.size();
        if (!ring.empty()) {
            const Box of = boundsOf(ring);
            box_ = first ? of
                         : Box{std::min(box_.left, of.left), std::min(box_.bottom, of.bottom),
                               std::max(box_.right, of.right), std::max(box_.top, of.top)};
            first = false;
        }
    }
    bands_.resize(std::max<size_t>(1, edges / kEdgesInABand));
    for (const Ring& ring : region_) {
        for (size_t i = 0; i < ring.size(); ++i) {
            const Edge edge{ring[i], ring[(i + 1) % ring.size()]};
            const size_t from = bandAt(std::min(edge.a.y, edge.b.y));
            const size_t to = bandAt(std::max(edge.a.y, edge.b.y));
            for (size_t k = from; k <= to; ++k) {
                bands_[k].push_back(edge);
            }
        }
    }
}

size_t RegionIndex::bandAt(double y) const
{
    const double height = box_.height();
    const double share = height > 0.0 ? (y - box_.bottom) / height : 0.0;
    const double band = share * static_cast<double>(bands_.size());
    return static_cast<size_t>(std::clamp(band, 0.0, static_cast<double>(bands_.size() - 1)));
}

RegionIndex::Side RegionIndex::sideOf(const Box& box) const
{
    if (region_.empty() || box.right < box_.left || box.left > box_.right || box.top < box_.bottom ||
        box.bottom > box_.top) {
        return Side::Outside;
    }
    for (size_t k = bandAt(box.bottom); k <= bandAt(box.top); ++k) {
        for (const Edge& e : bands_[k]) {
            if (std::max(e.a.x, e.b.x) >= box.left && std::min(e.a.x, e.b.x) <= box.right &&
                std::max(e.a.y, e.b.y) >= box.bottom && std::min(e.a.y, e.b.y) <= box.top) {
                return Side::Across;
            }
        }
    }
    const Vec2 middle{(box.left + box.right) / 2.0, (box.bottom + box.top) / 2.0};
    bool inside = false;
    for (const Edge& e : bands_[bandAt(middle.y)]) {
        if ((e.a.y > middle.y) != (e.b.y > middle.y) &&
            middle.x < (e.b.x - e.a.x) * (middle.y - e.a.y) / (e.b.y - e.a.y) + e.a.x) {
            inside = !inside;
        }
    }
    return inside ? Side::Inside : Side::Outside;
}

Region RegionIndex::partOf(const Ring& ring) const
{
    switch (sideOf(boundsOf(ring))) {
    case Side::Inside:
        return {anticlockwise(ring)};
    case Side::Outside:
        return {};
    case Side::Across:
        break;
    }
    return intersection({anticlockwise(ring)}, region_);
}

std::vector<std::vector<Vec2>> RegionIndex::partsOf(const std::vector<Vec2>& line) const
{
    if (line.size() < 2) {
        return {};
    }
    switch (sideOf(boundsOf(line))) {
    case Side::Inside:
        return {line};
    case Side::Outside:
        return {};
    case Side::Across:
        break;
    }
    return partsInside(line, region_);
}

} // namespace burl
