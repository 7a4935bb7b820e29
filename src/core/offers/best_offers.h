#pragma once
// The best layups found so far, of which the last is the one to beat.
// Units: points.   Source: docs/formulas.md#offers.   Threads: one at a time.

#include <algorithm>
#include <limits>
#include <utility>
#include <vector>

#include "core/offers/blanks.h"

namespace burl::offers
{

constexpr double kNever = std::numeric_limits<double>::infinity();
constexpr double kHair = 1e-9; // sums taken in another order

class BestOffers
{
public:
    explicit BestOffers(std::size_t count) : count_(count) {}
    struct Kept {
        double points = 0.0;
        std::vector<std::pair<std::size_t, const Blank*>> strips; // the slab in Prepared, from the far side on
        OfferLoss loss;
        bool bookmatch = false;
        /// Equal points stand in the order of their slabs.
        bool operator<(const Kept& o) const
        {
            if (points != o.points) {
                return points < o.points;
            }
            return std::lexicographical_compare(strips.begin(), strips.end(), o.strips.begin(), o.strips.end(),
                                                [](const auto& x, const auto& y) { return x.first < y.first; });
        }
    };
    [[nodiscard]] double toBeat() const { return kept_.size() < count_ ? kNever : kept_.back().points; }
    void add(Kept kept)
    {
        if (!(kept.points < kNever) || count_ == 0) {
            return;
        }
        kept_.insert(std::upper_bound(kept_.begin(), kept_.end(), kept), std::move(kept));
        if (kept_.size() > count_) {
            kept_.pop_back();
        }
    }
    [[nodiscard]] const std::vector<Kept>& all() const { return kept_; }

private:
    std::size_t count_;
    std::vector<Kept> kept_;
};

} // namespace burl::offers
