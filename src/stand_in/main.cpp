// burl-instruments: stands in for a probe, a meter, a scale or a thermometer on a pseudo-terminal.

#include <atomic>
#include <chrono>
#include <csignal>
#include <fstream>
#include <iostream>
#include <iterator>
#include <map>

#include <CLI/CLI.hpp>

#include "demo/demo_shop.h"
#include "instruments/player.h"
#include "instruments/pseudo_terminal.h"

namespace
{

std::atomic<bool> stopped{false};

int fail(int code, const std::string& sentence)
{
    std::cerr << "burl-instruments: " << sentence << '\n';
    return code;
}

} // namespace

int main(int argc, char** argv)
{
    using namespace burl;
    CLI::App app{"Stands in for a shop instrument: makes a pseudo-terminal, says its path, and answers on it.",
                 "burl-instruments"};
    app.set_version_flag("--version", BURL_VERSION);
    std::map<std::string, InstrumentKind> kinds{{"probe", InstrumentKind::Depth},
                                                {"meter", InstrumentKind::Moisture},
                                                {"scale", InstrumentKind::Mass},
                                                {"thermometer", InstrumentKind::Temperature}};
    std::string kind = "probe";
    std::string file;
    std::string slabName;
    std::string faceName = "top";
    PlayerHabits habits;
    double every_s = 0.0;
    int count = 0;
    app.add_option("KIND", kind, "probe, the usual; meter, scale or thermometer")
        ->check(CLI::IsMember({"probe", "meter", "scale", "thermometer"}));
    CLI::Option* fromFile = app.add_option("--file", file, "play the readings of this file, one number on each line");
    app.add_option("--slab", slabName, "play the heights of this slab of the demo shop")->excludes(fromFile);
    app.add_option("--face", faceName, "top or bottom")->check(CLI::IsMember({"top", "bottom"}));
    app.add_option("--noise", habits.noise, "standard deviation of each reading")->check(CLI::Range(0.0, 1e6));
    app.add_option("--drop-out", habits.dropOut, "share of readings lost, cut short or garbled")
        ->check(CLI::Range(0.0, 1.0));
    app.add_option("--seed", habits.seed, "of noise and drop-outs");
    app.add_option("--every", every_s, "press its own button every so many seconds")->check(CLI::Range(0.0, 3600.0));
    app.add_option("--count", count, "unplug after so many readings")->check(CLI::Range(0, 1'000'000));
    app.footer("Exit codes: 0 done or stopped, 2 command line not understood, 3 a file not readable, 4 no terminal.\n"
               "See burl-instruments(1).");
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) {
        return app.exit(e) == 0 ? 0 : 2;
    }
    habits.kind = kinds.at(kind);

    Expected<std::vector<double>> values = std::vector<double>{21.5};
    if (!file.empty()) {
        std::ifstream in(file, std::ios::binary);
        if (!in) {
            return fail(3, file + " does not open: is the path right?");
        }
        values = playedFrom(std::string(std::istreambuf_iterator<char>(in), {}));
        if (!values) {
            return fail(3, file + ": " + values.error().sentence);
        }
    } else if (habits.kind == InstrumentKind::Depth || !slabName.empty()) {
        const Book book = demoBook();
        const std::string wanted = slabName.empty() ? "A3" : slabName;
        values = refuse("player.no_slab", "no slab of the demo shop is called " + wanted + '.');
        for (const auto& slab : book.shop->slabs) {
            if (slab->name == wanted) {
                values = playedFrom(*slab, faceName == "top" ? Face::Top : Face::Bottom);
            }
        }
        if (!values) {
            return fail(3, values.error().sentence);
        }
    } else if (habits.kind == InstrumentKind::Moisture) {
        values = std::vector<double>{9.2, 9.4, 10.1, 9.8, 12.6};
    } else if (habits.kind == InstrumentKind::Mass) {
        values = std::vector<double>{0.0, 1250.0, 2480.0, 26'700.0};
    }

    auto terminal = PseudoTerminal::open();
    if (!terminal) {
        return fail(4, terminal.error().sentence);
    }
    std::signal(SIGINT, [](int) { stopped = true; });
    std::signal(SIGTERM, [](int) { stopped = true; });
    std::cout << terminal->path() << std::endl; // flushed: another program waits for it
    InstrumentPlayer player(habits, *values);
    std::string begun;
    int played = 0;
    auto pressed = std::chrono::steady_clock::now();
    while (!stopped && (count == 0 || played < count)) {
        for (const char c : terminal->read(50)) {
            if (c != '\n') {
                begun += begun.size() < 200 ? std::string(1, c) : std::string();
                continue;
            }
            played += begun == "read";
            terminal->write(player.answer(begun));
            begun.clear();
        }
        const auto now = std::chrono::steady_clock::now();
        if (every_s > 0.0 && now - pressed >= std::chrono::duration<double>(every_s)) {
            pressed = now;
            ++played;
            terminal->write(player.button());
        }
    }
    return 0;
}
