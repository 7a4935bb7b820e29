#pragma once
// Offers: what the whole yard can give for a wanted top, ranked. Single slabs and rounds, joined pairs, rivers and
// open gaps, panels of one tree.
// Units: mm; losses are points, 0 nothing lost, 100 all of it.   Source: docs/formulas.md#offers.
// Threads: pure; `progress` is called from the caller's thread.

#include <array>
#include <functional>
#include <memory>
#include <vector>

#include "core/shop/job.h"
#include "core/shop/shop.h"

namespace burl
{

/// What an offer loses, each 0 to 100, before the maker's weights.
struct OfferLoss {
    double match = 0.0; // not of one tree, not mirrored, far apart in the log
    double even = 0.0;  // halves of different widths; an uneven gap
    double sound = 0.0; // knots, checks, voids, pith in the top; too thin
    double waste = 0.0; // wood of the slabs that does not come into the top
    double price = 0.0; // share of the budget, or of the dearest slabs
    bool operator==(const OfferLoss&) const = default;
};

struct Offer {
    LayupChoices layup; // ready to be taken
    OfferLoss loss;
    double points = 0.0; // weighted sum; fewer are better
    bool bookmatch = false;
};

struct OfferInput {
    LayupChoices choices; // kind, edges, length, width, thickness, gap; its pieces are not looked at
    OfferWishes wishes;
    double trim_mm = 40.0;
    double ripMargin_mm = 6.0;
    std::vector<std::shared_ptr<const Slab>> slabs;
    std::vector<double> kerfs_mm; // of each slab's log
};

/// Slabs that were not looked at further, by why.
struct LeftOut {
    int notMeasured = 0;
    int otherSpecies = 0;
    int rounds = 0; // cross-cut ones, where boards are wanted
    int tooShort = 0;
    int tooThin = 0;
    int tooDear = 0;
};

struct OfferAnswer {
    std::vector<Offer> offers; // best first; equal points in the order of the slabs
    LeftOut leftOut;
    std::size_t compared = 0; // layups whose points were worked out
    bool cancelled = false;
};

/// 0 to 1; false stops.
using OfferProgress = std::function<bool(double)>;

/// The best, at most `count`: the best layup of each slab or pair of slabs. Exact: the same as
/// exhaustiveOffers, which looks at every layup.
[[nodiscard]] OfferAnswer bestOffers(const OfferInput& input, std::size_t count = 20,
                                     const OfferProgress& progress = {});
[[nodiscard]] OfferAnswer exhaustiveOffers(const OfferInput& input, std::size_t count = 20,
                                           const OfferProgress& progress = {});

/// What a job and its shop ask for.
[[nodiscard]] OfferInput offerInput(const Job& job, const Shop& shop);

/// How much a wish weighs.
[[nodiscard]] double weightOf(Counts counts);

} // namespace burl
