// JSON as makers write it: every miss has its place and its sentence, nothing throws, nothing is lost.

#include <catch2/catch.hpp>

#include <nlohmann/json.hpp>

#include <random>

#include "core/plan/plan.h"
#include "demo/demo_shop.h"
#include "exchange/job_file.h"
#include "exchange/json/reader.h"
#include "exchange/json/text.h"
#include "exchange/materials.h"

using namespace burl;
using nlohmann::json;

namespace
{

struct Read {
    json value;
    std::optional<JsonMiss> miss;
    explicit Read(const char* text) : value(json::parse(text)) {}
    JsonReader reader() { return {value, "", miss}; }
};

/// The demo's first job file with one replacement in it.
std::string altered(const std::string& from, const std::string& to)
{
    const Book book = demoBook();
    std::string text = writeJobFile(*book.jobs[0], *book.shop);
    const size_t at = text.find(from);
    REQUIRE(at != std::string::npos);
    return text.replace(at, from.size(), to);
}

} // namespace

TEST_CASE("numbers and lengths are read, everything else is said with its place", "[json]")
{
    Read ok(R"({"a": 5, "b": "7' 6 1/2\"", "c": true, "d": "text", "e": 3})");
    double a = 0.0, b = 0.0;
    bool c = false;
    std::string d;
    int e = 0;
    auto r = ok.reader();
    r.read("a", a, Range{0.0, 10.0});
    r.readLength("b", b, ranges::kLength_mm);
    r.read("c", c);
    r.read("d", d);
    r.read("e", e);
    CHECK_FALSE(ok.miss);
    CHECK(a == 5.0);
    CHECK(b == Approx(2298.7));
    CHECK(c);
    CHECK(d == "text");
    CHECK(e == 3);

    struct Bad {
        const char* text;
        std::function<void(JsonReader&)> read;
        const char* words;
    };
    double x = 1.0;
    int n = 1;
    bool flag = true;
    std::string word = "was";
    const std::vector<Range> two(2, Range{0.0, 10.0});
    const std::vector<Bad> bad{
        {R"({"v": "five"})",
         [&](JsonReader& q) {
             q.read("v", x, Range{0.0, 10.0});
         },
         "a number is wanted"},
        {R"({"v": 1e300})",
         [&](JsonReader& q) {
             q.read("v", x, Range{0.0, 10.0});
         },
         "must lie between 0 and 10"},
        {R"({"v": true})",
         [&](JsonReader& q) {
             q.readLength("v", x, Range{0.0, 10.0});
         },
         "a length is wanted"},
        {R"({"v": 0})",
         [&](JsonReader& q) {
             q.readLength("v", x, Range{1.0, 10.0});
         },
         "must lie between 1 and 10"},
        {R"({"v": 2.5})", [&](JsonReader& q) { q.read("v", n); }, "whole number"},
        {R"({"v": 99999999999})", [&](JsonReader& q) { q.read("v", n); }, "whole number"},
        {R"({"v": 1})", [&](JsonReader& q) { q.read("v", flag); }, "true or false"},
        {R"({"v": 1})", [&](JsonReader& q) { q.read("v", word); }, "text in quotes"},
        {R"({"v": {}})", [&](JsonReader& q) { q.each("v", 9, [](JsonReader) {}); }, "a list"},
        {R"({"v": [1]})", [&](JsonReader& q) { (void)q.rows("v", two, 9); }, "a row of 2"},
        {R"({"v": [[1, 2], [1, 2]]})", [&](JsonReader& q) { (void)q.rows("v", two, 1); },
         "has 2 entries; 1 are allowed"},
        {R"({"v": [[1, 99]]})", [&](JsonReader& q) { (void)q.rows("v", two, 9); }, "must lie between 0 and 10"},
        {R"({"v": [[1, "x"]]})", [&](JsonReader& q) { (void)q.rows("v", two, 9); }, "not a number"},
        {R"({"v": [[1, null]]})", [&](JsonReader& q) { (void)q.rows("v", two, 9); }, "not a number"},
        {R"({"v": "abc"})", [&](JsonReader& q) { (void)q.strings("v"); }, "list"},
        {R"({"v": 1})", [&](JsonReader& q) { q.need("w"); }, "\"w\" is missing"},
        {R"([1, 2])", [&](JsonReader&) {}, "an object"},
    };
    for (const Bad& one : bad) {
        INFO(one.text);
        Read in(one.text);
        auto q = in.reader();
        one.read(q);
        REQUIRE(in.miss);
        bool said = false;
        for (std::string_view words = one.words; !words.empty();) {
            const size_t bar = std::min(words.find('|'), words.size());
            said = said || in.miss->sentence.find(words.substr(0, bar)) != std::string::npos;
            words.remove_prefix(std::min(bar + 1, words.size()));
        }
        INFO(in.miss->sentence);
        CHECK(said);
    }
    CHECK(word == "was"); // a refused value leaves what was there
    CHECK(flag);
    CHECK(n == 1);
}

TEST_CASE("blanks are allowed where readings may be missing", "[json]")
{
    Read in(R"({"v": [[1, null, "2 cm"], [4, 5, 6]]})");
    auto r = in.reader();
    const auto rows = r.rows("v", std::vector<Range>(3, Range{0.0, 50.0}), 9, true);
    CHECK_FALSE(in.miss);
    REQUIRE(rows.size() == 2);
    CHECK_FALSE(rows[0][1].has_value());
    CHECK(rows[0][2] == 20.0);
}

TEST_CASE("only the first miss is told", "[json]")
{
    Read in(R"({"a": "x", "b": "y"})");
    double v = 0.0;
    auto r = in.reader();
    r.read("a", v, Range{0.0, 10.0});
    r.read("b", v, Range{0.0, 10.0});
    REQUIRE(in.miss);
    CHECK(in.miss->pointer == "/a");
}

TEST_CASE("pretty text keeps short lists on one line and reads back as it was", "[json]")
{
    OrderedJson value;
    value["name"] = "Table \"A\" – ½";
    value["point"] = {1.5, -2.0};
    value["rows"] = {{0, 1, 2}, {3, 4, nullptr}};
    value["empty"] = OrderedJson::array();
    value["none"] = OrderedJson::object();
    const std::string text = prettyText(value);
    CHECK(OrderedJson::parse(text) == value);
    CHECK(text.find("[1.5, -2.0]") != std::string::npos);
    CHECK(prettyText(OrderedJson::parse(text)) == text);
    CHECK(text.back() == '\n');
}

TEST_CASE("every number of a job file survives to the last digit", "[json][jobfile]")
{
    Book book = demoBook();
    Job job = *book.jobs[0];
    std::mt19937_64 random(99);
    std::uniform_real_distribution<double> any(0.1, 5000.0);
    for (int round = 0; round < 20; ++round) {
        job.layup.length_mm = any(random);
        job.layup.width_mm = any(random);
        job.fill.overpour_mm = any(random) / 1000.0;
        job.move.fixedLine_mm = -any(random) / 10.0;
        job.layup.pieces[0].rip = RipLine{any(random), any(random) / 1e6};
        const auto back = readJobFile(writeJobFile(job, *book.shop));
        REQUIRE(back);
        CHECK(back->job == job);
    }
}

TEST_CASE("values of a job file that cannot be are refused with line and remedy", "[json][jobfile]")
{
    struct Wrong {
        const char* from;
        const char* to;
    };
    for (const Wrong& w :
         {Wrong{"\"kind\": \"pair\"", "\"kind\": \"trestle\""}, Wrong{"\"length_mm\": 2700.0", "\"length_mm\": -2700"},
          Wrong{"\"length_mm\": 2700.0", "\"length_mm\": \"long\""},
          Wrong{"\"length_mm\": 2700.0", "\"length_mm\": 1e999"}, Wrong{"\"version\": 1", "\"version\": 99"},
          Wrong{"\"version\": 1", "\"version\": \"one\""}}) {
        INFO(w.to);
        const auto read = readJobFile(altered(w.from, w.to));
        REQUIRE_FALSE(read);
        CHECK(read.error().sentence.find("line") != std::string::npos);
        CHECK(read.error().sentence.size() > 25);
    }
}

TEST_CASE("a job file cut anywhere, or with a byte changed anywhere, is read whole or refused", "[json][jobfile]")
{
    const Book book = demoBook();
    const std::string whole = writeJobFile(*book.jobs[1], *book.shop);
    std::mt19937 random(5);
    int refused = 0;
    for (int round = 0; round < 300; ++round) {
        std::string text = whole;
        if (round % 2 == 0) {
            text.resize(random() % text.size());
        } else {
            text[random() % text.size()] = static_cast<char>(random() % 256);
        }
        const auto read = readJobFile(text);
        if (!read) {
            ++refused;
            CHECK_FALSE(read.error().sentence.empty());
        } else {
            const Plan plan = makePlan(read->job, read->shop);
            for (const NamedAnswer& stage : plan.answers()) {
                for (const Entry& entry : stage.answer->figures) {
                    CHECK(figureText(entry.figure, {}).find("nan") == std::string::npos);
                }
            }
        }
    }
    CHECK(refused > 150);
}
