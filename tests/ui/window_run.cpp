// The window is driven offscreen, with the toolkit's own mouse and key events.

#include <QApplication>
#include <QLocale>
#include <QSettings>
#include <QTemporaryDir>

#include "support/around.h"
#include "ui/look/theme.h"

using Run = burl::test::Around<QApplication>;

template <> std::unique_ptr<QApplication> Run::make(int& argc, char** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QLocale::setDefault(QLocale(QLocale::English));
    QApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
    static const QTemporaryDir remembered; // what the program remembers of its window and folders is not the maker's
    QSettings::setDefaultFormat(QSettings::IniFormat);
    QSettings::setPath(QSettings::IniFormat, QSettings::UserScope, remembered.path());
    auto application = std::make_unique<QApplication>(argc, argv);
    burl::ui::applyTheme(*application, false);
    return application;
}
CATCH_REGISTER_LISTENER(Run)
