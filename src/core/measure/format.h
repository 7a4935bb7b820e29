#pragma once
// Showing measures as the maker chose. Text made here may be rounded; the stored value never is:
// a field that shows a text and is not edited keeps its value (see ui/measure_field.h).
// Units: in, the canonical measure; out, those chosen.   Threads: pure.

#include <string>

#include "core/measure/units.h"

namespace burl
{

/// A figure to read: rounded sensibly (lengths under 100 mm to 0.1 mm, above to 1 mm; inches to the
/// chosen fraction), with its unit. Never "-0"; "not known" for a value that is not finite.
[[nodiscard]] std::string formatQuantity(double value, Unit unit, const UnitChoice& choice);

/// The number and its unit apart, so that the number can be drawn large.
struct NumberAndUnit {
    std::string number;
    std::string unit;
};
[[nodiscard]] NumberAndUnit formatParts(double value, Unit unit, const UnitChoice& choice);

/// A length to edit: parseLength_mm(text) gives `mm` back to the micrometre when `exact` is true;
/// otherwise the chosen fraction cannot say it and the text starts with "≈ ".
struct EditText {
    std::string text;
    bool exact = true;
};
[[nodiscard]] EditText lengthToEdit(double mm, const UnitChoice& choice);

/// A number with `decimals` digits after a point, trailing zeros dropped when `shorten`.
[[nodiscard]] std::string formatNumber(double value, int decimals, bool shorten = false);

/// The unit word a length is shown in: "mm", "cm" or "in".
[[nodiscard]] std::string lengthUnitWord(LengthStyle style);

} // namespace burl
