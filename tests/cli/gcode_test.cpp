// Every surfacing file of the demo shop, read by a reader that knows nothing of the writer.

#include <catch2/catch.hpp>

#include <cmath>
#include <cstdlib>
#include <sstream>

#include "cli/run.h"
#include "demo/demo_shop.h"
#include "support/files.h"

using burl::test::run;
namespace test = burl::test;

namespace
{

struct Box {
    double left = 1e9, bottom = 1e9, right = -1e9, top = -1e9;
    void take(double x, double y)
    {
        left = std::min(left, x);
        right = std::max(right, x);
        bottom = std::min(bottom, y);
        top = std::max(top, y);
    }
};

/// Word by word, as a machine takes them.
struct Machine {
    double x = 0.0, y = 0.0, z = 0.0;
    bool fast = true, spindle = false, stopped = false;
    Box dry, cut;
    double lowestFast = 1e9;  // of fast moves across, the spindle on
    double highestCut = -1e9; // and of cuts
    int cuts = 0;

    void line(std::string text)
    {
        for (size_t open = text.find('('); open != std::string::npos; open = text.find('(')) {
            text.erase(open, text.find(')', open) - open + 1);
        }
        std::istringstream words(text);
        std::string word;
        const double wasX = x;
        const double wasY = y;
        bool moved = false;
        while (words >> word) {
            const double value = std::atof(word.c_str() + 1);
            if (word == "M3") {
                spindle = true;
            } else if (word == "M5") {
                spindle = false;
            } else if (word == "M0") {
                stopped = true;
            } else if (word == "G0" || word == "G1") {
                fast = word == "G0";
            } else if (word[0] == 'X' || word[0] == 'Y' || word[0] == 'Z') {
                (word[0] == 'X' ? x : word[0] == 'Y' ? y : z) = value;
                moved = true;
            }
        }
        if (!moved) {
            return;
        }
        const bool across = std::hypot(x - wasX, y - wasY) > 1e-6;
        if (!stopped && across) {
            dry.take(x, y);
        }
        if (spindle) {
            cut.take(x, y);
            if (fast && across) {
                lowestFast = std::min(lowestFast, z);
            } else if (!fast) {
                highestCut = std::max(highestCut, z);
                ++cuts;
            }
        }
    }
};

} // namespace

TEST_CASE("the dry run shows all that is then cut, and nothing travels fast in the wood", "[cli][gcode][slow]")
{
    const burl::Book shop = burl::demoBook();
    test::Folder folder;
    int files = 0;
#ifdef BURL_SANITIZED
    const size_t jobs = 2; // a plan takes ten times as long there
    const int least = 4;
#else
    const size_t jobs = shop.jobs.size();
    const int least = 10;
#endif
    for (size_t number = 1; number <= jobs; ++number) {
        const std::string job = (folder / (std::to_string(number) + ".json")).string();
        REQUIRE(run("demo " + std::to_string(number) + " -o " + job).code == 0);
        for (const burl::Piece& piece : shop.jobs[number - 1]->layup.pieces) {
            const burl::Slab* slab = shop.shop->slab(piece.slab);
            if (slab == nullptr) {
                continue;
            }
            for (const char* face : {"top", "bottom"}) {
                const auto written = run("gcode " + job + " \"" + slab->name + "\" --face " + face);
                if (written.code != 0) {
                    continue; // it needs no cut
                }
                Machine machine;
                std::istringstream lines(written.out);
                for (std::string line; std::getline(lines, line);) {
                    machine.line(line);
                }
                INFO("job " << number << ", " << slab->name << ", " << face);
                ++files;
                CHECK(machine.cuts > 0);
                CHECK(machine.dry.left <= machine.cut.left + 1e-6);
                CHECK(machine.dry.right >= machine.cut.right - 1e-6);
                CHECK(machine.dry.bottom <= machine.cut.bottom + 1e-6);
                CHECK(machine.dry.top >= machine.cut.top - 1e-6);
                CHECK(machine.lowestFast > machine.highestCut + 4.9); // at safe height, over every cut
            }
        }
    }
    CHECK(files >= least);
}
