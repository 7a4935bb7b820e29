// Pockets of the underside as G-code, proven from its own words, and as templates.

#include <catch2/catch.hpp>

#include "core/move/pockets.h"
#include "core/plan/plan.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

struct Desk {
    Demo demo{1};
    Plan plan = demo.plan();
    std::vector<Pocket> pockets = pocketsOf(*plan.move);
    PocketTools tools = pocketToolsOf(demo.job, *plan.layup, plan.flatten->thickness.value());
};

} // namespace

TEST_CASE("pockets are those of plates let in and of grooves, as large as the plan says", "[move][pocket]")
{
    Desk d;
    REQUIRE(d.pockets.size() == 4);
    CHECK_THAT(d.pockets[0].box.height(), WithinAbs(d.plan.move->plates[0].pocketLong.value(), 1e-9));
    CHECK_THAT(d.pockets[2].box.height(), WithinAbs(d.plan.move->channels[0].groove.value(), 1e-9));
    CHECK(d.pockets[2].deep_mm == 20.0);
    d.demo.job.move.channels[0].groove = GrooveKind::TwoSlots;
    const std::vector<Pocket> two = pocketsOf(*d.demo.plan().move);
    REQUIRE(two.size() == 6); // a bed and two slots
    CHECK(two[2].deep_mm < 6.0);
    CHECK_THAT(two[3].box.width(), WithinAbs(5.0, 1e-9));
    CHECK(two[4].box.right == two[2].box.right);
}

TEST_CASE("the G-code of pockets cuts them whole, nothing else, and proves itself", "[move][pocket][gcode]")
{
    Desk d;
    d.tools.settings.inches = GENERATE(false, true);
    const auto text = pocketGcode("desk", d.pockets, d.tools);
    REQUIRE(text);
    const auto moves = gcodeMoves(*text);
    REQUIRE(moves);
    CHECK(pocketFaults(*moves, d.pockets, d.tools).empty());
    // Every corner of every pocket is reached at its depth, as near as a round bit comes.
    for (const Pocket& p : d.pockets) {
        for (const Vec2 corner : {Vec2{p.box.left, p.box.bottom}, Vec2{p.box.right, p.box.top}}) {
            const Vec2 lies = asItLies(corner, d.tools.top);
            bool reached = false;
            for (const GcodeMove& m : *moves) {
                reached = reached || (!m.rapid && std::abs(m.to[2] - (d.tools.thickness_mm - p.deep_mm)) < 0.01 &&
                                      std::hypot(m.to[0] - lies.x, m.to[1] - lies.y) < 0.7072 * d.tools.bit_mm + 0.01);
            }
            CHECK(reached);
        }
    }
}

TEST_CASE("what would be dangerous in a pocket's file is found", "[move][pocket][gcode]")
{
    Desk d;
    auto moves = gcodeMoves(*pocketGcode("desk", d.pockets, d.tools)).value();
    const auto with = [&](auto change) {
        auto wrong = moves;
        for (GcodeMove& m : wrong) {
            if (!m.rapid && m.to[2] < d.tools.thickness_mm - 1.0) {
                change(m);
                break;
            }
        }
        return pocketFaults(wrong, d.pockets, d.tools);
    };
    CHECK_FALSE(with([](GcodeMove& m) { m.to[0] += 1.0e3; }).empty());
    CHECK_FALSE(with([](GcodeMove& m) { m.to[2] = -0.1; }).empty());
    CHECK_FALSE(with([](GcodeMove& m) { m.to[2] = 10.0; }).empty()); // deeper than its pocket
    CHECK_FALSE(with([](GcodeMove& m) { m.feed_mm_min = 0.0; }).empty());
    CHECK_FALSE(with([](GcodeMove& m) { m.rapid = true; }).empty());
}

TEST_CASE("pockets that cannot be cut are refused in words", "[move][pocket][gcode]")
{
    Desk d;
    CHECK(pocketGcode("none", {}, d.tools).error().code == "gcode.nothing");
    d.tools.bit_mm = 60.0;
    CHECK(pocketGcode("desk", d.pockets, d.tools).error().code == "gcode.bit");
    d.tools.bit_mm = 12.0;
    d.pockets[0].deep_mm = 50.0;
    CHECK(pocketGcode("desk", d.pockets, d.tools).error().code == "gcode.deep");
    d.pockets[0].deep_mm = 6.0;
    d.tools.settings.feed_mm_min = 0.0;
    CHECK(pocketGcode("desk", d.pockets, d.tools).error().code == "gcode.feed");
}

TEST_CASE("the underside's template lies mirrored, and openings are larger by bushing less bit", "[move][template]")
{
    Desk d;
    const auto shape = undersideTemplate("desk", *d.plan.layup, *d.plan.move);
    REQUIRE(shape);
    // The first fastener lies on the near side: as the underside lies it is above the middle.
    const Vec2 at = d.plan.move->fasteners[0].fastener.at;
    const TemplateMark& mark = shape->marks.front();
    CHECK(mark.label == "1");
    CHECK_THAT((mark.from.x + mark.to.x) / 2.0, WithinAbs(at.x - d.plan.layup->finalBox.left, 1e-9));
    CHECK_THAT(mark.from.y, WithinAbs(d.plan.layup->finalBox.top - at.y, 1e-9));
    CHECK(signedArea_mm2(shape->outline) > 0.0);
    const auto opening = pocketTemplate(d.pockets[0], 40.0, 12.0);
    REQUIRE(opening);
    CHECK_THAT(boundsOf(opening->outline).width(), WithinAbs(d.pockets[0].box.width() + 28.0, 1e-9));
    CHECK(pocketTemplate(d.pockets[0], 12.0, 12.0).error().code == "template.bushing");
    Demo bare(3);
    CHECK(undersideTemplate("bare", *bare.plan().layup, *bare.plan().move).error().code == "template.nothing");
}
