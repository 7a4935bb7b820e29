#include "core/offers/match.h"

#include <algorithm>
#include <cmath>

namespace burl::offers
{
namespace
{

bool neighbours(const Slab& a, const Slab& b)
{
    return a.log.value != 0 && a.log == b.log && a.sequence > 0 && b.sequence > 0 &&
           std::abs(a.sequence - b.sequence) == 1;
}

double notMirrored(const Slab& a, const Slab& b)
{
    if (a.species != b.species) {
        return kOtherSpecies;
    }
    if (a.log.value == 0 || a.log != b.log) {
        return kOtherTree;
    }
    const int apart = a.sequence > 0 && b.sequence > 0 ? std::abs(a.sequence - b.sequence) : 1;
    return kSameTree + std::min(kMostApart, kApartInLog * (apart - 1));
}

} // namespace

double TreeMatch::least(std::size_t a, std::size_t b) const
{
    const Slab& sa = *in_.slabs[a];
    const Slab& sb = *in_.slabs[b];
    return neighbours(sa, sb) ? std::min(kSameTree, drift(a, b)) : notMirrored(sa, sb);
}

/// How far apart in the log the two show faces come to lie: the saw and what flattening takes.
double TreeMatch::drift(std::size_t a, std::size_t b) const
{
    const double wanted = in_.choices.thickness_mm;
    const auto off = [&](std::size_t i) { return std::max(0.0, *in_.slabs[i]->thickness_mm - wanted) / 2.0; };
    return in_.kerfs_mm[a] + off(a) + off(b);
}

double TreeMatch::of(std::size_t a, std::size_t b, const Blank& far, const Blank& near, bool& bookmatch) const
{
    const Slab& sa = *in_.slabs[a];
    const Slab& sb = *in_.slabs[b];
    bookmatch = false;
    if (neighbours(sa, sb)) {
        const bool aAbove = sa.sequence < sb.sequence;
        const bool facing =
            far.show == (aAbove ? Face::Bottom : Face::Top) && near.show == (aAbove ? Face::Top : Face::Bottom);
        if (facing && far.ripped == near.ripped && far.reversed == near.reversed) {
            const double apart = drift(a, b) + kMisplaced_per_mm * std::abs(far.x0_mm - near.x0_mm);
            bookmatch = apart < kSameTree;
            return std::min(kSameTree, apart);
        }
    }
    return notMirrored(sa, sb);
}

double TreeMatch::inPanel(std::size_t a, std::size_t b, const Blank& far, const Blank& near) const
{
    bool bookmatch = false;
    const double mirrored = of(a, b, far, near, bookmatch);
    const bool repeats =
        neighbours(*in_.slabs[a], *in_.slabs[b]) && far.show == near.show && far.reversed == near.reversed;
    return repeats ? std::min(mirrored, kSlipped + kMisplaced_per_mm * std::abs(far.x0_mm - near.x0_mm)) : mirrored;
}

} // namespace burl::offers
