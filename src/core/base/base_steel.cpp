// Bases of steel.

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/base/base_builder.h"
#include "core/base/steel.h"

namespace burl
{
namespace
{

constexpr double kDegree = std::numbers::pi / 180.0;
const Point3 kAlong{1, 0, 0};
const Point3 kUp{0, 0, 1};

/// tan of the lean that takes a head of this width to a foot of that.
double leanTo(double head, double foot, double rise)
{
    return (foot - head) / 2.0 / rise;
}

} // namespace

void buildFrames(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    const double d = c.deep_mm;
    const double rise = b.head_mm() - b.foot_mm();
    const double top = b.head_mm() - d / 2.0;
    const double low = b.foot_mm() + d / 2.0;
    const bool closed = c.kind != BaseKind::U;
    for (const BasePlate& p : b.in().plates) {
        const double lean = c.spread_mm                     ? leanTo(p.long_mm, *c.spread_mm, rise)
                            : c.kind == BaseKind::Trapezoid ? std::tan(c.lean_deg * kDegree)
                                                            : 0.0;
        const double across = d / 2.0 * std::sqrt(1.0 + lean * lean); // from the outer face to the middle, level
        const auto y = [&](double z, double sign) {
            return p.middle_mm + sign * (p.long_mm / 2.0 + (b.head_mm() - z) * lean - across);
        };
        const auto at = [&](double z, double sign) { return Point3{p.x_mm, y(z, sign), z}; };
        if (closed) {
            b.frame({"Head", "Leg", "Foot rail", "Leg"}, {at(top, -1), at(top, 1), at(low, 1), at(low, -1)}, true,
                    kAlong);
        } else {
            b.frame({"Leg", "Head", "Leg"}, {at(b.foot_mm(), -1), at(top, -1), at(top, 1), at(b.foot_mm(), 1)}, false,
                    kAlong);
        }
        for (const double sign : {-1.0, 1.0}) {
            b.foot({p.x_mm, y(closed ? low : b.foot_mm(), sign)});
            b.out().pads.push_back({p.x_mm, y(top, sign)});
        }
        b.joint("Mitred corners", closed ? 4 : 2,
                "tacked square, diagonals alike, then welded; outer seams ground flush");
    }
    if (c.kind == BaseKind::Box && b.in().plates.size() > 1) {
        const BasePlate& p = b.in().plates.front();
        const BasePlate& q = b.in().plates.back();
        for (const double sign : {-1.0, 1.0}) {
            const double z = std::clamp(c.tie_mm, low, top);
            b.bar("Stretcher", {p.x_mm + c.thick_mm / 2.0, p.middle_mm + sign * (p.long_mm - d) / 2.0, z},
                  {q.x_mm - c.thick_mm / 2.0, q.middle_mm + sign * (q.long_mm - d) / 2.0, z}, kUp, kAlong, kAlong);
        }
        b.joint("Stretchers", 4, "butted between the frames and welded all round");
    }
    b.out().racks = c.kind != BaseKind::Box;
}

Crossing crossingOf(double headWidth, double footWidth, double head, double foot, double deep)
{
    Crossing out;
    double lean = 0.0;
    for (int i = 0; i < 30; ++i) { // the level cut of a leaning bar is wider, which leans it a little more upright
        const double half = deep / 2.0 / std::cos(lean);
        out.top_mm = std::max(0.0, headWidth / 2.0 - half);
        out.foot_mm = std::max(0.0, footWidth / 2.0 - half);
        lean = std::atan2(out.top_mm + out.foot_mm, head - foot);
    }
    out.lean_deg = lean / kDegree;
    const double both = out.top_mm + out.foot_mm;
    out.at_mm = head - (both > 0.0 ? (head - foot) * out.top_mm / both : 0.0);
    return out;
}

void buildCross(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    for (const BasePlate& p : b.in().plates) {
        const Crossing x = crossingOf(p.long_mm, c.spread_mm.value_or(p.long_mm), b.head_mm(), b.foot_mm(), c.deep_mm);
        const auto at = [&](double y, double z) { return Point3{p.x_mm, p.middle_mm + y, z}; };
        const Point3 from = at(-x.top_mm, b.head_mm());
        const Point3 to = at(x.foot_mm, b.foot_mm());
        const Point3 whole = unit(to - from);
        const Point3 face = burl::cross(kAlong, whole); // square to the whole bar, in the frame
        b.bar("Leg, whole", from, to, face, kUp, kUp);
        const Point3 high = at(x.top_mm, b.head_mm());
        const Point3 low = at(-x.foot_mm, b.foot_mm());
        const Point3 other = unit(low - high);
        const Point3 meet = at(0.0, x.at_mm);
        const double half = c.deep_mm / 2.0 / std::abs(dot(other, face));
        const Point3 way = burl::cross(kAlong, other);
        b.bar("Leg, upper half", high, meet - other * half, way, kUp, face);
        b.bar("Leg, lower half", meet + other * half, low, way, face, kUp);
        for (const double sign : {-1.0, 1.0}) {
            b.foot({p.x_mm, p.middle_mm + sign * x.foot_mm});
            b.out().pads.push_back({p.x_mm, p.middle_mm + sign * x.top_mm});
        }
        b.joint("Crossing", 1, "one bar runs through, two halves butt on it; welded on both sides, ground flush");
    }
    b.out().racks = true;
}

void buildTruss(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    const double d = c.deep_mm;
    for (const BasePlate& p : b.in().plates) {
        const double foot = c.spread_mm.value_or(p.long_mm);
        const auto rail = [&](const char* name, double long_mm, double z) {
            b.bar(name, {p.x_mm, p.middle_mm - long_mm / 2.0, z}, {p.x_mm, p.middle_mm + long_mm / 2.0, z}, kUp);
        };
        rail("Head", p.long_mm, b.head_mm() - d / 2.0);
        rail("Foot rail", foot, b.foot_mm() + d / 2.0);
        b.bar("Post", {p.x_mm, p.middle_mm, b.foot_mm() + d}, {p.x_mm, p.middle_mm, b.head_mm() - d}, {0, 1, 0}, kUp,
              kUp);
        for (const double sign : {-1.0, 1.0}) {
            b.foot({p.x_mm, p.middle_mm + sign * (foot - d) / 2.0});
            b.out().pads.push_back({p.x_mm, p.middle_mm + sign * (p.long_mm - d) / 2.0});
        }
        b.joint("Post to its rails", 2, "square ends, welded all round");
    }
    const BasePlate& p = b.in().plates.front();
    const BasePlate& q = b.in().plates.back();
    const double from = p.x_mm + c.thick_mm / 2.0;
    const double to = q.x_mm - c.thick_mm / 2.0;
    const double y = (p.middle_mm + q.middle_mm) / 2.0;
    const double high = b.head_mm() - 1.5 * d;
    const double low = std::min(c.tie_mm, high - 2.0 * d);
    for (const auto& [name, z] : {std::pair{"Upper chord", high}, {"Lower chord", low}}) {
        b.bar(name, {from, y, z}, {to, y, z}, kUp, kAlong, kAlong);
    }
    const double inner = high - low - d;
    int panels = std::max(2, static_cast<int>(std::lround((to - from) / inner)));
    panels += panels % 2; // it ends as it began
    const double step = (to - from) / panels;
    double in = 0.0; // half of a level cut: tips end where panels do
    for (int i = 0; i < 20; ++i) {
        in = std::min(0.4 * step, d / 2.0 / std::sin(std::atan2(inner, step - 2.0 * in)));
    }
    for (int i = 0; i < panels; ++i) {
        const bool rises = i % 2 == 0;
        b.bar("Diagonal", {from + i * step + in, y, rises ? low + d / 2.0 : high - d / 2.0},
              {from + (i + 1) * step - in, y, rises ? high - d / 2.0 : low + d / 2.0}, kUp, kUp, kUp);
    }
    b.joint("Truss", 2 * panels + 4, "chords butt on the posts, diagonals on the chords; tack all before welding any");
}

void buildSpider(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    const BasePlate& p = b.in().plates.front();
    const BasePlate& q = b.in().plates.back();
    const Vec2 middle{(p.x_mm + q.x_mm) / 2.0, (p.middle_mm + q.middle_mm) / 2.0};
    constexpr double kWaist = 0.45; // of the rise: where the legs are drawn in
    const double waist = b.foot_mm() + kWaist * (b.head_mm() - b.foot_mm());
    const double spread = c.spread_mm.value_or(std::max(p.long_mm, q.long_mm));
    const double along = c.along_mm.value_or(q.x_mm - p.x_mm);
    const double hub = c.deep_mm; // half its height
    b.tube("Hub", {middle.x, middle.y, waist - hub}, {middle.x, middle.y, waist + hub});
    const auto strut = [&](const char* name, Vec2 end, double z) {
        const Vec2 out = end - middle;
        const Point3 way = unit({out.x, out.y, 0.0});
        const Point3 at{middle.x + way.x * c.column_mm / 2.0, middle.y + way.y * c.column_mm / 2.0, waist};
        b.bar(name, {end.x, end.y, z}, at, kUp, kUp, way);
    };
    for (const BasePlate* plate : {&p, &q}) {
        for (const double sign : {-1.0, 1.0}) {
            const Vec2 pad{plate->x_mm, plate->middle_mm + sign * (plate->long_mm - c.deep_mm) / 2.0};
            strut("Upper strut", pad, b.head_mm());
            b.out().pads.push_back(pad);
        }
    }
    for (const double x : {-1.0, 1.0}) {
        for (const double y : {-1.0, 1.0}) {
            const Vec2 foot{middle.x + x * along / 2.0, middle.y + y * spread / 2.0};
            strut("Lower strut", foot, b.foot_mm());
            b.foot(foot);
        }
    }
    b.joint("Struts to the hub", 8, "sawn to the angles of the list, fitted to the tube's round, welded all round");
}

void buildPedestal(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    const BasePlate& p = b.in().plates.front();
    const Vec2 at{p.x_mm, p.middle_mm};
    const auto over = [&](double z) { return Point3{at.x, at.y, z}; };
    double stands = b.foot_mm() + c.discThick_mm;
    double radius = c.disc_mm / 2.0;
    if (!c.ring) {
        b.plate("Disc", roundBar(over(b.foot_mm()), over(stands), c.disc_mm, 48),
                {"", 0, c.disc_mm, c.disc_mm, c.discThick_mm, true, 0.0});
    } else {
        constexpr int kSides = 24;
        const double way = radius - c.thick_mm / 2.0; // of the tube's middle
        stands = b.foot_mm() + c.deep_mm;
        const double z = b.foot_mm() + c.deep_mm / 2.0;
        BaseMember ring;
        ring.name = "Ring, rolled";
        ring.long_mm = ring.centre_mm = 2.0 * std::numbers::pi * way;
        ring.deep_mm = c.deep_mm;
        ring.thick_mm = c.thick_mm;
        ring.wall_mm = c.wall_mm;
        ring.note = "rolled by a steel shop";
        const bool solid = !(c.wall_mm > 0.0);
        ring.mass_kg = weightOf({solid ? SteelKind::Flat : SteelKind::Hollow, ring.long_mm, c.deep_mm, c.thick_mm, 0.0,
                                 solid ? c.thick_mm : c.wall_mm},
                                b.in().steel_kg_m3)
                           .each_kg;
        const double mass = ring.mass_kg;
        const int number = b.member(ring);
        const auto on = [&](double i) {
            const double turn = 2.0 * std::numbers::pi * i / kSides;
            return Point3{at.x + way * std::cos(turn), at.y + way * std::sin(turn), z};
        };
        for (int i = 0; i < kSides; ++i) {
            const Point3 in = unit(on(i) - over(z));
            const Point3 out = unit(on(i + 1) - over(z));
            b.part("ring",
                   cutBar({on(i), on(i + 1), c.deep_mm, c.thick_mm, kUp, burl::cross(kUp, in), burl::cross(kUp, out)})
                       .shape,
                   mass / kSides, number);
        }
        for (int i = 0; i < 4; ++i) {
            const double turn = std::numbers::pi / 2.0 * i;
            const Point3 out{std::cos(turn), std::sin(turn), 0.0};
            b.bar("Spoke", over(z) + out * (c.column_mm / 2.0), over(z) + out * (way - c.thick_mm / 2.0), kUp, out,
                  out);
        }
        b.joint("Spokes", 8, "butted on ring and column, welded all round");
    }
    b.tube("Column", over(c.ring ? b.foot_mm() : stands), over(b.head_mm()));
    b.joint("Column", 2, "square to disc and plate; welded all round, no heat into the disc at one side only");
    constexpr int kFeet = 12;
    constexpr double kIn_mm = 15.0; // a disc stands a little inside its rim
    for (int i = 0; i < kFeet; ++i) {
        const double turn = 2.0 * std::numbers::pi * i / kFeet;
        const double r = radius - kIn_mm;
        b.foot({at.x + r * std::cos(turn), at.y + r * std::sin(turn)});
    }
    b.out().pads.push_back({at.x, at.y - p.long_mm / 2.0});
    b.out().pads.push_back({at.x, at.y + p.long_mm / 2.0});
}

} // namespace burl
