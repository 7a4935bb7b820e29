// The Move bench by hand: plates and fasteners laid out, dragged and mended; the year, the room, bending, sections.

#include <QCheckBox>
#include <QSlider>
#include <QTableWidget>

#include "ui/board/bench.h"
#include "ui/driver.h"
#include "ui/ledger/reading_table.h"
#include "ui/move/bending_page.h"
#include "ui/move/year_strip.h"
#include "ui/window/sill.h"

using namespace burl;
using burl::test::Driver;

namespace
{

struct MoveDriver : Driver {
    explicit MoveDriver(int number = 1) : Driver(QStringLiteral("move")) { showJob(number); }
    [[nodiscard]] bool says(const char* code) const { return Driver::says("move", code); }
};

} // namespace

TEST_CASE("plates under the weight, fasteners on them, with two clicks", "[ui][move]")
{
    MoveDriver d(5);
    d.click("placePlates");
    REQUIRE(d.job().move.plates.size() == 2);
    d.click("layOut");
    CHECK(d.job().move.fasteners.size() >= 4);
    for (const FastenerPlan& f : d.plan().move->fasteners) {
        CHECK(f.plate);
        CHECK(f.inWood);
    }
    d.undo();
    d.undo();
    CHECK(d.job().move.plates.empty());
}

TEST_CASE("a plate is dragged with what is bolted to it, and typing sets it exactly", "[ui][move]")
{
    MoveDriver d;
    const BasePlate plate = d.job().move.plates[0];
    const Vec2 bolted = d.job().move.fasteners[0].at;
    const Vec2 grip{plate.x_mm, 150.0}; // between two of its bolts
    d.drag(grip, grip + Vec2{60.0, 0.0});
    const double moved = d.job().move.plates[0].x_mm - plate.x_mm;
    CHECK(std::abs(moved - 60.0) < 8.0);
    CHECK(d.job().move.fasteners[0].at.x - bolted.x == Approx(moved));
    d.undo();
    CHECK(d.job().move.plates[0] == plate);
    CHECK(d.job().move.fasteners[0].at == bolted);
    d.press(d.pixel(grip));
    d.move(d.pixel(grip + Vec2{40.0, 0.0}));
    QTest::keyClicks(&d.board(), QStringLiteral("700"));
    QTest::keyClick(&d.board(), Qt::Key_Return);
    d.release(d.pixel(grip + Vec2{40.0, 0.0}));
    CHECK(d.job().move.plates[0].x_mm == 700.0);
}

TEST_CASE("the slider is the year: the day the top stands at the assembly's moisture it has not moved", "[ui][move]")
{
    MoveDriver d;
    auto* slider = d.find<QSlider>("yearSlider");
    auto* strip = d.find<ui::YearStrip>("yearStrip");
    slider->setFocus();
    QTest::keyClick(slider, Qt::Key_Home);
    CHECK(strip->mcToday_pct() == Approx(d.plan().move->mc.assembly_pct));
    for (int i = 0; i < 4; ++i) {
        QTest::keyClick(slider, Qt::Key_PageUp);
    }
    const double later = strip->mcToday_pct();
    CHECK(later == Approx(d.plan().move->year.mc_pct(2.0 * slider->value(), d.plan().move->mc.assembly_pct)));
    CHECK(later != Approx(d.plan().move->mc.assembly_pct));
}

TEST_CASE("the section is cut where its line is dragged, and no edit comes of it", "[ui][move]")
{
    MoveDriver d;
    auto* strip = d.find<ui::YearStrip>("yearStrip");
    const Job before = d.job();
    d.drag({strip->cut_mm(), 330.0}, {1000.0, 330.0});
    CHECK(std::abs(strip->cut_mm() - 1000.0) < 8.0);
    CHECK(d.job() == before);
}

TEST_CASE("a month typed into a preset makes a room of one's own", "[ui][move]")
{
    MoveDriver d;
    d.click("trayRoom");
    auto* table = d.find<ui::ReadingTable>("roomTable");
    REQUIRE(table->rowCount() == 3);
    QApplication::setActiveWindow(&d.window);
    table->setFocus();
    table->setCurrentCell(1, 0);
    QTest::keyClick(table, Qt::Key_F2);
    auto* editor = qobject_cast<QLineEdit*>(QApplication::focusWidget());
    REQUIRE(editor != nullptr);
    editor->selectAll();
    QTest::keyClicks(editor, QStringLiteral("15"));
    QTest::keyClick(editor, Qt::Key_Return);
    QApplication::processEvents();
    CHECK(d.job().move.climate == "own_1");
    const Climate* room = d.document.shop().climate("own_1");
    REQUIRE(room != nullptr);
    REQUIRE(room->months);
    CHECK((*room->months)[0].rh_pct == 15.0);
    CHECK(d.document.shop().climate("heated_dry_winter")->months == std::nullopt); // the preset stays
    CHECK(d.figure("mc_driest") < 4.0);
    d.undo();
    CHECK(d.job().move.climate == "heated_dry_winter");
}

TEST_CASE("bending shows the case that is chosen, with its channels and without", "[ui][move]")
{
    MoveDriver d;
    d.click("trayBending");
    auto* page = d.find<ui::BendingPage>("bendingPage");
    REQUIRE(page->shape() != nullptr);
    CHECK(page->which() == HoldCase::AtEnd);
    const double atEnd = page->shape()->most_mm;
    d.pick("bendingCase", 3);
    CHECK(page->which() == HoldCase::OwnWeight);
    CHECK(page->shape()->most_mm < atEnd);
    d.pick("bendingCase", 4);
    const double with = std::abs(page->shape()->cup_mm);
    auto* without = d.find<QCheckBox>("bendingWithout");
    QTest::keyClick(without, Qt::Key_Space);
    CHECK_FALSE(page->beams());
    CHECK(std::abs(page->shape()->cup_mm) >= with - 1e-9);
    CHECK_FALSE(page->accessibleDescription().isEmpty());
}

TEST_CASE("the kind of a fastener decides what is asked of it, and a click mends its slot", "[ui][move]")
{
    MoveDriver d;
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel(d.job().move.fasteners[0].at));
    CHECK_FALSE(d.find<QWidget>("reach")->isVisibleTo(&d.window));
    d.pick("fastenerKind", 3);
    CHECK(d.job().move.fasteners[0].kind == FastenerKind::ZClip);
    CHECK(d.find<QWidget>("reach")->isVisibleTo(&d.window));
    CHECK_FALSE(d.find<QWidget>("washer")->isVisibleTo(&d.window));
    d.pick("fastenerKind", 2);
    CHECK(d.job().move.fasteners[0].kind == FastenerKind::SlottedTab);
    d.document.edit(QStringLiteral("a tab"), [](Job& j) { j.move.fasteners[0].slot_mm = 9.0; });
    REQUIRE(d.says("move.fixed_tight"));
    d.document.edit(QStringLiteral("a tab turned"), [](Job& j) { j.move.fasteners[0].turn_deg = 90.0; });
    REQUIRE(d.says("move.slot_wrong_way"));
}

TEST_CASE("a section of one's own is made, changed and taken for a channel", "[ui][move]")
{
    MoveDriver d;
    d.click("traySteel");
    const size_t before = d.document.shop().sections.size();
    d.click("addSection");
    REQUIRE(d.document.shop().sections.size() == before + 1);
    CHECK(d.document.shop().sections.back().id == "own_1");
    d.type("sectionHeight", QStringLiteral("30"));
    CHECK(d.document.shop().section("own_1")->section.height_mm == 30.0);
    d.type("sectionWall", QStringLiteral("20")); // no hollow is left
    CHECK(d.document.shop().section("own_1")->section.thickness_mm != 20.0);
    d.click("trayYear");
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, d.pixel({d.job().move.channels[0].x_mm, 100.0}));
    d.pick("channelSection", static_cast<int>(before) + 1);
    CHECK(d.job().move.channels[0].section == "own_1");
    CHECK(d.job().move.channels[0].depth_mm == 30.0); // its groove follows

    // It is taken away when no job uses it, and those that ship never are.
    d.click("traySteel");
    auto* table = d.find<QTableWidget>("sectionsTable");
    QSignalSpy said(d.window.bench(), &ui::Bench::message);
    table->selectRow(static_cast<int>(before));
    d.click("removeSection");
    REQUIRE(said.count() == 1);
    CHECK(said.takeFirst().at(0).toString().contains(QString::fromStdString(d.job().name)));
    CHECK(d.document.shop().section("own_1") != nullptr);
    d.document.edit(QStringLiteral("another"),
                    [&](Job& j) { j.move.channels[0].section = d.document.shop().sections.front().id; });
    table->selectRow(static_cast<int>(before));
    d.click("removeSection");
    CHECK(said.count() == 0);
    CHECK(d.document.shop().sections.size() == before);
    table->selectRow(0);
    d.click("removeSection");
    CHECK(said.count() == 1);
    CHECK(d.document.shop().sections.size() == before);
    d.undo();
    CHECK(d.document.shop().section("own_1") != nullptr);
}

TEST_CASE("a day that is none is refused in words, and the last one stays", "[ui][move]")
{
    MoveDriver d;
    d.type("assembledOn", QStringLiteral("soon"));
    CHECK(d.job().move.assembled == "2026-12-14");
    auto* day = d.find<QLineEdit>("assembledOn");
    CHECK(day->text() == QStringLiteral("soon")); // to be mended
    CHECK(day->property("refused").toBool());
    // The next key replaces it; a day is understood as a maker writes it, on this bench as on any.
    QTest::keyClicks(day, QStringLiteral("1 Mar 2027"));
    QTest::keyClick(day, Qt::Key_Return);
    CHECK(d.job().move.assembled == "2027-03-01");
    CHECK(day->text() == QStringLiteral("Mon 1 Mar 2027"));
    day->setFocus(); // Enter went on
    QTest::keyClicks(day, QStringLiteral("2027-03-02"));
    QTest::keyClick(day, Qt::Key_Return);
    CHECK(d.job().move.assembled == "2027-03-02");
}

TEST_CASE("rows of fasteners choose what they say on the board", "[ui][move]")
{
    MoveDriver d;
    d.click("trayFasteners");
    auto* table = d.find<QTableWidget>("fastenersTable");
    REQUIRE(table->rowCount() == 6);
    CHECK(table->item(1, 4)->text() == QStringLiteral("round hole, tight"));
    CHECK(table->item(0, 4)->text().startsWith(QStringLiteral("slot ")));
    const QRect cell = table->visualItemRect(table->item(2, 1));
    QTest::mouseClick(table->viewport(), Qt::LeftButton, Qt::NoModifier, cell.center());
    CHECK(d.find<QComboBox>("fastenerKind")->isVisibleTo(&d.window));
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().move.fasteners.size() == 5);
}
