// The window is driven offscreen, with the toolkit's own mouse and key events.

#include <QApplication>
#include <QLocale>

#include "support/run.h"
#include "ui/theme.h"

int main(int argc, char** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QLocale::setDefault(QLocale(QLocale::English));
    QApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
    QApplication application(argc, argv);
    burl::ui::applyTheme(application, false);
    return runTests(argc, argv);
}
