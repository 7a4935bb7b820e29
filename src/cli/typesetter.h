#pragma once
// An application for commands that set text.

#include <QFontDatabase>
#include <QGuiApplication>

namespace burl::cli
{

/// Text is set by the toolkit, which wants an application; it needs no display for that.
struct Typesetter {
    Typesetter(int& argc, char** argv) : application((qputenv("QT_QPA_PLATFORM", "offscreen"), argc), argv)
    {
        for (const char* font : {":/fonts/Lato-Regular.ttf", ":/fonts/Lato-Bold.ttf"}) {
            const int id = QFontDatabase::addApplicationFont(QString::fromLatin1(font));
            if (id >= 0) {
                family = QFontDatabase::applicationFontFamilies(id).value(0, family);
            }
        }
    }
    QGuiApplication application;
    QString family = QStringLiteral("Lato");
};

} // namespace burl::cli
