#pragma once
// Blanks: the strips of wood that a slab can give to a top: ripped along one side, over one stretch of its length,
// either way round, either face up. Worked out once for each slab; layups are put together of them.
// Units: mm, in the slab's frame.   Source: docs/formulas.md#offers.   Errors: none; slabs left out are counted.
// Threads: pure.

#include <array>
#include <optional>
#include <vector>

#include "core/offers/offers.h"

namespace burl::offers
{

constexpr int kSamples = 13; // along the final length, ends included
constexpr int kMostPlaces = 13;
constexpr int kMostPlacesInPanel = 3; // panels have many pieces to slide
constexpr double kLeastStep_mm = 20.0;

enum class SlabSide { Near, Far };

/// Where a strip lies in its slab and what it is like there.
struct Blank {
    SlabSide ripped = SlabSide::Far;
    Face show = Face::Top;
    bool reversed = false;                       // end for end
    double x0_mm = 0.0;                          // slab x where the final top begins (its lower end)
    std::array<double, kSamples> width_mm{};     // along the top from its left end
    std::array<double, kSamples - 1> least_mm{}; // narrowest between two samples
    double meanWidth_mm = 0.0;
    double sound = 0.0; // losses of this strip alone
    double waste = 0.0;
    double own = 0.0; // weighted, with the slab's share of the price
};

/// A slab's strips, best first, for the far and for the near place in the top.
struct SlabBlanks {
    std::size_t slab = 0; // in the input
    double area_mm2 = 0.0;
    double price = 0.0; // loss points of a slab of this price
    double widest_mm = 0.0;
    std::vector<Blank> far;
    std::vector<Blank> near;  // empty for single slabs
    std::vector<Blank> inner; // between two joints of a panel
    [[nodiscard]] double bestFar() const { return far.front().own; }
    [[nodiscard]] double bestNear() const { return near.front().own; }
};

/// Half the height of a round, or of an oval of a wanted width, at sample i along the top; nothing for other tops.
[[nodiscard]] std::optional<double> shapeHalf(const LayupChoices& choices, int i);

struct Prepared {
    std::vector<SlabBlanks> slabs;
    LeftOut leftOut;
};
[[nodiscard]] Prepared prepare(const OfferInput& input);

} // namespace burl::offers
