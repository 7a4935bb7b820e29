#pragma once
// Offers of three to five joined pieces. They are sought within one tree, in the order in which they were sawn: the
// parts of one top come from one tree, and slabs of several trees are laid up by hand.
// Units: mm; losses in points.   Source: docs/formulas.md#offers.   Threads: pure; the wish to stop is asked often.

#include <functional>

#include "core/offers/best_offers.h"

namespace burl::offers
{

/// Adds the best layup of each set of slabs; the number of layups whose points were worked out. `goOn` is told the
/// share that is done and stops the search by saying false.
std::size_t searchPanels(const OfferInput& in, const Prepared& prepared, bool everything, BestOffers& best,
                         const std::function<bool(double)>& goOn);

} // namespace burl::offers
