#pragma once
// Pots of one pour: how many, what goes into each, how long it takes, what to do when the scale says otherwise.
// Units: litres, grams, minutes.   Source: docs/formulas.md#pots.   Threads: pure.

#include <optional>

#include "core/fill/volumes.h"
#include "core/shop/fill_choices.h"

namespace burl
{

/// Equal pots of one colour.
struct Pots {
    int count = 0;
    Parts each;
    Parts all;
    bool byChamber = false; // it is the chamber that limits them
};
[[nodiscard]] Pots potsFor(double litres, const MixRatio& mix, double pigment_pct, double bucket_L,
                           const Mixing& mixing);

/// From the first drop of B to the last pot poured. One at a time by a maker alone; a second person mixes the next pot
/// while the first pours; a chamber degasses one while the next is mixed.
[[nodiscard]] double pouringTime_min(int pots, double each_L, const Mixing& mixing, int people);

/// What to add to a pot in which one part is too much; a share within `kWeighed` is right.
constexpr double kWeighed = 0.02; // of the hardener: sheets allow 2 to 3 in a hundred
struct Correction {
    double off = 0.0; // hardener too much (+) or too little, as a share of what it should be
    double addA_g = 0.0;
    double addB_g = 0.0;
    bool right = true;
    double pigmentAdd_g = 0.0; // so that the colour stays the same
};
/// Errors are none: weights of nothing give nothing to add.
[[nodiscard]] Correction correctionFor(const Parts& wanted, double a_g, double b_g);

} // namespace burl
