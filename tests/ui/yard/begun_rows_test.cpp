// Rows that are not typed to their end: nothing is put into them by a guess.

#include "ui/yard_driver.h"

using namespace burl;
using burl::test::Yard;

TEST_CASE("a row of the calliper that is begun stays empty where nothing was typed", "[ui][capture]")
{
    Yard y;
    y.mode("captureThickness");
    const size_t before = y.slab().thicknesses.size();
    const int row = static_cast<int>(before);
    y.cell(row, 0, QStringLiteral("700"));
    y.cell(row + 1, 0, QStringLiteral("900")); // down the column, as Enter walks
    CHECK(y.slab().thicknesses.size() == before);
    REQUIRE(y.slab().partThicknesses.size() == 2);
    CHECK(y.slab().partThicknesses[0].x_mm == 700.0);
    CHECK_FALSE(y.slab().partThicknesses[0].thickness_mm);
    CHECK(y.table()->item(row, 2)->text().isEmpty());
    y.cell(row, 1, QStringLiteral("10"));
    y.cell(row + 1, 1, QStringLiteral("-20"));
    y.cell(row, 2, QStringLiteral("57.5"));
    REQUIRE(y.slab().thicknesses.size() == before + 1);
    CHECK(y.slab().thicknesses.back().at.x == 700.0);
    CHECK(y.slab().thicknesses.back().at.y == 10.0);
    CHECK(y.slab().thicknesses.back().thickness_mm == 57.5);
    CHECK(y.table()->item(row, 2)->text() == QStringLiteral("57.5")); // in its place
    y.cell(row + 1, 0, QString());
    y.cell(row + 1, 1, QString()); // taken out again
    CHECK(y.slab().partThicknesses.empty());
}

TEST_CASE("an offset without a place is asked for its place, and none is invented", "[ui][capture]")
{
    Yard y;
    y.mode("captureTopTape");
    const auto stations = y.slab().top.readings.size();
    y.cell(static_cast<int>(stations), 1, QStringLiteral("255"));
    CHECK(y.slab().top.readings.size() == stations);
    y.cell(static_cast<int>(stations), 0, QStringLiteral("3050"));
    y.cell(static_cast<int>(stations), 1, QStringLiteral("255"));
    REQUIRE(y.slab().top.readings.size() == stations + 1);
    CHECK(y.slab().top.readings.back().at_mm == 3050.0);
    CHECK(*y.slab().top.readings.back().near_mm == 255.0);
}

TEST_CASE("a grid laid out after winding sticks is read as grids are", "[ui][capture]")
{
    Yard y;
    y.mode("captureTopHeights");
    QTest::mouseClick(y.find<QPushButton>("layOutCorners"), Qt::LeftButton);
    REQUIRE(y.slab().topHeights->from == HeightsFrom::BenchUp);
    QTest::mouseClick(y.find<QPushButton>("layOutGrid"), Qt::LeftButton);
    CHECK(y.slab().topHeights->from == HeightsFrom::RailsDown);
}
