// The window round the benches: jobs, files, light, keys, the board's own manners.

#include <catch2/catch.hpp>

#include <QAction>
#include <QFile>
#include <QFileDialog>
#include <QInputDialog>
#include <QLabel>
#include <QMenu>
#include <QMessageBox>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTimer>

#include "exchange/job_file.h"
#include "exchange/materials.h"
#include "ui/dialogs.h"
#include "ui/driver.h"
#include "ui/hands.h"
#include "ui/look/theme.h"
#include "ui/window/rack.h"

using namespace burl;
using burl::test::chooseFile;
using burl::test::Driver;
using burl::test::whenOpen;
using Catch::WithinAbs;

namespace
{

void trigger(Driver& d, const char* action)
{
    // The menu is filled when it is opened, as a click on the name does.
    QTest::mouseClick(d.find<QWidget>("jobPlate"), Qt::LeftButton);
    auto* a = d.window.findChild<QAction*>(QString::fromLatin1(action));
    REQUIRE(a != nullptr);
    // In the menu itself, or in one that opens from it.
    QMenu* menu = d.find<QMenu>("jobMenu");
    for (QMenu* inner : menu->findChildren<QMenu*>()) {
        menu = inner->actions().contains(a) ? inner : menu;
    }
    test::click(menu, a);
}

} // namespace

TEST_CASE("a job is started, renamed and taken off the wall, each undone in one step", "[ui][window]")
{
    Driver d;
    const size_t jobs = d.document.book().jobs.size();
    test::nameNewJob(QStringLiteral("Harbour bench"));
    trigger(d, "newJob");
    REQUIRE(d.document.book().jobs.size() == jobs + 1);
    CHECK(d.job().name == "Harbour bench");
    CHECK_FALSE(d.job().started.empty());
    CHECK(d.plan().layup->missing);
    whenOpen<QInputDialog>([](QInputDialog* dialog) {
        dialog->setTextValue(QStringLiteral("  Pier bench "));
        dialog->accept();
    });
    trigger(d, "renameJob");
    CHECK(d.job().name == "Pier bench");
    whenOpen<QInputDialog>([](QInputDialog* dialog) { dialog->reject(); });
    trigger(d, "renameJob");
    CHECK(d.job().name == "Pier bench");
    trigger(d, "removeJob");
    CHECK(d.document.book().jobs.size() == jobs);
    d.undo();
    CHECK(d.document.book().jobs.size() == jobs + 1);
}

TEST_CASE("a new job is laid up from the form until it is a table", "[ui][window][layup]")
{
    Driver d;
    test::nameNewJob(QStringLiteral("Bench"));
    trigger(d, "newJob");
    CHECK(d.window.bench()->id() == QStringLiteral("layup"));
    CHECK_FALSE(d.window.bench()->emptyWord().isEmpty());
    const auto lay = [&](const char* name, int slab) { test::chooseValue(d.find<QComboBox>(name), slab); };
    lay("farSlab", 2);
    lay("nearSlab", 5);
    CHECK_FALSE(d.plan().layup->missing);
    CHECK(d.window.bench()->emptyWord().isEmpty());
    CHECK(d.figure("width_mean") > 500.0);
}

TEST_CASE("jobs are changed on the wall by their menu", "[ui][window]")
{
    Driver d;
    REQUIRE(d.job().id == JobId{1});
    QTest::mouseClick(d.find<QWidget>("jobPlate"), Qt::LeftButton);
    auto* menu = d.find<QMenu>("jobMenu");
    for (QAction* a : menu->actions()) {
        if (a->text() == QStringLiteral("Ferry-office desk")) {
            test::click(menu, a);
            break;
        }
    }
    CHECK(d.job().id == JobId{2});
    CHECK(d.document.undoStack().count() == 0); // looking at another job changes nothing
}

TEST_CASE("a job handed out and taken in again is the same job", "[ui][window][files]")
{
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("desk.json"));
    Driver d;
    chooseFile(path);
    trigger(d, "exportJob");
    REQUIRE(QFile::exists(path));
    const size_t jobs = d.document.book().jobs.size();
    const size_t slabs = d.document.shop().slabs.size();
    chooseFile(path);
    trigger(d, "importJob");
    REQUIRE(QTest::qWaitFor([&] { return d.document.book().jobs.size() == jobs + 1; }, 60'000));
    CHECK(d.document.shop().slabs.size() == slabs); // its slabs were here already
    Job again = d.job();
    again.id = {1};
    CHECK(again == *demoBook().jobs[0]);
    d.undo();
    CHECK(d.document.book().jobs.size() == jobs);
}

TEST_CASE("a file that is no job is refused with its name and line, and the book stays", "[ui][window][files]")
{
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("broken.json"));
    QFile file(path);
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write("{ \"format\": \"young-burl-job\",\n \"version\": 1,\n \"job\": { \"name\": 5 } }");
    file.close();
    Driver d;
    const Book before = d.document.book();
    chooseFile(path);
    trigger(d, "importJob");
    const auto* said = d.find<QWidget>("finding_program.says");
    CHECK(QTest::qWaitFor([&] { return said->accessibleName().contains(QStringLiteral("broken.json")); }, 60'000));
    CHECK(d.document.book().jobs.size() == before.jobs.size());
    CHECK(said->accessibleName().contains(QStringLiteral("line")));
}

TEST_CASE("the sheet is written where the maker said, or the trouble is told", "[ui][window][files]")
{
    QTemporaryDir folder;
    Driver d;
    const QString path = folder.filePath(QStringLiteral("sheet.pdf"));
    chooseFile(path);
    trigger(d, "printSheet");
    QFile file(path);
    REQUIRE(file.open(QIODevice::ReadOnly));
    CHECK(file.read(5) == "%PDF-");
}

TEST_CASE("evening light changes every ground at once and back", "[ui][window]")
{
    Driver d;
    const auto groundOf = [&](const char* name) { return d.find<QWidget>(name)->grab().toImage().pixelColor(2, 2); };
    const char* grounds[] = {"rackGround", "ledgerGround", "sillGround", "board"};
    std::vector<QColor> day;
    for (const char* name : grounds) {
        day.push_back(groundOf(name));
    }
    trigger(d, "evening");
    CHECK(ui::isEvening());
    for (size_t i = 0; i < day.size(); ++i) {
        INFO(grounds[i]);
        CHECK(groundOf(grounds[i]).lightness() < day[i].lightness() - 60);
    }
    trigger(d, "evening");
    CHECK_FALSE(ui::isEvening());
    for (size_t i = 0; i < day.size(); ++i) {
        CHECK(groundOf(grounds[i]) == day[i]);
    }
}

TEST_CASE("measures are changed from the menu, everywhere at once", "[ui][window]")
{
    Driver d;
    for (const auto& [action, text] :
         {std::pair{"unitsCm", "270 cm"}, {"unitsInch16", "\""}, {"unitsFeet", "8'"}, {"unitsMm", "2700 mm"}}) {
        trigger(d, action);
        INFO(action << ' ' << d.find<QLineEdit>("finalLength")->text().toStdString());
        CHECK(d.find<QLineEdit>("finalLength")->text().contains(QString::fromLatin1(text)));
        CHECK(d.job().layup.length_mm == 2700.0);
    }
}

TEST_CASE("the keys of a bench are listed on it", "[ui][window]")
{
    Driver d;
    QString words;
    for (const char* bench : test::kBenches) {
        d.window.showBench(QString::fromLatin1(bench));
        whenOpen<QMessageBox>([&words](QMessageBox* box) {
            words = box->text();
            box->accept();
        });
        trigger(d, "keys");
        INFO(bench);
        CHECK(words.contains(QStringLiteral("Ctrl+Z")));
        CHECK(words.count(QLatin1Char('\n')) > 4);
    }
}

TEST_CASE("a book that is open elsewhere says so in its title", "[ui][window][store]")
{
    QTemporaryDir folder;
    const auto file = folder.filePath(QStringLiteral("shop.burlbook")).toStdString();
    auto mine = ShopBook::open(file);
    REQUIRE(mine);
    REQUIRE(mine->write(*mine->load(), demoBook()));
    auto second = ShopBook::open(file);
    REQUIRE(second);
    Book book = *second->load();
    Document document(std::move(book), std::move(*second));
    ui::MainWindow window(document);
    CHECK(document.readOnly());
    CHECK(window.windowTitle().contains(QStringLiteral("not kept")));
}

TEST_CASE("the rack lists every slab and leads to it", "[ui][rack]")
{
    Driver d(QStringLiteral("yard"));
    auto* rack = d.find<ui::Rack>("rack");
    int slabs = 0;
    QListWidgetItem* a6 = nullptr;
    for (int i = 0; i < rack->count(); ++i) {
        slabs += rack->item(i)->flags().testFlag(Qt::ItemIsSelectable) ? 1 : 0;
        if (rack->item(i)->text() == QStringLiteral("A6")) {
            a6 = rack->item(i);
        }
    }
    CHECK(slabs == static_cast<int>(d.document.shop().slabs.size()));
    REQUIRE(a6 != nullptr);
    rack->scrollToItem(a6);
    QTest::mouseClick(rack->viewport(), Qt::LeftButton, Qt::NoModifier, rack->visualItemRect(a6).center());
    CHECK(d.find<QLineEdit>("slabName")->text() == QStringLiteral("A6"));
}

TEST_CASE("a gesture is one step of undo and one picture of before", "[ui][document]")
{
    Driver d;
    const Job before = d.job();
    const QPoint a = d.pixel({1350, -200});
    d.press(a);
    for (int i = 1; i <= 12; ++i) {
        d.move(a + QPoint(i * 3, 0));
    }
    d.release(a + QPoint(36, 0));
    CHECK(d.document.undoStack().count() == 1);
    CHECK_FALSE(d.job() == before);
    d.press(a);
    d.move(a + QPoint(9, 0));
    d.release(a + QPoint(9, 0));
    CHECK(d.document.undoStack().count() == 2); // another drag is another step
    d.undo();
    d.undo();
    CHECK(d.job() == before);
    d.document.undoStack().redo();
    d.document.undoStack().redo();
    CHECK_FALSE(d.job() == before);
}

TEST_CASE("the board turns to the underside and back by its word and by T", "[ui][board]")
{
    Driver d;
    const QImage show = d.board().grab().toImage();
    d.board().setFocus();
    QTest::keyClick(&d.board(), Qt::Key_T);
    const QImage under = d.board().grab().toImage();
    CHECK_FALSE(under == show);
    QTest::mouseClick(&d.board(), Qt::LeftButton, Qt::NoModifier, QPoint(d.board().width() - 40, 22));
    CHECK(d.board().grab().toImage() == show);
}

TEST_CASE("a click on a finding leads to its place", "[ui][sill]")
{
    Driver d;
    d.document.edit(QStringLiteral("x"), [&](Job& j) {
        RipLine line = d.plan().layup->pieces[1].rip;
        line.at0_mm += 60.0;
        j.layup.pieces[1].rip = line;
    });
    const QImage before = d.board().grab().toImage();
    auto* text = d.find<QAbstractButton>("finding_layup.rip_in_bark_text");
    REQUIRE(text != nullptr);
    QTest::mouseClick(text, Qt::LeftButton);
    CHECK_FALSE(d.board().grab().toImage() == before);
}

TEST_CASE("going from bench to bench leaves the window as large as it was", "[ui]")
{
    Driver d(QStringLiteral("layup"));
    d.window.resize(1280, 800);
    for (const char* bench : {"yard", "flat", "fill", "move", "yard", "layup", "flat", "yard"}) {
        d.window.showBench(QString::fromLatin1(bench));
        QApplication::processEvents();
        CHECK(d.window.size() == QSize(1280, 800));
    }
}

TEST_CASE("an empty book says how to begin, and begins it with a click", "[ui][window]")
{
    Book empty;
    empty.shop = std::make_shared<const Shop>(standardShop());
    Document document{empty};
    ui::MainWindow window{document};
    window.show();
    const auto click = [&](const QString& bench, const QString& remedy) {
        window.showBench(bench);
        QApplication::processEvents();
        for (auto* button : window.findChildren<QPushButton*>()) {
            if (button->text() == remedy && button->isVisible()) {
                QTest::mouseClick(button, Qt::LeftButton);
                return true;
            }
        }
        return false;
    };
    REQUIRE(click(QStringLiteral("yard"), QStringLiteral("+ new slab")));
    CHECK(document.shop().slabs.size() == 1);
    CHECK(document.shop().slabs.front()->species.empty()); // nobody said it
    CHECK(window.findChild<QComboBox*>(QStringLiteral("slabSpecies"))->currentText() == QStringLiteral("not said"));
    REQUIRE(QApplication::focusWidget() == window.findChild<QLineEdit*>(QStringLiteral("slabName")));
    if (const QString folder = qEnvironmentVariable("BURL_SHOTS"); !folder.isEmpty()) {
        window.resize(1280, 800);
        QApplication::processEvents();
        window.grab().save(folder + QStringLiteral("/first_slab.png"));
    }
    test::nameNewJob(QStringLiteral("First table"));
    REQUIRE(click(QStringLiteral("move"), QStringLiteral("start a job")));
    REQUIRE(document.job() != nullptr);
    CHECK(document.job()->name == "First table");
    CHECK_FALSE(click(QStringLiteral("move"), QStringLiteral("start a job")));
}
