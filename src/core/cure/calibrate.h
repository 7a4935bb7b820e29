#pragma once
// A class of resin brought to the three numbers of a product's data sheet.
// Units: minutes, hours, degrees Celsius, kelvin.   Source: docs/formulas.md#calibrate.   Threads: pure.

#include <string>

#include "core/shop/resin.h"

namespace burl
{

struct Calibrated {
    CureResin cure;
    double quicker = 1.0;  // than its class: both rate constants
    double hotter = 1.0;   // heat of reaction
    double lateness = 1.0; // exponent of the late cure
    std::string strained;  // a number that such a class cannot come to, a sentence; empty: none
};

/// Numbers that the sheet does not give leave the class as it is.
[[nodiscard]] Calibrated calibrated(const ResinClass& like, const SheetNumbers& sheet);

/// How far the peak of its deepest layer can be out, by what the sheet does not say. Slower than the rest: for whom it
/// is shown to.
[[nodiscard]] double leftOpen_K(const ResinClass& like, const SheetNumbers& sheet, const CureResin& cure);

/// The product with its cure, pot life and hours brought to its sheet; unchanged when its class is not there.
[[nodiscard]] ResinClass productOf(ResinClass product, const std::vector<ResinClass>& classes);

} // namespace burl
