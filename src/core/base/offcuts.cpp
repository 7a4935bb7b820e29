#include "core/base/offcuts.h"

#include <algorithm>
#include <cmath>

namespace burl
{
namespace
{

constexpr double kSaw_mm = 8.0;   // beside the rough top: kerf and a hand's tremble
constexpr double kPlane_mm = 6.0; // over each measure, to plane and square
constexpr double kEnds_mm = 30.0; // over the length
constexpr double kStation_mm = 20.0;

Region turned(const Region& region)
{
    Region out;
    for (const Ring& ring : region) {
        Ring other;
        for (const Vec2 p : ring) {
            other.push_back({p.y, p.x});
        }
        out.push_back(std::move(other));
    }
    return out;
}

} // namespace

std::optional<Box> roomIn(const Region& region, double long_mm, double wide_mm)
{
    if (region.empty()) {
        return std::nullopt;
    }
    double left = 1e12;
    double right = -1e12;
    for (const Ring& ring : region) {
        const Box b = boundsOf(ring);
        left = std::min(left, b.left);
        right = std::max(right, b.right);
    }
    const Region across = turned(region); // so that a level line of it runs across the top
    const auto stations = static_cast<size_t>(std::max(0.0, (right - left) / kStation_mm)) + 1;
    std::vector<std::vector<double>> free(stations);
    for (size_t i = 0; i < stations; ++i) {
        free[i] = crossingsAt(across, left + kStation_mm * (static_cast<double>(i) + 0.5));
    }
    const auto needed = static_cast<size_t>(std::ceil(long_mm / kStation_mm));
    for (size_t first = 0; first + needed <= stations; ++first) {
        for (size_t k = 0; k + 1 < free[first].size(); k += 2) {
            double low = free[first][k];
            double high = free[first][k + 1];
            for (size_t i = first + 1; i < first + needed && high - low >= wide_mm; ++i) {
                double bestLow = 0.0;
                double bestHigh = -1.0;
                for (size_t m = 0; m + 1 < free[i].size(); m += 2) {
                    const double a = std::max(low, free[i][m]);
                    const double b = std::min(high, free[i][m + 1]);
                    if (b - a > bestHigh - bestLow) {
                        bestLow = a;
                        bestHigh = b;
                    }
                }
                low = bestLow;
                high = bestHigh;
            }
            if (high - low >= wide_mm) {
                const double x = left + kStation_mm * static_cast<double>(first);
                const Box out{x, low, x + long_mm, low + wide_mm};
                // Between the stations an edge may come in.
                const Region inside = intersection(
                    region,
                    {{{out.left, out.bottom}, {out.right, out.bottom}, {out.right, out.top}, {out.left, out.top}}});
                constexpr double kWhole = 0.999;
                if (area_mm2(inside) >= kWhole * long_mm * wide_mm) {
                    return out;
                }
            }
        }
    }
    return std::nullopt;
}

std::vector<SlabRest> restsOf(const LayupPlan& layup)
{
    std::vector<SlabRest> left;
    for (const PlacedPiece& piece : layup.pieces) {
        const auto same =
            std::find_if(left.begin(), left.end(), [&](const SlabRest& l) { return l.slab == piece.slab; });
        if (same == left.end()) {
            left.push_back({piece.slab, piece.name, piece.roughThickness_mm, {piece.showRing}});
        }
    }
    for (SlabRest& l : left) {
        for (const PlacedPiece& piece : layup.pieces) {
            if (piece.slab == l.slab) {
                l.region = difference(l.region, grown({piece.rough}, kSaw_mm));
            }
        }
    }
    return left;
}

std::vector<Offcut> offcutsFor(const BasePlan& base, const LayupPlan& layup)
{
    std::vector<Offcut> out;
    if (!base.shape || madeOf(base.choices.kind) != BaseOf::Wood) {
        return out;
    }
    std::vector<SlabRest> left = restsOf(layup);
    std::vector<const BaseMember*> members;
    for (const BaseMember& m : base.shape->members) {
        if (!m.panel && m.lamellae == 0) {
            members.push_back(&m);
        }
    }
    std::stable_sort(members.begin(), members.end(),
                     [](const BaseMember* a, const BaseMember* b) { return a->long_mm > b->long_mm; });
    for (const BaseMember* m : members) {
        const double thin = std::min(m->deep_mm, m->thick_mm) + kPlane_mm;
        const double wide = std::max(m->deep_mm, m->thick_mm) + kPlane_mm;
        for (int piece = 0; piece < m->count; ++piece) {
            for (SlabRest& l : left) {
                const std::optional<Box> found =
                    l.thick_mm >= thin ? roomIn(l.region, m->long_mm + kEnds_mm, wide) : std::nullopt;
                if (found) {
                    const Box& box = *found;
                    out.push_back({m->number, l.name, box, l.thick_mm});
                    l.region = difference(l.region, grown({{{box.left, box.bottom},
                                                            {box.right, box.bottom},
                                                            {box.right, box.top},
                                                            {box.left, box.top}}},
                                                          kSaw_mm / 2.0));
                    break;
                }
            }
        }
    }
    return out;
}

} // namespace burl
