// The yard by hand: the log put in order, features drawn on the face, moisture typed, slabs found.

#include <catch2/catch.hpp>

#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>

#include "core/measure/date.h"
#include "core/yard/log_stack.h"
#include "core/yard/slab_card.h"
#include "ui/dialogs.h"
#include "ui/hands.h"
#include "ui/window/rack.h"
#include "ui/yard/capture.h"
#include "ui/yard/log_end.h"
#include "ui/yard_driver.h"

using namespace burl;
using burl::test::Yard;
using Catch::WithinAbs;

TEST_CASE("a slab is dragged to its place in the log, the distances follow, one undo brings it back", "[ui][yard][log]")
{
    Yard y;
    auto* end = y.find<ui::LogEnd>("logEnd");
    const double before = y.slab(1).pith->distance_mm;
    const QPoint from = end->placeOf({1}).center().toPoint();
    const QPoint to = end->placeOf({4}).center().toPoint() + QPoint(0, 4);
    y.dragOn(end, from, to);
    CHECK(y.slab(1).sequence == 4);
    CHECK(y.slab(4).sequence == 3);
    CHECK_THAT(y.slab(1).pith->distance_mm, WithinAbs(before - 3 * 62.0, 0.2));
    y.shot("log_moved");
    y.undo();
    CHECK(y.slab(1).sequence == 1);
    CHECK(y.slab(1).pith->distance_mm == before);
    // By keyboard too.
    QTest::keyClick(end, Qt::Key_Down);
    CHECK(y.slab(1).sequence == 2);
    QTest::keyClick(end, Qt::Key_Up);
    CHECK(y.slab(1).sequence == 1);
}

TEST_CASE("the pith is dragged to where it is, and every slab of the log knows", "[ui][yard][log]")
{
    Yard y;
    auto* end = y.find<ui::LogEnd>("logEnd");
    const QPoint from = end->pithPlace().toPoint();
    const QPoint to = end->placeOf({2}).center().toPoint();
    y.dragOn(end, from, to);
    CHECK(std::abs(y.slab(2).pith->distance_mm) < 15.0);
    CHECK(y.slab(1).pith->distance_mm > 40.0);
    CHECK(y.slab(9).pith->distance_mm < -300.0);
    y.undo();
    CHECK(y.slab(5).pith->distance_mm == 0.0);
    // A press that does not move changes nothing.
    const size_t steps = static_cast<size_t>(y.document.undoStack().index());
    QTest::mouseClick(end, Qt::LeftButton, Qt::NoModifier, end->pithPlace().toPoint());
    CHECK(static_cast<size_t>(y.document.undoStack().index()) == steps);
}

TEST_CASE("a feature is drawn round on the bare face, shaped by its corners and taken back", "[ui][yard][features]")
{
    Yard y;
    y.mode("captureFeatures");
    QApplication::processEvents();
    const size_t had = y.slab().features.size();
    const Ring round = ellipse({1500.0, 60.0}, 200.0, 90.0, 20.0, 24);
    y.press(y.pixel(round[0]));
    for (const Vec2 p : round) {
        y.move(y.pixel(p));
    }
    y.shot("feature_drawing");
    y.release(y.pixel(round[0]));
    REQUIRE(y.slab().features.size() == had + 1);
    const Feature drawn = y.slab().features.back();
    CHECK(drawn.kind == FeatureKind::ThroughVoid);
    CHECK_THAT(area_mm2(std::span<const Vec2>(drawn.points)), Catch::WithinRel(3.14159 * 100.0 * 45.0, 0.12));
    CHECK(drawn.points.size() < round.size()); // a hand's shake is left out
    // Now the shown one: its first corner is dragged out.
    const Vec2 corner = drawn.points.front();
    y.drag(corner, corner + Vec2{40.0, 30.0});
    const Feature shaped = y.slab().features.back();
    CHECK_THAT(shaped.points.front().x, WithinAbs(corner.x + 40.0, 4.1));
    CHECK_THAT(shaped.points.front().y, WithinAbs(corner.y + 30.0, 4.1));
    CHECK(shaped.points[1] == drawn.points[1]);
    y.shot("feature_shaped");
    // A double click on its edge adds a corner.
    const Vec2 middle = (shaped.points[1] + shaped.points[2]) * 0.5;
    QTest::mouseDClick(&y.board(), Qt::LeftButton, Qt::NoModifier, y.pixel(middle));
    CHECK(y.slab().features.back().points.size() == shaped.points.size() + 1);
    y.undo();
    y.undo();
    y.undo();
    CHECK(y.slab().features.size() == had);
    // A click that draws nothing adds nothing.
    QTest::mouseClick(&y.board(), Qt::LeftButton, Qt::NoModifier, y.pixel({1500.0, 60.0}));
    CHECK(y.slab().features.size() == had);
}

TEST_CASE("moisture is typed with its dates; the curve, the day and the plan follow", "[ui][yard][moisture]")
{
    Yard y;
    y.mode("captureMoisture");
    y.cell(0, 0, QStringLiteral("2026-08-03"));
    y.cell(0, 1, QStringLiteral("25"));
    y.cell(0, 2, QStringLiteral("19 %"));
    y.cell(1, 0, QStringLiteral("7 Sep 2026"));
    y.cell(1, 2, QStringLiteral("15,5"));
    REQUIRE(y.slab().moisture.size() == 2);
    CHECK(y.slab().moisture[1].date == "2026-09-07");
    CHECK(y.slab().moisture[1].depth_mm == 25.0); // as the one before
    CHECK(y.slab().mc_pct == 15.5);               // the plan goes by the latest
    const auto card = slabCard(y.slab(), y.document.shop(), nullptr, *dayOf("2026-09-08"));
    REQUIRE(card.drying);
    y.shot("moisture");
    // What is no date, no depth or no moisture is said, and what was there stays.
    for (const auto& [column, text] :
         {std::pair{0, "sometime"}, {0, "2026-02-30"}, {1, "4 m"}, {2, "-3"}, {2, "wet"}}) {
        const Slab before = y.slab();
        y.cell(0, column, QString::fromLatin1(text));
        INFO(text);
        CHECK(y.slab() == before);
    }
    y.cell(0, 0, QString()); // a date emptied takes its reading away
    CHECK(y.slab().moisture.size() == 1);
}

TEST_CASE("a slip of the tape is offered for correction in the sill, and put right by a click", "[ui][yard][slips]")
{
    Yard y;
    y.document.editSlab(QStringLiteral("x"), {3}, [](Slab& s) { s.top.readings[6].near_mm = 2390.0; });
    QApplication::processEvents();
    y.shot("slip");
    QPushButton* remedy = nullptr;
    for (QPushButton* b : y.window.findChildren<QPushButton*>()) {
        if (b->isVisible() && b->objectName().contains(QStringLiteral("yard.slip_top"))) {
            remedy = b;
        }
    }
    REQUIRE(remedy != nullptr);
    REQUIRE(remedy->isEnabled());
    QTest::mouseClick(remedy, Qt::LeftButton);
    CHECK_THAT(*y.slab().top.readings[6].near_mm, WithinAbs(239.0, 1e-9));
}

TEST_CASE("slabs are found by words, by order and by the code of their tag", "[ui][rack]")
{
    Yard y;
    auto* words = y.find<QLineEdit>("rackWords");
    auto* rack = y.find<ui::Rack>("rack");
    const auto all = static_cast<int>(y.document.shop().slabs.size());
    CHECK(rack->found() == all);
    y.board().setFocus();
    QTest::keyClicks(&y.board(), QStringLiteral("3/4")); // a slash belongs to the fractions of an inch
    CHECK_FALSE(words->hasFocus());
    QTest::keyClick(&y.window, Qt::Key_F, Qt::ControlModifier);
    CHECK(words->hasFocus());
    QTest::keyClicks(words, QStringLiteral("maple"));
    CHECK(rack->found() == 5);
    y.shot("rack_found");
    QTest::keyClick(words, Qt::Key_Return); // on to the first one found
    CHECK(y.find<QLineEdit>("slabName")->text().startsWith(QLatin1Char('B')));
    words->clear();
    QTest::keyClicks(words, QStringLiteral("nothing such"));
    CHECK(rack->found() == 0);
    CHECK(rack->count() == 1); // it says so
    words->clear();
    QTest::keyClicks(words, QStringLiteral("yb-7"));
    QTest::keyClick(words, Qt::Key_Return);
    CHECK(y.find<QLineEdit>("slabName")->text() == QStringLiteral("A7"));
    CHECK(words->text().isEmpty());
    QTest::keyClicks(words, QStringLiteral("YB-404"));
    QTest::keyClick(words, Qt::Key_Return);
    CHECK(words->text() == QStringLiteral("YB-404")); // said, and left to be corrected
    words->clear();
    auto* order = y.find<QComboBox>("rackOrder");
    test::choose(order, QStringLiteral("widest"));
    CHECK(rack->found() == all);
    y.shot("rack_widest");
}

TEST_CASE("a tag is printed where the maker says", "[ui][yard][tag]")
{
    Yard y;
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("tag.pdf"));
    test::chooseFile(path);
    QTest::mouseClick(y.find<QPushButton>("printTag"), Qt::LeftButton);
    QFile file(path);
    REQUIRE(file.open(QIODevice::ReadOnly));
    CHECK(file.read(5) == "%PDF-");
    const QString folderOut = qEnvironmentVariable("BURL_SHOTS");
    if (!folderOut.isEmpty()) {
        QFile::copy(path, folderOut + QStringLiteral("/tag.pdf"));
    }
}

TEST_CASE("a slab is priced whole, by the cubic metre or by the board foot, and costs the same", "[ui][yard]")
{
    Yard d;
    for (QPushButton* more : d.window.findChildren<QPushButton*>(QStringLiteral("moreChoices"))) {
        if (more->isVisible()) {
            QTest::mouseClick(more, Qt::LeftButton);
        }
    }
    d.type("slabPrice", QStringLiteral("400"));
    CHECK(d.slab().price == 400.0);
    auto* per = d.find<QComboBox>("slabPricePer");
    test::chooseValue(per, static_cast<int>(WoodPer::BoardFoot));
    CHECK(d.slab().price == 400.0); // only told otherwise
    const double litres = slabCard(d.slab(), d.document.shop(), nullptr, 0).volume.value();
    const double feet = litres / 2.359737216; // 144 cubic inches
    REQUIRE(feet > 5.0);
    d.type("slabPrice", QStringLiteral("12"));
    CHECK(*d.slab().price == Approx(12.0 * feet).margin(0.005));
    test::chooseValue(per, static_cast<int>(WoodPer::CubicMetre));
    CHECK(*d.slab().price == Approx(12.0 * feet).margin(0.005));
    d.type("slabPrice", QStringLiteral("2000"));
    CHECK(*d.slab().price == Approx(2.0 * litres).margin(0.005));
    d.type("slabThickness", QString());
    if (!slabCard(d.slab(), d.document.shop(), nullptr, 0).volume.known()) {
        const auto before = d.slab().price;
        d.type("slabPrice", QStringLiteral("1500"));
        CHECK(d.slab().price == before); // nobody knows how much wood it is
    }
}
