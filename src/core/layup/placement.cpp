#include "core/layup/placement.h"

namespace burl
{

Ring Placement::toTable(const Ring& ring) const
{
    Ring out;
    out.reserve(ring.size());
    for (const Vec2 p : ring) {
        out.push_back(toTable(p));
    }
    return out;
}

Ring Placement::toSlab(const Ring& ring) const
{
    Ring out;
    out.reserve(ring.size());
    for (const Vec2 p : ring) {
        out.push_back(toSlab(p));
    }
    return out;
}

} // namespace burl
