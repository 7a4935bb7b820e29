// The command line as a user meets it: output, sentences, exit codes.

#include <catch2/catch.hpp>

#include <fstream>

#include <nlohmann/json.hpp>

#include "cli/run.h"
#include "support/files.h"

using burl::test::Folder;
using burl::test::has;
using burl::test::Ran;
using burl::test::run;
namespace test = burl::test;

TEST_CASE("a demo job is planned, as text, as JSON, one figure with its working", "[cli]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 1 -o " + job).code == 0);
    const Ran text = run("plan " + job);
    CHECK(text.code == 0);
    CHECK(has(text.out, "Reading-room table"));
    CHECK(has(text.out, "Thickness, finished"));
    const auto json = nlohmann::json::parse(run("plan " + job + " --json --working").out);
    CHECK(json["flatten"]["figures"][0]["key"] == "thickness");
    CHECK(json["flatten"]["figures"][0]["value"] == 50.0);
    CHECK(json["flatten"]["figures"][0]["working"].size() > 5);
    CHECK(run("plan " + job + " --figure thickness").out == "50.0 mm\n");
    CHECK(run("plan " + job + " --figure rough_length --units feet").out == "9' 1 7/16\"\n");
    CHECK(has(run("plan " + job + " --figure rough_length --working").out, "final length + 2 × trim"));
}

TEST_CASE("the sheet is a PDF", "[cli]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 2 -o " + job).code == 0);
    for (const char* paper : {"a4", "letter"}) {
        const auto pdf = folder / (std::string(paper) + ".pdf");
        CHECK(run("sheet " + job + " -o " + pdf.string() + " --paper " + paper).code == 0);
        const std::string bytes = test::contents(pdf);
        CHECK(bytes.substr(0, 5) == "%PDF-");
        CHECK(bytes.size() > 20'000);
    }
}

TEST_CASE("trouble is one sentence and its own exit code", "[cli]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 1 -o " + job).code == 0);
    const std::string broken = (folder / "broken.json").string();
    std::ofstream(broken) << "{\n \"format\": \"young-burl-job\",\n \"version\": 1\n \"job\": {}\n}\n";
    const Ran unreadable = run("plan " + broken);
    CHECK(unreadable.code == 3);
    CHECK(has(unreadable.out, "broken.json, line 4"));
    CHECK(run("plan " + (folder / "none.json").string()).code == 3);
    CHECK(run("plan " + job + " --figure beauty").code == 1);
    CHECK(run("plan " + job + " --units parsec").code == 2);
    CHECK(run("plan").code == 2);
    CHECK(run("dance").code == 2);
    CHECK(run("sheet " + job + " -o /no/such/folder/x.pdf").code == 4);
    CHECK(run("--help").code == 0);
}

TEST_CASE("cure says when a pour is where, and only that a wild one runs away", "[cli][cure]")
{
    const Ran good = run("cure --width 250 --depth 50 --room 21");
    CHECK(good.code == 0);
    CHECK(good.out.find("hottest") != std::string::npos);
    CHECK(good.out.find("50.") != std::string::npos); // degrees, as the reference has it
    CHECK(good.out.find("runs away") == std::string::npos);
    const Ran wild = run("cure --width 100 --depth 50 --resin table_top --room 22");
    CHECK(wild.code == 0);
    CHECK(wild.out.find("runs away") != std::string::npos);
    CHECK(wild.out.find("hottest") == std::string::npos);
    CHECK(run("cure --width 250 --depth 50 --resin treacle").code == 2);
    CHECK(run("cure --width wide --depth 50").code == 2);
    CHECK(run("cure --width 250 --depth 5000").code == 2);
    CHECK(run("cure --width 250 --depth 50 --room -80").code == 2);
}

TEST_CASE("verify says the largest deviation of each case and fails when one is missed", "[cli]")
{
    const std::string file = std::string(BURL_TEST_DATA) + "/reference/emc.json";
    const Ran good = run("verify " + file);
    CHECK(good.code == 0);
    CHECK(has(good.out, "printed_column_21C: largest deviation"));
    Folder folder;
    const auto bad = folder / "bad.json";
    std::string text = test::contents(file);
    const size_t at = text.find("1.298405654");
    REQUIRE(at != std::string::npos);
    text.replace(at, 11, "1.298505654");
    std::ofstream(bad) << text;
    const Ran missed = run("verify " + bad.string());
    CHECK(missed.code == 1);
    CHECK(has(missed.out, "MISSED"));
}

TEST_CASE("offers are ranked, the quick search and the long one alike", "[cli][offers]")
{
    Folder folder;
    const std::string job = (folder / "yard.json").string();
    REQUIRE(run("demo 1 --yard -o " + job).code == 0);
    const Ran text = run("offers " + job + " --count 3");
    CHECK(text.code == 0);
    CHECK(has(text.out, "1. "));
    CHECK(has(text.out, "3. "));
    CHECK_FALSE(has(text.out, "4. "));
    CHECK(has(text.out, "bookmatch"));
    CHECK(has(text.out, "too short"));
    const auto quick = nlohmann::json::parse(run("offers " + job + " --json").out);
    const auto all = nlohmann::json::parse(run("offers " + job + " --json --exhaustive").out);
    REQUIRE(quick["offers"].size() == all["offers"].size());
    CHECK(quick["offers"] == all["offers"]);
    CHECK(quick["compared"].get<int>() < all["compared"].get<int>());
    CHECK(quick["offers"][0]["pieces"].size() == 2);
    CHECK(run("offers " + job + " --count 0").code == 2);
    CHECK(run("offers nowhere.json").code == 3);
}

TEST_CASE("a tag is written for a slab of the file, and an unknown one is said", "[cli][tag]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 1 -o " + job).code == 0);
    const auto pdf = folder / "tag.pdf";
    CHECK(run("tag " + job + " A4 -o " + pdf.string()).code == 0);
    CHECK(test::contents(pdf).substr(0, 5) == "%PDF-");
    const Ran none = run("tag " + job + " Z9 -o " + pdf.string());
    CHECK(none.code == 1);
    CHECK(has(none.out, "no slab called Z9"));
}

TEST_CASE("a gap is planned with its rods and without resin", "[cli]")
{
    Folder folder;
    const std::string job = (folder / "gap.json").string();
    REQUIRE(run("demo 4 -o " + job).code == 0);
    const auto plan = nlohmann::json::parse(run("plan " + job + " --json").out);
    bool rods = false;
    for (const auto& figure : plan["layup"]["figures"]) {
        rods = rods || (figure["key"] == "rods" && figure["value"].get<double>() >= 5.0);
    }
    CHECK(rods);
    CHECK(run("sheet " + job + " -o " + (folder / "gap.pdf").string()).code == 0);
}

TEST_CASE("G-code is written for a face of the top, one milling at a time, and refused for what is not there",
          "[cli][gcode]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 2 -o " + job).code == 0); // milled twice
    const Ran all = run("gcode " + job + " B2");
    CHECK(all.code == 0);
    CHECK(has(all.out, "G21"));
    CHECK(has(all.out, "M30"));
    CHECK(has(all.out, "(B2, top face up)"));
    const Ran first = run("gcode " + job + " B2 --milling 1 --inches");
    CHECK(has(first.out, "G20"));
    CHECK(has(first.out, "pass 1 of"));
    const std::string last = all.out.substr(all.out.rfind("(pass "), 13); // "(pass 4 of 4)"
    CHECK_FALSE(has(first.out, last));
    CHECK(has(run("gcode " + job + " B2 --milling 2").out, last));
    const Ran none = run("gcode " + job + " Z9");
    CHECK(none.code == 1);
    CHECK(has(none.out, "no piece of a slab called Z9"));
    CHECK(run("gcode " + job + " B2 --face side").code == 2);
    CHECK(run("gcode " + job + " B2 -o /nowhere/a.nc").code == 4);
}

TEST_CASE("the finished table is drawn as PNG, and a size that is none is refused", "[cli][picture]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 2 -o " + job).code == 0);
    const auto drawn = [&](const char* name, const std::string& more) {
        const auto png = folder / name;
        CHECK(run("picture " + job + " --size 96x60 --passes 2 -o " + png.string() + more).code == 0);
        return test::contents(png);
    };
    const std::string bytes = drawn("table.png", "");
    REQUIRE(bytes.size() > 1000);
    CHECK(bytes.substr(1, 3) == "PNG");
    const auto number = [&](size_t at) { // of the header, most significant byte first
        unsigned n = 0;
        for (size_t i = at; i < at + 4; ++i) {
            n = n << 8U | static_cast<unsigned char>(bytes[i]);
        }
        return n;
    };
    CHECK(number(16) == 96);
    CHECK(number(20) == 60);
    CHECK(drawn("again.png", "") == bytes); // the same eye sees the same
    CHECK(drawn("turned.png", " --turn 120") != bytes);
    CHECK(drawn("chairs.png", " --chairs") != bytes);

    for (const char* size : {"96", "96x", "96x60x3", "8x60", "9000x60", "wide", "96*60", "-96x60"}) {
        INFO(size);
        const auto none = folder / "none.png";
        const Ran refused = run("picture " + job + " --size=" + size + " -o " + none.string());
        CHECK(refused.code == 2);
        CHECK(has(refused.out, "1280x800"));
        CHECK_FALSE(std::filesystem::exists(none));
    }
    CHECK(run("picture " + job + " --passes 0").code == 2);
    CHECK(run("picture " + job + " --high 95").code == 2);
    CHECK(run("picture " + (folder / "gone.json").string()).code == 3);
}

TEST_CASE("members and plates of a base are written at true scale", "[cli][drawings]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 1 -o " + job).code == 0);
    const auto into = folder / "members";
    std::filesystem::create_directories(into);
    REQUIRE(run("drawings " + job + " -o " + into.string()).code == 0);
    size_t drawings = 0;
    for (const auto& entry : std::filesystem::directory_iterator(into)) {
        if (entry.path().extension() == ".dxf") {
            ++drawings;
            const std::string text = test::contents(entry.path());
            CHECK(has(text, "SECTION"));
            CHECK(has(text, "EOF"));
        }
    }
    CHECK(drawings == 4); // leg and head once, however many are cut; each plate with holes of its own
    CHECK(run("drawings " + job + " -o /no/such/folder").code == 4);
}

TEST_CASE("base, packing, surface and care are sheets of their own", "[cli]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 1 -o " + job).code == 0);
    for (const char* kind : {"base", "packing", "surface", "care"}) {
        INFO(kind);
        const auto pdf = folder / (std::string(kind) + ".pdf");
        CHECK(run("sheet " + job + " --kind " + kind + " -o " + pdf.string()).code == 0);
        CHECK(test::contents(pdf).substr(0, 5) == "%PDF-");
    }
    CHECK(run("sheet " + job + " --kind poem -o " + (folder / "poem.pdf").string()).code == 2);
}

TEST_CASE("days are told at a moment and written as a calendar", "[cli][days]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 1 -o " + job).code == 0);
    const auto told = run("days " + job + " --now 2026-11-27T10:10");
    CHECK(told.code == 0);
    CHECK(has(told.out, "done by Thu 17 Dec"));
    CHECK(has(told.out, "Glue up"));
    const auto ics = folder / "days.ics";
    CHECK(run("days " + job + " --now 2026-11-27T10:10 --ics " + ics.string()).code == 0);
    const std::string text = test::contents(ics);
    CHECK(text.rfind("BEGIN:VCALENDAR", 0) == 0);
    CHECK(has(text, "UID:job1-deliver@young-burl"));
    CHECK(has(text, "TRANSP:TRANSPARENT"));
    CHECK_FALSE(has(text, "UID:job1-glue@")); // it is done
    const auto count = [&](const std::string& of) {
        size_t n = 0;
        for (size_t at = text.find(of); at != std::string::npos; at = text.find(of, at + 1)) {
            ++n;
        }
        return n;
    };
    CHECK(count("BEGIN:VEVENT") == count("END:VEVENT"));
    // The same job, planned a day later: steps keep their names, so a calendar moves them.
    CHECK(run("days " + job + " --now 2026-11-30T10:10 --ics " + ics.string()).code == 0);
    CHECK(has(test::contents(ics), "UID:job1-deliver@young-burl"));
    CHECK(run("days " + job + " --now tomorrow").code == 2);
    CHECK(has(run("days " + job + " --now tomorrow").out, "2026-11-27T10:10"));
}

TEST_CASE("a quote is written as PDF and HTML, and refused where something has no price", "[cli][money]")
{
    Folder folder;
    const std::string job = (folder / "job.json").string();
    REQUIRE(run("demo 1 -o " + job).code == 0);
    CHECK(run("quote " + job + " -o " + (folder / "q.pdf").string()).code == 0);
    CHECK(test::contents(folder / "q.pdf").substr(0, 5) == "%PDF-");
    CHECK(run("quote " + job + " -o " + (folder / "q.html").string()).code == 0);
    CHECK(has(test::contents(folder / "q.html"), "4688.60"));
    CHECK(run("quote " + job + " -o " + (folder / "q.txt").string()).code == 2);
    CHECK(run("quote " + job + " --picture /no/such.png -o " + (folder / "q.pdf").string()).code == 3);
    REQUIRE(run("demo 6 -o " + job).code == 0);
    std::string text = test::contents(job);
    const size_t at = text.find("\"hour\": 48");
    REQUIRE(at != std::string::npos);
    const size_t line = text.rfind('\n', at);
    text.erase(line, text.find('\n', at) - line);
    std::ofstream(job) << text;
    const auto refused = run("quote " + job + " -o " + (folder / "none.pdf").string());
    CHECK(refused.code == 1);
    CHECK(has(refused.out, "What an hour is worth is not said"));
    for (const char* kind : {"steps", "weeks", "history"}) {
        const auto pdf = folder / (std::string(kind) + ".pdf");
        CHECK(run("sheet " + job + " --kind " + kind + " --now 2026-11-27T10:00 -o " + pdf.string()).code == 0);
        CHECK(test::contents(pdf).substr(0, 5) == "%PDF-");
    }
}
