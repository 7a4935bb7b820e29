// The Fill bench by hand: pages, the cut and the divider dragged, pots weighed, a product on the shelf.

#include <QTableWidget>

#include "core/measure/clock.h"

#include "ui/driver.h"
#include "ui/fill/fill_tray.h"
#include "ui/fill/heat_page.h"
#include "ui/fill/heat_strip.h"
#include "ui/fill/pour_cards.h"
#include "ui/fill/pours_page.h"
#include "ui/ledger/reading_table.h"

using namespace burl;
using burl::test::Driver;

namespace
{

struct FillDriver : Driver {
    explicit FillDriver(int job) : Driver(QStringLiteral("fill")) { showJob(job); }
    void enter(ui::ReadingTable* table, int row, int column, const QString& text)
    {
        QApplication::setActiveWindow(&window); // offscreen a popup leaves none
        table->setFocus();
        table->setCurrentCell(row, column);
        QTest::keyClick(table, Qt::Key_F2);
        auto* editor = qobject_cast<QLineEdit*>(QApplication::focusWidget());
        REQUIRE(editor != nullptr);
        editor->selectAll();
        QTest::keyClicks(editor, text);
        QTest::keyClick(editor, Qt::Key_Return);
        QApplication::processEvents();
    }
};

} // namespace

TEST_CASE("the section is opened by its word, the hour is dragged and steps by keys", "[ui][fill]")
{
    FillDriver d(2);
    CHECK(d.window.bench()->turnWord() == QStringLiteral("plan ▸ section"));
    d.window.bench()->turn();
    CHECK(d.window.bench()->turnWord() == QStringLiteral("section ▸ plan"));
    auto* strip = d.find<ui::HeatStrip>("heatStrip");
    REQUIRE(strip != nullptr);
    const PourHeat& heat = *d.plan().pour->river()->heat;
    CHECK(strip->hour() == Approx(heat.peakAt_h)); // the first look is at its hottest
    QTest::mouseClick(strip, Qt::LeftButton, Qt::NoModifier, QPoint(22, strip->height() / 2));
    CHECK(strip->hour() == Approx(0.0).margin(0.5));
    QTest::keyClick(strip, Qt::Key_Right, Qt::ShiftModifier);
    CHECK(strip->hour() == Approx(10.0).margin(0.6));
    QTest::keyClick(strip, Qt::Key_Space);
    CHECK(strip->isPlaying());
    constexpr int kPatience_ms = 60'000; // a slow machine ticks late
    CHECK(QTest::qWaitFor([&] { return strip->hour() > 11.0; }, kPatience_ms));
    QTest::keyClick(strip, Qt::Key_Space);
    CHECK_FALSE(strip->isPlaying());
}

TEST_CASE("the cut of a river is dragged along it and the section follows", "[ui][fill]")
{
    FillDriver d(7);
    const auto& gap = *d.plan().fill->gap;
    const FillItem& river = d.plan().fill->items[d.plan().pour->river()->item];
    const double top = boundsOf(river.onTable).top;
    auto* page = d.find<ui::HeatPage>("heatPage");
    const double widest = page->question().site.widthAbove_mm;
    d.drag({gap.mostTop.x, top}, {gap.leastTop.x, top});
    REQUIRE(page->cut());
    CHECK(*page->cut() == Approx(gap.leastTop.x).margin(3.0));
    CHECK(page->question().site.widthAbove_mm < widest);
    for (int i = 0; i < 3000 && page->heat() == nullptr; ++i) {
        QTest::qWait(10);
    }
    CHECK(page->heat() != nullptr);
}

TEST_CASE("the divider is dragged, its litres follow, one undo brings it back", "[ui][fill]")
{
    FillDriver d(7);
    const FillItem& river = d.plan().fill->items[d.plan().pour->river()->item];
    const double bottom = boundsOf(river.onTable).bottom;
    const double before = d.job().fill.colours.divider_mm;
    d.drag({before, bottom}, {1200.0, bottom});
    CHECK(d.job().fill.colours.divider_mm == Approx(1200.0).margin(3.0));
    d.undo();
    CHECK(d.job().fill.colours.divider_mm == before);
}

TEST_CASE("pots are weighed into the table, too much of one part is put right", "[ui][fill]")
{
    FillDriver d(7);
    d.click("trayPours");
    auto* cards = d.find<ui::PourCards>("pourCards");
    REQUIRE(cards != nullptr);
    CHECK(cards->chosen() == 0);
    cards->setFocus();
    QTest::keyClick(cards, Qt::Key_Right);
    CHECK(cards->chosen() == 1); // the river
    auto* pots = d.find<ui::ReadingTable>("potTable");
    REQUIRE(pots != nullptr);
    CHECK(pots->columnCount() == d.plan().pour->events[1].pots);
    const Parts each = d.plan().pour->events[1].colours[0].pots.each;
    d.enter(pots, 0, 0, QString::number(each.a_kg * 1000.0, 'f', 0));
    d.enter(pots, 1, 0, QString::number(each.b_kg * 1100.0, 'f', 0)); // a tenth too much
    REQUIRE(d.job().fill.log.size() == 1);
    CHECK(d.job().fill.log[0].event == "river-1");
    CHECK(d.job().fill.log[0].pots[0].b_g == Approx(each.b_kg * 1100.0).margin(0.6));
    CHECK_FALSE(d.job().fill.log[0].began.empty());
    CHECK(pots->item(2, 0)->text().startsWith(QStringLiteral("add A")));
    CHECK(d.plan().pour->events[1].done);
    // What is no weight is refused and says so.
    QSignalSpy said(d.window.bench(), &ui::Bench::message);
    d.enter(pots, 0, 1, QStringLiteral("much"));
    CHECK(said.count() >= 1);
    CHECK(d.job().fill.log[0].pots.size() == 1);
    d.undo();
    d.undo();
    CHECK(d.job().fill.log.empty());
}

TEST_CASE("a pour begins, is written down and told when it is short", "[ui][fill]")
{
    FillDriver d(7);
    d.click("trayPours");
    d.find<ui::PourCards>("pourCards")->choose(1);
    d.click("pourBegins");
    CHECK(d.plan().pour->events[1].done);
    d.type("pourPoured", QStringLiteral("6 L"));
    CHECK(d.job().fill.log[0].poured_L == Approx(6.0));
    bool isShort = false;
    for (const Finding& f : d.plan().pour->findings) {
        isShort = isShort || f.code == "pour.short";
    }
    CHECK(isShort);
    QSignalSpy said(d.window.bench(), &ui::Bench::message);
    d.type("pourBegan", QStringLiteral("yesterday"));
    CHECK(said.count() == 1);
    CHECK(hoursOf(d.job().fill.log[0].began));
    // Shown so that its hour is seen, and as it can be typed again; far from today with its year.
    auto* began = d.find<QLineEdit>("pourBegan");
    QTest::keyClick(began, Qt::Key_Escape);
    d.document.setClock([] { return *hoursOf("2026-11-27T10:10"); });
    for (const auto& [typed, shown, iso] :
         {std::tuple{"today 8:20", "Fri 27 Nov, 08:20", "2026-11-27T08:20"},
          {"2026-06-29T09:00", "29 Jun 2026, 09:00", "2026-06-29T09:00"}, // more than 150 days ago
          {"3 Nov 7:05", "Tue 3 Nov, 07:05", "2026-11-03T07:05"}}) {
        d.type("pourBegan", QLatin1String(typed));
        CHECK(d.job().fill.log[0].began == iso);
        CHECK(began->text() == QLatin1String(shown));
        CHECK(began->fontMetrics().horizontalAdvance(began->text()) <= began->width() - 16);
        QTest::keyClick(began, Qt::Key_End);
        QTest::keyClick(began, Qt::Key_Space); // touched: read as it stands
        QTest::keyClick(began, Qt::Key_Return);
        CHECK(d.job().fill.log[0].began == iso);
    }
}

TEST_CASE("a product is made of a class, written in, and taken off the shelf", "[ui][fill]")
{
    FillDriver d(7);
    d.click("trayShelf");
    auto* shelf = d.find<QTableWidget>("shelfTable");
    REQUIRE(shelf != nullptr);
    int row = 0;
    while (d.document.shop().resins[static_cast<size_t>(row)].id != "deep_pour_slow") {
        ++row;
    }
    QTest::mouseClick(shelf->viewport(), Qt::LeftButton, Qt::NoModifier,
                      shelf->visualItemRect(shelf->item(row, 0)).center());
    d.click("makeProduct");
    REQUIRE(d.document.shop().resins.back().isOwn());
    d.type("productName", QStringLiteral("River clear"));
    d.type("productLayer", QStringLiteral("30 mm"));
    d.type("productPot", QStringLiteral("300"));
    d.type("productPacks", QStringLiteral("4 at 89, 18 at 320"));
    const ResinClass product = d.document.shop().resins.back();
    CHECK(product.name == "River clear");
    CHECK(product.maxLayer_mm == 30.0);
    CHECK(product.potLife_min == 300.0);
    REQUIRE(product.packs.size() == 2);
    CHECK(*product.packs[1].price == 320.0);
    CHECK_FALSE(product.cure == d.document.shop().resin("deep_pour_slow")->cure); // brought to its sheet
    QSignalSpy said(d.window.bench(), &ui::Bench::message);
    d.type("productPacks", QStringLiteral("a barrel"));
    CHECK(said.count() == 1);
    CHECK(d.document.shop().resins.back().packs.size() == 2);
    d.settle();
    // The river takes the shelf's own product, in layers that its sheet allows.
    const FillItem& river = d.plan().fill->items[d.plan().pour->river()->item];
    CHECK(river.resin == product.id);
    CHECK(river.layers.thickness_mm <= 30.0);
    CHECK(d.plan().pour->purchases.size() >= 1);
    d.click("removeProduct");
    CHECK_FALSE(d.document.shop().resins.back().isOwn());
}

TEST_CASE("a place is overruled with a click, and what each resin would cost stands beside it", "[ui][fill]")
{
    FillDriver d(2);
    d.click("trayPlaces");
    auto* table = d.find<QTableWidget>("fillTable");
    QTest::mouseClick(table->viewport(), Qt::LeftButton, Qt::NoModifier,
                      table->visualItemRect(table->item(0, 0)).center());
    auto* resin = d.find<QComboBox>("voidResin");
    REQUIRE(resin->isVisible());
    const auto told = [&] {
        int n = 0;
        for (int i = 0; i < resin->count(); ++i) {
            n += resin->itemText(i).contains(QStringLiteral("layer")) ? 1 : 0;
        }
        return n;
    };
    for (int i = 0; i < 6000 && told() < 3; ++i) {
        QTest::qWait(10);
    }
    CHECK(told() >= 3);
    d.type("voidLayers", QStringLiteral("3"));
    d.settle();
    CHECK(d.plan().fill->items[0].layers.count == 3);
    CHECK(d.plan().fill->items[0].layersByHand);
}
