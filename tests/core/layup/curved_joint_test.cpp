// Curved joints: the smooth line, its bends, the template, and the two pieces that are cut along it.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/layup/curved_joint.h"
#include "core/layup/layup_edit.h"
#include "core/layup/shop_template.h"
#include "support/demo.h"
#include "support/laid.h"

using namespace burl;
using burl::test::board;
using burl::test::codes;
using burl::test::Demo;
using burl::test::Laid;
using burl::test::woodOf;
using Catch::WithinAbs;
using Catch::WithinRel;

namespace
{

/// An arc of this radius, its centre above or below, as a joint of 1000.
Profile arc(double radius, bool centreAbove)
{
    Profile out;
    for (int i = 0; i <= 400; ++i) {
        const double x = 2.5 * i;
        const double sag = radius - std::sqrt(radius * radius - (x - 500.0) * (x - 500.0));
        out.push_back({x, centreAbove ? sag : -sag});
    }
    return out;
}

double distanceTo(const std::vector<Vec2>& line, Vec2 p)
{
    double nearest = 1e9;
    for (size_t i = 0; i + 1 < line.size(); ++i) {
        const Vec2 way = line[i + 1] - line[i];
        const double t = std::clamp(dot(p - line[i], way) / dot(way, way), 0.0, 1.0);
        nearest = std::min(nearest, length(p - (line[i] + way * t)));
    }
    return nearest;
}

} // namespace

TEST_CASE("a smooth line goes through its points and runs straight on beyond them", "[curve]")
{
    const std::vector<Vec2> points{{900.0, 12.0}, {0.0, -4.0}, {400.0, 20.0}};
    const Profile line = smoothThrough(points, -100.0, 1000.0, 10.0);
    for (const Vec2 p : points) {
        CHECK_THAT(valueAt(line, p.x), WithinAbs(p.y, 1e-9));
    }
    // Straight on: three points beyond an end lie on one line.
    const double slope = (valueAt(line, -50.0) - valueAt(line, -100.0)) / 50.0;
    CHECK_THAT(valueAt(line, 0.0) - valueAt(line, -50.0), WithinAbs(50.0 * slope, 1e-9));
    // A natural spline through three points, by hand: M1 = 6 (s2 - s1) / (2 (h1 + h2)).
    const double h1 = 400.0;
    const double h2 = 500.0;
    const double m = 6.0 * ((12.0 - 20.0) / h2 - (20.0 + 4.0) / h1) / (2.0 * (h1 + h2));
    const double x = 200.0; // the middle of the first stretch
    const double b = x / h1;
    CHECK_THAT(valueAt(line, x), WithinAbs((1.0 - b) * -4.0 + b * 20.0 + (b * b * b - b) * m * h1 * h1 / 6.0, 1e-9));

    CHECK(smoothThrough({}, 0.0, 100.0).empty());
    const Profile level = smoothThrough({{50.0, 7.0}}, 0.0, 100.0);
    CHECK(valueAt(level, 3.0) == 7.0);
    // Two points at one place: the later stands, and nothing is divided by nought.
    const Profile twice = smoothThrough({{0.0, 0.0}, {50.0, 1.0}, {50.0, 2.0}, {100.0, 0.0}}, 0.0, 100.0, 5.0);
    CHECK_THAT(valueAt(twice, 50.0), WithinAbs(2.0, 1e-9));
    for (const Vec2 p : twice) {
        CHECK(std::isfinite(p.y));
    }
}

TEST_CASE("the tightest bend is told with the side its centre is on", "[curve]")
{
    const Bends up = tightestBends(arc(800.0, true));
    REQUIRE(up.hollowAbove);
    CHECK_FALSE(up.hollowBelow);
    CHECK_THAT(up.hollowAbove->radius_mm, WithinRel(800.0, 1e-4));
    const Bends down = tightestBends(arc(650.0, false));
    REQUIRE(down.hollowBelow);
    CHECK_THAT(down.hollowBelow->radius_mm, WithinRel(650.0, 1e-4));
    const Bends straight = tightestBends({{0.0, 1.0}, {10.0, 2.0}, {30.0, 4.0}});
    CHECK_FALSE(straight.hollowAbove);
    CHECK_FALSE(straight.hollowBelow);
}

TEST_CASE("a template's edge stands off the joint by half of bushing less bit, everywhere", "[curve][template]")
{
    const TemplateTools tools{12.0, 40.0, 16.0};
    const Profile joint = smoothThrough({{0.0, 0.0}, {350.0, 30.0}, {700.0, -25.0}, {1000.0, 10.0}}, 0.0, 1000.0, 2.0);
    const auto made = cutTemplate(joint, tools, 1000.0);
    REQUIRE(made);
    CHECK_THAT(made->setBack_mm, WithinAbs(14.0, 1e-12));
    // Both cuts from that edge fall on the joint: (D1 - d) / 2 on the near side, (D2 + d) / 2 for the far piece.
    for (size_t i = 20; i + 20 < joint.size(); ++i) {
        CHECK_THAT(distanceTo(made->edge, joint[i]), WithinAbs(14.0, 0.01));
    }
    CHECK(signedArea_mm2(made->board) > 0.0);
    CHECK_FALSE(selfCrossing(made->board));
    const Box box = boundsOf(made->board);
    CHECK(box.left < -kTemplateRunOut_mm + 2.0); // guided before and after the wood
    CHECK(box.right > 1000.0 + kTemplateRunOut_mm - 6.0);
    CHECK(box.height() > kTemplateWide_mm);
}

TEST_CASE("bends tighter than the tools are refused or found", "[curve][template]")
{
    const TemplateTools tools{12.0, 40.0, 16.0};
    const BendLimits limits = leastBends(tools);
    CHECK_THAT(limits.hollowBelow_mm, WithinAbs(6.0, 1e-12)); // half the bit
    CHECK_THAT(limits.hollowAbove_mm, WithinAbs(14.0, 1e-12));
    Profile tight; // a radius of 10, its centre above
    for (int i = -40; i <= 40; ++i) {
        const double a = 0.02 * i;
        tight.push_back({10.0 * std::sin(a), 10.0 - 10.0 * std::cos(a)});
    }
    const auto refused = cutTemplate(tight, tools, 100.0);
    REQUIRE_FALSE(refused);
    CHECK(refused.error().code == "template.bend");
    CHECK_FALSE(cutTemplate(arc(800.0, true), {12.0, 8.0, 16.0}, 1000.0)); // a bushing narrower than the bit
}

TEST_CASE("two boards joined along a curve lose what a straight joint loses and meet without a gap", "[curve][layup]")
{
    Laid l(TopKind::Pair, {board(1, 150, 150, 150, 150), board(2, 150, 150, 150, 150)});
    const double straight = woodOf(*l.plan().layup);
    CHECK_THAT(straight, WithinAbs(600.0 * 1800.0, 1.0));
    l.job.layup.curves = {{{0.0, -20.0}, {900.0, 20.0}, {1800.0, -20.0}}};
    const Plan plan = l.plan();
    REQUIRE_FALSE(plan.layup->missing);
    REQUIRE(plan.layup->joints.size() == 1);
    const Joint& joint = plan.layup->joints.front();
    CHECK(joint.curved);
    // The far board's lower edge must reach down to the lowest of the curve, the near one's up to the highest.
    CHECK_THAT(plan.figure("width_mean").value(), WithinAbs(600.0 - 40.0, 0.2));
    const auto& p = plan.layup->pieces;
    CHECK(area_mm2(intersection(p[0].kept, p[1].kept)) < 1.0);
    const Region both = unionOf({p[0].kept.front(), p[1].kept.front()});
    REQUIRE(both.size() == 1); // no gap between them
    CHECK_THAT(woodOf(*plan.layup), WithinAbs(560.0 * 1800.0, 300.0));
    // Kept pieces end on the curve.
    CHECK(contains(p[0].kept.front(), {900.0, joint.level_mm + 21.0}));
    CHECK_FALSE(contains(p[0].kept.front(), {900.0, joint.level_mm + 19.0}));
    CHECK(contains(p[1].kept.front(), {900.0, joint.level_mm + 19.0}));
    CHECK(contains(p[0].kept.front(), {20.0, joint.level_mm - 17.0}));
    // Tenons follow it.
    REQUIRE_FALSE(plan.tenons->places.empty());
    for (const Vec2 t : plan.tenons->places) {
        CHECK_THAT(t.y, WithinAbs(valueAt(joint.line, t.x), 1e-9));
    }
    CHECK(codes(plan.layup->findings).count("layup.template") == 1);
    CHECK(codes(plan.layup->findings).count("layup.curve_in_bark") == 0);
    CHECK_THAT(plan.figure("template_set_back").value(), WithinAbs(14.0, 1e-9));
}

TEST_CASE("a mirrored curve gives a mirrored plan", "[curve][layup]")
{
    Laid a(TopKind::Panel, {board(1, 150, 150, 150, 150), board(2, 150, 150, 150, 150), board(3, 150, 150, 150, 150)});
    a.job.layup.curves = {{{0.0, -12.0}, {700.0, 15.0}, {1800.0, 4.0}}, {}};
    Laid b = a;
    b.job.layup.curves = {{}, {{0.0, 12.0}, {700.0, -15.0}, {1800.0, -4.0}}};
    const Plan pa = a.plan();
    const Plan pb = b.plan();
    for (size_t i = 0; i < 3; ++i) {
        CHECK_THAT(pa.layup->pieces[i].keptArea_mm2, WithinAbs(pb.layup->pieces[2 - i].keptArea_mm2, 3.0));
    }
    CHECK_THAT(pa.layup->finalBox.top, WithinAbs(-pb.layup->finalBox.bottom, 0.01));
    CHECK(pa.layup->joints[0].curved);
    CHECK_FALSE(pa.layup->joints[1].curved);
}

TEST_CASE("bushings that do not match the bit stop the joint, with the one that would", "[curve][layup]")
{
    Laid l(TopKind::Pair, {board(1, 150, 150, 150, 150), board(2, 150, 150, 150, 150)});
    l.job.layup.curves = {{{0.0, 0.0}, {900.0, 10.0}, {1800.0, 0.0}}};
    l.job.layup.tools = {12.7, 38.0, 16.0};
    const Plan plan = l.plan();
    const auto found = std::find_if(plan.layup->findings.begin(), plan.layup->findings.end(),
                                    [](const Finding& f) { return f.code == "layup.bushings"; });
    REQUIRE(found != plan.layup->findings.end());
    CHECK(found->severity == Severity::Stop);
    CHECK(sentence(*found, {}).find("open by 1.7 mm") != std::string::npos);
    CHECK(remedyText(*found, {}).find("41.4 mm") != std::string::npos);
    // A sharp bend is a stop as well.
    l.job.layup.tools = {};
    l.job.layup.curves = {{{0.0, 0.0}, {890.0, 0.0}, {900.0, 6.0}, {910.0, 0.0}, {1800.0, 0.0}}};
    CHECK(codes(l.plan().layup->findings).count("layup.bend_tight") == 1);
}

TEST_CASE("a curve by hand that leaves the wood is found where it does", "[curve][layup]")
{
    Laid l(TopKind::Pair, {board(1, 150, 150, 150, 150), board(2, 150, 150, 150, 150)});
    l.job.layup.curves = {{{0.0, 0.0}, {900.0, 60.0}, {1800.0, 0.0}}};
    l.job.layup.pieces[1].rip = RipLine{140.0, 0.0}; // its wood reaches 10 above that line
    const Plan plan = l.plan();
    const auto found = std::find_if(plan.layup->findings.begin(), plan.layup->findings.end(),
                                    [](const Finding& f) { return f.code == "layup.curve_in_bark"; });
    REQUIRE(found != plan.layup->findings.end());
    CHECK_THAT(found->figures.front().value(), WithinAbs(50.0, 1.0));
    CHECK_THAT(found->place_mm->x, WithinAbs(900.0, 20.0));
}

TEST_CASE("a curve along the wood follows edges that run alike", "[curve][edit]")
{
    // Both cut-away edges rise by 30 over the length: the joint should lean with them, losing no wedge.
    Laid l(TopKind::Pair, {board(1, 150, 120, 150, 150), board(2, 150, 150, 150, 180)});
    Laid straight = l;
    const Plan plan = l.plan();
    const auto points = curveAlongWood(*plan.layup, 0);
    REQUIRE(points.size() == 5);
    const Job next = withCurve(l.job, 0, points);
    CHECK(next.layup.curves.size() == 1);
    CHECK(withCurve(next, 0, {}).layup.curves.empty());
    l.job = next;
    CHECK(woodOf(*l.plan().layup) >= woodOf(*straight.plan().layup) - 2000.0);
}

TEST_CASE("templates of the demo's curved joints and of its round", "[template]")
{
    const Demo mill(6);
    const Plan plan = mill.plan();
    REQUIRE(plan.layup->joints.size() == 3);
    for (size_t i = 0; i < 3; ++i) {
        const auto made = jointTemplate(mill.job, *plan.layup, i);
        REQUIRE(made);
        CHECK(made->marks.size() == 2);
        CHECK(made->marks[1].from.x - made->marks[0].from.x == mill.job.layup.length_mm);
        CHECK(made->title.find("joint of A") != std::string::npos);
    }
    CHECK(jointTemplate(mill.job, *plan.layup, 3).error().code == "template.no_joint");
    CHECK(outlineTemplate(mill.job, *plan.layup).error().code == "template.no_shape");
    const Demo pair(1);
    CHECK(jointTemplate(pair.job, *pair.plan().layup, 0).error().code == "template.straight");
    const Demo round(3);
    const auto made = outlineTemplate(round.job, *round.plan().layup);
    REQUIRE(made);
    CHECK_THAT(area_mm2(std::span<const Vec2>(made->outline)), WithinRel(std::acos(-1.0) / 4.0 * 826.0 * 826.0, 1e-3));
    for (const Finding& f : plan.layup->findings) {
        CHECK(f.severity < Severity::Stop);
    }
}

TEST_CASE("the strip between two halves has its cut and each bolt where the layup says", "[layup][halves]")
{
    Demo pair(1);
    CHECK(halvesTemplate(pair.job, *pair.plan().layup).error().code == "template.one_piece");
    pair.job.layup.parted_mm = 1300.0;
    const Plan plan = pair.plan();
    const auto made = halvesTemplate(pair.job, *plan.layup);
    REQUIRE(made);
    const Box box = boundsOf(made->outline);
    CHECK(box.left == 1200.0);
    CHECK(box.right == 1400.0);
    CHECK(box.height() == Approx(plan.layup->finalBox.height()));
    CHECK(area_mm2(std::span<const Vec2>(made->outline)) > 0.0); // anticlockwise
    const std::vector<double>& bolts = plan.layup->meetingBolts_mm;
    REQUIRE(made->marks.size() == bolts.size() + 1);
    CHECK(made->marks[0].from.x == 1300.0);
    CHECK(made->marks[0].to.x == 1300.0);
    for (size_t i = 0; i < bolts.size(); ++i) {
        CHECK(made->marks[i + 1].from == Vec2{1200.0, bolts[i]});
        CHECK(made->marks[i + 1].label == "bolt " + std::to_string(i + 1));
    }
}

TEST_CASE("every curved joint leaves the margin inside both faces, and no more", "[layup][curves]")
{
    const Demo demo(6);
    const Plan plan = demo.plan();
    const double margin = demo.book.shop->habits.ripMargin_mm;
    const auto& pieces = plan.layup->pieces;
    REQUIRE(plan.layup->joints.size() == 3);
    for (const Joint& joint : plan.layup->joints) {
        const PlacedPiece& far = pieces[joint.upper];
        const PlacedPiece& near = pieces[joint.lower];
        double above = 1e9; // wood of the far piece that is cut away, at its least
        for (const Profile* edge : {&far.lower, &far.lowerUnder}) {
            above =
                std::min(above, least(cutTo(combined(joint.line, -1.0, *edge), far.ripFrom_mm, far.ripTo_mm)).value);
        }
        double below = 1e9;
        for (const Profile* edge : {&near.upper, &near.upperUnder}) {
            below =
                std::min(below, least(cutTo(combined(*edge, -1.0, joint.line), near.ripFrom_mm, near.ripTo_mm)).value);
        }
        CHECK_THAT(above, WithinAbs(margin, 1e-6));
        CHECK_THAT(below, WithinAbs(margin, 1e-6));
    }
}
