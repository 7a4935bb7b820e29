// Drawings in DXF, read by dxflib. It trusts its counts, so they are looked over before.

#include <algorithm>
#include <charconv>
#include <cmath>
#include <map>
#include <numbers>
#include <sstream>

#include <dl_creationadapter.h>
#include <dl_dxf.h>

#include "core/measure/text.h"
#include "exchange/import/curves.h"
#include "exchange/import/drawing.h"

namespace burl
{
namespace
{

/// $INSUNITS: inches, feet, millimetres, centimetres, metres, decimetres; nothing for what is not said.
std::optional<double> unitSaid(int insunits)
{
    switch (insunits) {
    case 1:
        return 25.4;
    case 2:
        return 304.8;
    case 4:
        return 1.0;
    case 5:
        return 10.0;
    case 6:
        return 1000.0;
    case 14:
        return 100.0;
    default:
        return std::nullopt;
    }
}

constexpr double kJoin_mm = 0.5; // loose ends this close belong together
constexpr size_t kMostShapes = 20'000;

/// Pairs of lines, a group code and its value; counts that no file of this size can hold are refused.
Expected<void> lookOver(std::string_view text)
{
    int line = 0;
    int code = 0;
    bool isCode = true;
    bool ended = false;
    const auto most = static_cast<long>(text.size() / 2);
    while (!text.empty() && !ended) {
        const size_t end = std::min(text.find('\n'), text.size());
        const std::string_view row = trimmed(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
        ++line;
        if (row.size() > 2000) {
            return refuse("import.not_dxf", "line " + std::to_string(line) + ": too long for a DXF drawing.");
        }
        if (isCode) {
            const auto [stop, error] = std::from_chars(row.data(), row.data() + row.size(), code);
            if (error != std::errc{} || stop != row.data() + row.size() || code < -5 || code > 1071) {
                if (line < 3) {
                    return refuse("import.not_dxf",
                                  "line 1: not a DXF drawing in text; export it as DXF R12 or R2000.");
                }
                return refuse("import.not_dxf", "line " + std::to_string(line) + ": \"" +
                                                    std::string(row.substr(0, 20)) +
                                                    "\" where a group code is wanted.");
            }
        } else {
            if (code == 0 && row == "EOF") {
                ended = true;
            }
            const bool real =
                (code >= 10 && code <= 59) || (code >= 110 && code <= 149) || (code >= 210 && code <= 239);
            if (real) {
                double value = 0.0;
                const std::string_view number = !row.empty() && row.front() == '+' ? row.substr(1) : row;
                const auto [stop, error] = std::from_chars(number.data(), number.data() + number.size(), value);
                if (error != std::errc{} || stop != number.data() + number.size() || !std::isfinite(value)) {
                    return refuse("import.number", "line " + std::to_string(line) + ": \"" +
                                                       std::string(row.substr(0, 20)) + "\" is no possible number.");
                }
            }
            if (code == 90 || (code >= 70 && code <= 79)) {
                long value = 0;
                const auto [stop, error] = std::from_chars(row.data(), row.data() + row.size(), value);
                if (error != std::errc{} || stop != row.data() + row.size() || (code != 70 && std::abs(value) > most) ||
                    std::abs(value) > 100'000'000) {
                    return refuse("import.number", "line " + std::to_string(line) + ": \"" +
                                                       std::string(row.substr(0, 20)) + "\" is no possible count.");
                }
            }
        }
        isCode = !isCode;
    }
    if (!ended) {
        return refuse("import.cut_short",
                      "line " + std::to_string(line) + ": the drawing ends before EOF; copy or export the file again.");
    }
    return {};
}

/// A piece of a drawing before loose ends are joined.
struct Stroke {
    std::string layer;
    Ring points;
    bool closed = false;
};

class Collector final : public DL_CreationAdapter
{
public:
    std::vector<Stroke> strokes;
    int insunits = 0;
    bool tooMany = false;

    void setVariableInt(const std::string& key, int value, int) override
    {
        if (key == "$INSUNITS") {
            insunits = value;
        }
    }
    void addPolyline(const DL_PolylineData& data) override { begin((data.flags & 1) != 0); }
    void addVertex(const DL_VertexData& data) override
    {
        if (!inPolyline_ || strokes.empty()) {
            return;
        }
        Stroke& s = strokes.back();
        const Vec2 to{data.x, data.y};
        if (!s.points.empty() && bulge_ != 0.0) {
            addBulge(s.points, s.points.back(), to, bulge_);
        } else {
            s.points.push_back(to);
        }
        bulge_ = data.bulge;
    }
    void endEntity() override { finish(); }
    void endSequence() override { finish(); }
    void addLine(const DL_LineData& d) override { add({{d.x1, d.y1}, {d.x2, d.y2}}, false); }
    void addCircle(const DL_CircleData& d) override
    {
        Ring ring;
        addEllipse(ring, {d.cx, d.cy}, {d.radius, 0}, {0, d.radius}, 0.0, 2.0 * std::numbers::pi, tolerance());
        add(std::move(ring), true);
    }
    /// An angle brought into one turn; nothing at all is a whole one where `whole` says so. An angle that is no number,
    /// or so large that it tells no direction, turns nothing.
    static double turnOf(double angle, bool whole)
    {
        constexpr double kTurn = 2.0 * std::numbers::pi;
        constexpr double kMostTurns = 1e9;
        if (!(std::abs(angle) < kMostTurns)) {
            return 0.0;
        }
        if (angle > 0.0 && angle <= kTurn) {
            return angle;
        }
        const double turned = std::fmod(std::fmod(angle, kTurn) + kTurn, kTurn);
        return turned > 0.0 || !whole ? turned : kTurn;
    }
    void addArc(const DL_ArcData& d) override
    {
        const double from = d.angle1 * std::numbers::pi / 180.0;
        const double to = from + turnOf((d.angle2 - d.angle1) * std::numbers::pi / 180.0, false);
        Ring points{{d.cx + d.radius * std::cos(from), d.cy + d.radius * std::sin(from)}};
        addEllipse(points, {d.cx, d.cy}, {d.radius, 0}, {0, d.radius}, from, to, tolerance());
        add(std::move(points), false);
    }
    void addEllipse(const DL_EllipseData& d) override
    {
        const Vec2 a{d.mx, d.my};
        const Vec2 b{-d.my * d.ratio, d.mx * d.ratio};
        const double to = d.angle1 + turnOf(d.angle2 - d.angle1, true);
        const Vec2 centre{d.cx, d.cy};
        Ring points{centre + a * std::cos(d.angle1) + b * std::sin(d.angle1)};
        burl::addEllipse(points, centre, a, b, d.angle1, to, tolerance());
        add(std::move(points), to - d.angle1 > 2.0 * std::numbers::pi - 1e-6);
    }
    void addSpline(const DL_SplineData& d) override
    {
        finish();
        spline_ = Spline{static_cast<int>(d.degree), (d.flags & 1) != 0, {}, {}, lower(attributes.getLayer())};
    }
    void addKnot(const DL_KnotData& d) override
    {
        if (spline_) {
            spline_->knots.push_back(d.k);
        }
    }
    void addControlPoint(const DL_ControlPointData& d) override
    {
        if (spline_) {
            spline_->points.push_back({d.x, d.y});
        }
    }

    void finish()
    {
        if (inPolyline_ && !strokes.empty()) {
            Stroke& s = strokes.back();
            if (s.closed && bulge_ != 0.0 && s.points.size() > 1) {
                addBulge(s.points, s.points.back(), s.points.front(), bulge_);
                s.points.pop_back();
            }
        }
        inPolyline_ = false;
        bulge_ = 0.0;
        if (spline_) {
            Ring points;
            if (burl::addSpline(points, spline_->degree, spline_->knots, spline_->points, tolerance())) {
                strokes.push_back({spline_->layer, std::move(points), spline_->closed});
            }
            spline_.reset();
        }
    }

private:
    struct Spline {
        int degree = 3;
        bool closed = false;
        std::vector<double> knots;
        std::vector<Vec2> points;
        std::string layer;
    };

    static void addEllipse(Ring& out, Vec2 centre, Vec2 a, Vec2 b, double from, double to, double tolerance)
    {
        burl::addEllipse(out, centre, a, b, from, to, tolerance);
    }

    /// An arc between two corners; the bulge is the tangent of a quarter of its angle.
    void addBulge(Ring& out, Vec2 from, Vec2 to, double bulge) const
    {
        const double chord = length(to - from);
        if (chord < 1e-9 || !(std::abs(bulge) < 1e4)) {
            out.push_back(to);
            return;
        }
        const double radius = chord * (1.0 + bulge * bulge) / (4.0 * std::abs(bulge));
        const double height = chord / 2.0 * (1.0 - bulge * bulge) / (2.0 * bulge);
        const Vec2 middle = (from + to) * 0.5;
        const Vec2 side{-(to.y - from.y) / chord, (to.x - from.x) / chord};
        const Vec2 centre = middle + side * height;
        const double start = std::atan2(from.y - centre.y, from.x - centre.x);
        addEllipse(out, centre, {radius, 0}, {0, radius}, start, start + 4.0 * std::atan(bulge), tolerance());
        out.back() = to;
    }

    /// In the drawing's own units.
    [[nodiscard]] double tolerance() const { return kCurveTolerance_mm / unitSaid(insunits).value_or(1.0); }

    void begin(bool closed)
    {
        finish();
        add({}, closed);
        inPolyline_ = !tooMany;
    }

    void add(Ring points, bool closed)
    {
        if (strokes.size() >= kMostShapes) {
            tooMany = true;
            return;
        }
        strokes.push_back({lower(attributes.getLayer()), std::move(points), closed});
    }

    bool inPolyline_ = false;
    double bulge_ = 0.0;
    std::optional<Spline> spline_;
};

/// Loose lines and arcs of one layer, end to end.
std::vector<DrawnRing> joined(std::vector<Stroke> strokes, double unit_mm)
{
    std::vector<DrawnRing> out;
    std::map<std::string, std::vector<Ring>> loose;
    for (Stroke& s : strokes) {
        for (Vec2& p : s.points) {
            p = p * unit_mm;
        }
        if (s.closed || s.points.size() > 40) {
            out.push_back({s.layer, std::move(s.points), s.closed});
        } else if (s.points.size() >= 2) {
            loose[s.layer].push_back(std::move(s.points));
        }
    }
    for (auto& [layer, parts] : loose) {
        std::vector<bool> used(parts.size(), false);
        for (size_t i = 0; i < parts.size() && parts.size() <= 4000; ++i) {
            if (used[i]) {
                continue;
            }
            used[i] = true;
            Ring chain = parts[i];
            for (bool grown = true; grown;) {
                grown = false;
                for (size_t k = 0; k < parts.size(); ++k) {
                    if (used[k]) {
                        continue;
                    }
                    if (length(parts[k].back() - chain.back()) < kJoin_mm) {
                        std::reverse(parts[k].begin(), parts[k].end());
                    }
                    if (length(parts[k].front() - chain.back()) < kJoin_mm) {
                        chain.insert(chain.end(), parts[k].begin() + 1, parts[k].end());
                        used[k] = grown = true;
                    }
                }
            }
            if (chain.size() >= 3) {
                const bool closed = length(chain.front() - chain.back()) < kJoin_mm;
                out.push_back({layer, std::move(chain), closed});
            }
        }
    }
    out.erase(std::remove_if(out.begin(), out.end(), [](const DrawnRing& r) { return r.ring.size() < 3; }), out.end());
    return out;
}

} // namespace

Expected<Imported> importDxf(std::string_view text, const ImportOptions& options)
{
    if (text.substr(0, 18) == "AutoCAD Binary DXF") {
        return refuse("import.not_dxf", "line 1: a binary DXF; export it as text (DXF R12 or R2000).");
    }
    if (const auto sound = lookOver(text); !sound) {
        return tl::unexpected(sound.error());
    }
    Collector collector;
    DL_Dxf reader;
    std::istringstream stream{std::string(text)};
    stream.imbue(std::locale::classic());
    if (!reader.in(stream, &collector)) {
        return refuse("import.not_dxf", "line 1: the drawing cannot be read; export it as DXF R12 or R2000.");
    }
    collector.finish();
    if (collector.tooMany) {
        return refuse("import.too_long", "the drawing has more than 20000 shapes; hand in the outline alone.");
    }
    const auto said = unitSaid(collector.insunits);
    const double unit_mm = options.unit_mm > 0.0 ? options.unit_mm : said.value_or(1.0);
    auto rings = joined(std::move(collector.strokes), unit_mm);
    if (rings.empty()) {
        return refuse("import.no_outline", "no outline in this drawing: no polyline or closed shape stands in it.");
    }
    auto out = importedFrom(rings, options);
    if (out && !said && options.unit_mm <= 0.0) {
        out->notes.insert(out->notes.begin(), "The drawing says no unit; millimetres were taken. Check one length.");
    }
    return out;
}

} // namespace burl
