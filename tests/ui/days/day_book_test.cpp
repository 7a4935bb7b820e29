// The day book by hand: lines, corrections, pictures, the stopwatch.

#include <QMenu>

#include "ui/days/book_line_edit.h"
#include "ui/days/days_driver.h"

using namespace burl;
using burl::test::DaysDriver;
using burl::test::until;

TEST_CASE("a line of the day book is understood while it is written, and replans at once", "[ui][days]")
{
    DaysDriver d;
    d.open("book");
    auto* line = d.find<QLineEdit>("dayLine");
    line->setFocus();
    QTest::keyClicks(line, QStringLiteral("welded 2 h 30"));
    CHECK(d.boxes() == QStringList{QStringLiteral("Cut and weld the base"), QStringLiteral("2 h 30 min")});
    const double left = d.plan().days->left_min;
    QTest::keyClick(line, Qt::Key_Return);
    CHECK(line->text().isEmpty());
    REQUIRE(d.job().days.book.back().words.step == "base_weld");
    CHECK(d.job().days.book.back().words.minutes == 150.0);
    CHECK(d.job().days.book.back().at == "2026-11-27T10:10");
    CHECK(d.plan().days->plannedStep("base_weld")->progress.done);
    CHECK(d.plan().days->left_min < left);
    CHECK(d.table("dayBookTable").item(0, 1)->text() == QStringLiteral("welded 2 h 30"));
    d.undo();
    CHECK_FALSE(d.plan().days->plannedStep("base_weld")->progress.begun);
}

TEST_CASE("a bad line stays in its field with a sentence; a reading goes to its slab", "[ui][days]")
{
    DaysDriver d;
    const size_t entries = d.job().days.book.size();
    d.write(QStringLiteral("welded -20 min"));
    CHECK(d.job().days.book.size() == entries);
    CHECK(d.find<QLineEdit>("dayLine")->text() == QStringLiteral("welded -20 min"));
    d.find<QLineEdit>("dayLine")->clear();
    d.write(QStringLiteral("A4 MC 8.7"));
    CHECK(d.document.shop().slab({4})->mc_pct == 8.7);
}

TEST_CASE("an entry is corrected by Enter, keeps what it said, and is struck out by Del", "[ui][days]")
{
    DaysDriver d;
    d.write(QStringLiteral("welded 100 min"));
    QTableWidget& t = d.table("dayBookTable");
    t.setFocus();
    t.selectRow(0);
    QTest::keyClick(&t, Qt::Key_Return);
    auto* line = d.find<QLineEdit>("dayLine");
    CHECK(line->text() == QStringLiteral("welded 100 min"));
    line->selectAll();
    QTest::keyClicks(line, QStringLiteral("welded 130 min"));
    QTest::keyClick(line, Qt::Key_Return);
    const DayEntry& e = d.job().days.book.back();
    CHECK(e.words.minutes == 130.0);
    REQUIRE(e.history.size() == 1);
    CHECK(e.history[0].was.minutes == 100.0);
    t.setFocus();
    t.selectRow(0);
    QTest::keyClick(&t, Qt::Key_Delete);
    CHECK(d.job().days.book.back().struck);
    CHECK_FALSE(d.plan().days->plannedStep("base_weld")->progress.done);
}

TEST_CASE("the stopwatch takes the minutes of the step that is done", "[ui][days]")
{
    DaysDriver d;
    d.open("today");
    const std::string step = d.days().tray().today().chosen();
    REQUIRE_FALSE(step.empty());
    d.click("stopwatch");
    d.now += 0.75;
    d.click("stepDone");
    CHECK(d.job().days.book.back().words.step == step);
    CHECK(d.job().days.book.back().words.minutes == 45.0);
    CHECK(d.plan().days->plannedStep(step)->progress.done);
    CHECK(d.days().tray().today().chosen() != step);
}

TEST_CASE("a watch that is stopped writes what was worked, and the step goes on", "[ui][days]")
{
    DaysDriver d;
    d.open("today");
    const std::string step = "base_weld";
    d.days().tray().today().choose(step);
    d.click("stopwatch");
    d.now += 0.5;
    d.click("stopwatch");
    CHECK(d.job().days.book.back().words.minutes == 30.0);
    CHECK_FALSE(d.job().days.book.back().words.ends);
    CHECK_FALSE(d.plan().days->plannedStep(step)->progress.done);
    CHECK(d.plan().days->plannedStep(step)->progress.begun);
}

TEST_CASE("a picture goes with its line into the book and is shown again; what is none is refused", "[ui][days]")
{
    DaysDriver d;
    d.open("book");
    const QTemporaryDir folder;
    const QString none = folder.filePath(QStringLiteral("none.png"));
    QFile bad(none);
    REQUIRE(bad.open(QIODevice::WriteOnly));
    bad.write("no picture");
    bad.close();
    test::chooseFile(none);
    d.click("attachPicture");
    const QString good = folder.filePath(QStringLiteral("glue.png"));
    QImage image(60, 40, QImage::Format_RGB32);
    image.fill(Qt::darkYellow);
    REQUIRE(image.save(good));
    test::chooseFile(good);
    d.click("attachPicture");
    // Esc takes it off the line again.
    CHECK(d.find<QPushButton>("attachPicture")->text() == QStringLiteral("1 picture"));
    QTest::keyClick(d.find<QLineEdit>("dayLine"), Qt::Key_Escape);
    CHECK(d.find<QPushButton>("attachPicture")->text() == QStringLiteral("picture…"));
    test::chooseFile(good);
    d.click("attachPicture");
    d.write(QStringLiteral("customer agreed to the colour"));
    const DayEntry& e = d.job().days.book.back();
    CHECK(e.agreed);
    REQUIRE(e.pictures.size() == 1);
    CHECK(d.document.picture(e.pictures[0]).size() > 50);
    QTableWidget& t = d.table("dayBookTable");
    t.setFocus();
    t.selectRow(0);
    QTest::keyClick(&t, Qt::Key_P);
    auto* shown = d.window.findChild<QLabel*>(QStringLiteral("entryPicture"));
    REQUIRE(shown != nullptr);
    CHECK(shown->text().contains(QStringLiteral("being opened"))); // the window is there before the picture is
    REQUIRE(until([&] { return !shown->pixmap().isNull(); }));
    CHECK(shown->pixmap().toImage().pixelColor(3, 3) == QColor(Qt::darkYellow));
}

TEST_CASE("pictures are looked at one by one; a damaged one says so and the others are seen", "[ui][days]")
{
    DaysDriver d;
    const QTemporaryDir folder;
    QImage image(60, 40, QImage::Format_RGB32);
    std::vector<QString> files;
    for (const Qt::GlobalColor colour : {Qt::darkYellow, Qt::darkCyan, Qt::darkRed}) {
        image.fill(colour);
        files.push_back(folder.filePath(QStringLiteral("%1.png").arg(files.size())));
        REQUIRE(image.save(files.back()));
    }
    QFile damaged(files[1]); // its head is whole, the rest is not
    REQUIRE(damaged.resize(48));
    d.open("book");
    for (const QString& file : files) {
        test::chooseFile(file);
        d.click("attachPicture");
    }
    d.write(QStringLiteral("the colour samples"));
    // A picture can be added to what stands in the book.
    QTableWidget& t = d.table("dayBookTable");
    t.setFocus();
    t.selectRow(0);
    QTest::keyClick(&t, Qt::Key_Return);
    test::chooseFile(files[0]);
    d.click("attachPicture");
    QTest::keyClick(d.find<QLineEdit>("dayLine"), Qt::Key_Return);
    REQUIRE(d.job().days.book.back().pictures.size() == 4);
    CHECK(d.job().days.book.back().history.empty());

    t.setFocus();
    t.selectRow(0);
    QTest::keyClick(&t, Qt::Key_P);
    auto* pictures = d.window.findChild<QDialog*>(QStringLiteral("entryPictures"));
    REQUIRE(pictures != nullptr);
    auto* shown = pictures->findChild<QLabel*>(QStringLiteral("entryPicture"));
    const auto seen = [&](Qt::GlobalColor colour) {
        return !shown->pixmap().isNull() && shown->pixmap().toImage().pixelColor(3, 3) == QColor(colour);
    };
    REQUIRE(until([&] { return seen(Qt::darkYellow); }));
    QTest::keyClick(pictures, Qt::Key_Right);
    REQUIRE(until([&] { return shown->text().contains(QStringLiteral("cannot be read")); }));
    QTest::mouseClick(pictures->findChild<QPushButton*>(QStringLiteral("pictureAfter")), Qt::LeftButton);
    REQUIRE(until([&] { return seen(Qt::darkRed); }));
    QTest::keyClick(pictures, Qt::Key_Left);
    QTest::keyClick(pictures, Qt::Key_Left);
    REQUIRE(until([&] { return seen(Qt::darkYellow); }));
    CHECK_FALSE(pictures->findChild<QPushButton*>(QStringLiteral("pictureBefore"))->isEnabled());
}

TEST_CASE("a step that is taken as done is written down by the button of its sentence", "[ui][days]")
{
    DaysDriver d;
    // A job whose first entry is far along: what must have come before was never written down.
    d.document.edit(QStringLiteral("no book"), [](Job& j) { j.days.book.clear(); });
    d.write(QStringLiteral("flattened first 60 min"));
    d.agree();
    const auto implied = [&] {
        const auto& all = d.plan().days->planned;
        return std::count_if(all.begin(), all.end(), [](const PlannedStep& p) { return p.progress.implied; });
    };
    const auto before = implied();
    REQUIRE(before > 0);
    for (const Finding& f : d.plan().findingsOf("days")) {
        if (f.code == "days.taken_as_done") {
            const auto act = d.window.bench()->remedyFor(f);
            REQUIRE(act);
            act();
            break;
        }
    }
    auto* line = d.find<QLineEdit>("dayLine");
    CHECK(line->hasFocus());
    REQUIRE(line->text().endsWith(QStringLiteral(", ")));
    QTest::keyClicks(line, QStringLiteral("25 min"));
    QTest::keyClick(line, Qt::Key_Return);
    d.agree();
    CHECK(d.job().days.book.back().words.minutes == 25.0);
    CHECK_FALSE(d.job().days.book.back().words.step.empty());
    CHECK(implied() < before);
}

TEST_CASE("Esc leaves an entry that was taken into the line as it was", "[ui][days]")
{
    DaysDriver d;
    d.write(QStringLiteral("sanded underside 40 min"));
    d.agree();
    const DayEntry before = d.job().days.book.back();
    QTableWidget& t = d.table("dayBookTable");
    t.setFocus();
    t.selectRow(0);
    QTest::keyClick(&t, Qt::Key_Return);
    auto* line = d.find<QLineEdit>("dayLine");
    CHECK(line->text() == QStringLiteral("sanded underside 40 min"));
    CHECK(d.find<QPushButton>("writeLine")->text() == QStringLiteral("correct it"));
    QTest::keyClicks(line, QStringLiteral("something else"));
    QTest::keyClick(line, Qt::Key_Escape);
    CHECK(line->text().isEmpty());
    CHECK(d.find<QPushButton>("writeLine")->text() == QStringLiteral("in the book"));
    // What is written now is a new entry.
    QTest::keyClicks(line, QStringLiteral("swept"));
    QTest::keyClick(line, Qt::Key_Return);
    CHECK(d.job().days.book.back().words.text == "swept");
    CHECK(d.job().days.book[d.job().days.book.size() - 2] == before);
}

TEST_CASE("what a line leaves open is asked under it, answered by its number, and then kept", "[ui][days]")
{
    DaysDriver d;
    const size_t entries = d.job().days.book.size();
    d.write(QStringLiteral("sanded 30 min"));
    CHECK(d.job().days.book.size() == entries); // nothing is kept before it is answered
    CHECK(d.find<QLabel>("question")->text() == QStringLiteral("Which step was it?"));
    auto* first = d.find<QPushButton>("answer1");
    REQUIRE(first != nullptr);
    CHECK(first->hasFocus());
    CHECK(first->text().startsWith(QStringLiteral("1  Sand")));
    // Esc leads back into the line, which is as it was.
    QTest::keyClick(first, Qt::Key_Escape);
    auto* line = d.find<QLineEdit>("dayLine");
    CHECK(line->hasFocus());
    CHECK(line->text() == QStringLiteral("sanded 30 min"));
    QTest::keyClick(line, Qt::Key_Return);
    QTest::keyClick(d.find<QPushButton>("answer1"), Qt::Key_2);
    d.agree();
    REQUIRE(d.job().days.book.size() == entries + 1);
    CHECK(d.job().days.book.back().words.step == "sand_1");
    CHECK(line->text().isEmpty());
    CHECK(line->hasFocus());
}

TEST_CASE("one question leads to the next, by keys alone", "[ui][days]")
{
    DaysDriver d;
    const size_t entries = d.job().days.book.size();
    d.write(QStringLiteral("sanded show face and underside 1 h"));
    REQUIRE(d.find<QPushButton>("answer1")->hasFocus());
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_3); // both, half an hour each
    for (int i = 0; i < 4 && d.job().days.book.size() == entries; ++i) {
        REQUIRE(d.find<QPushButton>("answer1")->hasFocus());
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_1);
    }
    REQUIRE(d.job().days.book.size() == entries + 2);
    CHECK(d.job().days.book.back().words.step == "sand_1");
    CHECK(d.job().days.book.back().words.minutes == 30.0);
    CHECK(d.find<QLineEdit>("dayLine")->hasFocus());
}

TEST_CASE("a box is taken out by Del, and another step chosen from its list", "[ui][days]")
{
    DaysDriver d;
    d.open("book");
    auto* line = d.find<QLineEdit>("dayLine");
    line->setFocus();
    QTest::keyClicks(line, QStringLiteral("welded 2 h 19C"));
    CHECK(d.boxes() ==
          QStringList{QStringLiteral("Cut and weld the base"), QStringLiteral("2 h"), QStringLiteral("19 °C")});
    d.box(QStringLiteral("19 °C"))->setFocus();
    QTest::keyClick(d.box(QStringLiteral("19 °C")), Qt::Key_Delete);
    CHECK(d.boxes() == QStringList{QStringLiteral("Cut and weld the base"), QStringLiteral("2 h")});
    CHECK(line->hasFocus());
    QTest::mouseClick(d.box(QStringLiteral("Cut and weld the base")), Qt::LeftButton);
    auto* menu = d.find<QMenu>("boxMenu");
    REQUIRE(menu != nullptr);
    CHECK(menu->actions().size() > 4);
    menu->actions().back()->trigger(); // no step
    menu->close();
    CHECK(d.boxes() == QStringList{QStringLiteral("2 h")});
    QTest::keyClick(line, Qt::Key_Return);
    CHECK(d.job().days.book.back().words.step.empty());
    CHECK(d.job().days.book.back().words.minutes == 120.0);
    CHECK(d.job().days.book.back().words.readings.empty());
    CHECK(d.job().days.book.back().words.text == "welded 2 h 19C"); // the words stay as they were written
}

TEST_CASE("what was not understood is underlined where it stands", "[ui][days]")
{
    DaysDriver d;
    d.open("book");
    auto* line = d.find<ui::BookLineEdit>("dayLine");
    line->setFocus();
    QTest::keyClicks(line, QStringLiteral("welded 2 h with zinc"));
    REQUIRE(line->left().size() == 1);
    CHECK(line->left().front() == std::pair<int, int>(16, 20));
    QTest::keyClicks(line, QStringLiteral(" "));
    line->setText(QStringLiteral("größer zinc"));
    REQUIRE(line->left().size() == 2);
    CHECK(line->left().back() == std::pair<int, int>(7, 11)); // letters, not bytes
}

TEST_CASE("Up takes what was just written back into the line; two facts are two entries", "[ui][days]")
{
    DaysDriver d;
    const size_t entries = d.job().days.book.size();
    d.write(QStringLiteral("swept the shop 10 min, welded 2 h"));
    REQUIRE(d.job().days.book.size() == entries + 2);
    auto* line = d.find<QLineEdit>("dayLine");
    QTest::keyClick(line, Qt::Key_Up);
    CHECK(line->text() == QStringLiteral("welded 2 h"));
    QTest::keyClicks(line, QStringLiteral("welded 3 h"));
    QTest::keyClick(line, Qt::Key_Return);
    REQUIRE(d.job().days.book.size() == entries + 2);
    CHECK(d.job().days.book.back().words.minutes == 180.0);
    CHECK(d.job().days.book.back().history.size() == 1);
}

TEST_CASE("the steps show what was written of them", "[ui][days]")
{
    DaysDriver d;
    d.write(QStringLiteral("welded 2 h 35"));
    d.open("steps");
    QTableWidget& t = d.table("stepsTable");
    for (int row = 0; row < t.rowCount(); ++row) {
        if (t.item(row, 0)->text() == QStringLiteral("Cut and weld the base")) {
            CHECK(t.item(row, 1)->text() == QStringLiteral("2 h 35 min"));
            CHECK(t.item(row, 5)->text().startsWith(QStringLiteral("✓ done, planned ")));
        }
    }
}

TEST_CASE("an entry is mended in its row; what is wrong stays as it was, what is open is asked", "[ui][days]")
{
    DaysDriver d;
    d.write(QStringLiteral("welded 100 min"));
    const size_t entries = d.job().days.book.size();
    QTableWidget& t = d.table("dayBookTable");
    const auto mend = [&](const QString& text) {
        t.setFocus();
        t.setCurrentCell(0, 1);
        QTest::keyClick(&t, Qt::Key_F2);
        auto* cell = t.viewport()->findChild<QLineEdit*>();
        REQUIRE(cell != nullptr);
        cell->selectAll();
        QTest::keyClicks(cell, text);
        // An answer from beside does not take the cell away.
        d.days().tray().refresh(nullptr);
        REQUIRE(t.viewport()->findChild<QLineEdit*>() == cell);
        QTest::keyClick(cell, Qt::Key_Return);
        QApplication::processEvents();
        QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        QApplication::processEvents();
    };
    mend(QStringLiteral("welded 130 min"));
    CHECK(d.job().days.book.size() == entries);
    CHECK(d.job().days.book.back().words.minutes == 130.0);
    CHECK(d.job().days.book.back().history.size() == 1);
    CHECK(t.item(0, 2)->text() == QStringLiteral("2 h 10 min"));
    mend(QStringLiteral("welded -5 min"));
    CHECK(d.job().days.book.back().words.minutes == 130.0);
    CHECK(t.item(0, 1)->text() == QStringLiteral("welded 130 min"));
    mend(QStringLiteral("sanded 130 min"));
    CHECK(d.job().days.book.back().words.step == "base_weld"); // not before it is answered
    REQUIRE(d.find<QPushButton>("answer1") != nullptr);
    CHECK(d.find<QPushButton>("answer1")->hasFocus());
    d.agree();
    CHECK(d.job().days.book.size() == entries);
    CHECK(d.job().days.book.back().words.step == "sand_0");
    CHECK(d.job().days.book.back().history.size() == 2);
}
