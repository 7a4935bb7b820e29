#pragma once
// Texts of the core as the interface shows them.

#include <cmath>

#include <QCoreApplication>
#include <QString>

#include "core/figure/finding.h"
#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "core/measure/format.h"
#include "core/measure/when.h"

namespace burl::ui
{

inline QString fromCore(const std::string& text)
{
    return QString::fromStdString(text);
}

inline QString quantity(double value, Unit unit, const UnitChoice& units)
{
    return fromCore(formatQuantity(value, unit, units));
}

/// The figure's quantity; of a guess "≈ " stands before it.
inline QString quantity(const Figure& figure, const UnitChoice& units)
{
    return (figure.isGuess() ? QStringLiteral("≈ ") : QString()) +
           quantity(figure.value(), figure ? figure.node().unit : Unit::None, units);
}

/// "1 slab" or "%1 slabs".
inline QString counted(size_t n, const QString& one, const QString& many)
{
    return n == 1 ? one : many.arg(n);
}

/// "Fri 18 Dec 2026" of an ISO date, as it can be typed again; empty for what is none.
inline QString dayWord(const std::string& iso)
{
    const auto day = dayOf(iso);
    return day ? fromCore(shortDayText(*day)) + QLatin1Char(' ') + fromCore(iso.substr(0, iso.find('-'))) : QString();
}

/// "Tue 3 Nov, 08:20" of "2026-11-03T08:20", with its year in place of the weekday when it is far from today: as it can
/// be typed again, and short, because an hour that is cut off is another hour. Empty for what is no moment.
inline QString timeWord(const std::string& iso, const std::string& today)
{
    constexpr double kFar_h = 150.0 * kDay_h; // nearer ones are the only reading of a day without a year
    const auto at = hoursOf(iso);
    const auto now = dayOf(today);
    if (!at) {
        return {};
    }
    const bool near = now && std::abs(*at - *now * kDay_h) < kFar_h;
    return near ? fromCore(timeText(*at))
                : fromCore(dateText(static_cast<int>(std::floor(*at / kDay_h)))) + QStringLiteral(", ") +
                      fromCore(isoTime(*at)).section(QLatin1Char('T'), 1);
}

/// A sentence of the core in the maker's language; the English text is the key.
inline QString translated(const std::string& text)
{
    return text.empty() ? QString() : QCoreApplication::translate("core", text.c_str());
}

/// The finding's sentence, translated before its figures are put in.
inline QString sentenceOf(const Finding& finding, const UnitChoice& units)
{
    Finding copy = finding;
    copy.text = translated(finding.text).toStdString();
    return fromCore(sentence(copy, units));
}

inline QString remedyOf(const Finding& finding, const UnitChoice& units)
{
    Finding copy = finding;
    copy.remedy = translated(finding.remedy).toStdString();
    return fromCore(remedyText(copy, units));
}

} // namespace burl::ui
