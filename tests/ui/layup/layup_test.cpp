#include <catch2/catch.hpp>

#include <QPushButton>

#include "ui/driver.h"
#include "ui/hands.h"
#include "ui/window/bench_bar.h"

using namespace burl;
using burl::test::Driver;
using Catch::WithinAbs;

TEST_CASE("a piece is dragged along the joint, in whole millimetres, as one undo step", "[ui][layup]")
{
    Driver d;
    const Book before = d.document.book();
    const double left = d.job().layup.pieces[0].left_mm;
    d.drag({1000, 250}, {1060, 250});
    const double now = d.job().layup.pieces[0].left_mm;
    CHECK_THAT(now - left, WithinAbs(60.0, 4.5)); // a pixel is about 4 mm
    CHECK(now == std::round(now));
    CHECK(d.job().layup.pieces[1].left_mm == left);
    CHECK(d.document.undoStack().count() == 1);
    d.undo();
    CHECK(d.document.book().jobs[0] == before.jobs[0]); // the same pointer, not a copy
}

TEST_CASE("a rip line turns by its end, and the best one is taken back", "[ui][layup]")
{
    Driver d;
    const PlacedPiece piece = d.plan().layup->pieces[1]; // the near piece; its handles stand below the joint
    const QPoint handle = d.pixel({piece.ripTo_mm, 0.0}) + QPoint(9, 11);
    d.press(handle);
    d.move(handle + QPoint(0, 4));
    d.move(handle + QPoint(0, 9));
    d.release(handle + QPoint(0, 9));
    REQUIRE(d.job().layup.pieces[1].rip.has_value());
    CHECK_FALSE(d.job().layup.pieces[0].rip.has_value());
    const double down_mm = std::round(9.0 / d.board().view().scale()); // into the wood at that end
    const RipLine now = *d.job().layup.pieces[1].rip;
    const double slabTo = d.plan().layup->pieces[1].place.toSlab({piece.ripTo_mm, 0.0}).x;
    CHECK_THAT(piece.rip.at(slabTo) - now.at(slabTo), WithinAbs(down_mm, 1.5));
    QTest::mouseClick(d.find<QPushButton>("bestRip"), Qt::LeftButton);
    CHECK_FALSE(d.job().layup.pieces[1].rip.has_value());
}

TEST_CASE("the end of the top is dragged, and a typed length sets it exactly", "[ui][layup]")
{
    Driver d;
    const QPoint end = d.pixel({2700.0, 100.0});
    d.press(end);
    d.move(end - QPoint(20, 0));
    CHECK(d.job().layup.length_mm < 2690.0);
    QTest::keyClicks(&d.board(), QStringLiteral("2.55 m"));
    QTest::keyClick(&d.board(), Qt::Key_Return);
    CHECK_THAT(d.job().layup.length_mm, WithinAbs(2550.0, 1e-9));
    CHECK(d.document.undoStack().count() == 1);
    d.undo();
    CHECK(d.job().layup.length_mm == 2700.0);
}

TEST_CASE("Escape lets go without a change", "[ui][layup]")
{
    Driver d;
    const Job before = d.job();
    const QPoint at = d.pixel({1000, 250});
    d.press(at);
    d.move(at + QPoint(40, 0));
    CHECK_FALSE(d.job() == before);
    QTest::keyClick(&d.board(), Qt::Key_Escape);
    CHECK(d.job() == before);
}

TEST_CASE("arrow keys nudge by the snap, Shift by ten", "[ui][layup]")
{
    Driver d;
    const double left = d.job().layup.pieces[0].left_mm;
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel({1000, 250}));
    QTest::keyClick(&d.board(), Qt::Key_Right);
    CHECK(d.job().layup.pieces[0].left_mm == left + 1.0);
    QTest::keyClick(&d.board(), Qt::Key_Left, Qt::ShiftModifier);
    CHECK(d.job().layup.pieces[0].left_mm == left - 9.0);
}

TEST_CASE("a river piece dragged across opens the gap and the litres follow", "[ui][layup]")
{
    Driver d;
    d.document.showJob({2});
    const double gap = d.figure("gap_least");
    const double litres = d.figure("litres");
    d.drag({900, 300}, {900, 330}); // the far piece outwards
    CHECK_THAT(d.figure("gap_least") - gap, WithinAbs(30.0, 6.0));
    CHECK(d.figure("litres") > litres + 1.0);
    CHECK(d.job().layup.width_mm == 860.0); // the outer edge stayed
    d.undo();
    CHECK(d.figure("litres") == litres);
}

TEST_CASE("fields take any spelling and refuse what is none, keeping what was there", "[ui][layup]")
{
    Driver d;
    d.type("finalLength", QStringLiteral("8' 10 1/4\""));
    CHECK_THAT(d.job().layup.length_mm, WithinAbs(106.25 * 25.4, 1e-9));
    d.type("finalLength", QStringLiteral("quite long"));
    CHECK_THAT(d.job().layup.length_mm, WithinAbs(106.25 * 25.4, 1e-9));
    auto* field = d.find<QLineEdit>("finalLength");
    CHECK(field->property("refused").toBool());
    CHECK_FALSE(field->toolTip().isEmpty());
    QTest::keyClick(field, Qt::Key_Escape);
    CHECK_FALSE(field->property("refused").toBool());
    d.type("finalLength", QStringLiteral("50 m")); // outside what a top can be
    CHECK_THAT(d.job().layup.length_mm, WithinAbs(106.25 * 25.4, 1e-9));
}

TEST_CASE("looking at a rounded length never changes it", "[ui][layup]")
{
    Driver d;
    d.document.edit(QStringLiteral("x"), [](Job& j) { j.layup.length_mm = 2537.37; });
    Habits inches = d.document.shop().habits;
    inches.units.length = LengthStyle::FractionalInches;
    d.document.apply(QStringLiteral("units"), withHabits(d.document.book(), inches));
    auto* field = d.find<QLineEdit>("finalLength");
    CHECK(field->text().startsWith(QStringLiteral("≈")));
    field->setFocus();
    QTest::keyClick(field, Qt::Key_Return);
    d.find<QLineEdit>("finalWidth")->setFocus();
    QApplication::processEvents();
    CHECK(d.job().layup.length_mm == 2537.37);
}

TEST_CASE("a piece turned by the form mirrors the drawing", "[ui][layup]")
{
    Driver d;
    auto* pose = d.find<QComboBox>("farPose");
    CHECK(pose->currentIndex() == 2); // bottom face
    CHECK(d.plan().figure("figure_drift"));
    test::choose(pose, 0);
    CHECK(d.job().layup.pieces[0].show == Face::Top);
    CHECK_FALSE(d.plan().figure("figure_drift")); // no longer a bookmatch
}

TEST_CASE("letters turn the selected piece over and swing it end for end", "[ui][layup]")
{
    Driver d;
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel({1000, 250}));
    const Piece before = d.job().layup.pieces[0];
    QTest::keyClick(&d.board(), Qt::Key_M);
    CHECK(d.job().layup.pieces[0].show == Face::Top);
    QTest::keyClick(&d.board(), Qt::Key_E);
    CHECK(d.job().layup.pieces[0].endForEnd);
    QTest::keyClick(&d.board(), Qt::Key_M);
    QTest::keyClick(&d.board(), Qt::Key_E);
    CHECK(d.job().layup.pieces[0] == before);
}

TEST_CASE("a river's cost is told where it is dragged, once a litre has a price", "[ui][layup]")
{
    Driver d;
    d.document.showJob({2});
    d.document.edit(QStringLiteral("No price"), [](Job& j) { j.fill.price_per_L.reset(); });
    CHECK_FALSE(d.plan().figure("resin_cost"));
    d.document.edit(QStringLiteral("Price"), [](Job& j) { j.fill.price_per_L = 20.0; });
    const double cost = d.figure("resin_cost");
    CHECK_THAT(cost, WithinAbs(20.0 * d.figure("litres"), 1e-9));
    d.drag({900, 300}, {900, 330});
    CHECK(d.figure("resin_cost") > cost);
}

TEST_CASE("while a piece is dragged the other benches say so, and follow when the hand rests", "[ui][layup]")
{
    Driver d; // a joined pair
    const auto tab = [&](const char* name) { return d.find<ui::BenchTab>(name); };
    const auto rests = [&] { return QTest::qWaitFor([&] { return !d.plan().isBehind(); }, 2000); };
    const auto old = d.plan().days.answer;
    const QPoint at = d.pixel({900.0, 250.0});
    d.press(at);
    d.move(at + QPoint(8, 0));
    d.move(at + QPoint(16, 0));
    CHECK(d.plan().isBehind("days"));
    CHECK(d.plan().days.answer == old);
    CHECK(tab("tab_days")->isBehind());
    CHECK(tab("tab_flat")->isBehind());
    CHECK_FALSE(tab("tab_layup")->isBehind());
    REQUIRE(rests()); // still held
    CHECK_FALSE(tab("tab_days")->isBehind());
    d.move(at + QPoint(24, 0));
    CHECK(tab("tab_days")->isBehind());
    d.release(at + QPoint(24, 0));
    CHECK_FALSE(d.plan().isBehind());
    CHECK_FALSE(tab("tab_days")->isBehind());
    const Plan whole = makePlan(d.job(), d.document.shop(), nullptr, d.document.workedOut());
    CHECK(d.figure("mass") == whole.figure("mass").value());
    CHECK(d.plan().days->finish == whole.days->finish);
}

TEST_CASE("what a river drinks is told while its pieces are dragged", "[ui][layup]")
{
    Driver d;
    d.document.showJob({2});
    QApplication::processEvents();
    const double before = d.plan().fill->litres.value();
    const QPoint at = d.pixel({900.0, 300.0});
    d.press(at);
    d.move(at + QPoint(0, -10));
    d.move(at + QPoint(0, -20));
    CHECK(d.plan().isBehind("days"));
    CHECK_FALSE(d.plan().isBehind("fill"));
    CHECK(d.plan().fill->litres.value() > before + 0.5);
    d.release(at + QPoint(0, -20));
    CHECK_FALSE(d.plan().isBehind());
}
