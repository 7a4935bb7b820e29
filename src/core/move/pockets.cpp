#include "core/move/pockets.h"

#include <algorithm>
#include <cmath>

#include "core/measure/format.h"
#include "core/router/gcode_writer.h"

namespace burl
{
namespace
{

constexpr double kWebRoom_mm = 0.5;    // a bed is as much deeper than the web
constexpr double kFlangeRoom_mm = 1.0; // a slot is as much wider than its flange
constexpr double kStep = 0.45;         // of the bit, from round to round
constexpr double kHair_mm = 2e-3;      // of written digits
constexpr double kAbove_mm = 2.0;      // a bit goes fast down to here over the wood
constexpr double kCross_mm = 15.0;     // half a cross at a hole

Ring lying(const Ring& ring, const Box& top)
{
    Ring out;
    for (const Vec2 at : ring) {
        out.push_back(asItLies(at, top));
    }
    return anticlockwise(out);
}

Box shrunk(const Box& box, double by)
{
    return {box.left + by, box.bottom + by, box.right - by, box.top - by};
}

Ring ringOf(const Box& b)
{
    return {{b.left, b.bottom}, {b.right, b.bottom}, {b.right, b.top}, {b.left, b.top}};
}

/// The ways of the bit's middle that clear a pocket, from the innermost to its rim, closed.
std::vector<Ring> roundsOf(const Pocket& pocket, const PocketTools& tools)
{
    std::vector<Ring> out;
    const Ring rim = lying(pocket.rim(), tools.top);
    if (pocket.taper_mm > 0.0) {
        for (double in = tools.bit_mm / 2.0;; in += kStep * tools.bit_mm) {
            const Ring way = largestRing(grown({rim}, -in));
            if (way.size() < 3) {
                break;
            }
            out.insert(out.begin(), anticlockwise(way));
        }
        return out;
    }
    const Box box = shrunk(boundsOf(rim), tools.bit_mm / 2.0);
    const double narrow = std::min(box.width(), box.height()) / 2.0;
    const int rounds = static_cast<int>(std::ceil(narrow / (kStep * tools.bit_mm) - 1e-9));
    for (int round = rounds; round >= 0; --round) {
        out.push_back(ringOf(shrunk(box, rounds == 0 ? 0.0 : narrow * round / rounds)));
    }
    return out;
}

std::string tenths(double mm)
{
    return formatQuantity(mm, Unit::Length, {});
}

} // namespace

Ring Pocket::rim() const
{
    const double in = taper_mm / 2.0;
    return {{box.left, box.bottom}, {box.right, box.bottom}, {box.right - in, box.top}, {box.left + in, box.top}};
}

double Pocket::narrowest_mm() const
{
    return std::min(box.width() - taper_mm, box.height());
}

std::vector<Pocket> pocketsOf(const MovePlan& plan)
{
    std::vector<Pocket> out;
    for (size_t i = 0; i < plan.plates.size(); ++i) {
        const BasePlatePlan& p = plan.plates[i];
        if (p.plate.letIn && p.pocketLong.known()) {
            const double half = p.pocketWide.value() / 2.0;
            out.push_back({"plate " + std::to_string(i + 1),
                           {p.plate.x_mm - half, p.from_mm, p.plate.x_mm + half, p.to_mm},
                           p.plate.thick_mm});
        }
    }
    for (size_t i = 0; i < plan.channels.size(); ++i) {
        const ChannelPlan& c = plan.channels[i];
        if (!c.groove.known()) {
            continue;
        }
        const double half = c.channel.width_mm / 2.0;
        const Box box{c.channel.x_mm - half, c.channel.middle_mm - c.halfReach_mm(), c.channel.x_mm + half,
                      c.channel.middle_mm + c.halfReach_mm()};
        const std::string name = "channel " + std::to_string(i + 1);
        const bool two =
            c.channel.groove == GrooveKind::TwoSlots && c.stock && c.stock->section.kind == SectionKind::Channel;
        if (!two) {
            out.push_back({name, box, c.channel.depth_mm, std::min(c.channel.taper_mm, c.channel.width_mm)});
            continue;
        }
        const double wall = c.stock->section.thickness_mm;
        const double slot = std::min(wall + kFlangeRoom_mm, half);
        out.push_back({name + ", bed", box, std::min(wall + kWebRoom_mm, c.channel.depth_mm)});
        out.push_back({name + ", left slot", {box.left, box.bottom, box.left + slot, box.top}, c.channel.depth_mm});
        out.push_back({name + ", right slot", {box.right - slot, box.bottom, box.right, box.top}, c.channel.depth_mm});
    }
    return out;
}

Expected<std::string> pocketGcode(const std::string& title, const std::vector<Pocket>& pockets,
                                  const PocketTools& tools)
{
    if (pockets.empty()) {
        return refuse("gcode.nothing", "Nothing is let into the underside: no channel, and no plate that lies flush.");
    }
    for (const double feed : {tools.settings.feed_mm_min, tools.settings.plunge_mm_min}) {
        if (!(feed > 0.0) || feed > kMostFeed_mm_min) {
            return refuse("gcode.feed", "A feed lies between nothing and 30 m a minute: choose one that machine, bit "
                                        "and wood can take.");
        }
    }
    for (const Pocket& p : pockets) {
        if (p.narrowest_mm() < tools.bit_mm) {
            return refuse("gcode.bit", "The pocket of " + p.name + " is " + tenths(p.narrowest_mm()) +
                                           " narrow, and the bit " + tenths(tools.bit_mm) + ": take a smaller one.");
        }
        if (p.deep_mm >= tools.thickness_mm) {
            return refuse("gcode.deep", "The pocket of " + p.name + " goes through the top: take a lower section.");
        }
    }
    const double surface = tools.thickness_mm;
    const double safe = surface + std::max(5.0, tools.settings.safe_mm);
    GcodeWriter w(tools.settings);
    w.comment(title);
    w.comment("Look at every line in a simulator and run it in the air first. Extraction on, nobody at the table.");
    w.comment("The show face lies on the table, the underside up. Zero: x and y at the lower left corner of the top's "
              "box, z on the table. Bit " +
              std::to_string(static_cast<int>(std::lround(tools.bit_mm))) + " mm.");
    w.word(tools.settings.inches ? "G20" : "G21");
    w.word("G90");
    w.word("G17");
    w.rapidUp(safe);
    w.comment("dry run round each pocket, spindle off");
    for (const Pocket& p : pockets) {
        const Ring rim = lying(p.rim(), tools.top);
        for (size_t i = 0; i <= rim.size(); ++i) {
            w.rapidTo(rim[i % rim.size()].x, rim[i % rim.size()].y);
        }
    }
    w.word("M0");
    w.spindle();
    for (const Pocket& p : pockets) {
        w.comment(p.name + ", " + tenths(p.deep_mm) + " deep");
        const std::vector<Ring> rounds = roundsOf(p, tools);
        const int passes = std::max(1, static_cast<int>(std::ceil(p.deep_mm / std::max(0.1, tools.pass_mm) - 1e-9)));
        const Vec2 start = rounds.front().front();
        w.rapidTo(start.x, start.y);
        w.rapidUp(surface + kAbove_mm);
        for (int pass = 1; pass <= passes; ++pass) {
            w.cutTo(start.x, start.y);
            w.plunge(surface - p.deep_mm * pass / passes);
            for (const Ring& round : rounds) { // from the middle out, the rim last
                for (size_t i = 0; i <= round.size(); ++i) {
                    w.cutTo(round[i % round.size()].x, round[i % round.size()].y);
                }
            }
        }
        w.rapidUp(safe);
    }
    w.word("M5");
    w.rapidTo(0.0, 0.0);
    w.word("M30");
    // What is handed out is proven from its own words.
    std::string text = w.text();
    const auto moves = gcodeMoves(text);
    const std::vector<std::string> faults =
        moves ? pocketFaults(*moves, pockets, tools) : std::vector<std::string>{moves.error().sentence};
    if (!faults.empty()) {
        return refuse("gcode.fault", "The G-code is not handed out: " + faults.front());
    }
    return text;
}

PocketTools pocketToolsOf(const Job& job, const LayupPlan& layup, double thickness_mm)
{
    PocketTools out;
    out.bit_mm = job.layup.tools.bit_mm;
    out.pass_mm = job.flatten.method.depth_mm;
    out.thickness_mm = thickness_mm;
    out.top = layup.finalBox;
    out.settings.feed_mm_min = std::min(job.flatten.method.feed_mm_min, out.settings.feed_mm_min);
    return out;
}

std::vector<std::string> pocketFaults(const std::vector<GcodeMove>& moves, const std::vector<Pocket>& pockets,
                                      const PocketTools& tools)
{
    std::vector<std::string> out;
    const auto fault = [&out](const GcodeMove& m, const std::string& what) {
        out.push_back("Line " + std::to_string(m.line) + ": " + what);
    };
    for (size_t i = 1; i < moves.size(); ++i) { // the first goes up to safe height, from wherever the machine stands
        const GcodeMove& m = moves[i];
        const double low = std::min(m.from[2], m.to[2]);
        const bool across = std::hypot(m.to[0] - m.from[0], m.to[1] - m.from[1]) > kHair_mm;
        if (low < -kHair_mm) {
            fault(m, "it goes below the show face.");
        }
        if (m.rapid && low < tools.thickness_mm - kHair_mm && (across || m.to[2] < m.from[2])) {
            fault(m, "it travels fast through the wood.");
        }
        if (!m.rapid && !(m.feed_mm_min > 0.0 && m.feed_mm_min <= kMostFeed_mm_min + kHair_mm)) {
            fault(m, "its feed is out of bounds.");
        }
        if (low >= tools.thickness_mm - kHair_mm) {
            continue;
        }
        const bool inside = std::any_of(pockets.begin(), pockets.end(), [&](const Pocket& p) {
            const Ring rim =
                lying(p.rim(), tools.top); // without a hollow corner: what joins two places lies inside too
            const auto holds = [&](const double* at) {
                return signedDistance_mm(rim, {at[0], at[1]}) >= tools.bit_mm / 2.0 - kHair_mm;
            };
            return holds(m.from) && holds(m.to) && low >= tools.thickness_mm - p.deep_mm - kHair_mm;
        });
        if (!inside) {
            fault(m, "it cuts outside its pockets, or deeper.");
        }
    }
    return out;
}

Expected<ShopTemplate> undersideTemplate(const std::string& jobName, const LayupPlan& layup, const MovePlan& plan)
{
    const std::vector<Pocket> pockets = pocketsOf(plan);
    if (pockets.empty() && plan.fasteners.empty()) {
        return refuse("template.nothing",
                      "Nothing is let into the underside yet: place fasteners, plates or channels.");
    }
    ShopTemplate out;
    out.title = jobName + ": underside";
    Region under;
    for (const PlacedPiece& piece : layup.pieces) {
        const Region& kept = piece.keptUnder.empty() ? piece.kept : piece.keptUnder;
        under.insert(under.end(), kept.begin(), kept.end());
    }
    if (layup.gap && layup.gapInput) {
        under.push_back(gapRing(*layup.gapInput, *layup.gap, true));
    }
    constexpr double kJoint_mm = 0.5; // pieces that meet are one
    const Box& top = layup.finalBox;
    for (const Vec2 p : largestRing(grown(unionOf(grown(under, kJoint_mm)), -kJoint_mm))) {
        out.outline.push_back(asItLies(p, top));
    }
    out.outline = anticlockwise(out.outline);
    const auto mark = [&](Vec2 from, Vec2 to, std::string label) {
        out.marks.push_back({asItLies(from, top), asItLies(to, top), std::move(label)});
    };
    for (const FastenerPlan& f : plan.fasteners) {
        const Vec2 at = f.fastener.at;
        mark(at - Vec2{kCross_mm, 0.0}, at + Vec2{kCross_mm, 0.0}, std::to_string(f.number));
        mark(at - Vec2{0.0, kCross_mm}, at + Vec2{0.0, kCross_mm}, "");
    }
    for (const Pocket& p : pockets) {
        const Ring rim = p.rim();
        for (size_t i = 0; i < rim.size(); ++i) {
            mark(rim[i], rim[(i + 1) % rim.size()], i == 0 ? p.name : "");
        }
    }
    return out;
}

Expected<ShopTemplate> pocketTemplate(const Pocket& pocket, double bushing_mm, double bit_mm)
{
    if (!(bushing_mm > bit_mm)) {
        return refuse("template.bushing", "A bushing of " + tenths(bushing_mm) + " does not let a bit of " +
                                              tenths(bit_mm) + " through: take a larger one.");
    }
    const double by = (bushing_mm - bit_mm) / 2.0;
    const Box& box = pocket.box;
    ShopTemplate out;
    out.title = "Opening for " + pocket.name;
    for (const Vec2 p : anticlockwise(largestRing(grown({pocket.rim()}, by)))) {
        out.outline.push_back(p - Vec2{box.left - by, box.bottom - by});
    }
    const double middle = box.width() / 2.0 + by;
    out.marks.push_back({{middle, 0.0}, {middle, kCross_mm}, "middle"});
    out.setBack_mm = by;
    return out;
}

} // namespace burl
