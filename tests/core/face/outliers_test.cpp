// Mistyped readings are named, and honest wood is not.

#include <catch2/catch.hpp>

#include <cmath>
#include <random>

#include "core/face/outliers.h"
#include "support/demo.h"

using namespace burl;
using burl::test::Demo;
using Catch::WithinAbs;

namespace
{

/// A slab with wind, bow and cup, and noise, read on a grid.
HeightGrid grid(unsigned seed, double noise, size_t columns = 9, size_t rows = 5)
{
    std::mt19937 random(seed);
    std::normal_distribution<double> error(0.0, noise);
    HeightGrid out;
    for (size_t i = 0; i < columns; ++i) {
        out.xs_mm.push_back(250.0 * static_cast<double>(i));
    }
    for (size_t j = 0; j < rows; ++j) {
        out.ys_mm.push_back(120.0 * static_cast<double>(j));
    }
    for (const double y : out.ys_mm) {
        for (const double x : out.xs_mm) {
            const double u = x / 1000.0 - 1.0;
            const double v = y / 240.0 - 1.0;
            out.readings_mm.emplace_back(60.0 + 5.0 * u * v + 4.0 * u * u - 3.0 * v * v + error(random));
        }
    }
    return out;
}

} // namespace

TEST_CASE("a digit too many or two digits swapped is found, wherever it stands", "[outliers]")
{
    const size_t at = GENERATE(0u, 4u, 13u, 22u, 31u, 40u, 44u); // corners, rims, the middle
    const double off = GENERATE(-9.0, 3.0, 500.0);
    HeightGrid g = grid(5, 0.2);
    const double honest = *g.readings_mm[at];
    *g.readings_mm[at] += off;
    const auto odd = oddReadings(g);
    const size_t columns = g.xs_mm.size();
    const bool corner = (at % columns == 0 || at % columns == columns - 1) && (at < columns || at >= 4 * columns);
    if (corner) { // nothing stands on both its sides: it is not judged, and nobody else is blamed by much
        CHECK(odd.size() <= 2);
        return;
    }
    REQUIRE(odd.size() == 1);
    CHECK(odd[0].row * columns + odd[0].column == at);
    CHECK(odd[0].reading_mm == honest + off);
    CHECK_THAT(odd[0].expected_mm, WithinAbs(honest, 1.8));
}

TEST_CASE("bent, twisted and rough slabs have no odd readings", "[outliers]")
{
    const unsigned seed = GENERATE(1U, 2U, 3U, 4U, 5U, 6U, 7U, 8U);
    CHECK(oddReadings(grid(seed, 0.15)).empty());
    CHECK(oddReadings(grid(seed, 1.2)).empty()); // rough all over: the spread says so
}

TEST_CASE("two mistakes are both named, a wild grid is not picked to pieces", "[outliers]")
{
    HeightGrid g = grid(9, 0.2);
    *g.readings_mm[12] += 11.0;
    *g.readings_mm[33] -= 6.0;
    const auto odd = oddReadings(g);
    REQUIRE(odd.size() == 2);
    CHECK(odd[0].row * 9 + odd[0].column == 12); // worst first
    CHECK(odd[1].row * 9 + odd[1].column == 33);
    std::mt19937 random(3);
    for (auto& z : g.readings_mm) {
        z = std::uniform_real_distribution<double>(0.0, 500.0)(random);
    }
    CHECK(oddReadings(g).size() <= 4);
}

TEST_CASE("holes in the grid, small grids and grids of the wrong size are survived", "[outliers]")
{
    HeightGrid g = grid(9, 0.2);
    for (size_t i = 0; i < g.readings_mm.size(); i += 3) {
        g.readings_mm[i].reset();
    }
    CHECK(oddReadings(g).empty());
    CHECK(oddReadings(grid(1, 0.1, 3, 2)).empty());
    CHECK(oddReadings(HeightGrid{}).empty());
    HeightGrid wrong = grid(1, 0.1);
    wrong.readings_mm.pop_back();
    CHECK(oddReadings(wrong).empty());
}

TEST_CASE("the flattening names the reading with its place and what its neighbours tell", "[outliers][plan]")
{
    Demo demo(1);
    const Plan honest = demo.plan();
    for (const Finding& f : honest.flatten->findings) {
        CHECK(f.code != "flatten.odd_reading");
    }
    demo.slab({3}, [](Slab& s) {
        auto& cell = s.topHeights->readings_mm[2 * s.topHeights->xs_mm.size() + 4];
        REQUIRE(cell);
        *cell += 20.0;
    });
    const Plan plan = demo.plan();
    const auto found = std::find_if(plan.flatten->findings.begin(), plan.flatten->findings.end(),
                                    [](const Finding& f) { return f.code == "flatten.odd_reading"; });
    REQUIRE(found != plan.flatten->findings.end());
    CHECK(found->leadsTo.bench == "yard");
    CHECK(sentence(*found, {}).find("on the top of A3") != std::string::npos);
    INFO(sentence(*found, {}));
    CHECK_THAT(found->figures[0].value() - found->figures[3].value(), WithinAbs(20.0, 1.5));
    REQUIRE(found->place_mm);
}
