#pragma once
// Names are plain text everywhere: what a file calls a slab is shown letter by letter, never read as markup, and never
// as the key of a menu.

#include <QString>

class QLabel;
class QObject;

namespace burl::ui
{

/// Holds for all windows: a label, a message or a tip shows its text as it is written, unless it is ours (`isOurs`).
void showPlainWords(QObject& application);

/// The markup of this label is ours; names in it are escaped.
void isOurs(QLabel& label);

/// A tip as it is written, also where the toolkit would read it as markup.
[[nodiscard]] QString asWritten(const QString& tip);

/// A name where the toolkit takes & for the sign of a key: menus, buttons, labels of fields.
[[nodiscard]] QString withoutKey(const QString& name);

} // namespace burl::ui
