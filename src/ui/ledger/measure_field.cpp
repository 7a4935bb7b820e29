#include "ui/ledger/measure_field.h"

#include <QKeyEvent>
#include <QStyle>
#include <QTimer>

#include "core/measure/format.h"
#include "core/measure/parse.h"
#include "ui/look/text.h"
#include "ui/look/theme.h"

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

MeasureField::MeasureField(Unit unit, QWidget* parent) : QLineEdit(parent), unit_(unit)
{
    setAlignment(Qt::AlignRight);
    connect(this, &QLineEdit::editingFinished, this, &MeasureField::finish);
}

void MeasureField::setUnits(const UnitChoice& units)
{
    if (units_ != units) {
        units_ = units;
        show();
    }
}

void MeasureField::setValue(std::optional<double> value)
{
    value_ = value;
    if (!(hasFocus() && isModified())) {
        show();
    }
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

void MeasureField::show()
{
    setText(value_ ? editText(*value_, unit_, units_) : QString());
    setModified(false);
    setRefused({});
}

void MeasureField::setRefused(const QString& sentence)
{
    const bool now = !sentence.isEmpty();
    if (property("refused").toBool() != now) {
        setProperty("refused", now);
        style()->unpolish(this);
        style()->polish(this);
    }
    setToolTip(now ? sentence : tip_);
}

void MeasureField::setTip(const QString& tip)
{
    tip_ = tip;
    setToolTip(property("refused").toBool() ? toolTip() : tip);
}

void MeasureField::finish()
{
    if (!isModified()) {
        return; // looking at a rounded text must not change the value behind it
    }
    if (optional_ && text().trimmed().isEmpty()) {
        setModified(false);
        value_.reset();
        Q_EMIT entered(std::nullopt);
        return;
    }
    const auto result = parsed(text(), unit_, units_);
    if (!result) {
        const QString sentence = fromCore(result.error().sentence);
        setRefused(sentence);
        Q_EMIT refused(sentence);
        return;
    }
    if (!range_.holds(*result)) {
        const QString sentence =
            tr("%1 is outside %2 to %3 here.")
                .arg(text(), editText(range_.least, unit_, units_), editText(range_.most, unit_, units_));
        setRefused(sentence);
        Q_EMIT refused(sentence);
        return;
    }
    setModified(false);
    value_ = *result;
    show();
    Q_EMIT entered(value_);
}

void MeasureField::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape) {
        show();
        event->accept();
        return;
    }
    QLineEdit::keyPressEvent(event);
}

void MeasureField::showEvent(QShowEvent* event)
{
    QLineEdit::showEvent(event);
    // The style sheet makes it half as strong as the text: too faint to be read in a shop.
    QPalette own = palette();
    own.setColor(QPalette::PlaceholderText, colours().faint);
    setPalette(own);
}

void MeasureField::focusInEvent(QFocusEvent* event)
{
    QLineEdit::focusInEvent(event);
    QTimer::singleShot(0, this, &QLineEdit::selectAll); // after the mouse has set its cursor
}

} // namespace burl::ui
