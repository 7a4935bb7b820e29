#pragma once
// What two slabs lose by not being of one tree, not mirrored, or far apart in their log.
// Units: points, 0 nothing lost, 100 all of it.   Source: docs/formulas.md#offers.
// Threads: pure.

#include <cstddef>

#include "core/offers/blanks.h"

namespace burl::offers
{

constexpr double kOtherSpecies = 100.0;
constexpr double kOtherTree = 90.0;
constexpr double kSameTree = 50.0;  // of one tree, but not mirrored
constexpr double kSlipped = 25.0;   // neighbours laid side by side as they grew: the figure repeats
constexpr double kApartInLog = 5.0; // for each slab between them
constexpr double kMostApart = 30.0;
constexpr double kMisplaced_per_mm = 0.1; // a mirror whose halves are slid against each other

class TreeMatch
{
public:
    explicit TreeMatch(const OfferInput& in) : in_(in) {}

    /// The least that the two slabs' places in their log can lose, whatever way they lie.
    [[nodiscard]] double least(std::size_t a, std::size_t b) const;
    /// Of two strips that meet at a joint or across a river.
    [[nodiscard]] double of(std::size_t a, std::size_t b, const Blank& far, const Blank& near, bool& bookmatch) const;
    /// Of two neighbours in a panel, where a repeated figure counts as well as a mirrored one.
    [[nodiscard]] double inPanel(std::size_t a, std::size_t b, const Blank& far, const Blank& near) const;

private:
    [[nodiscard]] double drift(std::size_t a, std::size_t b) const;

    const OfferInput& in_;
};

} // namespace burl::offers
