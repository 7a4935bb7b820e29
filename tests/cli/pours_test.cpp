// burl pours and burl heat as a maker meets them.

#include <catch2/catch.hpp>

#include <algorithm>
#include <sstream>

#include <nlohmann/json.hpp>

#include "cli/run.h"
#include "support/files.h"

using burl::test::Folder;
using burl::test::has;
using burl::test::Ran;
using burl::test::run;

TEST_CASE("pours are told in their order, as text and as JSON", "[cli][pours]")
{
    Folder folder;
    const std::string job = (folder / "desk.json").string();
    REQUIRE(run("demo 2 -o " + job).code == 0);
    const Ran text = run("pours " + job);
    CHECK(text.code == 0);
    for (const char* part : {"Sat 21 Nov, 08:05, done: River, layer 1", "River, layer 2", "deep blue: ", " or ",
                             "Form: inside", "clamps or weights"}) {
        INFO(part);
        CHECK(has(text.out, part));
    }
    CHECK_FALSE(has(text.out, "nan"));
    // The river was poured on the 21st: the second fill below it, that nobody wrote down, is not to come on the 17th.
    const Ran later = run("pours " + job + " --now 2026-11-27T10:10");
    CHECK(has(later.out, "taken as done: Voids, fill 2"));
    CHECK_FALSE(has(later.out, "Tue 17 Nov, 08:00: "));
    CHECK(has(run("days " + job + " --now 2026-11-27T10:10").out, "Fri 27 Nov, 10:15"));
    CHECK(has(later.out, "Fri 27 Nov, 10:15: River, layer 2"));
    const auto json = nlohmann::json::parse(run("pours " + job + " --json").out);
    double before = -1.0;
    double river = 0.0;
    for (const auto& event : json["events"]) {
        if (event["id"].get<std::string>().rfind("river-", 0) == 0) {
            CHECK(event["at_h"].get<double>() > before);
            before = event["at_h"];
            river += event["litres"].get<double>();
            double pots = 0.0;
            for (const auto& colour : event["colours"]) {
                pots += colour["litres"].get<double>();
                CHECK(colour["a_litres"].get<double>() == Approx(2.0 * colour["b_litres"].get<double>()));
            }
            CHECK(pots == Approx(event["litres"].get<double>()));
        }
    }
    CHECK(river > 15.0);
}

TEST_CASE("the heat of a place is a table that begins at its pour and peaks as pours says", "[cli][heat]")
{
    Folder folder;
    const std::string job = (folder / "tide.json").string();
    REQUIRE(run("demo 7 -o " + job).code == 0);
    const Ran heat = run("heat " + job + " --place river");
    REQUIRE(heat.code == 0);
    std::istringstream lines(heat.out);
    std::string line;
    std::getline(lines, line);
    CHECK(line == "hour,room_c,warmest_c,layer1_middle_c,layer1_top_c,layer1_cure");
    double peak = 0.0;
    double last = -1.0;
    double cure = 0.0;
    while (std::getline(lines, line)) {
        std::replace(line.begin(), line.end(), ',', ' ');
        std::istringstream cells(line);
        double hour = 0.0, room = 0.0, warmest = 0.0, middle = 0.0, top = 0.0, now = 0.0;
        REQUIRE(cells >> hour >> room >> warmest >> middle >> top >> now);
        CHECK(hour >= last);
        CHECK(now >= cure - 1e-9); // nothing cures backwards
        CHECK((room >= 18.9 && room <= 22.1));
        last = hour;
        cure = now;
        peak = std::max(peak, warmest);
    }
    const auto figure = nlohmann::json::parse(run("plan " + job + " --json --figure pour_peak").out);
    CHECK(peak == Approx(figure["value"].get<double>()).margin(0.01));
}

TEST_CASE("a place that is not poured, and a job without resin, are said", "[cli][heat]")
{
    Folder folder;
    const std::string job = (folder / "round.json").string();
    REQUIRE(run("demo 3 -o " + job).code == 0);
    CHECK(has(run("pours " + job).out, "Nothing is poured"));
    for (const char* place : {"river", "0", "7", "river-1", "-1", "99999999999999999999"}) {
        const Ran none = run("heat " + job + " --place=" + place);
        INFO(place);
        CHECK(none.code == 1);
        CHECK(has(none.out, "burl pours lists those"));
    }
    CHECK(run("heat " + (folder / "none.json").string()).code == 3);
}

TEST_CASE("pockets and the underside are handed out from a job file, and refused in words", "[cli][move]")
{
    Folder folder;
    const std::string job = (folder / "table.json").string();
    REQUIRE(run("demo 1 -o " + job).code == 0);
    const Ran code = run("pockets " + job);
    CHECK(code.code == 0);
    CHECK(has(code.out, "plate 1, 6"));
    CHECK(has(code.out, "G21"));
    CHECK(run("pockets " + job + " --bit 60").code == 1);
    CHECK(has(run("pockets " + job + " --bit 60").out, "take a smaller one"));
    CHECK(run("pockets " + job + " --bit none").code == 2);
    const std::string dxf = (folder / "under.dxf").string();
    CHECK(run("template " + job + " --underside -o " + dxf).code == 0);
    const std::string pdf = (folder / "map.pdf").string();
    CHECK(run("sheet " + job + " --kind drilling -o " + pdf).code == 0);
    const std::string round = (folder / "round.json").string();
    REQUIRE(run("demo 3 -o " + round).code == 0);
    CHECK(run("pockets " + round).code == 1);
    CHECK(has(run("plan " + job + " --figure channels_hold").out, "mm"));
}
