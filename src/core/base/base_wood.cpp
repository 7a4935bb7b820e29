// Bases of wood, and those made elsewhere.

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "core/base/base_builder.h"

namespace burl
{
namespace
{

constexpr double kDegree = std::numbers::pi / 180.0;
const Point3 kUp{0, 0, 1};
const Point3 kAlong{1, 0, 0};

/// Beams across the top at head and foot, as most wooden bases have them.
void beam(BaseBuilder& b, const char* name, const BasePlate& p, double long_mm, double z)
{
    b.rail(name, {p.x_mm, p.middle_mm - long_mm / 2.0, z}, {p.x_mm, p.middle_mm + long_mm / 2.0, z},
           b.choices().rail_mm, b.choices().thick_mm);
}

/// Of the member that takes it, custom.
double tenonInto(double mm)
{
    return std::round(mm * 2.0 / 3.0);
}

constexpr const char* kThird = "tenons a third of {0} thick, square shoulders";
Figure mm(const char* key, double v)
{
    return workedOut(key, key, v, Unit::Length, "on the drawing");
}
Figure deg(const char* key, double v)
{
    return workedOut(key, key, v, Unit::Degrees, "on the drawing");
}

/// Between two posts, its tenons through them and wedged beyond.
void stretcher(BaseBuilder& b, Vec2 from, Vec2 to, double z)
{
    const BaseChoices& c = b.choices();
    WedgedTenonInput in;
    in.stretcher_mm = c.railThick_mm;
    in.leg_mm = c.thick_mm;
    in.wedge_deg = c.wedge_deg;
    in.tenonHigh_mm = c.rail_mm;
    in.narrowEnd_mm = 12.0; // of a wedge that does not break
    const WedgedTenon t = wedgedTenon(in);
    const double half = c.thick_mm / 2.0;
    b.rail("Stretcher", {from.x + half, from.y, z}, {to.x - half, to.y, z}, c.rail_mm, c.railThick_mm, t.long_mm);
    b.joint("Wedged through tenon", 2,
            t.stays ? "{0} thick; wedge 1 in {1}, stays by itself; mortise {2} from the shoulder"
                    : "{0} thick; wedge 1 in {1}, too steep: it backs out; mortise {2} from the shoulder",
            {mm("thick", t.thick_mm), workedOut("one_in", "one in", std::round(t.oneIn), Unit::Count, "its slope"),
             mm("from_shoulder", t.mortiseFrom_mm)});
}

} // namespace

void buildTrestle(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    std::vector<Vec2> posts;
    for (const BasePlate& p : b.in().plates) {
        const double foot = c.spread_mm.value_or(p.long_mm);
        beam(b, "Head beam", p, p.long_mm, b.head_mm() - c.rail_mm / 2.0);
        beam(b, "Foot beam", p, foot, b.foot_mm() + c.rail_mm / 2.0);
        b.bar("Post",
              {{p.x_mm, p.middle_mm, b.foot_mm() + c.rail_mm},
               {p.x_mm, p.middle_mm, b.head_mm() - c.rail_mm},
               c.deep_mm,
               c.thick_mm,
               {0, 1, 0}},
              tenonInto(c.rail_mm));
        posts.push_back({p.x_mm, p.middle_mm});
        for (const double sign : {-1.0, 1.0}) {
            b.foot({p.x_mm, p.middle_mm + sign * (foot / 2.0 - c.thick_mm / 2.0)});
            b.out().pads.push_back({p.x_mm, p.middle_mm + sign * (p.long_mm / 2.0 - c.thick_mm / 2.0)});
        }
        b.joint("Post to its beams", 2, std::string(kThird) + ", drawbored or wedged", {mm("member", c.thick_mm)});
    }
    stretcher(b, posts.front(), posts.back(), c.tie_mm);
}

void buildCrossLapped(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    std::vector<Vec2> at;
    double z = 0.0;
    for (const BasePlate& p : b.in().plates) {
        const double head = b.head_mm() - c.rail_mm;
        const Crossing x = crossingOf(p.long_mm, c.spread_mm.value_or(p.long_mm), head, b.foot_mm(), c.deep_mm);
        beam(b, "Head beam", p, p.long_mm, b.head_mm() - c.rail_mm / 2.0);
        for (const double sign : {-1.0, 1.0}) {
            const Point3 from{p.x_mm, p.middle_mm - sign * x.top_mm, head};
            const Point3 to{p.x_mm, p.middle_mm + sign * x.foot_mm, b.foot_mm()};
            b.bar("Leg, lapped", from, to, burl::cross(kAlong, unit(to - from)), kUp, kUp);
            b.foot({p.x_mm, p.middle_mm + sign * x.foot_mm});
            b.out().pads.push_back({p.x_mm, p.middle_mm + sign * x.top_mm});
        }
        at.push_back({p.x_mm, p.middle_mm});
        z = x.at_mm;
        b.joint("Cross lap", 1, "half of the thickness out of each, {0} long at {1}",
                {mm("lap", c.deep_mm / std::max(0.05, std::sin(2.0 * x.lean_deg * kDegree))),
                 deg("crossing", 2.0 * x.lean_deg)});
        b.joint("Legs to the head beam", 2, "loose tenons or bridle, square to the cut");
    }
    stretcher(b, at.front(), at.back(), z);
    b.out().openShape = true;
}

void buildAngledLegs(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    std::vector<Vec2> ties;
    const double head = b.head_mm() - c.rail_mm;
    const double rise = head - b.foot_mm();
    double lean = std::tan(c.lean_deg * kDegree);
    for (const BasePlate& p : b.in().plates) {
        const double across = c.deep_mm / 2.0 * std::sqrt(1.0 + lean * lean);
        double top = std::max(c.deep_mm, p.long_mm / 2.0 - across);
        if (c.spread_mm) { // the head gives way
            top = std::max(c.deep_mm, *c.spread_mm / 2.0 - across - rise * lean);
        }
        beam(b, "Head beam", p, p.long_mm, b.head_mm() - c.rail_mm / 2.0);
        for (const double sign : {-1.0, 1.0}) {
            const Point3 from{p.x_mm, p.middle_mm + sign * top, head};
            const Point3 to{p.x_mm, p.middle_mm + sign * (top + rise * lean), b.foot_mm()};
            b.bar("Leg", from, to, burl::cross(kAlong, unit(to - from)), kUp, kUp);
            b.foot({to.x, to.y});
            b.out().pads.push_back({from.x, from.y});
        }
        if (c.tie_mm > 0.0) {
            const double z = std::clamp(c.tie_mm, b.foot_mm() + c.rail_mm / 2.0, head - c.rail_mm / 2.0);
            const double half = top + (head - z) * lean - across;
            b.rail("Tie", {p.x_mm, p.middle_mm - half, z}, {p.x_mm, p.middle_mm + half, z}, c.rail_mm, c.railThick_mm,
                   tenonInto(c.deep_mm));
            ties.push_back({p.x_mm, p.middle_mm});
            b.joint("Tie to its legs", 2, std::string(kThird) + ", shoulders sawn at {1}",
                    {mm("member", c.railThick_mm), deg("lean", c.lean_deg)});
        }
        b.joint("Legs to the head beam", 2, std::string(kThird) + ", mortises sloped with the leg",
                {mm("member", c.thick_mm)});
    }
    if (ties.size() > 1) {
        stretcher(b, ties.front(), ties.back(), std::clamp(c.tie_mm, b.foot_mm() + c.rail_mm / 2.0, head));
    }
    b.out().openShape = true;
    b.out().tied = c.tie_mm > 0.0;
    b.out().racks = ties.size() < 2;
}

void buildFourLegs(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    const bool splays = c.kind == BaseKind::Splayed;
    const double rise = b.head_mm() - b.foot_mm();
    const double tx = splays ? std::tan(c.leanAlong_deg * kDegree) : 0.0;
    const double ty = splays ? std::tan(c.lean_deg * kDegree) : 0.0;
    const auto outward = [&](Vec2 at) {
        return Vec2{at.x < b.in().middle.x ? -1.0 : 1.0, at.y < b.in().middle.y ? -1.0 : 1.0};
    };
    const auto legAt = [&](Vec2 top, double z) {
        const Vec2 way = outward(top);
        return Vec2{top.x + way.x * tx * (b.head_mm() - z), top.y + way.y * ty * (b.head_mm() - z)};
    };
    const std::vector<Vec2>& legs = b.in().legs;
    for (const Vec2 at : legs) {
        const Vec2 foot = legAt(at, b.foot_mm());
        // Its faces stay square to the sides of the base.
        b.bar("Leg", {at.x, at.y, b.head_mm()}, {foot.x, foot.y, b.foot_mm()}, {0, 1, 0}, kUp, kUp);
        b.foot(foot);
        b.out().pads.push_back(at);
    }
    // Ties are low, where they keep the feet together; an apron is high.
    const double z = splays ? std::clamp(c.tie_mm, b.foot_mm() + c.rail_mm / 2.0, b.head_mm() - c.rail_mm / 2.0)
                            : b.head_mm() - c.rail_mm / 2.0;
    for (size_t i = 0; i < legs.size(); ++i) {
        const Vec2 from = legAt(legs[i], z);
        const Vec2 to = legAt(legs[(i + 1) % legs.size()], z);
        const Vec2 way = (to - from) * (1.0 / std::max(1.0, length(to - from)));
        const bool lengthways = std::abs(way.x) > std::abs(way.y);
        const double half = (lengthways ? c.thick_mm : c.deep_mm) / 2.0;
        const double into = splays ? std::round(half * 2.0 / 3.0) : tenonInto(2.0 * half);
        const Vec2 a = from + way * half;
        const Vec2 e = to - way * half;
        b.rail(splays ? "Tie" : "Apron", {a.x, a.y, z}, {e.x, e.y, z}, c.rail_mm, c.railThick_mm, into);
    }
    if (splays) {
        b.joint("Dovetailed tie", static_cast<int>(2 * legs.size()),
                "1 in 7, half of the tie's thickness, let in from above so that the tie cannot be pulled out");
    } else {
        const char* kinds[] = {"Tenons", "Loose tenons", "Dowels"};
        const std::string sizes[] = {std::string(kThird) + ", mitred where two meet in the leg",
                                     "two of 10 by 50 mm at each end", "three of 10 by 60 mm at each end"};
        const auto which = static_cast<size_t>(c.joint);
        b.joint(std::string(kinds[which]) + " of the apron", static_cast<int>(2 * legs.size()), sizes[which],
                {mm("member", c.railThick_mm)});
    }
    b.out().openShape = splays;
    b.out().hangs_mm = splays ? 0.0 : c.rail_mm;
    if (splays) {
        const Splay leg{c.leanAlong_deg, c.lean_deg, rise, c.thick_mm, c.deep_mm};
        const SplayedLeg s = splayed(leg);
        b.joint("Leg ends", 8, "mitre {0}, blade tilted {1}; both ends level",
                {deg("mitre", s.onFace1.mitre_deg), deg("bevel", s.onFace1.bevel_deg)});
    }
}

void buildColumns(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    const double low = b.foot_mm() + c.rail_mm;
    const double high = b.head_mm() - c.rail_mm;
    const double chord = high - low;
    const double bow = c.bow_mm == 0.0 ? 1.0 : c.bow_mm; // straight is a very flat arc
    const double radius = (chord * chord / 4.0 + bow * bow) / (2.0 * std::abs(bow));
    const double half = std::asin(std::min(1.0, chord / 2.0 / radius));
    const int lamellae = std::max(1, static_cast<int>(std::ceil(c.deep_mm / c.lamella_mm - 1e-9)));
    BaseMember like;
    like.name = "Column, curved";
    like.of = PartOf::Wood;
    like.long_mm = like.centre_mm = 2.0 * radius * half;
    like.deep_mm = lamellae * c.lamella_mm;
    like.thick_mm = c.thick_mm;
    like.mass_kg = b.wood_kg(like.long_mm * like.deep_mm * like.thick_mm);
    like.lamellae = lamellae;
    like.lamella_mm = c.lamella_mm;
    like.radius_mm = radius;
    for (const BasePlate& p : b.in().plates) {
        const double foot = c.spread_mm.value_or(p.long_mm);
        beam(b, "Head beam", p, p.long_mm, b.head_mm() - c.rail_mm / 2.0);
        beam(b, "Foot beam", p, foot, b.foot_mm() + c.rail_mm / 2.0);
        const double reach = std::min(p.long_mm, foot) / 2.0 - like.deep_mm / 2.0 - std::max(0.0, bow);
        for (const double sign : {-1.0, 1.0}) {
            const int number = b.member(like);
            constexpr int kPieces = 10; // that the eye takes for round
            const auto at = [&](double i) {
                const double turn = -half + 2.0 * half * i / kPieces;
                const double out = (std::cos(turn) - std::cos(half)) * radius * (bow < 0.0 ? -1.0 : 1.0);
                return Point3{p.x_mm, p.middle_mm + sign * (reach + out), (low + high) / 2.0 + radius * std::sin(turn)};
            };
            for (int i = 0; i < kPieces; ++i) {
                const Point3 from = at(i);
                const Point3 to = at(i + 1);
                b.part("column",
                       cutBar({from, to, like.deep_mm, c.thick_mm, burl::cross(kAlong, unit(to - from))}).shape,
                       like.mass_kg / kPieces, number);
            }
            b.foot({p.x_mm, p.middle_mm + sign * (foot / 2.0 - c.thick_mm / 2.0)});
            b.out().pads.push_back({p.x_mm, p.middle_mm + sign * (p.long_mm / 2.0 - c.thick_mm / 2.0)});
        }
        b.joint("Columns to their beams", 4, "knock-down connectors, two in each end: it travels flat");
    }
    b.joint("Lamination", 1,
            "one form for all; glue every face, clamp from the middle out, a day in the form, plane after a rest");
    b.out().racks = true;
}

void buildArcPanels(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    const double high = b.head_mm();
    const double low = b.foot_mm();
    for (const BasePlate& p : b.in().plates) {
        const double wide = c.spread_mm.value_or(p.long_mm);
        const double open = std::max(0.0, wide - 2.0 * c.deep_mm);
        const double rise = std::clamp(std::abs(c.bow_mm), 1.0, high - low - c.deep_mm);
        const double radius = (open * open / 4.0 + rise * rise) / (2.0 * rise);
        const auto underAt = [&](double y) {
            return std::abs(y) >= open / 2.0 ? low : low + rise - radius + std::sqrt(radius * radius - y * y);
        };
        BaseMember like;
        like.name = "Panel, arc cut out";
        like.of = PartOf::Wood;
        like.panel = true;
        like.long_mm = like.centre_mm = wide;
        like.deep_mm = high - low;
        like.thick_mm = c.thick_mm;
        like.radius_mm = radius;
        constexpr int kSlices = 24; // that the eye takes for round
        std::vector<double> ys{-wide / 2.0};
        for (int i = 0; i <= kSlices; ++i) {
            ys.push_back(-open / 2.0 + open * i / kSlices);
        }
        ys.push_back(wide / 2.0);
        std::vector<std::pair<Prism, double>> slices;
        double area = 0.0;
        for (size_t i = 0; i + 1 < ys.size(); ++i) {
            if (ys[i + 1] - ys[i] < 1e-9) {
                continue;
            }
            const double a = i == 0 ? low : underAt(ys[i]);
            const double e = i + 2 == ys.size() ? low : underAt(ys[i + 1]);
            Prism slice;
            for (auto* rim : {&slice.low, &slice.high}) {
                const double x = p.x_mm + (rim == &slice.low ? -1.0 : 1.0) * c.thick_mm / 2.0;
                *rim = {{x, p.middle_mm + ys[i], a},
                        {x, p.middle_mm + ys[i + 1], e},
                        {x, p.middle_mm + ys[i + 1], high},
                        {x, p.middle_mm + ys[i], high}};
            }
            const double face = (ys[i + 1] - ys[i]) * (high - (a + e) / 2.0);
            area += face;
            slices.emplace_back(std::move(slice), face);
        }
        like.mass_kg = b.wood_kg(area * c.thick_mm);
        const int number = b.member(like);
        for (auto& [slice, face] : slices) {
            b.part("panel", std::move(slice), b.wood_kg(face * c.thick_mm), number);
        }
        for (const double sign : {-1.0, 1.0}) {
            b.foot({p.x_mm, p.middle_mm + sign * (wide / 2.0 - c.deep_mm / 2.0)});
            b.out().pads.push_back({p.x_mm, p.middle_mm + sign * (p.long_mm / 2.0 - c.deep_mm / 2.0)});
        }
        b.joint("Panel", 1, "boards glued upright and flattened, grain from floor to top; arc by template");
    }
    b.out().racks = true;
}

void buildBought(BaseBuilder& b)
{
    const BaseChoices& c = b.choices();
    std::vector<Vec2> ends;
    for (const BasePlate& p : b.in().plates) {
        for (const double sign : {-1.0, 1.0}) {
            ends.push_back({p.x_mm, p.middle_mm + sign * p.long_mm / 2.0});
        }
    }
    b.out().pads = ends;
    for (const FootPoint& foot : c.footPoints) {
        Vec2 pad = foot.at;
        double nearest = std::numeric_limits<double>::infinity();
        for (const Vec2 end : ends) {
            nearest = std::min(nearest, length(end - foot.at));
        }
        // Of ends that are as near it comes down from their middle: none is the first.
        constexpr double kAsNear_mm = 1.0;
        Vec2 sum{0.0, 0.0};
        double count = 0.0;
        for (const Vec2 end : ends) {
            if (length(end - foot.at) < nearest + kAsNear_mm) {
                sum = sum + end;
                count += 1.0;
            }
        }
        if (count > 0.0) {
            pad = sum * (1.0 / count);
        }
        const auto bar = [&](Point3 from, Point3 to) {
            if (length(to - from) > 1.0) {
                const Point3 along = unit(to - from);
                const Point3 deep = std::abs(along.y) > 0.9 ? kUp : Point3{0, 1, 0};
                constexpr double kSteep = 0.3; // flatter ones are not cut level
                const Point3 cut = std::abs(along.z) > kSteep ? kUp : Point3{};
                b.part("leg", cutBar({from, to, c.deep_mm, c.thick_mm, deep, cut, cut}).shape, 0.0, 0);
            }
        };
        const Point3 head{pad.x, pad.y, b.head_mm()};
        const Point3 floor{foot.at.x, foot.at.y, b.foot_mm()};
        if (foot.bend_mm > b.foot_mm() && foot.bend_mm < b.head_mm()) {
            const Point3 bend{pad.x, pad.y, foot.bend_mm};
            bar(head, bend);
            bar(bend, floor);
        } else {
            bar(head, floor);
        }
        b.foot(foot.at);
    }
}

} // namespace burl
