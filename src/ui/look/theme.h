#pragma once
// The look: one typeface, warm paper, near-black ink; an evening variant.

#include <QFont>
#include <QString>

#include "drawing/palette.h"

class QApplication;
class QWidget;

namespace burl::ui
{

/// Loads the shipped typeface and sets fonts, colours and style of the whole program.
void applyTheme(QApplication& application, bool evening);
[[nodiscard]] bool isEvening();

[[nodiscard]] const Palette& colours();
[[nodiscard]] QFont textFont(double points = 10.5, bool bold = false);

/// Gives a widget the name that it is found by and the words that are read out for it.
template <typename W> W* named(W* widget, const QString& name, const QString& said)
{
    widget->setObjectName(name);
    widget->setAccessibleName(said);
    return widget;
}

/// What other widgets stand on: the wall, the drawing's ground, or the shelf of what wants attention.
enum class Ground { Paper, Board, Shelf };
[[nodiscard]] QWidget* ground(QWidget* parent, Ground kind, const QString& name, const QString& said);
[[nodiscard]] QColor groundColour(const QWidget* widget);

/// Room beside a table that looks "inset": what stands above or below it begins where it does.
constexpr int kInset_px = 18;

/// How a widget looks is asked for by a word; the style of the program (house_style.h) answers, in any light:
/// "quiet" (faint text), "working", "rule" (a hairline), "clear" (no ground), "tight", "link", "first" (the one thing
/// to do), "inset" (a table without a frame), "incell" (a choice in a table).
template <typename W> W* looking(W* widget, const char* word)
{
    widget->setProperty(word, true);
    return widget;
}

} // namespace burl::ui
