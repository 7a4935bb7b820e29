// Pictures are made in memory, without a window.

#define CATCH_CONFIG_RUNNER
#include <catch2/catch.hpp>

#include <QGuiApplication>

int main(int argc, char** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QGuiApplication application(argc, argv);
    return Catch::Session().run(argc, argv);
}
