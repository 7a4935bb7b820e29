// Every field says in a tip what goes into it.

#include "ui/driver.h"

#include <QAbstractSpinBox>
#include <QSlider>
#include <QTableWidget>

using namespace burl;
using test::Driver;

TEST_CASE("every field has a tip in the words of the work", "[ui][tips]")
{
    Driver d;
    QStringList without;
    for (QWidget* w : d.window.findChildren<QWidget*>()) {
        const bool field = qobject_cast<QLineEdit*>(w) != nullptr || qobject_cast<QComboBox*>(w) != nullptr ||
                           qobject_cast<QAbstractSpinBox*>(w) != nullptr || qobject_cast<QSlider*>(w) != nullptr;
        const bool inner = w->objectName().startsWith(QStringLiteral("qt_"));
        if (field && !inner && w->toolTip().isEmpty()) {
            without << w->objectName();
        }
    }
    CAPTURE(without.join(QLatin1Char(' ')).toStdString());
    CHECK(without.isEmpty());
}
