#pragma once
// What an offer gains and loses, in the figures of the plan that would come of it.
// Units: mm, litres, money; losses in points.   Source: docs/formulas.md#offers.   Threads: pure.

#include "core/offers/offers.h"
#include "core/plan/plan.h"

namespace burl
{

struct OfferView {
    Plan plan; // of the job with this layup
    std::vector<Entry> figures;
};

/// The job as it would be with another layup, planned.
[[nodiscard]] OfferView layupView(const LayupChoices& layup, const Job& job, const Shop& shop);
/// The same with the offer's points and what made them.
[[nodiscard]] OfferView offerView(const Offer& offer, const Job& job, const Shop& shop);

} // namespace burl
