#pragma once
// Texts of the core as the interface shows them.

#include <QCoreApplication>
#include <QString>

#include "core/figure/finding.h"
#include "core/measure/format.h"

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
