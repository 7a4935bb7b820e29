#pragma once
// A form described as rows: the field of a value, what it is called, its range, its unit, a tip in the words of the
// work.

#include <functional>
#include <vector>

#include "ui/ledger/choices_form.h"

namespace burl::ui
{

template <typename T> struct FieldRow {
    const char* name; // of the widget
    QString label;
    double T::*field;
    Range range;
    Unit unit = Unit::Length;
    QString tip{};
    double shownOverKept = 1.0; // 100 for a share that is shown in percent
};

/// The value that the rows belong to, null while there is none; and the way to change it.
template <typename T> struct RowsOf {
    std::function<const T*()> now;
    std::function<void(const QString& label, const std::function<void(T&)>& change)> edit;
};

template <typename T> void addRows(ChoicesForm& form, const RowsOf<T>& of, const std::vector<FieldRow<T>>& rows)
{
    for (const FieldRow<T>& row : rows) {
        MeasureField* field = form.addMeasure(
            QString::fromLatin1(row.name), row.label, row.unit, scaled(row.range, row.shownOverKept),
            [now = of.now, row]() -> std::optional<double> {
                const T* value = now();
                return value != nullptr ? std::optional(value->*row.field * row.shownOverKept) : std::nullopt;
            },
            [edit = of.edit, row](std::optional<double> v) {
                edit(row.label, [&](T& value) { value.*row.field = *v / row.shownOverKept; });
            });
        field->setToolTip(row.tip);
    }
}

} // namespace burl::ui
