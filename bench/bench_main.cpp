// Timings are read here, never asserted in a test. Absolute numbers depend on the machine; where an
// independent baseline exists the ratio to it is printed as a counter.

#include <benchmark/benchmark.h>

#include <QApplication>

#include "ui/look/theme.h"

int main(int argc, char** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication application(argc, argv);
    burl::ui::applyTheme(application, false);
    benchmark::Initialize(&argc, argv);
#ifndef NDEBUG
    benchmark::AddCustomContext("asserts", "on: do not quote these numbers");
#endif
    benchmark::RunSpecifiedBenchmarks();
    benchmark::Shutdown();
    return 0;
}
