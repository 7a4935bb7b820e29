#pragma once
// Choosing with the keys, as a maker does: nothing emits a widget's signals for it.

#include <catch2/catch.hpp>

#include <QAbstractItemView>
#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QMenu>
#include <QTest>

namespace burl::test
{

/// Offscreen, a window that a popup stood before does not become the active one by itself.
inline void backTo(QWidget* window)
{
    QApplication::setActiveWindow(window);
    QApplication::processEvents();
}

/// Opens the box, walks down to the place and takes it.
inline void choose(QComboBox* box, int index)
{
    REQUIRE(box != nullptr);
    REQUIRE(index >= 0);
    REQUIRE(index < box->count());
    box->setFocus();
    QTest::keyClick(box, Qt::Key_F4);
    QAbstractItemView* list = box->view();
    REQUIRE(list->isVisible());
    QTest::keyClick(list, Qt::Key_Home);
    for (int i = 0; i < index; ++i) {
        QTest::keyClick(list, Qt::Key_Down);
    }
    QTest::keyClick(list, Qt::Key_Return);
    backTo(box->window());
}

inline void choose(QComboBox* box, const QString& text)
{
    REQUIRE(box != nullptr);
    choose(box, box->findText(text));
}

inline void chooseValue(QComboBox* box, const QVariant& value)
{
    REQUIRE(box != nullptr);
    choose(box, box->findData(value));
}

/// Clicks an entry of a menu that stands open, or opens it where it is.
inline void click(QMenu* menu, QAction* action)
{
    REQUIRE(menu != nullptr);
    REQUIRE(action != nullptr);
    REQUIRE(action->isEnabled());
    if (!menu->isVisible()) {
        menu->popup(QPoint(0, 0));
    }
    QTest::mouseClick(menu, Qt::LeftButton, Qt::NoModifier, menu->actionGeometry(action).center());
    if (menu->parentWidget() != nullptr) {
        backTo(menu->parentWidget()->window());
    }
}

} // namespace burl::test
