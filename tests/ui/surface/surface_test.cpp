// The Surface bench by hand: pages, stretches dragged, grits written down, sheets, remedies.

#include <QFile>
#include <QTableWidget>
#include <QTemporaryDir>

#include "ui/dialogs.h"
#include "ui/driver.h"
#include "ui/hands.h"

using namespace burl;
using burl::test::Driver;

namespace
{

struct SurfaceDriver : Driver {
    /// With nothing chosen yet.
    explicit SurfaceDriver(int number = 1) : Driver(QStringLiteral("surface"))
    {
        showJob(number);
        document.edit(QStringLiteral("nothing chosen"), [](Job& j) { j.surface = {}; });
    }
    [[nodiscard]] bool says(const char* code) const { return Driver::says("surface", code); }
    void open(const char* page)
    {
        window.bench()->showPage(QString::fromLatin1(page));
        QApplication::processEvents();
    }
};

} // namespace

TEST_CASE("a finish chosen by the keys changes coats, grit and headline, and undo takes it back", "[ui][surface]")
{
    SurfaceDriver d;
    CHECK(d.window.bench()->headline().contains(QStringLiteral("sections")));
    test::choose(d.find<QComboBox>("finishKind"), int(FinishKind::Film));
    CHECK(d.plan().surface->coatsShow == 4);
    CHECK(d.window.bench()->headline().contains(QStringLiteral("180")));
    CHECK(d.find<QTableWidget>("finishTable")->rowCount() == 4);
    d.undo();
    CHECK(d.job().surface.finish == FinishKind::HardWaxOilTwoParts);
}

TEST_CASE("a stretch of an edge is added, dragged by its end, typed, changed and taken away", "[ui][surface]")
{
    SurfaceDriver d;
    d.open("edges");
    d.click("addStretch");
    REQUIRE(d.job().surface.stretches.size() == 1);
    const EdgeStretch s = d.job().surface.stretches[0];
    double y = 0.0;
    for (const EdgePlan& e : d.plan().surface->edges) {
        if (e.far && e.from_mm <= s.to_mm && e.to_mm >= s.to_mm) {
            y = valueAt(e.line, s.to_mm);
        }
    }
    d.drag({s.to_mm, y}, {s.to_mm + 300.0, y});
    CHECK(d.job().surface.stretches[0].to_mm == Approx(s.to_mm + 300.0).margin(8.0));
    CHECK(d.job().surface.stretches[0].from_mm == s.from_mm);
    d.type("stretchFrom", QStringLiteral("500"));
    CHECK(d.job().surface.stretches[0].from_mm == 500.0);
    test::choose(d.find<QComboBox>("stretchKind"), int(EdgeTreatment::BarkKept));
    CHECK(d.says("surface.bark_kept"));
    d.board().setFocus();
    QTest::keyClick(&d.board(), Qt::Key_Right);
    CHECK(d.job().surface.stretches[0].to_mm > s.to_mm + 290.0);
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().surface.stretches.empty());
}

TEST_CASE("a stretch that ends before it begins is refused in words", "[ui][surface]")
{
    SurfaceDriver d;
    d.open("edges");
    d.click("addStretch");
    const EdgeStretch s = d.job().surface.stretches[0];
    d.type("stretchTo", QStringLiteral("10"));
    CHECK(d.job().surface.stretches[0] == s);
    d.type("radiusAbove", QStringLiteral("-4"));
    CHECK(d.job().surface.above.radius_mm == 2.0);
    d.type("radiusAbove", QStringLiteral("60"));
    CHECK(d.says("surface.edges_meet"));
}

TEST_CASE("grits are written down one after the other and taken back", "[ui][surface]")
{
    SurfaceDriver d;
    d.open("sanding");
    d.click("logSanded");
    d.click("logSanded");
    REQUIRE(d.job().surface.sanded.size() == 2);
    CHECK(d.job().surface.sanded[0].grit == 80);
    CHECK(d.job().surface.sanded[1].grit == 100);
    d.click("takeBackSanded");
    CHECK(d.job().surface.sanded.size() == 1);
    d.pick("sandingPart", int(SurfacePart::Under));
    d.click("logSanded");
    CHECK(d.job().surface.sanded.back().part == SurfacePart::Under);
    d.type("stopGrit", QStringLiteral("400"));
    CHECK(d.says("surface.too_fine"));
    for (const Finding& f : d.plan().findingsOf("surface")) {
        if (f.code == "surface.too_fine") {
            const auto act = d.window.bench()->remedyFor(f);
            REQUIRE(act);
            act();
            break;
        }
    }
    CHECK_FALSE(d.says("surface.too_fine"));
    d.shot("surface-sanding");
}

TEST_CASE("a repair is added, dragged, changed and taken away", "[ui][surface]")
{
    SurfaceDriver d;
    d.open("keys");
    d.click("addRepair");
    REQUIRE(d.job().surface.repairs.size() == 1);
    const Vec2 at = d.job().surface.repairs[0].at;
    d.drag(at, at + Vec2{300.0, 120.0});
    CHECK(d.job().surface.repairs[0].at.x == Approx(at.x + 300.0).margin(8.0));
    CHECK(d.job().surface.repairs[0].at.y == Approx(at.y + 120.0).margin(8.0));
    test::choose(d.find<QComboBox>("repairKind"), int(RepairKind::Slip));
    CHECK(d.job().surface.repairs[0].kind == RepairKind::Slip);
    d.type("repairDeep", QStringLiteral("6"));
    CHECK(d.plan().surface->repairs[0].layers == 2);
    d.type("repairLong", QStringLiteral("0"));
    CHECK(d.job().surface.repairs[0].long_mm == 60.0);
    d.board().setFocus();
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().surface.repairs.empty());
}

TEST_CASE("a first coat that is no moment is refused, and a good one dates the next", "[ui][surface]")
{
    SurfaceDriver d;
    d.open("finish");
    d.type("firstCoat", QStringLiteral("2026-02-31T08:00"));
    CHECK(d.job().surface.firstCoat.empty());
    test::choose(d.find<QComboBox>("finishKind"), int(FinishKind::WipingBlend));
    d.type("firstCoat", QStringLiteral("2026-12-14T08:00"));
    CHECK(d.job().surface.firstCoat == "2026-12-14T08:00");
    CHECK(d.plan().days->list.steps[*d.plan().days->list.find("under_1")].fixed == "2026-12-14T08:00");
    CHECK_FALSE(d.find<QTableWidget>("finishTable")->item(1, 5)->text().isEmpty());
}

TEST_CASE("glue too quick for one is in time with those it asks for", "[ui][surface]")
{
    SurfaceDriver d(6);
    d.open("glue");
    REQUIRE(d.says("surface.glue_late"));
    for (const Finding& f : d.plan().findingsOf("surface")) {
        if (f.code == "surface.glue_late") {
            d.window.bench()->remedyFor(f)();
            break;
        }
    }
    CHECK_FALSE(d.says("surface.glue_late"));
    CHECK(d.find<QTableWidget>("glueTable")->rowCount() == 3);
}

TEST_CASE("surface card and care sheet are written", "[ui][surface]")
{
    SurfaceDriver d;
    const QTemporaryDir dir;
    d.open("finish");
    test::chooseFile(dir.filePath(QStringLiteral("card.pdf")));
    d.click("surfaceCardToo");
    CHECK(QFile(dir.filePath(QStringLiteral("card.pdf"))).size() > 5000);
    test::chooseFile(dir.filePath(QStringLiteral("care.pdf")));
    d.click("careSheet");
    CHECK(QFile(dir.filePath(QStringLiteral("care.pdf"))).size() > 3000);
}
