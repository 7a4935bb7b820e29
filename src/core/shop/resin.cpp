#include "core/shop/resin.h"

#include <algorithm>

namespace burl
{

const ResinClass* resinCalled(const std::vector<ResinClass>& resins, const std::string& id)
{
    const auto at = std::find_if(resins.begin(), resins.end(), [&](const ResinClass& r) { return r.id == id; });
    return at != resins.end() ? &*at : nullptr;
}

const ResinClass* onShelf(const std::vector<ResinClass>& resins, const std::string& kind)
{
    const auto own =
        std::find_if(resins.begin(), resins.end(), [&](const ResinClass& r) { return r.isOwn() && r.basedOn == kind; });
    return own != resins.end() ? &*own : resinCalled(resins, kind);
}

} // namespace burl
