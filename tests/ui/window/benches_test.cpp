#include <catch2/catch.hpp>

#include <set>

#include <QAbstractButton>
#include <QAccessible>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTimer>

#include "exchange/job_file.h"
#include "ui/driver.h"
#include "ui/ledger/figure_row.h"
#include "ui/ledger/reading_table.h"
#include "ui/yard/yard_bench.h"

using namespace burl;
using burl::test::Driver;
using Catch::WithinAbs;

TEST_CASE("tape stations are typed and the slab grows", "[ui][yard]")
{
    Driver d(QStringLiteral("yard"));
    const size_t slabs = d.document.shop().slabs.size();
    QTest::mouseClick(d.find<QPushButton>("newSlab"), Qt::LeftButton);
    REQUIRE(d.document.shop().slabs.size() == slabs + 1);
    const SlabId id = d.document.shop().slabs.back()->id;
    auto* table = d.find<ui::ReadingTable>("readings");
    REQUIRE(table->rowCount() == 1);
    // The keys go to its name first, and after Enter to its tape.
    QWidget* name = QApplication::focusWidget();
    REQUIRE(name == d.find<QLineEdit>("slabName"));
    QTest::keyClicks(name, QStringLiteral("W1"));
    QTest::keyClick(name, Qt::Key_Return);
    CHECK(d.document.shop().slab(id)->name == "W1");
    REQUIRE(QApplication::focusWidget() == table);
    CHECK(table->currentRow() == 0);
    // By the keys alone: the stations go down one column, each under the last.
    for (const char* station : {"10", "310", "610"}) {
        QTest::keyClicks(QApplication::focusWidget(), QString::fromLatin1(station).left(1));
        QTest::keyClicks(QApplication::focusWidget(), QString::fromLatin1(station).mid(1));
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
        QApplication::processEvents();
        CHECK(table->currentColumn() == 0);
    }
    CHECK(table->currentRow() == 3);
    REQUIRE(d.document.shop().slab(id)->top.readings.size() == 3);
    CHECK(d.document.shop().slab(id)->top.readings[1].at_mm == 310.0);
    // What is refused leaves the cell waiting for it.
    QTest::keyClicks(QApplication::focusWidget(), QStringLiteral("2"));
    QTest::keyClicks(QApplication::focusWidget(), QStringLiteral(",000"));
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    QApplication::processEvents();
    CHECK(table->currentRow() == 3);
    CHECK(table->currentColumn() == 0);
    CHECK(d.document.shop().slab(id)->top.readings.size() == 3);
    for (int i = 0; i < 3; ++i) {
        d.undo();
    }
    REQUIRE(table->rowCount() == 1);
    const auto type = [&](int row, int column, const QString& text) {
        table->setCurrentCell(row, column);
        QTest::keyClicks(table, text.left(1)); // any key begins to write
        QWidget* editor = QApplication::focusWidget();
        if (text.size() > 1) {
            QTest::keyClicks(editor, text.mid(1));
        }
        QTest::keyClick(editor, Qt::Key_Return);
        QApplication::processEvents();
    };
    type(0, 0, QStringLiteral("0"));
    CHECK(table->currentRow() == 1); // Enter walks down
    type(1, 0, QStringLiteral("300"));
    type(2, 0, QStringLiteral("60 cm"));
    type(0, 1, QStringLiteral("210"));
    type(1, 1, QStringLiteral("8 1/4\""));
    type(2, 1, QStringLiteral("205"));
    type(0, 2, QStringLiteral("240"));
    CHECK(outlineOf(d.document.shop().slab(id)->top).error().code == "outline.too_few");
    type(1, 2, QStringLiteral("250"));
    REQUIRE(outlineOf(d.document.shop().slab(id)->top).has_value());
    const double small = area_mm2(std::span<const Vec2>(outlineOf(d.document.shop().slab(id)->top)->ring()));
    type(2, 2, QStringLiteral("255"));
    const auto outline = outlineOf(d.document.shop().slab(id)->top);
    CHECK(area_mm2(std::span<const Vec2>(outline->ring())) > small * 1.9);
    CHECK_THAT(outline->near[1].y, WithinAbs(-8.25 * 25.4, 1e-9));
    type(1, 2, QStringLiteral("wide"));
    CHECK_THAT(outlineOf(d.document.shop().slab(id)->top)->far[1].y, WithinAbs(250.0, 1e-9)); // what was there stays
    for (int i = 0; i < 11; ++i) {
        d.undo();
    }
    CHECK(d.document.shop().slabs.size() == slabs); // every reading was one step
}

TEST_CASE("rail readings on a grid make a slab flat", "[ui][yard][flat]")
{
    Driver d(QStringLiteral("yard"));
    d.document.editSlab(QStringLiteral("x"), {3}, [](Slab& s) {
        s.topHeights.reset();
        s.bottomHeights.reset();
    });
    CHECK(d.plan().figure("thickness").isGuess());
    QTest::mouseClick(d.find<QPushButton>("captureTopHeights"), Qt::LeftButton);
    QTest::mouseClick(d.find<QPushButton>("layOutGrid"), Qt::LeftButton);
    const auto& grid = d.document.shop().slab({3})->topHeights;
    REQUIRE(grid.has_value());
    CHECK(grid->from == HeightsFrom::RailsDown);
    auto* table = d.find<ui::ReadingTable>("readings");
    REQUIRE(table->columnCount() == 9);
    REQUIRE(table->rowCount() == 4);
    for (int column = 0; column < 9; ++column) {
        for (int row = 0; row < 4; ++row) {
            table->item(row, column)->setText(QString::number(40.0 + 0.3 * column - 0.2 * row));
        }
    }
    CHECK_FALSE(d.plan().flatten->pieces[0].missing.has_value());
    CHECK(d.plan().figure("thickness").isGuess()); // the underside is taken as parallel
    // A tilted flat face comes off whole: the thickness of the tape is left.
    CHECK_THAT(d.plan().flatten->pieces[0].thickest.value(), WithinAbs(58.0, 0.01));
}

TEST_CASE("a void is added with a click, dragged, sized and removed", "[ui][fill]")
{
    Driver d(QStringLiteral("fill"));
    const double before = d.figure("litres");
    QTest::mouseClick(d.find<QPushButton>("addThroughVoid"), Qt::LeftButton);
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel({1300, -150}));
    const double added = d.figure("litres");
    CHECK(added > before + 0.15); // 120 x 40 mm through 50 mm is 0.19 L
    const Feature f = d.document.shop().slab({4})->features.back();
    CHECK(f.kind == FeatureKind::ThroughVoid);
    d.drag({1300, -150}, {1500, -200});
    const Feature moved = d.document.shop().slab({4})->features.back();
    CHECK_THAT(centroid(moved.points).x - centroid(f.points).x, WithinAbs(200.0, 8.0));
    CHECK_THAT(d.figure("litres"), WithinAbs(added, 0.001)); // as long as it stays in the top
    d.type("voidLong", QStringLiteral("240"));
    CHECK(d.figure("litres") > added + 0.15);
    // Out over the end of the top the litres go down while the mouse is still pressed.
    const double all = d.figure("litres");
    const QPoint a = d.pixel({1500, -200});
    d.press(a);
    d.move(d.pixel({2700, -200}));
    CHECK(d.figure("litres") < all - 0.1);
    d.release(d.pixel({2700, -200}));
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK_THAT(d.figure("litres"), WithinAbs(before, 1e-9));
}

TEST_CASE("fasteners and channels are dragged, snap to the held line, and are removed", "[ui][move]")
{
    Driver d(QStringLiteral("move"));
    const double slot = d.plan().move->fasteners[0].travel.slotLength_mm;
    d.drag({620, -260}, {620, -420});
    CHECK_THAT(d.job().move.fasteners[0].at.y, WithinAbs(-420.0, 4.0));
    CHECK(d.plan().move->fasteners[0].travel.slotLength_mm > slot + 0.5);
    d.drag(d.job().move.fasteners[0].at, {620, -4});
    CHECK(d.job().move.fasteners[0].at.y == 0.0);
    const double x = d.job().move.channels[0].x_mm;
    d.drag({x, 100}, {x + 90, 100});
    CHECK_THAT(d.job().move.channels[0].x_mm, WithinAbs(x + 90.0, 4.0));
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().move.channels.size() == 1);
    QTest::mouseClick(d.find<QPushButton>("addFastener"), Qt::LeftButton);
    CHECK(d.job().move.fasteners.size() == 7);
    for (int i = 0; i < 5; ++i) {
        d.undo();
    }
    CHECK(d.job() == *demoBook().jobs[0]);
}

TEST_CASE("a figure opens its working in place", "[ui][ledger]")
{
    Driver d(QStringLiteral("flat"));
    auto* row = d.find<ui::FigureRow>("figure_thickness");
    REQUIRE(row != nullptr);
    CHECK_FALSE(row->isOpen());
    QTest::mouseClick(d.find<QAbstractButton>("figure_thickness_button"), Qt::LeftButton);
    CHECK(row->isOpen());
    // One step: its terms with their values, none of their own workings yet.
    CHECK(row->workingText().contains(QStringLiteral("wanted = 50.0 mm (chosen)")));
    CHECK(row->workingText().contains(QStringLiteral("Thickest, both pieces")));
    CHECK_FALSE(row->workingText().contains(QStringLiteral("Thickest flat A3")));
    // By keys: the first term that has a working of its own opens, and closes.
    auto* working = d.find<QLabel>("figure_thickness_working");
    working->setFocus(Qt::TabFocusReason);
    QTest::keyClick(working, Qt::Key_Tab);
    QTest::keyClick(working, Qt::Key_Return);
    CHECK(row->workingText().contains(QStringLiteral("Thickest flat A3")));
    d.document.edit(QStringLiteral("x"), [](Job& j) { j.layup.thickness_mm = 41.0; });
    CHECK(row->workingText().contains(QStringLiteral("wanted = 41.0 mm (chosen)"))); // open workings follow
    CHECK(row->workingText().contains(QStringLiteral("Thickest flat A3")));
}

namespace
{

/// Parts that the toolkit makes inside its own widgets: viewports, scroll bars, headings, popups.
bool isToolkitPart(const QWidget* w)
{
    if (w->objectName().startsWith(QStringLiteral("qt_"))) {
        return true;
    }
    const QByteArray kind = w->metaObject()->className();
    if (kind == "QTableCornerButton" || kind == "QHeaderView" || kind == "QScrollBar" || kind == "QSizeGrip" ||
        kind.startsWith("QComboBoxPrivate") || kind == "QComboBoxListView") {
        return true;
    }
    const QWidget* parent = w->parentWidget();
    return parent != nullptr && (isToolkitPart(parent) && !parent->objectName().contains(QStringLiteral("viewport")));
}

} // namespace

TEST_CASE("every widget has a name to be found by and one to be read out", "[ui]")
{
    Driver d;
    std::set<QString> seen;
    for (const char* bench : test::kBenches) {
        d.window.showBench(QString::fromLatin1(bench));
        QApplication::processEvents();
        for (QPushButton* more : d.window.findChildren<QPushButton*>()) {
            if (more->isVisible() && more->isCheckable() && more->objectName().startsWith(QStringLiteral("more"))) {
                more->setChecked(true);
            }
        }
        QApplication::processEvents();
        for (QWidget* w : d.window.findChildren<QWidget*>()) {
            if (isToolkitPart(w)) {
                continue;
            }
            INFO(bench << ": a " << w->metaObject()->className() << " named '" << w->objectName().toStdString()
                       << "' in '" << (w->parentWidget() ? w->parentWidget()->objectName().toStdString() : "") << "'");
            CHECK_FALSE(w->objectName().isEmpty());
            const QAccessibleInterface* said = QAccessible::queryAccessibleInterface(w);
            CHECK((said != nullptr && !said->text(QAccessible::Name).trimmed().isEmpty()));
            seen.insert(w->objectName());
        }
    }
    CHECK(seen.size() > 100);
}

TEST_CASE("units change in one place and everywhere", "[ui]")
{
    Driver d;
    Habits habits = d.document.shop().habits;
    habits.units.length = LengthStyle::FractionalInches;
    d.document.apply(QStringLiteral("units"), withHabits(d.document.book(), habits));
    CHECK(d.find<QLineEdit>("finalLength")->text().contains(QLatin1Char('"')));
    CHECK(d.find<QAbstractButton>("figure_width_mean_button")->accessibleName().contains(QStringLiteral(" in")));
    CHECK(d.job() == *demoBook().jobs[0]); // only the looks changed
    d.undo();
    CHECK(d.find<QLineEdit>("finalLength")->text() == QStringLiteral("2700 mm"));
}

TEST_CASE("benches are reached by Alt and a number", "[ui]")
{
    Driver d;
    QTest::keyClick(&d.window, Qt::Key_3, Qt::AltModifier);
    CHECK(d.window.bench()->id() == QStringLiteral("flat"));
    QTest::keyClick(&d.window, Qt::Key_1, Qt::AltModifier);
    CHECK(d.window.bench()->id() == QStringLiteral("yard"));
    d.type("slabThickness", QStringLiteral("61"));
    QTest::keyClick(&d.window, Qt::Key_Z, Qt::ControlModifier);
    CHECK(d.document.shop().slab({3})->thickness_mm == 58.0);
    QTest::keyClick(&d.window, Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(d.document.shop().slab({3})->thickness_mm == 61.0);
}

TEST_CASE("a finding's remedy does what it says", "[ui][sill]")
{
    Driver d;
    d.document.edit(QStringLiteral("x"), [&](Job& j) {
        RipLine line = d.plan().layup->pieces[1].rip;
        line.at0_mm += 60.0;
        j.layup.pieces[1].rip = line;
    });
    auto* row = d.find<QWidget>("finding_layup.rip_in_bark");
    REQUIRE(row != nullptr);
    QTest::mouseClick(row->findChild<QPushButton*>(), Qt::LeftButton);
    CHECK_FALSE(d.job().layup.pieces[1].rip.has_value());
}

TEST_CASE("a void without a depth asks for it: its remedy opens its measures, and its row its own piece",
          "[ui][fill][sill]")
{
    Driver d(QStringLiteral("fill"));
    QTest::mouseClick(d.find<QPushButton>("addPocket"), Qt::LeftButton);
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel({1300, -150}));
    const int pocket = d.document.shop().slab({4})->features.back().id;
    d.document.editSlab(QStringLiteral("x"), {4}, [](Slab& s) { s.features.back().depth_mm = 0.0; });
    QTest::keyClick(&d.board(), Qt::Key_Escape);
    auto* row = d.find<QWidget>("finding_fill.no_depth");
    REQUIRE(row != nullptr);
    QTest::mouseClick(row->findChild<QPushButton*>(), Qt::LeftButton);
    auto* depth = d.find<QLineEdit>("voidDepth");
    REQUIRE(depth->isVisible());
    d.type("voidDepth", QStringLiteral("20"));
    CHECK(d.document.shop().slab({4})->features.back().depth_mm == 20.0);
    CHECK(d.find<QWidget>("finding_fill.no_depth") == nullptr);
    // The row of the table that is clicked opens the same place.
    auto* table = d.find<QTableWidget>("fillTable");
    REQUIRE(table != nullptr);
    for (int r = 0; r < table->rowCount(); ++r) {
        const FillItem& item = d.plan().fill->items[static_cast<size_t>(r)];
        if (item.feature != pocket || item.slab != SlabId{4}) {
            continue;
        }
        QTest::mouseClick(table->viewport(), Qt::LeftButton, Qt::NoModifier,
                          table->visualItemRect(table->item(r, 0)).center());
        CHECK(depth->isVisible());
        CHECK(depth->text().startsWith(QStringLiteral("20")));
    }
}

TEST_CASE("the slider walks through the passes", "[ui][flat]")
{
    Driver d(QStringLiteral("flat"));
    auto* slider = d.find<QSlider>("passSlider");
    auto* words = d.find<QLabel>("passWords");
    CHECK(words->text().contains(QStringLiteral("passes to come")));
    QTest::keyClick(slider, Qt::Key_Right);
    CHECK(words->text().startsWith(QStringLiteral("pass 1 of")));
    QTest::keyClick(slider, Qt::Key_End);
    CHECK(words->text().startsWith(QStringLiteral("pass %1 of %1").arg(slider->maximum())));
}

TEST_CASE("every edit is on disk when it is made, a drag when it is let go", "[ui][store]")
{
    QTemporaryDir folder;
    const auto file = folder.filePath(QStringLiteral("shop.burlbook")).toStdString();
    auto store = ShopBook::open(file);
    REQUIRE(store->write(*store->load(), demoBook()));
    Book book = *store->load();
    Document document(std::move(book), std::move(*store));
    ui::MainWindow window(document);
    const auto onDisk = [&] {
        auto reader = ShopBook::open(file); // a second instance, reading only
        return reader->load()->job({1})->layup.length_mm;
    };
    document.edit(QStringLiteral("length"), [](Job& j) { j.layup.length_mm = 2600.0; });
    CHECK(onDisk() == 2600.0);
    const int gesture = document.newGesture();
    document.edit(
        QStringLiteral("drag"), [](Job& j) { j.layup.length_mm = 2500.0; }, gesture);
    document.edit(
        QStringLiteral("drag"), [](Job& j) { j.layup.length_mm = 2400.0; }, gesture);
    CHECK(onDisk() == 2600.0);
    document.endGesture();
    CHECK(onDisk() == 2400.0);
    document.undoStack().undo();
    CHECK(onDisk() == 2600.0);
    CHECK(document.undoStack().count() == 2);
}
