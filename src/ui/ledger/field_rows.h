#pragma once
// A form described as rows: the field of a value, what it is called, its range, its unit, a tip in the words of the
// work.

#include <functional>
#include <optional>
#include <variant>
#include <vector>

#include "ui/ledger/choices_form.h"

namespace burl::ui
{

template <typename T> struct FieldRow {
    const char* name = ""; // of the widget
    QString label;
    std::variant<double T::*, std::optional<double> T::*> field;
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

template <typename T> void addRow(ChoicesForm& form, const RowsOf<T>& of, const FieldRow<T>& row)
{
    const auto get = [now = of.now, row]() -> std::optional<double> {
        const T* value = now();
        if (value == nullptr) {
            return std::nullopt;
        }
        const std::optional<double> kept =
            std::visit([&](auto field) { return std::optional<double>(value->*field); }, row.field);
        return kept ? std::optional(*kept * row.shownOverKept) : std::nullopt;
    };
    const auto set = [edit = of.edit, row](std::optional<double> v) {
        edit(row.label, [&](T& value) {
            if (const auto* always = std::get_if<double T::*>(&row.field)) {
                value.** always = *v / row.shownOverKept;
            } else {
                value.*std::get<std::optional<double> T::*>(row.field) =
                    v ? std::optional(*v / row.shownOverKept) : std::nullopt;
            }
        });
    };
    MeasureField* field = form.addMeasure(QString::fromLatin1(row.name), row.label, row.unit,
                                          scaled(row.range, row.shownOverKept), get, set);
    field->setTip(row.tip);
    if (row.field.index() == 1) {
        field->setOptional(QObject::tr("not measured"));
    }
}

template <typename T> void addRows(ChoicesForm& form, const RowsOf<T>& of, const std::vector<FieldRow<T>>& rows)
{
    for (const FieldRow<T>& row : rows) {
        addRow(form, of, row);
    }
}

} // namespace burl::ui
