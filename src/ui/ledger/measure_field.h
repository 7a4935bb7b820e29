#pragma once
// A field for a measure: any spelling in, the maker's units out. A value that is not edited is never
// changed by being shown, however it is rounded.

#include <optional>

#include <QLineEdit>

#include "core/measure/units.h"
#include "core/shop/ranges.h"

namespace burl::ui
{

class MeasureField : public QLineEdit
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
    /// What goes into it; while an entry is refused the tip says why instead.
    void setTip(const QString& tip);
    [[nodiscard]] Range range() const { return range_; }
    [[nodiscard]] std::optional<double> value() const { return value_; }

Q_SIGNALS:
    void entered(std::optional<double> value);
    void refused(const QString& sentence);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void finish();
    void show();
    void setRefused(const QString& sentence);

    Unit unit_;
    UnitChoice units_;
    std::optional<double> value_;
    bool optional_ = false;
    Range range_{0.0, 1e9};
    QString tip_;
};

/// The text of a value in a field.
[[nodiscard]] QString editText(double value, Unit unit, const UnitChoice& units);

} // namespace burl::ui
