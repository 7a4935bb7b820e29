#include "core/shop/job_in_shop.h"

#include <algorithm>

#include "core/figure/figure.h"
#include "core/shop/metered.h"

namespace burl
{

namespace
{

/// The slab as the plan goes by it: where nobody typed today's moisture its meter's log says it, and its name is such
/// that a sentence with it keeps its figures.
std::shared_ptr<const Slab> asPlanned(const std::shared_ptr<const Slab>& slab)
{
    const bool metered = slab->mc_pct || slab->moisture.empty();
    if (metered && slab->name.find('{') == std::string::npos) {
        return slab;
    }
    Slab copy = *slab;
    copy.mc_pct = meteredMc_pct(*slab);
    copy.name = withoutTerms(slab->name);
    return std::make_shared<const Slab>(std::move(copy));
}

} // namespace

JobInShop::JobInShop(const Job& ofJob, const Shop& ofShop) : job(ofJob), shop(ofShop)
{
    for (const Piece& piece : job.layup.pieces) {
        const auto found = std::find_if(shop.slabs.begin(), shop.slabs.end(),
                                        [&](const auto& slab) { return slab->id == piece.slab; });
        slabs.push_back(found == shop.slabs.end() ? nullptr : asPlanned(*found));
        const Species* kind = slabs.back() ? shop.speciesOf(*slabs.back()) : nullptr;
        species.push_back(kind != nullptr ? *kind : Species{});
        const Log* log = slabs.back() ? shop.log(slabs.back()->log) : nullptr;
        kerf_mm.push_back(log != nullptr ? log->kerf_mm : 0.0);
    }
}

} // namespace burl
