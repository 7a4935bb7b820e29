#include "core/base/base_plan.h"
#include "core/base/base_pieces.h"

#include <algorithm>
#include <cmath>

#include "core/layup/top_pieces.h"
#include "core/move/lay_out.h"
#include "core/move/pads.h"
#include "core/shop/room.h"
#include "core/wood/density.h"

namespace burl
{

bool sameInput(const BaseInput& a, const BaseInput& b)
{
    const auto same = [](const Figure& x, const Figure& y) { return x.known() == y.known() && x.value() == y.value(); };
    return a.choices == b.choices && a.plates == b.plates && a.given_kg == b.given_kg && a.layup == b.layup &&
           a.move == b.move && a.wood == b.wood && a.wood_pct == b.wood_pct && a.van_mm == b.van_mm &&
           a.door == b.door && same(a.thickness, b.thickness) && same(a.topMass, b.topMass);
}

BaseInput baseInput(const JobInShop& in, std::shared_ptr<const LayupPlan> layup, std::shared_ptr<const MovePlan> move,
                    const Figure& thickness, const Figure& topMass)
{
    BaseInput out;
    out.choices = in.job.base;
    out.plates = in.job.move.plates;
    out.given_kg = in.job.move.baseMass_kg;
    out.layup = std::move(layup);
    out.move = std::move(move);
    out.thickness = thickness;
    out.topMass = topMass;
    out.van_mm = in.shop.habits.van_mm;
    out.door = in.job.door;
    if (madeOf(in.job.base.kind) == BaseOf::Wood) {
        if (in.job.base.wood.empty()) {
            if (!in.species.empty() && !in.species.front().id.empty()) {
                out.wood = in.species.front();
            }
        } else {
            for (const Species& s : in.shop.species) {
                if (s.id == in.job.base.wood) {
                    out.wood = s;
                }
            }
        }
    }
    if (const Climate* room = in.shop.climate(in.job.move.climate)) {
        out.wood_pct = meanRest_pct(*room);
    }
    return out;
}

std::string kindWord(BaseKind kind)
{
    switch (kind) {
    case BaseKind::None:
        return "no base";
    case BaseKind::U:
        return "U frames";
    case BaseKind::Trapezoid:
        return "trapezoid frames";
    case BaseKind::Cross:
        return "X frames";
    case BaseKind::Box:
        return "frames, stretchers";
    case BaseKind::Truss:
        return "I ends and truss";
    case BaseKind::Spider:
        return "spider";
    case BaseKind::Pedestal:
        return "pedestal";
    case BaseKind::Trestle:
        return "wedged trestles";
    case BaseKind::AngledLegs:
        return "angled legs, tied";
    case BaseKind::CrossLapped:
        return "cross-lapped legs";
    case BaseKind::Splayed:
        return "splayed legs";
    case BaseKind::Apron:
        return "legs and apron";
    case BaseKind::Columns:
        return "curved columns";
    case BaseKind::ArcPanels:
        return "arc panels";
    case BaseKind::Bought:
        return "bought legs";
    case BaseKind::Own:
        return "a given base";
    }
    return {};
}

BaseChoices chosenKind(BaseChoices now, BaseKind kind)
{
    const BaseChoices usual;
    const auto shape = [](BaseKind k) { // kinds whose members are alike
        return madeOf(k) == BaseOf::Steel                       ? 0
               : k == BaseKind::Apron || k == BaseKind::Splayed ? 1
               : k == BaseKind::ArcPanels                       ? 2
               : madeOf(k) == BaseOf::Wood                      ? 3
                                                                : 4;
    };
    if (shape(kind) != shape(now.kind) || now.kind == BaseKind::None) {
        struct Usual {
            double deep, thick, wall, rail, railThick;
        };
        constexpr Usual kUsual[] = {{60.0, 30.0, 3.0, 90.0, 25.0},
                                    {70.0, 70.0, 0.0, 90.0, 25.0},
                                    {120.0, 40.0, 0.0, 90.0, 40.0},
                                    {90.0, 60.0, 0.0, 90.0, 40.0},
                                    {40.0, 20.0, 2.0, 90.0, 25.0}};
        const Usual& u = kUsual[shape(kind)];
        now.deep_mm = u.deep;
        now.thick_mm = u.thick;
        now.wall_mm = u.wall;
        now.rail_mm = u.rail;
        now.railThick_mm = u.railThick;
        now.stock_mm.reset();
        now.spread_mm.reset();
    }
    if (kind == BaseKind::ArcPanels && now.kind != kind) {
        now.bow_mm = 420.0;
    } else if (kind == BaseKind::Columns && now.kind != kind) {
        now.bow_mm = usual.bow_mm;
    }
    now.kind = kind;
    return now;
}

std::vector<BasePlate> platesFor(BaseKind kind, const std::vector<BasePlate>& now, const LayupPlan& layup)
{
    const size_t wanted = platesUnder(kind);
    if (wanted == now.size() || wanted == 0) {
        return wanted == 0 ? std::vector<BasePlate>{} : now;
    }
    if (wanted == 2) {
        return twoPlates(layup);
    }
    std::vector<BasePlate> out = twoPlates(layup);
    if (out.empty()) {
        return out;
    }
    BasePlate one = out.front(); // of a pedestal: square, under the weight
    const Vec2 middle = middleOfMass(layup);
    one.x_mm = std::round(middle.x);
    one.middle_mm = std::round(middle.y);
    one.wide_mm = one.long_mm = std::min(one.long_mm, 400.0);
    return {one};
}

std::vector<Vec2> legsUnder(const LayupPlan& layup, double inset_mm)
{
    const Vec2 middle = middleOfMass(layup);
    const Box& box = layup.finalBox;
    std::vector<Vec2> out;
    if (!layup.shape.empty()) { // on the diagonals of a round or an oval
        for (const Vec2 way : {Vec2{-1, -1}, Vec2{1, -1}, Vec2{1, 1}, Vec2{-1, 1}}) {
            const double half = std::sqrt(0.5);
            out.push_back({middle.x + way.x * (box.width() / 2.0 * half - inset_mm),
                           middle.y + way.y * (box.height() / 2.0 * half - inset_mm)});
        }
        return out;
    }
    // In from the ends, and from the wood's edges there: the legs of an end stand level with each other.
    for (const double x : {box.left + inset_mm, box.right - inset_mm}) {
        double low = middle.y;
        double high = middle.y;
        for (const PlacedPiece& piece : layup.pieces) {
            for (const double y : woodAt(piece, x)) {
                low = std::min(low, y);
                high = std::max(high, y);
            }
        }
        out.push_back({x, low + inset_mm});
        out.push_back({x, high - inset_mm});
    }
    return {out[0], out[2], out[3], out[1]}; // round
}

namespace
{

/// Corners of the whole top, whatever holes are in it.
Ring cornersOf(const LayupPlan& layup)
{
    Ring out;
    for (const PlacedPiece& piece : layup.pieces) {
        for (const Ring& ring : piece.kept) {
            out.insert(out.end(), ring.begin(), ring.end());
        }
    }
    return out;
}

/// The most dangerous edge of those at the ends, or of those at the sides.
std::optional<TipsOver> worstOf(const BasePlan& plan, const Ring& top, bool end)
{
    std::optional<TipsOver> worst;
    for (const TippingEdge& edge : plan.tipping.edges) {
        const Vec2 a = plan.shape->feet[edge.from];
        const Vec2 way = plan.shape->feet[edge.to] - a;
        const Vec2 out = Vec2{way.y, -way.x} * (1.0 / length(way));
        if ((std::abs(out.x) > std::abs(out.y)) != end) {
            continue;
        }
        const auto rank = [](const TippingEdge& e) { return e.tip_N.value_or(1e12 + e.distance_mm); };
        if (worst && rank(worst->edge) <= rank(edge)) {
            continue;
        }
        TipsOver here;
        here.end = end;
        here.out = out;
        here.edge = edge;
        double far = -1e12;
        for (const Vec2 p : top) {
            if (dot(p - a, out) > far) {
                far = dot(p - a, out);
                here.at = p;
            }
        }
        worst = here;
    }
    return worst;
}

/// How long a bar is, from the middle of its one end to that of the other.
double runOf(const Prism& bar)
{
    const auto middle = [](const auto& rim) {
        Point3 out{};
        for (const Point3& p : rim) {
            out = out + p * (1.0 / static_cast<double>(rim.size()));
        }
        return out;
    };
    return length(middle(bar.high) - middle(bar.low));
}

void stand(const BaseInput& in, BasePlan& plan)
{
    const BaseShape& shape = *plan.shape;
    std::vector<Point3Mass> masses{plan.top};
    const double given = in.given_kg.value_or(0.0);
    const bool elsewhere = madeOf(plan.choices.kind) == BaseOf::Elsewhere;
    double run = 0.0; // of all bars: what was weighed lies along them
    for (const BasePart& part : shape.parts) {
        run += runOf(part.shape);
    }
    for (const BasePart& part : shape.parts) {
        const Point3 at = part.shape.middle();
        const double share = run > 0.0 ? runOf(part.shape) / run : 0.0;
        masses.push_back({elsewhere ? given * share : part.mass_kg, at.x, at.y, at.z});
    }
    plan.all = weighed({}, 0.0, masses).all;
    const Ring top = cornersOf(*in.layup);
    if (shape.feet.size() < 3) {
        return;
    }
    plan.tipping = tippingOf(plan.all, shape.feet, top);
    if (plan.tipping.edges.size() < 3) { // on one line
        plan.tipping = {};
        return;
    }
    plan.feet_N = footForces_N(plan.all.mass_kg, {plan.all.x, plan.all.y}, shape.feet);
    plan.end = worstOf(plan, top, true);
    plan.side = worstOf(plan, top, false);
    const double sits_N = plan.choices.sitter_kg * kGravity_m_s2;
    for (std::optional<TipsOver>* way : {&plan.end, &plan.side}) {
        if (*way && (*way)->edge.tip_N && *(*way)->edge.tip_N < sits_N) {
            // Out by s it bears weight × (distance + s) = sitter × (overhang − s); a frame that goes out takes the
            // middle of the weight along by its share.
            const double weight_N = plan.all.mass_kg * kGravity_m_s2;
            const double base_kg = plan.all.mass_kg - plan.top.mass_kg;
            const bool oneGoes = (*way)->end && plan.plates.size() == 2 && plan.choices.kind != BaseKind::Spider;
            const double share = oneGoes ? (elsewhere ? 1.0 : 0.5) * base_kg / plan.all.mass_kg : 0.0;
            const TippingEdge& e = (*way)->edge;
            (*way)->widen_mm =
                (sits_N * e.overhang_mm - weight_N * e.distance_mm) / (weight_N * (1.0 - share) + sits_N);
        }
    }
}

void rock(BasePlan& plan)
{
    const BaseShape& shape = *plan.shape;
    std::vector<Pad> pads;
    for (size_t i = 0; i < shape.feet.size() && i < plan.choices.footGaps_mm.size(); ++i) {
        if (plan.choices.footGaps_mm[i]) {
            // Air under a foot: the floor lies low there.
            pads.push_back({shape.feet[i], *plan.choices.footGaps_mm[i]});
        }
    }
    if (pads.size() == shape.feet.size() && pads.size() > 3) {
        plan.gaps_mm = gapsUnder(pads, {plan.all.x, plan.all.y});
    }
}

TablePiece carriedPiece(const TopPiece& p, const Figure& thickness, const Figure& mass, size_t pieces)
{
    TablePiece out{p.key, p.name, {}, {}, thickness, mass, p.middle, false};
    out.long_mm = workedOut(p.key + "_long", p.name + ", long", p.box.width(), Unit::Length, "on the drawing");
    out.wide_mm = workedOut(p.key + "_wide", p.name + ", wide", p.box.height(), Unit::Length, "on the drawing");
    if (pieces > 1) {
        const Figure share =
            workedOut(p.key + "_share", "its share", p.share, Unit::None, "of the outline, wood and resin alike");
        out.mass = made(p.key + "_mass", "Weight of the " + p.name, "{0} × {1}", {mass, share}, p.share * mass.value(),
                        Unit::Mass);
    }
    return out;
}

void carry(const BaseInput& in, BasePlan& plan)
{
    const std::vector<TopPiece> pieces = topPieces(*in.layup);
    for (const TopPiece& p : pieces) {
        if (p.box.width() > plan.topBox.long_mm) {
            plan.topBox = {p.box.width(), p.box.height(), in.thickness.value()};
        }
        plan.carried.push_back(carriedPiece(p, in.thickness, plan.topMass, pieces.size()));
    }
    if (plan.shape && !plan.shape->parts.empty()) {
        std::vector<const BasePart*> parts;
        for (const BasePart& part : plan.shape->parts) {
            parts.push_back(&part);
        }
        double high = 0.0;
        const Box base = reachOf(parts, high);
        if (pieces.size() == 1) { // halves meet in the room
            const Box& top = in.layup->finalBox;
            plan.wholeBox =
                Carried{std::max(top.right, base.right) - std::min(top.left, base.left),
                        std::max(top.top, base.top) - std::min(top.bottom, base.bottom), plan.surface.value()};
        }
    }
    plan.places = narrowPlaces(plan.topBox, plan.wholeBox, {in.door, plan.choices.way, in.van_mm});
}

} // namespace

BasePlan basePlan(const BaseInput& in)
{
    BasePlan plan;
    plan.choices = in.choices;
    plan.thickness = in.thickness;
    plan.topMass = in.topMass;
    if (!in.layup || in.layup->missing || in.layup->pieces.empty()) {
        return plan; // Layup says so
    }
    const BaseKind kind = in.choices.kind;
    if (!in.thickness.known() || !in.topMass.known()) {
        plan.missing = Missing{"What the top weighs is not known, so nobody knows how it stands",
                               "thickness, wood and moisture of its slabs",
                               {in.thickness.known() ? "fill" : "flat", ""}};
        addMissing(plan.findings, "base.missing", *plan.missing);
        return plan;
    }
    BaseShapeInput shape;
    shape.choices = in.choices;
    shape.thickness_mm = in.thickness.value();
    shape.middle = middleOfMass(*in.layup);
    shape.wood_kg_m3 = in.wood && in.wood->g12 > 0.0 ? density_kg_m3(in.wood->g12, in.wood_pct) : 0.0;
    plan.plates = platesFor(kind, in.plates, *in.layup);
    shape.plates = plan.plates;
    if (kind == BaseKind::Splayed || kind == BaseKind::Apron) {
        shape.legs = legsUnder(*in.layup, in.choices.inset_mm);
    }
    const bool elsewhere = madeOf(kind) == BaseOf::Elsewhere;
    const double thick = in.thickness.value();
    if (kind == BaseKind::None) {
        plan.missing = Missing{"What the top stands on is not chosen yet", "a kind of base", {"base", "frame"}};
    } else if (shape.plates.size() != platesUnder(kind)) {
        plan.missing = Missing{"No place under the top is wide enough for its base", "base plates", {"move", "plates"}};
    } else if (elsewhere && !in.choices.leg_mm) {
        plan.missing = Missing{"How high the legs are is not known", "their height", {"base", "legs"}};
    } else if (elsewhere && in.choices.footPoints.size() < 3) {
        plan.missing = Missing{"Where its feet stand is not known", "three foot points or more", {"base", "standing"}};
    } else if (elsewhere && !in.given_kg) {
        plan.missing = Missing{"What the base weighs is not known", "its weight", {"base", "legs"}};
    } else if (constexpr double kLeast_mm = 60.0;
               riseOf_mm(shape) < kLeast_mm + 2.0 * in.choices.rail_mm * (madeOf(kind) == BaseOf::Wood ? 1.0 : 0.0)) {
        plan.missing = Missing{"Nothing is left for legs under so low a surface", "a higher surface", {"base", "legs"}};
    } else {
        plan.shape = std::make_shared<const BaseShape>(baseShape(shape));
    }
    plan.surface = !elsewhere ? given("surface", "Height to the top", in.choices.surface_mm, Unit::Length, "chosen")
                   : in.choices.leg_mm
                       ? made("surface", "Height to the top", "{0} + {1}",
                              {given("leg", "legs", *in.choices.leg_mm, Unit::Length, "measured"), in.thickness},
                              *in.choices.leg_mm + thick, Unit::Length)
                       : Figure{};
    const double level = plan.surface.value() - thick / 2.0;
    plan.top = {in.topMass.value(), shape.middle.x, shape.middle.y, std::max(0.0, level)};
    if (plan.missing) {
        addMissing(plan.findings, "base.missing", *plan.missing);
    } else {
        stand(in, plan);
        rock(plan);
        cutBase(plan);
        for (const FastenerPlan& f : in.move ? in.move->fasteners : std::vector<FastenerPlan>{}) {
            for (size_t i = 0; i < plan.plates.size(); ++i) {
                const BasePlate& p = plan.plates[i];
                if (std::abs(f.fastener.at.x - p.x_mm) <= p.wide_mm / 2.0 &&
                    std::abs(f.fastener.at.y - p.middle_mm) <= p.long_mm / 2.0) {
                    plan.holes.push_back({i, f.number, f.fastener.at, f.fastener.bolt_mm,
                                          f.slotted && f.slot.known() ? f.slot.value() : f.fastener.bolt_mm,
                                          f.slotTurn_deg});
                }
            }
        }
    }
    carry(in, plan);
    nameGoods(plan);
    measureBase(in, plan);
    inspectBase(in, plan);
    sortBySeverity(plan.findings);
    return plan;
}

void cutBase(BasePlan& plan)
{
    const BaseChoices& c = plan.choices;
    constexpr double kBar_mm = 6000.0;
    constexpr double kBoard_mm = 2500.0;
    std::vector<SheetPart> panels;
    for (const BaseMember& m : plan.shape->members) {
        if (m.panel) {
            panels.push_back({m.long_mm, m.deep_mm, m.count, false});
            continue;
        }
        const bool wood = m.of == PartOf::Wood;
        const auto mm = [](double v) {
            std::string s = std::to_string(static_cast<long>(std::lround(v * 10.0)));
            if (s.size() < 2) {
                s = "0" + s;
            }
            return s.back() == '0' ? s.substr(0, s.size() - 1) : s.substr(0, s.size() - 1) + "." + s.back();
        };
        const double deep = m.lamellae > 0 ? m.lamellae * (m.lamella_mm + c.kerf_mm) : m.deep_mm;
        std::string name = m.round ? "⌀ " + mm(m.deep_mm) : mm(deep) + " × " + mm(m.thick_mm);
        if (!wood) {
            name += m.wall_mm > 0.0 ? " × " + mm(m.wall_mm) : ", solid";
        }
        auto at = std::find_if(plan.stock.begin(), plan.stock.end(), [&](const StockCut& s) { return s.name == name; });
        if (at == plan.stock.end()) {
            StockCut cut;
            cut.name = name;
            cut.wood = wood;
            cut.round = m.round;
            cut.deep_mm = deep;
            cut.thick_mm = m.thick_mm;
            cut.wall_mm = wood ? 0.0 : m.wall_mm;
            cut.stock_mm = c.stock_mm.value_or(wood ? kBoard_mm : kBar_mm);
            plan.stock.push_back(std::move(cut));
            at = plan.stock.end() - 1;
        }
        at->members.push_back(m.number);
    }
    for (StockCut& s : plan.stock) {
        std::vector<BarMember> members;
        for (const int number : s.members) {
            const BaseMember& m = plan.shape->members[static_cast<size_t>(number) - 1];
            BarMember bar;
            bar.id = std::to_string(number);
            bar.count = m.count;
            bar.length_mm = m.long_mm; // overall: nothing is nested
            members.push_back(bar);
        }
        constexpr double kTrim_mm = 0.0; // a mill's ends are clean enough; the kerf counts
        s.list = cutList(members, {{s.stock_mm, c.barPrice.value_or(1.0), std::nullopt}}, c.kerf_mm, kTrim_mm);
        s.offcut_mm = s.list.bars * s.stock_mm - s.list.total_mm;
    }
    if (!panels.empty()) {
        plan.panels = sheetList(panels, kPanelSheetLong_mm, kPanelSheetWide_mm, c.kerf_mm);
    }
}

const TablePiece& heaviestOfTop(const BasePlan& plan)
{
    const TablePiece* out = &plan.carried.front();
    for (const TablePiece& p : plan.carried) {
        out = !p.ofBase && p.mass.value() > out->mass.value() ? &p : out;
    }
    return *out;
}

} // namespace burl
