// G-code from the Flat bench: written, read back and drawn from its file.

#include <catch2/catch.hpp>

#include <QFile>
#include <QPushButton>
#include <QTemporaryDir>

#include "core/flatten/face_gcode.h"
#include "ui/driver.h"
#include "ui/flat/flat_bench.h"
#include "ui/flat/gcode_window.h"

using namespace burl;
using burl::test::Driver;

TEST_CASE("the shown face is written as G-code and proven from its file", "[ui][flat][gcode]")
{
    Driver d(QStringLiteral("flat"));
    CHECK_FALSE(d.find<QPushButton>("writeGcode")->isVisible()); // a router on a sled reads none
    for (auto* more : d.window.findChildren<QPushButton*>(QStringLiteral("moreChoices"))) {
        if (more->isVisible()) {
            QTest::mouseClick(more, Qt::LeftButton);
        }
    }
    d.document.edit(QStringLiteral("Method"), [](Job& j) {
        j.flatten.method.id = "cnc";
        j.flatten.method.feed_mm_min = 5000.0;
    });
    QApplication::processEvents();
    CHECK(d.find<QPushButton>("writeGcode")->isVisible());
    InstrumentPort none;
    ui::FlatBench bench(d.document, none, &d.window);
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("A3.nc"));
    CHECK(bench.gcodeWritten(path, false, 0).contains(QStringLiteral("A3")));
    const FacePasses& face = d.plan().flatten->pieces[0].bottom; // A3 shows its bottom
    const FlattenMethod& m = d.job().flatten.method;
    const GcodeInput in = gcodeInputOf(d.job().flatten, d.plan().flatten->pieces[0], d.plan().layup->pieces[0], false);
    const ui::GcodeWindow window(path, stockBox(in), face.most_mm, m.runoff_mm + m.bit_mm, m.feed_mm_min, &d.window);
    INFO(window.verdict().toStdString());
    CHECK(window.verdict().contains(QStringLiteral("inside the stock")));
    const QString folderShots = qEnvironmentVariable("BURL_SHOTS");
    if (!folderShots.isEmpty()) {
        CHECK(const_cast<ui::GcodeWindow&>(window).grab().save(folderShots + QStringLiteral("/gcode.png")));
    }
    // A file that somebody changed is seen through.
    QFile file(path);
    REQUIRE(file.open(QIODevice::Append));
    file.write("G1 Z-4 F400\n");
    file.close();
    const ui::GcodeWindow spoilt(path, {0.0, 0.0, face.map.length_mm, face.map.width_mm}, face.most_mm,
                                 m.runoff_mm + m.bit_mm, m.feed_mm_min, &d.window);
    CHECK(spoilt.verdict().contains(QStringLiteral("Do not run it")));
    const ui::GcodeWindow gone(folder.filePath(QStringLiteral("none.nc")), {}, 0.0, 0.0, 1.0, &d.window);
    CHECK(gone.verdict().contains(QStringLiteral("could not be read")));
    CHECK(bench.gcodeWritten(QStringLiteral("/nowhere/a.nc"), true, 0).contains(QStringLiteral("could not be")));
}
