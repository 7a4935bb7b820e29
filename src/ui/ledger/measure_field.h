#pragma once
// A field for a measure: any spelling in, the maker's units out. A value that is not edited is never
// changed by being shown, however it is rounded.

#include <optional>

#include "core/measure/units.h"
#include "core/shop/ranges.h"
#include "ui/ledger/entry_field.h"

namespace burl::ui
{

class MeasureField : public EntryField
{
    Q_OBJECT

public:
    /// `unit`: Length, Volume, Mass, Temperature, or any other for plain numbers.
    explicit MeasureField(Unit unit, QWidget* parent = nullptr);

    void setUnits(const UnitChoice& units);
    /// Shows a value; empty shows the placeholder.
    void setValue(std::optional<double> value);
    /// An empty text is an answer too ("as it comes").
    void setOptional(const QString& placeholder);
    void setRange(Range range);
    [[nodiscard]] Range range() const { return range_; }
    [[nodiscard]] std::optional<double> value() const { return value_; }

Q_SIGNALS:
    void entered(std::optional<double> value);

private:
    void take(const QString& text);
    [[nodiscard]] QString shownValue() const;

    Unit unit_;
    UnitChoice units_;
    std::optional<double> value_;
    bool optional_ = false;
    Range range_{0.0, 1e9};
};

/// The text of a value in a field.
[[nodiscard]] QString editText(double value, Unit unit, const UnitChoice& units);

} // namespace burl::ui
