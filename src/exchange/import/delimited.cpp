#include "exchange/import/delimited.h"

#include <algorithm>
#include <cctype>
#include <charconv>
#include <cmath>

#include "core/measure/text.h"

namespace burl
{
namespace
{

constexpr size_t kMostRows = 2'000'000;
constexpr size_t kMostColumns = 500;

/// Without blanks and quotation marks round it.
std::string bare(std::string_view text)
{
    text = trimmed(text);
    while (!text.empty() && text.front() == '"') {
        text.remove_prefix(1);
    }
    while (!text.empty() && text.back() == '"') {
        text.remove_suffix(1);
    }
    return std::string(trimmed(text));
}

std::vector<std::string> cellsOf(std::string_view line, char separator)
{
    std::vector<std::string> out;
    size_t from = 0;
    // An inch mark is no quotation: cells are taken apart at the separator only.
    for (size_t i = 0; i <= line.size(); ++i) {
        if (i == line.size() || line[i] == separator) {
            out.push_back(bare(line.substr(from, i - from)));
            from = i + 1;
        }
    }
    return out;
}

} // namespace

int Delimited::column(std::string_view name) const
{
    for (size_t i = 0; i < header.size(); ++i) {
        if (header[i] == name) {
            return static_cast<int>(i);
        }
    }
    return -1;
}

int Delimited::columnFrom(std::string_view start) const
{
    for (size_t i = 0; i < header.size(); ++i) {
        if (header[i] == start || (header[i].size() > start.size() && header[i].substr(0, start.size()) == start &&
                                   header[i][start.size()] == '_')) {
            return static_cast<int>(i);
        }
    }
    return -1;
}

Expected<Delimited> readDelimited(std::string_view text)
{
    if (text.substr(0, 3) == "\xEF\xBB\xBF") {
        text.remove_prefix(3);
    }
    if (text.find('\0') != std::string_view::npos) {
        return refuse("import.not_text", "line 1: this is not text; a table in plain text is wanted.");
    }
    Delimited out;
    int line = 0;
    while (!text.empty()) {
        const size_t end = std::min(text.find_first_of("\r\n"), text.size());
        std::string_view row = text.substr(0, end);
        text.remove_prefix(end);
        if (text.substr(0, 2) == "\r\n") {
            text.remove_prefix(2);
        } else if (!text.empty()) {
            text.remove_prefix(1);
        }
        ++line;
        if (!isUtf8(row)) {
            return refuse("import.not_text",
                          "line " + std::to_string(line) +
                              ": this is not UTF-8 text; save the table as UTF-8 and hand it in again.");
        }
        const std::string plain = bare(row);
        if (plain.empty()) {
            continue;
        }
        if (plain.front() == '#') {
            out.comments.push_back(bare(std::string_view(plain).substr(1)));
            continue;
        }
        if (out.header.empty()) {
            for (const char separator : {'\t', ';', ','}) {
                if (row.find(separator) != std::string_view::npos) {
                    out.separator = separator;
                    break;
                }
            }
            if (std::count(row.begin(), row.end(), out.separator) > static_cast<std::ptrdiff_t>(kMostColumns)) {
                return refuse("import.columns", "line " + std::to_string(line) + ": more than " +
                                                    std::to_string(kMostColumns) +
                                                    " columns; this is no table of readings.");
            }
            for (const std::string& cell : cellsOf(row, out.separator)) {
                out.header.push_back(lower(cell));
            }
            continue;
        }
        // Counted before they are taken apart: a row of millions of cells is refused for its length.
        const auto count = static_cast<size_t>(std::count(row.begin(), row.end(), out.separator)) + 1;
        if (count != out.header.size()) {
            const std::string remedy = out.separator == ',' && count > out.header.size()
                                           ? "numbers with decimal commas need semicolons between the columns"
                                           : "give every row as many cells as the heading";
            return refuse("import.columns", "line " + std::to_string(line) + ": " + std::to_string(count) +
                                                " cells where the heading has " + std::to_string(out.header.size()) +
                                                "; " + remedy + ".");
        }
        DelimitedRow cells{line, cellsOf(row, out.separator)};
        if (out.rows.size() == kMostRows) {
            return refuse("import.too_long", "line " + std::to_string(line) + ": more than " +
                                                 std::to_string(kMostRows) + " rows; hand in a smaller file.");
        }
        out.rows.push_back(std::move(cells));
    }
    if (out.header.empty()) {
        return refuse("import.empty", "line 1: the file is empty; export it again.");
    }
    return out;
}

Expected<double> cellNumber(const std::string& cell)
{
    std::string text = cell;
    if (std::count(text.begin(), text.end(), ',') == 1 && text.find('.') == std::string::npos) {
        const size_t comma = text.find(',');
        const size_t sign = text[0] == '-' || text[0] == '+' ? 1 : 0;
        const bool zero = text.substr(sign, comma - sign) == "0";
        // As where it is typed: 2,300 may be two thousand three hundred.
        if (text.size() - comma == 4 && comma > sign && comma - sign <= 3 && !zero) {
            return refuse("import.ambiguous",
                          "\"" + shownText(cell) +
                              "\" can be read two ways; leave the comma out, or write a point for the "
                              "decimals");
        }
        text[comma] = '.';
    }
    if (!text.empty() && text.front() == '+') {
        text.erase(0, 1);
    }
    double value = 0.0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc{} || end != text.data() + text.size()) {
        return refuse("import.number", "\"" + shownText(cell) + "\" is not a number");
    }
    return value;
}

} // namespace burl
