// What lies under the board of the Flat bench: passes and their profiles, rests.

#include <QLabel>
#include <QPushButton>
#include <QSlider>

#include "core/flatten/millings.h"
#include "ui/driver.h"
#include "ui/flat/flat_bench.h"
#include "ui/flat/pass_strip.h"
#include "ui/ledger/reading_table.h"

using namespace burl;
using namespace burl::test;

TEST_CASE("a milled piece is written down, read again and agreed on", "[ui][flat][rest]")
{
    Driver d(QStringLiteral("flat"));
    QTest::mouseClick(d.find<QPushButton>("trayRest"), Qt::LeftButton);
    CHECK_FALSE(d.find<QPushButton>("readAgain")->isEnabled());
    QTest::mouseClick(d.find<QPushButton>("milledToday"), Qt::LeftButton);
    REQUIRE(d.job().flatten.rests.size() == 1);
    CHECK(d.job().flatten.rests[0].slab == SlabId{3});
    CHECK(d.job().flatten.rests[0].cut.size() == 10);
    CHECK(d.find<QWidget>("finding_rest.lies") != nullptr);
    d.type("restCut", QStringLiteral("the day before"));
    CHECK(d.job().flatten.rests[0].cut.size() == 10); // what was there stays
    d.type("restCut", QStringLiteral("2026-11-12"));
    CHECK(d.job().flatten.rests[0].cut == "2026-11-12");
    d.type("restThickness", QStringLiteral("53.2"));
    CHECK(d.job().flatten.rests[0].thickness_mm == 53.2);

    QTest::mouseClick(d.find<QPushButton>("readAgain"), Qt::LeftButton);
    auto* table = d.find<ui::ReadingTable>("restReadings");
    REQUIRE(table->rowCount() == static_cast<int>(d.document.shop().slab({3})->topHeights->ys_mm.size()));
    table->setFocus();
    for (int column = 0; column < table->columnCount(); ++column) { // a bow of some millimetres
        for (int row = 0; row < table->rowCount(); ++row) {
            const double u = 2.0 * column / (table->columnCount() - 1) - 1.0;
            table->item(row, column)->setText(QString::number(40.0 - 2.4 * (1.0 - u * u), 'f', 1));
        }
    }
    table->item(0, 0)->setText(QStringLiteral("forty"));
    CHECK(table->item(0, 0)->text() == QStringLiteral("40"));
    const Rest& rest = d.job().flatten.rests[0];
    CHECK(rest.readings->readings_mm.size() == rest.readings->xs_mm.size() * rest.readings->ys_mm.size());
    CHECK(d.find<QWidget>("finding_rest.again") != nullptr);
    d.shot("rest");
    d.type("restAgreed", QStringLiteral("as it is, 14 November"));
    CHECK(d.find<QWidget>("finding_rest.agreed") != nullptr);
    d.undo();
    CHECK(d.job().flatten.rests[0].agreed.empty());
}

TEST_CASE("profiles run through the place that was clicked, and passes are seen on fine cells", "[ui][flat]")
{
    Driver d(QStringLiteral("flat"));
    auto* strip = d.find<ui::PassStrip>("passStrip");
    CHECK_FALSE(strip->place().has_value());
    d.press(d.pixel({700.0, 200.0}));
    d.release(d.pixel({700.0, 200.0}));
    REQUIRE(strip->place().has_value());
    const Vec2 back = d.plan().layup->pieces[0].place.toTable(*strip->place());
    CHECK(std::abs(back.x - 700.0) < 3.0);
    CHECK(std::abs(back.y - 200.0) < 3.0);

    auto* bench = dynamic_cast<ui::FlatBench*>(d.window.bench());
    REQUIRE(bench != nullptr);
    QTest::keyClick(d.find<QSlider>("passSlider"), Qt::Key_Right);
    QTest::keyClick(d.find<QSlider>("passSlider"), Qt::Key_Right);
    const auto before = d.board().grab().toImage();
    REQUIRE(QTest::qWaitFor([&] { return bench->passesKnown(); }, 20'000));
    CHECK(d.board().grab().toImage() != before);
    d.shot("pass");
}

TEST_CASE("a remedy mills twice, and the slider tells the milling", "[ui][flat]")
{
    Driver d(QStringLiteral("flat"));
    d.document.editSlab(QStringLiteral("MC"), {3}, [](Slab& s) { s.mc_pct = 12.5; });
    auto* row = d.find<QWidget>("finding_flatten.one_go");
    REQUIRE(row != nullptr);
    QTest::mouseClick(row->findChild<QPushButton*>(), Qt::LeftButton);
    CHECK(d.job().flatten.millings == 2);
    QTest::keyClick(d.find<QSlider>("passSlider"), Qt::Key_End);
    CHECK(d.find<QLabel>("passWords")->text().startsWith(QStringLiteral("milling 2")));
    CHECK(d.find<ui::PassStrip>("passStrip")->milling() == 2);
}

TEST_CASE("a packer is dragged to where the slab shall lie, Escape puts it back", "[ui][flat]")
{
    Driver d(QStringLiteral("flat"));
    const auto& piece = d.plan().flatten->pieces[1]; // A4 shows its top face
    const Packer& packer = piece.packers.back();
    const Vec2 from = d.plan().layup->pieces[1].place.toTable({packer.at.x, packer.at.y});
    const size_t number = piece.packers.size() - 1;
    d.drag(from, from + Vec2{160.0, -60.0});
    REQUIRE(d.job().flatten.bearings.size() == number + 1);
    CHECK(d.job().flatten.bearings[number].slab == SlabId{4});
    const Packer& moved = d.plan().flatten->pieces[1].packers[number];
    const Vec2 now = d.plan().layup->pieces[1].place.toTable({moved.at.x, moved.at.y});
    CHECK(std::abs(now.x - from.x - 160.0) < 4.0);
    CHECK(std::abs(now.y - from.y + 60.0) < 4.0);
    const auto kept = d.job().flatten.bearings;
    d.press(d.pixel(now));
    d.move(d.pixel(now + Vec2{-300.0, 0.0}));
    CHECK(d.job().flatten.bearings != kept);
    QTest::keyClick(&d.board(), Qt::Key_Escape);
    d.release(d.pixel(now));
    CHECK(d.job().flatten.bearings == kept);
    d.undo();
    while (!d.job().flatten.bearings.empty() && d.document.undoStack().canUndo()) {
        d.undo();
    }
    CHECK(d.job().flatten.bearings.empty());
}
