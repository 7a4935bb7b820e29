#pragma once
// The look: one typeface, warm paper, near-black ink; an evening variant.

#include <QFont>
#include <QString>

#include "drawing/palette.h"

class QApplication;

namespace burl::ui
{

/// Loads the shipped typeface and sets fonts, colours and style of the whole program.
void applyTheme(QApplication& application, bool evening);
[[nodiscard]] bool isEvening();

[[nodiscard]] const Palette& colours();
[[nodiscard]] QFont textFont(double points = 10.5, bool bold = false);

} // namespace burl::ui
