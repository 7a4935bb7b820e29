// Drawings in SVG: paths, polygons, rectangles, circles; transforms; page size, units and viewBox.

#include <algorithm>
#include <charconv>
#include <cmath>
#include <cstring>
#include <numbers>

#include <pugixml.hpp>

#include "core/measure/text.h"
#include "exchange/import/curves.h"
#include "exchange/import/drawing.h"
#include "exchange/import/svg_path.h"
#include "exchange/json/position.h"

namespace burl
{
namespace
{

constexpr double kPixel_mm = 25.4 / 96.0; // CSS pixels

struct Measure {
    double value = 0.0;
    double unit_mm = kPixel_mm;
    bool named = false; // its unit was said
};

std::optional<Measure> measureOf(std::string_view text)
{
    Measure out;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), out.value);
    if (error != std::errc{} || !std::isfinite(out.value)) {
        return std::nullopt;
    }
    const std::string_view unit = text.substr(static_cast<size_t>(end - text.data()));
    for (const auto& [word, mm] : {std::pair{"mm", 1.0},
                                   {"cm", 10.0},
                                   {"in", 25.4},
                                   {"pt", 25.4 / 72.0},
                                   {"pc", 25.4 / 6.0},
                                   {"px", kPixel_mm}}) {
        if (unit == word) {
            out.unit_mm = mm;
            out.named = std::strcmp(word, "px") != 0;
        }
    }
    if (unit == "%") {
        return std::nullopt;
    }
    return out;
}

std::vector<double> numbersOf(std::string_view text)
{
    std::vector<double> out;
    while (out.size() < 200'000) {
        const size_t from = text.find_first_not_of(" ,\t\r\n+");
        if (from == std::string_view::npos) {
            break;
        }
        double value = 0.0;
        const auto [end, error] = std::from_chars(text.data() + from, text.data() + text.size(), value);
        if (error != std::errc{} || !std::isfinite(value)) {
            break;
        }
        out.push_back(value);
        text.remove_prefix(static_cast<size_t>(end - text.data()));
    }
    return out;
}

class Reader
{
public:
    explicit Reader(const ImportOptions& options) : options_(options) {}

    Expected<Imported> run(std::string_view text)
    {
        pugi::xml_document document;
        const auto read = document.load_buffer(text.data(), text.size(), pugi::parse_default);
        if (!read) {
            return refuse(
                "import.not_xml",
                "line " +
                    std::to_string(lineOfOffset(text, static_cast<size_t>(std::max<std::ptrdiff_t>(0, read.offset)))) +
                    ": not a readable drawing; a tag or quote is wrong there.");
        }
        pugi::xml_node root;
        for (const pugi::xml_node& node : document.children()) {
            if (std::strcmp(bare(node.name()), "svg") == 0) {
                root = node;
            }
        }
        if (!root) {
            return refuse("import.not_svg", "line 1: no <svg> stands in this file.");
        }
        const auto page = pageOf(root);
        if (!page) {
            return tl::unexpected(page.error());
        }
        if (const auto trouble = walk(root, *page, 0); !trouble.empty()) {
            return refuse("import.path", trouble);
        }
        if (rings_.empty()) {
            return refuse("import.no_outline", "no outline in this drawing: no path or closed shape stands in it.");
        }
        for (DrawnRing& r : rings_) {
            for (Vec2& p : r.ring) {
                p.y = height_mm_ - p.y; // a page runs down, a slab up
            }
        }
        auto out = importedFrom(rings_, options_);
        if (out) {
            out->notes.insert(out->notes.begin(), notes_.begin(), notes_.end());
        }
        return out;
    }

private:
    static const char* bare(const char* name)
    {
        const char* colon = std::strchr(name, ':');
        return colon != nullptr ? colon + 1 : name;
    }

    /// User units of the root to page millimetres.
    Expected<SvgTransform> pageOf(const pugi::xml_node& root)
    {
        const auto width = measureOf(root.attribute("width").value());
        const auto height = measureOf(root.attribute("height").value());
        const auto box = numbersOf(root.attribute("viewBox").value());
        double sx = kPixel_mm;
        SvgTransform out;
        if (box.size() == 4 && box[2] > 0.0 && box[3] > 0.0) {
            if (width && height && width->value > 0.0 && height->value > 0.0) {
                const double fitX = width->value * width->unit_mm / box[2];
                const double fitY = height->value * height->unit_mm / box[3];
                sx = std::min(fitX, fitY); // both ways alike, in the middle of the page
                const double spareX = width->value * width->unit_mm - sx * box[2];
                const double spareY = height->value * height->unit_mm - sx * box[3];
                out = {sx, 0, 0, sx, spareX / 2.0 - sx * box[0], spareY / 2.0 - sx * box[1]};
                height_mm_ = height->value * height->unit_mm;
                named_ = width->named;
            } else {
                out = {sx, 0, 0, sx, -sx * box[0], -sx * box[1]};
                height_mm_ = sx * box[3];
            }
        } else {
            out = {sx, 0, 0, sx, 0, 0};
            height_mm_ = height ? height->value * height->unit_mm : 0.0;
        }
        if (options_.unit_mm > 0.0) {
            const double by = options_.unit_mm / sx;
            out = SvgTransform{by, 0, 0, by, 0, 0}.then(out);
            height_mm_ *= by;
        } else if (!named_) {
            notes_.push_back("The drawing says no unit; 96 pixels an inch were taken. Check one length.");
        }
        return out;
    }

    std::string walk(const pugi::xml_node& node, const SvgTransform& at, int depth)
    {
        if (depth > 60) {
            return "the drawing is nested too deep; export it flat.";
        }
        for (const pugi::xml_node& child : node.children()) {
            const std::string name = bare(child.name());
            if (name == "defs" || name == "symbol" || name == "clipPath" || name == "mask" || name == "pattern" ||
                name == "marker" || std::strcmp(child.attribute("display").value(), "none") == 0) {
                continue;
            }
            auto own = svgTransform(child.attribute("transform").value());
            if (!own) {
                return own.error().sentence;
            }
            const SvgTransform to = at.then(*own);
            std::string trouble;
            if (name == "g" || name == "a" || name == "svg") {
                trouble = walk(child, to, depth + 1);
            } else {
                trouble = shape(child, name, to);
            }
            if (!trouble.empty()) {
                return trouble;
            }
        }
        return {};
    }

    std::string shape(const pugi::xml_node& node, const std::string& kind, const SvgTransform& to)
    {
        const double scale = std::sqrt(std::abs(to.a * to.d - to.b * to.c));
        const double tolerance = kCurveTolerance_mm / std::max(1e-6, scale);
        const std::string name =
            lower(std::string(node.attribute("id").value()) + ' ' + node.attribute("class").value());
        // In the drawing's own units; never by the locale, which would end "12.5" at its point.
        const auto number = [&](const char* key) {
            const auto m = measureOf(node.attribute(key).value());
            return !m ? 0.0 : m->named ? m->value * m->unit_mm / kPixel_mm : m->value;
        };
        if (kind == "path") {
            const auto parts = svgPath(node.attribute("d").value(), tolerance);
            if (!parts) {
                return parts.error().sentence;
            }
            for (const SvgSubpath& part : *parts) {
                add(name, part.points, part.closed, to);
            }
        } else if (kind == "polygon" || kind == "polyline") {
            const auto values = numbersOf(node.attribute("points").value());
            Ring ring;
            for (size_t i = 0; i + 1 < values.size(); i += 2) {
                ring.push_back({values[i], values[i + 1]});
            }
            add(name, ring, kind == "polygon", to);
        } else if (kind == "rect") {
            const double x = number("x");
            const double y = number("y");
            const double w = number("width");
            const double h = number("height");
            add(name, {{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}}, true, to);
        } else if (kind == "circle" || kind == "ellipse") {
            const double rx = kind == "circle" ? number("r") : number("rx");
            const double ry = kind == "circle" ? number("r") : number("ry");
            Ring ring;
            addEllipse(ring, {number("cx"), number("cy")}, {rx, 0}, {0, ry}, 0.0, 2.0 * std::numbers::pi, tolerance);
            add(name, ring, true, to);
        }
        return {};
    }

    void add(const std::string& name, const Ring& ring, bool closed, const SvgTransform& to)
    {
        if (ring.size() < 3 || rings_.size() >= 5000) {
            return;
        }
        DrawnRing out{name, {}, closed};
        out.ring.reserve(ring.size());
        for (const Vec2 p : ring) {
            out.ring.push_back(to.map(p));
        }
        rings_.push_back(std::move(out));
    }

    const ImportOptions& options_;
    std::vector<DrawnRing> rings_;
    std::vector<std::string> notes_;
    double height_mm_ = 0.0;
    bool named_ = false;
};

} // namespace

Expected<Imported> importSvg(std::string_view text, const ImportOptions& options)
{
    return Reader(options).run(text);
}

} // namespace burl
