#include "core/shop/shop.h"

#include <algorithm>

namespace burl
{

const Slab* Shop::slab(SlabId id) const
{
    for (const auto& s : slabs) {
        if (s->id == id) {
            return s.get();
        }
    }
    return nullptr;
}

const Log* Shop::log(LogId id) const
{
    const auto at = std::find_if(logs.begin(), logs.end(), [id](const Log& l) { return l.id == id; });
    return at == logs.end() ? nullptr : &*at;
}

namespace
{

template <typename T> const T* byId(const std::vector<T>& list, const std::string& id)
{
    const auto at = std::find_if(list.begin(), list.end(), [&id](const T& t) { return t.id == id; });
    return at == list.end() ? nullptr : &*at;
}

} // namespace

const Species* Shop::speciesOf(const Slab& slab) const
{
    return byId(species, slab.species);
}
const ResinClass* Shop::resin(const std::string& id) const
{
    return resinCalled(resins, id);
}
const Climate* Shop::climate(const std::string& id) const
{
    return byId(climates, id);
}
const SectionStock* Shop::section(const std::string& id) const
{
    return byId(sections, id);
}

bool sameValues(const Shop& a, const Shop& b)
{
    return a.logs == b.logs && a.species == b.species && a.resins == b.resins && a.climates == b.climates &&
           a.sections == b.sections && a.habits == b.habits &&
           std::equal(a.slabs.begin(), a.slabs.end(), b.slabs.begin(), b.slabs.end(),
                      [](const auto& x, const auto& y) { return x == y || *x == *y; });
}

} // namespace burl
