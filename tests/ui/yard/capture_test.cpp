// Readings typed in the yard: tapes of both faces, thickness places, features, and what they mean.

#include <catch2/catch.hpp>

#include <set>

#include <QMenu>
#include <QPushButton>
#include <QTableWidget>

#include "core/shop/outline.h"
#include "ui/hands.h"
#include "ui/yard/capture.h"
#include "ui/yard/log_end.h"
#include "ui/yard_driver.h"

using namespace burl;
using burl::test::Yard;
using Catch::WithinAbs;

TEST_CASE("the face below is taped beside the top, or the bevel stands in", "[ui][yard]")
{
    Yard y;
    y.document.editSlab(QStringLiteral("x"), {3}, [](Slab& s) {
        s.bottom.reset();
        s.bevelFar_mm = 20.0;
    });
    const double top = valueAt(outlineOf(y.slab(), Face::Top)->far, 900.0);
    CHECK_THAT(valueAt(outlineOf(y.slab(), Face::Bottom)->far, 900.0), WithinAbs(top + 20.0, 1e-9));
    y.mode("captureBottomTape");
    REQUIRE(y.table()->rowCount() == 1);
    y.cell(0, 0, QStringLiteral("0"));
    y.cell(0, 1, QStringLiteral("250"));
    y.cell(0, 2, QStringLiteral("260"));
    y.cell(1, 0, QStringLiteral("2900"));
    y.cell(1, 1, QStringLiteral("230"));
    y.cell(1, 2, QStringLiteral("24 cm"));
    REQUIRE(y.slab().bottom);
    CHECK(y.slab().bottom->readings.size() == 2);
    CHECK_THAT(valueAt(outlineOf(y.slab(), Face::Bottom)->far, 1450.0), WithinAbs(250.0, 1e-9));
}

TEST_CASE("a new station begins with its place, and goes with it", "[ui][yard]")
{
    Yard y;
    y.document.editSlab(QStringLiteral("x"), {3}, [](Slab& s) {
        s.top.readings = {{0.0, 200.0, 210.0}, {150.0, 205.0, 215.0}};
    });
    y.cell(2, 0, QStringLiteral("300"));
    y.cell(2, 1, QStringLiteral("207"));
    REQUIRE(y.slab().top.readings.size() == 3);
    CHECK(y.slab().top.readings[2].at_mm == 300.0);
    CHECK(y.slab().top.readings[2].near_mm == 207.0);
    CHECK_FALSE(y.slab().top.readings[2].far_mm.has_value());
    // A place emptied takes its station away.
    y.cell(1, 0, QString());
    CHECK(y.slab().top.readings.size() == 2);
    CHECK(y.slab().top.readings[1].at_mm == 300.0);
}

TEST_CASE("reading from a straight edge instead of a string leaves the wood where it is", "[ui][yard]")
{
    Yard y;
    const auto before = outlineOf(y.slab(), Face::Top);
    auto* from = y.find<QComboBox>("tapeFrom");
    test::chooseValue(from, int(TapeFrom::StraightEdge));
    CHECK(y.slab().top.from == TapeFrom::StraightEdge);
    CHECK(*outlineOf(y.slab(), Face::Top) == *before);
}

TEST_CASE("thickness places tie both faces", "[ui][yard]")
{
    Yard y;
    y.document.editSlab(QStringLiteral("x"), {3}, [](Slab& s) { s.thicknesses.clear(); });
    y.mode("captureThickness");
    y.cell(0, 0, QStringLiteral("400"));
    y.cell(0, 1, QStringLiteral("-120"));
    y.cell(0, 2, QStringLiteral("57.5"));
    REQUIRE(y.slab().thicknesses.size() == 1);
    CHECK(y.slab().thicknesses[0].at == Vec2{400.0, -120.0});
    CHECK(y.slab().thicknesses[0].thickness_mm == 57.5);
    y.cell(0, 2, QString());
    CHECK(y.slab().thicknesses.empty());
}

TEST_CASE("features of every kind are added from the menu and measured in the table", "[ui][yard]")
{
    Yard y;
    y.document.editSlab(QStringLiteral("x"), {3}, [](Slab& s) { s.features.clear(); });
    y.mode("captureFeatures");
    auto* menu = y.find<QMenu>("featureKinds");
    REQUIRE(menu->actions().size() == 8);
    for (QAction* action : menu->actions()) {
        test::click(menu, action);
    }
    REQUIRE(y.slab().features.size() == 8);
    std::set<int> ids;
    for (const Feature& f : y.slab().features) {
        ids.insert(f.id);
        CHECK_FALSE(f.points.empty());
    }
    CHECK(ids.size() == 8);
    for (int row = 0; row < 8; ++row) {
        const FeatureKind kind = y.slab().features[static_cast<size_t>(row)].kind;
        INFO(int(kind));
        const bool deep = kind != FeatureKind::ThroughVoid && kind != FeatureKind::Pith && kind != FeatureKind::Sapwood;
        CHECK(y.table()->item(row, 1)->flags().testFlag(Qt::ItemIsEditable) == deep);
        if (deep) {
            y.cell(row, 1, QStringLiteral("33"));
            CHECK(y.slab().features[static_cast<size_t>(row)].depth_mm == 33.0);
        }
        if (kind == FeatureKind::WormHoles) {
            y.cell(row, 2, QStringLiteral("44"));
            CHECK(y.slab().features[static_cast<size_t>(row)].count == 44);
        }
    }
    auto* intention = y.find<QComboBox>("feature1Intention");
    REQUIRE(intention != nullptr);
    test::choose(intention, int(Intention::CutOff));
    CHECK(y.slab().features[0].intention == Intention::CutOff);
    auto* face = y.find<QComboBox>("feature1Face");
    test::choose(face, 1);
    CHECK(y.slab().features[0].face == Face::Bottom);
    // Less than nothing is no measure.
    y.cell(2, 1, QStringLiteral("-5"));
    CHECK(y.slab().features[2].depth_mm == 33.0);
}

TEST_CASE("a grid read upwards from the bench instead of down from rails is the mirrored surface", "[ui][yard]")
{
    Yard y;
    y.mode("captureTopHeights");
    auto* from = y.find<QComboBox>("heightsFrom");
    const HeightsFrom was = y.slab().topHeights->from;
    const int other = from->findData(int(was == HeightsFrom::BenchUp ? HeightsFrom::RailsDown : HeightsFrom::BenchUp));
    test::choose(from, other);
    CHECK_FALSE(y.slab().topHeights->from == was);
    const auto readings = y.slab().topHeights->readings_mm;
    y.cell(0, 0, QStringLiteral("41.2"));
    const size_t farLeft = (y.slab().topHeights->ys_mm.size() - 1) * y.slab().topHeights->xs_mm.size();
    CHECK(y.slab().topHeights->readings_mm[farLeft] == 41.2);
    y.undo();
    CHECK(y.slab().topHeights->readings_mm == readings);
}

TEST_CASE("a grid cannot be laid out before the outline is taped, and says so", "[ui][yard]")
{
    Yard y;
    QTest::mouseClick(y.find<QPushButton>("newSlab"), Qt::LeftButton);
    y.mode("captureTopHeights");
    const Book before = y.document.book();
    QTest::mouseClick(y.find<QPushButton>("layOutGrid"), Qt::LeftButton);
    CHECK(sameValues(*y.document.book().shop, *before.shop));
    auto* said = y.find<QWidget>("finding_program.says");
    REQUIRE(said != nullptr);
    CHECK(said->isVisible());
    CHECK(said->accessibleName().contains(QStringLiteral("Tape the outline first")));
}

TEST_CASE("slabs of the log are chosen end-on", "[ui][yard]")
{
    Yard y;
    auto* end = y.find<ui::LogEnd>("logEnd");
    REQUIRE(end != nullptr);
    const QString name = y.find<QLineEdit>("slabName")->text();
    QTest::mouseClick(end, Qt::LeftButton, Qt::NoModifier, QPoint(end->width() / 2, end->height() * 3 / 4));
    CHECK_FALSE(y.find<QLineEdit>("slabName")->text() == name);
}
