// From an empty book to the printed sheet of a joined pair, as a maker types it: real keys and clicks, counted.

#include <QFileInfo>
#include <QLineEdit>
#include <QSettings>
#include <QTemporaryDir>

#include "ui/maker.h"

using namespace burl;

namespace
{

constexpr int kMostPresses = 60; // beside the readings themselves: names, choices, and from step to step

/// A slab of eight stations, a little crooked.
test::TapedSlab slabOf(const char* name, double wide)
{
    test::TapedSlab slab{name, {}, {}, {}};
    for (int i = 0; i < 8; ++i) {
        slab.at_mm.push_back(300.0 * i);
        slab.near_mm.push_back(wide / 2 + (i % 3) * 4);
        slab.far_mm.push_back(wide / 2 + 20 + (i % 2) * 6);
    }
    return slab;
}

} // namespace

TEST_CASE("an empty book becomes the sheet of a joined pair", "[ui][first]")
{
    QTemporaryDir folder;
    QSettings().setValue(QStringLiteral("folders/sheet"), folder.path());
    test::Maker m;
    CHECK(m.thread() == QStringLiteral("Write down your first slab"));
    m.enter(); // the one button in the middle of the empty bench
    writeDown(m, slabOf("A1", 420));
    REQUIRE(m.document->shop().slabs.size() == 1);
    const Slab& first = *m.document->shop().slabs.front();
    CHECK(first.name == "A1");
    for (const TapeReading& r : first.top.readings) {
        UNSCOPED_INFO(r.at_mm << ' ' << r.near_mm.value_or(-1) << ' ' << r.far_mm.value_or(-1));
    }
    CHECK(first.top.readings.size() == 8);
    CHECK(first.thickness_mm == 58.0);
    CHECK_FALSE(first.species.empty());
    CHECK(first.mc_pct == 9.0);

    CHECK(m.thread() == QStringLiteral("Begin a job"));
    beginJob(m, "Table");
    REQUIRE(m.document->job() != nullptr);
    CHECK(m.document->job()->name == "Table");

    CHECK(m.thread() == QStringLiteral("Write down the next slab"));
    m.next();
    writeDown(m, slabOf("A2", 400));
    REQUIRE(m.document->shop().slabs.size() == 2);

    CHECK(m.thread().startsWith(QStringLiteral("Lay the slabs up")));
    m.next();
    // By keyboard from the rack: the first, then the second.
    auto* rack = m.window->findChild<QWidget*>(QStringLiteral("rack"));
    REQUIRE(QApplication::focusWidget() == rack);
    m.key(Qt::Key_L);
    m.next();
    REQUIRE(QApplication::focusWidget() == rack);
    m.key(Qt::Key_L);
    REQUIRE(m.document->plan()->layup->pieces.size() == 2);
    CHECK_FALSE(m.document->plan()->layup->missing.has_value());

    for (int slab = 0; slab < 2; ++slab) {
        CHECK(m.thread().startsWith(QStringLiteral("Read the top")));
        m.next();
        m.enter(); // the grid as it is proposed: 9 along, 4 across
        for (int i = 0; i < 36; ++i) {
            m.reading(QString::number(40 + (i * 7 + slab) % 4));
        }
    }
    CHECK(m.document->plan()->flatten->missing == std::nullopt);

    CHECK(m.thread() == QStringLiteral("Place what holds the top"));
    m.next();
    m.enter();
    CHECK(m.document->job()->move.fasteners.size() == 4);

    CHECK(m.thread() == QStringLiteral("Choose what it stands on"));
    m.next();
    REQUIRE(QApplication::focusWidget()->objectName() == QStringLiteral("baseKind"));
    m.key(Qt::Key_Down); // the first kind there is
    CHECK(m.document->job()->base.kind == BaseKind::U);
    CHECK(m.document->job()->move.plates.size() == 2);

    INFO(m.thread().toStdString());
    CHECK(m.thread() == QStringLiteral("Export the shop sheet"));
    test::whenOpen<QFileDialog>([&m](QFileDialog* dialog) { // Enter takes the name that is proposed
        auto* name = dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
        CHECK(name->text() == QStringLiteral("Table.pdf"));
        ++m.presses;
        QTest::keyClick(name, Qt::Key_Return);
        if (dialog->isVisible()) {
            FAIL_CHECK("the dialog did not take it");
            dialog->reject();
        }
    });
    m.next();
    const QFileInfo sheet(folder.filePath(QStringLiteral("Table.pdf")));
    CHECK(sheet.exists());
    CHECK(sheet.size() > 10'000);
    CHECK_FALSE(m.document->job()->sheetMade.empty());
    CHECK(m.thread().contains(QStringLiteral("promised"))); // the sheet is done: now the days
    CAPTURE(m.presses);
    CHECK(m.presses <= kMostPresses);
}
