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

namespace
{

/// The commands of a path, one after the other, from where the last one ended.
class PathReader
{
public:
    PathReader(std::string_view d, double tolerance) : in_(d), tolerance_(tolerance) {}

    Expected<std::vector<SvgSubpath>> read()
    {
        char command = '\0';
        for (size_t commands = 0; !in_.done(); ++commands) {
            command = next(command);
            relative_ = command >= 'a';
            const char kind = relative_ ? static_cast<char>(command - 'a' + 'A') : command;
            if (kind != 'M' && kind != 'Z' && kind != '\0' && (out_.empty() || out_.back().closed)) {
                out_.push_back({{at_}, false}); // after a closed shape the next begins where it began
            }
            if (!follow(kind)) {
                return refuse("import.path", "the path cannot be read at its character " +
                                                 std::to_string(in_.at() + 1) + "; export the drawing again.");
            }
            last_ = kind;
            if (commands % kLookEvery == 0 && tooLong()) {
                return refuse("import.too_long", "the path has too many points; export the drawing coarser.");
            }
        }
        if (tooLong()) {
            return refuse("import.too_long", "the path has too many points; export the drawing coarser.");
        }
        return std::move(out_);
    }

private:
    static constexpr size_t kLookEvery = 1000; // commands, between two counts of the points

    /// The command that stands there, or the last one again; '\0' where none may.
    char next(char last)
    {
        const char c = in_.peek();
        if ((c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z')) {
            return in_.take();
        }
        switch (last) {
        case 'Z':
        case 'z':
            return '\0';
        case 'M':
            return 'L'; // further pairs after a move are lines
        case 'm':
            return 'l';
        default:
            return last;
        }
    }

    bool follow(char kind)
    {
        switch (kind) {
        case 'M':
            return move();
        case 'Z':
            return close();
        case 'L':
            return line();
        case 'H':
        case 'V':
            return straight(kind == 'H');
        case 'C':
        case 'S':
            return cubic(kind == 'S');
        case 'Q':
        case 'T':
            return quadratic(kind == 'T');
        case 'A':
            return arc();
        default:
            return false;
        }
    }

    bool move()
    {
        const auto to = place();
        if (!to) {
            return false;
        }
        at_ = start_ = *to;
        out_.push_back({{at_}, false});
        return true;
    }

    bool close()
    {
        if (!out_.empty()) {
            out_.back().closed = true;
        }
        at_ = start_;
        return true;
    }

    bool line()
    {
        const auto to = place();
        if (to) {
            points().push_back(*to);
            at_ = *to;
        }
        return to.has_value();
    }

    bool straight(bool along)
    {
        const auto value = in_.number();
        if (value) {
            (along ? at_.x : at_.y) = (relative_ ? (along ? at_.x : at_.y) : 0.0) + *value;
            points().push_back(at_);
        }
        return value.has_value();
    }

    /// A smooth one takes its first handle from the last curve, mirrored.
    bool cubic(bool smooth)
    {
        const auto first = smooth ? std::optional(last_ == 'C' || last_ == 'S' ? at_ * 2.0 - control_ : at_) : place();
        const auto second = first ? place() : std::nullopt;
        const auto to = second ? place() : std::nullopt;
        if (to) {
            addCubic(points(), at_, *first, *second, *to, tolerance_);
            control_ = *second;
            at_ = *to;
        }
        return to.has_value();
    }

    bool quadratic(bool smooth)
    {
        const auto handle = smooth ? std::optional(last_ == 'Q' || last_ == 'T' ? at_ * 2.0 - control_ : at_) : place();
        const auto to = handle ? place() : std::nullopt;
        if (to) {
            addQuadratic(points(), at_, *handle, *to, tolerance_);
            control_ = *handle;
            at_ = *to;
        }
        return to.has_value();
    }

    bool arc()
    {
        const auto rx = in_.number();
        const auto ry = rx ? in_.number() : std::nullopt;
        const auto turn_deg = ry ? in_.number() : std::nullopt;
        const auto large = turn_deg ? in_.flag() : std::nullopt;
        const auto sweep = large ? in_.flag() : std::nullopt;
        const auto to = sweep ? place() : std::nullopt;
        if (to) {
            addArc(points(), at_, *rx, *ry, *turn_deg, *large, *sweep, *to, tolerance_);
            at_ = *to;
        }
        return to.has_value();
    }

    /// Two numbers: a place, from where the last command ended when the command is relative.
    std::optional<Vec2> place()
    {
        const auto x = in_.number();
        const auto y = x ? in_.number() : std::nullopt;
        return y ? std::optional((relative_ ? at_ : Vec2{}) + Vec2{*x, *y}) : std::nullopt;
    }

    [[nodiscard]] Ring& points() { return out_.back().points; }

    [[nodiscard]] bool tooLong() const
    {
        size_t all = 0;
        for (const SvgSubpath& s : out_) {
            all += s.points.size();
        }
        return all > kMostCurvePoints;
    }

    Numbers in_;
    double tolerance_;
    std::vector<SvgSubpath> out_;
    Vec2 at_;
    Vec2 start_;
    Vec2 control_; // of the last curve
    bool relative_ = false;
    char last_ = '\0';
};

} // namespace

Expected<std::vector<SvgSubpath>> svgPath(std::string_view d, double tolerance)
{
    return PathReader(d, tolerance).read();
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
