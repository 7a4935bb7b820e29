// The line protocol: what is a reading, what is not, and how it is said.

#include <catch2/catch.hpp>

#include <random>

#include "instruments/line.h"

using namespace burl;
using Catch::WithinAbs;

namespace
{

double valueOf(const InstrumentLine& line)
{
    REQUIRE(std::holds_alternative<InstrumentReading>(line));
    return std::get<InstrumentReading>(line).value;
}

InstrumentTrouble::What troubleOf(const InstrumentLine& line)
{
    REQUIRE(std::holds_alternative<InstrumentTrouble>(line));
    CHECK_FALSE(std::get<InstrumentTrouble>(line).sentence.empty());
    return std::get<InstrumentTrouble>(line).what;
}

} // namespace

TEST_CASE("readings come in every unit of their kind", "[instruments]")
{
    CHECK_THAT(valueOf(readInstrumentLine("depth 23.45 mm")), WithinAbs(23.45, 1e-12));
    CHECK_THAT(valueOf(readInstrumentLine("depth -1.5 cm\r")), WithinAbs(-15.0, 1e-12));
    CHECK_THAT(valueOf(readInstrumentLine("  depth +0.5 in ")), WithinAbs(12.7, 1e-12));
    CHECK_THAT(valueOf(readInstrumentLine("mass 2 lb")), WithinAbs(907.18474, 1e-9));
    CHECK_THAT(valueOf(readInstrumentLine("mass 1.25 kg")), WithinAbs(1250.0, 1e-9));
    CHECK_THAT(valueOf(readInstrumentLine("temperature 68 F")), WithinAbs(20.0, 1e-9));
    const InstrumentLine meter = readInstrumentLine("moisture 9.3 % depth=12.5 mm button");
    CHECK_THAT(valueOf(meter), WithinAbs(9.3, 1e-12));
    CHECK(std::get<InstrumentReading>(meter).depth_mm == 12.5);
    CHECK(std::get<InstrumentReading>(meter).button);
    const auto hello = readInstrumentLine("hello depth bench probe 2");
    REQUIRE(std::holds_alternative<InstrumentGreeting>(hello));
    CHECK(std::get<InstrumentGreeting>(hello).name == "bench probe 2");
}

TEST_CASE("what is no reading is never one", "[instruments]")
{
    using What = InstrumentTrouble::What;
    for (const char* line :
         {"", "depth", "depth mm", "depth nan mm", "depth inf mm", "depth 12", "depth 12 kg", "depth 1,5 mm",
          "depth 12 mm loud", "depth 0x10 mm", "width 12 mm", "moisture 9 % depth=a mm", "moisture 9 % depth=3",
          "hello", "hello spoon", "depth 12.0 mm *00", "\x01\x02\xff"}) {
        CAPTURE(line);
        CHECK(troubleOf(readInstrumentLine(line)) == What::Garbage);
    }
    CHECK(troubleOf(readInstrumentLine("depth 1e9 mm")) == What::OutOfRange);
    CHECK(troubleOf(readInstrumentLine("moisture -2 %")) == What::OutOfRange);
    CHECK(troubleOf(readInstrumentLine("temperature 900 C")) == What::OutOfRange);
    CHECK(troubleOf(readInstrumentLine("error battery low")) == What::SaidByInstrument);
}

TEST_CASE("a written line is read back, and one lost bit is seen", "[instruments]")
{
    std::mt19937 random(7);
    std::uniform_int_distribution<int> hundredths(-9'000, 90'000);
    for (int k = 0; k < 200; ++k) {
        InstrumentReading r;
        r.value = hundredths(random) / 100.0;
        r.button = k % 2 == 0;
        std::string line = writeInstrumentLine(r);
        REQUIRE(line.back() == '\n');
        line.pop_back();
        CHECK_THAT(valueOf(readInstrumentLine(line)), WithinAbs(r.value, 1e-9));
        const size_t at = std::uniform_int_distribution<size_t>(0, line.size() - 5)(random);
        line[at] = static_cast<char>(line[at] ^ 1);
        CHECK(std::holds_alternative<InstrumentTrouble>(readInstrumentLine(line)));
    }
    CHECK(valueOf(readInstrumentLine("depth 23.45 mm *43")) == 23.45); // as docs/formats.md has them
    CHECK(valueOf(readInstrumentLine("moisture 11.20 % depth=20.00 mm button *4D")) == 11.2);
    InstrumentReading deep{InstrumentKind::Moisture, 11.25, 20.0, false};
    std::string line = writeInstrumentLine(deep);
    CHECK(std::get<InstrumentReading>(readInstrumentLine(line)) == deep);
}

TEST_CASE("a depth that no pins reach is no reading, and any number is written whole", "[instruments]")
{
    const InstrumentLine line = readInstrumentLine("moisture 9.10 % depth=1e300 mm");
    REQUIRE(std::holds_alternative<InstrumentTrouble>(line));
    InstrumentReading far;
    far.kind = InstrumentKind::Depth;
    far.value = 1e300;
    const std::string written = writeInstrumentLine(far);
    CHECK(written.find(" mm") > 300);
    CHECK(written.find(',') == std::string::npos);
}

TEST_CASE("bytes are taken apart into lines however they come", "[instruments]")
{
    const std::string all = "depth 1.00 mm\r\n\r\ndepth 2.00 mm\nrubbish\ndepth 3.00 mm\n";
    for (size_t piece = 1; piece < all.size(); piece += 3) {
        InstrumentLines lines;
        std::vector<InstrumentLine> got;
        for (size_t at = 0; at < all.size(); at += piece) {
            for (InstrumentLine& line : lines.take(std::string_view(all).substr(at, piece))) {
                got.push_back(std::move(line));
            }
        }
        REQUIRE(got.size() == 4);
        CHECK(valueOf(got[0]) == 1.0);
        CHECK(valueOf(got[1]) == 2.0);
        CHECK(troubleOf(got[2]) == InstrumentTrouble::What::Garbage);
        CHECK(valueOf(got[3]) == 3.0);
    }
    InstrumentLines endless; // no line end for a long time: it is let go, and the next line counts again
    CHECK(endless.take(std::string(100'000, 'x')).empty());
    const auto after = endless.take("\ndepth 4.00 mm\n");
    REQUIRE(after.size() == 2);
    CHECK(troubleOf(after[0]) == InstrumentTrouble::What::Garbage);
    CHECK(valueOf(after[1]) == 4.0);
}
