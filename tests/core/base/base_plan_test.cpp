// The base under a real top: members fitted and sawn, what tips it, what passes, what it says.

#include <catch2/catch.hpp>

#include <cmath>
#include <numeric>

#include "core/base/joint_lines.h"
#include "core/base/member_drawing.h"
#include "core/geometry/hull.h"
#include "support/demo.h"

using namespace burl;
using burl::test::codes;
using burl::test::Demo;

namespace
{

/// Two plates of 600 under a top of 40 that stands 740 high.
BaseShapeInput plainInput(BaseKind kind)
{
    BaseShapeInput in;
    in.choices = chosenKind({}, kind);
    for (const double x : {300.0, 1500.0}) {
        BasePlate p;
        p.x_mm = x;
        p.long_mm = 600.0;
        p.thick_mm = 8.0;
        in.plates.push_back(p);
    }
    if (platesUnder(kind) == 1) {
        in.plates.pop_back();
        in.plates[0].x_mm = 900.0;
    } else if (platesUnder(kind) == 0) {
        in.plates.clear();
        in.legs = {{60.0, -340.0}, {1740.0, -340.0}, {1740.0, 340.0}, {60.0, 340.0}};
    }
    in.choices.leg_mm = 700.0;
    in.choices.footPoints = {{{300, -280}, 0.0}, {{300, 280}, 120.0}, {{1500, 280}, 0.0}, {{1500, -280}, 0.0}};
    in.thickness_mm = 40.0;
    in.middle = {900.0, 0.0};
    in.wood_kg_m3 = 700.0;
    return in;
}

const BaseMember* memberOf(const BaseShape& shape, const std::string& name)
{
    for (const BaseMember& m : shape.members) {
        if (m.name == name) {
            return &m;
        }
    }
    return nullptr;
}

constexpr BaseKind kBuilt[] = {BaseKind::U,          BaseKind::Trapezoid,   BaseKind::Cross,    BaseKind::Box,
                               BaseKind::Truss,      BaseKind::Spider,      BaseKind::Pedestal, BaseKind::Trestle,
                               BaseKind::AngledLegs, BaseKind::CrossLapped, BaseKind::Splayed,  BaseKind::Apron,
                               BaseKind::Columns,    BaseKind::ArcPanels,   BaseKind::Bought,   BaseKind::Own};

const Finding* saidOf(const BasePlan& plan, const std::string& code)
{
    for (const Finding& f : plan.findings) {
        if (f.code == code) {
            return &f;
        }
    }
    return nullptr;
}

} // namespace

TEST_CASE("a U frame by hand: legs, mitres, heights, weight", "[base]")
{
    const BaseShape s = baseShape(plainInput(BaseKind::U));
    // 740 to the surface, 40 of top, 8 of plate: the head's upper face lies at 692; feet of 12.
    CHECK(s.head_mm == Approx(692.0));
    CHECK(s.rise_mm == Approx(680.0));
    REQUIRE(s.members.size() == 2);
    const BaseMember* leg = memberOf(s, "Leg");
    const BaseMember* head = memberOf(s, "Head");
    REQUIRE(leg != nullptr);
    REQUIRE(head != nullptr);
    CHECK(leg->count == 4);
    CHECK(leg->long_mm == Approx(680.0));
    CHECK(std::abs(leg->from.mitre_deg) + std::abs(leg->to.mitre_deg) == Approx(45.0)); // square at the floor
    CHECK(head->count == 2);
    CHECK(head->long_mm == Approx(600.0));
    CHECK(std::abs(head->from.mitre_deg) == Approx(45.0));
    CHECK(std::abs(head->to.mitre_deg) == Approx(45.0));
    // 60 × 30 × 3: 504 mm², along its middle 540 mm.
    CHECK(head->mass_kg == Approx(504.0 * 540.0 * 7850.0 / 1e9).epsilon(1e-6));
    REQUIRE(s.feet.size() == 4);
    CHECK(s.feet[0].y == Approx(-270.0));
    CHECK(s.feet[1].y == Approx(270.0));
    CHECK(s.racks);
}

TEST_CASE("a plate that is let in lifts the legs by its thickness", "[base]")
{
    BaseShapeInput in = plainInput(BaseKind::U);
    in.plates[0].letIn = in.plates[1].letIn = true;
    CHECK(riseOf_mm(in) == Approx(688.0));
}

TEST_CASE("a trapezoid's members are those of its formula", "[base]")
{
    for (const double lean : {0.0, 4.0, 8.0, 15.0, -5.0}) {
        BaseShapeInput in = plainInput(BaseKind::Trapezoid);
        in.choices.lean_deg = lean;
        const BaseShape s = baseShape(in);
        const Trapezoid t = trapezoidOf(680.0, 600.0, lean, 60.0);
        INFO("lean " << lean);
        const BaseMember* leg = memberOf(s, "Leg");
        REQUIRE(leg != nullptr);
        CHECK(leg->long_mm == Approx(t.leg.long_mm).epsilon(1e-6));
        CHECK(memberOf(s, "Head")->long_mm == Approx(t.top.long_mm).epsilon(1e-6));
        CHECK(memberOf(s, "Foot rail")->long_mm == Approx(t.bottom.long_mm).epsilon(1e-6));
        const double a = std::abs(leg->from.mitre_deg);
        const double b = std::abs(leg->to.mitre_deg);
        CHECK(std::min(a, b) == Approx(std::min(t.mitreTop_deg, t.mitreBottom_deg)).margin(1e-6));
        CHECK(std::max(a, b) == Approx(std::max(t.mitreTop_deg, t.mitreBottom_deg)).margin(1e-6));
    }
}

TEST_CASE("splayed legs are sawn as their formula says", "[base]")
{
    BaseShapeInput in = plainInput(BaseKind::Splayed);
    in.choices.lean_deg = 9.0;
    in.choices.leanAlong_deg = 12.0;
    const BaseShape s = baseShape(in);
    const BaseMember* leg = memberOf(s, "Leg");
    REQUIRE(leg != nullptr);
    CHECK(leg->count == 4);
    const double rise = 740.0 - 40.0 - 12.0;
    const SplayedLeg want = splayed({12.0, 9.0, rise, in.choices.thick_mm, in.choices.deep_mm});
    CHECK(leg->centre_mm == Approx(want.axis_mm));
    // The bar's own faces are turned so that its deep way lies across the top; its bevel and mitre follow from that.
    CHECK(std::abs(s.feet[0].x - 60.0) == Approx(std::abs(want.foot.x)));
    CHECK(std::abs(s.feet[0].y + 340.0) == Approx(std::abs(want.foot.y)));
    CHECK(s.feet[0].x < 60.0);
    CHECK(s.feet[0].y < -340.0);
}

TEST_CASE("a bar with both ends level that leans one way has its lean as mitre and no bevel", "[base]")
{
    const CutBar bar =
        cutBar({{0, 0, 0}, {0, 100.0 * std::tan(0.2), 100.0}, 60.0, 30.0, {0, 1, 0}, {0, 0, 1}, {0, 0, 1}});
    CHECK(std::abs(bar.from.mitre_deg) == Approx(0.2 * 180.0 / M_PI));
    CHECK(bar.from.mitre_deg == Approx(bar.to.mitre_deg));
    CHECK(bar.from.bevel_deg == Approx(0.0).margin(1e-9));
    CHECK(bar.long_mm == Approx(100.0 / std::cos(0.2) + 60.0 * std::tan(0.2)));
    // Seen with the other face on the saw it is a bevel.
    const CutBar turned =
        cutBar({{0, 0, 0}, {0, 100.0 * std::tan(0.2), 100.0}, 30.0, 60.0, {1, 0, 0}, {0, 0, 1}, {0, 0, 1}});
    CHECK(turned.from.mitre_deg == Approx(0.0).margin(1e-9));
    CHECK(std::abs(turned.from.bevel_deg) == Approx(0.2 * 180.0 / M_PI));
}

TEST_CASE("X legs: ends where they should stand, halves that meet the whole one", "[base]")
{
    BaseShapeInput in = plainInput(BaseKind::Cross);
    in.choices.spread_mm = 500.0;
    const BaseShape s = baseShape(in);
    double low = 1e9;
    double high = -1e9;
    double head = -1e9;
    for (const BasePart& part : s.parts) {
        if (part.of != PartOf::Steel) {
            continue;
        }
        for (const auto* rim : {&part.shape.low, &part.shape.high}) {
            for (const Point3& p : *rim) {
                if (p.z < 12.5) {
                    low = std::min(low, p.y);
                    high = std::max(high, p.y);
                }
                if (p.z > s.head_mm - 0.5) {
                    head = std::max(head, p.y);
                }
            }
        }
    }
    CHECK(high - low == Approx(500.0).margin(1e-3));
    CHECK(head == Approx(300.0).margin(1e-3));
    const BaseMember* whole = memberOf(s, "Leg, whole");
    const BaseMember* upper = memberOf(s, "Leg, upper half");
    const BaseMember* lower = memberOf(s, "Leg, lower half");
    REQUIRE(upper != nullptr);
    REQUIRE(lower != nullptr);
    // Along their middles both halves and what the whole bar takes of the crossing make a whole one.
    const double gap = whole->centre_mm - upper->centre_mm - lower->centre_mm;
    CHECK(gap > 60.0);
    CHECK(gap < 80.0);
}

TEST_CASE("every kind stands on the floor, under the top, and weighs what its parts weigh", "[base]")
{
    for (const BaseKind kind : kBuilt) {
        INFO(kindWord(kind));
        const BaseShapeInput in = plainInput(kind);
        const BaseShape s = baseShape(in);
        CHECK(s.feet.size() >= 4);
        double parts = 0.0;
        double low = 1e9;
        double high = -1e9;
        for (const BasePart& part : s.parts) {
            parts += part.mass_kg;
            REQUIRE(part.shape.low.size() == part.shape.high.size());
            for (const auto* rim : {&part.shape.low, &part.shape.high}) {
                for (const Point3& p : *rim) {
                    REQUIRE(std::isfinite(p.x + p.y + p.z));
                    low = std::min(low, p.z);
                    high = std::max(high, p.z);
                }
            }
        }
        CHECK(low == Approx(0.0).margin(1e-6));
        CHECK(high == Approx(700.0).margin(1e-6)); // the underside of the top
        double members = 0.0;
        for (const BaseMember& m : s.members) {
            CHECK(m.count > 0);
            CHECK(m.long_mm > 0.0);
            CHECK(m.mass_kg > 0.0);
            members += m.count * m.mass_kg;
        }
        for (const BasePlateMember& p : s.plates) {
            members += p.count * p.mass_kg;
        }
        CHECK(parts == Approx(members).margin(1e-9));
        CHECK((madeOf(kind) == BaseOf::Elsewhere) == (members == 0.0));
        CHECK((madeOf(kind) == BaseOf::Elsewhere || !s.joints.empty()));
    }
}

TEST_CASE("a base mirrored across the top is the mirrored base", "[base]")
{
    for (const BaseKind kind : kBuilt) {
        INFO(kindWord(kind));
        BaseShapeInput in = plainInput(kind);
        for (BasePlate& p : in.plates) {
            p.middle_mm = 35.0;
        }
        BaseShapeInput other = in;
        for (BasePlate& p : other.plates) {
            p.middle_mm = -35.0;
        }
        for (Vec2& at : other.legs) {
            at.y = -at.y;
        }
        for (FootPoint& f : other.choices.footPoints) {
            f.at.y = -f.at.y;
        }
        const BaseShape a = baseShape(in);
        const BaseShape b = baseShape(other);
        REQUIRE(a.feet.size() == b.feet.size());
        const Ring hullA = hullRing(a.feet);
        for (const Vec2 f : b.feet) {
            double nearest = 1e9;
            for (const Vec2 g : a.feet) {
                nearest = std::min(nearest, length(g - Vec2{f.x, -f.y}));
            }
            CHECK(nearest < 1e-6);
        }
        double massA = 0.0;
        double massB = 0.0;
        for (const BasePart& p : a.parts) {
            massA += p.mass_kg;
        }
        for (const BasePart& p : b.parts) {
            massB += p.mass_kg;
        }
        CHECK(massA == Approx(massB));
    }
}

TEST_CASE("all members lie in the bars, none twice, none beyond an end", "[base]")
{
    for (int number = 1; number <= 8; ++number) {
        const Demo d(number);
        const Plan plan = d.plan();
        INFO(d.job.name);
        for (const StockCut& s : plan.base->stock) {
            REQUIRE(s.list.price);
            std::vector<int> cut(s.members.size());
            for (const BarPlan& bar : s.list.plan) {
                double used = 0.0;
                int pieces = 0;
                for (size_t i = 0; i < bar.pieces.size(); ++i) {
                    cut[i] += bar.pieces[i] * bar.times;
                    used += bar.pieces[i] * s.list.blanks_mm[i];
                    pieces += bar.pieces[i];
                }
                CHECK(used + (pieces - 1) * d.job.base.kerf_mm <= s.stock_mm + 1e-6);
            }
            for (size_t i = 0; i < cut.size(); ++i) {
                const BaseMember& m = plan.base->shape->members[static_cast<size_t>(s.members[i]) - 1];
                CHECK(cut[i] == m.count);
                CHECK(s.list.blanks_mm[i] == Approx(m.long_mm));
            }
        }
    }
}

TEST_CASE("feet bear the whole weight, and what tips it follows from where they stand", "[base]")
{
    const Demo d(1);
    const Plan plan = d.plan();
    const BasePlan& b = *plan.base;
    const double weight = plan.figure("table_kg").value() * kGravity_m_s2;
    CHECK(std::accumulate(b.feet_N.begin(), b.feet_N.end(), 0.0) == Approx(weight).epsilon(1e-9));
    REQUIRE(b.end);
    REQUIRE(b.end->tip.known());
    CHECK(b.end->tip.value() == Approx(weight * b.end->edge.distance_mm / b.end->edge.overhang_mm).epsilon(1e-9));
    // Frames at 620 and 2080, a top of 2700: 620 beyond either.
    CHECK(b.end->edge.overhang_mm == Approx(620.0).margin(1.0));
    CHECK(plan.figure("surface").value() == Approx(750.0));
    CHECK(plan.figure("rise").value() ==
          Approx(750.0 - plan.flatten->thickness.value() - 12.0).margin(1e-9)); // plates let in take nothing
    CHECK(plan.figure("knee").value() == Approx(750.0 - plan.flatten->thickness.value()).margin(1e-9));
    CHECK(plan.figure("table_kg").value() ==
          Approx(plan.figure("mass").value() + plan.figure("base_kg").value()).epsilon(1e-9));
}

TEST_CASE("feet set as far out as it says bear whoever sits there, and a hair less does not", "[base]")
{
    Demo d(1);
    d.job.move.plates[0].x_mm = 1000.0;
    d.job.move.plates[1].x_mm = 1700.0;
    const Plan plan = d.plan();
    const BasePlan& b = *plan.base;
    REQUIRE(b.end);
    REQUIRE(b.end->widen_mm > 0.0);
    REQUIRE(saidOf(b, "base.tips_end") != nullptr);
    const size_t out = b.end->out.x > 0.0 ? 1 : 0;
    const double sits = d.job.base.sitter_kg * kGravity_m_s2;
    for (const double by : {b.end->widen_mm + 0.5, b.end->widen_mm - 2.0}) {
        Demo moved = d;
        moved.job.move.plates[out].x_mm += out == 1 ? by : -by;
        const Plan again = moved.plan();
        // The other end may be the worse one now: this one is asked.
        double here = 1e12;
        for (const TippingEdge& e : again.base->tipping.edges) {
            const Vec2 a = again.base->shape->feet[e.from];
            const Vec2 way = again.base->shape->feet[e.to] - a;
            if (e.tip_N && std::abs(way.y) > std::abs(way.x) && (way.y > 0.0) == (out == 1)) {
                here = *e.tip_N;
            }
        }
        CHECK((here >= sits) == (by > b.end->widen_mm));
    }
}

TEST_CASE("what is wrong with a base is said, each by its code", "[base]")
{
    const auto says = [](const std::function<void(Demo&)>& change, int number = 1) {
        Demo d(number);
        change(d);
        const Plan plan = d.plan();
        return codes(plan.base->findings);
    };
    CHECK(says([](Demo& d) { d.job.base.kind = BaseKind::None; }).count("base.missing") == 1);
    CHECK(says([](Demo& d) {
              d.job.base.surface_mm = 200.0;
              d.job.base.foot_mm = 150.0;
          }).count("base.missing") == 1);
    const auto sound = says([](Demo&) {});
    for (const char* code : {"base.missing", "base.tips_end", "base.tips_side", "base.falls", "base.wont_pass",
                             "base.heavy", "base.bar_short", "base.rocks", "base.low", "base.tall", "base.knee"}) {
        INFO(code);
        CHECK(sound.count(code) == 0);
    }
    CHECK(sound.count("base.welding") == 1);
    CHECK(sound.count("base.no_certificate") == 1);
    CHECK(says([](Demo& d) { d.job.base.stock_mm = 650.0; }).count("base.bar_short") == 1);
    CHECK(says([](Demo& d) { d.job.base.carriers = 2; }).count("base.heavy") == 1);
    CHECK(says([](Demo& d) { d.job.base.hoist_kg = 100.0; }).count("base.hoist") == 1);
    CHECK(says([](Demo& d) { d.job.base.surface_mm = 690.0; }).count("base.low") == 1);
    CHECK(says([](Demo& d) { d.job.base.surface_mm = 860.0; }).count("base.tall") == 1);
    CHECK(says([](Demo& d) { d.job.base.arms_mm = 695.0; }).count("base.arms") == 1);
    CHECK(says([](Demo& d) { d.job.base.wall_mm = 20.0; }).count("base.wall") == 1);
    CHECK(says([](Demo& d) { d.job.base.carpet = true; }).count("base.carpet") == 1);
    CHECK(says([](Demo& d) { d.job.door = {300.0, 900.0}; }).count("base.wont_pass") == 1);
    CHECK(says([](Demo& d) {
              d.job.base.way.corridor_mm = 700.0;
              d.job.base.way.after_mm = 700.0;
          }).count("base.wont_pass") == 1);
    CHECK(says([](Demo& d) {
              d.job.door = {};
              d.job.base.way = {};
          }).count("base.way_unknown") == 1);
    CHECK(says([](Demo& d) { d.job.base.footGaps_mm = {0.0, 0.0, 0.0, 4.0}; }).count("base.rocks") == 1);
    CHECK(says([](Demo& d) { d.job.base.footGaps_mm = {0.0, 0.0, 0.0, 0.1}; }).count("base.rocks") == 0);
    CHECK(says([](Demo& d) { d.job.base.spread_mm = 150.0; }).count("base.tippy") == 1);
    CHECK(says([](Demo& d) { d.job.move.plates[1].x_mm = 700.0; }).count("base.falls") == 1);
    // The end of a plate may reach over a channel that is let in flush; the head of a leg may not.
    CHECK(says([](Demo& d) { d.job.move.plates[0].x_mm = 330.0; }).count("base.pad_on") == 0);
    CHECK(says([](Demo& d) {
              d.job.base = chosenKind(d.job.base, BaseKind::AngledLegs);
              d.job.base.tie_mm = 0.0;
          }).count("base.pushed_out") == 1);
    CHECK(says([](Demo& d) {
              d.job.base = chosenKind(d.job.base, BaseKind::Trestle);
              d.job.base.wedge_deg = 19.0;
          }).count("base.wedge") == 1);
    CHECK(says([](Demo& d) {
              d.job.base = chosenKind(d.job.base, BaseKind::Columns);
              d.job.base.lamella_mm = 20.0;
          }).count("base.lamella") == 1);
    CHECK(says([](Demo& d) {
              d.job.base = chosenKind(d.job.base, BaseKind::Apron);
              d.job.base.rail_mm = 160.0;
          }).count("base.knee") == 1);
    CHECK(says([](Demo& d) {
              d.job.base.kind = BaseKind::Bought;
              d.job.base.leg_mm = 700.0;
              d.job.move.baseMass_kg = 20.0;
              d.job.base.footPoints = {{{500, 0}, 0}, {{1300, 0}, 0}, {{2200, 0}, 0}};
          }).count("base.no_stand") == 1);
}

TEST_CASE("bought legs want their height, their feet and their weight, in that order", "[base]")
{
    Demo d(1);
    d.job.base.kind = BaseKind::Bought;
    d.job.base.footPoints.clear();
    const auto wants = [&] { return d.plan().base->missing ? d.plan().base->missing->wants : std::string("nothing"); };
    CHECK(wants() == "their height");
    d.job.base.leg_mm = 690.0;
    CHECK(wants() == "three foot points or more");
    d.job.base.footPoints = {{{500, -300}, 0}, {{500, 300}, 150}, {{2200, 300}, 0}, {{2200, -300}, 0}};
    CHECK(wants() == "its weight");
    d.job.move.baseMass_kg = 22.0;
    CHECK(wants() == "nothing");
    const Plan plan = d.plan();
    CHECK(plan.figure("surface").value() == Approx(690.0 + plan.flatten->thickness.value()));
    CHECK(plan.figure("base_kg").value() == Approx(22.0));
}

TEST_CASE("a base of nobody's wood is not weighed, and says so", "[base]")
{
    Demo d(1);
    d.job.base = chosenKind(d.job.base, BaseKind::Trestle);
    d.job.base.wood = "no_such_wood";
    const Plan plan = d.plan();
    CHECK_FALSE(plan.figure("base_kg").known());
    CHECK(codes(plan.base->findings).count("base.no_wood") == 1);
    CHECK(plan.figure("table_kg").value() == Approx(plan.figure("mass").value()));
}

TEST_CASE("what passes where, by hand", "[base]")
{
    const Carried top{2400.0, 950.0, 45.0};
    const Carried whole{2400.0, 950.0, 740.0};
    WayThrough way;
    const auto answer = [&](const char* name) {
        for (const NarrowPlace& p : narrowPlaces(top, whole, way)) {
            if (p.name == name) {
                return p;
            }
        }
        return NarrowPlace{};
    };
    CHECK(answer("door").answer == PassAnswer::NotMeasured);
    way.door = {820.0, 2010.0};
    CHECK(answer("door").answer == PassAnswer::Passes); // 740 lies down in 820, 950 stands in 2010
    CHECK(answer("door").spare_mm.value() == Approx(80.0));
    way.door = {700.0, 2010.0};
    CHECK(answer("door").answer == PassAnswer::TopAlone);
    way.door = {700.0, 800.0};
    CHECK(answer("door").answer == PassAnswer::TopAlone); // tilted: 950 in a diagonal of 1063
    CHECK(answer("door").how == "tilted");
    way.door = {500.0, 700.0};
    CHECK(answer("door").answer == PassAnswer::Never);
    way.way.corridor_mm = 1000.0;
    way.way.after_mm = 1000.0;
    // Round a corner of two corridors of 1 m a thin plank of 2 √2 m goes; 45 mm thick 2 × 45 less.
    const NarrowPlace turn = answer("turn of the corridor");
    CHECK(turn.answer == PassAnswer::TopAlone);
    CHECK(turn.spare_mm.value() == Approx(2000.0 * std::sqrt(2.0) - 2.0 * 45.0 - 2400.0).margin(0.5));
    way.way.ceiling_mm = 900.0; // too low for its edge: it lies flat, 950 wide
    CHECK(answer("turn of the corridor").answer == PassAnswer::Never);
    way.way.liftDeep_mm = 1400.0;
    way.way.liftWide_mm = 1100.0;
    way.way.liftHigh_mm = 2200.0;
    CHECK(answer("lift").answer == PassAnswer::Never);
    way.van_mm = 2500.0;
    way.way.vanWide_mm = 1200.0;
    CHECK(answer("van").answer == PassAnswer::TopAlone);
    CHECK(answer("van").how == "lying flat");
    way.way.vanHigh_mm = 1300.0;
    CHECK(answer("van").answer == PassAnswer::Passes);
}

TEST_CASE("25 kg each, a crate round it", "[base]")
{
    CHECK(peopleFor(25.0) == 1);
    CHECK(peopleFor(25.1) == 2);
    CHECK(peopleFor(82.0) == 4);
    const Crate c = crateFor({2000.0, 1000.0, 50.0});
    CHECK(c.outside.long_mm == Approx(2104.0));
    CHECK(c.outside.high_mm == Approx(154.0));
    const double area = 2.0 * (2104.0 * 1104.0 + 2104.0 * 154.0 + 1104.0 * 154.0);
    CHECK(c.mass_kg == Approx(1.35 * area * 12.0 * 650.0 / 1e9));
}

TEST_CASE("each member and plate has its drawing, as long and as wide as it is", "[base]")
{
    const Demo d(1);
    const Plan plan = d.plan();
    const std::vector<MemberDrawing> all = memberDrawings(*plan.base);
    REQUIRE(all.size() == plan.base->shape->members.size() + plan.base->plates.size());
    for (size_t i = 0; i < plan.base->shape->members.size(); ++i) {
        const BaseMember& m = plan.base->shape->members[i];
        const Box box = boundsOf(all[i].shape.outline);
        CHECK(box.width() == Approx(m.long_mm).margin(1e-6));
        CHECK(box.height() == Approx(m.deep_mm).margin(1e-6));
        CHECK(signedArea_mm2(all[i].shape.outline) == Approx(m.centre_mm * m.deep_mm).epsilon(1e-6));
    }
    // Three holes in each plate, as Move asks: two slots, one round.
    const ShopTemplate& plate = all.back().shape;
    CHECK(plate.marks.size() == 9);
    const Demo t(4);
    const std::vector<MemberDrawing> wood = memberDrawings(*t.plan().base);
    for (const MemberDrawing& m : wood) {
        CHECK(signedArea_mm2(m.shape.outline) > 0.0);
        CHECK_FALSE(selfCrossing(m.shape.outline));
    }
}

TEST_CASE("joints alike are one line, and the coater's days are said", "[base]")
{
    const Demo d(1);
    const std::vector<BaseJoint> lines = jointLines(*d.plan().base);
    REQUIRE(lines.size() == 3);
    CHECK(lines[0].count == 4); // two corners of each frame
    CHECK(lines[1].count == 2);
    CHECK(lines[2].note.find("7 days") != std::string::npos);
}

TEST_CASE("Move takes what the base weighs where nobody said it", "[base]")
{
    Demo d(1);
    const Plan plan = d.plan();
    CHECK(plan.figure("pull_each").value() > 0.0);
    CHECK(plan.hold.input->baseMass.value() == Approx(plan.figure("base_kg").value()));
    d.job.move.baseMass_kg = 300.0; // typed, it counts: heavier than the top, the base pulls
    CHECK(d.plan().figure("pull_each").value() == Approx(2.0 * kGravity_m_s2 * 300.0 / 3.0));
}

TEST_CASE("a fastener that is moved computes the base again, a colour does not", "[base]")
{
    Demo d(1);
    const Plan before = d.plan();
    d.job.fill.colours.first = "green";
    Plan after = makePlan(d.job, *d.book.shop, &before);
    CHECK_FALSE(after.base.computed);
    d.job.base.surface_mm += 1.0;
    after = makePlan(d.job, *d.book.shop, &after);
    CHECK(after.base.computed);
    CHECK_FALSE(after.layup.computed);
    CHECK_FALSE(after.move.computed);
    CHECK_FALSE(after.fill.computed);
}

TEST_CASE("what a weighed base weighs lies along its bars, long ones more of it", "[base]")
{
    Demo d(1);
    d.job.base.kind = BaseKind::Bought;
    d.job.base.leg_mm = 690.0;
    d.job.move.baseMass_kg = 30.0;
    // A foot far out has a longer bar than one below its plate.
    d.job.base.footPoints = {{{400, -280}, 0.0}, {{400, 280}, 0.0}, {{2600, 0}, 0.0}};
    const Plan plan = d.plan();
    REQUIRE(plan.base->shape);
    const auto middle = [](const std::vector<Point3>& rim) {
        Point3 out{};
        for (const Point3& p : rim) {
            out = out + p * (1.0 / static_cast<double>(rim.size()));
        }
        return out;
    };
    double run = 0.0;
    double moment = 0.0;
    for (const BasePart& part : plan.base->shape->parts) {
        const double bar = length(middle(part.shape.high) - middle(part.shape.low));
        run += bar;
        moment += bar * part.shape.middle().x;
    }
    const double base_kg = plan.base->all.mass_kg - plan.base->top.mass_kg;
    CHECK(base_kg == Approx(30.0));
    const double x = (plan.base->all.x * plan.base->all.mass_kg - plan.base->top.x * plan.base->top.mass_kg) / base_kg;
    CHECK(x == Approx(moment / run).epsilon(1e-6));
    // A third foot between both ends of a plate comes down from the middle of it, not from its first end.
    const auto third =
        std::find_if(plan.base->shape->parts.begin(), plan.base->shape->parts.end(), [&](const BasePart& p) {
            return middle(p.shape.low).x > 2000.0 || middle(p.shape.high).x > 2000.0;
        });
    REQUIRE(third != plan.base->shape->parts.end());
    CHECK(std::abs(third->shape.middle().y) < 1.0);
}
