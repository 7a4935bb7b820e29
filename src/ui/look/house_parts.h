#pragma once
// What the sizes and the painting of the house's style share.

#include <QMargins>
#include <QWidget>

#include "ui/look/house_style.h"

namespace burl::ui
{

/// Room between the rim of a button and its words, the border counted in.
struct ButtonInsets {
    int side_px = 0;
    int above_px = 0;
};
[[nodiscard]] ButtonInsets insetsOf(const QWidget* button);

/// Where a line to write in stands: for itself, in a cell of a table, or as the inside of another field.
enum class LineKind { Field, Cell, Part };
[[nodiscard]] LineKind lineKind(const QWidget* widget);
[[nodiscard]] inline QMargins insetsOf(LineKind kind)
{
    return kind == LineKind::Field ? QMargins(8, 4, 8, 4) : kind == LineKind::Cell ? QMargins(5, 2, 5, 2) : QMargins();
}

/// The list that a choice opens.
[[nodiscard]] bool isPopupList(const QWidget* widget);

constexpr int kField_px = 30;      // what a finger meets
constexpr int kCellChoice_px = 18; // a choice in a table is as high as its row
constexpr int kOpen_px = 20;       // the arrow of a choice
constexpr double kRound_px = 3.0;

} // namespace burl::ui
