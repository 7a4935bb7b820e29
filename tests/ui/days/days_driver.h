#pragma once
// The Days bench on the demo shop, with a clock of its own.

#include <QFile>
#include <QLabel>
#include <QSettings>
#include <QTableWidget>
#include <QTemporaryDir>

#include "core/measure/clock.h"
#include "core/measure/date.h"
#include "ui/days/days_bench.h"
#include "ui/days/days_tray.h"
#include "ui/dialogs.h"
#include "ui/driver.h"
#include "ui/hands.h"

namespace burl::test
{

struct DaysDriver : Driver {
    double now = *hoursOf("2026-11-27T10:10");

    explicit DaysDriver(int number = 1) : Driver(QStringLiteral("days"))
    {
        QSettings().remove(QStringLiteral("stopwatch"));
        document.setClock([this] { return now; });
        showJob(number);
    }
    [[nodiscard]] bool says(const char* code) const { return Driver::says("days", code); }
    void open(const char* page)
    {
        window.bench()->showPage(QString::fromLatin1(page));
        QApplication::processEvents();
    }
    [[nodiscard]] ui::DaysBench& days() { return *qobject_cast<ui::DaysBench*>(window.bench()); }
    [[nodiscard]] QTableWidget& table(const char* name)
    {
        auto* t = find<QTableWidget>(name);
        REQUIRE(t != nullptr);
        return *t;
    }
    void selectRow(const char* name, const QString& text)
    {
        QTableWidget& t = table(name);
        for (int row = 0; row < t.rowCount(); ++row) {
            if (t.item(row, 0)->text() == text) {
                t.setFocus();
                t.scrollToItem(t.item(row, 0));
                const QRect cell = t.visualItemRect(t.item(row, 0));
                QTest::mouseClick(t.viewport(), Qt::LeftButton, Qt::NoModifier, cell.center());
                QApplication::processEvents();
                return;
            }
        }
        FAIL("no row " << text.toStdString());
    }
    /// The line of the day book, by keys.
    void write(const QString& line)
    {
        open("book");
        auto* field = find<QLineEdit>("dayLine");
        field->setFocus();
        QTest::keyClicks(field, line);
        QTest::keyClick(field, Qt::Key_Return);
        QApplication::processEvents();
    }
    /// The boxes under the line, in their order.
    [[nodiscard]] QStringList boxes()
    {
        QStringList out;
        for (QPushButton* b : boxButtons()) {
            out += b->text();
        }
        return out;
    }
    [[nodiscard]] QPushButton* box(const QString& text)
    {
        for (QPushButton* b : boxButtons()) {
            if (b->text() == text) {
                return b;
            }
        }
        FAIL("no box " << text.toStdString());
        return nullptr;
    }
    [[nodiscard]] QList<QPushButton*> boxButtons()
    {
        QList<QPushButton*> out;
        for (QPushButton* b : window.findChild<QWidget*>(QStringLiteral("lineBoxes"))->findChildren<QPushButton*>()) {
            if (b->objectName().startsWith(QStringLiteral("box:"))) {
                out += b;
            }
        }
        return out;
    }
    /// To what the line also takes as done, by its first answer.
    void agree()
    {
        while (auto* yes = window.findChild<QPushButton*>(QStringLiteral("answer1"))) {
            QTest::keyClick(yes, Qt::Key_1);
            QApplication::processEvents();
        }
    }
    /// Where the first block of a step lies, on the board.
    [[nodiscard]] std::optional<QPoint> blockOf(const char* key)
    {
        board().grab(); // painted once, so that its blocks lie
        const auto at = days().placeOf(key);
        return at ? std::optional(at->toPoint()) : std::nullopt;
    }
    void choose(const char* name, const QVariant& value)
    {
        auto* box = find<QComboBox>(name);
        REQUIRE(box != nullptr);
        test::choose(box, box->findData(value));
    }
};

} // namespace burl::test
