#include "core/router/gcode.h"

#include <algorithm>
#include <charconv>
#include <cmath>

#include "core/measure/text.h"
#include "core/measure/units.h"
#include "core/router/gcode_writer.h"
#include "core/router/strokes.h"

namespace burl
{
namespace
{

constexpr double kHair_mm = 1e-3; // of written digits

/// Where a stroke begins and ends, in the way it runs.
struct Ends {
    double from = 0.0;
    double to = 0.0;
};

/// Beyond the map by the run-out, and beyond all wood that lies in the cutter's way: a slab that is not ripped yet
/// reaches further than what is flattened of it.
Ends endsOf(const GcodeInput& in, double middle)
{
    constexpr double kClear_mm = 2.0; // between the cutter and the wood it goes down beside
    const bool lengthwise = in.passes.along;
    const double radius = in.passes.bit_mm / 2.0;
    Ends out{-in.passes.runoff_mm, (lengthwise ? in.map.length_mm : in.map.width_mm) + in.passes.runoff_mm};
    const double reach = radius + kClear_mm;
    const auto across = [lengthwise](Vec2 p) { return lengthwise ? p.y : p.x; };
    const auto along = [lengthwise](Vec2 p) { return lengthwise ? p.x : p.y; };
    const auto look = [&](double on) {
        out.from = std::min(out.from, on - reach);
        out.to = std::max(out.to, on + reach);
    };
    for (const Ring& ring : in.stock) {
        for (size_t i = 0; i < ring.size(); ++i) {
            const Vec2 a = ring[i];
            const Vec2 b = ring[(i + 1) % ring.size()];
            if (std::abs(across(a) - middle) <= reach) {
                look(along(a));
            }
            for (const double side : {middle - reach, middle + reach}) {
                if ((across(a) < side) != (across(b) < side)) {
                    look(along(a) + (along(b) - along(a)) * (side - across(a)) / (across(b) - across(a)));
                }
            }
        }
    }
    return out;
}

/// Every pass that is wanted, only strokes that meet wood.
void writePasses(const GcodeInput& in, const PassPlan& passes, double safe, GcodeWriter& w)
{
    const GcodeSettings& s = in.settings;
    const StrokeField strokes(in.map, in.passes);
    const bool lengthwise = in.passes.along;
    const auto place = [lengthwise](double on, double middle) {
        return lengthwise ? Vec2{on, middle} : Vec2{middle, on};
    };
    int n = 0;
    for (const Pass& pass : passes.passes) {
        ++n;
        if (s.milling != 0 && pass.milling != s.milling) {
            continue;
        }
        w.comment("pass " + std::to_string(n) + " of " + std::to_string(passes.passes.size()));
        bool there = true; // which way the next stroke runs
        bool down = false;
        for (int k = 0; k < strokes.plan().strokes; ++k) {
            if (!strokes.meets(k, pass.floor_mm)) {
                if (down) {
                    w.rapidUp(safe);
                    down = false;
                }
                continue;
            }
            const double m = strokes.middle(k);
            const Ends ends = endsOf(in, m);
            if (!down) {
                const Vec2 from = place(there ? ends.from : ends.to, m);
                w.rapidTo(from.x, from.y);
                w.plunge(pass.floor_mm); // beside the wood
                down = true;
            }
            double end = there ? ends.to : ends.from;
            const bool goesOn = k + 1 < strokes.plan().strokes && strokes.meets(k + 1, pass.floor_mm);
            if (goesOn) { // over to the next stroke where both have left the wood
                const Ends next = endsOf(in, strokes.middle(k + 1));
                end = there ? std::max(end, next.to) : std::min(end, next.from);
            }
            const Vec2 to = place(end, m);
            w.cutTo(to.x, to.y);
            if (goesOn) {
                const Vec2 over = place(end, strokes.middle(k + 1));
                w.cutTo(over.x, over.y);
            }
            there = !there;
        }
        w.rapidUp(safe);
    }
}

/// What these words reach with their cutter's middle.
Box reachOf(const std::string& words)
{
    std::vector<Vec2> all;
    const auto moves = gcodeMoves(words);
    for (const GcodeMove& m : moves ? *moves : std::vector<GcodeMove>{}) {
        all.push_back({m.to[0], m.to[1]});
    }
    return boundsOf(all);
}

} // namespace

Box stockBox(const GcodeInput& in)
{
    Box box{0.0, 0.0, in.map.length_mm, in.map.width_mm};
    for (const Ring& ring : in.stock) {
        const Box of = boundsOf(ring);
        box = {std::min(box.left, of.left), std::min(box.bottom, of.bottom), std::max(box.right, of.right),
               std::max(box.top, of.top)};
    }
    return box;
}

Expected<std::string> surfacingGcode(const GcodeInput& in)
{
    const GcodeSettings& s = in.settings;
    for (const double feed : {s.feed_mm_min, s.plunge_mm_min}) {
        if (!(feed > 0.0) || feed > kMostFeed_mm_min) {
            return refuse("gcode.feed",
                          "A feed lies between nothing and 30 m a minute: choose one that machine, bit and "
                          "wood can take.");
        }
    }
    const PassPlan passes = passPlan(in.map, in.passes);
    if (std::none_of(passes.passes.begin(), passes.passes.end(),
                     [&](const Pass& p) { return s.milling == 0 || p.milling == s.milling; })) {
        return refuse("gcode.nothing",
                      "This face needs no cut: nothing stands above its plane, or above what this milling leaves.");
    }
    const double safe = passes.highest_mm + std::max(5.0, s.safe_mm);
    GcodeWriter cut(s);
    writePasses(in, passes, safe, cut);
    const Box reach = reachOf((s.inches ? "G20\n" : "G21\n") + cut.text());
    GcodeWriter w(s);
    w.comment(in.title);
    w.comment("Look at every line in a simulator and run it in the air first. Extraction on, nobody at the table.");
    w.comment("Zero: x and y at the lower left corner of what is flattened, marked on the slab; z on the finished "
              "plane. Bit " +
              std::to_string(static_cast<int>(std::lround(in.passes.bit_mm))) + " mm.");
    w.word(s.inches ? "G20" : "G21");
    w.word("G90");
    w.word("G17");
    w.rapidUp(safe);
    w.comment("dry run round all that the bit's middle reaches, spindle off");
    w.rapidTo(0.0, 0.0);
    for (const Vec2 corner :
         {Vec2{reach.left, reach.bottom}, Vec2{reach.right, reach.bottom}, Vec2{reach.right, reach.top},
          Vec2{reach.left, reach.top}, Vec2{reach.left, reach.bottom}}) {
        w.rapidTo(corner.x, corner.y);
    }
    w.word("M0");
    w.spindle();
    writePasses(in, passes, safe, w);
    w.word("M5");
    w.rapidTo(0.0, 0.0);
    w.word("M30");
    return w.text();
}

Expected<std::vector<GcodeMove>> gcodeMoves(std::string_view text)
{
    std::vector<GcodeMove> out;
    double at[3] = {0.0, 0.0, 0.0};
    double feed = 0.0;
    double unit = 1.0;
    int motion = 0;
    bool spindle = false;
    int line = 0;
    for (size_t from = 0; from < text.size();) {
        size_t end = text.find('\n', from);
        end = end == std::string_view::npos ? text.size() : end;
        std::string_view row = text.substr(from, end - from);
        from = end + 1;
        ++line;
        double to[3] = {at[0], at[1], at[2]};
        bool moves = false;
        for (size_t i = 0; i < row.size();) {
            if (row[i] == ' ' || row[i] == '\t' || row[i] == '\r') {
                ++i;
            } else if (row[i] == '(') {
                const size_t close = row.find(')', i);
                i = close == std::string_view::npos ? row.size() : close + 1;
            } else if (row[i] == ';') {
                break;
            } else {
                double value = 0.0;
                const size_t wordAt = i;
                const char letter = row[i];
                const auto [stop, error] = std::from_chars(row.data() + i + 1, row.data() + row.size(), value);
                if (error != std::errc{} || !std::isfinite(value)) {
                    return refuse("gcode.word", "Line " + std::to_string(line) + ": \"" + shownText(row.substr(i, 12)) +
                                                    "\" is not a word of G-code.");
                }
                i = static_cast<size_t>(stop - row.data());
                const std::string axes = "XYZ";
                if (const size_t axis = axes.find(letter); axis != std::string::npos) {
                    to[axis] = value * unit;
                    moves = true;
                } else if (letter == 'M' && (value == 3.0 || value == 4.0 || value == 5.0)) {
                    spindle = value != 5.0;
                } else if (letter == 'F') {
                    feed = value * unit;
                } else if (letter == 'G' && (value == 0.0 || value == 1.0)) {
                    motion = static_cast<int>(value);
                } else if (letter == 'G' && (value == 20.0 || value == 21.0)) {
                    unit = value == 20.0 ? kInch_mm : 1.0;
                } else if (!(letter == 'G' && (value == 17.0 || value == 90.0)) && letter != 'M' && letter != 'S') {
                    return refuse("gcode.word", "Line " + std::to_string(line) + ": \"" +
                                                    shownText(row.substr(wordAt, i - wordAt)) +
                                                    "\" is not among the plain words that are written here.");
                }
            }
        }
        if (moves) {
            GcodeMove move;
            std::copy(at, at + 3, move.from);
            std::copy(to, to + 3, move.to);
            std::copy(to, to + 3, at);
            move.rapid = motion == 0;
            move.spindle = spindle;
            move.feed_mm_min = feed;
            move.line = line;
            out.push_back(move);
        }
    }
    return out;
}

std::vector<std::string> gcodeFaults(const std::vector<GcodeMove>& moves, const Box& stock, double highest_mm,
                                     double reach_mm, double mostFeed_mm_min)
{
    std::vector<std::string> out;
    const auto fault = [&out](const GcodeMove& m, const std::string& what) {
        out.push_back("Line " + std::to_string(m.line) + ": " + what);
    };
    std::vector<Vec2> shown; // by the dry run
    for (size_t i = 1; i < moves.size() && !moves[i].spindle; ++i) {
        shown.push_back({moves[i].to[0], moves[i].to[1]});
    }
    const Box dry = boundsOf(shown);
    for (const GcodeMove& m : moves) {
        if (m.spindle && !shown.empty() &&
            (m.to[0] < dry.left - kHair_mm || m.to[0] > dry.right + kHair_mm || m.to[1] < dry.bottom - kHair_mm ||
             m.to[1] > dry.top + kHair_mm)) {
            fault(m, "it cuts where the dry run did not go.");
        }
        const bool first = &m == &moves.front(); // up to safe height, from wherever the machine stands
        for (const double* p : {m.from, m.to}) {
            if (p == m.from && first) {
                continue;
            }
            if (p[2] < -kHair_mm) {
                fault(m, "it goes below the finished plane.");
            }
            if (p[0] < stock.left - reach_mm - kHair_mm || p[0] > stock.right + reach_mm + kHair_mm ||
                p[1] < stock.bottom - reach_mm - kHair_mm || p[1] > stock.top + reach_mm + kHair_mm) {
                fault(m, "it leaves the stock and its run-out.");
            }
        }
        const bool across = std::hypot(m.to[0] - m.from[0], m.to[1] - m.from[1]) > kHair_mm;
        if (m.rapid && across && !first && std::min(m.from[2], m.to[2]) < highest_mm) {
            fault(m, "it travels fast through the wood.");
        }
        if (m.rapid && m.to[2] < m.from[2] - kHair_mm && m.to[2] < highest_mm) {
            fault(m, "it plunges fast.");
        }
        if (!m.rapid && !(m.feed_mm_min > 0.0 && m.feed_mm_min <= mostFeed_mm_min + kHair_mm)) {
            fault(m, "its feed is out of bounds.");
        }
    }
    return out;
}

} // namespace burl
