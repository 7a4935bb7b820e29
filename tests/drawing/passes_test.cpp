// Contour lines and the face after a pass.

#include <catch2/catch.hpp>

#include <cmath>

#include "core/flatten/pass_map.h"
#include "drawing/passes.h"

using namespace burl;
using Catch::WithinAbs;

TEST_CASE("contour lines lie on their heights and stay off what is not wood", "[drawing]")
{
    RemovalMap map{1000.0, 500.0, 50, 25, {}};
    for (int j = 0; j < 25; ++j) {
        for (int i = 0; i < 50; ++i) {
            const double x = (i + 0.5) * 20.0;
            const double y = (j + 0.5) * 20.0;
            map.height_mm.push_back(x < 200.0 ? std::nan("") : 0.01 * x - 0.004 * y); // a plane
        }
    }
    const QVector<QLineF> lines = contourLines(map, 1.0);
    REQUIRE(lines.size() > 20);
    for (const QLineF& line : lines) {
        for (const QPointF& p : {line.p1(), line.p2()}) {
            const double h = 0.01 * p.x() - 0.004 * p.y();
            CHECK_THAT(h, WithinAbs(std::round(h), 1e-9));
            CHECK(p.x() >= 200.0);
        }
    }
    CHECK(contourLines(map, 0.0).isEmpty());
    CHECK(contourStep_mm(4.0) == 0.5);
    CHECK(contourStep_mm(9.0) == 1.0);
    CHECK(contourStep_mm(20.0) == 2.0);
    CHECK(contourStep_mm(90.0) == 5.0);
}

TEST_CASE("a touched face shows what the pass reached, upright", "[drawing]")
{
    PassMap map;
    map.map = {60.0, 40.0, 60, 40, std::vector<double>(2400, 1.0)};
    map.firstMet.assign(2400, 1);
    map.firstMet[0] = PassMap::kNoWood; // lower left
    map.firstMet[59] = 2;               // lower right
    map.firstMet[39 * 60] = 3;          // upper left
    map.firstMet[39 * 60 + 30] = 0;     // never met
    const QImage one = touchedImage(map, 1);
    CHECK(one.size() == QSize(60, 40));
    CHECK(qAlpha(one.pixel(0, 39)) == 0);
    CHECK(qAlpha(one.pixel(5, 20)) == 255);
    const QImage two = touchedImage(map, 2);
    CHECK(two.pixel(5, 20) != one.pixel(5, 20)); // reached before: another tone than what is new
    CHECK(two.pixel(59, 39) == one.pixel(5, 20));
    CHECK(qAlpha(two.pixel(0, 0)) < 255); // left for the third
    CHECK(qAlpha(touchedImage(map, 9).pixel(30, 0)) < 255);
}
