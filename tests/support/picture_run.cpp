// Pictures are made in memory, without a window.

#include <QGuiApplication>

#include "support/around.h"

using Run = burl::test::Around<QGuiApplication>;

template <> std::unique_ptr<QGuiApplication> Run::make(int& argc, char** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    return std::make_unique<QGuiApplication>(argc, argv);
}
CATCH_REGISTER_LISTENER(Run)
