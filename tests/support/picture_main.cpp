// Pictures are made in memory, without a window.

#include <QGuiApplication>

#include "support/run.h"

int main(int argc, char** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QGuiApplication application(argc, argv);
    return runTests(argc, argv);
}
