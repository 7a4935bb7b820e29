// `burl book`: lines from standard input, a JSON object each; a job with what was sure.

#include <catch2/catch.hpp>

#include <fstream>
#include <sstream>

#include <nlohmann/json.hpp>

#include "cli/run.h"
#include "support/files.h"

using nlohmann::json;
namespace test = burl::test;

namespace
{

struct Lines {
    test::Folder folder;
    std::string job = (folder / "job.json").string();

    Lines() { std::ofstream(job) << test::reference("cases/daybook/job.json"); }

    std::vector<json> read(const std::string& lines, const std::string& options = "")
    {
        const std::string in = (folder / "lines.txt").string();
        std::ofstream(in) << lines;
        const test::Ran ran = test::run("book " + job + " --now 2026-12-01T16:00 " + options + " < " + in);
        CHECK(ran.code == 0);
        std::vector<json> out;
        std::istringstream all(ran.out);
        for (std::string line; std::getline(all, line);) {
            out.push_back(json::parse(line));
        }
        return out;
    }
};

} // namespace

TEST_CASE("each line is answered by an object", "[cli]")
{
    Lines lines;
    const auto all =
        lines.read("flattened both 2 h 20 min\nB2 38.4 mm MC 9.1\r\nsanded 40 min\nswept\nwelded -5 min\n\n"
                   "sanded underside 30 min\nwelded 1 h; flattened both 2 h");
    REQUIRE(all.size() == 8);
    CHECK(all[0]["line"] == "flattened both 2 h 20 min");
    CHECK(all[0]["step"] == "flatten_1");
    CHECK(all[0]["minutes"] == 140.0);
    CHECK(all[0]["done"] == true);
    CHECK(all[0]["when"] == "2026-12-01T16:00");
    CHECK(all[0]["implied"].empty());
    CHECK(all[0]["ask"].empty());
    CHECK(all[0]["note"] == false);
    CHECK(all[1]["step"].is_null());
    CHECK(all[1]["readings"] == json::parse(R"([{"kind":"thickness","slab":"B2","value":38.4},
                                                {"kind":"mc","slab":"B2","value":9.1}])"));
    CHECK(all[2]["ask"] == json::parse(R"(["sand_0", "sand_1", "sand_2"])"));
    CHECK(all[2]["why"][0] == "Which step was it?");
    CHECK(all[3]["note"] == true);
    CHECK(all[4]["refused"] == "\"-5 min\" is less than no time: write how long it took.");
    CHECK(all[5].contains("refused"));
    CHECK(all[6]["step"] == "sand_1");
    CHECK(all[6]["implied"].size() > 10);
    REQUIRE(all[7]["entries"].size() == 2);
    CHECK(all[7]["entries"][0]["step"] == "base_weld");
    CHECK(all[7]["minutes"] == 180.0);
}

TEST_CASE("what is sure is kept, line after line; what asks is not", "[cli]")
{
    Lines lines;
    const std::string out = (lines.folder / "out.json").string();
    const auto all =
        lines.read("flattened both 2 h 20 min\nsanded 40 min\nflattened both 1 h\nB2 MC 9.1\n", "--keep -o " + out);
    REQUIRE(all.size() == 4);
    CHECK(all[0]["kept"] == true);
    CHECK(all[1]["kept"] == false);
    CHECK(all[2]["step"] == "flatten_2"); // the first is done by now
    CHECK(all[3]["kept"] == true);
    const json job = json::parse(test::contents(out));
    const json& book = job["job"]["days"]["book"];
    REQUIRE(book.size() == 6); // three stood in it
    CHECK(book[3]["step"] == "flatten_1");
    CHECK(book[3]["minutes"] == 140.0);
    CHECK(book[5]["readings"][0]["mc_pct"] == 9.1);
}

TEST_CASE("bytes that are no text, and lines without end, are answered too", "[cli]")
{
    Lines lines;
    const auto all = lines.read(std::string("\xFF\xC3 welded\n") + std::string(100000, 'a') + "\nwelded base 1 h\n");
    REQUIRE(all.size() == 3);
    CHECK(all[1].contains("refused"));
    CHECK(all[2]["step"] == "base_weld");
}
