#pragma once
// Hands for the yard: its tables, its log, its board.

#include <QPushButton>

#include "ui/driver.h"
#include "ui/ledger/reading_table.h"

namespace burl::test
{

struct Yard : Driver {
    Yard() : Driver(QStringLiteral("yard")) {}
    [[nodiscard]] const Slab& slab(int id = 3) const { return *document.shop().slab({id}); }
    [[nodiscard]] ui::ReadingTable* table() { return find<ui::ReadingTable>("readings"); }
    void mode(const char* button) { QTest::mouseClick(find<QPushButton>(button), Qt::LeftButton); }

    void dragOn(QWidget* widget, QPoint from, QPoint to)
    {
        QTest::mousePress(widget, Qt::LeftButton, Qt::NoModifier, from);
        for (const QPoint at : {from + (to - from) / 2, to}) {
            QMouseEvent event(QEvent::MouseMove, QPointF(at), widget->mapToGlobal(QPointF(at)), Qt::NoButton,
                              Qt::LeftButton, Qt::NoModifier);
            QApplication::sendEvent(widget, &event);
        }
        QTest::mouseRelease(widget, Qt::LeftButton, Qt::NoModifier, to);
        QApplication::processEvents();
    }

    void cell(int row, int column, const QString& text)
    {
        QApplication::setActiveWindow(&window); // offscreen a popup leaves none
        table()->setFocus();
        table()->setCurrentCell(row, column);
        QTest::keyClick(table(), Qt::Key_F2);
        auto* editor = qobject_cast<QLineEdit*>(QApplication::focusWidget());
        REQUIRE(editor != nullptr);
        editor->selectAll();
        text.isEmpty() ? QTest::keyClick(editor, Qt::Key_Delete) : QTest::keyClicks(editor, text);
        QTest::keyClick(editor, Qt::Key_Return);
        QApplication::processEvents();
    }
};

} // namespace burl::test
