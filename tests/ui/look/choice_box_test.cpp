// A closed list tells the whole of a name that does not fit, and finds a name by a word of it.

#include <catch2/catch.hpp>

#include <QAbstractItemView>
#include <QApplication>
#include <QHelpEvent>
#include <QSignalSpy>
#include <QTest>
#include <QToolTip>

#include "ui/look/choice_box.h"

using namespace burl::ui;

namespace
{

const QStringList kFinishes{QStringLiteral("shellac"),
                            QStringLiteral("hard-wax oil, two parts, for tops that are used"),
                            QStringLiteral("water-borne varnish"), QStringLiteral("Black walnut oil")};

/// What the pointer is told when it rests on a widget.
QString toldBy(QWidget& widget)
{
    QToolTip::hideText();
    QHelpEvent rest(QEvent::ToolTip, QPoint(5, 5), widget.mapToGlobal(QPoint(5, 5)));
    QApplication::sendEvent(&widget, &rest);
    return QToolTip::isVisible() ? QToolTip::text() : QString();
}

struct Narrow {
    QWidget window;
    ChoiceBox* box = new ChoiceBox(&window);
    explicit Narrow(int width)
    {
        window.resize(400, 200);
        box->addItems(kFinishes);
        box->setGeometry(10, 10, width, 28);
        window.show();
        REQUIRE(QTest::qWaitForWindowExposed(&window));
    }
};

} // namespace

TEST_CASE("a name that fits is shown whole, one that does not ends in dots and is told", "[ui][look]")
{
    Narrow n(140);
    CHECK(n.box->shownText() == kFinishes[0]);
    n.box->setToolTip(QStringLiteral("What comes on the wood"));
    n.box->setCurrentIndex(1);
    CHECK(n.box->shownText().startsWith(QStringLiteral("hard-wax")));
    CHECK(n.box->shownText().endsWith(QChar(0x2026)));
    CHECK(n.box->shownText().size() < kFinishes[1].size());
    CHECK(toldBy(*n.box) == kFinishes[1] + QStringLiteral("\nWhat comes on the wood"));
    n.box->setToolTip({});
    CHECK(toldBy(*n.box) == kFinishes[1]);
    n.box->resize(380, 28);
    CHECK(n.box->shownText() == kFinishes[1]);
    // What is written never leaves the room of the field, whatever its width.
    for (int width = 60; width <= 380; width += 40) {
        n.box->resize(width, 28);
        CHECK(n.box->fontMetrics().horizontalAdvance(n.box->shownText()) < width);
    }
}

TEST_CASE("the open list is as wide as its longest name, and no click is lost", "[ui][look]")
{
    Narrow n(110);
    QSignalSpy chosen(n.box, &QComboBox::activated);
    n.box->setFocus();
    QTest::mouseClick(n.box, Qt::LeftButton);
    QAbstractItemView* list = n.box->view();
    REQUIRE(list->isVisible());
    CHECK(list->viewport()->width() >= list->fontMetrics().horizontalAdvance(kFinishes[1]));
    const QRect row = list->visualRect(n.box->model()->index(2, 0));
    CHECK(row.height() >= 18);
    QTest::mouseMove(list->viewport(), row.center());
    QTest::qWait(QApplication::doubleClickInterval()); // or the list takes it for the click that opened it
    QTest::mouseClick(list->viewport(), Qt::LeftButton, Qt::NoModifier, row.center());
    CHECK(n.box->currentIndex() == 2);
    CHECK(chosen.count() == 1);
}

TEST_CASE("keys find a name by its beginning, else by a word in it", "[ui][look]")
{
    Narrow n(140);
    n.box->setFocus();
    QTest::keyClicks(n.box, QStringLiteral("wal"));
    CHECK(n.box->currentText() == kFinishes[3]);
    QTest::qWait(1100); // a pause begins a new word
    QTest::keyClicks(n.box, QStringLiteral("wat"));
    CHECK(n.box->currentText() == kFinishes[2]);
    QTest::qWait(1100);
    QTest::keyClicks(n.box, QStringLiteral("xyz"));
    CHECK(n.box->currentText() == kFinishes[2]);
}
