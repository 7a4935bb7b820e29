// The Days bench by hand: calendar, today, steps, money, the shop.

#include "ui/days/days_driver.h"

using namespace burl;
using burl::test::DaysDriver;

TEST_CASE("the tab tells the day it is done, the calendar when it was promised", "[ui][days]")
{
    DaysDriver d;
    CHECK(d.window.bench()->headline() == QStringLiteral("17 Dec"));
    CHECK(d.window.bench()->title().contains(QStringLiteral("Thu 17 Dec")));
    d.type("promisedFor", QStringLiteral("11 Dec"));
    CHECK(d.job().days.promised == "2026-12-11");
    CHECK(d.job().days.firstPromised == "2026-12-21"); // what was promised first stays known
    CHECK(d.says("days.late"));
    d.type("promisedFor", QStringLiteral("31 February"));
    CHECK(d.job().days.promised == "2026-12-11");
    // What was typed stays to be mended, marked; Esc brings the last day back.
    auto* promised = d.find<QLineEdit>("promisedFor");
    CHECK(promised->text() == QStringLiteral("31 February"));
    CHECK(promised->property("refused").toBool());
    CHECK(promised->toolTip().contains(QStringLiteral("31")));
    QTest::keyClick(promised, Qt::Key_Escape);
    CHECK(promised->text() == QStringLiteral("Fri 11 Dec 2026"));
    CHECK_FALSE(promised->property("refused").toBool());
    // A slip in a long line is mended where it is: nothing of it is lost, and no key replaces it.
    d.type("workHours", QStringLiteral("Mon-Fri 8-12 13-27"));
    auto* hours = d.find<QLineEdit>("workHours");
    CHECK(hours->property("refused").toBool());
    QTest::keyClick(hours, Qt::Key_Backspace);
    QTest::keyClick(hours, Qt::Key_Backspace);
    QTest::keyClicks(hours, QStringLiteral("16"));
    QTest::keyClick(hours, Qt::Key_Return);
    CHECK_FALSE(hours->property("refused").toBool());
    CHECK(hours->text() == QStringLiteral("Mon-Fri 8-12 13-16"));
    d.undo();
    d.undo();
    CHECK(d.job().days.promised == "2026-12-21");
}

TEST_CASE("hours typed as a maker writes them change the days", "[ui][days]")
{
    DaysDriver d;
    const int finish = d.plan().days->finish;
    d.type("workHours", QStringLiteral("Mon-Sun 7-19"));
    CHECK(d.document.shop().habits.work.makers[0].week.days[6].size() == 1);
    CHECK(d.plan().days->finish < finish);
    d.type("workHours", QStringLiteral("now and then"));
    CHECK(d.document.shop().habits.work.makers[0].week.days[6].size() == 1);
    d.type("helperHours", QStringLiteral("none"));
    CHECK(d.says("days.nobody_helps"));
    d.type("daysOff", QStringLiteral("30 Nov - 4 Dec"));
    CHECK(d.document.shop().habits.work.holidays.size() == 5);
    d.type("daysOff", QString());
    CHECK(d.document.shop().habits.work.holidays.empty());
    for (QPushButton* more : d.window.findChildren<QPushButton*>(QStringLiteral("moreChoices"))) {
        if (more->isVisible()) {
            more->setChecked(true);
        }
    }
    d.type("otherMakers", QStringLiteral("Ada: Tue-Fri 9-15 off 1 Dec | Sat 8-12"));
    REQUIRE(d.document.shop().habits.work.makers.size() == 3);
    CHECK(d.document.shop().habits.work.makers[1].name == "Ada");
    CHECK(d.document.shop().habits.work.makers[1].off == std::vector<std::string>{"2026-12-01"});
    CHECK_FALSE(d.says("days.nobody_helps")); // one helps the other
    d.type("otherMakers", QStringLiteral("Ada: sometimes"));
    CHECK(d.document.shop().habits.work.makers.size() == 3);
}

TEST_CASE("a step dragged to another day begins not before it, and Del lets it go", "[ui][days]")
{
    DaysDriver d;
    const auto from = d.blockOf("plane_again");
    REQUIRE(from);
    const int before = d.plan().days->plannedStep("plane_again")->start;
    d.press(*from);
    d.move(*from + QPoint(110, 0));
    d.move(*from + QPoint(220, 0)); // about two days on
    d.release(*from + QPoint(220, 0));
    REQUIRE_FALSE(d.job().days.overrules.empty());
    CHECK(d.job().days.overrules.back().step == "plane_again");
    CHECK(d.plan().days->plannedStep("plane_again")->start > before + kMinutesOfDay);
    d.board().setFocus();
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().days.overrules.back().notBefore.empty());
    CHECK(d.plan().days->plannedStep("plane_again")->start == before);
}

TEST_CASE("the chosen step takes the maker's own minutes, wait and day", "[ui][days]")
{
    DaysDriver d;
    d.open("steps");
    d.selectRow("stepsTable", QStringLiteral("Trim the ends"));
    d.type("stepMinutes", QStringLiteral("90"));
    REQUIRE(d.job().days.overrules.size() == 1);
    CHECK(d.job().days.overrules[0].hands_min == 90.0);
    d.type("stepWait", QStringLiteral("48"));
    CHECK(d.plan().days->plannedStep("trim")->ready - d.plan().days->plannedStep("trim")->end == 48 * 60);
    d.type("stepMinutes", QStringLiteral("-3"));
    CHECK(d.job().days.overrules[0].hands_min == 90.0);
    d.type("stepFixed", QStringLiteral("21 Dec"));
    CHECK(d.plan().days->dayOfMinute(d.plan().days->plannedStep("trim")->start) >= *dayOf("2026-12-21"));
    d.choose("stepSkip", true);
    CHECK(d.plan().days->plannedStep("trim")->pieces.empty());
}

TEST_CASE("a step of the maker's own is added after the chosen one, named and removed", "[ui][days]")
{
    DaysDriver d;
    d.open("steps");
    d.selectRow("stepsTable", QStringLiteral("Trim the ends"));
    d.click("addOwnStep");
    REQUIRE(d.job().days.own.size() == 1);
    CHECK(d.job().days.own[0].after == "trim");
    d.type("ownName", QStringLiteral("Carve the sign"));
    d.type("ownMinutes", QStringLiteral("150"));
    CHECK(d.plan().days->plannedStep("own_1")->start >= d.plan().days->plannedStep("trim")->end);
    d.choose("ownAfter", QStringLiteral("deliver"));
    d.choose("ownBefore", QStringLiteral("rough_cut"));
    CHECK(d.says("days.circle"));
    d.board().setFocus();
    QTest::keyClick(&d.board(), Qt::Key_Delete);
    CHECK(d.job().days.own.empty());
    CHECK(d.job().days.lastOwn == 1); // its number is not given again
}

TEST_CASE("prices are set, lines added, a quote kept, accepted and left as it was", "[ui][days]")
{
    DaysDriver d(3);
    d.open("money");
    REQUIRE(d.plan().money->quote);
    const double before = d.figure("gross");
    d.click("addMoneyLine");
    REQUIRE(d.job().money.lines.size() == 1);
    d.type("lineWhat", QStringLiteral("Glass"));
    d.type("linePrice", QStringLiteral("200"));
    CHECK(d.job().money.lines.back().price == 200.0);
    CHECK(d.figure("gross") > before);
    d.click("keepQuote");
    REQUIRE(d.job().money.quotes.size() == 1);
    CHECK(d.job().money.quotes[0].on == "2026-11-27");
    d.click("acceptQuote");
    CHECK(d.job().money.quotes[0].accepted == "2026-11-27");
    const KeptQuote kept = d.job().money.quotes[0];
    d.type("hourPrice", QStringLiteral("80"));
    CHECK(d.job().money.quotes[0] == kept);
    d.click("removeMoneyLine");
    CHECK(d.job().money.lines.empty());
    d.type("hourPrice", QString());
    CHECK_FALSE(d.plan().money->quote);
    CHECK(d.says("money.missing"));
}

TEST_CASE("without the price of an hour the sums say what is not known, and no hour costs nought", "[ui][days]")
{
    DaysDriver d(3);
    d.open("money");
    auto* sums = d.find<QLabel>("moneySums");
    REQUIRE(sums->text().contains(QStringLiteral("Left over")));
    d.type("hourPrice", QString());
    CHECK(sums->text().count(QStringLiteral("not known")) == 2); // labour, and overhead on it
    CHECK(sums->text().contains(QStringLiteral("Cost so far")));
    CHECK_FALSE(sums->text().contains(QStringLiteral("Left over")));
    CHECK_FALSE(d.find<QPushButton>("keepQuote")->isEnabled());
    QTableWidget& t = d.table("moneyTable");
    int works = 0;
    for (int row = 0; row < t.rowCount(); ++row) {
        if (t.item(row, 1)->text() == QStringLiteral("work") &&
            t.item(row, 0)->text() != QStringLiteral("Second person")) {
            CHECK(t.item(row, 3)->text() == QStringLiteral("not known"));
            CHECK(t.item(row, 4)->text().isEmpty());
            ++works;
        }
    }
    CHECK(works >= 5);
    d.type("hourPrice", QStringLiteral("48"));
    CHECK_FALSE(sums->text().contains(QStringLiteral("not known")));
    CHECK(d.find<QPushButton>("keepQuote")->isEnabled());
}

TEST_CASE("kept layups are compared: width, days, money", "[ui][days]")
{
    DaysDriver d;
    d.open("money");
    CHECK_FALSE(d.find<QPushButton>("compareKept")->isEnabled());
    d.document.edit(QStringLiteral("keep"), [](Job& j) {
        KeptLayup kept{"narrow", j.layup};
        kept.layup.width_mm = 800.0;
        kept.layup.edges = OuterEdges::Straight;
        j.kept.push_back(kept);
    });
    d.click("compareKept");
    auto* words = d.find<QLabel>("comparedWords");
    for (int i = 0; i < 1000 && !words->text().contains(QStringLiteral("narrow")); ++i) {
        QTest::qWait(10);
    }
    CHECK(words->text().contains(QStringLiteral("as it lies")));
    CHECK(words->text().contains(QStringLiteral("800 mm")));
    CHECK(words->text().contains(QStringLiteral("Dec")));
    d.click("compareKept");
    CHECK(d.find<QLabel>("moneySums")->isVisible());
}

TEST_CASE("what was learned is forgotten when asked", "[ui][days]")
{
    DaysDriver d;
    d.open("learned");
    QTableWidget& t = d.table("learnedTable");
    REQUIRE(t.item(0, 3)->text().contains(QStringLiteral("min")));
    t.setFocus();
    t.selectRow(0);
    QApplication::processEvents();
    d.click("forgetRate");
    CHECK(t.item(0, 3)->text() == QStringLiteral("–"));
    CHECK(d.document.shop().habits.work.resets.size() == 1);
    d.undo();
    CHECK(d.document.shop().habits.work.resets.empty());
}

TEST_CASE("all jobs stand together on the wall and in a table that opens them", "[ui][days]")
{
    DaysDriver d;
    d.open("jobs");
    QTableWidget& t = d.table("jobsTable");
    for (int i = 0; i < 1500 && (t.rowCount() == 0 || t.item(0, 4)->text().isEmpty()); ++i) {
        QTest::qWait(10);
    }
    REQUIRE(t.rowCount() == 8);
    CHECK(t.item(1, 1)->text() == QStringLiteral("late"));
    auto* search = d.find<QLineEdit>("findJob");
    QTest::keyClicks(search, QStringLiteral("trammel")); // a word of a day book
    REQUIRE(t.rowCount() == 1);
    CHECK(t.item(0, 0)->text() == QStringLiteral("Round for a bay window"));
    t.setFocus();
    t.selectRow(0);
    QTest::keyClick(&t, Qt::Key_Return);
    CHECK(d.job().id.value == 3);
    search->clear();
    d.window.bench()->turn();
    CHECK(d.window.bench()->title().contains(QStringLiteral("All jobs")));
    d.board().grab();
}

TEST_CASE("what to buy is a list of all jobs and a file", "[ui][days]")
{
    DaysDriver d;
    d.open("buy");
    QTableWidget& t = d.table("buyTable");
    for (int i = 0; i < 1500 && t.rowCount() == 0; ++i) {
        QTest::qWait(10);
    }
    REQUIRE(t.rowCount() > 3);
    const int four = t.rowCount();
    d.selectRow("buyTable", QStringLiteral("Sanding discs"));
    d.type("stockAmount", QStringLiteral("5000"));
    REQUIRE(d.document.shop().habits.stock[0].amount == 5000.0);
    for (int i = 0; i < 1500; ++i) {
        QTest::qWait(10);
        bool enough = false;
        for (int row = 0; row < t.rowCount(); ++row) {
            enough = enough || (t.item(row, 0)->text() == QStringLiteral("Sanding discs") &&
                                t.item(row, 3)->text() == QStringLiteral("enough"));
        }
        if (enough) {
            break;
        }
    }
    d.type("stockPrice", QString());
    CHECK_FALSE(d.document.shop().habits.stock[0].price);
    d.pick("buyWeeks", 3);
    CHECK(t.rowCount() >= four);
    const QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("buy.csv"));
    test::chooseFile(path);
    d.click("buyCsv");
    QFile file(path);
    REQUIRE(file.open(QIODevice::ReadOnly));
    CHECK(file.readAll().startsWith("what,unit,need"));
}

TEST_CASE("a late job is brought back by the button of its sentence", "[ui][days]")
{
    DaysDriver d;
    d.type("promisedFor", QStringLiteral("16 Dec"));
    for (const Finding& f : d.window.bench()->findings()) {
        if (f.code == "days.late") {
            const int finish = d.plan().days->finish;
            const auto act = d.window.bench()->remedyFor(f);
            REQUIRE(act);
            act();
            CHECK(d.plan().days->finish < finish);
            return;
        }
    }
    FAIL("it is not late");
}

TEST_CASE("papers and the calendar file are written from the bench", "[ui][days]")
{
    DaysDriver d;
    d.open("today");
    const QTemporaryDir folder;
    for (const char* button : {"stepListButton", "weekSheetButton", "historyButton"}) {
        const QString path = folder.filePath(QString::fromLatin1(button) + QStringLiteral(".pdf"));
        test::chooseFile(path);
        d.click(button);
        QFile file(path);
        INFO(button);
        REQUIRE(file.open(QIODevice::ReadOnly));
        CHECK(file.readAll().startsWith("%PDF"));
    }
    const QString ics = folder.filePath(QStringLiteral("days.ics"));
    test::chooseFile(ics);
    d.click("icsButton");
    QFile file(ics);
    REQUIRE(file.open(QIODevice::ReadOnly));
    const QByteArray first = file.readAll();
    file.close();
    CHECK(first.startsWith("BEGIN:VCALENDAR"));
    d.write(QStringLiteral("welded 150 min")); // it is kept current
    QTest::qWait(2600);
    REQUIRE(file.open(QIODevice::ReadOnly));
    CHECK(file.readAll() != first);
    file.close();
    d.open("today");
    d.click("icsButton"); // and no longer
    CHECK_FALSE(QSettings().contains(QStringLiteral("calendarFiles/memory/job1")));
}

TEST_CASE("from an empty book Days says what comes first, and nothing breaks", "[ui][days]")
{
    Document document{Book{}};
    ui::MainWindow window(document);
    window.show();
    window.showBench(QStringLiteral("days"));
    QApplication::processEvents();
    for (const char* page : {"today", "book", "steps", "money", "learned", "buy", "jobs"}) {
        window.bench()->showPage(QString::fromLatin1(page));
        QApplication::processEvents();
        window.grab();
    }
    CHECK(window.bench()->headline() == QStringLiteral("not known"));
    CHECK_FALSE(window.bench()->emptyWord().isEmpty());
    CHECK_FALSE(window.findChild<QLineEdit*>(QStringLiteral("dayLine"))->isEnabled());
}
