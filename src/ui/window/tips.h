#pragma once
// What goes into each field, in the words of the work: one place for all of them, by the names the fields are found by.

class QWidget;

namespace burl::ui
{

/// Gives every field of the window that has no tip of its own the one that is written for it.
void giveTips(const QWidget& window);

} // namespace burl::ui
