#include "core/base/base_shape.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/base/base_builder.h"
#include "core/base/steel.h"
#include "core/measure/units.h"

namespace burl
{
namespace
{

constexpr double kAlike_mm = 0.05; // members that differ by less are one line of the cut list
constexpr double kAlike_deg = 0.01;
constexpr double kFootWide_mm = 40.0; // an adjustable foot, a felt pad

bool alike(double a, double b, double by)
{
    return std::abs(a - b) < by;
}

/// A bar may be turned over and end for end.
bool sawnAlike(const BaseMember& a, const BaseMember& b)
{
    const auto ends = [](EndCut p, EndCut q, double sign) {
        return alike(p.mitre_deg, sign * q.mitre_deg, kAlike_deg) &&
               alike(std::abs(p.bevel_deg), std::abs(q.bevel_deg), kAlike_deg);
    };
    const bool cuts =
        (ends(a.from, b.from, 1) && ends(a.to, b.to, 1)) || (ends(a.from, b.from, -1) && ends(a.to, b.to, -1)) ||
        (ends(a.from, b.to, 1) && ends(a.to, b.from, 1)) || (ends(a.from, b.to, -1) && ends(a.to, b.from, -1));
    return a.name == b.name && a.of == b.of && a.panel == b.panel && a.round == b.round && a.note == b.note &&
           a.lamellae == b.lamellae && alike(a.radius_mm, b.radius_mm, kAlike_mm) &&
           alike(a.long_mm, b.long_mm, kAlike_mm) && alike(a.deep_mm, b.deep_mm, kAlike_mm) &&
           alike(a.thick_mm, b.thick_mm, kAlike_mm) && alike(a.wall_mm, b.wall_mm, kAlike_mm) &&
           alike(a.tenon_mm, b.tenon_mm, kAlike_mm) && cuts;
}

double steelBar_kg(const BaseShapeInput& in, double deep, double thick, double wall, double long_mm)
{
    const bool solid = !(wall > 0.0);
    return weightOf({solid ? SteelKind::Flat : SteelKind::Hollow, long_mm, deep, thick, 0.0, solid ? thick : wall},
                    in.steel_kg_m3)
        .each_kg;
}

bool plateCounts(const BaseShapeInput& in)
{
    return madeOf(in.choices.kind) == BaseOf::Steel && !in.plates.empty();
}

double headOf_mm(const BaseShapeInput& in)
{
    if (madeOf(in.choices.kind) == BaseOf::Elsewhere) {
        return in.choices.leg_mm.value_or(0.0);
    }
    const BasePlate* plate = plateCounts(in) ? &in.plates.front() : nullptr;
    return riseOf_mm(in.choices.surface_mm, in.thickness_mm, plate != nullptr && plate->letIn ? plate->thick_mm : 0.0,
                     plate != nullptr ? plate->thick_mm : 0.0, 0.0);
}

} // namespace

double riseOf_mm(const BaseShapeInput& in)
{
    return headOf_mm(in) - in.choices.foot_mm;
}

BaseBuilder::BaseBuilder(const BaseShapeInput& input) : in_(input)
{
    out_.head_mm = headOf_mm(input);
    out_.rise_mm = riseOf_mm(input);
    out_.massKnown = of() != BaseOf::Wood || input.wood_kg_m3 > 0.0;
}

double BaseBuilder::wood_kg(double mm3) const
{
    return mm3 * in_.wood_kg_m3 / kMm3PerM3;
}

int BaseBuilder::member(BaseMember like)
{
    for (BaseMember& m : out_.members) {
        if (sawnAlike(m, like)) {
            ++m.count;
            return m.number;
        }
    }
    like.number = static_cast<int>(out_.members.size()) + 1;
    like.count = 1;
    out_.members.push_back(std::move(like));
    return out_.members.back().number;
}

void BaseBuilder::part(const std::string& name, Prism shape, double mass_kg, int member)
{
    const PartOf what = of() == BaseOf::Wood ? PartOf::Wood : PartOf::Steel;
    out_.parts.push_back({name, what, std::move(shape), mass_kg, member});
}

void BaseBuilder::bar(const std::string& name, const BarLine& line, double tenon_mm, const std::string& note)
{
    const CutBar cut = cutBar(line);
    const bool wood = of() == BaseOf::Wood;
    BaseMember m;
    m.name = name;
    m.of = wood ? PartOf::Wood : PartOf::Steel;
    m.long_mm = cut.long_mm + 2.0 * tenon_mm;
    m.centre_mm = cut.centre_mm + 2.0 * tenon_mm;
    m.deep_mm = line.deep_mm;
    m.thick_mm = line.thick_mm;
    m.wall_mm = wood ? 0.0 : choices().wall_mm;
    m.from = cut.from;
    m.to = cut.to;
    m.tenon_mm = tenon_mm;
    m.note = note;
    m.mass_kg = wood ? wood_kg(line.deep_mm * line.thick_mm * m.centre_mm)
                     : steelBar_kg(in_, line.deep_mm, line.thick_mm, m.wall_mm, m.centre_mm);
    const double mass = m.mass_kg;
    part(name, cut.shape, mass, member(m));
}

void BaseBuilder::bar(const std::string& name, Point3 from, Point3 to, Point3 deepWay, Point3 fromCut, Point3 toCut)
{
    bar(name, {from, to, choices().deep_mm, choices().thick_mm, deepWay, fromCut, toCut});
}

void BaseBuilder::rail(const std::string& name, Point3 from, Point3 to, double high, double thick, double tenon,
                       const std::string& note)
{
    bar(name, {from, to, high, thick, {0, 0, 1}}, tenon, note);
}

void BaseBuilder::tube(const std::string& name, Point3 from, Point3 to)
{
    BaseMember m;
    m.name = name;
    m.round = true;
    m.long_mm = m.centre_mm = length(to - from);
    m.deep_mm = m.thick_mm = choices().column_mm;
    m.wall_mm = choices().wall_mm;
    const bool solid = !(m.wall_mm > 0.0) || 2.0 * m.wall_mm >= m.deep_mm;
    m.mass_kg = weightOf({solid ? SteelKind::Round : SteelKind::Tube, m.long_mm, 0.0, 0.0, m.deep_mm, m.wall_mm},
                         in_.steel_kg_m3)
                    .each_kg;
    const double mass = m.mass_kg;
    part(name, roundBar(from, to, m.deep_mm), mass, member(m));
}

void BaseBuilder::plate(const std::string& name, Prism shape, BasePlateMember like)
{
    like.name = name;
    like.mass_kg = weightOf({like.disc ? SteelKind::Disc : SteelKind::Plate, like.long_mm, like.wide_mm, 0.0,
                             like.long_mm, like.thick_mm},
                            in_.steel_kg_m3)
                       .each_kg;
    out_.parts.push_back({name, PartOf::Plate, std::move(shape), like.mass_kg, 0});
    for (BasePlateMember& p : out_.plates) {
        if (p.name == name && p.disc == like.disc && alike(p.long_mm, like.long_mm, kAlike_mm) &&
            alike(p.wide_mm, like.wide_mm, kAlike_mm) && alike(p.thick_mm, like.thick_mm, kAlike_mm)) {
            ++p.count;
            return;
        }
    }
    like.count = 1;
    out_.plates.push_back(std::move(like));
}

void BaseBuilder::frame(const std::vector<std::string>& names, const std::vector<Point3>& way, bool closed,
                        Point3 square)
{
    const size_t bars = closed ? way.size() : way.size() - 1;
    const auto run = [&](size_t i) { return unit(way[(i + 1) % way.size()] - way[i % way.size()]); };
    const Point3 level{0, 0, 1};
    for (size_t i = 0; i < bars; ++i) {
        const Point3 along = run(i);
        const bool first = !closed && i == 0;
        const bool last = !closed && i + 1 == bars;
        bar(names[i], way[i], way[(i + 1) % way.size()], burl::cross(square, along),
            first ? level : run((i + bars - 1) % bars) + along, last ? level : along + run((i + 1) % bars));
    }
}

void BaseBuilder::foot(Vec2 at)
{
    out_.feet.push_back(at);
    if (foot_mm() > 0.0) {
        out_.parts.push_back(
            {"foot", PartOf::Foot, roundBar({at.x, at.y, 0.0}, {at.x, at.y, foot_mm()}, kFootWide_mm), 0.0, 0});
    }
}

void BaseBuilder::joint(const std::string& name, int count, const std::string& note, std::vector<Figure> terms)
{
    out_.joints.push_back({name, count, note, std::move(terms)});
}

std::string noteText(const BaseJoint& joint, const UnitChoice& units)
{
    std::vector<std::string> parts;
    for (const Figure& term : joint.terms) {
        parts.push_back(figureText(term, units));
    }
    return filledIn(joint.note, parts);
}

BaseShape baseShape(const BaseShapeInput& input)
{
    BaseBuilder b(input);
    switch (input.choices.kind) {
    case BaseKind::None:
        break;
    case BaseKind::U:
    case BaseKind::Trapezoid:
    case BaseKind::Box:
        buildFrames(b);
        break;
    case BaseKind::Cross:
        buildCross(b);
        break;
    case BaseKind::Truss:
        buildTruss(b);
        break;
    case BaseKind::Spider:
        buildSpider(b);
        break;
    case BaseKind::Pedestal:
        buildPedestal(b);
        break;
    case BaseKind::Trestle:
        buildTrestle(b);
        break;
    case BaseKind::AngledLegs:
        buildAngledLegs(b);
        break;
    case BaseKind::CrossLapped:
        buildCrossLapped(b);
        break;
    case BaseKind::Splayed:
    case BaseKind::Apron:
        buildFourLegs(b);
        break;
    case BaseKind::Columns:
        buildColumns(b);
        break;
    case BaseKind::ArcPanels:
        buildArcPanels(b);
        break;
    case BaseKind::Bought:
    case BaseKind::Own:
        buildBought(b);
        break;
    }
    BaseShape& out = b.out();
    if (plateCounts(input)) {
        for (const BasePlate& p : input.plates) {
            const Box plan{p.x_mm - p.wide_mm / 2.0, p.middle_mm - p.long_mm / 2.0, p.x_mm + p.wide_mm / 2.0,
                           p.middle_mm + p.long_mm / 2.0};
            b.plate("Plate under the top", boxPrism(plan, out.head_mm, out.head_mm + p.thick_mm),
                    {"", 0, p.long_mm, p.wide_mm, p.thick_mm, false, 0.0});
        }
    }
    return out;
}

} // namespace burl
