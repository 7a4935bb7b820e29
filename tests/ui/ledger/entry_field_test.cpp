// Fields by themselves: what is typed is handed over once, what is refused stays, what is only looked at never changes.

#include <catch2/catch.hpp>

#include <QApplication>
#include <QSignalSpy>
#include <QTest>
#include <QVBoxLayout>

#include "ui/ledger/entry_field.h"
#include "ui/ledger/measure_field.h"

using namespace burl;

namespace
{

/// Two fields in a window, so that one can be left for the other.
template <typename Field> struct Pair {
    QWidget window;
    Field* first;
    QLineEdit* second;

    template <typename... Args> explicit Pair(Args... args) : first(new Field(args..., &window))
    {
        second = new QLineEdit(&window);
        auto* column = new QVBoxLayout(&window);
        column->addWidget(first);
        column->addWidget(second);
        window.show();
        QApplication::setActiveWindow(&window);
        first->setFocus();
        QApplication::processEvents();
    }
    void leave()
    {
        second->setFocus();
        QApplication::processEvents();
    }
    void enter(const char* text)
    {
        first->setFocus(); // Enter has led to the second
        QTest::keyClicks(first, QLatin1String(text));
        QTest::keyClick(first, Qt::Key_Return);
        QApplication::processEvents();
    }
};

} // namespace

TEST_CASE("a text is handed over once, by Enter or by leaving the field", "[ui][field]")
{
    Pair<ui::EntryField> p;
    QSignalSpy typed(p.first, &ui::EntryField::typed);
    p.enter("oak");
    CHECK(typed.count() == 1);
    p.leave();
    CHECK(typed.count() == 1); // it was handed over already
    p.first->setFocus();
    QTest::keyClicks(p.first, QStringLiteral("s"));
    p.leave();
    CHECK(typed.count() == 2);
    p.first->setFocus();
    p.leave(); // only looked at
    CHECK(typed.count() == 2);
}

TEST_CASE("what the plan says does not disturb who is typing, and stands there when nobody is", "[ui][field]")
{
    Pair<ui::EntryField> p;
    p.first->setShown(QStringLiteral("before"));
    CHECK(p.first->text() == QStringLiteral("before"));
    QTest::keyClicks(p.first, QStringLiteral("!"));
    p.first->setShown(QStringLiteral("meanwhile"));
    CHECK(p.first->text() == QStringLiteral("before!"));
    QTest::keyClick(p.first, Qt::Key_Escape); // what holds now, not what held then
    CHECK(p.first->text() == QStringLiteral("meanwhile"));
    p.leave();
    p.first->setShown(QStringLiteral("after"));
    CHECK(p.first->text() == QStringLiteral("after"));
}

TEST_CASE("a refused text stays, marked, with the reason as its tip, until it is mended", "[ui][field]")
{
    Pair<ui::EntryField> p;
    p.first->setTip(QStringLiteral("the usual tip"));
    p.first->setShown(QStringLiteral("7"));
    QObject::connect(p.first, &ui::EntryField::typed, p.first, [&](const QString& text) {
        if (text.contains(QLatin1Char('x'))) {
            p.first->refuse(QStringLiteral("no x"));
        } else {
            p.first->setShown(text);
        }
    });
    QSignalSpy refused(p.first, &ui::EntryField::refused);
    p.enter("x");
    CHECK(refused.count() == 1);
    CHECK(p.first->text() == QStringLiteral("7x"));
    CHECK(p.first->property("refused").toBool());
    CHECK(p.first->toolTip() == QStringLiteral("no x"));
    p.first->setTip(QStringLiteral("a new tip")); // while it is refused the reason stays
    CHECK(p.first->toolTip() == QStringLiteral("no x"));
    QTest::keyClick(p.first, Qt::Key_Backspace);
    p.enter("8");
    CHECK(p.first->text() == QStringLiteral("78"));
    CHECK_FALSE(p.first->property("refused").toBool());
    CHECK(p.first->toolTip() == QStringLiteral("a new tip"));
}

TEST_CASE("a measure that is only looked at keeps the value behind its rounded text", "[ui][field]")
{
    Pair<ui::MeasureField> p(Unit::Length);
    UnitChoice inches;
    inches.length = LengthStyle::FractionalInches;
    p.first->setUnits(inches);
    p.first->setValue(1234.5);
    QSignalSpy entered(p.first, &ui::MeasureField::entered);
    const QString shown = p.first->text();
    QTest::keyClick(p.first, Qt::Key_Return);
    p.leave();
    CHECK(entered.count() == 0);
    CHECK(p.first->value() == 1234.5);
    p.first->setUnits({});
    CHECK(p.first->text() != shown);
    CHECK(p.first->text().contains(QStringLiteral("1234.5")));
}

TEST_CASE("a measure takes any spelling, its range, and nothing where nothing is an answer", "[ui][field]")
{
    Pair<ui::MeasureField> p(Unit::Length);
    p.first->setRange({10.0, 3000.0});
    QSignalSpy entered(p.first, &ui::MeasureField::entered);
    QSignalSpy refused(p.first, &ui::MeasureField::refused);
    p.enter("2,3 m");
    REQUIRE(entered.count() == 1);
    CHECK(*p.first->value() == Approx(2300.0));
    p.enter("90-1/2 in"); // typed over what stood there
    CHECK(*p.first->value() == Approx(2298.7));
    p.enter("10 mm"); // the ends are allowed
    CHECK(*p.first->value() == 10.0);
    for (const char* bad : {"9.99", "3001", "-20", "two metres", "1/0", "nan", "1e99"}) {
        const auto before = entered.count();
        p.enter(bad);
        INFO(bad);
        CHECK(entered.count() == before);
        CHECK(*p.first->value() == 10.0);
        CHECK(p.first->property("refused").toBool());
    }
    CHECK(refused.count() == 7);
    QTest::keyClick(p.first, Qt::Key_Escape);
    CHECK(p.first->text() == QStringLiteral("10 mm"));
    // Emptied: refused where a value is wanted, an answer where none is.
    p.first->selectAll();
    QTest::keyClick(p.first, Qt::Key_Delete);
    QTest::keyClick(p.first, Qt::Key_Return);
    CHECK(p.first->value() == 10.0);
    p.first->setOptional(QStringLiteral("as it comes"));
    p.first->selectAll();
    QTest::keyClick(p.first, Qt::Key_Delete);
    QTest::keyClick(p.first, Qt::Key_Return);
    CHECK(p.first->value() == std::nullopt);
    CHECK(p.first->placeholderText() == QStringLiteral("as it comes"));
}
