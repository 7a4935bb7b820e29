// From an empty book to the printed sheet of a joined pair, as a maker types it: real keys and clicks, counted.

#include "ui/driver.h"

#include <QFileInfo>
#include <QInputDialog>
#include <QPushButton>
#include <QSettings>
#include <QTemporaryDir>

#include "core/shop/edit.h"
#include "exchange/materials.h"
#include "ui/dialogs.h"

using namespace burl;

namespace
{

constexpr int kMostPresses = 60; // beside the readings themselves: names, choices, and from step to step

/// Hands that count: every key and click but those of a reading.
class Maker
{
public:
    Maker()
    {
        Book empty;
        empty.shop = std::make_shared<const Shop>(standardShop());
        document.emplace(empty);
        window.emplace(*document);
        window->resize(1280, 800);
        window->show();
        QApplication::processEvents();
    }

    void key(int key, Qt::KeyboardModifiers with = Qt::NoModifier)
    {
        ++presses;
        QWidget* focus = QApplication::focusWidget();
        INFO("press " << presses << ", next is " << thread().toStdString());
        REQUIRE(focus != nullptr);
        QTest::keyClick(focus, Qt::Key(key), with);
        QApplication::processEvents();
    }
    void enter() { key(Qt::Key_Return); }
    void next() { key(Qt::Key_Return, Qt::ControlModifier); }

    /// Words count, each letter of them.
    void words(const char* text)
    {
        for (const char* c = text; *c != 0; ++c) {
            ++presses;
            QTest::keyClick(QApplication::focusWidget(), *c);
        }
    }

    /// A reading is its digits and its Enter: neither counts.
    void reading(const QString& digits)
    {
        for (const QChar c : digits) { // the first key opens the cell, the others go into it
            QTest::keyClick(QApplication::focusWidget(), c.toLatin1());
        }
        enter();
        --presses;
    }

    [[nodiscard]] QString thread()
    {
        const auto* act = window->findChild<QPushButton*>(QStringLiteral("threadAct"));
        return act->isVisible() ? act->accessibleName() : QString();
    }

    std::optional<Document> document;
    std::optional<ui::MainWindow> window;
    int presses = 0;
};

/// Name, tape, thickness, wood and moisture of one slab: eight stations.
void writeDownSlab(Maker& m, const char* name, double wide)
{
    m.words(name);
    m.enter();
    for (int i = 0; i < 8; ++i) {
        m.reading(QString::number(300 * i));
    }
    m.enter(); // past the empty row: the next column
    for (int i = 0; i < 8; ++i) {
        m.reading(QString::number(wide / 2 + (i % 3) * 4));
    }
    m.enter();
    for (int i = 0; i < 8; ++i) {
        m.reading(QString::number(wide / 2 + 20 + (i % 2) * 6));
    }
    m.next();
    INFO(m.thread().toStdString());
    m.reading(QStringLiteral("58"));
    m.next();
    m.words("bl"); // the list goes to what is typed
    m.next();
    m.reading(QStringLiteral("9"));
}

} // namespace

TEST_CASE("an empty book becomes the sheet of a joined pair", "[ui][first]")
{
    QTemporaryDir folder;
    QSettings().setValue(QStringLiteral("folders/sheet"), folder.path());
    Maker m;
    CHECK(m.thread() == QStringLiteral("Write down your first slab"));
    m.enter(); // the one button in the middle of the empty bench
    writeDownSlab(m, "A1", 420);
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
    test::whenOpen<QInputDialog>([&m](QInputDialog*) {
        m.words("Table");
        m.enter();
    });
    m.next();
    REQUIRE(m.document->job() != nullptr);
    CHECK(m.document->job()->name == "Table");
    m.window->activateWindow(); // as a desktop does when a dialog is gone
    QApplication::processEvents();

    CHECK(m.thread() == QStringLiteral("Write down the next slab"));
    m.next();
    writeDownSlab(m, "A2", 400);
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
