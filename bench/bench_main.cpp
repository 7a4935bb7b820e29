// Timings are read here, never asserted in a test. Absolute numbers depend on the machine; where an
// independent baseline exists the ratio to it is printed as a counter.

#include <benchmark/benchmark.h>

#include <cstring>
#include <iostream>
#include <string>

#include <QApplication>

#include "results.h"
#include "ui/look/theme.h"

int main(int argc, char** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication application(argc, argv);
    burl::ui::applyTheme(application, false);
    benchmark::Initialize(&argc, argv);
    constexpr const char* kResults = "--results="; // a table of this run goes there
    std::string results;
    for (int i = 1; i < argc; ++i) {
        if (std::strncmp(argv[i], kResults, std::strlen(kResults)) == 0) {
            results = argv[i] + std::strlen(kResults);
        }
    }
#ifndef NDEBUG
    benchmark::AddCustomContext("asserts", "on: do not quote these numbers");
#endif
    burl::bench::ResultsKeeper keeper;
    benchmark::RunSpecifiedBenchmarks(&keeper);
    benchmark::Shutdown();
    if (!results.empty() && !keeper.write(results)) {
        std::cerr << results << " cannot be written.\n";
        return 1;
    }
    return 0;
}
