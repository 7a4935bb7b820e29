// Curved joints, drawn outlines, islands and rounds by hand on the board; templates written to files.

#include <catch2/catch.hpp>

#include <QDir>
#include <QFile>
#include <QPushButton>
#include <QTemporaryDir>

#include "ui/driver.h"
#include "ui/hands.h"
#include "ui/layup/layup_bench.h"

using namespace burl;
using burl::test::Driver;
using Catch::WithinAbs;

namespace
{

void choose(Driver& d, const char* name, const QVariant& value)
{
    test::chooseValue(d.find<QComboBox>(name), value);
}

void doubleClick(Driver& d, Vec2 at)
{
    QTest::mouseDClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel(at));
}

void openMore(Driver& d)
{
    for (auto* button : d.window.findChildren<QPushButton*>(QStringLiteral("moreChoices"))) {
        if (button->isVisible() && !button->isChecked()) {
            QTest::mouseClick(button, Qt::LeftButton);
        }
    }
    QApplication::processEvents();
}

} // namespace

TEST_CASE("a joint is bent by a double-click, dragged, typed and straightened", "[ui][layup][curve]")
{
    Driver d;
    const double level = d.plan().layup->joints[0].level_mm;
    doubleClick(d, {1300.0, level});
    REQUIRE(d.job().layup.curves.size() == 1);
    REQUIRE(d.job().layup.curves[0].size() == 3);
    CHECK_THAT(d.job().layup.curves[0][1].x, WithinAbs(1300.0, 5.0));
    const Vec2 point = d.job().layup.curves[0][1];
    d.drag({point.x, level + point.y}, {point.x + 60.0, level + point.y + 30.0});
    const Vec2 now = d.job().layup.curves[0][1];
    CHECK_THAT(now.x - point.x, WithinAbs(60.0, 5.0));
    CHECK_THAT(now.y - point.y, WithinAbs(30.0, 5.0));
    CHECK(now.y == std::round(now.y));
    REQUIRE(d.plan().layup->joints[0].curved);
    // Typed while it is held: how far it rises above the straight line.
    const QPoint at = d.pixel({now.x, d.plan().layup->joints[0].level_mm + now.y});
    d.press(at);
    d.move(at + QPoint(0, -4));
    QTest::keyClicks(&d.board(), QStringLiteral("22.5"));
    QTest::keyClick(&d.board(), Qt::Key_Return);
    CHECK(d.job().layup.curves[0][1].y == 22.5);
    QTest::keyClick(&d.board(), Qt::Key_Up);
    CHECK(d.job().layup.curves[0][1].y == 23.5);
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().layup.curves[0].size() == 2);
    d.undo();
    d.undo();
    CHECK(d.job().layup.curves[0][1].y == 22.5);
    openMore(d);
    QTest::mouseClick(d.find<QPushButton>("straighten"), Qt::LeftButton);
    CHECK(d.job().layup.curves.empty());
    CHECK_FALSE(d.find<QPushButton>("straighten")->isVisible());
    QTest::mouseClick(d.find<QPushButton>("curveAlong"), Qt::LeftButton);
    REQUIRE(d.job().layup.curves.size() == 1);
    CHECK(d.job().layup.curves[0].size() == 5);
    d.shot("curved-pair");
}

TEST_CASE("a point of a curve cannot be dragged past its neighbours", "[ui][layup][curve]")
{
    Driver d;
    d.document.showJob({6});
    const auto before = d.job().layup.curves[0];
    const double level = d.plan().layup->joints[0].level_mm;
    d.drag({before[1].x, level + before[1].y}, {before[2].x + 300.0, level});
    CHECK(d.job().layup.curves[0][1].x == before[2].x - 20.0);
    CHECK(d.job().layup.curves[0][2] == before[2]);
}

TEST_CASE("an outline is drawn: corners dragged, added, taken away, typed", "[ui][layup][drawn]")
{
    Driver d;
    openMore(d);
    choose(d, "topShape", int(TopShape::Drawn));
    REQUIRE(d.job().layup.outline.size() == 4);
    CHECK(d.find<QLineEdit>("cornerRadius")->isVisible());
    QApplication::processEvents();
    const Vec2 upper = d.job().layup.outline[2]; // the far right one
    d.drag(upper, upper + Vec2{0.0, -80.0});
    CHECK_THAT(d.job().layup.outline[2].y, WithinAbs(upper.y - 80.0, 5.0));
    const double area = d.plan().layup->topArea.value();
    const Vec2 a = d.job().layup.outline[0];
    const Vec2 b = d.job().layup.outline[1];
    doubleClick(d, (a + b) * 0.5);
    REQUIRE(d.job().layup.outline.size() == 5);
    const Vec2 added = d.job().layup.outline[1];
    d.drag(added, added + Vec2{0.0, 60.0});
    CHECK(d.plan().layup->topArea.value() < area - 50.0 * 1000.0);
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().layup.outline.size() == 4);
    // Typed along: where the corner stands from the left end, and the top's length with it.
    const QPoint at = d.pixel(d.job().layup.outline[1]);
    d.press(at);
    d.move(at - QPoint(12, 0));
    QTest::keyClicks(&d.board(), QStringLiteral("2600"));
    QTest::keyClick(&d.board(), Qt::Key_Return);
    CHECK(d.job().layup.outline[1].x == 2600.0);
    d.type("cornerRadius", QStringLiteral("60"));
    CHECK(d.job().layup.corner_mm == 60.0);
    CHECK(d.plan().layup->shape.size() > 8);
    d.shot("drawn");
    for (int i = 0; i < 2; ++i) {
        QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel(d.job().layup.outline[0]));
        QTest::keyClick(&d.board(), Qt::Key_Delete);
    }
    CHECK(d.job().layup.outline.size() == 3); // never fewer
}

TEST_CASE("an island is laid in, dragged both ways and turned by its handle", "[ui][layup][island]")
{
    Driver d;
    d.document.showJob({2});
    d.document.edit(QStringLiteral("Wider"), [](Job& j) { j.layup.width_mm = 1300.0; });
    openMore(d);
    choose(d, "piece3Slab", 17);
    REQUIRE(d.job().layup.pieces.size() == 3);
    REQUIRE(d.plan().layup->pieces[2].island);
    QApplication::processEvents();
    const Vec2 middle = centroid(d.plan().layup->pieces[2].showRing);
    const Piece before = d.job().layup.pieces[2];
    d.drag(middle, middle + Vec2{40.0, 30.0});
    CHECK_THAT(d.job().layup.pieces[2].left_mm - before.left_mm, WithinAbs(40.0, 5.0));
    CHECK_THAT(d.job().layup.pieces[2].across_mm - before.across_mm, WithinAbs(30.0, 5.0));
    CHECK(d.find<QLineEdit>("piece3Turn")->isVisible());
    const PlacedPiece& island = d.plan().layup->pieces[2];
    const Vec2 c = centroid(island.showRing);
    const Vec2 end = (island.lower.back() + island.upper.back()) * 0.5;
    const Vec2 handle = c + (end - c) * 0.85;
    d.drag(handle, handle + Vec2{0.0, 40.0});
    const double turned = d.job().layup.pieces[2].turn_deg;
    CHECK_THAT(turned, WithinAbs(std::atan(40.0 / (handle.x - c.x)) * 180.0 / std::acos(-1.0), 0.8));
    d.type("piece3Turn", QStringLiteral("-2.5"));
    CHECK(d.job().layup.pieces[2].turn_deg == -2.5);
    d.shot("island");
    choose(d, "piece3Slab", 0); // out again
    CHECK(d.job().layup.pieces.size() == 2);
}

TEST_CASE("a round kisses an edge and grows to the largest", "[ui][layup][round]")
{
    Driver d;
    d.document.showJob({3});
    openMore(d);
    QTest::mouseClick(d.find<QPushButton>("largestRound"), Qt::LeftButton);
    const double largest = d.job().layup.length_mm;
    CHECK(largest > 826.0);
    d.type("finalLength", QStringLiteral("700"));
    QTest::mouseClick(d.find<QPushButton>("kissFar"), Qt::LeftButton);
    const double far = d.job().layup.pieces[0].across_mm;
    QTest::mouseClick(d.find<QPushButton>("kissNear"), Qt::LeftButton);
    CHECK(d.job().layup.pieces[0].across_mm > far + 50.0);
    CHECK_FALSE(d.find<QPushButton>("curveAlong")->isVisible());
}

TEST_CASE("templates are written as their ending says, one for each joint", "[ui][layup][template]")
{
    Driver d;
    d.document.showJob({6});
    ui::LayupBench bench(d.document, &d.window);
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("mill.svg"));
    CHECK(bench.jointTemplatesWritten(path).contains(QStringLiteral("3")));
    for (int i = 1; i <= 3; ++i) {
        QFile file(folder.filePath(QStringLiteral("mill-%1.svg").arg(i)));
        REQUIRE(file.open(QIODevice::ReadOnly));
        CHECK(file.readAll().contains("joint of A"));
    }
    (void)bench.jointTemplatesWritten(folder.filePath(QStringLiteral("mill.pdf")));
    QFile pdf(folder.filePath(QStringLiteral("mill-2.pdf")));
    REQUIRE(pdf.open(QIODevice::ReadOnly));
    CHECK(pdf.read(5) == "%PDF-");
    CHECK(bench.jointTemplatesWritten(folder.filePath(QStringLiteral("mill.doc"))).contains(QStringLiteral(".dxf")));
    CHECK(bench.jointTemplatesWritten(QStringLiteral("/nowhere/mill.dxf")).contains(QStringLiteral("could not be")));
    CHECK(bench.templateWritten(path, outlineTemplate(d.job(), *d.plan().layup)).contains(QStringLiteral("outline")));
    CHECK(QDir(folder.path()).entryList(QDir::Files).size() == 6);
}

TEST_CASE("a top in halves hands out the strip for its bolts, and only then", "[ui][layup]")
{
    Driver d;
    d.find<QPushButton>("moreChoices")->click();
    auto* write = d.find<QPushButton>("halvesTemplate");
    REQUIRE(write != nullptr);
    CHECK_FALSE(write->isVisible());
    d.document.edit(QStringLiteral("Two halves"), [](Job& j) { j.layup.parted_mm = 5000.0; }); // beyond the top
    QApplication::processEvents();
    CHECK_FALSE(write->isVisible());
    d.document.edit(QStringLiteral("Two halves"), [](Job& j) { j.layup.parted_mm = 1300.0; });
    QApplication::processEvents();
    CHECK(write->isVisible());
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("strip.svg"));
    ui::LayupBench bench(d.document, &d.window);
    CHECK(bench.templateWritten(path, halvesTemplate(d.job(), *d.plan().layup)).contains(QStringLiteral("strip.svg")));
    QFile file(path);
    REQUIRE(file.open(QIODevice::ReadOnly));
    CHECK(file.readAll().contains("bolt 2"));
}
