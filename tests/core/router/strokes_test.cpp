// Strokes over a removal map, across and along, and plain text.

#include <catch2/catch.hpp>

#include <cmath>
#include <random>

#include "core/measure/text.h"
#include "core/router/strokes.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

RemovalMap wild(unsigned seed)
{
    std::mt19937 random(seed);
    std::uniform_real_distribution<double> height(-2.0, 6.0);
    RemovalMap map{1200.0, 400.0, 60, 20, {}};
    for (int k = 0; k < 1200; ++k) {
        map.height_mm.push_back(k % 23 == 0 ? std::nan("") : height(random));
    }
    return map;
}

/// Rows and columns changed about.
RemovalMap turned(const RemovalMap& map)
{
    RemovalMap out{map.width_mm, map.length_mm, map.cellsAcross, map.cellsAlong, {}};
    for (int j = 0; j < out.cellsAcross; ++j) {
        for (int i = 0; i < out.cellsAlong; ++i) {
            out.height_mm.push_back(map.height_mm[static_cast<size_t>(i * map.cellsAlong + j)]);
        }
    }
    return out;
}

} // namespace

TEST_CASE("as many passes as the depth goes into what stands out, and none for a hair", "[passes]")
{
    CHECK(passCount(0.0, 2.0) == 0);
    CHECK(passCount(-1.0, 2.0) == 0);
    CHECK(passCount(0.4, 2.0) == 1);
    CHECK(passCount(2.0, 2.0) == 1); // just the depth is one pass
    CHECK(passCount(2.1, 2.0) == 2);
    CHECK(passCount(6.0, 2.0) == 3);
    CHECK(passCount(7.3, 1.5) == 5);
    for (double high = 0.5; high < 12.0; high += 0.37) {
        const int n = passCount(high, 1.7);
        CHECK(n * 1.7 >= high - 1e-9);      // it gets there
        CHECK((n - 1) * 1.7 < high + 1e-9); // and not one too many
    }
}

TEST_CASE("strokes along are the strokes across of the map turned a quarter", "[strokes]")
{
    for (unsigned seed = 1; seed < 6; ++seed) {
        const RemovalMap map = wild(seed);
        const PassInput across{38.0, 0.4, 2.0, 25.0, false, {}};
        PassInput along = across;
        along.along = true;
        const PassPlan a = passPlan(map, along);
        const PassPlan b = passPlan(turned(map), across);
        REQUIRE(a.passes.size() == b.passes.size());
        CHECK(a.strokes.strokes == b.strokes.strokes);
        for (size_t k = 0; k < a.passes.size(); ++k) {
            CHECK(a.passes[k].strokesTouching == b.passes[k].strokesTouching);
            CHECK_THAT(a.passes[k].path_mm, WithinAbs(b.passes[k].path_mm, 1e-9));
            CHECK_THAT(a.passes[k].removed_L, WithinAbs(b.passes[k].removed_L, 1e-12));
        }
    }
}

TEST_CASE("a stroke is needed when a cell under the cutter stands over the floor, and only then", "[strokes]")
{
    const RemovalMap map = wild(9);
    const PassInput input{50.0, 0.5, 2.0, 0.0, false, {}};
    const StrokeField strokes(map, input);
    CHECK_THAT(strokes.middle(0), WithinAbs(25.0, 1e-12));
    CHECK_THAT(strokes.middle(strokes.plan().strokes - 1), WithinAbs(1200.0 - 25.0, 1e-9));
    for (const double floor : {-3.0, 0.0, 3.5, 5.9, 7.0}) {
        for (int k = 0; k < strokes.plan().strokes; ++k) {
            bool wood = false;
            for (int i = 0; i < 60; ++i) { // cells of 20 mm that the cutter reaches into
                const bool under =
                    (i + 1) * 20.0 > strokes.middle(k) - 25.0 + 1e-9 && i * 20.0 < strokes.middle(k) + 25.0 - 1e-9;
                for (int j = 0; under && j < 20; ++j) {
                    wood = wood || map.height_mm[static_cast<size_t>(j * 60 + i)] > floor;
                }
            }
            CHECK(strokes.meets(k, floor) == wood);
        }
    }
    const StrokeField none(RemovalMap{100.0, 100.0, 2, 2, std::vector<double>(4, std::nan(""))}, input);
    CHECK(none.highest_mm() < -1e299);
    CHECK_FALSE(none.meets(0, -1e9));
}

TEST_CASE("text is trimmed and folded without touching other letters", "[measure]")
{
    CHECK(trimmed("  a b\t\r\n") == "a b");
    CHECK(trimmed(" \t\r\n").empty());
    CHECK(trimmed("").empty());
    CHECK(lower("AbZ-9 \xC3\x84") == "abz-9 \xC3\x84");
}
