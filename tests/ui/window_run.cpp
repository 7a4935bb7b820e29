// The window is driven offscreen, with the toolkit's own mouse and key events.

#include <QApplication>
#include <QLocale>

#include "support/around.h"
#include "ui/theme.h"

using Run = burl::test::Around<QApplication>;

template <> std::unique_ptr<QApplication> Run::make(int& argc, char** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QLocale::setDefault(QLocale(QLocale::English));
    QApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
    auto application = std::make_unique<QApplication>(argc, argv);
    burl::ui::applyTheme(*application, false);
    return application;
}
CATCH_REGISTER_LISTENER(Run)
