#include "core/shop/job_in_shop.h"

#include <algorithm>

#include "core/shop/metered.h"

namespace burl
{

namespace
{

/// The slab as the plan goes by it: where nobody typed today's moisture its meter's log says it.
std::shared_ptr<const Slab> asMetered(const std::shared_ptr<const Slab>& slab)
{
    if (slab->mc_pct || slab->moisture.empty()) {
        return slab;
    }
    Slab copy = *slab;
    copy.mc_pct = latestMc_pct(slab->moisture);
    return std::make_shared<const Slab>(std::move(copy));
}

} // namespace

JobInShop::JobInShop(const Job& ofJob, const Shop& ofShop) : job(ofJob), shop(ofShop)
{
    for (const Piece& piece : job.layup.pieces) {
        const auto found = std::find_if(shop.slabs.begin(), shop.slabs.end(),
                                        [&](const auto& slab) { return slab->id == piece.slab; });
        slabs.push_back(found == shop.slabs.end() ? nullptr : asMetered(*found));
        const Species* kind = slabs.back() ? shop.speciesOf(*slabs.back()) : nullptr;
        species.push_back(kind != nullptr ? *kind : Species{});
        const Log* log = slabs.back() ? shop.log(slabs.back()->log) : nullptr;
        kerf_mm.push_back(log != nullptr ? log->kerf_mm : 0.0);
    }
}

} // namespace burl
