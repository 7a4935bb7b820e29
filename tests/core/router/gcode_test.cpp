// G-code for surfacing: read back, proven to stay in the stock and above the plane, and to cut what the passes tell.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/router/gcode.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

GcodeInput face()
{
    GcodeInput in;
    in.title = "A3 (top), gr\xc3\xbc\xc3\x9f";
    in.map.length_mm = 900.0;
    in.map.width_mm = 400.0;
    in.map.cellsAlong = 90;
    in.map.cellsAcross = 40;
    for (int j = 0; j < 40; ++j) {
        for (int i = 0; i < 90; ++i) {
            const bool wood = j > 1 && j < 38;
            in.map.height_mm.push_back(wood ? 0.05 * i + 0.6 * std::cos(j / 9.0) : std::nan("")); // high at the right
        }
    }
    in.passes = {50.0, 0.4, 2.0, 40.0};
    return in;
}

const Box kStock{0.0, 0.0, 900.0, 400.0};

/// What each cell is cut down to by the moves.
std::vector<double> cut(const GcodeInput& in, const std::vector<GcodeMove>& moves)
{
    std::vector<double> z = in.map.height_mm;
    for (const GcodeMove& m : moves) {
        if (m.rapid || m.from[2] != m.to[2]) {
            continue;
        }
        for (int j = 0; j < in.map.cellsAcross; ++j) {
            for (int i = 0; i < in.map.cellsAlong; ++i) {
                const Vec2 p{(i + 0.5) * 10.0, (j + 0.5) * 10.0};
                const Vec2 a{m.from[0], m.from[1]};
                const Vec2 way{m.to[0] - m.from[0], m.to[1] - m.from[1]};
                const double t = std::clamp(dot(p - a, way) / std::max(1e-9, dot(way, way)), 0.0, 1.0);
                double& h = z[static_cast<size_t>(j * in.map.cellsAlong + i)];
                if (length(p - (a + way * t)) <= in.passes.bit_mm / 2.0 && h > m.to[2]) {
                    h = m.to[2];
                }
            }
        }
    }
    return z;
}

} // namespace

TEST_CASE("no cutter goes down into a slab that is not ripped yet", "[gcode]")
{
    const bool along = GENERATE(false, true);
    GcodeInput in = face();
    in.passes.along = along;
    // The slab reaches 130 mm further out on the near side, 80 at the left end, slanting.
    const Ring slab{{-80, -130}, {900, -60}, {960, 480}, {-20, 410}};
    in.stock = {slab};
    const auto text = surfacingGcode(in);
    REQUIRE(text);
    const auto moves = gcodeMoves(*text);
    REQUIRE(moves);
    int plunges = 0;
    for (const GcodeMove& m : *moves) {
        if (m.rapid || !(m.to[2] < m.from[2])) {
            continue;
        }
        ++plunges;
        INFO("line " << m.line);
        CHECK(signedDistance_mm(std::span<const Vec2>(slab), {m.to[0], m.to[1]}) < -in.passes.bit_mm / 2.0);
    }
    CHECK(plunges > 2);
    CHECK(gcodeFaults(*moves, stockBox(in), passPlan(in.map, in.passes).highest_mm,
                      in.passes.runoff_mm + in.passes.bit_mm, 30000.0)
              .empty());
}

TEST_CASE("written G-code stays in the stock, above the plane, within its feeds, and leaves the face flat", "[gcode]")
{
    const bool along = GENERATE(false, true);
    const bool inches = GENERATE(false, true);
    GcodeInput in = face();
    in.passes.along = along;
    in.settings.inches = inches;
    const auto text = surfacingGcode(in);
    REQUIRE(text);
    CHECK(text->find(inches ? "G20" : "G21") != std::string::npos);
    CHECK(text->find("M0\n") < text->find("M3 S14000")); // the dry run before the spindle
    CHECK(text->find("M30") != std::string::npos);
    for (const char c : *text) {
        CHECK(static_cast<unsigned char>(c) < 127);
    }
    const auto moves = gcodeMoves(*text);
    REQUIRE(moves);
    CHECK(gcodeFaults(*moves, kStock, 5.1, 40.0, 4000.0).empty());
    for (const double h : cut(in, *moves)) {
        if (std::isfinite(h)) {
            CHECK(h < 0.002);
        }
    }
}

TEST_CASE("strokes that meet no wood are left out", "[gcode]")
{
    const GcodeInput in = face();
    const auto moves = gcodeMoves(surfacingGcode(in).value());
    REQUIRE(moves);
    const PassPlan plan = passPlan(in.map, in.passes);
    int strokes = 0;
    for (const Pass& p : plan.passes) {
        strokes += p.strokesTouching;
    }
    int written = 0;
    for (const GcodeMove& m : *moves) {
        written += !m.rapid && std::abs(m.to[1] - m.from[1]) > 400.0;
    }
    CHECK(written == strokes);
    CHECK(strokes < plan.strokes.strokes * static_cast<int>(plan.passes.size()));
}

TEST_CASE("nothing to cut and impossible feeds are answered in words", "[gcode]")
{
    GcodeInput in = face();
    for (double& h : in.map.height_mm) {
        h = -1.0;
    }
    CHECK(surfacingGcode(in).error().code == "gcode.nothing");
    in = face();
    for (const double feed : {0.0, -5.0, 1e6, std::nan("")}) {
        in.settings.feed_mm_min = feed;
        CHECK(surfacingGcode(in).error().code == "gcode.feed");
    }
}

TEST_CASE("the reader names what it does not know, and faults are found with their line", "[gcode]")
{
    CHECK(gcodeMoves("G21\nG1 X5 Yab\n").error().sentence.find("Line 2") == 0);
    CHECK(gcodeMoves("G2 X5 Y5 I1 J0\n").error().code == "gcode.word");
    const auto moves =
        gcodeMoves("G21 (mm) ; plain\nG0 Z20\nG0 X-60 Y0\nG0 Z2\nG1 Z-0.5 F400\nG1 X100 F90000\nG0 X50\n");
    REQUIRE(moves);
    REQUIRE(moves->size() == 6);
    CHECK((*moves)[0].line == 2);
    const auto faults = gcodeFaults(*moves, kStock, 5.0, 40.0, 4000.0);
    const auto says = [&](const char* what) {
        return std::any_of(faults.begin(), faults.end(),
                           [what](const std::string& f) { return f.find(what) != std::string::npos; });
    };
    CHECK(says("Line 5: it goes below"));
    CHECK(says("Line 3: it leaves the stock"));
    CHECK(says("Line 6: its feed"));
    CHECK(says("Line 7: it travels fast"));
    CHECK(says("Line 4: it plunges fast"));
    const auto inches = gcodeMoves("G20\nG1 X1 Y2 F100\n");
    REQUIRE(inches);
    CHECK_THAT((*inches)[0].to[0], WithinAbs(25.4, 1e-9));
    CHECK_THAT((*inches)[0].feed_mm_min, WithinAbs(2540.0, 1e-9));
}
