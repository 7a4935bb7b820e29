#pragma once
// Which file: dialogs in the program's own look that remember the folder of each kind of file.

#include <QString>

class QWidget;

namespace burl::ui
{

/// What is asked for, as the kind under which its folder is remembered.
struct FileAsked {
    QString kind;   // "sheet", "photo"
    QString title;  // of the dialog
    QString filter; // "PDF (*.pdf)"
};

/// A place to write to, `name` proposed; empty when the maker went back. The ending of the filter is added where none
/// was typed.
[[nodiscard]] QString askWhereTo(QWidget* parent, const FileAsked& asked, const QString& name);
/// A file to read; empty when the maker went back.
[[nodiscard]] QString askWhich(QWidget* parent, const FileAsked& asked);

} // namespace burl::ui
