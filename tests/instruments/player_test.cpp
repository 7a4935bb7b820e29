// The stand-in: what it plays, and that it misbehaves as told.

#include <catch2/catch.hpp>

#include <array>
#include <cmath>
#include <cstdio>

#include <fcntl.h>
#include <poll.h>
#include <unistd.h>

#include "demo/demo_shop.h"
#include "instruments/player.h"
#include "instruments/pseudo_terminal.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

double played(const std::string& line)
{
    const auto read = readInstrumentLine(line);
    REQUIRE(std::holds_alternative<InstrumentReading>(read));
    return std::get<InstrumentReading>(read).value;
}

} // namespace

TEST_CASE("a player answers in order, begins again, and is the same for the same seed", "[instruments]")
{
    InstrumentPlayer player({}, {1.0, 2.0, 3.0});
    for (const double expected : {1.0, 2.0, 3.0, 1.0}) {
        CHECK(played(player.answer("read\r")) == expected);
    }
    CHECK(player.answer("who") == "hello depth stand-in\n");
    CHECK(player.answer("dance").substr(0, 6) == "error ");
    CHECK(player.answer("").empty());
    CHECK(std::get<InstrumentReading>(readInstrumentLine(player.button())).button);

    const PlayerHabits noisy{InstrumentKind::Depth, 0.2, 0.3, 5};
    InstrumentPlayer a(noisy, {10.0, 20.0});
    InstrumentPlayer b(noisy, {10.0, 20.0});
    for (int k = 0; k < 50; ++k) {
        CHECK(a.answer("read") == b.answer("read"));
    }
}

TEST_CASE("drop-outs lose nothing: the next answer is the reading that was lost", "[instruments]")
{
    InstrumentPlayer player({InstrumentKind::Depth, 0.0, 0.4, 11}, {1.0, 2.0, 3.0, 4.0});
    double expected = 1.0;
    int lost = 0;
    for (int k = 0; k < 400; ++k) {
        const std::string line = player.answer("read");
        const auto read = readInstrumentLine(line);
        if (const auto* reading = std::get_if<InstrumentReading>(&read)) {
            CHECK(reading->value == expected); // never a wrong one
            expected = expected == 4.0 ? 1.0 : expected + 1.0;
        } else {
            ++lost;
        }
    }
    CHECK(lost > 100);
    CHECK(lost < 220);
}

TEST_CASE("noise has the width it was given", "[instruments]")
{
    InstrumentPlayer player({InstrumentKind::Depth, 0.5, 0.0, 3}, {100.0});
    double sum = 0.0;
    double square = 0.0;
    constexpr int kMany = 4000;
    for (int k = 0; k < kMany; ++k) {
        const double off = played(player.answer("read")) - 100.0;
        sum += off;
        square += off * off;
    }
    CHECK_THAT(sum / kMany, WithinAbs(0.0, 0.04));
    CHECK_THAT(std::sqrt(square / kMany), WithinAbs(0.5, 0.03));
}

TEST_CASE("readings are played from a file or a slab's face", "[instruments]")
{
    CHECK(*playedFrom("# probe\n 1.5\n\n-2 # here\n") == std::vector<double>{1.5, -2.0});
    CHECK(playedFrom("1\ntwo\n").error().sentence.find("line 2") != std::string::npos);
    CHECK(playedFrom("nan\n").error().code == "player.number");
    CHECK(playedFrom("# nothing\n").error().code == "player.empty");
    const Book book = demoBook();
    const Slab& slab = *book.shop->slab({3});
    const auto values = playedFrom(slab, Face::Top);
    REQUIRE(values);
    const HeightGrid& grid = *slab.topHeights;
    CHECK(values->front() == grid.readings_mm[(grid.ys_mm.size() - 1) * grid.xs_mm.size()]); // far side first
    Slab bare = slab;
    bare.topHeights.reset();
    CHECK(playedFrom(bare, Face::Top).error().code == "player.no_heights");
}

TEST_CASE("a pseudo-terminal carries bytes both ways", "[instruments]")
{
    auto terminal = PseudoTerminal::open();
    REQUIRE(terminal);
    const int other = ::open(terminal->path().c_str(), O_RDWR | O_NOCTTY);
    REQUIRE(other >= 0);
    REQUIRE(::write(other, "read\n", 5) == 5);
    CHECK(terminal->read(1000) == "read\n");
    CHECK(terminal->read(10).empty());
    terminal->write("depth 1.00 mm\n");
    std::array<char, 64> bytes{};
    const ssize_t n = ::read(other, bytes.data(), bytes.size());
    CHECK(std::string(bytes.data(), static_cast<size_t>(std::max<ssize_t>(0, n))) == "depth 1.00 mm\n");
    ::close(other);
    CHECK(terminal->read(10).empty()); // hung up, and still there
}

TEST_CASE("the stand-in program says its port, answers and refuses what it does not know", "[instruments]")
{
    const auto ran = [](const std::string& arguments) {
        FILE* pipe = popen((std::string(BURL_INSTRUMENTS) + ' ' + arguments + " 2>&1").c_str(), "r");
        REQUIRE(pipe != nullptr);
        std::string out;
        std::array<char, 256> buffer{};
        while (const size_t n = fread(buffer.data(), 1, buffer.size(), pipe)) {
            out.append(buffer.data(), n);
        }
        const int status = pclose(pipe);
        return std::pair(WIFEXITED(status) ? WEXITSTATUS(status) : -1, out);
    };
    CHECK(ran("--help").first == 0);
    CHECK(ran("spoon").first == 2);
    CHECK(ran("--file /nowhere").first == 3);
    CHECK(ran("--slab Z9").second.find("no slab of the demo shop is called Z9") != std::string::npos);
    const auto [code, out] = ran("meter --every 0.02 --count 3");
    CHECK(code == 0);
    CHECK(out.rfind("/dev/", 0) == 0);
}
