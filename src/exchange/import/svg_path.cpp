#include "exchange/import/svg_path.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <numbers>
#include <optional>

#include "exchange/import/curves.h"

namespace burl
{
namespace
{

constexpr size_t kMostCurvePoints = 400'000;

/// Numbers one after another, as crowded as SVG allows: "1.5-2.3.4e2".
class Numbers
{
public:
    explicit Numbers(std::string_view text) : text_(text) {}

    void skip()
    {
        while (at_ < text_.size() && (text_[at_] == ' ' || text_[at_] == ',' || text_[at_] == '\n' ||
                                      text_[at_] == '\r' || text_[at_] == '\t' || text_[at_] == '\f')) {
            ++at_;
        }
    }
    [[nodiscard]] bool done()
    {
        skip();
        return at_ >= text_.size();
    }
    [[nodiscard]] char peek()
    {
        skip();
        return at_ < text_.size() ? text_[at_] : '\0';
    }
    char take() { return text_[at_++]; }

    std::optional<double> number()
    {
        skip();
        size_t from = at_;
        if (from < text_.size() && text_[from] == '+') {
            ++from;
        }
        double value = 0.0;
        const auto [end, error] = std::from_chars(text_.data() + from, text_.data() + text_.size(), value);
        if (error != std::errc{} || !std::isfinite(value) || std::abs(value) > 1e9) {
            return std::nullopt;
        }
        at_ = static_cast<size_t>(end - text_.data());
        return value;
    }
    /// Flags of an arc may stand without anything between: "a1 1 0 00 2 2".
    std::optional<bool> flag()
    {
        const char c = peek();
        if (c != '0' && c != '1') {
            return std::nullopt;
        }
        ++at_;
        return c == '1';
    }
    [[nodiscard]] size_t at() const { return at_; }

private:
    std::string_view text_;
    size_t at_ = 0;
};

/// The endpoint form of an arc (SVG 1.1, appendix F.6.5) as an ellipse round its centre.
void addArc(Ring& out, Vec2 from, double rx, double ry, double turn_deg, bool large, bool sweep, Vec2 to,
            double tolerance)
{
    rx = std::abs(rx);
    ry = std::abs(ry);
    if (rx < 1e-9 || ry < 1e-9 || length(to - from) < 1e-12) {
        out.push_back(to);
        return;
    }
    const double phi = turn_deg * std::numbers::pi / 180.0;
    const double c = std::cos(phi);
    const double s = std::sin(phi);
    const Vec2 half = (from - to) * 0.5;
    const Vec2 p{c * half.x + s * half.y, -s * half.x + c * half.y};
    const double scale = p.x * p.x / (rx * rx) + p.y * p.y / (ry * ry);
    if (scale > 1.0) {
        rx *= std::sqrt(scale);
        ry *= std::sqrt(scale);
    }
    const double below = rx * rx * p.y * p.y + ry * ry * p.x * p.x;
    double k = below > 0.0 ? std::sqrt(std::max(0.0, (rx * rx * ry * ry - below) / below)) : 0.0;
    k = large == sweep ? -k : k;
    const Vec2 q{k * rx * p.y / ry, -k * ry * p.x / rx};
    const Vec2 middle = (from + to) * 0.5;
    const Vec2 centre{c * q.x - s * q.y + middle.x, s * q.x + c * q.y + middle.y};
    const double start = std::atan2((p.y - q.y) / ry, (p.x - q.x) / rx);
    const double end = std::atan2((-p.y - q.y) / ry, (-p.x - q.x) / rx);
    double sweepBy = end - start;
    if (sweep && sweepBy < 0.0) {
        sweepBy += 2.0 * std::numbers::pi;
    } else if (!sweep && sweepBy > 0.0) {
        sweepBy -= 2.0 * std::numbers::pi;
    }
    addEllipse(out, centre, {c * rx, s * rx}, {-s * ry, c * ry}, start, start + sweepBy, tolerance);
    out.back() = to;
}

} // namespace

Expected<std::vector<SvgSubpath>> svgPath(std::string_view d, double tolerance)
{
    std::vector<SvgSubpath> out;
    Numbers in(d);
    Vec2 at;
    Vec2 start;
    Vec2 control; // of the last curve, mirrored by S and T
    char command = '\0';
    char last = '\0';
    size_t points = 0;
    const auto wrong = [&] {
        return refuse("import.path", "the path cannot be read at its character " + std::to_string(in.at() + 1) +
                                         "; export the drawing again.");
    };
    while (!in.done()) {
        const char c = in.peek();
        if ((c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z')) {
            command = in.take();
        } else if (command == 'Z' || command == 'z' || command == '\0') {
            return wrong();
        } else if (command == 'M') {
            command = 'L'; // further pairs after a move are lines
        } else if (command == 'm') {
            command = 'l';
        }
        const bool relative = command >= 'a';
        const Vec2 base = relative ? at : Vec2{};
        const char kind = relative ? static_cast<char>(command - 'a' + 'A') : command;
        double v[7] = {};
        const auto read = [&](int n) {
            for (int i = 0; i < n; ++i) {
                const auto value = in.number();
                if (!value) {
                    return false;
                }
                v[i] = *value;
            }
            return true;
        };
        if (kind != 'M' && kind != 'Z') {
            if (out.empty() || out.back().closed) { // after a closed shape the next begins where it began
                out.push_back({{at}, false});
            }
        }
        switch (kind) {
        case 'M':
            if (!read(2)) {
                return wrong();
            }
            at = base + Vec2{v[0], v[1]};
            start = at;
            out.push_back({{at}, false});
            break;
        case 'Z':
            if (!out.empty()) {
                out.back().closed = true;
            }
            at = start;
            break;
        case 'L':
        case 'T':
            if (!read(2)) {
                return wrong();
            }
            if (kind == 'T') {
                control = last == 'Q' || last == 'T' ? at * 2.0 - control : at;
                addQuadratic(out.back().points, at, control, base + Vec2{v[0], v[1]}, tolerance);
            } else {
                out.back().points.push_back(base + Vec2{v[0], v[1]});
            }
            at = base + Vec2{v[0], v[1]};
            break;
        case 'H':
        case 'V':
            if (!read(1)) {
                return wrong();
            }
            at = kind == 'H' ? Vec2{base.x + v[0], at.y} : Vec2{at.x, base.y + v[0]};
            out.back().points.push_back(at);
            break;
        case 'C': {
            if (!read(6)) {
                return wrong();
            }
            const Vec2 to = base + Vec2{v[4], v[5]};
            control = base + Vec2{v[2], v[3]};
            addCubic(out.back().points, at, base + Vec2{v[0], v[1]}, control, to, tolerance);
            at = to;
            break;
        }
        case 'S': {
            if (!read(4)) {
                return wrong();
            }
            const Vec2 first = last == 'C' || last == 'S' ? at * 2.0 - control : at;
            const Vec2 to = base + Vec2{v[2], v[3]};
            control = base + Vec2{v[0], v[1]};
            addCubic(out.back().points, at, first, control, to, tolerance);
            at = to;
            break;
        }
        case 'Q': {
            if (!read(4)) {
                return wrong();
            }
            const Vec2 to = base + Vec2{v[2], v[3]};
            control = base + Vec2{v[0], v[1]};
            addQuadratic(out.back().points, at, control, to, tolerance);
            at = to;
            break;
        }
        case 'A': {
            if (!read(3)) {
                return wrong();
            }
            const auto large = in.flag();
            const auto sweep = in.flag();
            const auto x = in.number();
            const auto y = in.number();
            if (!large || !sweep || !x || !y) {
                return wrong();
            }
            const Vec2 to = base + Vec2{*x, *y};
            addArc(out.back().points, at, v[0], v[1], v[2], *large, *sweep, to, tolerance);
            at = to;
            break;
        }
        default:
            return wrong();
        }
        last = kind;
        points += out.empty() ? 0 : 1;
        size_t all = 0;
        if (++points % 1000 == 0) {
            for (const SvgSubpath& s : out) {
                all += s.points.size();
            }
        }
        if (all > kMostCurvePoints) {
            return refuse("import.too_long", "the path has too many points; export the drawing coarser.");
        }
    }
    return out;
}

SvgTransform SvgTransform::then(const SvgTransform& inner) const
{
    return {a * inner.a + c * inner.b, b * inner.a + d * inner.b,     a * inner.c + c * inner.d,
            b * inner.c + d * inner.d, a * inner.e + c * inner.f + e, b * inner.e + d * inner.f + f};
}

Expected<SvgTransform> svgTransform(std::string_view text)
{
    SvgTransform out;
    while (true) {
        const size_t from = text.find_first_not_of(" ,\t\r\n");
        if (from == std::string_view::npos) {
            return out;
        }
        const size_t open = text.find('(', from);
        const size_t close = text.find(')', from);
        if (open == std::string_view::npos || close == std::string_view::npos || close < open) {
            return refuse("import.transform",
                          "a transform of the drawing cannot be read: \"" + std::string(text.substr(0, 40)) + "\".");
        }
        std::string_view name = text.substr(from, open - from);
        while (!name.empty() && name.back() == ' ') {
            name.remove_suffix(1);
        }
        Numbers in(text.substr(open + 1, close - open - 1));
        double v[6] = {};
        int n = 0;
        while (n < 6 && !in.done()) {
            const auto value = in.number();
            if (!value) {
                break;
            }
            v[n++] = *value;
        }
        SvgTransform step;
        const double radians = v[0] * std::numbers::pi / 180.0;
        bool known = n > 0 && in.done();
        if (name == "translate") {
            step = {1, 0, 0, 1, v[0], n > 1 ? v[1] : 0.0};
        } else if (name == "scale") {
            step = {v[0], 0, 0, n > 1 ? v[1] : v[0], 0, 0};
        } else if (name == "rotate") {
            const double c = std::cos(radians);
            const double s = std::sin(radians);
            step = {c, s, -s, c, v[1] - c * v[1] + s * v[2], v[2] - s * v[1] - c * v[2]};
        } else if (name == "skewX") {
            step = {1, 0, std::tan(radians), 1, 0, 0};
        } else if (name == "skewY") {
            step = {1, std::tan(radians), 0, 1, 0, 0};
        } else if (name == "matrix") {
            known = known && n == 6;
            step = {v[0], v[1], v[2], v[3], v[4], v[5]};
        } else {
            known = false;
        }
        if (!known) {
            return refuse("import.transform",
                          "a transform of the drawing cannot be read: \"" + std::string(text.substr(from, 40)) + "\".");
        }
        out = out.then(step);
        text.remove_prefix(close + 1);
    }
}

} // namespace burl
