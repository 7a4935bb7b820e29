// Point clouds: PLY (ascii and binary, either end first) and plain XYZ.

#include <algorithm>
#include <array>
#include <bit>
#include <charconv>
#include <cmath>
#include <cstdint>
#include <cstring>

#include "core/measure/units.h"
#include "core/scan/separate.h"
#include "exchange/import/drawing.h"
#include "exchange/import/imported.h"

namespace burl
{
namespace
{

constexpr size_t kMostPoints = 30'000'000;

struct Property {
    std::string name;
    int size = 0; // bytes
    enum class Kind { Signed, Unsigned, Real } kind = Kind::Real;
    bool list = false;
    int countSize = 0;
};

struct Element {
    std::string name;
    size_t count = 0;
    std::vector<Property> properties;
};

std::optional<Property> propertyOf(const std::string& type)
{
    using Kind = Property::Kind;
    const std::tuple<const char*, const char*, int, Kind> types[] = {
        {"char", "int8", 1, Kind::Signed},   {"uchar", "uint8", 1, Kind::Unsigned},
        {"short", "int16", 2, Kind::Signed}, {"ushort", "uint16", 2, Kind::Unsigned},
        {"int", "int32", 4, Kind::Signed},   {"uint", "uint32", 4, Kind::Unsigned},
        {"float", "float32", 4, Kind::Real}, {"double", "float64", 8, Kind::Real}};
    for (const auto& [word, other, size, kind] : types) {
        if (type == word || type == other) {
            Property p;
            p.size = size;
            p.kind = kind;
            return p;
        }
    }
    return std::nullopt;
}

std::vector<std::string> wordsOf(std::string_view line)
{
    std::vector<std::string> out;
    size_t at = 0;
    while (at < line.size()) {
        const size_t from = line.find_first_not_of(" \t\r", at);
        if (from == std::string_view::npos) {
            break;
        }
        at = std::min(line.find_first_of(" \t\r", from), line.size());
        out.emplace_back(line.substr(from, at - from));
    }
    return out;
}

double valueAt(const char* bytes, const Property& p, bool swap)
{
    unsigned char raw[8] = {};
    std::memcpy(raw, bytes, static_cast<size_t>(p.size));
    if (swap) {
        std::reverse(raw, raw + p.size);
    }
    const auto as = [&](auto value) {
        std::memcpy(&value, raw, sizeof value);
        return static_cast<double>(value);
    };
    if (p.kind == Property::Kind::Real) {
        return p.size == 4 ? as(float{}) : as(double{});
    }
    if (p.kind == Property::Kind::Signed) {
        return p.size == 1 ? as(std::int8_t{}) : p.size == 2 ? as(std::int16_t{}) : as(std::int32_t{});
    }
    return p.size == 1 ? as(std::uint8_t{}) : p.size == 2 ? as(std::uint16_t{}) : as(std::uint32_t{});
}

/// The next number of a text; false at the end or where none stands.
bool nextNumber(std::string_view& text, double& value)
{
    const size_t from = text.find_first_not_of(" \t,;\r");
    if (from == std::string_view::npos || text[from] == '\n') {
        return false;
    }
    const char* start = text.data() + from + (text[from] == '+' ? 1 : 0);
    const auto [end, error] = std::from_chars(start, text.data() + text.size(), value);
    if (error == std::errc::result_out_of_range) {
        value = std::numeric_limits<double>::quiet_NaN();
    } else if (error != std::errc{}) {
        return false;
    }
    text.remove_prefix(static_cast<size_t>(end - text.data()));
    return true;
}

std::string announced(size_t count, size_t read)
{
    return "the file ends early: " + std::to_string(count) + " points announced, " + std::to_string(read) + " read";
}

constexpr double kMetresBelow = 20.0, kInchesBelow = 250.0; // the longest side in the units of the file
constexpr double kStraight_mm = 0.8;                        // the points lie millimetres apart

/// Metres or inches told from the size of the thing: no slab is 6 mm or 60 m long.
double guessUnit(const std::vector<Point3>& points, std::vector<std::string>& notes)
{
    double least[2] = {1e300, 1e300};
    double most[2] = {-1e300, -1e300};
    for (const Point3& p : points) {
        if (std::isfinite(p.x) && std::isfinite(p.y)) {
            least[0] = std::min(least[0], p.x);
            most[0] = std::max(most[0], p.x);
            least[1] = std::min(least[1], p.y);
            most[1] = std::max(most[1], p.y);
        }
    }
    const double size = std::max(most[0] - least[0], most[1] - least[1]);
    if (size < kMetresBelow) {
        notes.push_back("The cloud is " + std::to_string(size).substr(0, 4) + " units long: taken as metres.");
        return 1000.0;
    }
    if (size < kInchesBelow) {
        notes.push_back("The cloud is " + std::to_string(std::lround(size)) + " units long: taken as inches.");
        return kInch_mm;
    }
    return 1.0;
}

Expected<Imported> fromCloud(std::vector<Point3> points, std::vector<std::string> notes, const ImportOptions& options)
{
    const double unit = options.unit_mm > 0.0 ? options.unit_mm : guessUnit(points, notes);
    if (unit != 1.0) {
        for (Point3& p : points) {
            p = {p.x * unit, p.y * unit, p.z * unit};
        }
    }
    SeparateOptions parting;
    parting.goOn = options.goOn;
    const auto scan = separateScan(points, parting);
    if (!scan) {
        return refuse(scan.error().code, scan.error().sentence);
    }
    auto ring = cleanRing(scan->outline, kStraight_mm);
    if (!ring) {
        return tl::unexpected(ring.error());
    }
    Imported out;
    out.kind = "a point cloud";
    out.topOutline = std::move(*ring);
    out.topGrid = scan->heights;
    const size_t columns = scan->heights.xs_mm.size();
    for (size_t k = 0; k < scan->heights.readings_mm.size(); ++k) {
        if (scan->heights.readings_mm[k]) {
            out.heights.push_back({{scan->heights.xs_mm[k % columns], scan->heights.ys_mm[k / columns]},
                                   *scan->heights.readings_mm[k],
                                   Face::Top});
        }
    }
    out.notes = std::move(notes);
    out.notes.push_back(std::to_string(scan->onTop) + " points on the top face, " + std::to_string(scan->onBench) +
                        " on the bench, " + std::to_string(scan->setAside) +
                        " set aside (edge, clamp, dust, mixed). The underside is not seen.");
    for (const Vec2 p : scan->bridged) {
        out.notes.push_back("Something lies over the rim at x " + std::to_string(std::lround(p.x)) + ", y " +
                            std::to_string(std::lround(p.y)) + " mm; the outline runs straight there. Look at it.");
    }
    return out;
}

constexpr size_t kAskEvery = 1 << 16; // points

/// Asked now and then while points are read.
bool isStopped(size_t points, const ImportOptions& options)
{
    return points % kAskEvery == 0 && options.goOn && !options.goOn();
}

tl::unexpected<Refusal> importStopped()
{
    return refuse("import.stopped", "the reading of the file was stopped.");
}

/// The head of a PLY file: lines of text up to end_header, whatever follows.
struct PlyHead {
    std::vector<Element> elements;
    std::string format;
    size_t bytes = 0; // up to the first point
    int lines = 0;
    [[nodiscard]] bool ascii() const { return format == "ascii"; }
    [[nodiscard]] bool little() const { return format == "binary_little_endian"; }
};

constexpr int kMostHeadLines = 2000;
constexpr size_t kMostHeadLine = 4000; // letters
constexpr size_t kMostProperties = 100;

Expected<void> readElement(PlyHead& head, const std::vector<std::string>& words, const std::string& where)
{
    Element e;
    e.name = words[1];
    const auto [stop, error] = std::from_chars(words[2].data(), words[2].data() + words[2].size(), e.count);
    if (error != std::errc{} || stop != words[2].data() + words[2].size()) {
        return refuse("import.not_ply", where + "\"" + words[2] + "\" is no possible count.");
    }
    head.elements.push_back(std::move(e));
    return {};
}

Expected<void> readProperty(PlyHead& head, const std::vector<std::string>& words, const std::string& where)
{
    const bool list = words[1] == "list";
    auto p = propertyOf(words[list && words.size() >= 5 ? 3 : 1]);
    const auto count = list && words.size() >= 5 ? propertyOf(words[2]) : std::nullopt;
    if (!p || (list && !count) || head.elements.back().properties.size() > kMostProperties) {
        return refuse("import.not_ply", where + "a property of an unknown type.");
    }
    p->name = words.back();
    p->list = list;
    p->countSize = count ? count->size : 0;
    head.elements.back().properties.push_back(*p);
    return {};
}

Expected<PlyHead> plyHead(std::string_view bytes)
{
    PlyHead head;
    bool ended = false;
    while (!ended && head.bytes < bytes.size() && head.lines < kMostHeadLines) {
        const size_t end = bytes.find('\n', head.bytes);
        if (end == std::string_view::npos || end - head.bytes > kMostHeadLine) {
            break;
        }
        const auto words = wordsOf(bytes.substr(head.bytes, end - head.bytes));
        head.bytes = end + 1;
        ++head.lines;
        const std::string where = "line " + std::to_string(head.lines) + ": ";
        Expected<void> read;
        if (head.lines == 1) {
            if (words.empty() || words[0] != "ply") {
                return refuse("import.not_ply", "line 1: not a PLY file.");
            }
        } else if (words.empty() || words[0] == "comment" || words[0] == "obj_info") {
            continue;
        } else if (words[0] == "format" && words.size() >= 2) {
            head.format = words[1];
        } else if (words[0] == "element" && words.size() == 3) {
            read = readElement(head, words, where);
        } else if (words[0] == "property" && words.size() >= 3 && !head.elements.empty()) {
            read = readProperty(head, words, where);
        } else if (words[0] == "end_header") {
            ended = true;
        } else {
            return refuse("import.not_ply", where + "\"" + words[0] + "\" has no place in the head of a PLY file.");
        }
        if (!read) {
            return tl::unexpected(read.error());
        }
    }
    if (!ended) {
        return refuse("import.cut_short",
                      "line " + std::to_string(head.lines + 1) + ": the file ends inside its head.");
    }
    if (!head.ascii() && !head.little() && head.format != "binary_big_endian") {
        return refuse("import.not_ply", "line 2: the format \"" + head.format + "\" is not known.");
    }
    if (head.elements.empty() || head.elements[0].name != "vertex") {
        return refuse("import.not_ply", "line 3: the points (element vertex) are wanted first.");
    }
    return head;
}

/// Where x, y and z of a point stand.
struct PointLayout {
    std::array<size_t, 3> columns{};
    std::array<size_t, 3> offsets{}; // bytes, in a binary file
    size_t stride = 0;               // bytes of a whole point
};

Expected<PointLayout> layoutOf(const Element& vertex)
{
    PointLayout out;
    std::array<bool, 3> there{};
    for (size_t i = 0; i < vertex.properties.size(); ++i) {
        const Property& p = vertex.properties[i];
        if (p.list) {
            return refuse("import.not_ply", "line 3: points with lists in them cannot be read.");
        }
        for (size_t k = 0; k < 3; ++k) {
            if (p.name == std::string(1, static_cast<char>('x' + k))) {
                out.columns[k] = i;
                out.offsets[k] = out.stride;
                there[k] = true;
            }
        }
        out.stride += static_cast<size_t>(p.size);
    }
    if (!there[0] || !there[1] || !there[2]) {
        return refuse("import.not_ply", "line 3: the points need x, y and z.");
    }
    return out;
}

/// Up to where the file ends: fewer than announced when it was cut short.
Expected<std::vector<Point3>> pointsInText(std::string_view rest, const PlyHead& head, const PointLayout& layout,
                                           const ImportOptions& options)
{
    const Element& vertex = head.elements[0];
    std::vector<Point3> points;
    points.reserve(std::min(vertex.count, rest.size() / (2 * vertex.properties.size()) + 1));
    std::vector<double> row(vertex.properties.size());
    while (points.size() < vertex.count) {
        if (isStopped(points.size(), options)) {
            return importStopped();
        }
        const size_t end = rest.find('\n');
        std::string_view one = rest.substr(0, end);
        // A last line without its end may have lost digits: it is not taken as whole.
        const bool whole = end != std::string_view::npos;
        size_t read = 0;
        while (read < row.size() && nextNumber(one, row[read])) {
            ++read;
        }
        if (read < row.size() || (!whole && points.size() + 1 < vertex.count)) {
            if (whole && read > 0) {
                return refuse("import.number", "line " +
                                                   std::to_string(head.lines + static_cast<int>(points.size()) + 1) +
                                                   ": a point without all its numbers.");
            }
            break;
        }
        points.push_back({row[layout.columns[0]], row[layout.columns[1]], row[layout.columns[2]]});
        if (!whole) {
            break;
        }
        rest.remove_prefix(end + 1);
    }
    return points;
}

Expected<std::vector<Point3>> pointsInBytes(std::string_view rest, const PlyHead& head, const PointLayout& layout,
                                            const ImportOptions& options)
{
    const Element& vertex = head.elements[0];
    const bool swap = head.little() != (std::endian::native == std::endian::little);
    const size_t whole = std::min(vertex.count, rest.size() / std::max<size_t>(1, layout.stride));
    std::vector<Point3> points;
    points.reserve(whole);
    for (size_t i = 0; i < whole; ++i) {
        if (isStopped(i, options)) {
            return importStopped();
        }
        const char* start = rest.data() + i * layout.stride;
        const auto value = [&](size_t k) {
            return valueAt(start + layout.offsets[k], vertex.properties[layout.columns[k]], swap);
        };
        points.push_back({value(0), value(1), value(2)});
    }
    return points;
}

} // namespace

Expected<Imported> importPly(std::string_view bytes, const ImportOptions& options)
{
    const auto head = plyHead(bytes);
    if (!head) {
        return tl::unexpected(head.error());
    }
    const Element& vertex = head->elements[0];
    const auto layout = layoutOf(vertex);
    if (!layout) {
        return tl::unexpected(layout.error());
    }
    if (vertex.count > kMostPoints) {
        return refuse("import.too_long", std::to_string(vertex.count) + " points announced; thin the scan to " +
                                             std::to_string(kMostPoints) + " at most.");
    }
    const std::string_view rest = bytes.substr(head->bytes);
    auto points =
        head->ascii() ? pointsInText(rest, *head, *layout, options) : pointsInBytes(rest, *head, *layout, options);
    if (!points) {
        return tl::unexpected(points.error());
    }
    std::vector<std::string> notes;
    if (points->size() < vertex.count) {
        if (!options.keepWhole) {
            return refuse("import.cut_short", announced(vertex.count, points->size()) +
                                                  "; copy it again, or take the " + std::to_string(points->size()) +
                                                  " whole points.");
        }
        notes.push_back("T" + announced(vertex.count, points->size()).substr(1) + ".");
    }
    return fromCloud(std::move(*points), std::move(notes), options);
}

Expected<Imported> importXyz(std::string_view text, const ImportOptions& options)
{
    std::vector<Point3> points;
    std::vector<std::string> notes;
    int line = 0;
    int leftOut = 0;
    while (!text.empty()) {
        const size_t end = std::min(text.find('\n'), text.size());
        std::string_view row = text.substr(0, end);
        text.remove_prefix(std::min(end + 1, text.size()));
        ++line;
        const size_t first = row.find_first_not_of(" \t\r");
        if (first == std::string_view::npos || row[first] == '#') {
            continue;
        }
        Point3 p;
        if (!nextNumber(row, p.x) || !nextNumber(row, p.y) || !nextNumber(row, p.z)) {
            if (line == 1) {
                continue; // a heading
            }
            if (++leftOut > 100) {
                return refuse("import.number", "line " + std::to_string(line) +
                                                   ": three numbers a line are wanted; this is no list of points.");
            }
            continue;
        }
        if (isStopped(points.size(), options)) {
            return importStopped();
        }
        if (points.size() == kMostPoints) {
            return refuse("import.too_long", "more than " + std::to_string(kMostPoints) + " points; thin the scan.");
        }
        points.push_back(p);
    }
    if (leftOut > 0) {
        notes.push_back(std::to_string(leftOut) + " lines without three numbers were left out.");
    }
    return fromCloud(std::move(points), std::move(notes), options);
}

} // namespace burl
