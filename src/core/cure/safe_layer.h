#pragma once
// The deepest layer that stays cool, as a range.   Units: mm, degrees Celsius.
// Source: docs/formulas.md#deepest-layer.   Threads: pure.

#include <functional>
#include <optional>

#include "core/cure/pour_site.h"

namespace burl
{

/// What is asked: `sheet_mm` is the product's own deepest layer, `whole_mm` what there is to fill.
struct LayerQuestion {
    PourSite site;
    double sheet_mm = 0.0;
    double whole_mm = 0.0;
    bool narrow = false; // a crack: the sheet's figure is one for wide pours, and its wood cools it
    bool operator==(const LayerQuestion&) const = default;
};

struct SafeLayer {
    double sure_mm = 0.0;   // in a room 1 K warmer, by a resin a tenth quicker
    double likely_mm = 0.0; // as it was asked
    double most_mm = 0.0;   // in a room 1 K cooler, by a resin a tenth slower
    bool bySheet = false;   // the product's own figure is less than the model allows
    bool operator==(const SafeLayer&) const = default;
};

constexpr double kVaried_K = 1.0;
constexpr double kVariedSpeed = 0.1;

/// Nothing when it was stopped, or when the class does not say how it cures.
[[nodiscard]] std::optional<SafeLayer> safeLayer(const LayerQuestion& question,
                                                 const std::function<bool(double)>& goOn = {});

} // namespace burl
