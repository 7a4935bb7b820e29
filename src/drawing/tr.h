#pragma once
// The words in drawings and on sheets.

#include <QString>

namespace burl::drawing
{

/// In the language of the program.
[[nodiscard]] QString tr(const char* text);

} // namespace burl::drawing
