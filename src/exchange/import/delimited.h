#pragma once
// Text in columns: comma, semicolon or tab; decimal point or comma; comments; any line ends; a
// byte-order mark. Nothing is guessed silently: a row that does not fit is named.

#include <string>
#include <string_view>
#include <vector>

#include "core/measure/outcome.h"

namespace burl
{

struct DelimitedRow {
    int line = 0; // in the file, from 1
    std::vector<std::string> cells;
};

struct Delimited {
    char separator = ',';
    std::vector<std::string> comments; // without their #
    std::vector<std::string> header;   // lower case, trimmed
    std::vector<DelimitedRow> rows;
    /// Column by name, or -1.
    [[nodiscard]] int column(std::string_view name) const;
    /// The first column whose name begins so ("near" finds near_mm and near_in), or -1.
    [[nodiscard]] int columnFrom(std::string_view start) const;
};

/// Errors: "import.empty", "import.not_text", "import.columns" (a row with another number of cells).
[[nodiscard]] Expected<Delimited> readDelimited(std::string_view text);

/// "57,1" or "57.1": decimal comma only where the comma does not separate columns.
/// Errors: "import.number".
[[nodiscard]] Expected<double> cellNumber(const std::string& cell);

} // namespace burl
