// Tables of a maker's own readings: tape stations, heights in both conventions, moisture, an outline.

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/measure/date.h"
#include "core/measure/parse.h"
#include "core/measure/text.h"
#include "core/shop/ranges.h"
#include "core/shop/tape_slips.h"
#include "exchange/import/delimited.h"
#include "exchange/import/imported.h"

namespace burl
{
namespace
{

constexpr double kMostSensible_mm = 30'000.0; // no slab is longer

/// "rows 4 to 6" or "rows 2, 9 and 11" from line-up numbers.
std::string rowsNamed(const std::vector<int>& rows)
{
    std::string out = rows.size() == 1 ? "row " : "rows ";
    if (rows.size() > 2 && rows.back() - rows.front() == static_cast<int>(rows.size()) - 1) {
        return out + std::to_string(rows.front()) + " to " + std::to_string(rows.back());
    }
    for (size_t i = 0; i < rows.size(); ++i) {
        out += (i == 0 ? "" : i + 1 == rows.size() ? " and " : ", ") + std::to_string(rows[i]);
    }
    return out;
}

/// Millimetres of one unit: from the column's suffix, a "# units:" line, or the maker.
Expected<LengthStyle> unitOf(const Delimited& table, const std::string& column)
{
    const auto ends = [&](std::string_view suffix) {
        return column.size() > suffix.size() && column.substr(column.size() - suffix.size()) == suffix;
    };
    if (ends("_mm")) {
        return LengthStyle::Millimetres;
    }
    if (ends("_cm")) {
        return LengthStyle::Centimetres;
    }
    if (ends("_in") || ends("_inch")) {
        return LengthStyle::FractionalInches;
    }
    for (const std::string& comment : table.comments) {
        if (comment.substr(0, 6) == "units:") {
            if (comment.find("inch") != std::string::npos) {
                return LengthStyle::FractionalInches;
            }
            if (comment.find("cm") != std::string::npos) {
                return LengthStyle::Centimetres;
            }
            if (comment.find("mm") != std::string::npos) {
                return LengthStyle::Millimetres;
            }
        }
    }
    return refuse("import.units", "line 1: the unit of column " + column + " is not said; name it " + column + "_mm, " +
                                      column + "_cm or " + column + "_in.");
}

class TableReader
{
public:
    TableReader(const Delimited& table, const ImportOptions& options) : table_(table), options_(options) {}

    Expected<Imported> run()
    {
        if (table_.columnFrom("station") >= 0) {
            return tape();
        }
        if (table_.columnFrom("reading") >= 0 && table_.column("date") >= 0) {
            return moisture();
        }
        const bool rails = table_.columnFrom("down") >= 0;
        const bool bench = table_.columnFrom("top") >= 0 || table_.columnFrom("bottom") >= 0;
        const bool plain = table_.columnFrom("z") >= 0;
        if (rails || bench || plain) {
            return heights(rails, bench);
        }
        if (table_.columnFrom("x") >= 0 && table_.columnFrom("y") >= 0) {
            return outline();
        }
        return refuse("import.unknown_table",
                      "line 1: nothing is known by these headings; wanted are station, near, far (a tape), x, y, down "
                      "or x, y, top, bottom (heights), date, depth, reading (moisture) or x, y (an outline), each with "
                      "its unit: near_mm.");
    }

private:
    Expected<int> need(std::string_view start, const char* example)
    {
        const int column = table_.columnFrom(start);
        if (column < 0) {
            return refuse("import.missing_column",
                          std::string("line 1: column ") + example + " is missing; add it to the table.");
        }
        return column;
    }

    /// A length of a cell; nothing for an empty one, or for one that is noted as not measured.
    Expected<std::optional<double>> length(const DelimitedRow& row, int column, LengthStyle style)
    {
        const std::string& cell = row.cells[static_cast<size_t>(column)];
        if (cell.empty()) {
            return std::optional<double>();
        }
        if (cell == "NaN" || cell == "nan" || cell == "NAN" || cell == "-" || cell == "inf" || cell == "-inf") {
            notMeasured_.push_back(row.line);
            return std::optional<double>();
        }
        std::string text = cell;
        bool negative = false;
        if (text.front() == '-') {
            negative = true;
            text.erase(0, 1);
        }
        double value = 0.0;
        if (const auto number = cellNumber(text)) {
            value = *number * (style == LengthStyle::Millimetres   ? 1.0
                               : style == LengthStyle::Centimetres ? 10.0
                                                                   : kInch_mm);
            if (options_.unit_mm > 0.0) {
                value = *number * options_.unit_mm;
            }
        } else if (const auto parsed = parseLength_mm(text, style)) {
            value = *parsed;
        } else {
            return refuse("import.number", "line " + std::to_string(row.line) + ": " + number.error().sentence +
                                               "; write it as 57.1 or as 2 1/4.");
        }
        if (!(std::abs(value) <= kMostSensible_mm)) {
            impossible_.push_back(row.line);
            return std::optional<double>();
        }
        return std::optional<double>(negative ? -value : value);
    }

    void noteLeftOut(Imported& out) const
    {
        if (!notMeasured_.empty()) {
            out.notes.push_back(linesNamed(notMeasured_) + " no number stands there: taken as not measured.");
        }
        if (!impossible_.empty()) {
            out.notes.push_back(linesNamed(impossible_) +
                                " the reading is impossible (more than 30 m): taken as not measured.");
        }
    }

    static std::string linesNamed(const std::vector<int>& lines)
    {
        std::string out = rowsNamed(lines);
        return "line" + out.substr(3) + ":";
    }

    Expected<Imported> tape()
    {
        const auto at = need("station", "station_mm");
        const auto near = need("near", "near_mm");
        const auto far = need("far", "far_mm");
        for (const auto* column : {&at, &near, &far}) {
            if (!*column) {
                return tl::unexpected(column->error());
            }
        }
        const auto style = unitOf(table_, table_.header[static_cast<size_t>(*near)]);
        if (!style) {
            return tl::unexpected(style.error());
        }
        Imported out;
        out.kind = "a tape";
        Tape tape;
        std::vector<int> lines;
        for (const DelimitedRow& row : table_.rows) {
            TapeReading reading;
            const auto place = length(row, *at, *style);
            const auto n = length(row, *near, *style);
            const auto f = length(row, *far, *style);
            for (const auto* value : {&place, &n, &f}) {
                if (!*value) {
                    return tl::unexpected(value->error());
                }
            }
            if (!*place) {
                continue; // noted as not measured
            }
            reading.at_mm = **place;
            reading.near_mm = *n;
            reading.far_mm = *f;
            tape.readings.push_back(reading);
        }
        if (tape.readings.empty()) {
            return refuse("import.no_rows", "line 1: no station has a place; the table is empty.");
        }
        std::vector<int> swapped;
        std::string stations;
        for (const TapeSlip& slip : tapeSlips(tape)) {
            if (slip.kind == TapeSlip::Kind::Swapped) {
                swapped.push_back(slip.row + 1);
                const std::string station =
                    std::to_string(static_cast<long>(std::lround(tape.readings[static_cast<size_t>(slip.row)].at_mm)));
                stations += (stations.empty() ? "" : ", ") + station;
                if (options_.swapSides) {
                    tape.readings[static_cast<size_t>(slip.row)] = slip.instead;
                }
            } else {
                out.notes.push_back(slip.sentence);
            }
        }
        if (!swapped.empty() && !options_.swapSides) {
            return refuse("import.swapped",
                          rowsNamed(swapped) + " (stations " + stations +
                              "): the near edge lies beyond the far edge, so near and far are swapped "
                              "there; swap them back, or take the file in with the sides swapped.");
        }
        if (!swapped.empty()) {
            out.notes.push_back(rowsNamed(swapped) + ": near and far taken the other way round.");
        }
        noteLeftOut(out);
        out.tape = std::move(tape);
        return out;
    }

    Expected<Imported> moisture()
    {
        const int date = table_.column("date");
        const int depth = table_.columnFrom("depth");
        const int reading = table_.columnFrom("reading");
        Imported out;
        out.kind = "moisture readings";
        for (const DelimitedRow& row : table_.rows) {
            MoistureReading m;
            m.date = row.cells[static_cast<size_t>(date)];
            if (!dayOf(m.date)) {
                return refuse("import.date", "line " + std::to_string(row.line) + ": \"" + shownText(m.date) +
                                                 "\" is not a date; write it as 2026-03-08.");
            }
            const auto mc = cellNumber(row.cells[static_cast<size_t>(reading)]);
            if (!mc || !ranges::kMc_pct.holds(*mc)) {
                return refuse("import.number", "line " + std::to_string(row.line) + ": \"" +
                                                   shownText(row.cells[static_cast<size_t>(reading)]) +
                                                   "\" is no moisture content between 0 and 200 %.");
            }
            m.mc_pct = *mc;
            if (depth >= 0) {
                const auto d = length(row, depth, LengthStyle::Millimetres);
                if (!d) {
                    return tl::unexpected(d.error());
                }
                m.depth_mm = d->value_or(0.0);
            }
            out.moisture.push_back(std::move(m));
        }
        noteLeftOut(out);
        return out;
    }

    Expected<Imported> outline()
    {
        const int cx = table_.columnFrom("x");
        const int cy = table_.columnFrom("y");
        const auto style = unitOf(table_, table_.header[static_cast<size_t>(cx)]);
        if (!style) {
            return tl::unexpected(style.error());
        }
        Imported out;
        out.kind = "a drawing";
        Ring ring;
        for (const DelimitedRow& row : table_.rows) {
            const auto x = length(row, cx, *style);
            const auto y = length(row, cy, *style);
            if (!x || !y) {
                return tl::unexpected((x ? y : x).error());
            }
            if (*x && *y) {
                ring.push_back({**x, **y});
            }
        }
        if (ring.size() < 3) {
            return refuse("import.no_outline", "an outline needs three corners at least; this table has " +
                                                   std::to_string(ring.size()) + ".");
        }
        noteLeftOut(out);
        out.topOutline = std::move(ring);
        return out;
    }

    Expected<Imported> heights(bool rails, bool bench)
    {
        const auto cx = need("x", "x_mm");
        const auto cy = need("y", "y_mm");
        if (!cx || !cy) {
            return tl::unexpected((cx ? cy : cx).error());
        }
        const int face = table_.column("face");
        std::vector<std::tuple<int, Face>> columns;
        if (rails) {
            columns.emplace_back(table_.columnFrom("down"), Face::Top);
        } else if (bench) {
            if (table_.columnFrom("top") >= 0) {
                columns.emplace_back(table_.columnFrom("top"), Face::Top);
            }
            if (table_.columnFrom("bottom") >= 0) {
                columns.emplace_back(table_.columnFrom("bottom"), Face::Bottom);
            }
        } else {
            columns.emplace_back(table_.columnFrom("z"), Face::Top);
        }
        const auto style = unitOf(table_, table_.header[static_cast<size_t>(*cx)]);
        if (!style) {
            return tl::unexpected(style.error());
        }
        Imported out;
        out.kind = "heights";
        std::map<Face, std::map<std::pair<double, double>, std::optional<double>>> read; // (y, x)
        for (const DelimitedRow& row : table_.rows) {
            const auto x = length(row, *cx, *style);
            const auto y = length(row, *cy, *style);
            if (!x || !y) {
                return tl::unexpected((x ? y : x).error());
            }
            if (!*x || !*y) {
                continue;
            }
            for (const auto& [column, plainFace] : columns) {
                Face side = plainFace;
                if (face >= 0) {
                    const std::string& word = row.cells[static_cast<size_t>(face)];
                    if (word != "top" && word != "bottom") {
                        return refuse("import.face", "line " + std::to_string(row.line) + ": face is \"" + word +
                                                         "\"; top or bottom is wanted.");
                    }
                    side = word == "top" ? Face::Top : Face::Bottom;
                }
                const auto value = length(row, column, *style);
                if (!value) {
                    return tl::unexpected(value.error());
                }
                read[side][{**y, **x}] = *value;
                if (*value) {
                    // Down from rails, the slab turned over for its underside: deeper is lower on the
                    // top face and higher, seen from the top, on the bottom.
                    const double z = !rails ? **value : side == Face::Top ? -**value : **value;
                    out.heights.push_back({{**x, **y}, z, side});
                }
            }
        }
        if (out.heights.empty()) {
            return refuse("import.no_rows", "line 1: no reading stands in the table.");
        }
        for (const auto& [side, cells] : read) {
            auto grid = gridOf(cells, rails ? HeightsFrom::RailsDown : HeightsFrom::BenchUp);
            if (!grid) {
                out.notes.push_back("The places of the readings are no grid of rows and columns; they stay points.");
                continue;
            }
            (side == Face::Top ? out.topGrid : out.bottomGrid) = std::move(*grid);
        }
        noteLeftOut(out);
        return out;
    }

    static std::optional<HeightGrid> gridOf(const std::map<std::pair<double, double>, std::optional<double>>& cells,
                                            HeightsFrom from)
    {
        std::set<double> xs;
        std::set<double> ys;
        for (const auto& [place, value] : cells) {
            ys.insert(place.first);
            xs.insert(place.second);
        }
        // A grid is mostly full; scattered points would make a large, nearly empty one.
        if (xs.size() < 2 || ys.size() < 2 || cells.size() * 4 < xs.size() * ys.size()) {
            return std::nullopt;
        }
        HeightGrid grid;
        grid.from = from;
        grid.xs_mm.assign(xs.begin(), xs.end());
        grid.ys_mm.assign(ys.begin(), ys.end());
        for (const double y : grid.ys_mm) {
            for (const double x : grid.xs_mm) {
                const auto at = cells.find({y, x});
                grid.readings_mm.push_back(at == cells.end() ? std::nullopt : at->second);
            }
        }
        return grid;
    }

    const Delimited& table_;
    const ImportOptions& options_;
    std::vector<int> notMeasured_;
    std::vector<int> impossible_;
};

} // namespace

Expected<Imported> importDelimited(std::string_view text, const ImportOptions& options)
{
    const auto table = readDelimited(text);
    if (!table) {
        return tl::unexpected(table.error());
    }
    return TableReader(*table, options).run();
}

} // namespace burl
