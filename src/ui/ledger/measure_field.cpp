#include "ui/ledger/measure_field.h"

#include "core/measure/format.h"
#include "core/measure/parse.h"
#include "ui/look/text.h"

namespace burl::ui
{
namespace
{

Expected<double> parsed(const QString& text, Unit unit, const UnitChoice& units)
{
    const std::string t = text.toStdString();
    switch (unit) {
    case Unit::Length:
        return parseLength_mm(t, units.length);
    case Unit::Volume:
        return parseVolume_L(t, units.volume);
    case Unit::Mass:
        return parseMass_kg(t, units.mass);
    case Unit::Temperature:
        return parseTemperature_degC(t, units.temperature);
    default:
        return parseNumber(t);
    }
}

} // namespace

QString editText(double value, Unit unit, const UnitChoice& units)
{
    if (unit == Unit::Length) {
        const EditText text = lengthToEdit(value, units);
        const std::string word = isInches(units.length) && text.text.find('"') != std::string::npos
                                     ? ""
                                     : " " + lengthUnitWord(units.length);
        return fromCore(text.text + word);
    }
    if (unit == Unit::Volume || unit == Unit::Mass || unit == Unit::Temperature) {
        return quantity(value, unit, units);
    }
    const std::string number = formatNumber(value, 3, true);
    return fromCore(unit == Unit::Percent ? number + " %" : number);
}

MeasureField::MeasureField(Unit unit, QWidget* parent) : EntryField(parent), unit_(unit)
{
    setAlignment(Qt::AlignRight);
    setReplacedByNextKey();
    connect(this, &EntryField::typed, this, &MeasureField::take);
}

void MeasureField::setUnits(const UnitChoice& units)
{
    if (units_ != units) {
        units_ = units;
        setShown(shownValue());
    }
}

void MeasureField::setValue(std::optional<double> value)
{
    value_ = value;
    setShown(shownValue());
}

void MeasureField::setOptional(const QString& placeholder)
{
    optional_ = true;
    setPlaceholderText(placeholder);
}

void MeasureField::setRange(Range range)
{
    range_ = range;
}

QString MeasureField::shownValue() const
{
    return value_ ? editText(*value_, unit_, units_) : QString();
}

// Only a text that was edited comes here: looking at a rounded one must not change the value behind it.
void MeasureField::take(const QString& text)
{
    if (optional_ && text.trimmed().isEmpty()) {
        value_.reset();
        putBack({});
        Q_EMIT entered(std::nullopt);
        return;
    }
    const auto result = parsed(text, unit_, units_);
    if (!result) {
        refuse(fromCore(result.error().sentence));
        return;
    }
    if (!range_.holds(*result)) {
        refuse(tr("%1 is outside %2 to %3 here.")
                   .arg(text, editText(range_.least, unit_, units_), editText(range_.most, unit_, units_)));
        return;
    }
    value_ = *result;
    putBack(shownValue());
    Q_EMIT entered(value_);
}

} // namespace burl::ui
