#pragma once
// What every place that is typed into has in common.

class QObject;
class QWidget;

namespace burl::ui
{

/// The next line of the same form that is typed into, in the order of the work; null behind the last. Lists and ticks
/// are passed over: a number typed blind would change them.
[[nodiscard]] QWidget* nextTyped(const QWidget& line);

/// Marks a widget whose lines belong together: Enter goes from one to the next inside it and not beyond.
void isOneForm(QWidget& form);

/// Holds for all windows. The wheel over a closed list, or over a number or a slider without the keys, scrolls what it
/// lies in and changes nothing. Undo and redo belong to the book as long as nothing that was typed into a line waits to
/// be taken: the line leaves them to the window then.
void lookAfterTyping(QObject& application);

} // namespace burl::ui
